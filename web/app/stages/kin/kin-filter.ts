import type { KinEntry } from '@kerabat/contract';

/** What of the kin somebody wants to see. */
export interface KinFilter {
  readonly hidden: readonly KinEntry['grade'][];
  readonly minTrust: number;
  /** Infinity for any. */
  readonly mostChanges: number;
  readonly inStock: boolean;
}

export const EVERYTHING: KinFilter = { hidden: [], minTrust: 0, mostChanges: Infinity, inStock: false };

/** The entries that a filter leaves. What does not fit is not narrowed by trust, changes or stock: it is a warning. */
export function filtered(entries: readonly KinEntry[], filter: KinFilter): KinEntry[] {
  return entries.filter((e) => {
    if (filter.hidden.includes(e.grade)) return false;
    if (e.grade === 'does-not-fit') return true;
    const stocked = e.numbers.some((n) => n.stock.length > 0);
    return e.trust >= filter.minTrust && e.conditions.length <= filter.mostChanges && (!filter.inStock || stocked);
  });
}
