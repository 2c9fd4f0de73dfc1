import { type ChainLimits, type ChainSolution, solveChain, type SolveProgress } from '@kerabat/core/judge/solve';
import type { ChainInput } from '@kerabat/core/judge/verdict';

/** What crosses to the thread: plain values. */
export interface ChainSolveTask {
  readonly input: ChainInput;
  readonly limits: ChainLimits;
}

/** Looks for the cheapest sets of edits that close a chain, in a thread. */
export const solveChainTask = (
  { input, limits }: ChainSolveTask,
  told: (progress: SolveProgress) => void,
): ChainSolution => solveChain(input, limits, undefined, told);

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly solveChain: {
      readonly task: ChainSolveTask;
      readonly answer: ChainSolution;
      readonly tells: SolveProgress;
    };
  }
}
