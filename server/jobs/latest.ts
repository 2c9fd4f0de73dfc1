import type { Workspace } from '@kerabat/contract';
import type { Db } from '../base/db/open.js';

/** So many jobs are kept as they were last worked out. */
const KEPT = 40;

/** Nobody waits longer than this for others who write too, ms. */
const LONGEST_WAIT_MS = 250;

/**
 * Waits as long as another writer comes with each turn of the event loop, which accepts one connection at a time: those
 * who come together share one working out. Somebody who writes alone waits for one turn.
 */
async function whenAllAreIn(writers: () => number): Promise<void> {
  const began = performance.now();
  for (let before = 0, now = 1; before < now && performance.now() - began < LONGEST_WAIT_MS; now = writers()) {
    before = now;
    await new Promise(setImmediate);
  }
}

/** A job that is worked out for writers, and those who came too late for it. */
interface Turn {
  /** It has read what was written: whoever writes from now on waits for the next one. */
  begun: boolean;
  /** How many wait for it. */
  writers: number;
  readonly running: Promise<Workspace>;
  next?: Promise<Workspace>;
}

/** What was written into the catalogue last: every row goes in under an act. */
const ACT = `SELECT COALESCE(MAX(id), 0) FROM act`;

/** What a job leans on beside itself in its own database: settings, and what came of interchange. */
const COMMON = `SELECT (SELECT COALESCE(SUM(version), 0) FROM setting) || '.' ||
  (SELECT COUNT(*) || '.' || COUNT(withdrawn_at) FROM outcome)`;

/**
 * The last workspace of a job, for as long as neither the job itself, nor the catalogue, nor the settings changed: a
 * write drops only the jobs that it touches. `stamp` is taken before the working out and given back with what came of
 * it.
 */
export function latestStore(catalogue: Db, jobs: Db, revision: (id: number) => number) {
  const known = new Map<number, { readonly stamp: string; readonly workspace: Workspace }>();
  const changes = catalogue.prepare<[], number>('SELECT total_changes()').pluck();
  const common = jobs.prepare<[], string>(COMMON).pluck();
  const act = catalogue.prepare<[], number>(ACT).pluck();
  /** Another program that writes is seen by the version of the file. */
  const version = (db: Db): string => String(db.pragma('data_version', { simple: true }));
  const stamp = (id: number): string =>
    `${version(catalogue)}.${String(changes.get())}/${version(jobs)}.${String(common.get())}/${revision(id)}`;

  /** Jobs that are being worked out for writers, each with those who wait for the next time. */
  const turns = new Map<number, Turn>();
  /** Jobs that are being worked out for readers, and what the databases were then. */
  const readers = new Map<number, { readonly stamp: string; readonly running: Promise<Workspace> }>();

  return {
    stamp,
    /** What every job leans on beside itself, as it is kept with its standing: it outlives the program. */
    common: (): string => `${String(act.get())}.${String(common.get())}`,
    /**
     * Works a job out for somebody who has just written to it. Of many who write while it is worked out, all wait for
     * one more time, which sees what every one of them wrote: two hundred writers cost a few workings out and not two
     * hundred.
     */
    inTurn(id: number, work: () => Promise<Workspace>): Promise<Workspace> {
      const begin = (): Promise<Workspace> => {
        const turn: Turn = {
          begun: false,
          writers: 1,
          running: whenAllAreIn(() => turn.writers)
            .then(() => {
              turn.begun = true;
              return work();
            })
            .finally(() => {
              if (turns.get(id) === turn && turn.next === undefined) turns.delete(id);
            }),
        };
        turns.set(id, turn);
        return turn.running;
      };
      const now = turns.get(id);
      if (!now) return begin();
      if (!now.begun) {
        now.writers += 1;
        return now.running;
      }
      // One that breaks down is the fault of its own writer: the next is made all the same.
      return (now.next ??= now.running.then(begin, begin));
    },
    /** Works a job out for readers: those who come while nothing was written since it began share it. */
    shared(id: number, before: string, work: () => Promise<Workspace>): Promise<Workspace> {
      const there = readers.get(id);
      if (there?.stamp === before) return there.running;
      const running = work().finally(() => {
        if (readers.get(id)?.running === running) readers.delete(id);
      });
      readers.set(id, { stamp: before, running });
      return running;
    },
    get(id: number): Workspace | undefined {
      const last = known.get(id);
      return last?.stamp === stamp(id) ? last.workspace : undefined;
    },
    /** Keeps what was worked out, unless something was written in the meantime. */
    keep(id: number, workspace: Workspace, before: string): void {
      known.delete(id);
      if (stamp(id) !== before) return;
      known.set(id, { stamp: before, workspace });
      const oldest = known.keys().next().value;
      if (known.size > KEPT && oldest !== undefined) known.delete(oldest);
    },
  };
}
