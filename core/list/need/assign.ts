/** Something of which there is, or is wanted, so much. */
interface Counted {
  readonly quantity: number;
}

/**
 * Gives supplies to demands so that as much as possible is covered: the largest flow between them, found by augmenting
 * paths. Supplies that are tried first (`before`) are preferred as far as that costs nothing. The answer is how much of
 * each supply goes to each demand, by their places in the two lists. Whole quantities in, whole quantities out.
 */
export function assign<D extends Counted, S extends Counted>(
  demands: readonly D[],
  supplies: readonly S[],
  fits: (demand: D, supply: S) => boolean,
  before: (demand: D, a: S, b: S) => number = () => 0,
): number[][] {
  const flow = demands.map(() => supplies.map(() => 0));
  const left = supplies.map((s) => s.quantity);
  const open = demands.map((d) => d.quantity);
  const choices = demands.map((d) =>
    supplies
      .flatMap((s, j) => (fits(d, s) ? [j] : []))
      .sort((a, b) => before(d, supplies[a] as S, supplies[b] as S) || a - b),
  );

  /** Frees up to `wanted` of something for demand i: from what is left, or by moving another demand elsewhere. */
  const take = (i: number, wanted: number, seen: Set<number>): number => {
    for (const j of choices[i] ?? []) {
      if (seen.has(j)) continue;
      seen.add(j);
      const free = Math.min(wanted, left[j] ?? 0);
      if (free > 0) {
        left[j] = (left[j] ?? 0) - free;
        give(i, j, free);
        return free;
      }
      for (let other = 0; other < demands.length; other += 1) {
        const held = flow[other]?.[j] ?? 0;
        if (other === i || held === 0) continue;
        const moved = take(other, Math.min(wanted, held), seen);
        if (moved === 0) continue;
        give(other, j, -moved);
        give(i, j, moved);
        return moved;
      }
    }
    return 0;
  };
  const give = (i: number, j: number, quantity: number): void => {
    const row = flow[i];
    if (row) row[j] = (row[j] ?? 0) + quantity;
  };

  for (let i = 0; i < demands.length; i += 1) {
    while ((open[i] ?? 0) > 0) {
      const got = take(i, open[i] ?? 0, new Set());
      if (got === 0) break;
      open[i] = (open[i] ?? 0) - got;
    }
  }
  return flow;
}
