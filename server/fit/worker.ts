import { parentPort, workerData } from 'node:worker_threads';
import { solveChain } from '@kerabat/core/fit';
import type { SolveAnswer } from '@kerabat/contract';
import type { SolveAsk, SolveReply } from './solver.js';

/** The thread that looks for ways to close a chain. Progress is told ten times a second at most. */
const { chain, limits, practice } = workerData as SolveAsk;
const EVERY_MS = 100;
let told = 0;

const tell = (reply: SolveReply): void => parentPort?.postMessage(reply);
const answer = solveChain(chain, limits, practice, (progress) => {
  const now = Date.now();
  if (now - told < EVERY_MS) return;
  told = now;
  tell({ progress });
});
tell({ answer: answer as SolveAnswer });
