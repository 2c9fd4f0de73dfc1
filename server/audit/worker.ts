import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import Database from 'better-sqlite3';
import type { AuditReply } from './service.js';
import { lookThrough } from './look.js';
import { told } from './told.js';

/** The thread that audits: it reads the catalogue as it is at one moment, over a connection of its own. */
const { file } = workerData as { file: string };
const say = (reply: AuditReply): void => parentPort?.postMessage(reply);
// Nobody waits for it, and those who look something up must not: on Linux this is the priority of this thread alone.
setPriority(10);
const db = new Database(file, { readonly: true });
try {
  db.exec('BEGIN');
  const looked = lookThrough(db, (words, share) => say({ progress: { words, share } }));
  say({ looked: told(db, looked) });
} catch (error) {
  say({ problem: (error as Error).message });
} finally {
  db.close();
}
