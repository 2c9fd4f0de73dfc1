import { join } from 'node:path';
import type { ImportMapping, ImportReport, SheetMapping, SheetReport } from '@kerabat/contract';
import { csvText } from '../../base/csv/csv.js';
import type { Db } from '../../base/db/open.js';
import { recorder } from '../history/acts.js';
import { type Change, ledger } from '../history/ledger.js';
import { changeWords } from '../history/words.js';
import { isTable, tableWords } from './columns.js';
import type { Sheet, SheetFile } from './files/sheet.js';
import { textWriter } from './files/staged.js';
import { rowReader } from './reading.js';
import { recordImport } from './record.js';
import { NEW_MAKER, NEW_SOURCE } from './new-rows.js';
import { type TableName, TABLES } from './tables.js';
import { writer, type Writer } from './write.js';

export interface ImportTask {
  readonly mapping: ImportMapping;
  readonly dryRun: boolean;
  readonly fileName: string;
  readonly person: string;
  readonly now: string;
  /** Where the files of rejected rows go. */
  readonly folder: string;
}
export interface Watch {
  /** Hears now and then how far it is. */
  progress(words: string, rows: number, share: number): void;
  cancelled(): boolean;
}

/** Thrown by a run that somebody stopped: nothing of it stays. */
export class Cancelled extends Error {}

/** So many rejects and changes are told at once; the rest is in the files and in the history. */
const TOLD = 100;

/**
 * Brings the rows of a file into the catalogue by a mapping, in one transaction: all good rows or none. A dry run
 * does the same and takes it back. Rejected rows go into one CSV file for each sheet, with their reasons.
 */
export async function runImport(db: Db, file: SheetFile, task: ImportTask, watch: Watch): Promise<ImportReport> {
  const { mapping, dryRun, person, now } = task;
  const changes: Change[] = [];
  db.exec('BEGIN IMMEDIATE');
  try {
    const act = recorder(db, { what: `Imported ${task.fileName}`, person, at: now });
    const book = ledger(db, (change) => {
      act.note(change);
      if (changes.length < TOLD) changes.push(change);
    });
    if (mapping.newSource) book.put('source', { ...mapping.newSource }, NEW_SOURCE);
    if (mapping.newMaker) book.put('maker', { ...mapping.newMaker }, NEW_MAKER);
    const write = writer(db, book);
    const ordered = ordersOf(file, mapping);
    const sheets: SheetReport[] = [];
    let rows = 0;
    for (const [i, { sheet, sheetMapping, table }] of ordered.entries()) {
      const report = await runSheet(
        sheet,
        sheetMapping,
        table,
        write,
        join(task.folder, rejectsFile(file.sheets.indexOf(sheet))),
        (sheetRows) => {
          if (watch.cancelled()) throw new Cancelled();
          watch.progress(dryRun ? 'checking' : 'writing', rows + sheetRows, (i + sheet.share()) / ordered.length);
        },
      );
      rows += report.rows;
      sheets.push(report);
    }
    const sum = (of: (report: SheetReport) => number): number => sheets.reduce((n, report) => n + of(report), 0);
    const counts = { added: sum((r) => r.added), changed: sum((r) => r.changed), rejected: sum((r) => r.rejected) };
    const told = changes.map((change) => changeWords(db, change));
    const refused = refusal(mapping, counts);
    if (dryRun || refused !== undefined) db.exec('ROLLBACK');
    else {
      const said = file.manifest;
      const date = said?.date || now.slice(0, 10);
      recordImport(db, {
        name: said?.name || task.fileName,
        date,
        source: said?.source || task.fileName,
        person,
        now,
        ...counts,
        actId: act.id(),
      });
      watch.progress('saving', rows, 1);
      db.exec('COMMIT');
      settleLog(db);
    }
    return { dryRun, sheets, changes: told, ...(refused === undefined ? {} : { refused }) };
  } catch (error) {
    if (db.inTransaction) db.exec('ROLLBACK');
    throw error;
  }
}

/** Name of the file with the rejected rows of the n-th sheet. */
export const rejectsFile = (sheet: number): string => `rejects-${sheet}.csv`;

function refusal(
  mapping: ImportMapping,
  { added, changed, rejected }: { added: number; changed: number; rejected: number },
): string | undefined {
  if (rejected === 0 || mapping.rejects === 'hand-back') return undefined;
  const good = added + changed;
  return (
    `Nothing goes in: ${rejected} ${rejected === 1 ? 'row is' : 'rows are'} rejected, and you asked ` +
    `for all or nothing${good > 0 ? ` (${good} would have been new or changed)` : ''}.`
  );
}

/** The sheets that are wanted, in the order in which their keys are needed. */
function ordersOf(
  file: SheetFile,
  mapping: ImportMapping,
): { sheet: Sheet; sheetMapping: SheetMapping; table: TableName }[] {
  const tables = Object.keys(TABLES);
  return mapping.sheets
    .flatMap((sheetMapping) => {
      const sheet = file.sheets.find((s) => s.name === sheetMapping.sheet);
      const table = sheetMapping.table;
      return sheet && table !== null && isTable(table) ? [{ sheet, sheetMapping, table }] : [];
    })
    .sort((a, b) => tables.indexOf(a.table) - tables.indexOf(b.table));
}

async function runSheet(
  sheet: Sheet,
  mapping: SheetMapping,
  table: TableName,
  write: Writer,
  rejectsPath: string,
  beat: (rows: number) => void,
): Promise<SheetReport> {
  const read = rowReader(mapping, table);
  const counts = { rows: 0, added: 0, changed: 0, same: 0, rejected: 0 };
  const rejects: SheetReport['rejects'] = [];
  const rejected = rejectWriter(rejectsPath, mapping);
  try {
    for await (const batch of sheet.rows()) {
      for (const row of batch) {
        if (row.line <= mapping.headingLine || row.cells.every((cell) => cell === '')) continue;
        counts.rows++;
        const answer = read(row);
        const effect = 'refused' in answer ? answer : write(table, answer.cells);
        if (typeof effect === 'string') {
          counts[effect]++;
          continue;
        }
        counts.rejected++;
        if (rejects.length < TOLD) rejects.push({ line: row.line, reason: effect.refused });
        rejected.write(row.line, effect.refused, row.cells);
      }
      beat(counts.rows);
    }
  } finally {
    rejected.close();
  }
  return { sheet: sheet.name, table: tableWords(table), ...counts, rejects };
}

/**
 * The rejected rows as they came, each led by its line and its reason: corrected, the file can be brought in as it is.
 */
function rejectWriter(path: string, mapping: SheetMapping) {
  const file = textWriter(path);
  const line = (cells: readonly string[]): void => file.write(csvText([cells]));
  file.write('\ufeff');
  line(['line', 'reason', ...mapping.columns.map((c) => c.heading)]);
  return {
    write: (number: number, reason: string, cells: readonly string[]): void => line([String(number), reason, ...cells]),
    close: (): void => file.close(),
  };
}

/** Moves what was written from the log into the database here, so that the next small write need not do it. */
function settleLog(db: Db): void {
  db.pragma('wal_checkpoint(PASSIVE)');
  db.pragma('wal_checkpoint(TRUNCATE)');
}
