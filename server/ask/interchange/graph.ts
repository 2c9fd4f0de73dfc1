import type {
  Condition,
  InterchangeLink,
  InterchangeNode,
  InterchangeSource,
  Outcomes,
} from '@kerabat/core/find/interchange';
import { BOX_PRESENCES, type BoxPresence, type Source, type SourceKind } from '@kerabat/core/named/unit';
import type { Db } from '../../base/db/open.js';
import { groupBy } from '../../base/db/rows.js';

interface LinkRow {
  readonly id: number;
  readonly key: string;
  readonly kind: InterchangeLink['kind'];
  readonly fromNumber: number | null;
  readonly fromUnit: number | null;
  readonly toNumber: number | null;
  readonly toUnit: number | null;
  readonly bothWays: 0 | 1;
}
interface AssertionRow {
  readonly linkId: number;
  readonly sourceId: number;
  readonly date: string;
  readonly person: string;
  readonly note: string;
}
interface ConditionRow {
  readonly linkId: number;
  readonly kind: Condition['kind'];
  readonly text: string;
  readonly number: string;
}
export interface StockRow {
  readonly numberId: number;
  readonly supplier: string;
  readonly quantity: number | null;
  readonly date: string;
  readonly price: number | null;
}
interface BoxedRow {
  readonly numberId: number;
  readonly item: string;
  readonly presence: BoxPresence;
}

const PRESENCE_WORDS: Readonly<Record<BoxPresence, string>> = {
  included: 'with',
  'left-out': 'without',
  unknown: 'not known:',
};

/** "with boot, rod; without reservoir" */
const boxWords = (rows: readonly BoxedRow[]): string =>
  BOX_PRESENCES.flatMap((presence) => {
    const items = rows.filter((row) => row.presence === presence).map((row) => row.item);
    return items.length === 0 ? [] : [`${PRESENCE_WORDS[presence]} ${items.join(', ')}`];
  }).join('; ');

interface SourceRow extends Source {
  readonly rowId: number;
  readonly kind: SourceKind;
}

const MANY = '(SELECT value FROM json_each(@ids))';
const LINK = `SELECT id, key, kind, from_number AS fromNumber, from_unit AS fromUnit, to_number AS toNumber,
  to_unit AS toUnit, both_ways AS bothWays FROM link`;
const NUMBER = `SELECT n.id, m.key AS maker, m.name AS issuer, n.written, n.status, n.kind AS numberKind,
  n.unit_id AS unitId, n.source_id AS sourceId
  FROM number n JOIN maker m ON m.id = n.maker_id`;
const SQL = {
  ofUnits: `${LINK} WHERE from_unit IN ${MANY} UNION ALL ${LINK} WHERE to_unit IN ${MANY}`,
  ofNumbers: `${LINK} WHERE from_number IN ${MANY} UNION ALL ${LINK} WHERE to_number IN ${MANY}`,
  assertions: `SELECT link_id AS linkId, source_id AS sourceId, asserted_on AS date, person, note FROM assertion
    WHERE link_id IN ${MANY} ORDER BY link_id, asserted_on`,
  conditions: `SELECT link_id AS linkId, kind, txt AS text, number FROM condition WHERE link_id IN ${MANY} ORDER
    BY link_id, seq`,
  numbersOfUnits: `${NUMBER} WHERE n.unit_id IN ${MANY} AND n.kind = 'order' ORDER BY n.status IN
    ('superseded', 'withdrawn'), n.status = 'current' DESC,
    NOT EXISTS (SELECT 1 FROM stock s WHERE s.number_id = n.id AND s.quantity IS NOT 0), n.id`,
  numbers: `${NUMBER} WHERE n.id IN ${MANY}`,
  stock: `SELECT number_id AS numberId, supplier, quantity, told_on AS date, price FROM stock WHERE number_id IN
    ${MANY} AND quantity IS NOT 0 ORDER BY number_id, supplier`,
  boxes: `SELECT number_id AS numberId, item, presence FROM box_item WHERE number_id IN ${MANY} ORDER BY
    number_id, presence, item`,
  units: `SELECT id, key, name FROM unit WHERE id IN ${MANY}`,
  sources: `SELECT id AS rowId, key AS id, kind, title, issued AS date FROM source`,
};

