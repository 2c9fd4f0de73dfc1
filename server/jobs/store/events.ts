import { randomUUID } from 'node:crypto';
import type { JobEvent } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import type { Write } from '../../base/http/guard.js';
import { HttpProblem } from '../../base/http/problem.js';

/** The one door that writes of jobs go through: each is an event, in the transaction of what it writes. */

/** A plain name writes without a name for the write. */
export type By = string | Write;

export const writerOf = (by: By): Write => (typeof by === 'string' ? { person: by } : by);

const SQL = {
  seen: `SELECT job_id AS jobId, kind, person, asked, answer FROM job_event WHERE command = ?`,
  add: `INSERT INTO job_event (command, job_id, kind, ref, person, device_at, at, asked, answer)
    VALUES (@command, @jobId, @kind, @ref, @person, @deviceAt, @at, @asked, @answer)`,
  revision: `SELECT COALESCE(MAX(seq), 0) FROM job_event WHERE job_id = ?`,
  touch: `UPDATE job SET updated_at = ? WHERE id = ?`,
  after: `SELECT seq, kind, ref, person, device_at AS deviceAt, at FROM job_event WHERE job_id = ? AND seq > ?
    ORDER BY seq LIMIT 500`,
};

interface Seen {
  readonly jobId: number;
  readonly kind: string;
  readonly person: string;
  readonly asked: string;
  readonly answer: string;
}

/** What an act wrote: of which job, what it is called there, and what the writer is answered. */
export interface Written<T> {
  readonly jobId: number;
  readonly ref: string;
  readonly answer: T;
}

export function jobEvents(db: Db, clock: () => string) {
  const seen = db.prepare<[string], Seen>(SQL.seen);
  const add = db.prepare<[Record<string, unknown>]>(SQL.add);
  const revision = db.prepare<[number], number>(SQL.revision).pluck() as { get(job: number): number };
  const touch = db.prepare<[string, number]>(SQL.touch);
  const after = db.prepare<[number, number], Omit<JobEvent, 'deviceAt'> & { readonly deviceAt: string | null }>(
    SQL.after,
  );

  /** The first answer to a write that was made before; undefined for a new one. */
  function repeated<T>(kind: JobEvent['kind'], { person, command, asked = '' }: Write): T | undefined {
    const before = command === undefined ? undefined : seen.get(command);
    if (!before) return undefined;
    if (before.kind !== kind || before.person !== person || before.asked !== asked)
      throw new HttpProblem(
        422,
        'Another write',
        `The Idempotency-Key "${command ?? ''}" was used for another write. Each write has a key of its own.`,
      );
    return JSON.parse(before.answer) as T;
  }

  return {
    repeated,
    /** Writes in one transaction with its event, or answers what was answered the first time. */
    write<T>(kind: JobEvent['kind'], by: By, act: (now: string) => Written<T>): T {
      const { person, command = randomUUID(), deviceAt, asked = '' } = writerOf(by);
      return db.transaction(() => {
        const first = repeated<T>(kind, writerOf(by));
        if (first !== undefined) return first;
        const at = clock();
        const { jobId, ref, answer } = act(at);
        touch.run(at, jobId);
        add.run({
          command,
          jobId,
          kind,
          ref,
          person,
          deviceAt: deviceAt ?? null,
          at,
          asked,
          answer: JSON.stringify(answer ?? null),
        });
        return answer;
      })();
    },
    /** The number of a job's newest event; 0 for one that nobody wrote to since there are events. */
    revision: (jobId: number): number => revision.get(jobId),
    /** Events of a job after one that was seen, in their order. */
    after: (jobId: number, seq: number): JobEvent[] =>
      after.all(jobId, seq).map(({ deviceAt, ...event }) => (deviceAt === null ? event : { ...event, deviceAt })),
  };
}

export type JobEvents = ReturnType<typeof jobEvents>;
