import type { MessagePort } from 'node:worker_threads';
import type { InterchangeAnswer, InterchangeStep, Resolved, UnitList } from '@kerabat/contract';
import type { ChainSolution, SolveProgress } from '@kerabat/core/judge/solve';
import type { AuditProgress, AuditTask } from '../audit/task.js';
import type { Told } from '../audit/told.js';
import type { Exported, ExportTask } from '../exports/task.js';
import type { ChainSolveTask } from '../chain/task.js';
import type { HistoryTask, Undone } from '../history/task.js';
import type { ImportProgress, ImportReply, LookReply, LookTask, RunTask } from '../imports/task.js';
import type { ResolveTask, UnitsTask } from '../catalogue/task.js';
import type { InterchangeTask, PathsTask } from '../interchange/task.js';
import type { Picture } from '../photographs/picture.js';
import type { PaperTask } from '../print/paper.js';

/** What the threads of the pool do: each task with its answer and what it tells on its way. */
export interface Tasks {
  readonly look: { readonly task: LookTask; readonly answer: LookReply };
  readonly bringIn: { readonly task: RunTask; readonly answer: ImportReply; readonly tells: ImportProgress };
  readonly writeOut: { readonly task: ExportTask; readonly answer: Exported };
  readonly audit: { readonly task: AuditTask; readonly answer: Told; readonly tells: AuditProgress };
  readonly solveChain: { readonly task: ChainSolveTask; readonly answer: ChainSolution; readonly tells: SolveProgress };
  readonly changeBack: { readonly task: HistoryTask; readonly answer: Undone };
  readonly picture: { readonly task: Uint8Array; readonly answer: Picture | string };
  readonly paper: { readonly task: PaperTask; readonly answer: Uint8Array };
  readonly resolve: { readonly task: ResolveTask; readonly answer: Resolved[] };
  readonly units: { readonly task: UnitsTask; readonly answer: UnitList };
  readonly interchange: { readonly task: InterchangeTask; readonly answer: InterchangeAnswer };
  readonly interchangePaths: { readonly task: PathsTask; readonly answer: InterchangeStep[][] };
}
export type TaskName = keyof Tasks;

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
export const look = async ({ task }: Given<'look'>) => (await import('../imports/task.js')).lookAt(task);
export const bringIn = async ({ task, port }: Given<'bringIn'>) =>
  (await import('../imports/task.js')).bringIn(task, teller<ImportProgress>(port));
export const writeOut = async ({ task }: Given<'writeOut'>) => (await import('../exports/task.js')).writeOut(task);
export const audit = async ({ task, port }: Given<'audit'>) =>
  (await import('../audit/task.js')).audit(task, teller<AuditProgress>(port));
export const solveChain = async ({ task, port }: Given<'solveChain'>) =>
  (await import('../chain/task.js')).solveChainTask(task, teller<SolveProgress>(port));
export const changeBack = async ({ task }: Given<'changeBack'>) =>
  (await import('../history/task.js')).changeBack(task);
export const picture = async ({ task }: Given<'picture'>) =>
  (await import('../photographs/picture.js')).readPicture(task);
export const paper = async ({ task }: Given<'paper'>) => (await import('../print/paper.js')).print(task);
export const resolve = async ({ task }: Given<'resolve'>) =>
  (await import('../catalogue/task.js')).resolveNumbers(task);
export const units = async ({ task }: Given<'units'>) => (await import('../catalogue/task.js')).searchUnits(task);
export const interchange = async ({ task }: Given<'interchange'>) =>
  (await import('../interchange/task.js')).interchangeOf(task);
export const interchangePaths = async ({ task }: Given<'interchangePaths'>) =>
  (await import('../interchange/task.js')).pathsOf(task);
