import type { ItemName } from '../../named/item/index.js';
import type { List, ListLine, Sized } from './types.js';

/** Packs that hold small parts of several sizes: one pack may cover several lines of the list. */

export interface Pack {
  readonly id: string;
  readonly name: string;
  readonly number?: string;
  readonly item: ItemName;
  readonly pieces: readonly (Pick<Sized, 'thread' | 'sizeMm'> & { readonly quantity: number })[];
  /** What one costs; undefined where nobody has told. */
  readonly price?: number;
}

/** A line that is bought as a pack. */
export interface PackLine extends ListLine {
  readonly pack: Pack;
}

export const isPack = (line: ListLine | PackLine): line is PackLine => 'pack' in line;

/** Sizes within so many millimetres are one, as boxes are counted. */
const ONE_SIZE_MM = 0.5;

const covers = (piece: Pack['pieces'][number], line: ListLine): boolean =>
  piece.thread !== undefined
    ? piece.thread === line.thread
    : piece.sizeMm !== undefined && line.sizeMm !== undefined && Math.abs(piece.sizeMm - line.sizeMm) <= ONE_SIZE_MM;

/** How far a piece is from what a line wants, mm; nothing between threads. */
const apart = ({ sizeMm }: Pack['pieces'][number], line: ListLine): number =>
  sizeMm === undefined || line.sizeMm === undefined ? 0 : Math.abs(sizeMm - line.sizeMm);

/** How many of each line a pack holds: each of its pieces covers the one line that is nearest to it. */
const heldBy = (pack: Pack, lines: readonly ListLine[]): number[] => {
  const goesTo = pack.pieces.map((piece) =>
    lines
      .filter((line) => covers(piece, line))
      .reduce<ListLine | undefined>(
        (best, line) => (best === undefined || apart(piece, line) < apart(piece, best) ? line : best),
        undefined,
      ),
  );
  return lines.map((line) =>
    pack.pieces.reduce((sum, { quantity }, i) => (goesTo[i] === line ? sum + quantity : sum), 0),
  );
};

interface Choice {
  readonly packs: readonly number[];
  /** Of each line how many are bought one by one. */
  readonly singles: readonly number[];
  readonly cost: number;
  readonly articles: number;
}

/** More different packs than this are not tried together: the ones that cover most go first. */
const MOST_PACKS = 8;

/**
 * Lays packs over the lines to order of a list. Exact: every number of every pack up to what is wanted is tried. The
 * cheapest choice wins where all prices are known; of equals, and where a price is missing, the one with the fewest
 * articles, then with the fewest packs. A pack of which nothing is wanted is never taken. `priceOf` answers what one of
 * a line costs by itself.
 */
export function packed(
  list: List['list'],
  packs: readonly Pack[],
  priceOf: (line: ListLine) => number | undefined,
): readonly (ListLine | PackLine)[] {
  const items = [...new Set(packs.map((pack) => pack.item))];
  return items.reduce<readonly (ListLine | PackLine)[]>((lines, item) => packItem(lines, item, packs, priceOf), list);
}

function packItem(
  list: readonly (ListLine | PackLine)[],
  item: ItemName,
  all: readonly Pack[],
  priceOf: (line: ListLine) => number | undefined,
): readonly (ListLine | PackLine)[] {
  const lines = list.filter((line) => line.section === 'order' && line.item === item);
  const usable = all
    .filter((pack) => pack.item === item)
    .map((pack) => ({ pack, holds: heldBy(pack, lines) }))
    .filter(({ holds }) => holds.some((n) => n > 0))
    .sort((a, b) => b.holds.filter((n) => n > 0).length - a.holds.filter((n) => n > 0).length)
    .slice(0, MOST_PACKS);
  if (usable.length === 0) return list;
  const prices = lines.map(priceOf);
  const priced = prices.every((p) => p !== undefined) && usable.every(({ pack }) => pack.price !== undefined);
  const cents = (price: number | undefined): number => Math.round((price ?? 0) * 100);

  let best: Choice | undefined;
  const better = (choice: Choice): boolean =>
    best === undefined ||
    (priced && choice.cost !== best.cost
      ? choice.cost < best.cost
      : choice.articles !== best.articles
        ? choice.articles < best.articles
        : choice.packs.reduce((a, b) => a + b, 0) < best.packs.reduce((a, b) => a + b, 0));
  const tryFrom = (at: number, packs: readonly number[], left: readonly number[], cost: number): void => {
    const entry = usable[at];
    if (!entry) {
      const all = cost + left.reduce((sum, n, i) => sum + n * cents(prices[i]), 0);
      const articles = packs.filter((n) => n > 0).length + left.filter((n) => n > 0).length;
      const choice = { packs, singles: left, cost: all, articles };
      if (better(choice)) best = choice;
      return;
    }
    const most = Math.max(...entry.holds.map((n, i) => (n > 0 ? Math.ceil((left[i] ?? 0) / n) : 0)));
    for (let n = 0; n <= most; n += 1)
      tryFrom(
        at + 1,
        [...packs, n],
        left.map((open, i) => Math.max(0, open - n * (entry.holds[i] ?? 0))),
        cost + n * cents(entry.pack.price),
      );
  };
  tryFrom(
    0,
    [],
    lines.map((line) => line.quantity),
    0,
  );
  const chosen: Choice = best ?? { packs: [], singles: lines.map((line) => line.quantity), cost: 0, articles: 0 };
  const bought = usable.flatMap(({ pack, holds }, p): PackLine[] => {
    const quantity = chosen.packs[p] ?? 0;
    if (quantity === 0) return [];
    const served = lines.filter((line, i) => (holds[i] ?? 0) > 0 && (chosen.singles[i] ?? 0) < line.quantity);
    const foreseen = served.flatMap((line) => line.foreseen ?? []);
    return [
      {
        section: 'order',
        item,
        quantity,
        pack,
        needs: served.flatMap((line) => line.needs),
        ...(foreseen.length === 0 ? {} : { foreseen }),
      },
    ];
  });
  const first = list.findIndex((line) => lines.includes(line));
  return list.flatMap((line, at) => {
    const i = lines.indexOf(line);
    const singles = chosen.singles[i] ?? 0;
    const own = i < 0 ? [line] : singles === 0 ? [] : [{ ...line, quantity: singles }];
    return at === first ? [...bought, ...own] : own;
  });
}
