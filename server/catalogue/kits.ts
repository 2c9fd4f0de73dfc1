import type { KitRecord } from '@kerabat/core/kit';
import { interchangeableTubes } from '@kerabat/core/line';
import type { SealMaterial } from '@kerabat/core/fluid';
import type { FittingWant } from '@kerabat/core/slip';
import { numberOf, type UnitDesign } from '@kerabat/core/unit';
import type { Db } from '../db/open.js';

interface KitRow {
  readonly id: number;
  readonly key: string;
  readonly name: string;
  readonly number: string | null;
  readonly bore: number;
  readonly boreLarge: number | null;
  readonly seals: SealMaterial | null;
  readonly source: string;
  readonly listed: 0 | 1;
}

const SQL = {
  /** Kits that a list names for the unit, and kits of the kind whose bore is the unit's. */
  forUnit: `SELECT k.id, k.key, k.name, k.bore, k.bore_large AS boreLarge, k.seals, s.title AS source,
      (SELECT n.written FROM number n WHERE n.kit_id = k.id AND n.status = 'current' LIMIT 1) AS number,
      EXISTS (SELECT 1 FROM kit_unit ku JOIN unit u ON u.id = ku.unit_id WHERE ku.kit_id = k.id AND u.key = @unit) AS listed
    FROM kit k JOIN source s ON s.id = k.source_id
    WHERE k.id IN (SELECT ku.kit_id FROM kit_unit ku JOIN unit u ON u.id = ku.unit_id WHERE u.key = @unit)
       OR (k.kind = @kind AND k.bore BETWEEN @bore - 0.06 AND @bore + 0.06)
    ORDER BY listed DESC, k.key`,
  contents: `SELECT item, quantity, note FROM kit_content WHERE kit_id = ? ORDER BY seq`,
  fitting: `SELECT f.name, n.written AS number FROM fitting f
    LEFT JOIN number n ON n.fitting_id = f.id AND n.kind = 'order' AND n.status = 'current'
    WHERE f.kind = @kind AND f.thread IS @thread AND (@seat IS NULL OR f.seat = @seat OR f.seat IS NULL)
      AND (@tube IS NULL OR f.tube IN (SELECT value FROM json_each(@tubes)) OR f.tube IS NULL) AND (@grade IS NULL OR f.grade = @grade) AND (f.size IS @size OR ABS(f.size - @size) <= 0.5)
    ORDER BY (f.seat IS @seat) DESC, (f.tube IS @tube) DESC, f.key LIMIT 1`,
  /** The lowest price that anybody with some in stock has told. */
  price: `SELECT MIN(s.price) FROM stock s JOIN number n ON n.id = s.number_id WHERE n.written = ? AND n.fitting_id IS NOT NULL AND s.quantity > 0`,
  box: `SELECT b.item, b.presence FROM box_item b JOIN number n ON n.id = b.number_id JOIN unit u ON u.id = n.unit_id
    WHERE u.key = ? AND n.written = ? ORDER BY b.item`,
};

/** Kits, small parts and what boxes hold. */
export function kitStore(db: Db) {
  const forUnit = db.prepare<[{ unit: string; kind: string; bore: number }], KitRow>(SQL.forUnit);
  const contents = db.prepare<[number], { item: string; quantity: number; note: string }>(SQL.contents);
  const fitting = db.prepare<
    [Record<'kind' | 'thread' | 'seat' | 'tube' | 'tubes' | 'grade', string | null> & { readonly size: number | null }],
    { name: string; number: string | null }
  >(SQL.fitting);
  const price = db.prepare<[string], number | null>(SQL.price).pluck() as {
    get(number: string): number | null | undefined;
  };
  const box = db.prepare<[string, string], { item: string; presence: 'included' | 'left-out' | 'unknown' }>(SQL.box);

  return {
    forUnit(unit: UnitDesign): KitRecord[] {
      const bore = numberOf(unit.facts, 'bore') ?? -1;
      return forUnit.all({ unit: unit.id, kind: unit.kind, bore }).map((row) => ({
        id: row.key,
        name: row.name,
        boreMm: row.bore,
        source: row.source,
        listed: row.listed === 1,
        contents: contents.all(row.id),
        ...(row.number === null ? {} : { number: row.number }),
        ...(row.boreLarge === null ? {} : { boreLargeMm: row.boreLarge }),
        ...(row.seals === null ? {} : { seals: row.seals }),
      }));
    },
    /** The number that a small part is ordered by, when the catalogue has one. */
    fittingNumber(want: FittingWant): string | undefined {
      const { kind, thread = null, seat = null, tube = null, grade = null, sizeMm: size = null } = want;
      const tubes = JSON.stringify(tube === null ? [] : interchangeableTubes(tube));
      return fitting.get({ kind, thread, seat, tube, tubes, grade, size })?.number ?? undefined;
    },
    /** What a small part costs, as far as anybody who has it has told. */
    fittingPrice(want: FittingWant): number | undefined {
      const number = this.fittingNumber(want);
      return number === undefined ? undefined : (price.get(number) ?? undefined);
    },
    box: (unitKey: string, number: string) => box.all(unitKey, number),
  };
}

export type KitStore = ReturnType<typeof kitStore>;
