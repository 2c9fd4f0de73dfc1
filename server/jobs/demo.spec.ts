import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SLOTS } from '@kerabat/core/vehicle/place';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const VEHICLES = ['q2', 'q3', 'q4', 'q5', 'v10', 'v12', 'v14', 'e1', 'e2', 'e3', 't30', 't35', 'b6', 'b7'];
const open = async (
  vehicleId: string | null,
  slot: string,
  built: string | null = null,
  options: string[] = [],
): Promise<number> => {
  const body = { asker: 'x', request: 'replace', complaints: [], words: '', vehicleId, built, options, slot };
  return (await server.ask('POST', '/jobs', { body })).body.id;
};
const decide = (id: number, subject: string, choice: string, seen = 0) =>
  server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
    body: { value: { choice }, reason: 'test' },
    seen,
  });
const workspace = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body;
const bench = (id: number, line: string) => server.ask('POST', `/jobs/${id}/bench-line`, { body: { line } });

/** Units that were found by a label, of all vehicles together: some vehicles have none that carries one. */
let named = 0;

describe.each(VEHICLES)('the demo is coherent: %s', (vehicleId) => {
  it('every unit that is recorded for it fits it, by the same checks that a new one has to pass', async () => {
    const { chain } = (await server.ask('GET', `/vehicles/${vehicleId}`)).body as {
      chain: { slot: string; unitId: string; builtFrom: string | null; option: string | null }[];
    };
    expect(chain.length).toBeGreaterThan(2);
    for (const entry of chain) {
      const id = await open(vehicleId, entry.slot, entry.builtFrom, entry.option ? [entry.option] : []);
      await decide(id, `old:${entry.slot}`, entry.unitId);
      await decide(id, `unit:${entry.slot}`, entry.unitId);
      const w = await workspace(id);
      const bad = w.work[0]?.joints.flatMap((j) =>
        j.checks.filter((c) => c.state === 'does-not-fit').map((c) => `${j.id}: ${c.sentence}`),
      );
      expect(bad, `${entry.unitId} in ${entry.slot}`).toEqual([]);
    }
  });
  it('every one of its units is found by its own marks', async () => {
    const { chain } = (await server.ask('GET', `/vehicles/${vehicleId}`)).body as {
      chain: { slot: string; unitId: string }[];
    };
    for (const entry of chain.filter((c) => !c.slot.includes('-brake'))) {
      const unit = (await server.ask('GET', `/units/${entry.unitId}`)).body as {
        facts: { attribute: string; value: string }[];
      };
      const label = unit.facts.find((f) => f.attribute === 'label-code')?.value;
      if (!label || label === 'none') continue;
      const id = await open(vehicleId, entry.slot);
      await bench(id, `label ${label}`);
      expect((await workspace(id)).work[0]?.identification.candidates[0]?.unitId).toBe(entry.unitId);
      named += 1;
    }
  });
});

it('units are found by a label on more than one vehicle', () => expect(named).toBeGreaterThan(3));

