import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { stringify } from 'csv-stringify/sync';
import type { Workspace } from '@kerabat/contract';
import { type IdentifiedJob, identificationsAsked, type JobBase, workThrough } from '@kerabat/core/job';
import type { World } from '@kerabat/core/simulate';
import type { IdentifyService } from '../ask/identify/service.js';
import { jobReads } from '../ask/reads/reads.js';
import type { Db } from '../base/db/open.js';
import { loadCatalogue } from '../catalogue/imports/load.js';

/** A simulated workshop with Kerabat in it: its catalogue, and jobs that are worked out from what was said so far. */

export const TRIAL_DAY = '2024-01-01T00:00:00.000Z';
const CANDIDATES = 20;

/** A workshop that is open: until it is closed it has a directory of its own. */
export interface Workshop {
  readonly world: World;
  /** A job worked out from what is known of it, as the program does for everybody. */
  workOut(base: JobBase): Promise<Workspace>;
  close(): Promise<void>;
}

/** What a workshop takes of the rest of the server, with what was opened for it. */
export interface Premises {
  readonly catalogue: Db;
  readonly stores: Parameters<typeof jobReads>[0] & { readonly identify: IdentifyService };
  close(): Promise<void>;
}

/** Puts the catalogue of a world where Kerabat works from: through the same door as any other catalogue. */
export function bringInWorld(db: Db, world: World): void {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-world-'));
  try {
    const manifest = { name: `world ${world.seed}`, source: 'simulated', date: '2019-06-01' };
    writeFileSync(join(folder, 'manifest.json'), JSON.stringify(manifest));
    for (const [file, rows] of Object.entries(world.tables)) {
      const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
      if (rows.length > 0) writeFileSync(join(folder, file), stringify([...rows], { header: true, columns }));
    }
    loadCatalogue(db, folder, TRIAL_DAY);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Opens a workshop in empty premises. */
export function openWorkshop(world: World, { catalogue, stores, close }: Premises): Workshop {
  bringInWorld(catalogue, world);
  return {
    world,
    async workOut(base) {
      const reads = jobReads(stores);
      const answers = identificationsAsked(base, reads).map(
        async ({ slot, ...ask }) => [slot, await stores.identify.answer({ ...ask, limit: CANDIDATES })] as const,
      );
      const job: IdentifiedJob = { ...base, identifications: Object.fromEntries(await Promise.all(answers)) };
      return workThrough(job, reads) as Workspace;
    },
    close,
  };
}
