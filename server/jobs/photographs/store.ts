import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { PhotographMark, PhotographView } from '@kerabat/contract';
import type { Db } from '../../base/db/open.js';
import { badRequest, notFound } from '../../base/http/problem.js';
import { type By, type JobEvents, writerOf } from '../store/events.js';
import type { Picture } from './picture.js';

const PART = 256 * 1024;

interface PhotographRow {
  readonly id: number;
  readonly slot: string;
  readonly evidenceId: number | null;
  readonly shows: string;
  readonly type: Picture['type'];
  readonly width: number;
  readonly height: number;
  readonly size: number;
  readonly by: string;
  readonly at: string;
  readonly withdrawnBy: string | null;
  readonly withdrawnAt: string | null;
}

interface MarkRow extends PhotographMark {
  readonly photographId: number;
  readonly by: string;
}

export interface NewPhotograph extends Picture {
  readonly slot: string;
  readonly evidenceId: number | null;
  readonly shows: string;
  readonly bytes: Buffer;
  /** The name that whoever took it gave it. */
  readonly uid?: string;
}

const SQL = {
  ofJob: `SELECT id, slot, evidence_id AS evidenceId, shows, type, width, height, size, person AS "by", added_at
    AS at,
    withdrawn_by AS withdrawnBy, withdrawn_at AS withdrawnAt FROM photograph WHERE job_id = ? AND whole = 1
    ORDER BY id`,
  marks: `SELECT m.photograph_id AS photographId, m.x, m.y, m.words, m.person AS "by" FROM photograph_mark m
    JOIN photograph p ON p.id = m.photograph_id WHERE p.job_id = ? ORDER BY m.photograph_id, m.seq`,
  image: `SELECT type, size FROM photograph WHERE job_id = ? AND id = ? AND whole = 1`,
  parts: `SELECT seq FROM photograph_part WHERE photograph_id = ? ORDER BY seq`,
  part: `SELECT bytes FROM photograph_part WHERE photograph_id = ? AND seq = ?`,
  jobExists: `SELECT 1 AS found FROM job WHERE id = ?`,
  evidenceOfJob: `SELECT 1 AS found FROM evidence WHERE job_id = ? AND id = ?`,
  add: `INSERT INTO photograph (job_id, slot, evidence_id, shows, type, width, height, size, person, added_at,
    whole, uid)
    VALUES (@jobId, @slot, @evidenceId, @shows, @type, @width, @height, @size, @person, @now, 0, @uid)`,
  addPart: `INSERT INTO photograph_part (photograph_id, seq, bytes) VALUES (?, ?, ?)`,
  isWhole: `UPDATE photograph SET whole = 1 WHERE id = ?`,
  sweep: `DELETE FROM photograph WHERE whole = 0`,
  mark: `INSERT INTO photograph_mark (photograph_id, seq, x, y, words, person, marked_at)
    SELECT @id, COALESCE(MAX(seq), 0) + 1, @x, @y, @words, @person, @now FROM photograph_mark WHERE
    photograph_id = @id`,
  withdraw: `UPDATE photograph SET withdrawn_by = @person, withdrawn_at = @now WHERE job_id = @jobId AND id =
    @id AND withdrawn_at IS NULL`,
  known: `SELECT id FROM photograph WHERE job_id = ? AND uid = ? AND whole = 1`,
};

