import type { Logger } from 'pino';
import type { RecordNext } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import type { SettingsStore } from '../../base/settings/store.js';
import type { WorkPool } from '../../base/work/pool.js';
import type { RecordAnswer, RecordProgress } from './task.js';

/** So many jobs are tried: some seconds on a small catalogue, and no more on a large one. */
const JOBS = 90;

/** Tries jobs on the catalogue when somebody asks for it, in a thread, and keeps what came of it. */
export function recordService(
  catalogue: Db,
  settings: Pick<SettingsStore, 'current'>,
  pool: WorkPool,
  log: Logger,
  clock: () => string,
) {
  let last: { readonly answer: RecordAnswer; readonly at: string; readonly version: string } | undefined;
  let running: RecordProgress | undefined;
  let problem: string | undefined;
  const version = (): string =>
    `${JSON.stringify(settings.current())}.${String(catalogue.pragma('data_version', { simple: true }))}.` +
    `${String(catalogue.prepare('SELECT total_changes()').pluck().get())}`;

  function answer(): RecordNext {
    return {
      state: running ? 'running' : problem !== undefined ? 'failed' : last ? 'done' : 'not-tried',
      ...(running ? { progress: running } : {}),
      ...(problem === undefined ? {} : { problem }),
      ...(last
        ? {
            at: last.at,
            jobs: last.answer.jobs,
            lines: last.answer.lines.map((line) => ({ ...line, where: [...line.where] })),
            stale: last.version !== version(),
          }
        : {}),
    };
  }
  return {
    answer,
    /** Begins to try, where it is not under way. */
    start(): RecordNext {
      if (running) return answer();
      const began = version();
      problem = undefined;
      running = { done: 0, of: 0 };
      const tell = (progress: RecordProgress): void => void (running = progress);
      const task = { file: catalogue.name, settings: settings.current(), jobs: JOBS };
      pool
        .run('recordNext', task, { pool: 'background', person: '', tell })
        .then(
          (found) => void (last = { answer: found, at: clock(), version: began }),
          (error: unknown) => {
            log.error(error, 'what to record next broke down');
            problem = `It broke down: ${error instanceof Error ? error.message : 'nobody knows why'}`;
          },
        )
        .finally(() => (running = undefined));
      return answer();
    },
  };
}
export type RecordService = ReturnType<typeof recordService>;
