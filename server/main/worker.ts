import { carried } from '../base/work/carried.js';
import type { TaskName, Tasks } from '../base/work/tasks.js';
import type { AuditProgress } from '../catalogue/audit/task.js';
import type { ImportProgress } from '../catalogue/imports/task.js';
import type { RecordProgress } from '../ask/record/task.js';
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
export const look = ({ task }: Given<'look'>) =>
  carried(async () => (await import('../catalogue/imports/task.js')).lookAt(task));
export const bringIn = ({ task, port }: Given<'bringIn'>) =>
  carried(async () => (await import('../catalogue/imports/task.js')).bringIn(task, teller<ImportProgress>(port)));
export const writeOut = ({ task }: Given<'writeOut'>) =>
  carried(async () => (await import('../catalogue/exports/task.js')).writeOut(task));
export const audit = ({ task, port }: Given<'audit'>) =>
  carried(async () => (await import('../catalogue/audit/task.js')).audit(task, teller<AuditProgress>(port)));
export const solveChain = ({ task, port }: Given<'solveChain'>) =>
  carried(async () => (await import('../ask/chain/task.js')).solveChainTask(task, teller<SolveProgress>(port)));
export const changeBack = ({ task }: Given<'changeBack'>) =>
  carried(async () => (await import('../catalogue/history/task.js')).changeBack(task));
export const picture = ({ task }: Given<'picture'>) =>
  carried(async () => (await import('../jobs/photographs/picture.js')).readPicture(task));
export const paper = ({ task }: Given<'paper'>) => carried(async () => (await import('../print/paper.js')).print(task));
export const resolve = ({ task }: Given<'resolve'>) =>
  carried(async () => (await import('../catalogue/records/task.js')).resolveNumbers(task));
export const units = ({ task }: Given<'units'>) =>
  carried(async () => (await import('../catalogue/records/task.js')).searchUnits(task));
export const recordNext = ({ task, port }: Given<'recordNext'>) =>
  carried(async () => (await import('../ask/record/task.js')).recordNext(task, teller<RecordProgress>(port)));
export const interchange = ({ task }: Given<'interchange'>) =>
  carried(async () => (await import('../ask/interchange/task.js')).interchangeOf(task));
export const interchangePaths = ({ task }: Given<'interchangePaths'>) =>
  carried(async () => (await import('../ask/interchange/task.js')).pathsOf(task));
