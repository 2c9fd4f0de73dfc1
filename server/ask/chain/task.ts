import { type ChainLimits, type ChainSolution, solveChain, type SolveProgress } from '@kerabat/core/judge/solve';
import type { ChainInput } from '@kerabat/core/judge/verdict';

/** What crosses to the thread: plain values. */
export interface ChainSolveTask {
  readonly input: ChainInput;
  readonly limits: ChainLimits;
}

/** A search is cut off after so many ms, and answers the best that it has; its thread is ended when even that hangs. */
const LOOKS_FOR_MS = 30_000;
export const SEARCH_MS = 60_000;

/** Looks for the cheapest sets of edits that close a chain, in a thread. */
export function solveChainTask(
  { input, limits }: ChainSolveTask,
  told: (progress: SolveProgress) => void,
): ChainSolution {
  const end = performance.now() + LOOKS_FOR_MS;
  return solveChain(input, limits, () => performance.now() > end, told);
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly solveChain: {
      readonly task: ChainSolveTask;
      readonly answer: ChainSolution;
      readonly tells: SolveProgress;
    };
  }
}
