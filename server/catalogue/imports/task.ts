import type { ImportReport, SheetMapping, SheetSeen } from '@kerabat/contract';
import { FileProblem } from '../../base/csv/file-problem.js';
import { storageFault } from '../../base/db/faults.js';
import { connect } from '../../base/db/open.js';
import type { Encoding } from './files/encoding.js';
import { openFile } from './files/open.js';
import type { Sheet } from './files/sheet.js';
import { guessSheet } from './mapping.js';
import { Cancelled, type ImportTask, runImport } from './run.js';

/** A file that was sent, to be looked at in a thread. */
export interface LookTask {
  readonly path: string;
  readonly fileName: string;
  readonly folder: string;
  readonly encoding?: Encoding;
}
export interface RunTask extends LookTask {
  readonly run: ImportTask;
  readonly catalogue: string;
  /** One 32-bit word that is 1 as soon as somebody has cancelled. */
  readonly stop: SharedArrayBuffer;
}
export interface ImportProgress {
  readonly words: string;
  readonly rows: number;
  readonly share: number;
}
export interface Looked {
  readonly seen: readonly SheetSeen[];
  /** What each sheet seems to be. */
  readonly guesses: readonly SheetMapping[];
  readonly encoding?: Encoding;
}
type Ended = { readonly problem: string } | { readonly cancelled: true };
export type LookReply = Looked | Ended;
export type ImportReply = { readonly report: ImportReport } | Ended;

/** Rows of a large file fall all over the indexes: what does not stay in memory is written more than once. */
const CACHE_MB = 64;
/** So many lines of a sheet are shown. */
const SHOWN = 12;

async function seenOf(sheet: Sheet): Promise<SheetSeen> {
  const lines: SheetSeen['lines'] = [];
  for await (const batch of sheet.rows()) {
    for (const { line, cells } of batch.slice(0, SHOWN - lines.length))
      lines.push({ line, cells: cells.map((cell) => cell.slice(0, 200)) });
    break;
  }
  return { sheet: sheet.name, lines, notes: [...sheet.notes] };
}

/** What is in a file, and what its sheets seem to be. */
export const lookAt = (task: LookTask): Promise<LookReply> =>
  ending(async () => {
    const file = await openFile(task.path, task.fileName, task.folder, task.encoding);
    const seen: SheetSeen[] = [];
    for (const sheet of file.sheets) seen.push(await seenOf(sheet));
    const [only, ...others] = file.sheets;
    const guesses = seen.map(({ sheet, lines }) => guessSheet(sheet, lines));
    return { seen, guesses, ...(only?.encoding && others.length === 0 ? { encoding: only.encoding } : {}) };
  });

/** Carries a mapping out over a connection of its own: all of the good rows or none. */
export const bringIn = (task: RunTask, tell: (progress: ImportProgress) => void): Promise<ImportReply> =>
  ending(async () => {
    const file = await openFile(task.path, task.fileName, task.folder, task.encoding);
    const stop = new Int32Array(task.stop);
    const db = connect(task.catalogue, CACHE_MB);
    try {
      const report = await runImport(db, file, task.run, {
        cancelled: () => Atomics.load(stop, 0) === 1,
        progress: (words, rows, share) => tell({ words, rows, share }),
      });
      return { report };
    } finally {
      db.close();
    }
  });

/** What a file or a disk does wrong is an answer; what nobody foresaw is thrown. */
async function ending<T>(act: () => Promise<T>): Promise<T | Ended> {
  try {
    return await act();
  } catch (error) {
    if (error instanceof Cancelled) return { cancelled: true };
    if (error instanceof FileProblem) return { problem: error.message };
    const fault = storageFault(error);
    if (fault) return { problem: `${fault.sentence} Nothing of the file was taken.` };
    throw error;
  }
}

declare module '../../base/work/tasks.js' {
  interface Tasks {
    readonly look: { readonly task: LookTask; readonly answer: LookReply };
    readonly bringIn: { readonly task: RunTask; readonly answer: ImportReply; readonly tells: ImportProgress };
  }
}
