/**
 * Readings of one thing, made one value or told apart: the only place where two readings are compared. Chain, Identify
 * and whatever else reads a vehicle take it from here.
 */

/** One reading: what was seen, and the standard error of a figure in its own unit; words and counts have none. */
export interface Reading {
  readonly value: number | string | null;
  readonly sigma: number;
}

/** Readings that lie further apart than this many standard errors are two things, not one read twice. */
const DISAGREE_SIGMAS = 4;
/** Floating-point noise. */
const NOISE = 1e-9;

/** Whether two readings can be one thing: figures within four standard errors of both, words only when they are one. */
export const agree = (a: Reading, b: Reading): boolean =>
  typeof a.value === 'number' && typeof b.value === 'number'
    ? Math.abs(a.value - b.value) <= DISAGREE_SIGMAS * Math.hypot(a.sigma, b.sigma) + NOISE
    : a.value === b.value;

/**
 * Readings in groups that agree among themselves, one group where all do; the same groups in any order. Readings that
 * are joined only through a third one are one group.
 */
export function groupsOf<T>(items: readonly T[], read: (item: T) => Reading): T[][] {
  const groups: T[][] = [];
  for (const item of items) {
    const own = read(item);
    const joined = groups.filter((group) => group.some((other) => agree(read(other), own)));
    for (const group of joined) groups.splice(groups.indexOf(group), 1);
    groups.push([...joined.flat(), item]);
  }
  return groups;
}

/**
 * Several readings of one figure as one: their mean, each weighed by what its instrument can tell, with a standard
 * error that shrinks with their number. Readings without an error count alike and leave none. Source: variance of a
 * weighted mean.
 */
export function meanOf(figures: readonly { readonly value: number; readonly sigma: number }[]): {
  readonly value: number;
  readonly sigma: number;
} {
  const exact = figures.filter(({ sigma }) => sigma === 0);
  // In order of size, so that the sum does not hang on who wrote first.
  const used = [...(exact.length > 0 ? exact : figures)].sort((a, b) => a.value - b.value || a.sigma - b.sigma);
  const weights = used.map(({ sigma }) => (exact.length > 0 ? 1 : 1 / sigma ** 2));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const value = used.reduce((sum, figure, i) => sum + figure.value * (weights[i] ?? 0), 0) / all;
  return { value, sigma: exact.length > 0 ? 0 : Math.sqrt(1 / all) };
}
