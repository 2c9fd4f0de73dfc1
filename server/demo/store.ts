import type { DemoSeen } from '@kerabat/contract';
import type { Db } from '../base/db/open.js';
import { HttpProblem } from '../base/http/problem.js';
import { demoCounts } from '../catalogue/history/take-out.js';
import type { WriteTurn } from '../catalogue/history/turn.js';
import type { JobStore } from '../jobs/store/index.js';
import { bringInDemo } from './bring-in.js';

/** What belongs to a job, what rests on it first. */
const OF_JOBS: readonly string[] = [
  `DELETE FROM photograph_mark WHERE photograph_id IN (SELECT p.id FROM photograph p JOIN job j ON j.id =
    p.job_id WHERE j.made_up = 1)`,
  ...['job_event', 'photograph', 'evidence', 'decision', 'parts_list_line', 'outcome'].map(
    (table) => `DELETE FROM ${table} WHERE job_id IN (SELECT id FROM job WHERE made_up = 1)`,
  ),
  `DELETE FROM job WHERE made_up = 1`,
];

/** Whether anything lies in the catalogue or in the jobs. */
const IS_USED = {
  catalogue: `SELECT EXISTS (SELECT 1 FROM unit) OR EXISTS (SELECT 1 FROM number) OR EXISTS (SELECT 1 FROM vehicle)`,
  jobs: `SELECT EXISTS (SELECT 1 FROM job)`,
};

/**
 * The demo in both databases. `outcomesGone` is called when outcomes went with their jobs, `written` when there is a
 * catalogue.
 */
export function demoStore(
  databases: { readonly catalogue: Db; readonly jobs: Db },
  jobRows: JobStore,
  turn: WriteTurn,
  {
    clock,
    outcomesGone,
    written,
  }: { readonly clock: () => string; readonly outcomesGone: () => void; readonly written: () => void },
) {
  const { catalogue, jobs } = databases;
  const jobCount = jobs.prepare<[], number>(`SELECT COUNT(*) FROM job WHERE made_up = 1`).pluck();
  return {
    seen: (): DemoSeen => ({ ...demoCounts(catalogue), jobs: jobCount.get() ?? 0 }),
    /** Brings it in where nothing is yet. Throws a 409 beside anything that is there already, whoever it belongs to. */
    bringIn(): void {
      const used =
        catalogue.prepare(IS_USED.catalogue).pluck().get() === 1 || jobs.prepare(IS_USED.jobs).pluck().get() === 1;
      if (used)
        throw new HttpProblem(
          409,
          'Not empty',
          'Something is here already: the demo is brought in only where nothing is. To look at it, start ' +
            'in a new data directory: npm start -- --data FOLDER.',
        );
      const release = turn.take(() => 'The demo is being brought in. Try again in a moment.');
      try {
        bringInDemo(databases, { jobs: jobRows }, clock());
      } finally {
        release();
      }
      written();
    },
    /** Its jobs go for good: they are nobody's. */
    removeJobs(): void {
      jobs.transaction(() => {
        for (const sql of OF_JOBS) jobs.exec(sql);
      })();
      outcomesGone();
    },
  };
}
export type DemoStore = ReturnType<typeof demoStore>;
