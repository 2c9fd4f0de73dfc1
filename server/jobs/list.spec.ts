import { afterAll, beforeAll, expect, it } from 'vitest';
import type { JobList, NewJob } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
  const { stores } = server;
  for (let n = 0; n < 510; n++) stores.jobs.create(job(`Ferry ${n}`), 'Ilse');
});
afterAll(() => server.close());

const job = (asker: string): NewJob => ({
  asker,
  request: 'replace',
  complaints: [],
  words: '',
  vehicleId: 'q2',
  built: null,
  options: [],
  slot: 'slave',
});
const list = async (query: string): Promise<JobList> => (await server.ask('GET', `/jobs${query}`)).body as JobList;

it('shows the newest and says how many there are', async () => {
  const all = await list('');
  expect(all.jobs).toHaveLength(500);
  expect(all.total).toBeGreaterThanOrEqual(510);
  expect(all.jobs[0]?.asker).toBe('Ferry 509');
});

it('finds one that is older than those that are shown, by any of its words', async () => {
  expect((await list('?q=Ferry+SLAVE&limit=1')).total).toBe(510);
  const oldest = await list('?q=ferry+0007');
  expect(oldest.jobs.map(({ id, asker }) => [id, asker])).toEqual([[7, 'Ferry 0']]);
  expect(await list('?q=nobody+asked')).toEqual({ jobs: [], total: 0 });
});

it('the quick box finds it too', async () => {
  const { hits } = (await server.ask('GET', '/find?q=Ferry+1')).body as { hits: { kind: string }[] };
  expect(hits.filter(({ kind }) => kind === 'job')).toHaveLength(6);
});
