import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
let id: number;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const workspace = async (): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
const spacing = (w: Workspace) => w.work[0]?.evidence.filter((e) => e.attribute === 'stud-spacing') ?? [];
const check = (w: Workspace) => w.work[0]?.joints.flatMap((joint) => joint.checks).find((c) => c.id === 'stud-spacing');
const tell = (line: string, more: Record<string, unknown> = {}) =>
  server.ask('POST', `/jobs/${id}/bench-line`, { body: { line, slot: 'brake-master', ...more } });

describe('readings of one thing', () => {
  it('that contradict each other are shown with who and when, and one is taken back', async () => {
    const asked = { asker: 'x', request: 'replace', complaints: [], words: '', options: [] };
    const job = { ...asked, vehicleId: 'q2', built: '1979-05', slot: 'brake-master' };
    id = ((await server.ask('POST', '/jobs', { body: job })).body as { id: number }).id;
    const decide = (subject: string, choice: string) =>
      server.ask('PUT', `/jobs/${id}/decisions/${subject}`, { body: { value: { choice }, reason: '' }, seen: 0 });
    await decide('old:brake-master', 'ard-sm19');
    await decide('unit:brake-master', 'wex-sm19');
    await tell('studs 66 cal');
    expect((await tell('studs 72 cal')).status).toBe(201);
    const w = await workspace();
    expect(w.work[0]?.disputes).toMatchObject([
      { attribute: 'stud-spacing', readings: [{ value: expect.stringContaining('66') }, { by: 'Ilse' }] },
    ]);
    expect(check(w)).toMatchObject({ state: 'not-known', sentence: expect.stringContaining('contradicts itself') });
    expect(w.safety.grade).toBe('not-safe');
    expect(w.next).toMatchObject({ act: 'dispute', target: { stage: 'identify', place: 'brake-master' } });
    const wrong = w.work[0]?.disputes[0]?.readings[1]?.id ?? 0;
    await server.ask('POST', `/jobs/${id}/evidence/${wrong}/withdraw`, { body: {} });
    expect((await workspace()).work[0]?.disputes).toEqual([]);
    expect(check(await workspace())?.state).toBe('fits');
  });
  it('of one thing at two places: the pocket of a master, read at its booster and at itself', async () => {
    const asked = { asker: 'x', request: 'replace', complaints: [], words: '', options: [] };
    const job = { ...asked, vehicleId: 'v12', built: '1999-05', slot: 'booster' };
    const at = ((await server.ask('POST', '/jobs', { body: job })).body as { id: number }).id;
    const read = (slot: string, line: string) =>
      server.ask('POST', `/jobs/${at}/bench-line`, { body: { line, slot, onVehicle: true } });
    expect((await read('booster', 'recess 13.0 cal')).status).toBe(201);
    const work = async () => ((await server.ask('GET', `/jobs/${at}`)).body as Workspace).work;
    expect((await work())[0]?.disputes).toEqual([]);
    expect((await read('brake-master', 'recess 14.2 cal')).status).toBe(201);
    const [place] = await work();
    expect(place?.disputes).toMatchObject([{ attribute: 'recess-depth', readings: [{}, {}] }]);
    await server.ask('POST', `/jobs/${at}/evidence/${place?.disputes[0]?.readings[1]?.id}/withdraw`, { body: {} });
    expect((await work())[0]?.disputes).toEqual([]);
  });
  it('what corrects a reading takes its place, and the history keeps both', async () => {
    const [before] = spacing(await workspace()).filter((e) => !e.withdrawn);
    expect((await tell('studs 72 cal', { instead: before?.uid })).status).toBe(201);
    const w = await workspace();
    expect(w.work[0]?.disputes).toEqual([]);
    expect(check(w)?.state).toBe('does-not-fit');
    expect(spacing(w).find((e) => e.uid === before?.uid)?.withdrawn).toMatchObject({ by: 'Ilse' });
    expect(spacing(w).at(-1)).toMatchObject({ instead: before?.uid });
  });
  it('what is corrected has to be there, of the same thing, and nobody else corrected it', async () => {
    const evidence = (await workspace()).work[0]?.evidence ?? [];
    const gone = evidence.find((e) => e.withdrawn)?.uid;
    const [now] = spacing(await workspace()).filter((e) => !e.withdrawn);
    expect((await tell('studs 66 cal', { instead: 'no-such-entry' })).status).toBe(400);
    expect((await tell('bore 22 cal', { instead: now?.uid })).status).toBe(400);
    expect((await tell('studs 66 cal', { instead: gone })).status).toBe(412);
    expect(spacing(await workspace())).toHaveLength(evidence.filter((e) => e.attribute === 'stud-spacing').length);
  });
  it('may carry their own error, and none as large as themselves', async () => {
    const [now] = spacing(await workspace()).filter((e) => !e.withdrawn);
    const told = await tell('studs 66.4 ± 0.8 cal', { instead: now?.uid });
    expect(told.body).toMatchObject({ echo: expect.stringContaining('± 0.8 mm') });
    expect(spacing(await workspace()).at(-1)?.sigma).toBeCloseTo(0.4);
    expect((await tell('studs 66 ± 70')).status).toBe(400);
    const body = {
      attribute: 'stud-spacing',
      kind: 'quantity',
      value: { value: 66, unit: 'mm' },
      slot: 'brake-master',
    };
    expect((await server.ask('POST', `/jobs/${id}/evidence`, { body: { ...body, sigma: 40 } })).status).toBe(400);
  });
});

describe('what was seen counts where it was seen, or is refused with the places there are', () => {
  const gapOf = async (): Promise<unknown> =>
    ((await server.ask('GET', '/jobs/3')).body as Workspace).work
      .flatMap(({ joints }) => joints.flatMap((joint) => joint.checks))
      .find(({ sentence }) => sentence.startsWith('Clearance'))?.sentence;

  it('at a place that nobody works on: the clearance takes the pin of the booster that stays', async () => {
    const before = await gapOf();
    expect(before).toContain('0.40 mm');
    const told = (line: string) => server.ask('POST', '/jobs/3/bench-line', { body: { line, slot: 'booster' } });
    expect((await told('booster pin 9.3 cal')).status).toBe(201);
    expect(await gapOf()).not.toBe(before);
  });
  it('not at a place that the vehicle does not have', async () => {
    for (const [path, body] of [
      ['bench-line', { line: 'studs 66 cal', slot: 'booster' }],
      ['evidence', { attribute: 'makers-mark', kind: 'mark', value: 'K', slot: 'booster' }],
    ] as const) {
      const answer = await server.ask('POST', `/jobs/${id}/${path}`, { body });
      expect(answer.status).toBe(400);
      expect(answer.body.detail).toMatch(/^Nothing of this job looks at the booster: its vehicle has master, /);
    }
    for (const slot of ['out', 'keep', 'front-left', 'brake-master/out'])
      expect(
        (await server.ask('POST', `/jobs/${id}/bench-line`, { body: { line: 'studs 66 cal', slot } })).status,
      ).toBe(400);
  });
});
