import { createWriteStream, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { utils, write, type CellObject, type WorkSheet } from '@e965/xlsx';
import yazl from 'yazl';
import { csvText } from '../../base/csv/csv.js';
import type { Db } from '../../base/db/open.js';
import { columnsOf } from '../imports/columns.js';
import { count, LIMITS } from '../imports/files/limits.js';
import { textWriter } from '../imports/files/staged.js';
import { graphml } from './graphml.js';
import { type ExportTable, exportTables } from './tables.js';

export const EXPORT_FORMATS = ['csv', 'xlsx', 'json', 'graphml'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

const LINES = 500;

/** Why a catalogue cannot go out in a format, as a sentence. */
export class ExportProblem extends Error {}

const manifestOf = (now: string) => ({
  name: 'Kerabat catalogue',
  source: 'exported from Kerabat',
  date: now.slice(0, 10),
});

/** Writes the whole catalogue, as it is at one moment, into a file in the folder. Answers its path. */
export async function writeExport(db: Db, format: ExportFormat, folder: string, now: string): Promise<string> {
  const path = join(folder, `catalogue.${format === 'csv' ? 'zip' : format}`);
  db.exec('BEGIN');
  try {
    if (format === 'csv') await writeCsv(exportTables(db), folder, path, now);
    else if (format === 'xlsx') writeXlsx(exportTables(db), path);
    else if (format === 'json') writeJson(exportTables(db), path, now);
    else writeText(path, graphml(db));
    return path;
  } finally {
    db.exec('COMMIT');
  }
}

function writeText(path: string, pieces: Iterable<string>): void {
  const file = textWriter(path);
  for (const piece of pieces) file.write(piece);
  file.close();
}

/** A ZIP of the CSV files of a catalogue folder: unpacked, `npm run import` takes it as it is. */
async function writeCsv(tables: readonly ExportTable[], folder: string, path: string, now: string): Promise<void> {
  const zip = new yazl.ZipFile();
  zip.addBuffer(Buffer.from(JSON.stringify(manifestOf(now), null, 2)), 'manifest.json');
  for (const table of tables) {
    const csv = join(folder, `${table.name}.csv`);
    writeText(csv, csvOf(table));
    zip.addFile(csv, `${table.name}.csv`);
  }
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(path));
}

function* csvOf({ columns, rows }: ExportTable): IterableIterator<string> {
  let held: (readonly string[])[] = [columns];
  for (const row of rows()) {
    held.push(row);
    if (held.length < LINES) continue;
    yield csvText(held);
    held = [];
  }
  yield csvText(held);
}

/**
 * One sheet for each table. Everything but measures is text, so that a spreadsheet leaves part numbers alone. A
 * workbook is put together in memory: a larger catalogue goes out as CSV or JSON.
 */
function writeXlsx(tables: readonly ExportTable[], path: string): void {
  const book = utils.book_new();
  let cells = 0;
  for (const table of tables) {
    const measures = new Set(
      columnsOf(table.table).flatMap((c) => (c.kind === 'quantity' ? [table.columns.indexOf(c.name)] : [])),
    );
    const heading = table.columns.map((name): CellObject => ({ t: 's', v: name }));
    const data: CellObject[][] = [heading];
    for (const row of table.rows()) {
      cells += row.length;
      if (cells > LIMITS.workbookCells)
        throw new ExportProblem(
          `A workbook holds at most ${count(LIMITS.workbookCells)} cells here, and the catalogue has more: ` +
            'take it as CSV or JSON.',
        );
      data.push(row.map((cell, i) => cellOf(cell, measures.has(i))));
    }
    const sheet: WorkSheet = {
      '!data': data,
      '!ref': utils.encode_range({ s: { r: 0, c: 0 }, e: { r: data.length - 1, c: table.columns.length - 1 } }),
      '!cols': table.columns.map(() => ({ wch: 18 })),
    };
    utils.book_append_sheet(book, sheet, table.name);
  }
  writeFileSync(path, write(book, { type: 'buffer', bookType: 'xlsx', compression: true, bookSST: true }) as Buffer);
}

/**
 * In a workbook `_x0041_` is another way to write a letter (ECMA-376, ST_Xstring): what only looks like it is marked.
 */
const literal = (text: string): string => text.replace(/_(?=x[0-9A-Fa-f]{4}_)/g, '_x005F_');

const cellOf = (cell: string, isMeasure: boolean): CellObject => {
  if (cell === '') return { t: 'z' };
  return isMeasure && /^\d+(\.\d+)?$/.test(cell) ? { t: 'n', v: Number(cell) } : { t: 's', v: literal(cell), z: '@' };
};

function writeJson(tables: readonly ExportTable[], path: string, now: string): void {
  const pieces = function* (): IterableIterator<string> {
    yield `{"manifest": ${JSON.stringify(manifestOf(now))},\n"tables": {`;
    for (const [i, { name, columns, rows }] of tables.entries()) {
      yield `${i === 0 ? '' : ','}\n${JSON.stringify(name)}: [`;
      let first = true;
      for (const row of rows()) {
        const record = Object.fromEntries(
          columns.flatMap((column, c) => (row[c] === '' || row[c] === undefined ? [] : [[column, row[c]]])),
        );
        yield `${first ? '' : ','}\n  ${JSON.stringify(record)}`;
        first = false;
      }
      yield ']';
    }
    yield '\n}}\n';
  };
  writeText(path, pieces());
}
