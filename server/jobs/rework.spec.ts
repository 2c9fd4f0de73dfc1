import { afterAll, beforeAll, expect, it } from 'vitest';
import type { JobList, JobRow } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const rowOf = async (id: number): Promise<JobRow | undefined> =>
  ((await server.ask('GET', '/jobs')).body as JobList).jobs.find((job) => job.id === id);

/** Writes every stud spacing of the catalogue anew, under an act as everybody does. */
const spread = (by: number): void =>
  void server.databases.catalogue.exec(
    `UPDATE unit_fact SET num = num + ${by} WHERE attribute = 'stud-spacing';
     INSERT INTO act (what, person, acted_at) VALUES ('a list', 'Jorun', '2024-06-01T00:00:00Z')`,
  );

it('what the catalogue changed under open and ordered jobs shows in the list, worse and better', async () => {
  // The fourth demo job is ordered, the third is open: both are safe.
  for (const id of [3, 4]) expect(await rowOf(id)).toMatchObject({ grade: 'safe' });
  expect(await rowOf(3)).not.toHaveProperty('stale');

  spread(9);
  expect(await rowOf(3)).toMatchObject({ grade: 'safe', stale: true });
  expect(await rowOf(4)).toMatchObject({ state: 'ordered', stale: true });
  await server.stores.rework.done();
  for (const id of [3, 4]) {
    const row = await rowOf(id);
    expect(row).toMatchObject({ grade: 'not-safe', was: 'safe', safety: expect.stringContaining('spacing') });
    expect(row).not.toHaveProperty('stale');
  }

  spread(-9);
  await rowOf(3);
  await server.stores.rework.done();
  for (const id of [3, 4]) {
    expect(await rowOf(id)).toMatchObject({ grade: 'safe' });
    expect(await rowOf(id)).not.toHaveProperty('was');
  }
});

it('a fall is told until somebody writes to the job', async () => {
  spread(9);
  await rowOf(3);
  await server.stores.rework.done();
  // Again, for another reason: what it was at first is what is told.
  await server.ask('PUT', '/settings/adjusterRange', { body: { value: 2 }, seen: 0 });
  expect(await rowOf(3)).toMatchObject({ stale: true });
  await server.stores.rework.done();
  expect(await rowOf(3)).toMatchObject({ was: 'safe' });
  const version = (await server.ask('GET', '/jobs/3')).body.job.version as number;
  await server.ask('PATCH', '/jobs/3', { body: { words: 'seen' }, seen: version });
  expect(await rowOf(3)).not.toHaveProperty('was');
  expect(await rowOf(4)).toMatchObject({ was: 'safe' });
});

it('a closed job is left as it was', async () => {
  const version = (await server.ask('GET', '/jobs/6')).body.job.version as number;
  await server.ask('PATCH', '/jobs/6', { body: { state: 'closed' }, seen: version });
  const before = await rowOf(6);
  spread(-9);
  await rowOf(6);
  await server.stores.rework.done();
  expect(await rowOf(6)).toEqual(before);
});

it('what cannot be worked out again is tried once and takes no other with it', async () => {
  const { stores } = server;
  const spoilt = stores.jobs.create(
    {
      asker: 'Odo',
      request: 'replace',
      complaints: [],
      words: '',
      vehicleId: 'q2',
      built: null,
      options: [],
      slot: 'slave',
    },
    'Odo',
  ).id;
  server.databases.jobs.exec(`UPDATE job SET options = 'no JSON' WHERE id = ${spoilt}`);
  spread(0);
  stores.rework.wake();
  await stores.rework.done();
  server.databases.jobs.exec(`UPDATE job SET options = '[]' WHERE id = ${spoilt}`);
  expect(await rowOf(spoilt)).toMatchObject({ grade: 'not-safe', safety: '' });
  expect(await rowOf(3)).not.toHaveProperty('stale');
});
