import { UNIT_ORDERS, type NumberView, type UnitDetail, type UnitOrder, type UnitSummary } from '@kerabat/contract';
import { attributeWords, valueWords } from '@kerabat/core/named/attribute';
import { boreName } from '@kerabat/core/named/bore';
import type { NoteSubject, UnitDesign, UnitKind } from '@kerabat/core/named/unit';
import { keeper } from '../../base/db/kept.js';
import type { Db } from '../../base/db/open.js';
import { groupBy } from '../../base/db/rows.js';
import { notFound } from '../../base/http/problem.js';
import { factOfRow, type FactRow } from './facts.js';
import { NUMBER_COLUMNS, type NumberRow, numberView } from './numbers.js';

export interface UnitRow {
  readonly id: number;
  readonly key: string;
  readonly kind: UnitKind;
  readonly name: string;
  readonly maker: string;
  readonly note: string;
  readonly source: string;
}

const UNIT_OF = (
  units: string,
): string => `SELECT u.id, u.key, u.kind, u.name, m.name AS maker, u.note, s.title AS source
  FROM ${units} u JOIN maker m ON m.id = u.maker_id JOIN source s ON s.id = u.source_id`;
const UNIT = UNIT_OF('unit');
const FACTS = `SELECT f.attribute, f.position, f.presence, f.num, f.txt, f.tolerance, s.title AS source,
  s.kind AS sourceKind`;

const PAGE = 'LIMIT (@limit + 0) OFFSET (@offset + 0)';
/** 1 for a number of which everybody who was asked has none left. */
const SOLD_OUT = `(EXISTS (SELECT 1 FROM stock s WHERE s.number_id = n.id) AND NOT EXISTS (SELECT 1 FROM stock s
    WHERE s.number_id = n.id AND s.quantity IS NOT 0))`;

const SQL = {
  byKey: `${UNIT} WHERE u.key = ?`,
  // The limit is met before the makers and sources are looked up.
  list: `${UNIT_OF(`(SELECT * FROM unit ORDER BY kind, key ${PAGE})`)} ORDER BY u.kind, u.key`,
  ofKind: `${UNIT_OF(`(SELECT * FROM unit WHERE kind = @kind ORDER BY key ${PAGE})`)} ORDER BY u.key`,
  counts: `SELECT kind, count(*) AS n FROM unit GROUP BY kind`,
  facts: `${FACTS} FROM unit_fact f JOIN source s ON s.id = f.source_id WHERE f.unit_id = ? ORDER BY
    f.attribute, f.position`,
  orderNumbers: `SELECT n.unit_id AS unitId, n.written FROM number n JOIN maker m ON m.id = n.maker_id
    WHERE n.unit_id IN (SELECT value FROM json_each(?)) AND n.kind = 'order' ORDER BY
    n.status IN ('superseded', 'withdrawn'), n.status = 'current' DESC, ${SOLD_OUT}, n.id`,
  bores: `SELECT unit_id AS unitId, num FROM unit_fact WHERE unit_id IN (SELECT value FROM json_each(?)) AND
    attribute = 'bore' AND position = '' AND num IS NOT NULL`,
  numbers: `${NUMBER_COLUMNS} WHERE n.unit_id = ? ORDER BY n.kind,
    n.status IN ('superseded', 'withdrawn'), n.status = 'current' DESC, n.id`,
  notes: `SELECT n.about, n.txt AS words, s.title AS source FROM unit_note n JOIN unit u ON u.id = n.unit_id
    JOIN source s ON s.id = n.source_id WHERE u.key = ? ORDER BY n.about, n.txt`,
  condition: `SELECT NULLIF(n.condition, '') FROM number n JOIN unit u ON u.id = n.unit_id WHERE u.key = ? AND
    n.written = ?`,
  fitted: `SELECT v.key AS vehicleId, m.name || ' ' || v.name AS vehicle, c.slot FROM chain_entry c
    JOIN vehicle v ON v.id = c.vehicle_id JOIN maker m ON m.id = v.maker_id WHERE c.unit_id = ? GROUP BY v.id,
    c.slot ORDER BY v.key`,
};

/** Orders of a list of units; each ends in the key, so that pages do not overlap. */
const ORDERS = { kind: 'u.kind, u.key', name: 'u.name, u.key', maker: 'm.name, u.name, u.key' } as const;
const SEARCHED = `(@kind = '' OR u.kind = @kind) AND (u.name LIKE '%' || @q || '%' OR u.key LIKE '%' || @q ||
  '%' OR m.name LIKE '%' || @q || '%'
  OR EXISTS (SELECT 1 FROM number n WHERE n.unit_id = u.id AND n.written LIKE '%' || @q || '%'))`;

/** A page of a list of units. */
export interface UnitsAsked {
  readonly kind: string;
  /** Words of the name, the maker or a number; all of them are looked for as one. */
  readonly q: string;
  readonly limit: number;
  readonly offset?: number;
  readonly sort?: UnitOrder;
  readonly descending?: boolean;
}

