import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { plainTextProblem } from '@kerabat/core/tell/words';
import { csvReader, type CsvRow } from '../../base/csv/csv-text.js';
import { FileProblem } from '../../base/csv/file-problem.js';
import { storageFault } from '../../base/db/faults.js';
import { isRecord } from './files/json.js';

/** One row of a catalogue file, with its place for messages. */
export interface Row {
  readonly file: string;
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

export interface Manifest {
  readonly name: string;
  readonly source: string;
  readonly date: string;
}

/** A fault in a catalogue folder, as a sentence with its place. */
export interface Fault {
  readonly place: string;
  readonly sentence: string;
}

export class ImportProblem extends Error {
  constructor(readonly faults: readonly Fault[]) {
    super(faults.map((f) => `${f.place}: ${f.sentence}`).join('\n'));
  }
}

const fault = (place: string, sentence: string): ImportProblem => new ImportProblem([{ place, sentence }]);

/** Reads manifest.json of a catalogue folder. Throws an ImportProblem when it is missing, cut off or incomplete. */
export function readManifest(directory: string): Manifest {
  const file = join(directory, 'manifest.json');
  if (!existsSync(file))
    throw fault(file, 'There is no manifest.json: a catalogue folder says its name, source and date there.');
  let value: unknown;
  try {
    value = JSON.parse(utf8(file, 'manifest.json'));
  } catch (error) {
    if (error instanceof ImportProblem) throw error;
    throw fault(file, 'It is not valid JSON; it may be cut off.');
  }
  const { name, source, date } = isRecord(value) ? value : {};
  if (
    typeof name !== 'string' ||
    typeof source !== 'string' ||
    typeof date !== 'string' ||
    !/^\d{4}-\d{2}-\d{2}$/.test(date)
  ) {
    throw fault(file, 'It needs "name", "source" and "date" (like 2024-05-31), all as text.');
  }
  return { name, source, date };
}

/**
 * One CSV file of a catalogue folder: the rows that can be read, and what is wrong with the file or with other rows.
 */
export interface TableRead {
  readonly rows: readonly Row[];
  readonly faults: readonly Fault[];
}

/** Reads one CSV file of a catalogue folder: UTF-8, a heading line, any line end. No file is no rows. */
export function readTable(
  directory: string,
  name: string,
  columns: readonly string[],
  optional: readonly string[],
): TableRead {
  const path = join(directory, name);
  if (!existsSync(path)) return { rows: [], faults: [] };
  try {
    const [heading, ...rest] = parseCsv(name, utf8(path, name));
    if (!heading) throw fault(name, 'The file is empty: it needs a heading line.');
    const headings = heading.cells.map((h) => h.trim());
    checkHeadings(name, headings, columns, optional);
    const faults: Fault[] = [];
    const rows = rest.flatMap(({ cells, line }): Row[] => {
      const problem = cells.length === headings.length ? cells.map(plainTextProblem).find((p) => p !== undefined) : '';
      if (problem === undefined)
        return [{ file: name, line, cells: Object.fromEntries(headings.map((h, i) => [h, (cells[i] ?? '').trim()])) }];
      const sentence =
        problem === '' ? `It has ${cells.length} cells where the heading has ${headings.length}.` : `A cell ${problem}`;
      faults.push({ place: `${name}, line ${line}`, sentence });
      return [];
    });
    return { rows, faults };
  } catch (error) {
    if (error instanceof ImportProblem) return { rows: [], faults: error.faults };
    throw error;
  }
}

function checkHeadings(
  name: string,
  headings: readonly string[],
  columns: readonly string[],
  optional: readonly string[],
): void {
  const missing = columns.filter((c) => !headings.includes(c));
  if (missing.length > 0) throw fault(name, `The heading lacks: ${missing.join(', ')}.`);
  const unknown = headings.filter((h) => !columns.includes(h) && !optional.includes(h));
  if (unknown.length > 0) throw fault(name, `The heading has columns that are not known here: ${unknown.join(', ')}.`);
  const twice = headings.filter((h, i) => headings.indexOf(h) !== i);
  if (twice.length > 0) throw fault(name, `The heading names a column twice: ${twice.join(', ')}.`);
}

function parseCsv(name: string, text: string): CsvRow[] {
  try {
    const reader = csvReader();
    return [...reader.push(text), ...reader.end()];
  } catch (error) {
    if (error instanceof FileProblem) throw fault(name, `It cannot be read as CSV: ${error.message}`);
    throw error;
  }
}

function utf8(path: string, name: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(path));
  } catch (error) {
    if (storageFault(error)) throw fault(name, 'The file cannot be read: look at its rights.');
    throw fault(name, 'It is not UTF-8 text. Save it again as "CSV UTF-8".');
  }
}

/** CSV files in the folder that no table reads: a misspelt name would otherwise be lost without a word. */
export function strayFiles(directory: string, known: readonly string[]): string[] {
  if (!statSync(directory, { throwIfNoEntry: false })?.isDirectory())
    throw fault(directory, 'There is no such folder.');
  return readdirSync(directory).filter((file) => file.endsWith('.csv') && !known.includes(file));
}
