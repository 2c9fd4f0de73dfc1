import type { MessagePort } from 'node:worker_threads';
import type { KinAnswer, KinStep, Resolved, SolveAnswer, UnitSummary } from '@kerabat/contract';
import type { SolveProgress } from '@kerabat/core/fit';
import type { ChainSolution } from '@kerabat/core/solve';
import type { AuditProgress, AuditTask } from '../audit/task.js';
import type { Told } from '../audit/told.js';
import type { Exported, ExportTask } from '../exports/task.js';
import type { ChainSolveTask } from '../chain/task.js';
import type { SolveAsk } from '../fit/task.js';
import type { HistoryTask, Undone } from '../history/task.js';
import type { ImportProgress, ImportReply, LookReply, LookTask, RunTask } from '../imports/task.js';
import type { ResolveTask, UnitsTask } from '../catalogue/task.js';
import type { KinTask, PathsTask } from '../kin/task.js';
import type { Picture } from '../photographs/picture.js';
import type { PaperTask } from '../print/paper.js';

/** What the threads of the pool do: each task with its answer and what it tells on its way. */
export interface Tasks {
  readonly look: { readonly task: LookTask; readonly answer: LookReply };
  readonly bringIn: { readonly task: RunTask; readonly answer: ImportReply; readonly tells: ImportProgress };
  readonly writeOut: { readonly task: ExportTask; readonly answer: Exported };
  readonly audit: { readonly task: AuditTask; readonly answer: Told; readonly tells: AuditProgress };
  readonly solve: { readonly task: SolveAsk; readonly answer: SolveAnswer; readonly tells: SolveProgress };
  readonly solveChain: { readonly task: ChainSolveTask; readonly answer: ChainSolution };
  readonly changeBack: { readonly task: HistoryTask; readonly answer: Undone };
  readonly picture: { readonly task: Uint8Array; readonly answer: Picture | string };
  readonly paper: { readonly task: PaperTask; readonly answer: Uint8Array };
  readonly resolve: { readonly task: ResolveTask; readonly answer: Resolved[] };
  readonly units: { readonly task: UnitsTask; readonly answer: UnitSummary[] };
  readonly kin: { readonly task: KinTask; readonly answer: KinAnswer };
  readonly kinPaths: { readonly task: PathsTask; readonly answer: KinStep[][] };
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
export const solve = async ({ task, port }: Given<'solve'>) =>
  (await import('../fit/task.js')).solve(task, teller<SolveProgress>(port));
export const solveChain = async ({ task }: Given<'solveChain'>) =>
  (await import('../chain/task.js')).solveChainTask(task);
export const changeBack = async ({ task }: Given<'changeBack'>) =>
  (await import('../history/task.js')).changeBack(task);
export const picture = async ({ task }: Given<'picture'>) =>
  (await import('../photographs/picture.js')).readPicture(task);
export const paper = async ({ task }: Given<'paper'>) => (await import('../print/paper.js')).print(task);
export const resolve = async ({ task }: Given<'resolve'>) =>
  (await import('../catalogue/task.js')).resolveNumbers(task);
export const units = async ({ task }: Given<'units'>) => (await import('../catalogue/task.js')).searchUnits(task);
export const kin = async ({ task }: Given<'kin'>) => (await import('../kin/task.js')).kinOf(task);
export const kinPaths = async ({ task }: Given<'kinPaths'>) => (await import('../kin/task.js')).pathsOf(task);
