import type { InterchangeEntry } from '@kerabat/contract';

/** What of the interchange somebody wants to see. */
export interface InterchangeFilter {
  readonly hidden: readonly InterchangeEntry['grade'][];
  readonly minTrust: number;
  /** Infinity for any. */
  readonly mostChanges: number;
  readonly inStock: boolean;
}

export const EVERYTHING: InterchangeFilter = { hidden: [], minTrust: 0, mostChanges: Infinity, inStock: false };

const GRADES: readonly InterchangeEntry['grade'][] = ['same', 'drop-in', 'with-changes', 'does-not-fit'];

/** A filter as it stands in the address: "trust=0.75 changes=1 stock hide=drop-in"; nothing for everything. */
export const writeFilter = ({ hidden, minTrust, mostChanges, inStock }: InterchangeFilter): string =>
  [
    ...(minTrust > 0 ? [`trust=${minTrust}`] : []),
    ...(Number.isFinite(mostChanges) ? [`changes=${mostChanges}`] : []),
    ...(inStock ? ['stock'] : []),
    ...hidden.map((grade) => `hide=${grade}`),
  ].join(' ');

/** The filter that an address says; what it does not understand narrows nothing. */
export function readFilter(text: string): InterchangeFilter {
  const words = text.split(' ').map((word) => word.split('='));
  const all = (name: string): string[] => words.filter(([key]) => key === name).map(([, value]) => value ?? '');
  const trust = Number(all('trust')[0] ?? 0);
  const changes = Number(all('changes')[0] ?? Infinity);
  return {
    hidden: GRADES.filter((grade) => all('hide').includes(grade)),
    minTrust: trust > 0 && trust <= 1 ? trust : EVERYTHING.minTrust,
    mostChanges: changes >= 0 ? changes : EVERYTHING.mostChanges,
    inStock: all('stock').length > 0,
  };
}

/** What the box of an entry holds: of its first number. */
export const boxOf = (entry: InterchangeEntry): string => entry.numbers[0]?.box ?? '';

/** An entry as a row of the list, by a name of its own. */
export interface InterchangeRow extends InterchangeEntry {
  readonly row: string;
}

/** Whether a row of the list, or of the map, is of an entry. */
export const isRowOf = (entry: InterchangeEntry, row: string): boolean =>
  row === entry.node || row.startsWith(`${entry.node}|`);

/** Numbers of one unit whose boxes hold different things stand apart: one is ordered and the other is not. */
export const byBox = (entry: InterchangeEntry): InterchangeRow[] => {
  const boxes = [...new Set(entry.numbers.map((n) => n.box ?? ''))];
  return boxes.length < 2
    ? [{ ...entry, row: entry.node }]
    : boxes.map((box) => ({
        ...entry,
        row: `${entry.node}|${box}`,
        numbers: entry.numbers.filter((n) => (n.box ?? '') === box),
      }));
};

/** The entries that a filter leaves. What does not fit is not narrowed by trust, changes or stock: it is a warning. */
export function filtered(entries: readonly InterchangeEntry[], filter: InterchangeFilter): InterchangeEntry[] {
  return entries.filter((e) => {
    if (filter.hidden.includes(e.grade)) return false;
    if (e.grade === 'does-not-fit') return true;
    const stocked = e.numbers.some((n) => n.stock.length > 0);
    return e.trust >= filter.minTrust && e.conditions.length <= filter.mostChanges && (!filter.inStock || stocked);
  });
}

/** Whether a number is listed no longer. */
export const isGone = (status: string): boolean => status === 'superseded' || status === 'withdrawn';
/** Whether all numbers of an entry are listed no longer: it is never proposed. */
export const isOld = ({ numbers }: InterchangeEntry): boolean =>
  numbers.length > 0 && numbers.every(({ status }) => isGone(status));

/** Within a grade: what somebody has first, what is listed no longer last. */
export const lastly = (entry: InterchangeEntry): number =>
  isOld(entry) ? 2 : entry.numbers.some((n) => !isGone(n.status) && n.stock.length > 0) ? 0 : 1;

/** How far a way is trusted, as people say it; the figure is behind it. */
export const trustWords = (trust: number): string =>
  trust >= 0.9 ? 'high' : trust >= 0.75 ? 'good' : trust >= 0.5 ? 'fair' : 'low';
