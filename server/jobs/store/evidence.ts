import { randomUUID } from 'node:crypto';
import type { EvidenceView } from '@kerabat/contract';
import type { Evidence } from '@kerabat/core/vehicle/reading';
import type { Db } from '../../base/db/open.js';
import { badRequest, conflict, notFound } from '../../base/http/problem.js';
import { type By, type JobEvents, writerOf } from './events.js';
import { evidenceOf, type EvidenceRow } from './rows.js';

const SQL = {
  all: `SELECT id, slot, attribute, position, kind, value, instrument, sigma, on_vehicle AS onVehicle, person,
    COALESCE(uid, 'evidence-' || id) AS uid, instead, noted_at AS notedAt, withdrawn_by AS withdrawnBy,
    withdrawn_at AS withdrawnAt
    FROM evidence WHERE job_id = ? ORDER BY id`,
  known: `SELECT id FROM evidence WHERE job_id = ? AND uid = ?`,
  add: `INSERT INTO evidence (job_id, slot, attribute, position, kind, value, instrument, sigma, on_vehicle, person,
      noted_at, uid, instead)
    VALUES (@jobId, @slot, @attribute, @position, @kind, @value, @instrument, @sigma, @onVehicle, @person, @now, @uid,
      @instead)`,
  named: `SELECT id, slot, attribute, position, withdrawn_by AS withdrawnBy, withdrawn_at AS withdrawnAt FROM evidence
    WHERE job_id = ? AND COALESCE(uid, 'evidence-' || id) = ?`,
  withdraw: `UPDATE evidence SET withdrawn_by = @person, withdrawn_at = @now
    WHERE job_id = @jobId AND id = @id AND withdrawn_at IS NULL`,
};

/** A piece of evidence with the name that whoever enters it gave it. */
export interface Entry {
  readonly slot: string;
  readonly item: Evidence;
  readonly uid?: string;
  /** The entry that this one corrects. */
  readonly instead?: string;
}
type Named = Pick<EvidenceRow, 'id' | 'slot' | 'attribute' | 'position' | 'withdrawnBy' | 'withdrawnAt'>;

/** What was seen and measured: only ever added or withdrawn. */
export function evidenceRows(db: Db, events: JobEvents, exists: (id: number) => unknown) {
  const all = db.prepare<[number], EvidenceRow>(SQL.all);
  const known = db.prepare<[number, string], number>(SQL.known).pluck();
  const add = db.prepare<[Record<string, unknown>]>(SQL.add);
  const named = db.prepare<[number, string], Named>(SQL.named);
  const withdraw = db.prepare<[Record<string, unknown>]>(SQL.withdraw);

  /** Adds one piece; one of a name that is there already is that one. */
  function added(jobId: number, entry: Entry, person: string, now: string): number {
    const { slot, item, uid = randomUUID(), instead } = entry;
    const there = known.get(jobId, uid);
    if (there !== undefined) return there;
    if (instead !== undefined) replace(jobId, entry, instead, { person, now });
    const row = {
      jobId,
      slot,
      attribute: item.attribute,
      position: item.position ?? null,
      kind: item.kind,
      value: JSON.stringify(item.value),
      instrument: item.instrument ?? null,
      sigma: item.sigma ?? null,
      instead: instead ?? null,
      onVehicle: item.onVehicle === false ? 0 : 1,
      person,
      now,
      uid,
    };
    return Number(add.run(row).lastInsertRowid);
  }

  /** Takes back what an entry corrects: it has to be of the same thing, and in force. */
  function replace(
    jobId: number,
    { slot, item }: Entry,
    instead: string,
    { person, now }: { readonly person: string; readonly now: string },
  ): void {
    const old = named.get(jobId, instead);
    const same =
      old?.slot === slot && old.attribute === item.attribute && (old.position ?? undefined) === item.position;
    if (!old || !same)
      throw badRequest(`"${instead}" is no entry of this that could be corrected: add a reading instead.`, '/instead');
    if (old.withdrawnAt !== null)
      throw conflict(`${old.withdrawnBy ?? 'Somebody'} took this reading back in the meantime.`, old, item);
    withdraw.run({ jobId, id: old.id, person, now });
  }

  const addAll = (jobId: number, entries: readonly Entry[], by: By): number[] =>
    events.write('evidence', by, (now) => {
      exists(jobId);
      const ids = entries.map((entry) => added(jobId, entry, writerOf(by).person, now));
      return { jobId, ref: ids.join(' '), answer: ids };
    });

  return {
    evidence: (id: number): { view: EvidenceView; item: Evidence }[] => all.all(id).map(evidenceOf),
    /** Entries that belong together: all of them, or none. */
    addEvidence: addAll,
    withdraw(jobId: number, id: number, by: By): void {
      events.write('evidence-withdrawn', by, (now) => {
        if (withdraw.run({ jobId, id, person: writerOf(by).person, now }).changes === 0)
          throw notFound('This piece of evidence is not there, or was withdrawn already.');
        return { jobId, ref: String(id), answer: null };
      });
    },
  };
}
