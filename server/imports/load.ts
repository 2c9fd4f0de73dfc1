import type { Db } from '../db/open.js';
import { readManifest, readTable, strayFiles, ImportProblem, type Fault, type Manifest, type Row } from './read.js';
import { TABLES, type TableName, type TableShape } from './tables.js';
import { writer } from './write.js';

export interface ImportReport {
  readonly manifest: Manifest;
  readonly rows: Readonly<Record<string, number>>;
}

/** No more faults than this are listed; a file with the wrong columns has one in every row. */
const MOST_FAULTS = 50;

/**
 * Loads a catalogue folder: all of it or nothing. Natural keys decide what is new and what is changed, so loading the
 * same folder twice changes nothing. Throws an ImportProblem that lists each fault with file and line.
 */
export function loadCatalogue(db: Db, directory: string, now: string): ImportReport {
  const manifest = readManifest(directory);
  const names = Object.keys(TABLES) as TableName[];
  const faults: Fault[] = strayFiles(
    directory,
    names.map((n) => TABLES[n].file),
  ).map((file) => ({
    place: file,
    sentence: 'No table reads a file of this name; see docs/catalogue-format.md.',
  }));
  const tables = names.map((name) => {
    const shape: TableShape = TABLES[name];
    const rows = readTable(directory, shape.file, shape.columns, shape.optional);
    for (const row of rows) faults.push(...checkRow(row, shape));
    return { name, rows };
  });
  if (faults.length > 0) throw new ImportProblem(faults.slice(0, MOST_FAULTS));

  const rows: Record<string, number> = {};
  db.transaction(() => {
    const write = writer(db);
    for (const table of tables) {
      for (const row of table.rows) {
        const sentence = write.row(table.name, row);
        if (sentence !== undefined) faults.push({ place: `${row.file}, line ${row.line}`, sentence });
        if (faults.length >= MOST_FAULTS) break;
      }
      rows[table.name] = table.rows.length;
    }
    if (faults.length > 0) throw new ImportProblem(faults);
    write.imported(manifest, now);
  })();
  return { manifest, rows };
}

function checkRow(row: Row, shape: TableShape): Fault[] {
  return Object.entries(shape.check ?? {}).flatMap(([column, check]) => {
    const sentence = check(row.cells[column] ?? '');
    return sentence === undefined ? [] : [{ place: `${row.file}, line ${row.line}, ${column}`, sentence }];
  });
}
