import type { Effect, Ledger } from '../history/ledger.js';
import { PLAIN_COLUMNS, PORT_COLUMNS } from './fact-columns.js';
import type { Finders } from './names.js';
import { filled, type RowCells } from './cells.js';
import { factsOf, type factWriter, together } from './write-facts.js';

/** How the rows of the files that speak of units are written. */
export const unitRows = (
  put: Ledger['put'],
  putFacts: ReturnType<typeof factWriter>,
  find: Finders,
): Readonly<Record<'units' | 'unitFacts' | 'ports' | 'unitFaces' | 'unitNotes', (c: RowCells) => Effect>> => ({
  units: (c) => {
    const facts = factsOf(PLAIN_COLUMNS, c);
    const [maker_id, source_id] = [find.maker(c['maker']), find.source(c['source'])];
    const said = {
      key: c['unit'] ?? '',
      maker_id,
      source_id,
      kind: filled(c['kind']),
      name: filled(c['name']),
      note: filled(c['note']),
    };
    const row = put('unit', said, { name: '', note: '' });
    return together([row, putFacts('unit_fact', facts, { unit_id: find.unit(c['unit']), position: '', source_id })]);
  },
  unitFacts: (c) =>
    putFacts('unit_fact', factsOf(PLAIN_COLUMNS, c), {
      unit_id: find.unit(c['unit']),
      position: '',
      source_id: find.source(c['source']),
    }),
  ports: (c) =>
    putFacts('unit_fact', factsOf(PORT_COLUMNS, c), {
      unit_id: find.unit(c['unit']),
      position: c['position'] ?? '',
      source_id: find.source(c['source']),
    }),
  unitFaces: (c) =>
    putFacts('unit_fact', factsOf(PLAIN_COLUMNS, c), {
      unit_id: find.unit(c['unit']),
      position: c['face'] ?? '',
      source_id: find.source(c['source']),
    }),
  unitNotes: (c) =>
    put('unit_note', {
      unit_id: find.unit(c['unit']),
      about: c['about'] ?? '',
      txt: c['text'] ?? '',
      source_id: find.source(c['source']),
    }),
});
