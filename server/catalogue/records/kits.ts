import type { KitRecord, NeededPiece, Piece } from '@kerabat/core/list/kit';
import type { Pack } from '@kerabat/core/list/need';
import type { FittingWant } from '@kerabat/core/list/parts-list';
import type { Bottle, SealMaterial } from '@kerabat/core/named/fluid';
import type { FittingKind } from '@kerabat/core/named/item';
import { interchangeableTubes } from '@kerabat/core/named/tube';
import type { UnitKind } from '@kerabat/core/named/unit';
import type { BoxRecord } from '@kerabat/core/job';
import type { Db } from '../../base/db/open.js';

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
  readonly builtFrom: string | null;
  readonly builtTo: string | null;
}

const SQL = {
  /** Kits that a list names for the unit, and kits of the kind whose bore is the unit's. */
  forUnit: `SELECT k.id, k.key, k.name, k.bore, k.bore_large AS boreLarge, k.seals, s.title AS source,
      (SELECT n.written FROM number n WHERE n.kit_id = k.id AND n.status = 'current' LIMIT 1) AS number,
      listed.kit_id IS NOT NULL AS listed, listed.built_from AS builtFrom, listed.built_to AS builtTo
    FROM kit k JOIN source s ON s.id = k.source_id LEFT JOIN kit_unit listed ON listed.kit_id = k.id AND
    listed.unit_id = (SELECT id FROM unit WHERE key = @unit)
    WHERE k.id IN (SELECT ku.kit_id FROM kit_unit ku JOIN unit u ON u.id = ku.unit_id WHERE u.key = @unit)
       OR (k.kind = @kind AND k.bore BETWEEN @bore - @within AND @bore + @within)
       OR (k.kind = @kind AND k.id IN (SELECT c.kit_id FROM kit_content c WHERE c.size BETWEEN @bore - @within
    AND @bore + @within))
    ORDER BY listed DESC, k.key`,
  /**
   * What is in a kit and in the kits that it holds. An import refuses a kit that contains itself; the depth guards
   * against one that came another way.
   */
  contents: `WITH RECURSIVE held (kit_id, times, depth) AS (SELECT ?, 1, 0
      UNION ALL SELECT c.holds_kit, h.times * c.quantity, h.depth + 1 FROM held h JOIN kit_content c ON c.kit_id
    = h.kit_id WHERE c.holds_kit IS NOT NULL AND h.depth < 8)
    SELECT c.item, h.times * c.quantity AS quantity, NULLIF(c.size, 0) AS size, c.note FROM held h JOIN
    kit_content c ON c.kit_id = h.kit_id
    WHERE c.holds_kit IS NULL ORDER BY h.depth, c.kit_id, c.seq`,
  pieces: `SELECT p.item, p.quantity, NULLIF(p.size, 0) AS size, p.stays FROM unit_piece p JOIN unit u ON u.id =
    p.unit_id WHERE u.key = ? ORDER BY p.item, p.size`,
  fitting: `SELECT f.name, n.written AS number FROM fitting f
    LEFT JOIN number n ON n.fitting_id = f.id AND n.kind = 'order' AND n.status = 'current'
    WHERE f.kind = @kind AND (f.thread IS @thread OR @ends IS NOT NULL) AND (@seat IS NULL OR f.seat = @seat OR
    f.seat IS NULL)
      AND (@tube IS NULL OR f.tube IN (SELECT value FROM json_each(@tubes)) OR f.tube IS NULL) AND (@grade IS
    NULL OR f.grade = @grade) AND (f.size IS @size OR ABS(f.size - @size) <= 0.5 OR @size BETWEEN f.size AND
    f.size_to)
      AND NOT EXISTS (SELECT 1 FROM fitting_piece p WHERE p.fitting_id = f.id)
      AND (SELECT group_concat(key, ' + ') FROM (SELECT e.gender || '|' || e.thread || '|' || e.seat AS key FROM
    fitting_end e WHERE e.fitting_id = f.id ORDER BY 1)) IS @ends
    ORDER BY (f.seat IS @seat) DESC, (f.tube IS @tube) DESC,
      (EXISTS (SELECT 1 FROM stock s WHERE s.number_id = n.id AND s.quantity IS NOT 0)) DESC, f.key LIMIT 1`,
  /** Bottles of a grade that can be ordered, with the lowest price that anybody with some in stock has told. */
  bottles: `SELECT n.written AS number, f.volume_ml AS millilitres, (SELECT MIN(s.price) FROM stock s WHERE
    s.number_id = n.id AND s.quantity IS NOT 0) AS price
    FROM fitting f JOIN number n ON n.fitting_id = f.id AND n.kind = 'order' AND n.status = 'current'
    WHERE f.kind = 'fluid' AND f.grade = ? AND f.volume_ml > 0 ORDER BY f.volume_ml, n.written`,
  packs: `SELECT f.id, f.key, f.name, f.kind AS item, n.written AS number, (SELECT MIN(s.price) FROM stock s
    WHERE s.number_id = n.id AND s.quantity IS NOT 0) AS price
    FROM fitting f LEFT JOIN number n ON n.fitting_id = f.id AND n.kind = 'order' AND n.status = 'current'
    WHERE EXISTS (SELECT 1 FROM fitting_piece p WHERE p.fitting_id = f.id) ORDER BY f.key`,
  piecesOfPack: `SELECT NULLIF(thread, '') AS thread, NULLIF(size, 0) AS size, quantity FROM fitting_piece WHERE
    fitting_id = ? ORDER BY thread, size`,
  /** The lowest price that anybody with some in stock has told. */
  price: `SELECT MIN(s.price) FROM stock s JOIN number n ON n.id = s.number_id WHERE n.written = ? AND
    n.fitting_id IS NOT NULL AND s.quantity IS NOT 0`,
  box: `SELECT b.item, b.presence, b.kind, b.quantity, NULLIF(b.thread, '') AS thread, b.size
    FROM box_item b JOIN number n ON n.id = b.number_id JOIN unit u ON u.id = n.unit_id
    WHERE u.key = ? AND n.written = ? ORDER BY b.item, b.thread`,
};

