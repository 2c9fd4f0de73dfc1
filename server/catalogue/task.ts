import type { Resolved, UnitSummary } from '@kerabat/contract';
import { readingOf } from '../work/reading.js';
import { numberStore } from './numbers.js';
import { resolved } from './resolve.js';
import { unitStore } from './units.js';

export interface ResolveTask {
  readonly file: string;
  readonly numbers: readonly string[];
  /** So many are told of each. */
  readonly limit: number;
}
export interface UnitsTask {
  readonly file: string;
  readonly kind: string;
  readonly q: string;
  readonly limit: number;
}

/** Many numbers at once, in a thread. */
export function resolveNumbers({ file, numbers, limit }: ResolveTask): Resolved[] {
  const store = numberStore(readingOf(file));
  return numbers.map((query) => resolved(query, store.find(query, limit)));
}

/** Words looked for in every name, in a thread. */
export const searchUnits = ({ file, kind, q, limit }: UnitsTask): UnitSummary[] =>
  unitStore(readingOf(file)).search(kind, q, limit);
