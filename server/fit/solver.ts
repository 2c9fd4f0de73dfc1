import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { SolveAnswer, SolveLimits } from '@kerabat/contract';
import type { FitChain, SolveProgress } from '@kerabat/core/fit';
import type { Practice } from '@kerabat/core/practice';

/** What crosses to the thread: plain values; a side of a joint is a Map, which crosses as one. */
export interface SolveAsk {
  readonly chain: FitChain;
  readonly limits: SolveLimits;
  readonly practice: Practice;
}
export type SolveReply = { readonly progress: SolveProgress } | { readonly answer: SolveAnswer };

const THREAD = join(dirname(createRequire(import.meta.url).resolve('@kerabat/server/package.json')), 'dist', 'fit', 'worker.js');

/** So many searches at once: each is a thread, and there are not many processors. */
const AT_ONCE = 4;
let running = 0;

/** Whether another search can be begun now. */
export const canSolve = (): boolean => running < AT_ONCE;

/**
 * Looks for the cheapest ways to close a chain, in a thread of its own. `tell` is called with how far it is, then with the answer, or
 * with a problem. What is answered here stops it: the thread is ended, whatever it is at.
 */
export function solveInThread(ask: SolveAsk, tell: (reply: SolveReply) => void, done: (problem?: string) => void): () => void {
  const worker = new Worker(THREAD, { workerData: ask });
  running++;
  let over = false;
  const end = (problem?: string): void => {
    if (over) return;
    over = true;
    done(problem);
  };
  worker.on('message', (reply: SolveReply) => {
    if (!over) tell(reply);
  });
  worker.on('error', (error) => end(`The search broke down: ${error.message}`));
  worker.on('exit', () => {
    running--;
    end();
  });
  return () => {
    over = true;
    void worker.terminate();
  };
}
