import type { SeatForm } from '../seat/index.js';
import type { Gender } from '../thread/index.js';

/** Fittings by their ends. */

/** A port, an opening of a fitting, or what goes into one: thread, seat, and which of the two it is. */
export interface Opening {
  readonly gender: Gender;
  readonly thread: string;
  readonly seat: SeatForm;
}

export const PIECE_KINDS = ['adapter', 'union', 'tee', 'line', 'hose', 'tube-nut', 'plug'] as const;
export type PieceKind = (typeof PIECE_KINDS)[number];

/** A fitting of the catalogue by its ends; a tube nut by the tube that it is for. */
export interface FittingPiece {
  readonly key: string;
  readonly kind: PieceKind;
  readonly name: string;
  readonly ends: readonly Opening[];
  readonly tube?: string;
  readonly lengthMm?: number;
  readonly number?: string;
  readonly price?: number;
}

/** What names an opening: two that have one name are joined alike. */
export const openingKey = ({ gender, thread, seat }: Opening): string => nameOf(gender, thread, seat);
const nameOf = (gender: string, thread: string, seat: string): string => `${gender}|${thread}|${seat}`;

/** An opening of which not everything need be known. */
export type PerhapsOpening = { readonly [K in keyof Opening]?: string | undefined };
export const opposite = (opening: Opening): Opening => ({
  ...opening,
  gender: opening.gender === 'male' ? 'female' : 'male',
});
/**
 * What the ends of a joining piece go into, as one name: two pieces with one name are exchangeable. Nothing where its
 * ends are all alike, so that its thread says it all, or where one is not known.
 */
export function endsOf(ends: readonly PerhapsOpening[]): { readonly ends?: string } {
  const keys = ends.flatMap(({ gender, thread, seat }) =>
    gender && thread && seat ? [nameOf(gender, thread, seat)] : [],
  );
  if (keys.length < ends.length || new Set(keys).size < 2) return {};
  return { ends: keys.sort().join(' + ') };
}