interface PieceRow {
  readonly item: string;
  readonly quantity: number;
  readonly size: number | null;
}
const pieceOf = ({ item, quantity, size }: PieceRow): Piece => ({
  item,
  quantity,
  ...(size === null ? {} : { sizeMm: size }),
});

const contentOf = ({ note, ...piece }: PieceRow & { readonly note: string }): KitRecord['contents'][number] => ({
  ...pieceOf(piece),
  ...(note ? { note } : {}),
});

const kitOf = (row: KitRow, contents: KitRecord['contents']): KitRecord => ({
  id: row.key,
  name: row.name,
  boreMm: row.bore,
  source: row.source,
  listed: row.listed === 1,
  contents,
  ...(row.number === null ? {} : { number: row.number }),
  ...(row.boreLarge === null ? {} : { boreLargeMm: row.boreLarge }),
  ...(row.seals === null ? {} : { seals: row.seals }),
  ...(row.builtFrom ? { builtFrom: row.builtFrom } : {}),
  ...(row.builtTo ? { builtTo: row.builtTo } : {}),
});

/** Kits, small parts and what boxes hold. */
export function kitStore(db: Db) {
  const forUnit = db.prepare<[{ unit: string; kind: string; bore: number; within: number }], KitRow>(SQL.forUnit);
  const contents = db.prepare<[number], PieceRow & { readonly note: string }>(SQL.contents);
  const pieces = db.prepare<[string], PieceRow & { readonly stays: 0 | 1 }>(SQL.pieces);
  const fitting = db.prepare<
    [
      Record<'kind' | 'thread' | 'seat' | 'tube' | 'tubes' | 'grade' | 'ends', string | null> & {
        readonly size: number | null;
      },
    ],
    { name: string; number: string | null }
  >(SQL.fitting);
  const price = db.prepare<[string], number | null>(SQL.price).pluck() as {
    get(number: string): number | null | undefined;
  };
  const bottles = db.prepare<[string], { number: string; millilitres: number; price: number | null }>(SQL.bottles);
  const box = db.prepare<[string, string], BoxRecord>(SQL.box);

  const packs = db.prepare<
    [],
    { id: number; key: string; name: string; item: FittingKind; number: string | null; price: number | null }
  >(SQL.packs);
  const piecesOfPack = db.prepare<[number], { thread: string | null; size: number | null; quantity: number }>(
    SQL.piecesOfPack,
  );

  const contentsOf = (id: number): KitRecord['contents'] => contents.all(id).map(contentOf);
  /** The number that a small part is ordered by, when the catalogue has one. */
  const fittingNumber = (want: FittingWant): string | undefined => {
    const { kind, thread = null, seat = null, tube = null, grade = null, sizeMm: size = null, ends = null } = want;
    const tubes = JSON.stringify(tube === null ? [] : interchangeableTubes(tube));
    return fitting.get({ kind, thread, seat, tube, tubes, grade, size, ends })?.number ?? undefined;
  };

  return {
    /** Packs that hold small parts of several sizes. */
    packs: (): Pack[] =>
      packs.all().map(({ id, key, number, price: each, ...pack }) => ({
        ...pack,
        id: key,
        ...(number === null ? {} : { number }),
        ...(each === null ? {} : { price: each }),
        pieces: piecesOfPack.all(id).map(({ thread, size, quantity }) => ({
          quantity,
          ...(thread === null ? {} : { thread }),
          ...(size === null ? {} : { sizeMm: size }),
        })),
      })),
    /** Kits that a list names for a unit, and those of its kind and bore within so many mm. */
    forUnit(unit: string, kind: UnitKind, bore: number, within: number): KitRecord[] {
      return forUnit.all({ unit, kind, bore, within }).map((row) => kitOf(row, contentsOf(row.id)));
    },
    /** What lies in a kit, and in the kits that it holds. */
    contentsOf,
    /** What a unit needs to be sealed anew, as its maker lists it. */
    piecesOf: (unitKey: string): NeededPiece[] =>
      pieces.all(unitKey).map(({ stays, ...piece }) => ({ ...pieceOf(piece), stays: stays === 1 })),
    fittingNumber,
    /** What a small part costs, as far as anybody who has it has told. */
    fittingPrice(want: FittingWant): number | undefined {
      const number = fittingNumber(want);
      return number === undefined ? undefined : (price.get(number) ?? undefined);
    },
    /** Bottles of a grade. */
    bottles: (grade: string): Bottle[] =>
      bottles.all(grade).map(({ price: each, ...bottle }) => (each === null ? bottle : { ...bottle, price: each })),
    box: (unitKey: string, number: string) => box.all(unitKey, number),
  };
}

export type KitStore = ReturnType<typeof kitStore>;