/** Each with the tempting wrong answer, and what Kerabat says instead. */
describe('traps of the trade', () => {
  const blockers = async (id: number): Promise<string> =>
    (await workspace(id)).safety.blockers.map((b) => `${b.words}: ${b.sentence ?? ''}`).join('; ');
  const chosen = async (
    vehicle: string,
    slot: string,
    old: string,
    unit: string,
    built: string | null = null,
  ): Promise<number> => {
    const id = await open(vehicle, slot, built);
    await decide(id, `old:${slot}`, old);
    await decide(id, `unit:${slot}`, unit);
    return id;
  };
  it('the fatter body is the smaller unit: the mouth of the stepped master is not its bore', async () => {
    const id = await open('v12', 'brake-master', '1999-05');
    await bench(id, 'cast 44719');
    await bench(id, 'mouth 28.6 cal');
    const [first] = (await workspace(id)).work[0]?.identification.candidates ?? [];
    expect(first?.unitId).toBe('ard-tm22vs');
    expect((await workspace(id)).work[0]?.old?.bore).toBe('7/8 in');
  });
  it('the mouth recorded as the bore is named as the odd one out', async () => {
    const id = await open('v12', 'brake-master', '1999-05');
    await bench(id, 'label KE');
    await bench(id, 'bore 26.2 cal');
    const { oddOneOut, verdict } = (await workspace(id)).work[0]?.identification ?? {};
    expect(verdict).toBe('contradictory');
    expect(oddOneOut?.sentence).toContain('mouth of a stepped unit');
  });
  it('a light carrier with heavy brakes carries the heavy master', async () => {
    const id = await open('v12', 'brake-master', '1999-05', ['H']);
    await bench(id, 'bore 25.4 cal');
    expect((await workspace(id)).work[0]?.old?.unitId).toBe('ard-tm25v');
  });
  it('the model year is not the build month: September carries the cylinder of before November', async () => {
    const september = await open('q4', 'slave', '2000-09');
    const november = await open('q4', 'slave', '2000-11');
    expect((await workspace(september)).work[0]?.old?.unitId).toBe('mor-s20qa');
    expect((await workspace(november)).work[0]?.old?.unitId).toBe('mor-s20qb');
  });
  it('something was swapped earlier: the marks of another vehicle’s unit beat the record', async () => {
    const id = await open('v10', 'brake-master', '1990-01');
    await bench(id, 'label KD');
    await bench(id, 'bore 23.8 cal');
    expect((await workspace(id)).work[0]?.old?.unitId).toBe('ard-tm23v');
  });
  it('the rear port feeds the front: lines are told apart by what they feed', async () => {
    const w = await workspace(await chosen('e2', 'brake-master', 'ard-tm30e', 'ard-tm30e', '1996-04'));
    const rear = w.work[0]?.joints.find((j) => j.id === 'master-line-rear-left');
    expect(rear?.checks.find((c) => c.id === 'thread@rear-left')?.unit).toBe('1/2-20 UNF');
    expect(rear?.state).toBe('fits');
  });
  it('a slave without its foot is sold as a drop-in', async () => {
    expect(await blockers(await chosen('q4', 'slave', 'mor-s20qa', 'wex-s20q', '2000-01'))).toContain(
      'The old slave has a steadying foot',
    );
  });
  it('a master for the sister vehicle has the right bore and the wrong studs', async () => {
    expect(await blockers(await chosen('v12', 'brake-master', 'ard-tm23v', 'cas-tm23v', '1999-05'))).toContain(
      'Stud spacing does not fit',
    );
  });
  it('an aftermarket master has metric ports where the lines are inch', async () => {
    const id = await chosen('q3', 'brake-master', 'ard-tm23q', 'pel-tm23q', '1990-01');
    const sentence = (await workspace(id)).work[0]?.joints
      .flatMap((j) => j.checks)
      .find((c) => c.id === 'thread@front-left')?.sentence;
    expect(sentence).toContain('it starts, then binds');
    await decide(id, 'fix:brake-master/reflare@front-left', 'accepted');
    await decide(id, 'fix:brake-master/reflare@rear-left', 'accepted');
    expect(await blockers(id)).toBe('');
    const nuts = (await workspace(id)).partsList.filter((l) => l.words.startsWith('Tube nut'));
    expect(nuts.map((n) => n.number)).toEqual(['WX7012', 'WX7015']);
  });
  it('hydraulic assistance is not a swap of the booster alone', async () => {
    const id = await chosen('b7', 'booster', 'cas-b270b', 'cas-h40b', '2005-07');
    expect(await blockers(id)).toContain('Booster supply does not fit');
    expect((await workspace(id)).cautions.join(' ')).toContain('stores pressure');
  });
  it('the deeper recess of a drop-in wants the pin set', async () => {
    const w = await workspace(await chosen('v12', 'brake-master', 'ard-tm23v', 'pel-tm23v', '1999-05'));
    expect(w.partsList.find((l) => l.section === 'make')?.words).toContain('Set the booster pin');
    expect(w.partsList.find((l) => l.section === 'make')?.reason).toContain('1.20 mm');
  });
  it('the bores of a clutch now and then are read from the chains', async () => {
    const id = await chosen('q3', 'clutch-master', 'mor-c15q', 'mor-c19qa', '1990-01');
    const { clutch } = (await workspace(id)).feel;
    expect(clutch?.now).toMatchObject({ masterBore: 15.875 });
    expect(clutch?.then).toMatchObject({ masterBore: 19.05 });
  });
  it('an older slave’s SBR kit and a newer one’s EPDM kit share the bore and not the list', async () => {
    const w = await workspace(await chosen('q2', 'slave', 'mor-s19q2', 'mor-s19q2', '1981-06'));
    expect(w.work[0]?.kits.map((k) => [k.id, k.state])).toEqual(
      expect.arrayContaining([
        ['km-s19r', 'fits'],
        ['km-s19', 'not-known'],
      ]),
    );
  });
  it('a box without its reservoir: the one that sits apart stays, and is not ordered', async () => {
    const w = await workspace(await chosen('e2', 'brake-master', 'ard-tm30e', 'pel-tm30e', '1996-04'));
    expect(w.partsList.filter((l) => l.section === 'stays').map((l) => l.words)).toContain('Reservoir with cap');
  });
  it('lines that stay are on the parts list as reused, with what to do to their flares', async () => {
    const w = await workspace(await chosen('v12', 'brake-master', 'ard-tm23v', 'ard-tm23v', '1999-05'));
    const reused = w.partsList.filter((l) => l.section === 'stays');
    expect(reused.map((l) => l.words)).toEqual([
      'The line at front left with its nut',
      'The line at rear left with its nut',
    ]);
    expect(reused[0]?.reason).toContain('turn it home again');
  });
  it('a job without a vehicle has nothing to fit against until something is measured', async () => {
    const id = await open(null, 'clutch-master');
    await decide(id, 'unit:clutch-master', 'mor-c15t');
    expect((await workspace(id)).safety.safe).toBe(false);
    expect(await blockers(id)).toContain('is not known');
  });
  it('a slot that nobody named yet can be worked on later', async () => {
    const body = {
      asker: 'x',
      request: 'replace',
      complaints: ['noise'],
      words: '',
      vehicleId: 'b7',
      built: null,
      options: [],
      slot: null,
    };
    const id = (await server.ask('POST', '/jobs', { body })).body.id;
    expect((await server.ask('POST', `/jobs/${id}/bench-line`, { body: { line: 'label BB7' } })).body.detail).toContain(
      'which unit this is about',
    );
    expect((await workspace(id)).reading?.suspects).toEqual(['booster']);
    await server.ask('PATCH', `/jobs/${id}`, { body: { slot: 'booster' }, seen: 1 });
    expect((await workspace(id)).work[0]?.slot).toBe('booster');
  });
  it('every slot that a vehicle has can be opened without a fault', async () => {
    for (const vehicle of VEHICLES) {
      for (const { slot } of SLOTS) {
        const answer = await server.ask('GET', `/jobs/${await open(vehicle, slot)}`);
        expect(answer.status, `${vehicle} ${slot}`).toBe(200);
      }
    }
  });
});

describe('superseded numbers', () => {
  const find = async (q: string) => (await server.ask('GET', `/numbers?q=${encodeURIComponent(q)}`)).body;
  it('lead to the number to order now, and through it to the unit', async () => {
    const [n] = (await find('4410-01-6')).exact;
    expect(n).toMatchObject({
      status: 'superseded',
      supersededBy: 'Quellmar 4400-01-8',
      leadsTo: { kind: 'unit', id: 'ard-sm19' },
    });
  });
  it('a current number is superseded by nothing', async () => {
    expect((await find('4400-01-8')).exact[0].supersededBy).toBeUndefined();
  });
});
