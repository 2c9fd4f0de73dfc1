import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PlanAnswer, SolveLine, Workspace } from '@kerabat/contract';
import { findConversion } from '@kerabat/core/work/conversion';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

describe('POST /jobs/{id}/solve', () => {
  const lines = async (path: string, body: unknown): Promise<SolveLine[]> => {
    const answer = await fetch(`${server.address}/api/v1${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'kerabat-person': 'Ilse' },
      body: JSON.stringify(body),
    });
    expect(answer.headers.get('content-type')).toContain('application/x-ndjson');
    return (await answer.text())
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as SolveLine);
  };
  it('the cheapest way and the next, from a thread of its own, whatever was taken already', async () => {
    const last = (await lines('/jobs/6/solve', { skill: 'ordinary' })).at(-1);
    if (!last || !('answer' in last)) throw new Error('no answer');
    expect(last.answer.ways.map((way) => way.keys)).toEqual([
      ['brake-master/adapter@front-left'],
      ['brake-master/reflare@front-left'],
    ]);
    expect(last.answer.ways[0]?.working).toBe('5 min work + 1 part × 10 + 0 waiting = 15');
    expect(last.answer.ways[0]?.fixes[0]?.words).toContain('Adapter');
  });
  it('a limit on intrusion leaves the adapter out of reach', async () => {
    const last = (await lines('/jobs/6/solve', { order: 2 })).at(-1);
    expect(last).toMatchObject({ answer: { ways: [], because: expect.stringContaining('another unit') } });
  });
  it('whoever hangs up stops it, and the server goes on', async () => {
    const stop = new AbortController();
    const asked = fetch(`${server.address}/api/v1/jobs/6/solve`, {
      method: 'POST',
      signal: stop.signal,
      headers: { 'content-type': 'application/json', 'kerabat-person': 'Ilse' },
      body: '{}',
    });
    setTimeout(() => stop.abort(), 20);
    await asked.then((r) => r.text()).catch((error: Error) => expect(error.name).toBe('AbortError'));
    expect((await server.ask('GET', '/conversions')).status).toBe(200);
  });
  it('refuses limits that are none', async () => {
    expect((await server.ask('POST', '/jobs/6/solve', { body: { skill: 'wizard' } })).status).toBe(400);
    expect((await server.ask('POST', '/jobs/6/solve', { body: { order: 44 } })).status).toBe(400);
  });
});

/** Every conversion of the table with a demo vehicle that it makes sense on. */
const PLANNED: readonly (readonly [string, string])[] = [
  ['single-to-dual', 'q2'],
  ['three-to-two', 't20'],
  ['vacuum-to-hydraulic', 'b7'],
  ['assist', 't30'],
  ['drum-to-disc', 'b6'],
  ['larger-calipers', 'v12'],
  ['self-shifting-to-manual', 'q5'],
  ['universal-master', 'q2'],
  ['sibling-master', 'v12'],
  ['raised', 'v10'],
  ['anti-lock', 'q4'],
];

describe('conversions', () => {
  const plan = async (id: string, vehicleId: string, choices: object = {}): Promise<PlanAnswer> =>
    (await server.ask('POST', `/conversions/${id}/plan`, { body: { vehicleId, choices } })).body;
  it('the table is told with its choices', async () => {
    const { body } = await server.ask('GET', '/conversions');
    expect(body.conversions.map((c: { id: string }) => c.id).sort()).toEqual(PLANNED.map(([id]) => id).sort());
  });
  it.each(PLANNED)('%s: a job on %s is planned by it, down to the printed work card', async (conversion, vehicleId) => {
    const job = {
      asker: 'Yard',
      request: 'convert',
      complaints: [],
      words: '',
      vehicleId,
      built: null,
      options: [],
      slot: null,
    };
    const { id } = (await server.ask('POST', '/jobs', { body: job })).body as { id: number };
    const decided = await server.ask('PUT', `/jobs/${id}/decisions/conversion`, {
      body: { value: { choice: conversion }, reason: '' },
      seen: 0,
    });
    expect(decided.status).toBe(200);
    const { body } = await server.ask('GET', `/jobs/${id}`);
    expect(body.conversions[0].id).toBe(conversion);
    expect(body.workCard.map((step: { group: string }) => step.group)).toContain('prove');
    // What the card of the chain says already is not said again by the conversion.
    for (const once of ['Hold the pedal', 'First stops', 'Bleed the wheels', 'Start every'])
      expect(
        body.workCard.filter((step: { words: string }) => step.words.startsWith(once)).length,
        once,
      ).toBeLessThanOrEqual(1);
    const paper = await server.ask('GET', `/jobs/${id}/work-card.pdf`);
    expect([paper.status, String(paper.body).slice(0, 5)]).toEqual([200, '%PDF-']);
  });
  it.each(PLANNED)('%s on %s', async (id, vehicle) => {
    const p = await plan(id, vehicle);
    expect(p.applies, p.because.join(' ')).toBe('yes');
    expect(p.steps.some((s) => s.group === 'prove')).toBe(true);
    expect(p.roles.length).toBeGreaterThan(0);
    for (const role of p.roles) {
      for (const c of role.candidates) expect(c.name).not.toBe('');
      if (!role.stays && id !== 'anti-lock') expect(role.candidates.length, role.words).toBeGreaterThan(0);
    }
  });
  it('self-shifting to manual finds the sister’s units, with the side of the change that each is from', async () => {
    const p = await plan('self-shifting-to-manual', 'q5');
    const sides = p.roles.map((r) =>
      r.candidates
        .filter((c) => c.from.startsWith('Q4'))
        .map((c) => c.side)
        .sort(),
    );
    expect(sides).toEqual([
      ['A', 'B'],
      ['A', 'B'],
    ]);
    expect(p.mated).toEqual(['clutch master', 'slave']);
  });
  it('three outlets to two: the tee is of the lines’ own thread, and both sums are there', async () => {
    const p = await plan('three-to-two', 't20');
    expect(p.parts.find((x) => x.key === 'tee')?.number).toMatch(/^WX/);
    expect(p.parts.find((x) => x.key === 'plug')?.number).toBeUndefined();
    expect(p.sums[0]?.sums.map((s) => s.total)).toEqual([9.4 + 6.8 + 2 * 1.3, 38.5]);
  });
  it('a price that nobody told leaves the sum open', async () => {
    const [joining] = (await plan('three-to-two', 't20')).sums;
    expect(joining?.sums.every((s) => s.missing.length === 0)).toBe(true);
    server.databases.catalogue.exec(`UPDATE stock SET price = NULL WHERE price = 9.4`);
    expect((await plan('three-to-two', 't20')).sums[0]?.sums[0]).toMatchObject({
      missing: ['Tee for the front pair, with its bolt'],
    });
  });
  it('says why it makes no sense', async () => {
    expect(await plan('vacuum-to-hydraulic', 'q2')).toMatchObject({
      applies: 'no',
      because: ['It has no vacuum assistance to change.'],
    });
  });
  it.each([
    ['a conversion that is none', '/conversions/to-steam/plan', { vehicleId: 'q2', choices: {} }, 404, 'no conversion'],
    ['a vehicle that is not there', '/conversions/assist/plan', { vehicleId: 'nope', choices: {} }, 400, 'no vehicle'],
    [
      'a choice that is none',
      '/conversions/assist/plan',
      { vehicleId: 'q2', choices: { colour: 'red' } },
      400,
      'nothing that is chosen',
    ],
    [
      'an option that is none',
      '/conversions/assist/plan',
      { vehicleId: 'q2', choices: { diaphragms: 'glue' } },
      400,
      'not one of',
    ],
  ])('refuses %s', async (_, path, body, status, words) => {
    const answer = await server.ask('POST', path, { body });
    expect(answer.status).toBe(status);
    expect(answer.body.detail).toContain(words);
  });
});

describe('a job that is planned by a conversion', () => {
  const decide = (id: number, subject: string, choice: string, detail?: string) =>
    server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
      body: { value: { choice, ...(detail ? { detail } : {}) }, reason: 'planned' },
      seen: 0,
    });
  const open = async (vehicleId: string, slot: string | null): Promise<number> => {
    const body = {
      asker: 'x',
      request: 'convert',
      complaints: [],
      words: '',
      vehicleId,
      built: null,
      options: [],
      slot,
    };
    return (await server.ask('POST', '/jobs', { body })).body.id as number;
  };
  it('has its roles as places, its steps on the work card, and is not safe before every role is filled', async () => {
    const id = await open('q5', null);
    expect((await decide(id, 'conversion', 'self-shifting-to-manual', 'feed=shared')).status).toBe(200);
    const { body } = await server.ask('GET', `/jobs/${id}`);
    expect(body.work.map((w: { slot: string }) => w.slot)).toEqual(['clutch-master', 'slave']);
    expect(body.conversions[0]).toMatchObject({
      id: 'self-shifting-to-manual',
      applies: 'yes',
      choices: { feed: 'shared' },
    });
    // What nobody chose yet is not ordered; what its units take is counted once they are there.
    expect(body.partsList.filter((l: { section: string }) => l.section === 'order')).toEqual([]);
    expect(body.workCard[0]).toMatchObject({ group: 'before', words: 'Have ready: flare wrenches, pin punch' });
    expect(body.safety.sentence).toContain('no clutch master is chosen');
  });
  it('a tee that closes the third line is the tee that the plan foresaw: it is ordered once', async () => {
    const id = await open('t20', null);
    await decide(id, 'conversion', 'three-to-two', 'joining=pieces');
    await decide(id, 'unit:brake-master', 'ard-tm19t');
    const tees = async () =>
      (await server.ask('GET', `/jobs/${id}`)).body.partsList.filter((l: { wants?: { kind: string } }) =>
        ['tee', 'line', 'tube-nut'].includes(l.wants?.kind ?? ''),
      );
    expect(await tees()).toEqual([]);
    await decide(id, 'fix:brake-master/tee@front-right', 'accepted');
    expect((await tees()).map((l: { key: string }) => l.key)).toEqual([
      'tee-M10x1.0-bubble-flare',
      'line-M10x1.0-bubble-flare-4.75-mm',
      'tube-nut-M10x1.0-bubble-flare-4.75-mm',
    ]);
  });
  it('a unit that is not what its role asks for is never OK to order, nor is the one that was there', async () => {
    let tried = 0;
    for (const [conversion, vehicle] of PLANNED) {
      const row = findConversion(conversion);
      const { chain } = (await server.ask('GET', `/vehicles/${vehicle}`)).body as {
        chain: { slot: string; unitId: string }[];
      };
      for (const role of (row?.roles ?? []).filter(({ stays, wanted }) => !stays && wanted)) {
        for (const { unitId } of chain.filter(({ slot }) => slot === role.slot)) {
          const unit = (await server.ask('GET', `/units/${unitId}`)).body as {
            facts: { attribute: string; position?: string; recorded: number | string | null }[];
          };
          const is = role.wanted?.every(({ attribute, is: fits }) =>
            unit.facts.some((f) => f.attribute === attribute && f.position === undefined && fits.includes(f.recorded)),
          );
          if (is) continue;
          tried++;
          const id = await open(vehicle, null);
          await decide(id, 'conversion', conversion);
          await decide(id, `unit:${role.slot}`, unitId);
          const { safety } = (await server.ask('GET', `/jobs/${id}`)).body as Workspace;
          expect([conversion, unitId, safety.grade]).toEqual([conversion, unitId, 'not-safe']);
          expect(safety.blockers.map(({ words }) => words).join('; ')).toContain('of the conversion');
        }
      }
    }
    expect(tried).toBeGreaterThan(3);
  });
  it('parts of two sides of the change are stopped, though the vehicle’s own record knows neither', async () => {
    const id = await open('q5', null);
    await decide(id, 'conversion', 'self-shifting-to-manual');
    await decide(id, 'unit:clutch-master', 'mor-c19qa');
    await decide(id, 'unit:slave', 'mor-s20qb');
    const mated = async () =>
      (await server.ask('GET', `/jobs/${id}`)).body.work
        .flatMap((w: { joints: { id: string }[] }) => w.joints)
        .find((j: { id: string }) => j.id === 'mated');
    expect(await mated()).toMatchObject({
      state: 'does-not-fit',
      checks: [{ sentence: expect.stringContaining('come from two sides of a production change') }],
    });
    const { work, partsList } = (await server.ask('GET', `/jobs/${id}`)).body;
    // The vehicle has a brake booster: its clutch master has a rod and a bulkhead all the same.
    expect(work[0].joints.map((j: { id: string }) => j.id)).toEqual(
      expect.arrayContaining(['clutch-rod', 'clutch-mount']),
    );
    // The line that the difference of the two chains needs is the one that the plan foresaw: it is there once.
    const lines = partsList.filter((l: { words: string }) => /hard line/i.test(l.words));
    expect(lines).toHaveLength(1);
    expect(lines[0]).not.toHaveProperty('number');
    await server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent('unit:slave')}`, {
      body: { value: { choice: 'mor-s20qa' }, reason: 'same side' },
      seen: 1,
    });
    expect(await mated()).toMatchObject({ state: 'fits' });
  });
  it('where the unit stays, its hoses are asked for all the same, and it is not ordered', async () => {
    const id = await open('v10', null);
    await decide(id, 'conversion', 'raised', 'hose=longer');
    const { body } = await server.ask('GET', `/jobs/${id}`);
    expect(body.measurements.map((m: { attribute: string }) => m.attribute)).toEqual(
      expect.arrayContaining(['hose-droop', 'hose-bump']),
    );
    expect(
      body.partsList.some((l: { key: string; section: string }) => l.key.endsWith('/unit') && l.section === 'order'),
    ).toBe(false);
  });
  it('is printed: partsList, work card and sheet of measurements are PDF', async () => {
    const id = await open('b7', 'booster');
    await decide(id, 'conversion', 'vacuum-to-hydraulic');
    await decide(id, 'unit:booster', 'cas-h40b');
    for (const paper of ['parts-list', 'work-card', 'measure']) {
      const answer = await fetch(`${server.address}/api/v1/jobs/${id}/${paper}.pdf`);
      expect(answer.headers.get('content-type')).toBe('application/pdf');
      expect(
        Buffer.from(await answer.arrayBuffer())
          .subarray(0, 5)
          .toString(),
      ).toBe('%PDF-');
    }
  });
  it('a conversion that is none is refused, and so are choices that cannot be read', async () => {
    const id = await open('q2', null);
    expect((await decide(id, 'conversion', 'to-steam')).status).toBe(400);
    expect((await decide(id, 'conversion', 'single-to-dual', '"; DROP TABLE')).status).toBe(400);
    expect((await decide(id, 'conversion', 'single-to-dual')).status).toBe(200);
    expect((await server.ask('GET', `/jobs/${id}`)).body.conversions[0].choices).toEqual({
      warning: 'fitted',
    });
  });
  it('a unit by its dimensions is refused in a place of another kind', async () => {
    const id = await open('q2', 'brake-master');
    expect((await decide(id, 'unit:brake-master', 'own:slave')).status).toBe(400);
  });
});

