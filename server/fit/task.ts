import type { SolveAnswer } from '@kerabat/contract';
import { solveChain, type SolveProgress } from '@kerabat/core/fit';
import type { SolveAsk } from './solver.js';

/** Looks for ways to close a chain, in a thread. */
export const solve = ({ chain, limits, practice }: SolveAsk, tell: (progress: SolveProgress) => void): SolveAnswer =>
  solveChain(chain, limits, practice, tell) as SolveAnswer;
