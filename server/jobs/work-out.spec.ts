import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { JobList, Workspace } from '@kerabat/contract';
import { type JobInput, workOut } from '@kerabat/core/job';
import { testServer, type TestServer } from '../testing/harness.js';
import { workspaceOf } from './workspace.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const allJobs = async (): Promise<JobList['jobs']> => (await server.ask('GET', '/jobs')).body.jobs;

describe('a job is a pure function of its input', () => {
  it('every job of the demo, worked out from its input as it is sent, is what the server answers', async () => {
    const jobs = await allJobs();
    expect(jobs.length).toBeGreaterThan(4);
    for (const { id } of jobs) {
      const { body } = await server.ask('GET', `/jobs/${id}/input`);
      const told = (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
      expect(JSON.parse(JSON.stringify(workOut(body as JobInput))), `job ${id}`).toEqual(told);
    }
  });
  it('the same input has the same answer, and is left as it was', async () => {
    const { body } = await server.ask('GET', '/jobs/6/input');
    const before = JSON.stringify(body);
    expect(workOut(body as JobInput)).toEqual(workOut(body as JobInput));
    expect(JSON.stringify(body)).toBe(before);
  });
  it('an input without a row that it needs says less, and never that it is safe', async () => {
    const { body } = await server.ask('GET', '/jobs/6/input');
    const { safety } = workOut({ ...(body as JobInput), rows: {} });
    expect(safety.grade).toBe('not-safe');
  });
});

describe('one job never takes the others down', () => {
  const breakJob = (id: number): void =>
    void server.databases.jobs
      .prepare(
        `INSERT INTO evidence (job_id, slot, attribute, kind, value, on_vehicle, person, noted_at)
         VALUES (?, 'brake-master', 'no-such-thing', 'quantity', '{"value":1,"unit":"mm"}', 1, 'Odo', '2024-01-01')`,
      )
      .run(id);
  it('it opens, says what happened with a number, and its last decision can be undone', async () => {
    breakJob(6);
    // What was worked out before goes with the next write.
    await server.ask('POST', '/jobs/6/bench-line', { body: { line: 'studs 80 cal', slot: 'brake-master' } });
    const opened = await server.ask('GET', '/jobs/6');
    expect(opened.status).toBe(200);
    const { trouble, safety, job } = opened.body as Workspace;
    expect(trouble?.number).toMatch(/^[0-9a-f]{8}$/);
    expect(trouble?.sentence).toContain(trouble?.number);
    expect(safety).toMatchObject({ safe: false, mayOrder: false, grade: 'not-safe' });
    expect(job.id).toBe(6);
    const subject = trouble?.subject ?? '';
    const version = (opened.body as Workspace).decisions.find((d) => d.subject === subject)?.version ?? 0;
    expect(
      (await server.ask('DELETE', `/jobs/6/decisions/${encodeURIComponent(subject)}`, { seen: version })).status,
    ).toBe(200);
  });
  it('the list shows it, and every other job is answered', async () => {
    await server.ask('PATCH', '/jobs/6', { body: { words: 'looked at' }, seen: 1 });
    const jobs = await allJobs();
    expect(jobs.find((job) => job.id === 6)).toMatchObject({
      grade: 'not-safe',
      safety: expect.stringContaining('log'),
    });
    for (const { id } of jobs.filter((job) => job.id !== 6))
      expect((await workspaceOf(id, server.stores)).trouble).toBeUndefined();
  });
});

describe('details of decisions', () => {
  const decide = (subject: string, choice: string, detail: string) =>
    server.ask('PUT', `/jobs/3/decisions/${encodeURIComponent(subject)}`, {
      body: { value: { choice, detail }, reason: 'x' },
      seen: 0,
    });
  it.each([
    ['fix:brake-master/way@front-left', 'accepted', '[["reflare","","M10x1.0","banjo"]]'],
    ['fix:brake-master/way@front-left', 'accepted', '[["reflare","","M10x9.9","bubble-flare"]]'],
    ['fix:brake-master/way@front-left', 'accepted', '{'],
    ['fix:brake-master/old-rod', 'accepted', '[]'],
    ['conversion', 'single-to-dual', 'warning=;drop table'],
    ['at:brake-master', 'off', 'somewhere'],
    ['old:brake-master', 'own:brake-master', ''],
    ['unit:brake-master', 'ard-tm22vs', 'x'.repeat(81)],
    ['fluid:brake', 'DOT 4', 'two bottles'],
  ])('%s %s with %s: a sentence at the place', async (subject, choice, detail) => {
    const { status, body } = await decide(subject, choice, detail);
    expect(status).toBe(400);
    expect(body.errors[0].pointer).toMatch(/^\/value\/(choice|detail)$/);
  });
  it('one that an earlier version kept unchecked changes nothing and is told', async () => {
    server.stores.jobs.decide(
      4,
      'fix:brake-master/way@front-left',
      { value: { choice: 'accepted', detail: '[["reflare","","M10x1.0","banjo"]]' }, reason: 'x' },
      0,
      'Odo',
    );
    const { trouble, safety } = await workspaceOf(4, server.stores);
    expect(trouble).toBeUndefined();
    expect(safety.notes.join(' ')).toMatch(/Odo took "way front left".*Confirm it again/);
  });
});
