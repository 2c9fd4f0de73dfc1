import { randomUUID } from 'node:crypto';
import type { Workspace } from '@kerabat/contract';
import {
  contradictions,
  type DecisionRecord,
  gathering,
  givenIn,
  type IdentifiedJob,
  identificationsAsked,
  isBound,
  type JobBase,
  type JobInput,
  type JobReads,
  type JobRows,
  judgedRows,
  readSubject,
  troubled,
  workThrough,
} from '@kerabat/core/job';
import { jobReads } from '../ask/reads/reads.js';
import { storageFault } from '../base/db/faults.js';
import { HttpProblem } from '../base/http/problem.js';
import type { Stores } from './needs.js';
import type { Bounds } from './store/decisions.js';

/** Gathers what a job is worked out from: its own rows, and those of the catalogue as they are read. */

/** So many candidates of an identification are told. */
const CANDIDATES = 20;

/** What is kept of a job itself. */
function baseOf(id: number, { jobs, photographs, settings }: Stores): JobBase {
  return {
    job: jobs.get(id),
    evidence: jobs.evidence(id),
    decisions: jobs.decisions(id),
    photographs: photographs.list(id),
    ...jobs.partsListByHand(id),
    settings: settings.current(),
  };
}

/** A job with its places identified. */
async function identified(id: number, reads: JobReads, stores: Stores): Promise<IdentifiedJob> {
  const base = baseOf(id, stores);
  const answers = identificationsAsked(base, reads).map(async ({ slot, ...ask }) => {
    const answer = await stores.identify.answer({ ...ask, limit: CANDIDATES });
    return [slot, answer] as const;
  });
  return { ...base, identifications: Object.fromEntries(await Promise.all(answers)) };
}

/** A job worked out, with the input that it was worked out from. */
export async function gatherJob(
  id: number,
  stores: Stores,
): Promise<{ readonly input: JobInput; readonly workspace: Workspace }> {
  const { reads, rows } = gathering(jobReads(stores));
  const job = await identified(id, reads, stores);
  const workspace = workThrough(job, reads) as Workspace;
  return { input: { ...job, rows }, workspace };
}

/**
 * Why what is about to be decided contradicts something that is decided already: a sentence with both sides, or
 * nothing. What contradicted itself before is no hindrance.
 */
export function contradictionWith(
  id: number,
  decided: readonly { readonly subject: string; readonly value: DecisionRecord['value']; readonly reason: string }[],
  stores: Stores,
): string | undefined {
  const may = decided.some(({ subject: text }) => {
    const about = readSubject(text)?.about;
    return about !== undefined && MAY_CONTRADICT.includes(about);
  });
  if (!may) return undefined;
  const base = baseOf(id, stores);
  const reads = jobReads(stores);
  const before = new Set(contradictions(base, reads));
  const others = base.decisions.filter(({ subject }) => !decided.some((one) => one.subject === subject));
  const now = decided.map((one): DecisionRecord => ({ ...one, by: '', at: '', version: 0 }));
  return contradictions({ ...base, decisions: [...others, ...now] }, reads).find((sentence) => !before.has(sentence));
}
const MAY_CONTRADICT: readonly string[] = ['place', 'unit', 'reseal', 'conversion'];

/** What decisions about these subjects would be given for, as a job is now. */
export async function boundsOf(id: number, subjects: readonly string[], stores: Stores): Promise<Bounds> {
  const bound = subjects.filter((text) => {
    const subject = readSubject(text);
    return subject !== undefined && isBound(subject);
  });
  if (bound.length === 0) return new Map();
  const { reads } = gathering(jobReads(stores));
  const job = await identified(id, reads, stores);
  return new Map(bound.map((subject) => [subject, givenIn(job, reads, subject)]));
}

/**
 * A job worked out. One that cannot be is answered all the same, with what happened under a number for the log: it
 * never takes another job, the list or the start down.
 */
export async function workedOut(id: number, stores: Stores): Promise<Workspace> {
  try {
    const reads = jobReads(stores);
    return workThrough(await identified(id, reads, stores), reads) as Workspace;
  } catch (error) {
    // What has a sentence of its own (no such job, a full disk, a thread that was stopped) is told as that.
    if (error instanceof HttpProblem || storageFault(error)) throw error;
    const number = randomUUID().slice(0, 8);
    stores.log.error({ error, job: id, number }, 'a job cannot be worked out');
    const base = {
      job: stores.jobs.get(id),
      decisions: stores.jobs.decisions(id),
      settings: stores.settings.current(),
    };
    const vehicle = base.job.vehicleId === null ? undefined : stores.vehicles.get(base.job.vehicleId);
    return troubled(base, vehicle, number) as Workspace;
  }
}

/** The rows that a job is judged by, without the fixes that were accepted. */
export async function judgedRowsOf(id: number, stores: Stores): Promise<JobRows> {
  const reads = jobReads(stores);
  return judgedRows(await identified(id, reads, stores), reads);
}
