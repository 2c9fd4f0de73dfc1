import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { FileProblem, type Flaw, type SheetFile } from './sheet.js';
import { rowWriter, type StagedSheet } from './staged.js';

/** JSON is read whole; more than this goes as CSV. */
const MOST = 100 * 1024 * 1024;

type Json = Record<string, unknown>;
const isRecord = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Unpacks a JSON file into a folder: `{"tables": {"units": [{…}]}}` as it is exported, or one list of records. Throws a FileProblem. */
export function stageJson(path: string, name: string, folder: string): { sheets: StagedSheet[]; manifest?: SheetFile['manifest'] } {
  if (statSync(path).size > MOST) throw new FileProblem('JSON files are taken up to 100 MB. Send larger catalogues as CSV.');
  const value = parsed(path);
  const tables = Array.isArray(value) ? { [name]: value } : isRecord(value) && isRecord(value['tables']) ? value['tables'] : undefined;
  if (!tables) throw new FileProblem('This JSON is neither a list of records nor a catalogue with "tables".');
  const sheets = Object.entries(tables).map(([table, records], i) => {
    if (!Array.isArray(records)) throw new FileProblem(`"${table}" is not a list of records.`);
    return stageTable(table, records, join(folder, `sheet-${i}.rows`));
  });
  const manifest = isRecord(value) && isRecord(value['manifest']) ? value['manifest'] : undefined;
  const says = (key: string): string => (typeof manifest?.[key] === 'string' ? manifest[key] : '');
  return { sheets, ...(manifest ? { manifest: { name: says('name'), source: says('source'), date: says('date') } } : {}) };
}

function parsed(path: string): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(path)));
  } catch (error) {
    throw new FileProblem(error instanceof SyntaxError ? 'This is not valid JSON: it is cut off or has a stray character.' : 'This JSON is not UTF-8 text.');
  }
}

function stageTable(name: string, records: readonly unknown[], path: string): StagedSheet {
  const columns = new Map<string, number>();
  for (const record of records) if (isRecord(record)) for (const key of Object.keys(record)) if (!columns.has(key)) columns.set(key, columns.size);
  const rows = rowWriter(path);
  const headings = [...columns.keys()];
  rows.write({ line: 1, cells: headings });
  for (const [i, record] of records.entries()) {
    const line = i + 2;
    if (!isRecord(record)) {
      rows.write({ line, cells: [], flaws: [{ kind: 'unreadable', sentence: 'It is not a record.' }] });
      continue;
    }
    const flaws: Flaw[] = [];
    const cells = headings.map((heading, column) => {
      const cell = record[heading];
      if (cell === null || cell === undefined) return '';
      if (typeof cell === 'object') flaws.push({ column, kind: 'unreadable', sentence: `"${heading}" holds a list or a record where a value is wanted.` });
      return typeof cell === 'object' ? '' : String(cell as string | number | boolean).trim();
    });
    rows.write({ line, cells, ...(flaws.length > 0 ? { flaws } : {}) });
  }
  return { name, path, notes: [], total: rows.close() };
}
