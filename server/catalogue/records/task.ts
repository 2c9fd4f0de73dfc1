import type { Resolved, UnitList } from '@kerabat/contract';
import { readingOf } from '../../base/work/reading.js';
import { numberStore } from './numbers.js';
import { resolved } from './resolve.js';
import { type UnitsAsked, unitStore } from './units.js';

export interface ResolveTask {
  readonly file: string;
  readonly numbers: readonly string[];
  /** So many are told of each. */
  readonly limit: number;
}
export interface UnitsTask extends UnitsAsked {
  readonly file: string;
}

/** Many numbers at once, in a thread. */
export function resolveNumbers({ file, numbers, limit }: ResolveTask): Resolved[] {
  const store = numberStore(readingOf(file));
  return numbers.map((query) => resolved(query, store.find(query, limit)));
}

/** Words looked for in every name, in a thread. */
export function searchUnits({ file, ...asked }: UnitsTask): UnitList {
  const units = unitStore(readingOf(file));
  return { units: units.search(asked), total: units.total(asked.kind, asked.q) };
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly resolve: { readonly task: ResolveTask; readonly answer: Resolved[] };
    readonly units: { readonly task: UnitsTask; readonly answer: UnitList };
  }
}
