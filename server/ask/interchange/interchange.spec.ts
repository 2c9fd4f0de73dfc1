import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { InterchangeAnswer, InterchangeEntry, InterchangePaths } from '@kerabat/contract';
import { testServer, type TestServer } from '../../testing/harness.js';

describe('interchange over HTTP', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await testServer();
  });
  afterAll(() => server.close());

  const interchange = async (unit: string): Promise<InterchangeAnswer> =>
    (await server.ask('GET', `/units/${unit}/interchange`)).body as InterchangeAnswer;
  const entry = async (unit: string, other: string): Promise<InterchangeEntry> => {
    const found = (await interchange(unit)).entries.find((e) => e.unitId === other);
    if (!found) throw new Error(`${other} is no interchange of ${unit}`);
    return found;
  };
  const record = (body: object) => server.ask('POST', '/outcomes', { body });

  it('tells the few paths to one of the interchange, cheapest first, each a way from the unit to it', async () => {
    const pel = await entry('ard-tm22vs', 'pel-tm22vs');
    const { paths, outcomes } = (await server.ask('GET', `/units/ard-tm22vs/interchange/${pel.node}?count=3`))
      .body as InterchangePaths;
    expect(paths.length).toBeGreaterThan(0);
    expect(paths[0]?.at(-1)?.to).toBe(pel.name);
    expect(paths[0]?.reduce((t, s) => t * s.trust, 1)).toBeCloseTo(pel.trust, 12);
    expect(outcomes).toEqual([]);
    expect((await server.ask('GET', '/units/ard-tm22vs/interchange/x')).status).toBe(400);
    expect((await server.ask('GET', '/units/nothing/interchange/u:1')).status).toBe(404);
  });

  it(
    'a number of which no unit is recorded has interchange all the same: from any number to every ' +
      'unit that would do',
    async () => {
      const found = (await server.ask('GET', '/numbers?q=SK2302R')).body as {
        exact: { id: number }[];
        normalised: { id: number }[];
      };
      const [number] = [...found.exact, ...found.normalised];
      const answer = await interchange(`n:${number?.id ?? 0}`);
      expect(answer).toMatchObject({ name: 'Skarrow SK 2302 R', unitId: `n:${number?.id ?? 0}` });
      const unit = answer.entries.find((e) => e.unitId !== undefined);
      const { paths } = (await server.ask('GET', `/units/${answer.unitId}/interchange/${unit?.node ?? ''}`))
        .body as InterchangePaths;
      expect(paths[0]?.[0]?.from).toBe('Skarrow SK 2302 R');
      // What leads there leads back: the number stands among the interchange of the unit.
      expect((await interchange(unit?.unitId ?? '')).entries.some((e) => e.node === answer.node)).toBe(true);
      expect((await server.ask('GET', '/units/n:99999999/interchange')).status).toBe(404);
      expect((await server.ask('GET', `/units/${answer.unitId}/interchange?geometry=5`)).body.byGeometry).toEqual([]);
    },
  );

  it('an outcome moves the trust of its link, by hand: one case each; withdrawn, it is as before', async () => {
    const before = await entry('ard-tm22vs', 'pel-tm22vs');
    const step = before.paths[0]?.at(-1);
    const link = step?.link ?? '';
    expect(step).toMatchObject({ trust: 0.85 });
    const { status, body } = await record({
      link,
      result: 'fitted-with-change',
      reason: 'the sensor was moved over',
      jobId: 1,
    });
    expect(status).toBe(201);
    const after = await entry('ard-tm22vs', 'pel-tm22vs');
    expect(after.paths[0]?.at(-1)?.trust).toBeCloseTo((0.85 * 5 + 1) / 6, 12);
    expect(after.paths[0]?.at(-1)?.outcomes).toEqual({ fitted: 0, changed: 1, misfit: 0 });
    const told = (await server.ask('GET', `/units/ard-tm22vs/interchange/${after.node}`)).body as InterchangePaths;
    expect(told.outcomes).toMatchObject([{ link, reason: 'the sensor was moved over', by: 'Ilse', jobId: 1 }]);
    expect((await server.ask('POST', `/outcomes/${body.id}/withdraw`)).status).toBe(204);
    expect((await server.ask('POST', `/outcomes/${body.id}/withdraw`)).status).toBe(404);
    expect((await entry('ard-tm22vs', 'pel-tm22vs')).trust).toBe(before.trust);
  });

  it('a second "did not fit" stops every order that leans on the link, at once', async () => {
    const work = async () => (await server.ask('GET', '/jobs/2')).body;
    const old = (await work()).work[0];
    const path = (await entry(old.old.unitId, old.chosen.unitId)).paths[0] ?? [];
    const link = path.at(-1)?.link ?? '';
    expect(old.joints.map((j: { id: string }) => j.id)).not.toContain('record-slave');
    await record({ link, result: 'did-not-fit', reason: 'the pipe’s bend fouls' });
    expect((await work()).work[0].joints.map((j: { id: string }) => j.id)).not.toContain('record-slave');
    await record({ link, result: 'did-not-fit', reason: 'the pipe’s bend fouls again' });
    const joint = (await work()).work[0].joints.find((j: { id: string }) => j.id === 'record-slave');
    expect(joint).toMatchObject({ state: 'not-known' });
    expect(joint.checks[0].sentence).toContain('turned out wrong');
  });

  it(
    'filters by grade and trust; by geometry comes apart, without what is known interchange, ' + 'whatever the filter',
    async () => {
      const all = (await server.ask('GET', '/units/ard-tm23v/interchange?geometry=20')).body as InterchangeAnswer;
      const some = (await server.ask('GET', '/units/ard-tm23v/interchange?geometry=20&grade=same&minTrust=0.9'))
        .body as InterchangeAnswer;
      expect(some.entries.every((e) => e.grade === 'same' && e.trust >= 0.9)).toBe(true);
      expect(some.entries.length).toBeLessThan(all.entries.length);
      expect(some.byGeometry).toEqual(all.byGeometry);
      const known = new Set(all.entries.map((e) => e.unitId));
      expect(all.byGeometry.filter((u) => known.has(u.unitId))).toEqual([]);
      expect((await server.ask('GET', '/units/ard-tm23v/interchange')).body.byGeometry).toEqual([]);
    },
  );

  it('units of other bores that would go into a place, each with its bore and what has to be changed', async () => {
    const { status, body } = await server.ask('GET', '/units/ard-tm22q/other-bores');
    expect(status).toBe(200);
    expect(body.units.map((u: { bore: { value: number } }) => u.bore.value)).toEqual([23.8125]);
    expect((await server.ask('GET', '/units/nobody/other-bores')).status).toBe(404);
  });
  it('the claim that a number names a unit can be refuted too', async () => {
    const number = (await interchange('ard-tm23v')).entries.find((e) => e.numbers[0]?.written === 'A 23-814');
    const link = number?.paths[0]?.[0]?.link ?? '';
    expect(link).toBe('names:ardfrith:A 23-814');
    expect((await record({ link, result: 'did-not-fit', reason: 'another unit was in the box' })).status).toBe(201);
    const after = (await interchange('ard-tm23v')).entries.find((e) => e.node === number?.node);
    expect(after?.trust).toBeLessThan(number?.trust ?? 0);
  });

  it.each([
    ['a link that is not there', { link: 'nothing', result: 'fitted', reason: '' }, 'no such link'],
    ['a misfit without a reason', { link: 'names:ardfrith:A 23-814', result: 'did-not-fit', reason: '  ' }, 'Say why'],
    ['a result that is none', { link: 'names:ardfrith:A 23-814', result: 'perhaps', reason: 'x' }, 'must be one of'],
    [
      'a job that is not there',
      { link: 'names:ardfrith:A 23-814', result: 'fitted', reason: '', jobId: 999 },
      'no job 999',
    ],
  ])('refuses %s', async (_, body, words) => {
    const { status, body: problem } = await record(body);
    expect(status).toBeGreaterThanOrEqual(400);
    expect(problem.detail).toContain(words);
  });
  it('wants a name for it', async () => {
    const answer = await server.ask('POST', '/outcomes', {
      person: '',
      body: { link: 'names:ardfrith:A 23-814', result: 'fitted', reason: '' },
    });
    expect(answer.status).toBe(401);
  });
});
