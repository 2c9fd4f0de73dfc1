import type {
  Decision,
  DecisionRequest,
  DecisionsRequest,
  EvidenceView,
  Job,
  JobChange,
  JobList,
  JobRow,
  NewJob,
  PartsListAddRequest,
  PartsListEditRequest,
} from '@kerabat/contract';
import type { PartsListEdit, PartsListLine } from '@kerabat/core/list/parts-list';
import type { Evidence } from '@kerabat/core/vehicle/reading';
import type { Db } from '../db/open.js';
import { addedOf, editOf, evidenceOf, jobOf, type EvidenceRow, type JobDbRow, type PartsListRow } from './stored.js';
import { conflict, notFound } from '../http/problem.js';

const JOB = `SELECT id, asker, request, complaints, words, vehicle_key AS vehicleId, built, options, slot,
  state, opened_by AS openedBy,
  created_at AS createdAt, updated_at AS updatedAt, version, safe, safety FROM job`;
const SQL = {
  job: `${JOB} WHERE id = ?`,
  jobs: `${JOB} ORDER BY updated_at DESC, id DESC `,
  insertJob: `INSERT INTO job (asker, request, complaints, words, vehicle_key, built, options, slot, state,
    opened_by, created_at, updated_at, version)
    VALUES (@asker, @request, @complaints, @words, @vehicleId, @built, @options, @slot, 'open', @person, @now,
    @now, 1)`,
  updateJob: `UPDATE job SET asker = @asker, request = @request, complaints = @complaints, words = @words,
    vehicle_key = @vehicleId, built = @built,
    options = @options, slot = @slot, state = @state, updated_at = @now, version = version + 1 WHERE id = @id`,
  touch: `UPDATE job SET updated_at = ? WHERE id = ?`,
  unsettled: `SELECT id FROM job WHERE safety = ''`,
  safety: `UPDATE job SET safe = ?, safety = ? WHERE id = ?`,
  evidence: `SELECT id, slot, attribute, position, kind, value, instrument, on_vehicle AS onVehicle, person,
    noted_at AS notedAt,
    withdrawn_by AS withdrawnBy, withdrawn_at AS withdrawnAt FROM evidence WHERE job_id = ? ORDER BY id`,
  addEvidence: `INSERT INTO evidence (job_id, slot, attribute, position, kind, value, instrument, on_vehicle,
    person, noted_at)
    VALUES (@jobId, @slot, @attribute, @position, @kind, @value, @instrument, @onVehicle, @person, @now)`,
  withdraw: `UPDATE evidence SET withdrawn_by = @person, withdrawn_at = @now WHERE job_id = @jobId AND id = @id
    AND withdrawn_at IS NULL`,
  decisions: `SELECT d.subject, d.value, d.reason, d.person AS "by", d.decided_at AS at, d.version FROM decision
    d
    WHERE d.job_id = ? AND d.version = (SELECT MAX(version) FROM decision x WHERE x.job_id = d.job_id AND
    x.subject = d.subject) ORDER BY d.subject`,
  decide: `INSERT INTO decision (job_id, subject, version, value, reason, person, decided_at) VALUES (@jobId,
    @subject, @version, @value, @reason, @person, @now)`,
  partsListLine: `SELECT key, version, by_hand AS byHand, section, words, number, reason, quantity, dropped,
    note FROM parts_list_line WHERE job_id = ? AND key = ?`,
  partsList: `SELECT key, version, by_hand AS byHand, section, words, number, reason, quantity, dropped, note
    FROM parts_list_line WHERE job_id = ? ORDER BY edited_at, key`,
  byHand: `SELECT COUNT(DISTINCT key) FROM parts_list_line WHERE job_id = ? AND by_hand = 1`,
  savePartsListLine: `INSERT INTO parts_list_line (job_id, key, version, by_hand, section, words, number,
    reason, quantity, dropped, note, person, edited_at)
    VALUES (@jobId, @key, 1, @byHand, @section, @words, @number, @reason, @quantity, @dropped, @note, @person,
    @now)
    ON CONFLICT DO UPDATE SET version = version + 1, quantity = excluded.quantity, dropped = excluded.dropped,
    note = excluded.note,
      person = excluded.person, edited_at = excluded.edited_at`,
};