/** A number of the graph. */
export interface NamedNumber {
  readonly id: number;
  readonly maker: string;
  readonly issuer: string;
  readonly written: string;
  readonly status: string;
  readonly numberKind: string;
  readonly unitId: number | null;
  readonly sourceId: number;
}
export interface NamedUnit {
  readonly id: number;
  readonly key: string;
  readonly name: string;
}

export const idOf = (node: InterchangeNode): number => Number(node.slice(2));
const nodeOf = (numberId: number | null, unitId: number | null): InterchangeNode =>
  numberId === null ? `u:${unitId ?? 0}` : `n:${numberId}`;

/** The key of the claim that a number names a unit, for outcomes: there is no row of its own for it. */
const namesKey = (row: NamedNumber): string => `names:${row.maker}:${row.written}`;

/** The statements of the graph, each for many rows at once. */
function statementsOf(db: Db) {
  const many = <Row>(sql: string) => {
    const statement = db.prepare<[{ ids: string }], Row>(sql);
    return (ids: readonly number[]): Row[] => (ids.length === 0 ? [] : statement.all({ ids: JSON.stringify(ids) }));
  };
  return {
    ofUnits: many<LinkRow>(SQL.ofUnits),
    ofNumbers: many<LinkRow>(SQL.ofNumbers),
    assertions: many<AssertionRow>(SQL.assertions),
    conditions: many<ConditionRow>(SQL.conditions),
    numbersOfUnits: many<NamedNumber>(SQL.numbersOfUnits),
    numbers: many<NamedNumber>(SQL.numbers),
    units: many<NamedUnit>(SQL.units),
    stock: many<StockRow>(SQL.stock),
    boxes: many<BoxedRow>(SQL.boxes),
    sources: db.prepare<[], SourceRow>(SQL.sources),
  };
}
type Statements = ReturnType<typeof statementsOf>;

/** Rows of links as a walk wants them: with who claims them, under which conditions, and what came of them. */
function linkReader(ask: Statements, counted: ReadonlyMap<string, Outcomes>) {
  const sources = new Map(ask.sources.all().map(({ rowId, ...source }) => [rowId, source]));
  const withOutcomes = (link: InterchangeLink): InterchangeLink => {
    const count = counted.get(link.id);
    return count ? { ...link, outcomes: count } : link;
  };
  return {
    linksOf(rows: readonly LinkRow[]): InterchangeLink[] {
      const ids = [...new Set(rows.map((row) => row.id))];
      const said = groupBy(ask.assertions(ids), (a) => a.linkId);
      const asked = groupBy(ask.conditions(ids), (c) => c.linkId);
      return rows.map((row) =>
        withOutcomes({
          id: row.key,
          from: nodeOf(row.fromNumber, row.fromUnit),
          to: nodeOf(row.toNumber, row.toUnit),
          kind: row.kind,
          bothWays: row.bothWays === 1,
          conditions: (asked.get(row.id) ?? []).map(({ kind, text, number }) => ({
            kind,
            text,
            ...(number === '' ? {} : { number }),
          })),
          assertions: (said.get(row.id) ?? []).flatMap(({ sourceId, date, person, note }) => {
            const source = sources.get(sourceId);
            return source
              ? [{ source, date, ...(person === '' ? {} : { person }), ...(note === '' ? {} : { note }) }]
              : [];
          }),
        }),
      );
    },
    /** A number that leads to a unit is one with it, as surely as its source says so. */
    namesLink(row: NamedNumber): InterchangeLink[] {
      const source = sources.get(row.sourceId);
      if (row.unitId === null || row.numberKind !== 'order' || !source) return [];
      const link: InterchangeLink = {
        id: namesKey(row),
        from: `n:${row.id}`,
        to: `u:${row.unitId}`,
        kind: 'same',
        bothWays: true,
        conditions: [],
        assertions: [{ source, date: source.date }],
      };
      return [withOutcomes(link)];
    },
  };
}

