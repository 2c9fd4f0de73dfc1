import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';

/** Who holds a data directory. */
export interface Holder {
  readonly program: string;
  readonly process: number;
  readonly since: string;
  readonly address?: string;
}

export interface Lock {
  /** Says more of who holds it, for whoever comes second. */
  tell(more: Partial<Holder>): void;
  release(): void;
}

const holderFile = (directory: string): string => join(directory, 'held-by.json');

/**
 * Takes the data directory for one program. The lock is the operating system's, on a file of its own: it ends with the
 * program, however that ends. Answers a sentence that says who holds it when somebody else does.
 */
export function lockDirectory(directory: string, program: string, now: string): Lock | string {
  const file = new Database(join(directory, 'lock.sqlite'), { timeout: 0 });
  try {
    file.pragma('locking_mode = EXCLUSIVE');
    file.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    file.close();
    if (error instanceof Error && 'code' in error && String(error.code).startsWith('SQLITE_BUSY'))
      return heldWords(directory);
    throw error;
  }
  let holder: Holder = { program, process: process.pid, since: now };
  const tell = (more: Partial<Holder>): void => {
    holder = { ...holder, ...more };
    writeFileSync(holderFile(directory), JSON.stringify(holder));
  };
  tell({});
  return {
    tell,
    release(): void {
      file.close();
    },
  };
}

function heldWords(directory: string): string {
  let by = 'another program';
  try {
    const { program, process: id, since, address } = JSON.parse(readFileSync(holderFile(directory), 'utf8')) as Holder;
    by =
      `${program} (process ${id}${address === undefined ? '' : `, ${address}`}, since ` +
      `${since.slice(0, 16).replace('T', ' ')} UTC)`;
  } catch (error) {
    // The other program has not written yet who it is, or is just ending.
    if (!(error instanceof Error)) throw error;
  }
  return (
    `The data directory ${directory} is held by ${by}. Use that one, stop it, or choose another ` +
    'directory with --data DIR.'
  );
}
