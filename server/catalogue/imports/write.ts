import { looseKey, numberKey } from '@kerabat/core/named/number';
import { findThread } from '@kerabat/core/named/thread';
import { constraintSentence } from '../../base/db/faults.js';
import type { Db } from '../../base/db/open.js';
import type { Effect, Ledger, Said } from '../history/ledger.js';
import { PLAIN_COLUMNS, PORT_COLUMNS } from './fact-columns.js';
import { finders, type Finders, Refused } from './names.js';
import { ASSERTION, CONDITION, figure, flag, NEW_MAKER, NEW_SOURCE, NUMBER, say } from './row-starts.js';
import type { TableName } from './tables.js';
import { factsOf, factWriter, together } from './write-facts.js';
import { partRows } from './write-parts.js';
import { vehicleRows } from './write-vehicles.js';

/** The cells of one row by their column; an empty cell says nothing. */
export type RowCells = Readonly<Record<string, string>>;

/** A number of which the list does not say what it leads to. */
const NOTHING: Partial<ReturnType<Finders['target']>> = {};

/**
 * Writes rows of catalogue files through a ledger. `row` answers what became of it, or a sentence when it cannot be
 * taken.
 */
export function writer(db: Db, { put }: Pick<Ledger, 'put'>) {
  const find = finders(db);
  const sameClaim = db
    .prepare<[number, number, string, string], string>(
      `SELECT l.key FROM link l WHERE l.from_number = ? AND l.to_number = ? AND l.kind = ?
         AND COALESCE((SELECT GROUP_CONCAT(txt, '; ') FROM condition c WHERE c.link_id = l.id), '') = ? ORDER BY
        l.id LIMIT 1`,
    )
    .pluck();

  /** What a number leads to, where that is recorded: a unit is never the interchange of a nut. */
  const isOf = db.prepare<[number], { what: string; name: string }>(
    `SELECT CASE WHEN n.unit_id IS NOT NULL THEN 'a unit' WHEN n.kit_id IS NOT NULL THEN 'a kit' ELSE
      'a fitting' END AS what, COALESCE(u.name, k.name, f.name) AS name
     FROM number n LEFT JOIN unit u ON u.id = n.unit_id LEFT JOIN kit k ON k.id = n.kit_id LEFT JOIN fitting f
      ON f.id = n.fitting_id
     WHERE n.id = ? AND COALESCE(n.unit_id, n.kit_id, n.fitting_id) IS NOT NULL`,
  );

  const putFacts = factWriter(put);

  /** The key of a number by its maker's rule. */
  const keyOf = (issuer: string | undefined, written = ''): { maker_id: number; key: string } => {
    const maker_id = find.maker(issuer);
    return { maker_id, key: numberKey(written, { ignored: find.ignoredMarks(maker_id) }) };
  };

  const putNumber = (issuer: string | undefined, written: string, source_id: number, rest: Said = {}): Effect => {
    const { maker_id, key } = keyOf(issuer, written);
    const { kind, status, note, condition, unit_id, kit_id, fitting_id } = rest;
    return put(
      'number',
      {
        maker_id,
        written,
        key,
        loose: looseKey(written),
        kind,
        status,
        note,
        condition,
        unit_id,
        kit_id,
        fitting_id,
        source_id,
      },
      NUMBER,
    );
  };

  /** A number that a list of cross-references names: there already, or known from now on as a number and no more. */
  const namedNumber = (
    issuer: string | undefined,
    written: string | undefined,
    source_id: number,
  ): { id: number; effect: Effect } => {
    const known = find.hasNumber(find.maker(issuer), written ?? '');
    if (known !== undefined) return { id: known, effect: 'same' };
    const effect = putNumber(issuer, written ?? '', source_id);
    return { id: find.number(issuer, written), effect };
  };

  const crossReference = (c: RowCells): Effect => {
    const source_id = find.source(c['source']);
    const [one, other] = [keyOf(c['issuer'], c['number']), keyOf(c['other_issuer'], c['other_number'])];
    if (one.maker_id === other.maker_id && one.key === other.key)
      throw new Refused('A number cannot stand for itself.');
    // "number will do instead of other_number": the link leads from the other one to it.
    const [from, to] = [
      namedNumber(c['other_issuer'], c['other_number'], source_id),
      namedNumber(c['issuer'], c['number'], source_id),
    ];
    const [one_is, other_is] = [isOf.get(to.id), isOf.get(from.id)];
    if (one_is && other_is && one_is.what !== other_is.what)
      throw new Refused(
        `${c['number'] ?? ''} is known as ${one_is.what} (${one_is.name}) and ${c['other_number'] ?? ''} ` +
          `as ${other_is.what} (${other_is.name}): one of them is misread.`,
      );
    const kind = c['kind'] ?? '';
    const condition = c['condition'] ?? '';
    const made =
      `${c['other_issuer'] ?? ''}:${c['other_number'] ?? ''} ${kind} ` +
      `${c['issuer'] ?? ''}:${c['number'] ?? ''}${condition ? `, ${condition}` : ''}`;
    const key = sameClaim.get(from.id, to.id, kind, condition) ?? made;
    const ends = { from_number: from.id, from_unit: null, to_number: to.id, to_unit: null };
    const both_ways = (c['both_ways'] || (kind === 'same' ? 'yes' : 'no')) === 'yes' ? 1 : 0;
    const said = { key, kind, ...ends, both_ways: c['both_ways'] ? both_ways : undefined };
    const effects = [from.effect, to.effect, put('link', said, { both_ways })];
    const link_id = find.link(key);
    effects.push(
      put(
        'assertion',
        { link_id, source_id, asserted_on: c['date'] || find.issued(source_id), note: say(c['note']) },
        ASSERTION,
      ),
    );
    if (condition)
      effects.push(put('condition', { link_id, txt: condition, kind: c['condition_kind'] || 'check' }, CONDITION));
    return together(effects);
  };

  const WRITE: Readonly<Record<TableName, (c: RowCells) => Effect>> = {
    sources: (c) =>
      put(
        'source',
        {
          key: c['source'] ?? '',
          kind: say(c['kind']),
          title: say(c['title']),
          issued: say(c['issued']),
          note: say(c['note']),
          made_up: flag(c['made_up']),
        },
        NEW_SOURCE,
      ),
    makers: (c) => {
      const marks = c['ignored_marks'];
      const said = {
        key: c['maker'] ?? '',
        name: say(c['name']),
        role: say(c['role']),
        prefix: say(c['prefix']),
        made_up: flag(c['made_up']),
      };
      return put('maker', { ...said, ignored_marks: marks === undefined ? undefined : ` ${marks}` }, NEW_MAKER);
    },
    ...vehicleRows(put, putFacts, find),
    ...partRows(db, put, find),
    units: (c) => {
      const facts = factsOf(PLAIN_COLUMNS, c);
      const [maker_id, source_id] = [find.maker(c['maker']), find.source(c['source'])];
      const said = {
        key: c['unit'] ?? '',
        maker_id,
        source_id,
        kind: say(c['kind']),
        name: say(c['name']),
        note: say(c['note']),
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
    numbers: (c) => {
      const { unit_id, kit_id, fitting_id } = c['leads_to'] ? find.target(c['leads_to']) : NOTHING;
      const rest = {
        kind: say(c['kind']),
        status: say(c['status']),
        note: say(c['note']),
        condition: say(c['condition']),
        unit_id,
        kit_id,
        fitting_id,
      };
      return putNumber(c['issuer'], c['number'] ?? '', find.source(c['source']), rest);
    },
    boxes: (c) =>
      put(
        'box_item',
        {
          number_id: find.number(c['issuer'], c['number']),
          source_id: find.source(c['source']),
          item: c['item'] ?? '',
          presence: say(c['presence']),
          kind: say(c['kind']),
          quantity: figure(c['quantity']),
          thread: c['thread'] ? findThread(c['thread'])?.designation : undefined,
          size: figure(c['size_mm']),
        },
        { kind: '' },
      ),
    stock: (c) => {
      if (!c['quantity'] && !c['price']) throw new Refused('Say how many there are, or what one costs.');
      return put('stock', {
        number_id: find.number(c['issuer'], c['number']),
        supplier: c['supplier'] ?? '',
        quantity: figure(c['quantity']),
        told_on: c['date'] ?? '',
        price: figure(c['price']),
      });
    },
    links: (c) => {
      if (c['from'] === c['to']) throw new Refused('A link must not lead to itself.');
      const [from, to] = [find.endpoint(c['from']), find.endpoint(c['to'])];
      const both_ways = c['both_ways'] === 'yes' ? 1 : 0;
      return put('link', {
        key: c['link'] ?? '',
        kind: c['kind'] ?? '',
        from_number: from.number,
        from_unit: from.unit,
        to_number: to.number,
        to_unit: to.unit,
        both_ways,
      });
    },
    assertions: (c) =>
      put(
        'assertion',
        {
          link_id: find.link(c['link']),
          source_id: find.source(c['source']),
          asserted_on: c['date'] ?? '',
          person: say(c['person']),
          note: say(c['note']),
        },
        ASSERTION,
      ),
    conditions: (c) =>
      put(
        'condition',
        { link_id: find.link(c['link']), txt: c['text'] ?? '', kind: say(c['kind']), number: say(c['number']) },
        CONDITION,
      ),
    crossReferences: crossReference,
  };

  return (table: TableName, cells: RowCells): Effect | { refused: string } => {
    try {
      return WRITE[table](cells);
    } catch (error) {
      if (error instanceof Refused) return { refused: error.message };
      const sentence = constraintSentence(error);
      if (sentence === undefined) throw error;
      return { refused: sentence };
    }
  };
}

export type Writer = ReturnType<typeof writer>;
