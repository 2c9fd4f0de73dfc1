import { constraintSentence } from '../../base/db/faults.js';
import type { Db } from '../../base/db/open.js';
import { claimsOver } from '../history/claims.js';
import type { Effect, Ledger } from '../history/ledger.js';
import { finders, type Finders, Refused } from './names.js';
import { filled, type RowCells, yesOrNo } from './cells.js';
import { NEW_MAKER, NEW_SOURCE } from './new-rows.js';
import type { TableName } from './tables.js';
import { factWriter } from './write-facts.js';
import { crossReferences, linkRows } from './write-links.js';
import { numberRows, numberWriter } from './write-numbers.js';
import { fittingRows, kitRows } from './write-parts.js';
import { unitRows } from './write-units.js';
import { vehicleRows } from './write-vehicles.js';

type Rows<Name extends TableName> = Readonly<Record<Name, (c: RowCells) => Effect>>;

/** How the rows of the files that say whose word is taken, and who makes things, are written. */
const whoRows = (put: Ledger['put']): Rows<'sources' | 'makers'> => ({
  sources: (c) =>
    put(
      'source',
      {
        key: c['source'] ?? '',
        kind: filled(c['kind']),
        title: filled(c['title']),
        issued: filled(c['issued']),
        note: filled(c['note']),
        made_up: yesOrNo(c['made_up']),
      },
      NEW_SOURCE,
    ),
  makers: (c) => {
    const marks = c['ignored_marks'];
    const said = {
      key: c['maker'] ?? '',
      name: filled(c['name']),
      role: filled(c['role']),
      prefix: filled(c['prefix']),
      made_up: yesOrNo(c['made_up']),
    };
    return put('maker', { ...said, ignored_marks: marks === undefined ? undefined : ` ${marks}` }, NEW_MAKER);
  },
});

function rowsOf(db: Db, put: Ledger['put'], find: Finders): Rows<TableName> {
  const [putFacts, numbers] = [factWriter(put), numberWriter(put, find)];
  return {
    ...whoRows(put),
    ...vehicleRows(put, putFacts, find),
    ...kitRows(db, put, find),
    ...fittingRows(put, find),
    ...unitRows(put, putFacts, find),
    ...numberRows(put, find, numbers),
    ...linkRows(put, find),
    crossReferences: crossReferences(db, put, find, numbers),
  };
}

/**
 * Writes rows of catalogue files through a ledger. `row` answers what became of it, or a sentence when it cannot be
 * taken.
 */
export function writer(db: Db, book: Pick<Ledger, 'get' | 'put' | 'remove'>) {
  const write = rowsOf(db, claimsOver(db, book), finders(db));
  return (table: TableName, cells: RowCells): Effect | { refused: string } => {
    try {
      return write[table](cells);
    } catch (error) {
      if (error instanceof Refused) return { refused: error.message };
      const sentence = constraintSentence(error);
      if (sentence === undefined) throw error;
      return { refused: sentence };
    }
  };
}

export type Writer = ReturnType<typeof writer>;
