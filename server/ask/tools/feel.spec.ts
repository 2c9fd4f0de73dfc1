import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FeelCompareAnswer, WhichBoreAnswer } from '@kerabat/contract';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { feelLimits } from '@kerabat/core/work/feel';
import { feelSheet } from '../../print/feel.js';
import { testServer, type TestServer } from '../../testing/harness.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
});
afterAll(() => server.close());
const ask = (path: string, body: unknown) => server.ask('POST', `/tools/${path}`, { body });

const mm = (value: number) => ({ value, unit: 'mm' });
const N = (value: number) => ({ value, unit: 'N' });
const MPa = (value: number) => ({ value, unit: 'MPa' });
const VEHICLE = {
  mass: 1420,
  frontShare: 0.56,
  height: mm(560),
  wheelbase: mm(2550),
  tyreRadius: mm(298),
  pedalRatio: 4.2,
  pedalEfficiency: 0.95,
};
const SETUP = {
  master: { bore: mm(23.8125), efficiency: 0.95 },
  booster: { ratio: 4, assist: N(2600) },
  valve: { knee: MPa(3), slope: 0.35 },
  front: { kind: 'disc', pistons: [mm(54)], friction: 0.38, radius: mm(112), pushOut: MPa(0.05) },
  rear: { kind: 'drum', cylinder: mm(19.05), factor: 2.3, radius: mm(100), pushOut: MPa(0.3) },
};
const larger = { ...SETUP, name: '25.4', master: { bore: { value: 1, unit: 'in' }, efficiency: 0.95 } };

describe('compare', () => {
  it('answers the worked example, in every unit that people write', async () => {
    const { status, body } = await ask('feel/compare', {
      vehicle: VEHICLE,
      setups: [SETUP, larger],
      cases: [{}, { name: 'assistance lost', lost: 'assistance' }],
      efforts: [N(200), { value: 22.480894, unit: 'lbf' }, N(500)],
    });
    expect(status).toBe(200);
    const { setups } = body as FeelCompareAnswer;
    const [hundred, twice] = setups[0]?.cases[0]?.points ?? [];
    expect(hundred?.frontPressure.value).toBeCloseTo(3.4045, 3);
    expect(twice?.deceleration).toBeCloseTo(0.7625, 4);
    expect(setups[1]?.cases[0]?.points[1]?.deceleration).toBeCloseTo(0.6759, 4);
    expect(setups[0]?.cases[1]?.points[2]?.deceleration).toBeCloseTo(0.4943, 4);
    expect(setups[0]?.cases[0]?.knee?.pedalForce.value).toBeCloseTo(217.2, 1);
    // 83.6 over 73.5, and 334.5 without assistance.
    expect(setups[1]?.summary).toBe(
      '14 % more effort, still front first; without assistance 0.30 g takes 335 N (75 lbf).',
    );
    const said = setups[0]?.cases[0]?.verdicts.map((v) => v.code);
    expect(said).toContain('travel-not-known');
  });
  it('the rear that locks first is a stop, in words', async () => {
    const { valve: _, ...bare } = SETUP;
    const { body } = await ask('feel/compare', {
      vehicle: VEHICLE,
      setups: [{ ...bare, rear: { ...SETUP.rear, cylinder: mm(25.4) } }],
    });
    const [verdict] = (body as FeelCompareAnswer).setups[0]?.cases[0]?.verdicts ?? [];
    expect(verdict).toMatchObject({ code: 'rear-first', weight: 'stop' });
    expect(verdict?.sentence).toContain('The rear wheels lock first at 0.');
  });
  it('without the mass: pressures are answered, and what cannot be said is said', async () => {
    const { mass: _, ...rest } = VEHICLE;
    const { body } = await ask('feel/compare', { vehicle: rest, setups: [SETUP], efforts: [N(100)] });
    const found = (body as FeelCompareAnswer).setups[0]?.cases[0];
    expect(Object.keys(found?.points[0] ?? { deceleration: 0 })).not.toContain('deceleration');
    expect(found?.points[0]?.frontForce?.value).toBeCloseTo(4388.9, 0);
    expect(found?.verdicts.map((v) => v.sentence).join(' ')).toContain('Cannot say how it slows down');
  });
  it.each([
    ['a tyre of 3 mm', { vehicle: { ...VEHICLE, tyreRadius: mm(3) } }, '/vehicle/tyreRadius'],
    ['a ratio of 0', { vehicle: { ...VEHICLE, pedalRatio: 0 } }, '/vehicle/pedalRatio'],
    [
      'a valve that never opens',
      { setups: [{ ...SETUP, valve: { knee: MPa(60), slope: 0.3 } }] },
      '/setups/0/valve/knee',
    ],
    [
      'a bore larger than what it feeds',
      { setups: [SETUP, { ...SETUP, master: { bore: mm(60) } }] },
      '/setups/1/master/bore',
    ],
    [
      'a force as a length',
      { setups: [{ ...SETUP, booster: { ratio: 4, assist: mm(3) } }] },
      '/setups/0/booster/assist',
    ],
    ['five set-ups', { setups: Array.from({ length: 5 }, () => SETUP) }, '/setups'],
  ])('%s is refused at its field', async (_, over, pointer) => {
    const { status, body } = await ask('feel/compare', { vehicle: VEHICLE, setups: [SETUP], ...over });
    expect(status).toBe(400);
    expect(body.errors.map((e: { pointer: string }) => e.pointer)).toContain(pointer);
  });
});

