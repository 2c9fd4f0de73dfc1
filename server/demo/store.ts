import type { DemoSeen } from '@kerabat/contract';
import type { Db } from '../db/open.js';
import { demoCounts } from './take-out.js';

/** What belongs to a job, what rests on it first. */
const OF_JOBS: readonly string[] = [
  `DELETE FROM photograph_mark WHERE photograph_id IN (SELECT p.id FROM photograph p JOIN job j ON j.id = p.job_id WHERE j.made_up = 1)`,
  ...['photograph', 'evidence', 'decision', 'slip_line', 'outcome'].map(
    (table) => `DELETE FROM ${table} WHERE job_id IN (SELECT id FROM job WHERE made_up = 1)`,
  ),
  `DELETE FROM job WHERE made_up = 1`,
];

/** The demo in both databases. `outcomesGone` is called when outcomes went with their jobs. */
export function demoStore(catalogue: Db, jobs: Db, outcomesGone: () => void) {
  const jobCount = jobs.prepare<[], number>(`SELECT COUNT(*) FROM job WHERE made_up = 1`).pluck();
  return {
    seen: (): DemoSeen => ({ ...demoCounts(catalogue), jobs: jobCount.get() ?? 0 }),
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
