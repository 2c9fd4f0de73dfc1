import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { testServer, type TestServer } from '../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const workspace = async (id: number): Promise<Workspace> => (await server.ask('GET', `/jobs/${id}`)).body;
const decide = (id: number, subject: string, choice: string, { seen = 0, detail = '' } = {}) =>
  server.ask('PUT', `/jobs/${id}/decisions/${encodeURIComponent(subject)}`, {
    body: { value: { choice, ...(detail ? { detail } : {}) }, reason: 'looked' },
    seen,
  });
async function open(
  vehicleId: string,
  slot: string,
  old: string,
  built: string,
  complaints: string[] = [],
): Promise<number> {
  const body = { asker: 'x', request: 'replace', complaints, words: '', vehicleId, built, options: [], slot };
  const id = (await server.ask('POST', '/jobs', { body })).body.id as number;
  await decide(id, `old:${slot}`, old);
  return id;
}
const told = (w: Workspace): string[] =>
  w.partsList.map(({ section, quantity, number, words }) =>
    [section, quantity, number, words].filter(Boolean).join(' '),
  );

describe('the kit alone', () => {
  const master = () => open('q3', 'brake-master', 'ard-tm22q', '1988-05');

  it('needs a kit, then nothing but what its joints consume: the whole list', async () => {
    const id = await master();
    expect((await decide(id, 'reseal:brake-master', 'yes')).status).toBe(200);
    const bare = await workspace(id);
    expect(bare.safety.sentence).toBe('Not OK to order: no seal kit is chosen for the master.');
    await decide(id, 'kit:brake-master', 'ka-22');
    const w = await workspace(id);
    expect(w.safety.sentence).toBe(
      'OK to order: every check that decides it fits. When it is there, look at: clearance between ' +
        'booster and master.',
    );
    expect(w.safety.receive.map((r) => r.words)).toEqual(['clearance between booster and master', 'the bore']);
    expect(told(w).filter((line) => !line.startsWith('perhaps'))).toEqual([
      'stays 1 A 23-804 brake master, tandem master 22 Q, 7/8 in',
      'order 1 WX7060 Seal ring between booster and master for a spigot of 42 mm · 1.6535 in',
      'order 2 Self-locking nut for the studs',
      // Two of them lie in the kit.
      'box 2 Reservoir grommet',
      'order 1 WX7260 Bench-bleed set of four sizes',
      'order 1 A 90-229 seal kit 22 tandem',
      'order 1 WX7251 DOT 4, bottle of 250 ml',
      'order 1 WX7078 DOT 4, bottle of 500 ml',
      'stays 1 The line at front left with its nut',
      'stays 1 The line at rear left with its nut',
    ]);
    expect(w.workCard.filter((s) => s.group === 'bench').map((s) => s.key)).toEqual([
      'take-apart-master',
      'look-bore-master',
      'new-seals-master',
      'test-sealed-master',
      'bench-bleed-master',
      'clearance-push',
    ]);
  });
  it('is refused when the bore will not do, and when a unit is chosen after all it goes', async () => {
    const id = await master();
    await decide(id, 'reseal:brake-master', 'yes');
    await decide(id, 'kit:brake-master', 'ka-22');
    await decide(id, 'look:brake-master/bore', 'scored');
    const scored = (await workspace(id)).safety;
    expect([scored.grade, scored.blockers.map((b) => b.words)]).toEqual([
      'not-safe',
      ['a scratch that a fingernail feels lets the new seals leak: another unit, or a sleeve'],
    ]);
    await decide(id, 'unit:brake-master', 'ard-tm22q');
    const another = await workspace(id);
    expect(another.work[0]?.resealed).toBe(false);
    expect(told(another).filter((line) => line.includes('tandem master 22 Q'))).toEqual([
      'order 1 A 23-804 brake master, tandem master 22 Q, 7/8 in',
    ]);
  });
  it('for both sides of an axle is two kits', async () => {
    const id = await open('q3', 'front-brake', 'ard-k48q', '1988-05');
    await decide(id, 'reseal:front-brake', 'yes');
    await decide(id, 'kit:front-brake', 'ka-k48');
    expect(told(await workspace(id)).filter((line) => line.includes('seal kit'))).toEqual([
      'order 2 A 90-K489 seal kit caliper 48',
    ]);
  });
  it('with seals of two sizes says which stay out; a set counts what lies in the kits that it holds', async () => {
    const wheel = await open('q3', 'rear-brake', 'ard-w22q', '1988-05');
    const two = (await workspace(wheel)).work[0]?.kits.find((k) => k.id === 'ka-w2022');
    expect(two?.state).toBe('fits');
    expect(two?.sentence).toContain('too: leave those out');
    const id = await master();
    const set = (await workspace(id)).work[0]?.kits.find((k) => k.id === 'ka-q');
    expect(set?.contents).toContain('2 × primary seal');
    await decide(id, 'reseal:brake-master', 'yes');
    await decide(id, 'kit:brake-master', 'ka-q');
    expect(told(await workspace(id)).filter((line) => /ring|grommet/.test(line))).toEqual([
      'box 1 Seal ring between booster and master for a spigot of 42 mm · 1.6535 in',
      'box 2 Reservoir grommet',
    ]);
  });
  it('says what stays in the housing', async () => {
    const id = await open('t30', 'clutch-master', 'mor-c15t', '1990-05');
    await decide(id, 'reseal:clutch-master', 'yes');
    await decide(id, 'kit:clutch-master', 'km-c15');
    expect(told(await workspace(id))).toContain('perhaps 1 Felt washer');
  });
  it.each([
    ['reseal:booster', 'yes', '', 'is not sealed anew'],
    ['kit:brake-master', 'ka-22', 'maybe', 'confirmed or no-answer'],
    ['found:moon', 'yes', '', 'is no cause that is known here'],
    ['found:air', 'perhaps', '', 'or it was ruled out'],
    ['found:rod-adjustment', 'yes', 'some turns', 'how many turns'],
  ])('refuses %s = %s %s with a sentence', async (subject, choice, detail, sentence) => {
    const { status, body } = await decide(await master(), subject, choice, { detail });
    expect([status, body.detail]).toEqual([400, expect.stringContaining(sentence)]);
  });
});

