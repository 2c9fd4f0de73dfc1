import { setTimeout as wait } from 'node:timers/promises';
import type { Logger } from 'pino';
import type { Workspace } from '@kerabat/contract';
import type { latestStore } from './latest.js';
import type { JobStore } from './store/index.js';
import type { Standing } from './store/jobs.js';

/** How a job stands, for the list of jobs. */
export function standingOf({ safety, next }: Workspace): Standing {
  const grade = safety.nothing === undefined ? safety.grade : 'nothing';
  return { grade, sentence: safety.sentence, next: next?.words ?? '' };
}

/** What could not be worked out stands as not OK, without a sentence: it is tried again at the next start. */
export const NOT_WORKED_OUT: Standing = { grade: 'not-safe', sentence: '', next: '' };

/**
 * Works open and ordered jobs out again when the catalogue, the settings or what came of interchange changed since: the
 * newest first, one at a time, and half of the time nothing, so that nobody who asks waits for more than one of them.
 */
export function reworker(
  {
    jobs,
    latest,
    log,
  }: { readonly jobs: JobStore; readonly latest: ReturnType<typeof latestStore>; readonly log: Logger },
  workedOut: (id: number) => Promise<Workspace>,
) {
  const ended = new AbortController();
  let running: Promise<void> | undefined;

  async function again(id: number, stamp: string): Promise<void> {
    try {
      const revision = jobs.events.revision(id);
      const standing = standingOf(await workedOut(id));
      // Somebody wrote to it in the meantime: that write has worked it out.
      if (!ended.signal.aborted && jobs.events.revision(id) === revision) jobs.saveAgain(id, standing, stamp);
    } catch (error) {
      if (ended.signal.aborted) return;
      log.error({ error, job: id }, 'a job could not be worked out again');
      jobs.saveAgain(id, NOT_WORKED_OUT, stamp);
    }
  }

  async function run(): Promise<void> {
    while (!ended.signal.aborted) {
      const stamp = latest.common();
      const id = jobs.stale(stamp);
      if (id === undefined) return;
      const began = performance.now();
      await again(id, stamp);
      await wait(performance.now() - began, undefined, { signal: ended.signal, ref: false }).catch(() => undefined);
    }
  }

  return {
    /** Begins, unless it is under way or nothing is to be done. */
    wake(): void {
      if (ended.signal.aborted) return;
      running ??= run().finally(() => (running = undefined));
    },
    /** Resolves when nothing is left to do. */
    done: async (): Promise<void> => running,
    async close(): Promise<void> {
      ended.abort();
      await running;
    },
  };
}
export type Reworker = ReturnType<typeof reworker>;