describe('the rod on the bench', () => {
  const ask = async (tool: string, body: object) => server.ask('POST', `/tools/rod/${tool}`, { body });
  const mm = (value: number) => ({ value, unit: 'mm' });
  it('the worked example, in both systems', async () => {
    const { body } = await ask('gap', {
      recessDepth: mm(14.2),
      pinProtrusion: mm(13.55),
      adjusterPitch: mm(1.25),
      pedalRatio: 4.2,
    });
    expect(body.gap.value).toBeCloseTo(0.65, 9);
    expect(body.inOther).toMatchObject({ unit: 'in' });
    expect(body.inOther.value).toBeCloseTo(0.0256, 4);
    expect(body.verdict).toBe('loose');
    expect(body.turns).toBeCloseTo(0.216, 9);
    expect(body.pedalFreeTravel.value).toBeCloseTo(2.73, 9);
  });
  it('no clearance is a stop, and inches are inches', async () => {
    const { body } = await ask('gap', { recessDepth: { value: 0.559, unit: 'in' }, pinProtrusion: mm(14.3) });
    expect(body.verdict).toBe('no-clearance');
    expect(body.caution).toContain('Do not drive');
  });
  it('what stays engaged, and how much longer the new rod stands', async () => {
    expect(
      (await ask('engagement', { rodThread: 'M8x1.25', turnsShowing: 8, threadLength: mm(30), cut: mm(19) })).body,
    ).toMatchObject({
      enough: false,
      exposedAfter: mm(0),
    });
    expect((await ask('engagement', { rodThread: 'M8x1.25', turnsShowing: 8 })).body.because).toContain(
      'cannot be said',
    );
    expect((await ask('engagement', { rodThread: 'M8x9', turnsShowing: 8 })).body).toEqual({
      because: expect.stringContaining('no thread'),
    });
    expect((await ask('compare', { by: 'turns', old: 8, new: 11, rodThread: 'M8x1.25' })).body.difference).toEqual(
      mm(3.75),
    );
  });
  it.each([
    ['gap', { recessDepth: { value: 14, unit: 'bar' }, pinProtrusion: mm(13) }, 'recessDepth must be a length'],
    [
      'gap',
      { recessDepth: mm(14), pinProtrusion: mm(13), target: { min: mm(1), max: mm(0.5) } },
      'Maximum is below minimum',
    ],
    ['gap', { recessDepth: mm(14) }, 'pinProtrusion'],
    ['compare', { by: 'turns', old: mm(8), new: mm(9) }, 'plain count'],
    ['compare', { by: 'depth', old: 8, new: 9 }, 'length with its unit'],
  ])('refuses %s %j', async (tool, body, words) => {
    const answer = await ask(tool, body);
    expect(answer.status).toBe(400);
    expect(answer.body.detail).toContain(words);
  });
});
