import type { SolveAnswer, SolveLimits } from '@kerabat/contract';
import { solveChain, type FitChain, type SolveProgress } from '@kerabat/core/fit';
import type { Practice } from '@kerabat/core/practice';

/** What crosses to the thread: plain values; a side of a joint is a Map, which crosses as one. */
export interface SolveAsk {
  readonly chain: FitChain;
  readonly limits: SolveLimits;
  readonly practice: Practice;
}

/** Looks for ways to close a chain, in a thread. */
export const solve = ({ chain, limits, practice }: SolveAsk, tell: (progress: SolveProgress) => void): SolveAnswer =>
  solveChain(chain, limits, practice, tell) as SolveAnswer;
