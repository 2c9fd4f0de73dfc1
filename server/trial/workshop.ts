import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { stringify } from 'csv-stringify/sync';
import type { Workspace } from '@kerabat/contract';
import {
  composeJob,
  editsOf,
  gathering,
  type Given,
  givenIn,
  type IdentifiedJob,
  identificationsAsked,
  type JobBase,
  type JobInput,
  judgeAccepted,
  type JudgedChain,
  judgedRows,
  readSubject,
  slotOf,
  workThrough,
} from '@kerabat/core/job';
import { tablesOf, type World } from '@kerabat/core/simulate';
import type { IdentifyService } from '../ask/identify/service.js';
import { jobReads } from '../ask/reads/reads.js';
import type { Db } from '../base/db/open.js';
import { loadCatalogue } from '../catalogue/imports/load.js';
import type { Act, TrialJob } from './job.js';
import type { FixDone } from './types.js';

/** A simulated workshop with Kerabat in it: its catalogue, and jobs that are worked out from what was said so far. */

export const TRIAL_DAY = '2024-01-01T00:00:00.000Z';
const CANDIDATES = 20;

/** A workshop that is open: until it is closed it has a directory of its own. */
export interface Workshop {
  readonly world: World;
  /** How often a job was worked out here, and how long that took, ms. */
  readonly spent: { count: number; ms: number };
  /** What a decision about a subject is given for, as a job is. */
  given(base: JobBase, subject: string): Promise<Given | undefined>;
  /** A job worked out from what is known of it, as the program does for everybody. */
  workOut(base: JobBase): Promise<Workspace>;
  /** Everything that a job is worked out from, as one value. */
  inputOf(base: JobBase): Promise<JobInput>;
  /** A job as a chain, judged with fixes that are accepted by their names: "brake-master/tee@front-right". */
  judged(base: JobBase, accepted: ReadonlySet<string>): Promise<JudgedChain>;
  /** What the fixes that were taken in a job do to the vehicle. */
  fixesOf(base: JobBase): Promise<readonly FixDone[]>;
  /** The same acts over HTTP, and what the program answers in the end. */
  overHttp(asked: TrialJob['asked'], acts: readonly Act[]): Promise<Workspace>;
  close(): Promise<void>;
}

/** What a workshop takes of the rest of the server, with what was opened for it. */
export interface Premises {
  readonly catalogue: Db;
  readonly stores: Parameters<typeof jobReads>[0] & { readonly identify: IdentifyService };
  overHttp(asked: TrialJob['asked'], acts: readonly Act[]): Promise<Workspace>;
  close(): Promise<void>;
}

/** Puts the catalogue of a world where Kerabat works from: through the same door as any other catalogue. */
export function bringInWorld(db: Db, world: World): void {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-world-'));
  try {
    const manifest = { name: `world ${world.seed}`, source: 'simulated', date: '2019-06-01' };
    writeFileSync(join(folder, 'manifest.json'), JSON.stringify(manifest));
    for (const [file, rows] of Object.entries(tablesOf(world))) {
      const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
      if (rows.length > 0) writeFileSync(join(folder, file), stringify([...rows], { header: true, columns }));
    }
    loadCatalogue(db, folder, TRIAL_DAY);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Opens a workshop in empty premises. */
export function openWorkshop(world: World, { catalogue, stores, overHttp, close }: Premises): Workshop {
  bringInWorld(catalogue, world);
  const reads = () => jobReads(stores);
  const identified = async (base: JobBase): Promise<IdentifiedJob> => {
    const answers = identificationsAsked(base, reads()).map(
      async ({ slot, ...ask }) => [slot, await stores.identify.answer({ ...ask, limit: CANDIDATES })] as const,
    );
    return { ...base, identifications: Object.fromEntries(await Promise.all(answers)) };
  };
  const judgedWith = (job: IdentifiedJob, accepted: ReadonlySet<string>): JudgedChain => {
    const rows = judgedRows(job, reads());
    const worked = rows.places.flatMap(({ slot, chosen }) => (chosen ? slot : []));
    return judgeAccepted(composeJob(rows), accepted, (joint) => slotOf(joint, worked));
  };
  const spent = { count: 0, ms: 0 };
  return {
    world,
    spent,
    async given(base, subject) {
      return givenIn(await identified(base), reads(), subject);
    },
    async workOut(base) {
      const began = performance.now();
      const answer = workThrough(await identified(base), reads()) as Workspace;
      spent.count += 1;
      spent.ms += performance.now() - began;
      return answer;
    },
    async inputOf(base) {
      const gathered = gathering(reads());
      const job = await identified(base);
      workThrough(job, gathered.reads);
      return { ...job, rows: gathered.rows };
    },
    async judged(base, accepted) {
      return judgedWith(await identified(base), accepted);
    },
    async fixesOf(base) {
      const job = await identified(base);
      // What ended with what it was given for is no fix of this job.
      const accepted = new Set(
        (workThrough(job, reads()) as Workspace).decisions.flatMap(({ subject: text, again }) => {
          const subject = readSubject(text);
          return subject?.about === 'fix' && again === undefined ? [`${subject.slot}/${subject.fix}`] : [];
        }),
      );
      if (accepted.size === 0) return [];
      const { input, taken } = judgedWith(job, accepted);
      // A line that is bent over goes to the port that the work card names.
      const moved = input.edits.filter((edit) => edit.do === 'join' && edit.follows === true);
      return [
        ...taken.map(({ key, fix, sides }) => ({ fix: fix.fix, edits: editsOf(key, sides) })),
        ...(moved.length === 0 ? [] : [{ fix: 'moved', edits: moved }]),
      ];
    },
    overHttp,
    close,
  };
}