/** Ids of the units, and of the numbers, among nodes. */
const idsOf = (nodes: readonly InterchangeNode[]): { readonly units: number[]; readonly numbers: number[] } => ({
  units: nodes.filter((n) => n.startsWith('u:')).map(idOf),
  numbers: nodes.filter((n) => n.startsWith('n:')).map(idOf),
});

/** What the nodes of one walk are called: each is read once, as the walk comes to it. */
function namesOf(ask: Statements) {
  const knownNumbers = new Map<number, NamedNumber>();
  const numbersByUnit = new Map<number, readonly NamedNumber[]>();
  const knownUnits = new Map<number, NamedUnit>();
  const keep = (rows: readonly NamedNumber[]): readonly NamedNumber[] => {
    for (const row of rows) knownNumbers.set(row.id, row);
    return rows;
  };
  return {
    /** Reads the names of nodes that were not met before. */
    read(nodes: readonly InterchangeNode[]): void {
      const { units, numbers } = idsOf(nodes);
      for (const row of ask.units(units.filter((id) => !knownUnits.has(id)))) knownUnits.set(row.id, row);
      const bare = units.filter((id) => !numbersByUnit.has(id));
      const byUnit = groupBy(keep(ask.numbersOfUnits(bare)), (row) => row.unitId ?? 0);
      for (const id of bare) numbersByUnit.set(id, byUnit.get(id) ?? []);
      keep(ask.numbers(numbers.filter((id) => !knownNumbers.has(id))));
    },
    words(node: InterchangeNode): string {
      if (node.startsWith('u:')) return knownUnits.get(idOf(node))?.name ?? node;
      const row = knownNumbers.get(idOf(node));
      return row ? `${row.issuer} ${row.written}` : node;
    },
    unit: (id: number) => knownUnits.get(id),
    number: (id: number) => knownNumbers.get(id),
    numbersOf: (unitId: number) => numbersByUnit.get(unitId) ?? [],
  };
}

/**
 * The interchange graph in the catalogue, read a ring of nodes at a time: a few statements for each ring, however many
 * nodes it has.
 */
export function interchangeGraph(db: Db, outcomes: () => ReadonlyMap<string, Outcomes>) {
  const ask = statementsOf(db);
  /** The graph for one walk. It remembers the names that it passes, so that the answer needs no further statements. */
  return () => {
    const [names, links] = [namesOf(ask), linkReader(ask, outcomes())];
    const source: InterchangeSource = {
      linksOf(nodes) {
        names.read(nodes);
        const { units, numbers } = idsOf(nodes);
        const named = [
          ...numbers.flatMap((id) => names.number(id) ?? []),
          ...units.flatMap((id) => names.numbersOf(id)),
        ];
        const rows = [...ask.ofUnits(units), ...ask.ofNumbers(numbers)];
        return [...links.linksOf(rows), ...named.flatMap(links.namesLink)];
      },
    };
    return {
      ...names,
      source,
      stockOf: (ids: readonly number[]) => groupBy(ask.stock(ids), (row) => row.numberId),
      /** What lies in the box of each of these numbers, in words; a number of which nobody said has none. */
      boxesOf: (ids: readonly number[]) =>
        new Map([...groupBy(ask.boxes(ids), (row) => row.numberId)].map(([id, rows]) => [id, boxWords(rows)])),
    };
  };
}

export type GraphReader = ReturnType<ReturnType<typeof interchangeGraph>>;
