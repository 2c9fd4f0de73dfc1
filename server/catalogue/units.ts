import type { NumberView, UnitDetail, UnitSummary } from '@kerabat/contract';
import { attributeWords, valueWords } from '@kerabat/core/attribute';
import { boreName } from '@kerabat/core/bore';
import type { UnitDesign, UnitKind } from '@kerabat/core/unit';
import type { Db } from '../db/open.js';
import { groupBy } from '../db/rows.js';
import { notFound } from '../http/problem.js';
import { factOfRow, type FactRow } from './facts.js';
import { NUMBER_COLUMNS, numberView, type NumberRow } from './numbers.js';

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
const FACTS = `SELECT f.attribute, f.position, f.presence, f.num, f.txt, f.tolerance, s.title AS source`;

const SQL = {
  byKey: `${UNIT} WHERE u.key = ?`,
  // The limit is met before the makers and sources are looked up.
  list: `${UNIT_OF('(SELECT * FROM unit ORDER BY kind, key LIMIT @limit)')} ORDER BY u.kind, u.key`,
  ofKind: `${UNIT_OF('(SELECT * FROM unit WHERE kind = @kind ORDER BY key LIMIT @limit)')} ORDER BY u.key`,
  search: `${UNIT} WHERE (@kind = '' OR u.kind = @kind) AND (u.name LIKE '%' || @q || '%' OR u.key LIKE '%' || @q || '%')
    ORDER BY u.kind, u.key LIMIT @limit`,
  facts: `${FACTS} FROM unit_fact f JOIN source s ON s.id = f.source_id WHERE f.unit_id = ? ORDER BY f.attribute, f.position`,
  orderNumbers: `SELECT n.unit_id AS unitId, n.written FROM number n JOIN maker m ON m.id = n.maker_id
    WHERE n.unit_id IN (SELECT value FROM json_each(?)) AND n.kind = 'order' ORDER BY n.status = 'current' DESC, n.id`,
  bores: `SELECT unit_id AS unitId, num FROM unit_fact WHERE unit_id IN (SELECT value FROM json_each(?)) AND attribute = 'bore' AND position = '' AND num IS NOT NULL`,
  numbers: `${NUMBER_COLUMNS} WHERE n.unit_id = ? ORDER BY n.kind, n.status = 'current' DESC, n.id`,
  fitted: `SELECT v.key AS vehicleId, m.name || ' ' || v.name AS vehicle, c.slot FROM chain_entry c
    JOIN vehicle v ON v.id = c.vehicle_id JOIN maker m ON m.id = v.maker_id WHERE c.unit_id = ? GROUP BY v.id, c.slot ORDER BY v.key`,
};

/** Units as the catalogue records them. */
export function unitStore(db: Db) {
  const byKey = db.prepare<[string], UnitRow>(SQL.byKey);
  const list = db.prepare<[{ limit: number }], UnitRow>(SQL.list);
  const ofKind = db.prepare<[{ kind: string; limit: number }], UnitRow>(SQL.ofKind);
  const search = db.prepare<[{ kind: string; q: string; limit: number }], UnitRow>(SQL.search);
  const facts = db.prepare<[number], FactRow>(SQL.facts);
  const orderNumbers = db.prepare<[string], { unitId: number; written: string }>(SQL.orderNumbers);
  const bores = db.prepare<[string], { unitId: number; num: number }>(SQL.bores);
  const numbers = db.prepare<[number], NumberRow>(SQL.numbers);
  const fitted = db.prepare<[number], { vehicleId: string; vehicle: string; slot: string }>(SQL.fitted);

  const design = (row: UnitRow): UnitDesign => ({
    id: row.key,
    kind: row.kind,
    name: row.name,
    maker: row.maker,
    facts: facts.all(row.id).flatMap(factOfRow),
  });
  const numbersOf = (id: number): string[] => orderNumbers.all(JSON.stringify([id])).map((n) => n.written);

  return {
    /** One unit for the core, or undefined when there is no such key. */
    design(key: string): UnitDesign | undefined {
      const row = byKey.get(key);
      return row && design(row);
    },
    /** The name and maker of a unit, without its facts. */
    head: (key: string): Pick<UnitRow, 'name' | 'maker' | 'kind'> | undefined => byKey.get(key),
    numbers(key: string): string[] {
      const row = byKey.get(key);
      return row ? numbersOf(row.id) : [];
    },
    search(kind: string, q: string, limit: number): UnitSummary[] {
      const rows =
        q !== '' ? search.all({ kind, q, limit }) : kind === '' ? list.all({ limit }) : ofKind.all({ kind, limit });
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