/** Photographs of a job: added, marked and withdrawn, never changed. */
export function photographStore(db: Db, clock: () => string, events: JobEvents) {
  // What was being written when a program was killed is nobody's: it was never acknowledged.
  db.exec(SQL.sweep);
  const ofJob = db.prepare<[number], PhotographRow>(SQL.ofJob);
  const marks = db.prepare<[number], MarkRow>(SQL.marks);
  const image = db.prepare<[number, number], { type: string; size: number }>(SQL.image);
  const parts = db.prepare<[number], number>(SQL.parts).pluck();
  const part = db.prepare<[number, number], Buffer>(SQL.part).pluck();
  const jobExists = db.prepare<[number], { found: 1 }>(SQL.jobExists);
  const evidenceOfJob = db.prepare<[number, number], { found: 1 }>(SQL.evidenceOfJob);
  const add = db.prepare<[Record<string, unknown>]>(SQL.add);
  const addPart = db.prepare<[number, number, Buffer]>(SQL.addPart);
  const isWhole = db.prepare<[number]>(SQL.isWhole);
  const mark = db.prepare<[Record<string, unknown>]>(SQL.mark);
  const withdraw = db.prepare<[Record<string, unknown>]>(SQL.withdraw);
  const known = db.prepare<[number, string], number>(SQL.known).pluck();

  const list = (jobId: number): PhotographView[] => {
    const marked = marks.all(jobId);
    return ofJob.all(jobId).map(({ evidenceId, withdrawnBy, withdrawnAt, ...row }) => ({
      ...row,
      ...(evidenceId === null ? {} : { evidenceId }),
      marks: marked.filter((m) => m.photographId === row.id).map(({ x, y, words }) => ({ x, y, words })),
      ...(withdrawnAt === null ? {} : { withdrawn: { by: withdrawnBy ?? '', at: withdrawnAt } }),
    }));
  };
  const found = (jobId: number, id: number): PhotographView => {
    const there = list(jobId).find((p) => p.id === id);
    if (!there) throw notFound('This photograph is not in this job.');
    return there;
  };

  return {
    list,
    /** The picture as it came, read part by part. */
    image(jobId: number, id: number): { type: string; size: number; bytes: Readable } {
      const found = image.get(jobId, id);
      if (!found) throw notFound('This photograph is not in this job.');
      const read = function* (): IterableIterator<Buffer> {
        for (const seq of parts.all(id)) yield part.get(id, seq) ?? Buffer.alloc(0);
      };
      return { ...found, bytes: Readable.from(read()) };
    },
    /** Keeps a photograph, part by part: others are answered in between. It is there when all of it is. */
    async add(jobId: number, { bytes, uid = randomUUID(), ...photograph }: NewPhotograph, by: By): Promise<number> {
      const there = events.repeated<number>('photograph', writerOf(by)) ?? known.get(jobId, uid);
      if (there !== undefined) return there;
      if (!jobExists.get(jobId)) throw notFound(`There is no job ${jobId}.`);
      if (photograph.evidenceId !== null && !evidenceOfJob.get(jobId, photograph.evidenceId))
        throw badRequest('This piece of evidence is not in this job.', '/evidence');
      const now = clock();
      const id = Number(
        add.run({ ...photograph, uid, jobId, size: bytes.length, person: writerOf(by).person, now }).lastInsertRowid,
      );
      for (let at = 0, seq = 0; at < bytes.length; at += PART, seq++) {
        addPart.run(id, seq, bytes.subarray(at, at + PART));
        await new Promise(setImmediate);
      }
      return events.write('photograph', by, () => {
        isWhole.run(id);
        return { jobId, ref: String(id), answer: id };
      });
    },
    mark(jobId: number, id: number, { x, y, words }: PhotographMark, by: By): void {
      events.write('photograph-marked', by, (now) => {
        if (found(jobId, id).withdrawn) throw badRequest('This photograph was withdrawn.');
        mark.run({ id, x, y, words, person: writerOf(by).person, now });
        return { jobId, ref: String(id), answer: null };
      });
    },
    withdraw(jobId: number, id: number, by: By): void {
      events.write('photograph-withdrawn', by, (now) => {
        if (withdraw.run({ jobId, id, person: writerOf(by).person, now }).changes === 0)
          throw notFound('This photograph is not there, or was withdrawn already.');
        return { jobId, ref: String(id), answer: null };
      });
    },
  };
}

export type PhotographStore = ReturnType<typeof photographStore>;
