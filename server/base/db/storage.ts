import { accessSync, constants, existsSync, statfsSync, statSync } from 'node:fs';
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
  return { directory, problem, free: () => freeBytes(directory) };
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
