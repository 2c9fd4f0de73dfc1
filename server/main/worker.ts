import type { TaskName, Tasks } from '../base/work/tasks.js';
import type { AuditProgress } from '../catalogue/audit/task.js';
import type { ImportProgress } from '../catalogue/imports/task.js';
import type { SolveProgress } from '@kerabat/core/judge/solve';
import type { MessagePort } from 'node:worker_threads';

interface Given<N extends TaskName> {
  readonly task: Tasks[N]['task'];
  readonly port?: MessagePort;
}
/** Progress goes to whoever listens; at most ten times a second. */
const EVERY_MS = 100;
function teller<T>(port: MessagePort | undefined): (told: T) => void {
  let last = 0;
  return (told) => {
    const now = Date.now();
    if (now - last < EVERY_MS) return;
    last = now;
    port?.postMessage(told);
  };
}

// Each task reads its own code when it is first asked for: a thread that only reads pictures need not load the rest.
export const look = async ({ task }: Given<'look'>) => (await import('../catalogue/imports/task.js')).lookAt(task);
export const bringIn = async ({ task, port }: Given<'bringIn'>) =>
  (await import('../catalogue/imports/task.js')).bringIn(task, teller<ImportProgress>(port));
export const writeOut = async ({ task }: Given<'writeOut'>) =>
  (await import('../catalogue/exports/task.js')).writeOut(task);
export const audit = async ({ task, port }: Given<'audit'>) =>
  (await import('../catalogue/audit/task.js')).audit(task, teller<AuditProgress>(port));
export const solveChain = async ({ task, port }: Given<'solveChain'>) =>
  (await import('../ask/chain/task.js')).solveChainTask(task, teller<SolveProgress>(port));
export const changeBack = async ({ task }: Given<'changeBack'>) =>
  (await import('../catalogue/history/task.js')).changeBack(task);
export const picture = async ({ task }: Given<'picture'>) =>
  (await import('../jobs/photographs/picture.js')).readPicture(task);
export const paper = async ({ task }: Given<'paper'>) => (await import('../print/paper.js')).print(task);
export const resolve = async ({ task }: Given<'resolve'>) =>
  (await import('../catalogue/records/task.js')).resolveNumbers(task);
export const units = async ({ task }: Given<'units'>) =>
  (await import('../catalogue/records/task.js')).searchUnits(task);
export const interchange = async ({ task }: Given<'interchange'>) =>
  (await import('../ask/interchange/task.js')).interchangeOf(task);
export const interchangePaths = async ({ task }: Given<'interchangePaths'>) =>
  (await import('../ask/interchange/task.js')).pathsOf(task);
