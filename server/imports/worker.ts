import { parentPort, workerData } from 'node:worker_threads';
import type { ImportReport, SheetSeen } from '@kerabat/contract';
import { connect } from '../db/open.js';
import type { Encoding } from './files/encoding.js';
import { openFile } from './files/open.js';
import { FileProblem, type Sheet } from './files/sheet.js';
import { Cancelled, runImport, type ImportTask } from './run.js';

/** What the thread is started with: the file that was sent, and what is to be done with it. */
export interface ImportWork {
  readonly path: string;
  readonly fileName: string;
  readonly folder: string;
  readonly encoding?: Encoding;
  /** One 32-bit word that is 1 as soon as somebody has cancelled. */
  readonly stop: SharedArrayBuffer;
  /** Without a run the file is only looked at. */
  readonly run?: ImportTask & { readonly catalogue: string };
}
export type ImportReply =
  | { readonly progress: { words: string; rows: number; share: number } }
  | { readonly seen: readonly SheetSeen[]; readonly encoding?: Encoding }
  | { readonly report: ImportReport }
  | { readonly cancelled: true }
  | { readonly problem: string };

/** Rows of a large file fall all over the indexes: what does not stay in memory is written more than once. */
const CACHE_MB = 64;
/** So many lines of a sheet are shown. */
const SHOWN = 12;
/** A message for each tenth of a second is enough for a bar. */
const BEAT = 100;

const work = workerData as ImportWork;
const say = (reply: ImportReply): void => parentPort?.postMessage(reply);
const stop = new Int32Array(work.stop);

async function lookAt(sheet: Sheet): Promise<SheetSeen> {
  const lines: SheetSeen['lines'] = [];
  for await (const batch of sheet.rows()) {
    for (const { line, cells } of batch.slice(0, SHOWN - lines.length)) lines.push({ line, cells: cells.map((cell) => cell.slice(0, 200)) });
    break;
  }
  return { sheet: sheet.name, lines, notes: [...sheet.notes] };
}

async function main(): Promise<ImportReply> {
  say({ progress: { words: 'reading', rows: 0, share: 0 } });
  const file = await openFile(work.path, work.fileName, work.folder, work.encoding);
  if (!work.run) {
    const seen: SheetSeen[] = [];
    for (const sheet of file.sheets) seen.push(await lookAt(sheet));
    const [only, ...others] = file.sheets;
    return { seen, ...(only?.encoding && others.length === 0 ? { encoding: only.encoding } : {}) };
  }
  const db = connect(work.run.catalogue, CACHE_MB);
  try {
    let told = 0;
    const report = await runImport(db, file, work.run, {
      cancelled: () => Atomics.load(stop, 0) === 1,
      progress(words, rows, share) {
        if (Date.now() - told < BEAT && words !== 'saving') return;
        told = Date.now();
        say({ progress: { words, rows, share } });
      },
    });
    return { report };
  } finally {
    db.close();
  }
}

try {
  say(await main());
} catch (error) {
  if (error instanceof Cancelled) say({ cancelled: true });
  else if (error instanceof FileProblem) say({ problem: error.message });
  else say({ problem: `The import broke down, and nothing of it was kept: ${(error as Error).message}` });
}