describe('a comparison on paper', () => {
  const compare = {
    vehicle: VEHICLE,
    setups: [
      { ...SETUP, name: 'now' },
      { ...larger, residual: { front: 1 }, metering: MPa(0.8) },
    ],
  };
  it('is a PDF with its title, whatever anything is called', async () => {
    const { status, body } = await ask('feel/print', {
      compare,
      title: '<b>Job</b> & 漢',
      ratios: ['× 0.88'],
      assumed: ['front lining friction 0.38'],
    });
    expect(status).toBe(200);
    expect(String(body).slice(0, 5)).toBe('%PDF-');
  });
  it('says first what a customer asks, each verdict once, and what nobody measured', () => {
    const [vehicle, setUp] = [
      { mass: 1420, frontShare: 0.56, height: 560, wheelbase: 2550, tyreRadius: 298, pedalRatio: 4.2 },
      {
        master: { bore: 23.8125 },
        front: { kind: 'disc' as const, pistons: [54], friction: 0.38, radius: 112 },
        rear: { kind: 'drum' as const, cylinder: 19.05, factor: 2.3, radius: 100 },
      },
    ];
    const setUps = [
      { name: 'now', setUp },
      { name: 'then', setUp: { ...setUp, master: { bore: 25.4 }, residual: { front: 1 } } },
    ];
    const { content, about } = feelSheet({
      title: 'Job 7',
      ratios: [],
      assumed: ['mass 1420 kg'],
      vehicle,
      setUps,
      cases: [{}, { name: 'rear lost', lost: 'rear' }],
      efforts: [0, 100, 200],
      limits: feelLimits(STANDARD_SETTINGS),
    });
    const said = JSON.stringify(content);
    expect(about).toBe('Job 7');
    expect(said).toContain('then, beside now: 14 % more effort');
    expect(said.split('A residual valve lies on the way to the discs in front')).toHaveLength(2);
    expect(said).toContain('mass 1420 kg');
    expect(said).toContain('<svg');
  });
  it('refuses at the field what comparing refuses', async () => {
    const { status, body } = await ask('feel/print', {
      compare: { ...compare, vehicle: { ...VEHICLE, tyreRadius: mm(3) } },
    });
    expect(status).toBe(400);
    expect(JSON.stringify(body.errors)).toContain('tyreRadius');
  });
});

describe('which bore', () => {
  it('ranks the sizes, those within first, each with why', async () => {
    const { body } = await ask('feel/which-bore', {
      vehicle: VEHICLE,
      setup: SETUP,
      effort: { at: 0.3, from: N(80), to: N(90) },
    });
    const { ranked, none } = body as WhichBoreAnswer;
    expect(none).toBeUndefined();
    expect(ranked[0]).toMatchObject({ within: true, because: expect.stringContaining('for 0.30 g: within') });
    expect(ranked.filter((one) => one.within).every((one) => (one.effort?.value ?? 0) >= 80)).toBe(true);
  });
  it('says that there is none, and why', async () => {
    const { body } = await ask('feel/which-bore', {
      vehicle: VEHICLE,
      setup: SETUP,
      travel: { from: mm(20), to: mm(30) },
    });
    expect(body.none).toContain('how far each piston moves');
  });
});

describe('a clutch', () => {
  const asked = {
    pedalTravel: mm(135),
    freeTravel: mm(12),
    pedalRatio: 5.6,
    masterBore: mm(15.875),
    slaveBore: mm(19.05),
    cutOff: mm(1.2),
    efficiency: 0.95,
    wanted: mm(14),
  };
  it('short by 0.30 mm, with what to look at first', async () => {
    const { body } = await ask('clutch/travel', asked);
    expect(body).toMatchObject({ known: true, shortBy: { unit: 'mm' } });
    expect(body.slaveTravel.value).toBeCloseTo(13.7, 2);
    expect(body.advice).toContain('0.3 mm');
  });
  it('free travel that nobody measured: not known, with what to do', async () => {
    const { freeTravel: _, ...rest } = asked;
    const { body } = await ask('clutch/travel', rest);
    expect(body).toEqual({ known: false, advice: expect.stringContaining('Press it by hand') });
  });
  it('one slave, of one kind', async () => {
    const { status, body } = await ask('clutch/travel', {
      ...asked,
      slaveAnnulus: { outside: mm(40), inside: mm(30) },
    });
    expect(status).toBe(400);
    expect(body.errors[0].pointer).toBe('/slaveBore');
  });
});
