import { type FittingPiece, type Opening, openingKey, opposite, type PieceKind } from '../../named/fitting/index.js';

/** Fittings by what they go into. */

const mateKey = (opening: Opening): string => openingKey(opposite(opening));

export interface FittingIndex {
  /** Fittings with an end that goes into this opening, with that end; of those that are alike only the cheapest. */
  readonly into: (opening: Opening) => readonly { readonly piece: FittingPiece; readonly end: number }[];
  /** Nut for a tube, by thread and seat. */
  readonly nut: (thread: string, seat: string, tubes: readonly string[]) => FittingPiece | undefined;
  /** What closes an opening, by its thread: a plug seals by a washer or a cone of its own. */
  readonly plug: (opening: Opening) => FittingPiece | undefined;
  readonly count: number;
}

/** What a fitting is good for: two of one kind with the same ends are exchangeable, and made-up lines by length too. */
const useOf = ({ kind, ends, lengthMm }: FittingPiece): string =>
  `${kind} ${ends.map(openingKey).sort().join(' ')} ${kind === 'line' || kind === 'hose' ? String(lengthMm) : ''}`;
const cheaper = (a: FittingPiece, b: FittingPiece | undefined): boolean =>
  b === undefined ||
  (a.price ?? Infinity) < (b.price ?? Infinity) ||
  ((a.price ?? Infinity) === (b.price ?? Infinity) && a.key < b.key);

const JOINING: readonly PieceKind[] = ['adapter', 'union', 'tee', 'line', 'hose'];

/** Fittings of a catalogue made ready to be searched: once for each state of the catalogue. */
export function indexFittings(pieces: readonly FittingPiece[]): FittingIndex {
  const best = new Map<string, FittingPiece>();
  const nuts = new Map<string, FittingPiece>();
  const plugs = new Map<string, FittingPiece>();
  for (const piece of pieces) {
    const [first] = piece.ends;
    if (!first) continue;
    if (piece.kind === 'tube-nut') keep(nuts, `${first.thread}|${first.seat}|${piece.tube ?? ''}`, piece);
    else if (piece.kind === 'plug') keep(plugs, `${first.gender}|${first.thread}`, piece);
    else if (JOINING.includes(piece.kind)) keep(best, useOf(piece), piece);
  }
  const into = new Map<string, { piece: FittingPiece; end: number }[]>();
  for (const piece of best.values()) {
    const seen = new Set<string>();
    piece.ends.forEach((end, i) => {
      const key = mateKey(end);
      if (seen.has(key)) return;
      seen.add(key);
      const list = into.get(key);
      if (list) list.push({ piece, end: i });
      else into.set(key, [{ piece, end: i }]);
    });
  }
  return {
    count: pieces.length,
    into: (opening) => into.get(openingKey(opening)) ?? [],
    nut: (thread, seat, tubes) =>
      tubes.map((tube) => nuts.get(`${thread}|${seat}|${tube}`)).find((piece) => piece !== undefined),
    plug: ({ gender, thread }) => plugs.get(`${gender === 'male' ? 'female' : 'male'}|${thread}`),
  };
}

function keep(map: Map<string, FittingPiece>, key: string, piece: FittingPiece): void {
  if (cheaper(piece, map.get(key))) map.set(key, piece);
}
