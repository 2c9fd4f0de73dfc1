import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { FileProblem } from '../../../base/csv/file-problem.js';
import { LIMITS, tally } from './limits.js';
import type { Flaw, SheetFile } from './sheet.js';
import { rowWriter, type StagedSheet } from './staged.js';
import { lookup } from '@kerabat/core/base/lookup';

type Json = Record<string, unknown>;
export const isRecord = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Unpacks a JSON file into a folder: `{"tables": {"units": [{…}]}}` as it is exported, or one list of records. Throws a
 * FileProblem.
 */
export function stageJson(
  path: string,
  name: string,
  folder: string,
): { sheets: StagedSheet[]; manifest?: SheetFile['manifest'] } {
  if (statSync(path).size > LIMITS.jsonBytes)
    throw new FileProblem(
      `JSON files are taken up to ${LIMITS.jsonBytes / 1024 / 1024} MB. Send larger catalogues as CSV.`,
    );
  const value = parsed(path);
  const tables: [string, unknown][] | undefined = Array.isArray(value)
    ? [[name, value]]
    : isRecord(value) && isRecord(value['tables'])
      ? Object.entries(value['tables'])
      : undefined;
  if (!tables) throw new FileProblem('This JSON is neither a list of records nor a catalogue with "tables".');
  if (tables.length > LIMITS.sheets)
    throw new FileProblem(`It has ${tables.length} tables; at most ${LIMITS.sheets} are taken.`);
  const sheets = tables.map(([table, records], i) => {
    if (!Array.isArray(records)) throw new FileProblem(`"${table.slice(0, 60)}" is not a list of records.`);
    return stageTable(table, records, join(folder, `sheet-${i}.rows`));
  });
  const manifest = isRecord(value) ? manifestOf(value['manifest']) : undefined;
  return { sheets, ...(manifest ? { manifest } : {}) };
}

/** Name, source and date as a manifest says them; undefined when it is none. */
export function manifestOf(value: unknown): SheetFile['manifest'] {
  if (!isRecord(value)) return undefined;
  const says = (key: string): string => {
    const said = lookup(value, key);
    return typeof said === 'string' ? said.slice(0, 200) : '';
  };
  return { name: says('name'), source: says('source'), date: says('date') };
}

function parsed(path: string): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(path)));
  } catch (error) {
    throw new FileProblem(
      error instanceof SyntaxError
        ? 'This is not valid JSON: it is cut off or has a stray character.'
        : 'This JSON is not UTF-8 text.',
    );
  }
}

function stageTable(name: string, records: readonly unknown[], path: string): StagedSheet {
  const columns = new Set<string>();
  const take = tally();
  for (const [i, record] of records.entries()) {
    if (!isRecord(record)) continue;
    // Each record may name its own: a list of which every record has another is no table, and would be as wide as it is
    // long.
    for (const key of Object.keys(record)) columns.add(key);
    if (columns.size > LIMITS.columns)
      throw new FileProblem(`"${name.slice(0, 60)}" has more than ${LIMITS.columns} columns by its record ${i + 1}.`);
  }
  const rows = rowWriter(path);
  const headings = [...columns];
  rows.write({ line: 1, cells: headings });
  for (const [i, record] of records.entries()) {
    const line = i + 2;
    take(line, headings.length);
    if (!isRecord(record)) {
      rows.write({ line, cells: [], flaws: [{ kind: 'unreadable', sentence: 'It is not a record.' }] });
      continue;
    }
    const flaws: Flaw[] = [];
    const cells = headings.map((heading, column) => {
      const cell = lookup(record, heading);
      if (cell === null || cell === undefined) return '';
      if (typeof cell === 'object')
        flaws.push({
          column,
          kind: 'unreadable',
          sentence: `"${heading}" holds a list or a record where a value is needed.`,
        });
      return typeof cell === 'object' ? '' : String(cell as string | number | boolean).trim();
    });
    rows.write({ line, cells, ...(flaws.length > 0 ? { flaws } : {}) });
  }
  return { name, path, notes: [], total: rows.close() };
}
