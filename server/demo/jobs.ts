import { existsSync, readFileSync } from 'node:fs';
import { type Static, Type as T } from '@sinclair/typebox';
import { Ajv } from 'ajv';
import { DecisionRequest, NewJob } from '@kerabat/contract';
import { readBenchLine } from '@kerabat/core/find/identify';
import type { Db } from '../base/db/open.js';
import { ImportProblem } from '../catalogue/imports/read.js';
import type { JobStore } from '../jobs/store/index.js';

/** A job file: each job as people entered it, in the same words and through the same doors. */
const JobFile = T.Array(
  T.Object({
    person: T.String(),
    ask: NewJob,
    bench: T.Optional(T.Array(T.String())),
    decisions: T.Optional(T.Array(T.Object({ subject: T.String(), ...DecisionRequest.properties }))),
    state: T.Optional(T.String()),
  }),
);

/** Loads jobs from a JSON file, all of them or none. No file is no jobs. */
export function loadJobs(db: Db, stores: { readonly jobs: JobStore }, file: string): number {
  if (!existsSync(file)) return 0;
  const jobs = JSON.parse(readFileSync(file, 'utf8')) as Static<typeof JobFile>;
  const check = new Ajv({ strict: false }).compile(JobFile);
  if (!check(jobs))
    throw new ImportProblem([
      {
        place: file,
        sentence:
          check.errors?.map((e) => `${e.instancePath} ${e.message ?? ''}`).join('; ') ?? 'It is not a job file.',
      },
    ]);
  const madeUp = db.prepare<[number]>(`UPDATE job SET made_up = 1 WHERE id = ?`);
  db.transaction(() => {
    for (const { person, ask, bench = [], decisions = [], state } of jobs) {
      const job = stores.jobs.create(ask, person);
      madeUp.run(job.id);
      for (const line of bench) {
        const read = readBenchLine(line);
        if (!read.recognised)
          throw new ImportProblem([{ place: `${file}, job of ${ask.asker}`, sentence: `"${line}": ${read.problem}` }]);
        const items = [read.evidence, ...(read.also ? [read.also] : [])];
        const entries = items.map((item) => ({ slot: ask.slot ?? '', item: { ...item, onVehicle: true } }));
        stores.jobs.addEvidence(job.id, entries, person);
      }
      for (const { subject, value, reason } of decisions)
        stores.jobs.decide(job.id, subject, { value, reason }, 0, person);
      if (state === 'ordered' || state === 'closed') stores.jobs.change(job.id, { state }, 1, person);
    }
  })();
  return jobs.length;
}
