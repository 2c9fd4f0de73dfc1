import {
  accessSync,
  chmodSync,
  constants,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { storageFault } from './faults.js';
import { type Lock, lockDirectory } from './lock.js';
import { type Db, openDatabase, StartProblem } from './open.js';
import { DATABASE_FILES, notWritable, type Storage, watchStorage } from './storage.js';

export interface DataDirectory {
  readonly catalogue: Db;
  readonly jobs: Db;
  readonly storage: Storage;
  /** Where files are put down for a while: uploads, exports. Emptied at every start. */
  readonly work: string;
  /** Neither database was ever used: the demo may be loaded. */
  readonly isNew: boolean;
  /** Says that both are in use from now on. */
  markUsed(): void;
  /** Who holds it, for whoever comes second. */
  readonly lock: Pick<Lock, 'tell'>;
  close(): void;
}

/** In the header of a database file: its first start is under way, or it is in use. */
const [BEGUN, USED] = [0x4b455262, 0x4b455241];

interface Opening {
  /** Which program opens it, for whoever comes second. */
  readonly program: string;
  readonly now: string;
  /** A database that is missing beside a used one is made anew, empty. */
  readonly createMissing?: boolean;
}

/**
 * Opens a data directory for one program: makes it when it is not there, locks it, and brings both databases to the
 * newest version. A directory that cannot be written is opened for reading, from a copy. Throws a StartProblem that
 * says what to do.
 */
export function openDirectory(directory: string, { program, now, createMissing = false }: Opening): DataDirectory {
  makeOwn(directory);
  const readOnly = notWritable(directory);
  if (readOnly !== undefined) return openReading(directory, readOnly);
  const lock = saying(directory, () => lockDirectory(directory, program, now));
  if (typeof lock === 'string') throw new StartProblem(lock);
  try {
    const work = join(directory, 'work');
    saying(directory, () => {
      // What a killed program left behind belongs to nobody.
      rmSync(work, { recursive: true, force: true });
      rmSync(join(directory, 'imports'), { recursive: true, force: true });
      mkdirSync(work, { mode: 0o700 });
    });
    refuseMissing(directory, createMissing);
    const databases = openBoth(directory);
    const marks = [databases.catalogue, databases.jobs].map(markOf);
    const isNew =
      !marks.includes(USED) &&
      isUnused(databases.catalogue, 'maker', marks[0]) &&
      isUnused(databases.jobs, 'job', marks[1]);
    const markBoth = (mark: number): void => [databases.catalogue, databases.jobs].forEach((db) => setMark(db, mark));
    saying(directory, () => markBoth(isNew ? BEGUN : USED));
    return {
      ...databases,
      storage: watchStorage(directory),
      work,
      isNew,
      markUsed: () => markBoth(USED),
      lock,
      close: () => {
        databases.catalogue.close();
        databases.jobs.close();
        lock.release();
      },
    };
  } catch (error) {
    lock.release();
    throw error;
  }
}

function openBoth(directory: string): { catalogue: Db; jobs: Db } {
  const catalogue = openDatabase(join(directory, 'catalogue.sqlite'), 'catalogue');
  try {
    return { catalogue, jobs: openDatabase(join(directory, 'jobs.sqlite'), 'jobs') };
  } catch (error) {
    catalogue.close();
    throw error;
  }
}

const markOf = (db: Db): number => Number(db.pragma('application_id', { simple: true }));
const setMark = (db: Db, mark: number): void => void (markOf(db) === mark || db.pragma(`application_id = ${mark}`));

/** A first start that was killed is done again; rows without that mark are somebody's. */
const isUnused = (db: Db, table: string, mark: number | undefined): boolean =>
  mark === BEGUN || db.prepare(`SELECT 1 FROM ${table} LIMIT 1`).get() === undefined;

/** The directory, for its owner alone. */
function makeOwn(directory: string): void {
  try {
    mkdirSync(directory, { recursive: true, mode: 0o700 });
    accessSync(directory, constants.R_OK | constants.X_OK);
    if (!statSync(directory).isDirectory()) throw new Error('no directory');
    if ((statSync(directory).mode & 0o077) !== 0 && notWritable(directory) === undefined) chmodSync(directory, 0o700);
  } catch (error) {
    if (storageFault(error)?.kind === 'full') throw new StartProblem(fullWords(directory));
    throw new StartProblem(
      `The data directory ${directory} cannot be written. Choose another with --data DIR, or change its rights.`,
    );
  }
}

const fullWords = (directory: string): string =>
  `The disk of the data directory ${directory} is full. Free some space there and start again; what was saved is safe.`;

function saying<T>(directory: string, act: () => T): T {
  try {
    return act();
  } catch (error) {
    const fault = storageFault(error);
    if (!fault) throw error;
    throw new StartProblem(
      fault.kind === 'full'
        ? fullWords(directory)
        : `The data directory ${directory} cannot be used. ${fault.sentence}`,
    );
  }
}

/** One database beside a used one that is missing, or empty as a file: that is no new directory. */
function refuseMissing(directory: string, createMissing: boolean): void {
  const sizes = DATABASE_FILES.map((name) => statSync(join(directory, name), { throwIfNoEntry: false })?.size ?? 0);
  const missing = DATABASE_FILES.filter((_, i) => sizes[i] === 0);
  const [lost] = missing;
  const other = DATABASE_FILES.find((name) => name !== lost);
  if (lost === undefined || other === undefined || missing.length !== 1 || createMissing) return;
  const db = openDatabase(join(directory, other), other === 'jobs.sqlite' ? 'jobs' : 'catalogue');
  const unused = markOf(db) !== USED && isUnused(db, other === 'jobs.sqlite' ? 'job' : 'maker', markOf(db));
  db.close();
  if (unused) return;
  throw new StartProblem(
    `${lost} is missing in ${directory}, where ${other} is in use: this is not a new directory, and ` +
      'nothing was loaded into it. ' +
      `Restore ${lost} from a backup (tar -xf BACKUP -C ${directory} ${lost}), or start with that one ` +
      'empty: --create-missing.',
  );
}

/** A copy that is thrown away: SQLite cannot read a database with its log where it may write nothing. */
function openReading(directory: string, why: string): DataDirectory {
  const absent = DATABASE_FILES.filter((name) => !existsSync(join(directory, name)));
  if (absent.length > 0)
    throw new StartProblem(
      `The data directory ${directory} cannot be written. Choose another with --data DIR, or change its rights.`,
    );
  sweepCopies();
  const copy = mkdtempSync(join(tmpdir(), `${COPY}${process.pid}-`));
  for (const name of readdirSync(directory))
    if (/\.sqlite(-wal)?$/.test(name) && !name.startsWith('lock')) cpSync(join(directory, name), join(copy, name));
  for (const name of readdirSync(copy)) chmodSync(join(copy, name), 0o600);
  const databases = openBoth(copy);
  const work = join(copy, 'work');
  mkdirSync(work);
  return {
    ...databases,
    storage: watchStorage(directory, why),
    work,
    isNew: false,
    markUsed: () => undefined,
    lock: { tell: () => undefined },
    close: () => {
      databases.catalogue.close();
      databases.jobs.close();
      rmSync(copy, { recursive: true, force: true });
    },
  };
}

const COPY = 'kerabat-reading-';

/** Copies of programs that are no longer there. */
function sweepCopies(): void {
  for (const name of readdirSync(tmpdir())) {
    const owner = new RegExp(`^${COPY}(\\d+)-`).exec(name)?.[1];
    if (owner !== undefined && !existsSync(`/proc/${owner}`))
      rmSync(join(tmpdir(), name), { recursive: true, force: true });
  }
}
