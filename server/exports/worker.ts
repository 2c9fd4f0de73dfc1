import { parentPort, workerData } from 'node:worker_threads';
import Database from 'better-sqlite3';
import { writeExport, type ExportFormat } from './write.js';

/** The thread that writes an export: it reads over a connection of its own, so that nobody waits for it. */
export interface ExportWork {
  readonly catalogue: string;
  readonly format: ExportFormat;
  readonly folder: string;
  readonly now: string;
}
export type ExportReply = { readonly path: string } | { readonly problem: string };

const { catalogue, format, folder, now } = workerData as ExportWork;
const db = new Database(catalogue, { readonly: true });
try {
  parentPort?.postMessage({ path: await writeExport(db, format, folder, now) } satisfies ExportReply);
} catch (error) {
  parentPort?.postMessage({ problem: (error as Error).message } satisfies ExportReply);
} finally {
  db.close();
}
