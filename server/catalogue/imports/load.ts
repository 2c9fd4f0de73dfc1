import type { Db } from '../../base/db/open.js';
import { recorder } from '../history/acts.js';
import { ledger } from '../history/ledger.js';
import { type Fault, ImportProblem, type Manifest, readManifest, readTable, type Row, strayFiles } from './read.js';
import { recordImport } from './record.js';
import { type TableName, TABLES, type TableShape } from './tables.js';
import { writer } from './write.js';
import { lookup } from '@kerabat/core/base/lookup';

export interface ImportReport {
  readonly manifest: Manifest;
  readonly rows: Readonly<Record<string, number>>;
}

/** Who loads a folder, where the history wants a name. */
const COMMAND_LINE = 'npm run import';

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
    const { rows, faults: found } = readTable(directory, shape.file, shape.columns, shape.optional);
    faults.push(...found);
    for (const row of rows) faults.push(...checkRow(row, shape));
    return { name, rows };
  });
  if (faults.length > 0) throw new ImportProblem(faults.slice(0, MOST_FAULTS));

  const rows: Record<string, number> = {};
  db.transaction(() => {
    const act = recorder(db, { what: `Loaded "${manifest.name}"`, person: COMMAND_LINE, at: now });
    const write = writer(db, ledger(db, act.note));
    const counts = { added: 0, changed: 0, same: 0 };
    for (const table of tables) {
      for (const row of table.rows) {
        const effect = write(table.name, row.cells);
        if (typeof effect === 'string') counts[effect]++;
        else faults.push({ place: `${row.file}, line ${row.line}`, sentence: effect.refused });
        if (faults.length >= MOST_FAULTS) break;
      }
      rows[table.name] = table.rows.length;
    }
    if (faults.length > 0) throw new ImportProblem(faults);
    recordImport(db, { ...manifest, person: COMMAND_LINE, now, ...counts, rejected: 0, actId: act.id() });
  })();
  return { manifest, rows };
}

function checkRow(row: Row, shape: TableShape): Fault[] {
  return Object.entries(shape.check ?? {}).flatMap(([column, check]) => {
    const sentence = check(lookup(row.cells, column) ?? '');
    return sentence === undefined ? [] : [{ place: `${row.file}, line ${row.line}, ${column}`, sentence }];
  });
}
