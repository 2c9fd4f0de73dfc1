import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  fstatSync,
  openSync,
  readSync,
  statfsSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';

export const DATABASE_FILES = ['catalogue.sqlite', 'jobs.sqlite'] as const;

/**
 * Watches that the files which are open are still the ones in the directory: a file that was deleted goes on taking
 * writes, into nothing.
 */
export interface Storage {
  readonly directory: string;
  /** Why nothing can be written just now, as a sentence; undefined when it can. */
  problem(): string | undefined;
  /** Which file is damaged, as a sentence; undefined while each is one and none was found broken. */
  damage(): string | undefined;
  /** Somebody met a damaged file: it is known from then on. */
  broken(): void;
  /** Bytes that are free on its disk. */
  free(): number;
}

/** `readOnly` is why the directory was opened for reading alone. */
export function watchStorage(directory: string, readOnly?: string): Storage {
  const known = new Map<string, string>();
  const identity = (path: string): string | undefined => {
    const stat = statSync(path, { throwIfNoEntry: false });
    return stat && `${stat.dev}:${stat.ino}`;
  };
  for (const name of DATABASE_FILES) known.set(name, identity(join(directory, name)) ?? '');
  const problem = (): string | undefined => {
    if (readOnly !== undefined) return readOnly;
    for (const name of DATABASE_FILES) {
      for (const file of [name, `${name}-wal`]) {
        const path = join(directory, file);
        const now = identity(path);
        const before = known.get(file);
        if (before === undefined) {
          // The log of a database is made by its first write.
          if (now !== undefined) known.set(file, now);
          continue;
        }
        if (now === undefined)
          return (
            `${path} is not there any more: nothing is saved until it is back. Stop Kerabat before you ` + 'restore it.'
          );
        if (now !== before)
          return (
            `${path} was replaced by another file while Kerabat was running: nothing is saved. Start Kerabat ` +
            'again.'
          );
      }
    }
    return notWritable(directory);
  };
  let met = false;
  const damage = (): string | undefined => {
    const file = DATABASE_FILES.map((name) => join(directory, name)).find((path) => existsSync(path) && !isWhole(path));
    if (file === undefined && !met) return undefined;
    const which = file ?? `A database in ${directory}`;
    return `${which} is damaged. Stop Kerabat, keep a copy of the file, and restore the last backup.`;
  };
  return { directory, problem, damage, broken: () => void (met = true), free: () => freeBytes(directory) };
}

/** The head of a database file: what it is, how long a page is, how many there are, and whether that is up to date. */
const HEAD = { bytes: 100, says: 'SQLite format 3\0', page: 16, pages: 28, changed: 24, counted: 92 } as const;

/** Whether a file begins as a database does, and is as long as it says (SQLite, "Database File Format", 1.3). */
export function isWhole(path: string): boolean {
  const head = Buffer.alloc(HEAD.bytes);
  const file = openSync(path, 'r');
  try {
    const read = readSync(file, head, 0, HEAD.bytes, 0);
    if (read === 0) return true; // nothing was written yet
    if (read < HEAD.bytes || head.toString('latin1', 0, HEAD.says.length) !== HEAD.says) return false;
    const page = head.readUInt16BE(HEAD.page);
    const isCounted = head.readUInt32BE(HEAD.changed) === head.readUInt32BE(HEAD.counted);
    return !isCounted || fstatSync(file).size >= (page === 1 ? 65_536 : page) * head.readUInt32BE(HEAD.pages);
  } finally {
    closeSync(file);
  }
}

/** Why the directory or one of its databases cannot be written, as a sentence. */
export function notWritable(directory: string): string | undefined {
  for (const name of ['', ...DATABASE_FILES]) {
    const path = join(directory, name);
    if (!existsSync(path)) continue;
    try {
      accessSync(path, constants.W_OK);
    } catch {
      return `${path} can be read and not written: what is there can be looked at, and nothing is saved.`;
    }
  }
  return undefined;
}

export function freeBytes(directory: string): number {
  const { bavail, bsize } = statfsSync(directory);
  return bavail * bsize;
}
