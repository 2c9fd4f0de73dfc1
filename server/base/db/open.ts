import { chmodSync, existsSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { HOME } from '../home.js';
import { storageFault } from './faults.js';

export type Db = Database.Database;

/** A sentence for the person who started the program; the program ends after it. */
export class StartProblem extends Error {}

/**
 * A connection with the settings that all of ours have. Every commit is on the disk before it is answered, also when
 * the power fails. `cacheMb`: so many MB of pages are kept, the rest comes through the system's own cache.
 */
export function connect(file: string, cacheMb = 32): Db {
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  db.pragma('synchronous = FULL');
  db.pragma('busy_timeout = 5000');
  db.pragma(`cache_size = -${cacheMb * 1000}`);
  // A catalogue of a million numbers is read at random places.
  db.pragma('mmap_size = 268435456');
  return db;
}

/** A connection that only reads, for a thread or a program beside the one that writes. */
export const connectReading = (file: string): Db => new Database(file, { readonly: true });

/** Opens one database file (or ":memory:") and brings it to the newest version of its kind. */
export function openDatabase(file: string, kind: 'catalogue' | 'jobs'): Db {
  let db: Db | undefined;
  try {
    db = connect(file);
    migrate(db, file, kind);
    return db;
  } catch (error) {
    db?.close();
    if (error instanceof StartProblem) throw error;
    throw new StartProblem(openWords(file, error));
  }
}

function openWords(file: string, error: unknown): string {
  const fault = storageFault(error);
  switch (fault?.kind) {
    case 'full':
      return (
        `${file} cannot be opened: its disk is full. Free some space there and start again; what was ` +
        'saved is safe.'
      );
    case 'damaged':
      return (
        `${file} is damaged, or is no database of Kerabat. Keep a copy of it, and restore the last ` +
        'backup into its place.'
      );
    case undefined:
      return `${file} cannot be opened as a database: ${error instanceof Error ? error.message : String(error)}.`;
    default:
      return `${file} cannot be opened: ${fault?.sentence ?? ''}`;
  }
}

/** The copy that is made of a database before its format changes: "catalogue-format-5.sqlite.bak". */
export const copyBefore = (file: string, format: number): string =>
  file.replace(/\.sqlite$/, `-format-${format}.sqlite.bak`);

/**
 * Copies a database that holds something, before its format changes. A copy that is there from a start that was killed
 * stays: it is of the format before, whole, since it gets its name when it is complete. Throws where there is no room:
 * then nothing was changed.
 */
function backUp(db: Db, file: string, before: number): void {
  const copy = copyBefore(file, before);
  if (file === ':memory:' || existsSync(copy)) return;
  const part = `${copy}.part`;
  rmSync(part, { force: true });
  db.prepare('VACUUM INTO ?').run(part);
  chmodSync(part, 0o600);
  renameSync(part, copy);
}

/**
 * Applies the numbered migrations that are missing, each in a transaction; a database that is in use is copied first.
 */
function migrate(db: Db, file: string, kind: string): void {
  const directory = join(HOME, 'base', 'db', kind);
  const steps = readdirSync(directory)
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort();
  const before = Number(db.pragma('user_version', { simple: true }));
  if (before > steps.length) {
    throw new StartProblem(
      `${file} was written by a newer version of Kerabat (its format ${before}, this program knows ` +
        `${steps.length}). Update the program; nothing was changed.`,
    );
  }
  if (before > 0 && before < steps.length) backUp(db, file, before);
  for (const [i, name] of steps.entries()) {
    if (i < before) continue;
    const sql = readFileSync(join(directory, name), 'utf8');
    db.transaction(() => {
      db.exec(sql);
      db.pragma(`user_version = ${i + 1}`);
    })();
  }
}
