import { accessSync, constants, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';

/** The SQL files lie beside the sources, wherever the compiled program runs from. */
const HERE = dirname(createRequire(import.meta.url).resolve('@kerabat/server/package.json'));

export type Db = Database.Database;

export interface Databases {
  readonly catalogue: Db;
  readonly jobs: Db;
  /** True until `markUsed` has been called once on this data directory. */
  readonly fresh: boolean;
}

/** Written into the header of the jobs database once a first start is complete, so that a killed one is done again. */
const USED = 0x4b455241;

/** Says that this data directory has been set up. Takes part in a transaction, like any other write. */
export const markUsed = (jobs: Db): void => void jobs.pragma(`application_id = ${USED}`);

/** A sentence for the person who started the program; the program ends after it. */
export class StartProblem extends Error {}

/** Opens both databases of a data directory, making and migrating them as needed. Throws a StartProblem in plain words. */
export function openDatabases(directory: string): Databases {
  try {
    mkdirSync(directory, { recursive: true });
    accessSync(directory, constants.W_OK | constants.R_OK);
  } catch {
    throw new StartProblem(`The data directory ${directory} cannot be written. Choose another with --data DIR, or change its rights.`);
  }
  const catalogue = openDatabase(join(directory, 'catalogue.sqlite'), 'catalogue');
  const jobs = openDatabase(join(directory, 'jobs.sqlite'), 'jobs');
  return { catalogue, jobs, fresh: jobs.pragma('application_id', { simple: true }) !== USED };
}

/** A connection with the settings that all of ours have. `cacheMb`: so many MB of pages are kept, the rest comes through the system's own cache. */
export function connect(file: string, cacheMb = 32): Db {
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  db.pragma('foreign_keys = ON');
  db.pragma('synchronous = NORMAL');
  db.pragma('busy_timeout = 5000');
  db.pragma(`cache_size = -${cacheMb * 1000}`);
  // A catalogue of a million numbers is read at random places.
  db.pragma('mmap_size = 268435456');
  return db;
}

/** Opens one database file (or ":memory:") and brings it to the newest version of its kind. */
export function openDatabase(file: string, kind: 'catalogue' | 'jobs'): Db {
  let db: Db;
  try {
    db = connect(file);
  } catch (error) {
    throw new StartProblem(`${file} cannot be opened as a database: ${(error as Error).message}. Move it away or restore a backup.`);
  }
  migrate(db, file, kind);
  return db;
}

/** Applies the numbered migrations that are missing, each in a transaction. */
function migrate(db: Db, file: string, kind: string): void {
  const directory = join(HERE, 'db', kind);
  const steps = readdirSync(directory)
    .filter((name) => /^\d{3}-.*\.sql$/.test(name))
    .sort();
  const before = Number(db.pragma('user_version', { simple: true }));
  if (before > steps.length) {
    db.close();
    throw new StartProblem(
      `${file} was written by a newer version of Kerabat (its format ${before}, this program knows ${steps.length}). Update the program; nothing was changed.`,
    );
  }
  for (const [i, name] of steps.entries()) {
    if (i < before) continue;
    const sql = readFileSync(join(directory, name), 'utf8');
    db.transaction(() => {
      db.exec(sql);
      db.pragma(`user_version = ${i + 1}`);
    })();
  }
}
