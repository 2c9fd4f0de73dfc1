import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { keeps, OPERATIONS, type Workspace } from '@kerabat/contract';
import { type Ask, testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const JOB = {
  asker: 'Quay 4',
  request: 'replace',
  complaints: [],
  words: '',
  vehicleId: 'v12',
  built: '1999-05',
  options: [],
  slot: 'brake-master',
};

/** What each writing route of a job is asked, with the ids of what was written before. */
interface Case {
  readonly route: string;
  readonly path: (made: Made) => string;
  readonly ask: Ask;
}
interface Made {
  readonly job: number;
  readonly evidence: number;
  readonly photograph: number;
}
const CASES: readonly Case[] = [
  { route: 'post /jobs', path: () => '/jobs', ask: { body: JOB } },
  { route: 'patch /jobs/{id}', path: (m) => `/jobs/${m.job}`, ask: { body: { words: 'again' }, seen: 1 } },
  {
    route: 'post /jobs/{id}/evidence',
    path: (m) => `/jobs/${m.job}/evidence`,
    ask: { body: { attribute: 'casting-number', kind: 'mark', value: '44719' } },
  },
  {
    route: 'post /jobs/{id}/bench-line',
    path: (m) => `/jobs/${m.job}/bench-line`,
    ask: { body: { line: 'ports 2 left' } },
  },
  {
    route: 'post /jobs/{id}/evidence/{evidenceId}/withdraw',
    path: (m) => `/jobs/${m.job}/evidence/${m.evidence}/withdraw`,
    ask: {},
  },
  {
    route: 'put /jobs/{id}/decisions/{subject}',
    path: (m) => `/jobs/${m.job}/decisions/old%3Abrake-master`,
    ask: { body: { value: { choice: 'ard-tm22vs' }, reason: 'read' }, seen: 0 },
  },
  {
    route: 'delete /jobs/{id}/decisions/{subject}',
    path: (m) => `/jobs/${m.job}/decisions/old%3Abrake-master`,
    ask: { seen: 1 },
  },
  {
    route: 'post /jobs/{id}/decisions',
    path: (m) => `/jobs/${m.job}/decisions`,
    ask: {
      body: {
        decisions: [{ subject: 'unit:brake-master', value: { choice: 'ard-tm22vs' }, reason: 'same', seen: 0 }],
      },
    },
  },
  {
    route: 'put /jobs/{id}/parts-list/{key}',
    path: (m) => `/jobs/${m.job}/parts-list/brake-master%2Funit`,
    ask: { body: { note: 'two days' }, seen: 0 },
  },
  {
    route: 'post /jobs/{id}/parts-list',
    path: (m) => `/jobs/${m.job}/parts-list`,
    ask: { body: { section: 'order', words: 'A rag', quantity: 1, reason: 'always' } },
  },
  {
    route: 'post /jobs/{id}/photographs',
    path: (m) => `/jobs/${m.job}/photographs?shows=casting`,
    ask: { raw: PICTURE, headers: { 'content-type': 'image/png' } },
  },
  {
    route: 'post /jobs/{id}/photographs/{photographId}/marks',
    path: (m) => `/jobs/${m.job}/photographs/${m.photograph}/marks`,
    ask: { body: { x: 0.5, y: 0.5, words: 'here' } },
  },
  {
    route: 'post /jobs/{id}/photographs/{photographId}/withdraw',
    path: (m) => `/jobs/${m.job}/photographs/${m.photograph}/withdraw`,
    ask: {},
  },
];

/** Rows of everything that a job writes. */
const rows = (): Record<string, number> =>
  Object.fromEntries(
    ['job', 'evidence', 'decision', 'parts_list_line', 'photograph', 'photograph_mark', 'job_event'].map((table) => [
      table,
      Number(server.databases.jobs.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get()),
    ]),
  );

describe('a write with a key of its own', () => {
  it('every writing route of a job is tried', () => {
    const writing = OPERATIONS.filter((r) => r.path.startsWith('/jobs') && keeps(r));
    expect(CASES.map((c) => c.route).sort()).toEqual(writing.map((r) => `${r.method} ${r.path}`).sort());
  });
  it('is made once, however often it is sent: the repeat changes nothing and gets the first answer', async () => {
    const made = { job: 0, evidence: 0, photograph: 0 };
    for (const [i, { route, path, ask }] of CASES.entries()) {
      const [method = ''] = route.split(' ');
      const headers = { ...ask.headers, 'idempotency-key': `write-number-${i}` };
      const first = await server.ask(method.toUpperCase(), path(made), { ...ask, headers });
      expect(first.status, `${route}: ${JSON.stringify(first.body)}`).toBeLessThan(300);
      const after = rows();
      const again = await server.ask(method.toUpperCase(), path(made), { ...ask, headers });
      expect(again.status, route).toBe(first.status);
      expect(again.body, route).toEqual(first.body);
      expect(rows(), route).toEqual(after);
      if (route === 'post /jobs') made.job = first.body.id;
      if (route === 'post /jobs/{id}/evidence') made.evidence = first.body.id;
      if (route === 'post /jobs/{id}/photographs') made.photograph = first.body.id;
    }
  });
  it('a key that was used for another write is refused with a sentence', async () => {
    const headers = { 'idempotency-key': 'one-key-twice' };
    const write = (line: string) => server.ask('POST', '/jobs/3/bench-line', { body: { line }, headers });
    expect((await write('bore 22.2 cal')).status).toBe(201);
    const other = await write('bore 20.6 cal');
    expect(other.status).toBe(422);
    expect(other.body.detail).toContain('another write');
    expect(
      (await server.ask('POST', '/jobs/3/bench-line', { body: { line: 'x' }, headers: { 'idempotency-key': 'a b' } }))
        .status,
    ).toBe(400);
  });
  it('what is entered under a name of its own is there once, also under another key', async () => {
    const line = { section: 'order', words: 'A clamp', quantity: 1, reason: 'one more', uid: 'line-made-on-a-phone' };
    const keys = [];
    for (const key of ['first-try-1', 'second-try-2'])
      keys.push(
        (await server.ask('POST', '/jobs/3/parts-list', { body: line, headers: { 'idempotency-key': key } })).body.key,
      );
    expect(keys[0]).toBe(keys[1]);
    const { partsList } = (await server.ask('GET', '/jobs/3')).body as Workspace;
    expect(partsList.filter((l) => l.words === 'A clamp')).toHaveLength(1);
  });
});

describe('events', () => {
  it('entries that belong together are one event; whoever follows goes on from the last one seen', async () => {
    const before = (await server.ask('GET', '/jobs/4/touched')).body.revision as number;
    await server.ask('POST', '/jobs/4/bench-line', { body: { line: 'ports 2 left', slot: 'brake-master' } });
    const { events } = (await server.ask('GET', `/jobs/4/events?after=${before}`)).body;
    expect(events).toHaveLength(1);
    expect(events[0]).toMatchObject({ kind: 'evidence', person: 'Ilse' });
    expect(events[0].ref.split(' ')).toHaveLength(2);
    expect((await server.ask('GET', '/jobs/4/touched')).body.revision).toBe(events[0].seq);
    expect((await server.ask('GET', `/jobs/4/events?after=${events[0].seq}`)).body.events).toEqual([]);
  });
  it('a write drops what was worked out of its own job and of no other', async () => {
    const other = await server.ask('GET', '/jobs/5');
    const kept = server.stores.latest.get(5);
    expect(kept?.job.id).toBe(other.body.job.id);
    await server.ask('POST', '/jobs/4/bench-line', { body: { line: 'studs 80 cal', slot: 'brake-master' } });
    expect(server.stores.latest.get(5)).toBe(kept);
    await server.ask('POST', '/jobs/5/bench-line', { body: { line: 'studs 80 cal', slot: 'brake-master' } });
    expect(server.stores.latest.get(5)).not.toBe(kept);
  });
  it('a line of a vehicle that was taken out and kept again goes on in its versions', async () => {
    const line = {
      legs: [{ value: 100, unit: 'mm' }],
      bends: [],
      tube: '3/16 in',
      ends: [
        { flare: 'inverted-flare', nut: '3/8-24 UNF' },
        { flare: 'inverted-flare', nut: '3/8-24 UNF' },
      ],
    };
    const path = '/vehicles/v12/lines/test%20line';
    const first = await server.ask('PUT', path, { body: { line }, seen: 0 });
    if (first.status !== 200) throw new Error(JSON.stringify(first.body));
    expect((await server.ask('DELETE', path, { seen: 1 })).status).toBe(204);
    expect((await server.ask('PUT', path, { body: { line }, seen: 1 })).status).toBe(412);
    const again = await server.ask('PUT', path, { body: { line }, seen: 0 });
    expect(again.body.lines.find((l: { name: string }) => l.name === 'test line').version).toBe(3);
  });
});
