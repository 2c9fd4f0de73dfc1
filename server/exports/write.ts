import { createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { stringify } from 'csv-stringify/sync';
import exceljs from 'exceljs';
import yazl from 'yazl';
import type { Db } from '../db/open.js';
import { columnsOf } from '../imports/columns.js';
import { textWriter } from '../imports/files/staged.js';
import { graphml } from './graphml.js';
import { inert } from './inert.js';
import { exportTables, type ExportTable } from './tables.js';

export const EXPORT_FORMATS = ['csv', 'xlsx', 'json', 'graphml'] as const;
export type ExportFormat = (typeof EXPORT_FORMATS)[number];

/** Rows of a sheet, the heading among them; more go on in the next one. */
const SHEET_ROWS = 1_048_576;
const LINES = 500;

const manifestOf = (now: string) => ({ name: 'Kerabat catalogue', source: 'exported from Kerabat', date: now.slice(0, 10) });

/** Writes the whole catalogue, as it is at one moment, into a file in the folder. Answers its path. */
export async function writeExport(db: Db, format: ExportFormat, folder: string, now: string): Promise<string> {
  const path = join(folder, `catalogue.${format === 'csv' ? 'zip' : format}`);
  db.exec('BEGIN');
  try {
    if (format === 'csv') await writeCsv(exportTables(db), folder, path, now);
    else if (format === 'xlsx') await writeXlsx(exportTables(db), path);
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
  const text = (lines: readonly (readonly string[])[]): string =>
    stringify(
      lines.map((cells) => cells.map(inert)),
      { record_delimiter: '\r\n' },
    );
  let held: (readonly string[])[] = [columns];
  for (const row of rows()) {
    held.push(row);
    if (held.length < LINES) continue;
    yield text(held);
    held = [];
  }
  yield text(held);
}

/** One sheet for each table. Everything but measures is text, so that a spreadsheet leaves part numbers alone. */
async function writeXlsx(tables: readonly ExportTable[], path: string): Promise<void> {
  const book = new exceljs.stream.xlsx.WorkbookWriter({ filename: path, useStyles: true });
  for (const table of tables) {
    const measures = new Set(columnsOf(table.table).flatMap((c) => (c.kind === 'quantity' ? [table.columns.indexOf(c.name)] : [])));
    const begin = (part: number) => {
      const sheet = book.addWorksheet(part === 1 ? table.name : `${table.name} (${part})`, { views: [{ state: 'frozen', ySplit: 1 }] });
      sheet.columns = table.columns.map((name, i) => ({ width: 18, style: measures.has(i) ? {} : { numFmt: '@' }, key: name }));
      sheet.addRow([...table.columns]).commit();
      return sheet;
    };
    let [part, count, sheet] = [1, 1, begin(1)];
    for (const row of table.rows()) {
      if (count === SHEET_ROWS) {
        sheet.commit();
        sheet = begin(++part);
        count = 1;
      }
      sheet.addRow(row.map((cell, i) => (cell === '' ? null : measures.has(i) && /^\d+(\.\d+)?$/.test(cell) ? Number(cell) : cell))).commit();
      count++;
    }
    sheet.commit();
  }
  await book.commit();
}

function writeJson(tables: readonly ExportTable[], path: string, now: string): void {
  const pieces = function* (): IterableIterator<string> {
    yield `{"manifest": ${JSON.stringify(manifestOf(now))},\n"tables": {`;
    for (const [i, { name, columns, rows }] of tables.entries()) {
      yield `${i === 0 ? '' : ','}\n${JSON.stringify(name)}: [`;
      let first = true;
      for (const row of rows()) {
        const record = Object.fromEntries(columns.flatMap((column, c) => (row[c] === '' || row[c] === undefined ? [] : [[column, row[c]]])));
        yield `${first ? '' : ','}\n  ${JSON.stringify(record)}`;
        first = false;
      }
      yield ']';
    }
    yield '\n}}\n';
  };
  writeText(path, pieces());
}
