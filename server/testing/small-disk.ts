import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** A disk of a few megabytes, in memory, that can be filled, freed and made read-only. */
export interface SmallDisk {
  readonly path: string;
  /** Leaves no more than so many bytes. */
  fill(leaving?: number): void;
  free(): void;
  readOnly(on: boolean): void;
  end(): void;
}

const run = (command: string, ...args: string[]): boolean => spawnSync(command, args).status === 0;

/** Undefined where this user may not mount one: the tests that need it are skipped there, and say so. */
export function smallDisk(megabytes: number): SmallDisk | undefined {
  const path = mkdtempSync(join(tmpdir(), 'kerabat-disk-'));
  if (!run('mount', '-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', path)) {
    rmdirSync(path);
    return undefined;
  }
  const filler = join(path, 'filler');
  return {
    path,
    fill(leaving = 0): void {
      const { bavail, bsize } = statfsSync(path);
      writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - leaving)));
    },
    free: () => rmSync(filler, { force: true }),
    readOnly: (on) => void run('mount', '-o', `remount,${on ? 'ro' : 'rw'}`, path),
    end(): void {
      run('umount', '-l', path);
      rmdirSync(path);
    },
  };
}

/** Whether this user may mount a disk at all. */
export function canMount(): boolean {
  const disk = smallDisk(1);
  disk?.end();
  return disk !== undefined;
}
