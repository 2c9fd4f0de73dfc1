import type { FittingPiece, Opening } from '../../named/fitting/index.js';
import { SEAT_FORMS, type SeatForm } from '../../named/seat/index.js';
import { findThread } from '../../named/thread/index.js';
import { LINE_FLARES } from '../../named/tube/index.js';
import type { WayStep } from './way.js';

/**
 * A way as a decision keeps it: one row for each step, the piece by its key in the catalogue, and what is open after
 * it.
 */

const ACTS = ['adapter', 'union', 'reflare'] as const;
export interface WayNote {
  readonly do: (typeof ACTS)[number];
  readonly key?: string;
  readonly thread: string;
  readonly seat: SeatForm;
}

/** So many steps are kept: more pieces in a row are no way. */
const MOST = 4;

export const wayText = (notes: readonly WayNote[]): string =>
  JSON.stringify(notes.map(({ do: act, key, thread, seat }) => [act, key ?? '', thread, seat]));

/** Reads what `wayText` wrote; undefined when it is nothing of the kind. */
export function readNotes(text: string): readonly WayNote[] | undefined {
  let rows: unknown;
  try {
    rows = JSON.parse(text);
  } catch {
    // Somebody else's note, or a half-written one: there is no way in it.
    return undefined;
  }
  if (!Array.isArray(rows) || rows.length === 0 || rows.length > MOST) return undefined;
  const notes = rows.map((row: unknown): WayNote | undefined => {
    if (!Array.isArray(row) || row.length !== 4 || !row.every((cell) => typeof cell === 'string')) return undefined;
    const [act, key, thread, form] = row as [string, string, string, string];
    const [what, seat] = [ACTS.find((a) => a === act), SEAT_FORMS.find((s) => s === form)];
    if (!what || !seat) return undefined;
    // An end that no tool makes on a line, or a thread of no standard, is no end to flare.
    if (what === 'reflare' && !(LINE_FLARES.some((flare) => flare === seat) && findThread(thread))) return undefined;
    return { do: what, thread, seat, ...(key === '' ? {} : { key }) };
  });
  return notes.every((note) => note !== undefined) ? notes : undefined;
}

/**
 * The way that a decision keeps, with the pieces of the catalogue as it is now; or the key of the piece that is gone.
 */
export function readWay(
  text: string,
  pieceOf: (key: string) => FittingPiece | undefined,
): { readonly steps: readonly WayStep[] } | { readonly gone: string } {
  const notes = readNotes(text);
  if (!notes) return { gone: '' };
  const steps: WayStep[] = [];
  for (const { do: act, key = '', thread, seat } of notes) {
    if (act === 'reflare') {
      steps.push({ do: act, thread, seat });
      continue;
    }
    const piece = pieceOf(key);
    const ends = piece && throughOf(piece, thread, seat);
    if (!piece || !ends) return { gone: key };
    steps.push({ do: act, name: piece.name, ...ends });
  }
  return { steps };
}

/** The end that a piece leaves open, by thread and seat, and its other one. */
function throughOf({ ends }: FittingPiece, thread: string, seat: SeatForm): { in: Opening; out: Opening } | undefined {
  const out = ends.findLast((end) => end.thread === thread && end.seat === seat);
  const other = ends.find((end) => end !== out);
  return ends.length === 2 && out && other ? { in: other, out } : undefined;
}
