import { type FittingPiece, type Opening, PIECE_KINDS, type PieceKind } from '@kerabat/core/named/fitting';
import type { SeatForm } from '@kerabat/core/named/seat';
import type { Gender } from '@kerabat/core/named/thread';
import { type FittingIndex, indexFittings } from '@kerabat/core/work/line';
import type { Db } from '../../base/db/open.js';

const SQL = {
  /**
   * Small parts that join something, with the number they are ordered by and the lowest price that anybody with some in
   * stock has told.
   */
  pieces: `SELECT f.key, f.kind, f.name, f.thread, f.seat, f.tube, f.length AS lengthMm, n.written AS number,
      (SELECT MIN(s.price) FROM stock s WHERE s.number_id = n.id AND s.quantity IS NOT 0) AS price
    FROM fitting f LEFT JOIN number n ON n.fitting_id = f.id AND n.kind = 'order' AND n.status = 'current'
    WHERE f.kind IN (SELECT value FROM json_each(?)) ORDER BY f.id, n.id`,
  ends: `SELECT f.key, e.gender, e.thread, e.seat FROM fitting_end e JOIN fitting f ON f.id = e.fitting_id ORDER
    BY f.id, e.position`,
  /** Sets for a thread, with who had how many of them when. */
  sets: `SELECT f.name, n.written AS number, MIN(s.price) AS price, s.supplier, s.quantity, s.told_on AS toldOn
    FROM fitting f LEFT JOIN number n ON n.fitting_id = f.id AND n.kind = 'order' AND n.status = 'current' LEFT
    JOIN stock s ON s.number_id = n.id
    WHERE f.kind = 'kit' AND f.thread = ? GROUP BY f.id ORDER BY f.key`,
  changes: 'SELECT total_changes()',
};

interface PieceRow {
  readonly key: string;
  readonly kind: PieceKind;
  readonly name: string;
  readonly thread: string | null;
  readonly seat: SeatForm | null;
  readonly tube: string | null;
  readonly lengthMm: number | null;
  readonly number: string | null;
  readonly price: number | null;
}
interface EndRow extends Opening {
  readonly key: string;
}
export interface ReadySet {
  readonly name: string;
  readonly number: string | null;
  readonly price: number | null;
  readonly supplier: string | null;
  readonly quantity: number | null;
  readonly toldOn: string | null;
}

interface Kept {
  readonly state: string;
  readonly index: FittingIndex;
  readonly byKey: ReadonlyMap<string, FittingPiece>;
}

/** Ends of a part whose ends are all alike, by its kind: how many, and whether they go in or take something in. */
const ALIKE: Readonly<Partial<Record<PieceKind, readonly [number, Gender]>>> = {
  'tube-nut': [1, 'male'],
  plug: [1, 'male'],
  union: [2, 'female'],
  tee: [3, 'female'],
  line: [2, 'male'],
};

/** Small parts by what their ends go into. */
export function fittingStore(db: Db) {
  const pieces = db.prepare<[string], PieceRow>(SQL.pieces);
  const ends = db.prepare<[], EndRow>(SQL.ends);
  const sets = db.prepare<[string], ReadySet>(SQL.sets);
  const changes = db.prepare<[], number>(SQL.changes).pluck() as { get(): number };
  let kept: Kept | undefined;

  function read(): FittingPiece[] {
    const told = new Map<string, Opening[]>();
    for (const { key, ...end } of ends.all()) told.set(key, [...(told.get(key) ?? []), end]);
    const seen = new Set<string>();
    return pieces.all(JSON.stringify(PIECE_KINDS)).flatMap((row): FittingPiece[] => {
      // One part with two numbers is one part.
      if (seen.has(row.key)) return [];
      seen.add(row.key);
      const { key, kind, name, tube, lengthMm, number, price } = row;
      const own = told.get(key) ?? alike(row);
      return own.length === 0
        ? []
        : [
            {
              key,
              kind,
              name,
              ends: own,
              ...(tube === null ? {} : { tube }),
              ...(lengthMm === null ? {} : { lengthMm }),
              ...(number === null ? {} : { number }),
              ...(price === null ? {} : { price }),
            },
          ];
    });
  }

  /** Made once for each state of the catalogue. */
  function current(): Kept {
    const state = `${String(db.pragma('data_version', { simple: true }))} ${changes.get()}`;
    if (kept?.state !== state) {
      const all = read();
      kept = { state, index: indexFittings(all), byKey: new Map(all.map((piece) => [piece.key, piece])) };
    }
    return kept;
  }

  return {
    index: (): FittingIndex => current().index,
    piece: (key: string): FittingPiece | undefined => current().byKey.get(key),
    sets: (thread: string): ReadySet[] => sets.all(thread),
  };
}

function alike({ kind, thread, seat }: PieceRow): Opening[] {
  const [count, gender] = ALIKE[kind] ?? [0, 'male' as const];
  // A plug goes by its thread alone.
  if (thread === null || (seat === null && kind !== 'plug')) return [];
  return Array.from({ length: count }, () => ({ gender, thread, seat: seat ?? 'inverted-flare' }));
}