/** Units looked for by their words and their kind, a page at a time. */
function unitSearch(db: Db) {
  const list = db.prepare<[{ limit: number; offset: number }], UnitRow>(SQL.list);
  const ofKind = db.prepare<[{ kind: string; limit: number; offset: number }], UnitRow>(SQL.ofKind);
  const counts = db.prepare<[], { kind: string; n: number }>(SQL.counts);
  const counted = db
    .prepare<[{ kind: string; q: string }], number>(
      `SELECT count(*) FROM unit u JOIN maker m ON m.id = u.maker_id WHERE ${SEARCHED}`,
    )
    .pluck();
  const searchBy = new Map(
    UNIT_ORDERS.flatMap((sort) =>
      [false, true].map((down) => {
        const order = down ? ORDERS[sort].replace(/,|$/g, (end) => ` DESC${end}`) : ORDERS[sort];
        const sql = `${UNIT} WHERE ${SEARCHED} ORDER BY ${order} ${PAGE}`;
        return [
          `${sort}${down}`,
          db.prepare<[{ kind: string; q: string; limit: number; offset: number }], UnitRow>(sql),
        ];
      }),
    ),
  );
  const orderNumbers = db.prepare<[string], { unitId: number; written: string }>(SQL.orderNumbers);
  const bores = db.prepare<[string], { unitId: number; num: number }>(SQL.bores);

  return {
    /** How many units there are, of one kind or of all. */
    total(kind: string, q = ''): number {
      if (q !== '') return counted.get({ kind, q }) ?? 0;
      return counts.all().reduce((sum, row) => (kind === '' || row.kind === kind ? sum + row.n : sum), 0);
    },
    search({ kind, q, limit, offset = 0, sort = 'kind', descending = false }: UnitsAsked): UnitSummary[] {
      const plain = q === '' && sort === 'kind' && !descending;
      const rows = plain
        ? kind === ''
          ? list.all({ limit, offset })
          : ofKind.all({ kind, limit, offset })
        : (searchBy.get(`${sort}${descending}`)?.all({ kind, q, limit, offset }) ?? []);
      const ids = JSON.stringify(rows.map((row) => row.id));
      const [numbersBy, boreOf] = [
        groupBy(orderNumbers.all(ids), (n) => n.unitId),
        new Map(bores.all(ids).map((b) => [b.unitId, b.num])),
      ];
      return rows.map((row) => {
        const bore = boreOf.get(row.id);
        const name = bore === undefined ? null : (boreName(bore) ?? valueWords('bore', bore));
        return {
          id: row.key,
          kind: row.kind,
          name: row.name,
          maker: row.maker,
          bore: name,
          numbers: (numbersBy.get(row.id) ?? []).map((n) => n.written),
        };
      });
    },
  };
}

/** Units as the catalogue records them. */
export function unitStore(db: Db) {
  const byKey = db.prepare<[string], UnitRow>(SQL.byKey);
  const facts = db.prepare<[number], FactRow>(SQL.facts);
  const orderNumbers = db.prepare<[string], { unitId: number; written: string }>(SQL.orderNumbers);
  const numbers = db.prepare<[number], NumberRow>(SQL.numbers);
  const fitted = db.prepare<[number], { vehicleId: string; vehicle: string; slot: string }>(SQL.fitted);

  const notes = db.prepare<[string], { about: NoteSubject; words: string; source: string }>(SQL.notes);
  const condition = db.prepare<[string, string], string | null>(SQL.condition).pluck();

  const design = (row: UnitRow): UnitDesign => ({
    id: row.key,
    kind: row.kind,
    name: row.name,
    maker: row.maker,
    facts: facts.all(row.id).flatMap(factOfRow),
  });
  const numbersOf = (id: number): string[] => orderNumbers.all(JSON.stringify([id])).map((n) => n.written);
  const kept = keeper(db);
  const designAt = kept((key): UnitDesign | undefined => {
    const row = byKey.get(key);
    return row && design(row);
  });
  const numbersAt = kept((key): readonly string[] => {
    const row = byKey.get(key);
    return row ? numbersOf(row.id) : [];
  });

  return {
    /** What its maker says of handling a unit. */
    notes: (key: string) => notes.all(key),
    /** What is sold under a number of a unit: new, rebuilt or used; undefined where nobody says. */
    condition: (key: string, written: string): string | undefined => condition.get(key, written) ?? undefined,
    /** One unit for the core, or undefined when there is no such key. */
    design: designAt,
    /** The name and maker of a unit, without its facts. */
    head: (key: string): Pick<UnitRow, 'name' | 'maker' | 'kind'> | undefined => byKey.get(key),
    numbers: (key: string): string[] => [...numbersAt(key)],
    ...unitSearch(db),
    detail(key: string): UnitDetail {
      const row = byKey.get(key);
      if (!row) throw notFound(`There is no unit "${key}" in the catalogue.`);
      const views: NumberView[] = numbers.all(row.id).map((n) => numberView(n));
      return {
        id: row.key,
        kind: row.kind,
        name: row.name,
        maker: row.maker,
        note: row.note,
        source: row.source,
        facts: design(row).facts.map((fact) => ({
          attribute: fact.attribute,
          words: attributeWords(fact.attribute, fact.position),
          ...(fact.position === undefined ? {} : { position: fact.position }),
          value: valueWords(fact.attribute, fact.value),
          recorded: fact.value,
          source: fact.source,
        })),
        numbers: views,
        fitted: fitted.all(row.id),
      };
    },
  };
}

export type UnitStore = ReturnType<typeof unitStore>;