/** A job as the list shows it. */
const listedOf = (row: JobDbRow, vehicleWords: (key: string) => string): JobRow => ({
  id: row.id,
  asker: row.asker,
  request: row.request,
  state: row.state,
  vehicle: row.vehicleId === null ? 'vehicle not known' : vehicleWords(row.vehicleId),
  slot: row.slot ?? '',
  updatedAt: row.updatedAt,
  safety: row.safety,
  safe: row.safe === 1,
});

/** Jobs and what people put into them. `clock` answers the time of an entry as ISO text. */
export function jobStore(db: Db, clock: () => string) {
  const job = db.prepare<[number], JobDbRow>(SQL.job);
  const jobs = db.prepare<[], JobDbRow>(SQL.jobs);
  const count = db.prepare<[], { n: number }>(`SELECT COUNT(*) AS n FROM job`);
  const insertJob = db.prepare<[Record<string, unknown>]>(SQL.insertJob);
  const updateJob = db.prepare<[Record<string, unknown>]>(SQL.updateJob);
  const touch = db.prepare<[string, number]>(SQL.touch);
  const canRead = db.prepare<[], unknown>(`SELECT COUNT(*) FROM job`);
  const unsettled = db.prepare<[], { id: number }>(SQL.unsettled);
  const safety = db.prepare<[number, string, number]>(SQL.safety);
  const evidence = db.prepare<[number], EvidenceRow>(SQL.evidence);
  const addEvidence = db.prepare<[Record<string, unknown>]>(SQL.addEvidence);
  const withdraw = db.prepare<[Record<string, unknown>]>(SQL.withdraw);
  const decisions = db.prepare<[number], Omit<Decision, 'value'> & { value: string | null }>(SQL.decisions);
  const decide = db.prepare<[Record<string, unknown>]>(SQL.decide);
  const partsList = db.prepare<[number], PartsListRow>(SQL.partsList);
  const oneLine = db.prepare<[number, string], PartsListRow>(SQL.partsListLine);
  const byHand = db.prepare<[number], number>(SQL.byHand).pluck() as { get(id: number): number | undefined };
  const savePartsListLine = db.prepare<[Record<string, unknown>]>(SQL.savePartsListLine);

  const get = (id: number): Job => {
    const row = job.get(id);
    if (!row) throw notFound(`There is no job ${id}.`);
    return jobOf(row);
  };
  const partsListLine = (id: number, key: string): PartsListRow | undefined => oneLine.get(id, key);
  /** The line as it was last edited, which the writer has seen; a sentence when somebody else was first. */
  const seenLine = (id: number, key: string, seen: number, edit: PartsListEditRequest): PartsListRow | undefined => {
    const before = partsListLine(id, key);
    if ((before?.version ?? 0) !== seen)
      throw conflict('Somebody else edited this line in the meantime.', before ?? null, edit);
    return before;
  };
  const decisionsOf = (id: number): Decision[] =>
    decisions
      .all(id)
      .map((d) => ({ ...d, value: d.value === null ? null : (JSON.parse(d.value) as Decision['value']) }));

  /** Writes one decision; the caller holds the transaction. */
  const decideOne = (
    id: number,
    subject: string,
    request: DecisionRequest | null,
    seen: number,
    person: string,
  ): Decision => {
    get(id);
    const before = decisionsOf(id).find((d) => d.subject === subject);
    if ((before?.version ?? 0) !== seen)
      throw conflict('Somebody else decided this in the meantime.', before ?? null, request);
    const now = clock();
    const made = {
      subject,
      version: seen + 1,
      value: request?.value ?? null,
      reason: request?.reason ?? '',
      by: person,
      at: now,
    };
    decide.run({
      jobId: id,
      subject,
      version: made.version,
      value: made.value && JSON.stringify(made.value),
      reason: made.reason,
      person,
      now,
    });
    touch.run(now, id);
    return made;
  };

  return {
    get,
    /** The jobs that were touched last of those that match; `total` counts all of these. */
    list(vehicleWords: (key: string) => string, limit = 500, matches?: (row: JobRow) => boolean): JobList {
      const found: JobRow[] = [];
      let total = 0;
      for (const stored of jobs.iterate()) {
        if (!matches && found.length === limit) return { jobs: found, total: count.get()?.n ?? 0 };
        const row = listedOf(stored, vehicleWords);
        if (matches && !matches(row)) continue;
        total++;
        if (found.length < limit) found.push(row);
      }
      return { jobs: found, total };
    },
    create(fields: NewJob, person: string): Job {
      const { lastInsertRowid } = insertJob.run({
        ...fields,
        options: JSON.stringify(fields.options),
        complaints: JSON.stringify(fields.complaints),
        person,
        now: clock(),
      });
      return get(Number(lastInsertRowid));
    },
    change(id: number, change: JobChange, seen: number): Job {
      return db.transaction(() => {
        const before = get(id);
        if (before.version !== seen) throw conflict('Somebody else changed this job in the meantime.', before, change);
        const after = { ...before, ...change };
        updateJob.run({
          ...after,
          options: JSON.stringify(after.options),
          complaints: JSON.stringify(after.complaints),
          now: clock(),
        });
        return get(id);
      })();
    },
    evidence: (id: number): { view: EvidenceView; item: Evidence }[] => evidence.all(id).map(evidenceOf),
    addEvidence(id: number, slot: string, item: Evidence, person: string): number {
      return db.transaction(() => {
        get(id);
        const now = clock();
        const row = {
          jobId: id,
          slot,
          attribute: item.attribute,
          position: item.position ?? null,
          kind: item.kind,
          value: JSON.stringify(item.value),
          instrument: item.instrument ?? null,
          onVehicle: item.onVehicle === false ? 0 : 1,
          person,
          now,
        };
        const { lastInsertRowid } = addEvidence.run(row);
        touch.run(now, id);
        return Number(lastInsertRowid);
      })();
    },
    withdraw(jobId: number, id: number, person: string): void {
      const now = clock();
      if (withdraw.run({ jobId, id, person, now }).changes === 0)
        throw notFound('This piece of evidence is not there, or was withdrawn already.');
      touch.run(now, jobId);
    },
    decisions: decisionsOf,
    /** Decides, or takes a decision back when `request` is null. Never overwrites what the writer has not seen. */
    decide: (id: number, subject: string, request: DecisionRequest | null, seen: number, person: string): Decision =>
      db.transaction(() => decideOne(id, subject, request, seen, person))(),
    /** Several decisions in one transaction: one that was not seen as it is refuses them all. */
    decideAll(id: number, asked: DecisionsRequest['decisions'], person: string): Decision[] {
      return db.transaction(() =>
        asked.map(({ subject, seen, value, reason }) => decideOne(id, subject, { value, reason }, seen, person)),
      )();
    },
    partsListEdits: (id: number): PartsListEdit[] =>
      partsList
        .all(id)
        .filter((row) => row.byHand === 0)
        .map(editOf),
    partsListAdded: (id: number): PartsListLine[] =>
      partsList
        .all(id)
        .filter((row) => row.byHand === 1)
        .map(addedOf),
    /** Refuses an edit of a line that somebody else edited in the meantime. */
    checkSeen: (id: number, key: string, seen: number, edit: PartsListEditRequest): void =>
      void seenLine(id, key, seen, edit),
    editPartsList(id: number, key: string, edit: PartsListEditRequest, seen: number, person: string): number {
      return db.transaction(() => {
        get(id);
        const before = seenLine(id, key, seen, edit);
        const kept = { section: null, words: null, number: null, reason: null, byHand: 0, ...before };
        const dropped = (edit.dropped ?? before?.dropped === 1) ? 1 : 0;
        savePartsListLine.run({
          ...kept,
          jobId: id,
          key,
          quantity: edit.quantity ?? before?.quantity ?? null,
          dropped,
          note: edit.note ?? before?.note ?? null,
          person,
          now: clock(),
        });
        return seen + 1;
      })();
    },
    addToPartsList(id: number, line: PartsListAddRequest, person: string): string {
      return db.transaction(() => {
        get(id);
        const key = `hand:${(byHand.get(id) ?? 0) + 1}`;
        savePartsListLine.run({
          number: null,
          ...line,
          jobId: id,
          key,
          byHand: 1,
          dropped: 0,
          note: null,
          person,
          now: clock(),
        });
        return key;
      })();
    },
    /** Jobs whose safety sentence was never worked out: a program that was killed while it loaded them. */
    canRead: (): boolean => {
      try {
        return canRead.get() !== undefined;
      } catch {
        return false;
      }
    },
    unsettled: (): number[] => unsettled.all().map((row) => row.id),
    saveSafety: (id: number, safe: boolean, sentence: string): void => void safety.run(safe ? 1 : 0, sentence, id),
  };
}

export type JobStore = ReturnType<typeof jobStore>;
