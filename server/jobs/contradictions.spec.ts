import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { type TestServer, testServer } from '../testing/harness.js';

/** What cannot hold beside what is decided is refused in a sentence with both sides, and nothing of it is done. */

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

async function open(vehicleId: string, slot: string | null): Promise<number> {
  const about = { asker: 'a harbour crew', request: 'convert', complaints: [], words: '', built: null, options: [] };
  return (await server.ask('POST', '/jobs', { body: { ...about, vehicleId, slot } })).body.id as number;
}
const decide = (id: number, subject: string, choice: string, detail?: string) =>
  server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
    body: { value: { choice, ...(detail === undefined ? {} : { detail }) }, reason: 'asked for' },
    seen: 0,
  });
const workspace = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body as Workspace;

describe('places', () => {
  it('one that stays has no unit chosen for it, and one that is changed does not stay', async () => {
    const id = await open('b7', 'brake-master');
    expect((await decide(id, 'place:booster', 'stays')).status).toBe(200);
    const { status, body } = await decide(id, 'unit:booster', 'cas-h40b');
    expect([status, body.detail]).toEqual([
      400,
      'The booster stays as it is, and “cas-h40b” was chosen for it: undo one of them.',
    ]);
    expect((await workspace(id)).decisions.map(({ subject }) => subject)).toEqual(['place:booster']);
  });
  it('a side says nothing else than its axle, unless that is changed', async () => {
    const id = await open('b7', 'brake-master');
    expect((await decide(id, 'place:front-brake', 'stays')).status).toBe(200);
    const { status, body } = await decide(id, 'place:front-brake/left', 'changed');
    expect([status, body.detail]).toEqual([
      400,
      'The front wheel unit stays as it is, and on the left it is changed: these contradict each other.',
    ]);
    const other = await open('b7', 'brake-master');
    expect((await decide(other, 'place:front-brake', 'changed')).status).toBe(200);
    expect((await decide(other, 'place:front-brake/left', 'stays')).status).toBe(200);
  });
  it('several at once are all done or none', async () => {
    const id = await open('b7', 'brake-master');
    const { status } = await server.ask('POST', `/jobs/${id}/decisions`, {
      body: {
        decisions: [
          { subject: 'place:booster', value: { choice: 'goes' }, reason: '' },
          { subject: 'unit:booster', value: { choice: 'cas-h40b' }, reason: '' },
        ],
      },
    });
    expect(status).toBe(400);
    expect((await workspace(id)).decisions).toEqual([]);
  });
  it.each([
    ['place:booster', 'melts', undefined, '"melts" is no state of a place'],
    ['place:booster/left', 'stays', undefined, 'The booster has no left and right.'],
    ['place:attic', 'stays', undefined, 'is not something that is decided in a job'],
    ['place:front-brake/middle', 'stays', undefined, 'is not something that is decided in a job'],
    ['place:booster', 'stays', 'really', 'Nothing more is said'],
    ['place:booster', 'fitted-already', 'a hat', 'There is no unit "a hat" for this place.'],
    ['place:booster', 'moves', 'x'.repeat(81), 'A place is told in 80 characters.'],
  ])('%s %s %s is refused', async (subject, choice, detail, sentence) => {
    const id = await open('b7', 'brake-master');
    const { status, body } = await decide(id, subject, choice, detail);
    expect([status, body.detail]).toEqual([400, expect.stringContaining(sentence)]);
    expect((await workspace(id)).decisions).toEqual([]);
  });
});

describe('conversions', () => {
  it('two that want different things of one part are both named, and the second is not planned', async () => {
    const id = await open('b7', null);
    expect((await decide(id, 'conversion', 'vacuum-to-hydraulic')).status).toBe(200);
    const { status, body } = await decide(id, 'conversion:anti-lock', 'anti-lock');
    expect([status, body.detail]).toEqual([400, expect.stringContaining('“vacuum to hydraulic assistance”')]);
    expect(body.detail).toContain('“assistance unit with anti-lock from a sibling”');
    expect((await workspace(id)).conversions.map((one) => one.id)).toEqual(['vacuum-to-hydraulic']);
  });
  it('several stand in one job, whatever they were decided under and in whichever order', async () => {
    const ids = await Promise.all([open('b7', null), open('b7', null)]);
    for (const [i, id] of ids.entries()) {
      const planned = ['conversion:vacuum-to-hydraulic', 'conversion:raised'];
      for (const subject of i === 0 ? planned : [...planned].reverse())
        expect((await decide(id, subject, subject.slice('conversion:'.length))).status).toBe(200);
    }
    const [one, two] = await Promise.all(ids.map(workspace));
    expect(one?.conversions.map(({ id }) => id)).toEqual(['raised', 'vacuum-to-hydraulic']);
    expect(two?.safety).toEqual(one?.safety);
    expect(two?.partsList.map(({ words }) => words)).toEqual(one?.partsList.map(({ words }) => words));
  });
  it('one is decided under its own name', async () => {
    const id = await open('b7', null);
    expect((await decide(id, 'conversion:raised', 'assist')).status).toBe(400);
    expect((await decide(id, 'conversion:to-steam', 'to-steam')).status).toBe(400);
  });
  it('a place that stays is not changed by a conversion', async () => {
    const id = await open('b7', null);
    expect((await decide(id, 'place:booster', 'stays')).status).toBe(200);
    const { status, body } = await decide(id, 'conversion:vacuum-to-hydraulic', 'vacuum-to-hydraulic');
    expect([status, body.detail]).toEqual([
      400,
      expect.stringContaining('the conversion wants hydraulic booster there'),
    ]);
  });
});
