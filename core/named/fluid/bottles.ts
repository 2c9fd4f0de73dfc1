/** Bottles for so much fluid. */

export interface Bottle {
  readonly number: string;
  readonly millilitres: number;
  /** What one costs; undefined where nobody has told. */
  readonly price?: number;
}

export interface Bottles {
  readonly number: string;
  readonly millilitres: number;
  readonly quantity: number;
}

/** Bottles are counted to the millilitre: 943 ml is one bottle of 946. */
const STEP_ML = 1;
/** More than so much is bought by the barrel and not counted in bottles. */
export const MOST_ML = 20_000;

/**
 * The cheapest set of bottles that holds at least so much; of two that cost the same the one with fewer bottles, then
 * with less left over. Where a price is missing the least volume decides for all of them: a guess is not a price.
 * Exact, by the sums of every smaller amount. Nothing where there is no bottle, or more is wanted than bottles are
 * counted for.
 */
export function bottlesFor(millilitres: number, bottles: readonly Bottle[]): Bottles[] {
  const usable = bottles.filter((b) => b.millilitres >= STEP_ML);
  if (usable.length === 0 || !(millilitres > 0) || millilitres > MOST_ML) return [];
  const priced = usable.every((b) => b.price !== undefined);
  const cost = (b: Bottle): number => (priced ? Math.round((b.price ?? 0) * 100) : b.millilitres);
  const steps = Math.ceil(millilitres / STEP_ML);
  const best: { cost: number; count: number; volume: number; last: number }[] = [
    { cost: 0, count: 0, volume: 0, last: -1 },
  ];
  for (let at = 1; at <= steps; at += 1) {
    const ways = usable.map((bottle, last) => {
      const before = best[Math.max(0, at - Math.floor(bottle.millilitres / STEP_ML))];
      return {
        cost: (before?.cost ?? Infinity) + cost(bottle),
        count: (before?.count ?? 0) + 1,
        volume: (before?.volume ?? 0) + bottle.millilitres,
        last,
      };
    });
    const [first] = ways.sort((a, b) => a.cost - b.cost || a.count - b.count || a.volume - b.volume || a.last - b.last);
    if (first) best.push(first);
  }
  const counts = new Map<Bottle, number>();
  for (let at = steps; at > 0;) {
    const bottle = usable[best[at]?.last ?? -1];
    if (!bottle) return [];
    counts.set(bottle, (counts.get(bottle) ?? 0) + 1);
    at = Math.max(0, at - Math.floor(bottle.millilitres / STEP_ML));
  }
  return usable.flatMap((bottle) => {
    const quantity = counts.get(bottle);
    return quantity === undefined ? [] : [{ number: bottle.number, millilitres: bottle.millilitres, quantity }];
  });
}
