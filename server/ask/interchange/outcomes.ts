import type { NewOutcome, OutcomeView } from '@kerabat/contract';
import type { Outcomes } from '@kerabat/core/find/interchange';
import type { Db } from '../../base/db/open.js';
import { notFound } from '../../base/http/problem.js';

const COUNTED = { fitted: 'fitted', 'fitted-with-change': 'changed', 'did-not-fit': 'misfit' } as const;

const SQL = {
  counts: `SELECT link, result, COUNT(*) AS n FROM outcome WHERE withdrawn_at IS NULL GROUP BY link, result`,
  ofLinks: `SELECT id, link, result, reason, job_id AS jobId, person AS "by", recorded_at AS at, withdrawn_by AS
    withdrawnBy, withdrawn_at AS withdrawnAt
    FROM outcome WHERE link IN (SELECT value FROM json_each(?)) ORDER BY id`,
  add: `INSERT INTO outcome (link, result, reason, job_id, person, recorded_at) VALUES (@link, @result, @reason,
    @jobId, @person, @now)`,
  withdraw: `UPDATE outcome SET withdrawn_by = @person, withdrawn_at = @now WHERE id = @id AND withdrawn_at IS NULL`,
  jobExists: `SELECT 1 AS found FROM job WHERE id = ?`,
};

type OutcomeRow = Omit<OutcomeView, 'withdrawn' | 'jobId'> & {
  readonly jobId: number | null;
  readonly withdrawnBy: string | null;
  readonly withdrawnAt: string | null;
};

/** What came of acting on links: added and withdrawn, never changed; their counts are kept in memory. */
export function outcomeStore(db: Db, clock: () => string) {
  const counting = db.prepare<[], { link: string; result: keyof typeof COUNTED; n: number }>(SQL.counts);
  const ofLinks = db.prepare<[string], OutcomeRow>(SQL.ofLinks);
  const add = db.prepare<[Record<string, unknown>]>(SQL.add);
  const withdraw = db.prepare<[Record<string, unknown>]>(SQL.withdraw);
  const jobExists = db.prepare<[number], { found: 1 }>(SQL.jobExists);
  let known: Map<string, Outcomes> | undefined;

  const counts = (): ReadonlyMap<string, Outcomes> => {
    if (known) return known;
    known = new Map();
    for (const { link, result, n } of counting.all())
      known.set(link, { ...(known.get(link) ?? { fitted: 0, changed: 0, misfit: 0 }), [COUNTED[result]]: n });
    return known;
  };

  return {
    counts,
    /** Outcomes were changed by somebody else. */
    forget: (): void => void (known = undefined),
    ofLinks(links: readonly string[]): OutcomeView[] {
      return ofLinks.all(JSON.stringify(links)).map(({ withdrawnBy, withdrawnAt, jobId, ...row }) => ({
        ...row,
        ...(jobId === null ? {} : { jobId }),
        ...(withdrawnBy === null ? {} : { withdrawn: { by: withdrawnBy, at: withdrawnAt ?? '' } }),
      }));
    },
    add({ link, result, reason, jobId }: NewOutcome, person: string): number {
      if (jobId !== undefined && !jobExists.get(jobId)) throw notFound(`There is no job ${jobId}.`);
      known = undefined;
      return Number(add.run({ link, result, reason, jobId: jobId ?? null, person, now: clock() }).lastInsertRowid);
    },
    withdraw(id: number, person: string): void {
      known = undefined;
      if (withdraw.run({ id, person, now: clock() }).changes === 0)
        throw notFound('There is no such outcome, or it is withdrawn already.');
    },
  };
}

export type OutcomeStore = ReturnType<typeof outcomeStore>;
