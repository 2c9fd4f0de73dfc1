import type { Finding } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { HttpProblem, notFound } from '../../base/http/problem.js';

const SQL = {
  inForce: `SELECT fingerprint, id, reason, person AS "by", accepted_at AS at FROM acceptance WHERE withdrawn_at
    IS NULL`,
  accept: `INSERT INTO acceptance (fingerprint, rule, sentence, reason, person, accepted_at) VALUES (?, ?, ?, ?,
    ?, ?) ON CONFLICT DO NOTHING`,
  withdraw: `UPDATE acceptance SET withdrawn_by = ?, withdrawn_at = ? WHERE id = ? AND withdrawn_at IS NULL`,
};

/** Findings that somebody has let stand, each with a reason. They are withdrawn, never deleted. */
export function acceptanceStore(jobs: Db, clock: () => string) {
  const inForce = jobs.prepare<[], { fingerprint: string; id: number; reason: string; by: string; at: string }>(
    SQL.inForce,
  );
  const accept = jobs.prepare<string[]>(SQL.accept);
  const withdraw = jobs.prepare<[string, string, number]>(SQL.withdraw);
  return {
    /** Those in force, by fingerprint. */
    all: (): Map<string, NonNullable<Finding['accepted']>> =>
      new Map(inForce.all().map(({ fingerprint, ...rest }) => [fingerprint, rest])),
    accept(
      { fingerprint, rule, sentence }: Pick<Finding, 'fingerprint' | 'rule' | 'sentence'>,
      reason: string,
      person: string,
    ): void {
      if (accept.run(fingerprint, rule, sentence, reason, person, clock()).changes === 0)
        throw new HttpProblem(409, 'Settled already', 'Somebody has accepted this already.');
    },
    withdraw(id: number, person: string): void {
      if (withdraw.run(person, clock(), id).changes === 0) throw notFound('There is no such acceptance in force.');
    },
  };
}

export type AcceptanceStore = ReturnType<typeof acceptanceStore>;
