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
/** A reading is taken to lie within two standard errors. */
export const READING_SIGMAS = 2;
/** A record and what it is compared with are one size within twice the spread of making and wear, and their doubts. */
const AGREE_MM = 0.06;
/** Floating-point noise. */
const NOISE = 1e-9;

/** Whether two readings can be one thing: figures within four standard errors of both, words only when they are one. */
const agree = (a: Reading, b: Reading): boolean =>
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

/** What somebody read or recorded of a thing: ± what it leaves open. */
export interface Said {
  readonly value: Reading['value'];
  readonly tolerance?: number;
}
/** What readings and records of one thing come to: one of them, beside a record that it contradicts, or no value. */
type Settled<T> =
  | { readonly is: 'known'; readonly of: T; readonly against?: Reading['value'] }
  | { readonly is: 'disputed'; readonly of: readonly T[] };

/**
 * What is known by readings and by records that rest on the same. Readings that agree are one, others are disputed, and
 * so are two records of it. A reading that agrees with the record leaves the record; one that does not goes before it.
 */
export function settle<T extends Said>(readings: readonly T[], records: readonly T[]): Settled<T> | undefined {
  const groups = groupsOf(readings, readingIn);
  if (groups.length > 1) return { is: 'disputed', of: readings };
  const [record] = records;
  const reading = oneOf(groups[0]);
  if (reading) {
    const agreeing = records.find((one) => isOneSize(one, reading));
    if (agreeing) return { is: 'known', of: agreeing };
    return { is: 'known', of: reading, ...(record ? { against: record.value } : {}) };
  }
  if (!record) return undefined;
  return records.every((one) => isOneSize(one, record))
    ? { is: 'known', of: closest(records) }
    : { is: 'disputed', of: records };
}

const readingIn = ({ value, tolerance = 0 }: Said): Reading => ({ value, sigma: tolerance / READING_SIGMAS });

/** Several readings that agree, as one. */
function oneOf<T extends Said>(group: readonly T[] | undefined): T | undefined {
  const last = group?.at(-1);
  if (group === undefined || last === undefined || group.length === 1 || typeof last.value !== 'number') return last;
  const { value, sigma } = meanOf(group.map((one) => ({ ...readingIn(one), value: Number(one.value) })));
  return { ...last, value, tolerance: sigma * READING_SIGMAS };
}

/** Of records that are one size, the one that leaves least open; the same in any order. */
const closest = <T extends Said>(records: readonly T[]): T =>
  records.reduce((a, b) => {
    const narrower = (a.tolerance ?? 0) - (b.tolerance ?? 0);
    return narrower < 0 || (narrower === 0 && Number(a.value) <= Number(b.value)) ? a : b;
  });

function isOneSize(a: Said, b: Said): boolean {
  if (typeof a.value !== 'number' || typeof b.value !== 'number') return a.value === b.value;
  return Math.abs(a.value - b.value) <= AGREE_MM + Math.hypot(a.tolerance ?? 0, b.tolerance ?? 0);
}
