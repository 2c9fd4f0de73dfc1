import { VERDICT_GRADES } from '@kerabat/core/judge/verdict';
import type { Job, JobChange, JobList, JobRow, NewJob } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { conflict, notFound } from '../../base/http/problem.js';
import { type By, type JobEvents, writerOf } from './events.js';
import { type JobDbRow, jobOf } from './rows.js';

const JOB = `SELECT id, asker, request, complaints, words, vehicle_key AS vehicleId, built, options, chassis, plate,
  fleet, slot, state, opened_by AS openedBy, created_at AS createdAt, updated_at AS updatedAt, version, safety,
  grade, next, stamp, was FROM job`;
const SQL = {
  job: `${JOB} WHERE id = ?`,
  jobs: `${JOB} ORDER BY updated_at DESC, id DESC`,
  count: `SELECT COUNT(*) AS n FROM job`,
  insert: `INSERT INTO job (asker, request, complaints, words, vehicle_key, built, options, chassis, plate, fleet, slot,
      state, opened_by, created_at, updated_at, version)
    VALUES (@asker, @request, @complaints, @words, @vehicleId, @built, @options, @chassis, @plate, @fleet, @slot,
      'open', @person, @now, @now, 1)`,
  update: `UPDATE job SET asker = @asker, request = @request, complaints = @complaints, words = @words,
    vehicle_key = @vehicleId, built = @built, options = @options, chassis = @chassis, plate = @plate, fleet = @fleet,
    slot = @slot, state = @state, updated_at = @now, version = version + 1 WHERE id = @id`,
  notWorkedOut: `SELECT id FROM job WHERE safety = ''`,
  stale: `SELECT id FROM job WHERE state IN ('open', 'ordered') AND stamp <> ? ORDER BY updated_at DESC LIMIT 1`,
  standing: `UPDATE job SET safe = @grade = 'safe', grade = @grade, safety = @sentence, next = @next, stamp = @stamp,
    was = @was WHERE id = @id`,
};

/** How a job stands, for the list: the grade, its sentence, and what is done next. */
export interface Standing {
  readonly grade: JobRow['grade'];
  readonly sentence: string;
  readonly next: string;
}

/** The better grade that a job had, when it fell; null for one that did not, and where there is nothing to order. */
function fallen({ grade, was }: Pick<JobDbRow, 'grade' | 'was'>, now: JobRow['grade']): JobDbRow['was'] {
  const best = VERDICT_GRADES.find((known) => known === grade || known === was);
  const left = VERDICT_GRADES.findIndex((known) => known === now);
  return best !== undefined && VERDICT_GRADES.indexOf(best) < left ? best : null;
}

/** A job as the list shows it, while the catalogue and the settings have this stamp. */
const listedOf = (row: JobDbRow, stamp: string, vehicleWords: (key: string) => string): JobRow => ({
  id: row.id,
  asker: row.asker,
  request: row.request,
  state: row.state,
  vehicle: row.vehicleId === null ? 'vehicle not known' : vehicleWords(row.vehicleId),
  identity: [row.fleet, row.plate, row.chassis].filter((part) => part !== '').join(' · '),
  slot: row.slot ?? '',
  updatedAt: row.updatedAt,
  safety: row.safety,
  grade: row.grade,
  next: row.next,
  ...(row.was === null ? {} : { was: row.was }),
  ...(row.state !== 'closed' && row.stamp !== stamp ? { stale: true as const } : {}),
});

const inColumns = (fields: NewJob | Job) => ({
  ...fields,
  chassis: fields.chassis ?? '',
  plate: fields.plate ?? '',
  fleet: fields.fleet ?? '',
  options: JSON.stringify(fields.options),
  complaints: JSON.stringify(fields.complaints),
});

/** Which rows of the list are wanted, and under which stamp they are as they stand. */
export interface JobsAsked {
  readonly stamp?: string;
  readonly limit?: number;
  readonly matches?: ((row: JobRow) => boolean) | undefined;
}

/** What was asked: jobs are opened and changed, never deleted by hand. */
export function askedRows(db: Db, events: JobEvents) {
  const job = db.prepare<[number], JobDbRow>(SQL.job);
  const jobs = db.prepare<[], JobDbRow>(SQL.jobs);
  const count = db.prepare<[], { n: number }>(SQL.count);
  const insert = db.prepare<[Record<string, unknown>]>(SQL.insert);
  const update = db.prepare<[Record<string, unknown>]>(SQL.update);
  const notWorkedOut = db.prepare<[], { id: number }>(SQL.notWorkedOut);
  const stale = db.prepare<[string], number>(SQL.stale).pluck();
  const standing = db.prepare<[Record<string, unknown>]>(SQL.standing);

  const get = (id: number): Job => {
    const row = job.get(id);
    if (!row) throw notFound(`There is no job ${id}.`);
    return jobOf(row);
  };

  return {
    get,
    /** The jobs that were touched last of those that match; `total` counts all of these. */
    list(vehicleWords: (key: string) => string, { stamp = '', limit = 500, matches }: JobsAsked = {}): JobList {
      const found: JobRow[] = [];
      let total = 0;
      for (const stored of jobs.iterate()) {
        if (!matches && found.length === limit) return { jobs: found, total: count.get()?.n ?? 0 };
        const row = listedOf(stored, stamp, vehicleWords);
        if (matches && !matches(row)) continue;
        total++;
        if (found.length < limit) found.push(row);
      }
      return { jobs: found, total };
    },
    create: (fields: NewJob, by: By): Job =>
      events.write('opened', by, (now) => {
        const { person } = writerOf(by);
        const jobId = Number(insert.run({ ...inColumns(fields), person, now }).lastInsertRowid);
        return { jobId, ref: '', answer: get(jobId) };
      }),
    change: (id: number, change: JobChange, seen: number, by: By): Job =>
      events.write('changed', by, (now) => {
        const before = get(id);
        if (before.version !== seen) throw conflict('Somebody else changed this job in the meantime.', before, change);
        update.run({ ...inColumns({ ...before, ...change }), now });
        return { jobId: id, ref: Object.keys(change).join(' '), answer: get(id) };
      }),
    /** Jobs whose safety sentence was never worked out: a program that was killed while it loaded them. */
    notWorkedOut: (): number[] => notWorkedOut.all().map((row) => row.id),
    /** Keeps how a job stands for the list; an empty sentence is one that has to be worked out. */
    saveStanding: (id: number, now: Standing, stamp: string): void =>
      void standing.run({ ...now, stamp, was: null, id }),
    /** An open or ordered job that was worked out under another stamp: the one that was touched last. */
    stale: (stamp: string): number | undefined => stale.get(stamp),
    /** Keeps how a job stands that nobody wrote to, and what it was if it fell. */
    saveAgain(id: number, now: Standing, stamp: string): void {
      const before = job.get(id);
      if (before) standing.run({ ...now, stamp, was: fallen(before, now.grade), id });
    },
  };
}
