import type { Decision, DecisionRequest, DecisionsRequest } from '@kerabat/contract';
import type { DecisionRecord, Given } from '@kerabat/core/job';
import type { Db } from '../../base/db/open.js';
import { conflict } from '../../base/http/problem.js';
import { type By, type JobEvents, writerOf } from './events.js';

const SQL = {
  all: `SELECT d.subject, d.value, d.reason, d.person AS "by", d.decided_at AS at, d.version, d.bound FROM decision d
    WHERE d.job_id = ? AND d.version =
      (SELECT MAX(version) FROM decision x WHERE x.job_id = d.job_id AND x.subject = d.subject)
    ORDER BY d.subject`,
  decide: `INSERT INTO decision (job_id, subject, version, value, reason, person, decided_at, bound)
    VALUES (@jobId, @subject, @version, @value, @reason, @person, @now, @bound)`,
};

type Stored = Omit<DecisionRecord, 'value' | 'bound'> & {
  readonly value: string | null;
  readonly bound: string | null;
};
/** What decisions of some subjects are given for, by their subjects. */
export type Bounds = ReadonlyMap<string, Given | undefined>;

interface Deciding {
  readonly subject: string;
  readonly request: DecisionRequest | null;
  readonly seen: number;
  readonly bound: Given | undefined;
}

/** What was decided: each version is kept, the newest of a subject is in force. */
export function decisionRows(db: Db, events: JobEvents, exists: (id: number) => unknown) {
  const all = db.prepare<[number], Stored>(SQL.all);
  const insert = db.prepare<[Record<string, unknown>]>(SQL.decide);

  const decisions = (id: number): DecisionRecord[] =>
    all.all(id).map(({ bound, value, ...d }) => ({
      ...d,
      value: value === null ? null : (JSON.parse(value) as Decision['value']),
      ...(bound === null ? {} : { bound: JSON.parse(bound) as Given }),
    }));

  /** Writes one decision; the caller holds the transaction. */
  function decided(jobId: number, { subject, request, seen, bound }: Deciding, person: string, now: string): Decision {
    const before = decisions(jobId).find((d) => d.subject === subject);
    if ((before?.version ?? 0) !== seen)
      throw conflict('Somebody else decided this in the meantime.', before ?? null, request);
    const made = {
      subject,
      version: seen + 1,
      value: request?.value ?? null,
      reason: request?.reason ?? '',
      by: person,
      at: now,
    };
    insert.run({
      jobId,
      subject,
      version: made.version,
      value: made.value && JSON.stringify(made.value),
      reason: made.reason,
      person,
      now,
      bound: bound === undefined ? null : JSON.stringify(bound),
    });
    return made;
  }

  return {
    decisions,
    /** Decides, or undoes a decision when `request` is null. Never overwrites what the writer has not seen. */
    decide: (
      id: number,
      subject: string,
      request: DecisionRequest | null,
      seen: number,
      by: By,
      bound?: Given,
    ): Decision =>
      events.write(request === null ? 'undecided' : 'decided', by, (now) => {
        exists(id);
        const answer = decided(id, { subject, request, seen, bound }, writerOf(by).person, now);
        return { jobId: id, ref: subject, answer };
      }),
    /** Several decisions in one transaction: one that was not seen as it is refuses them all. */
    decideAll: (id: number, asked: DecisionsRequest['decisions'], by: By, bounds: Bounds = new Map()): Decision[] =>
      events.write('decided', by, (now) => {
        exists(id);
        const answer = asked.map(({ subject, seen, value, reason }) =>
          decided(
            id,
            { subject, request: { value, reason }, seen, bound: bounds.get(subject) },
            writerOf(by).person,
            now,
          ),
        );
        return { jobId: id, ref: asked.map(({ subject }) => subject).join(' '), answer };
      }),
  };
}