describe('order nothing', () => {
  it('a clutch that slips after a new master: the rod goes back 5 mm, and no line is left', async () => {
    const id = await open('q4', 'clutch-master', 'mor-c19qa', '1999-05', ['clutch-slips', 'gears-crunch']);
    await decide(id, 'found:clutch-plate', 'no');
    await decide(id, 'found:rod-adjustment', 'yes', { detail: '4 turns M8x1.25' });
    const w = await workspace(id);
    expect(w.safety.nothing).toContain('Turn the rod back 4 turns of M8x1.25, 5.00 mm');
    expect([w.safety.safe, w.safety.mayOrder, w.partsList]).toEqual([false, false, []]);
    expect(w.reading?.sentences).toHaveLength(2);
    expect(w.reading?.ruleOutFirst.flatMap(({ cause, found }) => (found ? [`${cause}: ${found}`] : []))).toEqual([
      'worn clutch plate: no',
      'rod adjustment: yes',
    ]);
  });
  it('ends where a unit is chosen after all', async () => {
    const id = await open('q3', 'brake-master', 'ard-tm22q', '1988-05', ['leak-at-unit']);
    await decide(id, 'found:engine-dirt', 'yes');
    expect((await workspace(id)).safety.nothing).toContain('Engine dirt');
    await decide(id, 'unit:brake-master', 'ard-tm22q');
    expect((await workspace(id)).safety.nothing).toBeUndefined();
  });
  it('a grommet is ordered by its size, and not before the size is known', async () => {
    const id = await open('q3', 'brake-master', 'ard-tm22q', '1988-05', ['stain-on-booster']);
    await decide(id, 'found:reservoir-grommet', 'yes');
    const open_ = await workspace(id);
    expect(open_.safety.sentence).toBe('Not OK to order: reservoir grommet: neck of the reservoir is not known.');
    expect(told(open_)).toEqual([
      'order 2 Reservoir grommet',
      'order 1 Pin of the reservoir',
      'ask 1 Measure on the vehicle: neck of the reservoir',
    ]);
    await server.ask('POST', `/jobs/${id}/evidence`, {
      body: {
        attribute: 'grommet-size',
        kind: 'quantity',
        value: { value: 22, unit: 'mm' },
        instrument: 'caliper',
        onVehicle: true,
      },
    });
    const known = await workspace(id);
    expect(known.safety.grade).toBe('safe');
    expect(told(known)).toEqual(['order 2 Reservoir grommet 22 mm · 0.8661 in', 'order 1 Pin of the reservoir']);
  });
});
