import type { SolveLimits } from '@kerabat/contract';
import type { FitChain } from '@kerabat/core/fit';
import type { Practice } from '@kerabat/core/practice';

/** What crosses to the thread: plain values; a side of a joint is a Map, which crosses as one. */
export interface SolveAsk {
  readonly chain: FitChain;
  readonly limits: SolveLimits;
  readonly practice: Practice;
}
