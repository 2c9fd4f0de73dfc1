import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { kneeAt, linePressure, pushed, strokeFor } from './brakes.js';
import { clutchTravel } from './clutch.js';
import { compareFeel } from './compare.js';
import { effortFor } from './effort.js';
import { feelFaults } from './faults.js';
import { feelLimits } from './index.js';
import { ratiosOf } from './ratios.js';
import { summaryOf } from './summary.js';
import type { Case, SetUp, Vehicle } from './types.js';

/** The worked examples of the field's arithmetic, to the digits shown. */

const LIMITS = feelLimits(STANDARD_SETTINGS);
const VEHICLE: Vehicle = {
  mass: 1420,
  frontShare: 0.56,
  height: 560,
  wheelbase: 2550,
  tyreRadius: 298,
  pedalRatio: 4.2,
  pedalEfficiency: 0.95,
};
const BARE: SetUp = {
  master: { bore: 23.8125, efficiency: 0.95 },
  booster: { ratio: 4, assist: 2600 },
  front: { kind: 'disc', pistons: [54], friction: 0.38, radius: 112, pushOut: 0.05 },
  rear: { kind: 'drum', cylinder: 19.05, factor: 2.3, radius: 100, pushOut: 0.3 },
};
const SETUP: SetUp = { ...BARE, valve: { knee: 3, slope: 0.35 } };
const LARGER: SetUp = { ...SETUP, master: { bore: 25.4, efficiency: 0.95 } };
const at = (force: number, setUp = SETUP, how: Case = {}) => pushed(force, VEHICLE, setUp, how, LIMITS);

describe('sizes that cannot be so', () => {
  const drum = { kind: 'drum' as const, cylinder: 28.575, factor: 2.3, radius: 115 };
  const disc = { kind: 'disc' as const, pistons: [28], friction: 0.38, radius: 115 };
  const faults = (bore: number, front: typeof drum | typeof disc, rear: typeof drum | typeof disc) =>
    feelFaults({ pedalRatio: 4 }, { master: { bore }, front, rear }).map(({ at }) => at);
  it('a master may be larger than the cylinders of drums, and not larger than the pistons of discs', () => {
    expect(faults(30.1625, drum, drum)).toEqual([]);
    expect(faults(30.1625, disc, drum)).toEqual([]);
    expect(faults(30.1625, disc, disc)).toEqual(['/setUp/master/bore']);
    expect(faults(60, drum, drum)).toEqual(['/setUp/master/bore']);
  });
});

describe('brakes', () => {
  it.each([
    ['100 N', 100, SETUP, {}, [3.4045, 3.1416, 4388.9, 1250.2, 0.4049, 0.4857, 0.2557], 'front'],
    ['200 N', 200, SETUP, {}, [6.8091, 4.3332, 8843.2, 1774.5, 0.7625, 0.873, 0.4675], 'front'],
    ['300 N, past the knee', 300, SETUP, {}, [8.0996, 4.7849, 10531.7, 1973.2, 0.898, 0.9988, 0.5836], 'front'],
    ['200 N, bore 25.4', 200, LARGER, {}, [5.9845, 4.0446, 7764.4, 1647.5, 0.6759, 0.7871, 0.4058], 'front'],
    [
      '500 N, no assistance',
      500,
      SETUP,
      { lost: 'assistance' },
      [4.2557, 3.4395, 5502.5, 1381.3, 0.4943, 0.591, 0.2993],
      'front',
    ],
    ['300 N, no valve', 300, BARE, {}, [8.0996, 8.0996, 10531.7, 3431.6, 1.0027, 0.9693, 1.1212], 'rear'],
  ] as const)('%s', (_, force, setUp, how, [pf, pr, bf, br, z, ff, fr], first) => {
    const point = at(force, setUp, how);
    for (const [value, wanted, digits] of [
      [point.frontPressure, pf, 4],
      [point.rearPressure, pr, 4],
      [point.frontForce, bf, 1],
      [point.rearForce, br, 1],
      [point.deceleration, z, 4],
      [point.frontAdhesion, ff, 4],
      [point.rearAdhesion, fr, 4],
    ] as const)
      expect(value).toBeCloseTo(wanted, digits);
    expect(point.firstToLock).toBe(first);
  });
  it.each([
    ['both at their limit', 300, BARE, 0.9, 0.9],
    ['the rear alone locks', 300, BARE, 1, 0.981],
    ['the front locks', 200, SETUP, 0.6, 0.534],
  ] as const)('grip bounds it: %s', (_, force, setUp, grip, z) =>
    expect(at(force, setUp, { grip }).deceleration).toBeCloseTo(z, 3),
  );
  it.each([
    ['without assistance', SETUP, { lost: 'assistance' }, 294.0],
    ['without assistance, 25.4', LARGER, { lost: 'assistance' }, 334.5],
    ['with it', SETUP, {}, 73.5],
    ['with it, 25.4', LARGER, {}, 83.6],
  ] as const)('0.3 g %s', (_, setUp, how, force) =>
    expect(effortFor(0.3, VEHICLE, setUp, how, LIMITS)).toBeCloseTo(force, 1),
  );
  it('the knee of the booster', () => expect(kneeAt(VEHICLE, SETUP)).toBeCloseTo(217.2, 1));
  it('two pistons of 36 against one of 54: area times 0.889', () => {
    const two: SetUp = {
      ...BARE,
      front: { kind: 'disc', pistons: [36, 36], friction: 0.38, radius: 112, pushOut: 0.05 },
    };
    expect((at(100, two).frontForce ?? 0) / (at(100).frontForce ?? 1)).toBeCloseTo(0.889, 3);
  });
});

describe('fading', () => {
  it('of two drums cannot be said, and the figures stay those of fresh linings', () => {
    const drums: SetUp = { ...BARE, front: { kind: 'drum', cylinder: 22.2, factor: 2.3, radius: 110 } };
    const [fresh, faded] = compareFeel(VEHICLE, [drums], [{}, { friction: 0.2 }], [150], LIMITS)[0] ?? [];
    expect(faded?.points[0]?.deceleration).toBe(fresh?.points[0]?.deceleration);
    expect(faded?.verdicts).toContainEqual({ code: 'fade-not-known', weight: 'not-known', values: {} });
  });
});

describe('a stepped master', () => {
  const stepped = { bore: 23.8125, largeBore: 31.75 };
  it.each([
    [200, 0.2526, 0.4491],
    [600, 0.9584, 1.3473],
    [1000, 1.8565, 2.2454],
    [2000, 4.102, 4.4909],
  ])('%d N on its rod', (force, pressure, straight) => {
    expect(linePressure(force, stepped, LIMITS)).toBeCloseTo(pressure, 4);
    expect(linePressure(force, { bore: 23.8125 }, LIMITS)).toBeCloseTo(straight, 4);
  });
  it('moves 4300 mm³, of them 1800 below the by-pass', () => {
    expect(strokeFor(4300, 1800, stepped)).toBeCloseTo(7.887, 3);
    expect(strokeFor(4300, 1800, { bore: 23.8125 })).toBeCloseTo(9.655, 3);
  });
});

describe('travel', () => {
  /** Piston ways that come to 4300 mm³ in all. */
  const lift = 4300 / (2 * 2290.221 + 4 * 285.023);
  const moved = (bore: number, cutOff: number): SetUp => ({
    ...BARE,
    master: { bore },
    gap: 0.4,
    cutOff,
    front: { ...BARE.front, lift },
    rear: { ...BARE.rear, lift },
  });
  it.each([
    [23.8125, 0, 42.2],
    [25.4, 0, 37.3],
    [23.8125, 1.2, 47.3],
    [25.4, 1.2, 42.4],
  ])('bore %d, port closing %d', (bore, cutOff, travel) =>
    expect(at(100, moved(bore, cutOff)).pedalTravel).toBeCloseTo(travel, 1),
  );
  it('is not known where the way of a piston is not, and that is said', () => {
    expect(at(100)).not.toHaveProperty('pedalTravel');
    const seen = compareFeel(VEHICLE, [SETUP], [{}], [100, 200], LIMITS)[0]?.[0];
    expect(seen?.verdicts.map(({ code }) => code)).toContain('travel-not-known');
  });
  it('a clearance that is known of one set-up alone makes no difference between two', () => {
    const { gap: _, ...without } = moved(23.8125, 1.2);
    const { travel } = summaryOf(VEHICLE, without, moved(23.8125, 1.2), LIMITS);
    expect(travel?.[0]).toBeCloseTo(travel?.[1] ?? Number.NaN, 9);
    const codes = compareFeel(VEHICLE, [without], [{}], [100], LIMITS)[0]?.[0]?.verdicts.map(({ code }) => code);
    expect(codes).toContain('no-gap');
  });
  it('beyond what the master has is a failure', () => {
    const short = { ...moved(19.05, 1.2), master: { bore: 19.05, stroke: 15 } };
    const seen = compareFeel(VEHICLE, [short], [{}], [100], LIMITS)[0]?.[0];
    expect(seen?.verdicts[0]).toMatchObject({ code: 'stroke-out', weight: 'stop' });
  });
});

describe('ratios', () => {
  const kinds = { front: 'disc', rear: 'drum', assisted: true, stepped: false, valve: false } as const;
  it('of a master alone hold where nobody knows the wheel units that stay', () => {
    const ratios = ratiosOf({ inputs: { bore: 22.225 }, kinds }, { inputs: { bore: 23.8125 }, kinds });
    expect(ratios.travel).toBeCloseTo(0.8711, 4);
    expect(ratios.effort).toBeCloseTo(1.148, 4);
  });
  it('are not said where an unknown wheel unit is changed', () => {
    const units = { front: 'another' };
    const ratios = ratiosOf({ inputs: { bore: 22.225 }, kinds }, { inputs: { bore: 23.8125 }, kinds, units });
    expect(ratios).not.toHaveProperty('travel');
    expect(ratios).not.toHaveProperty('effort');
    expect(ratios.pressure).toBeCloseTo(0.8711, 4);
  });
});

describe('clutch', () => {
  const asked = {
    pedalTravel: 135,
    freeTravel: 12,
    pedalRatio: 5.6,
    masterBore: 15.875,
    slave: { bore: 19.05 },
    cutOff: 1.2,
    efficiency: 0.95,
    wanted: 14,
  };
  it('15.875 on 19.05: 0.30 short of 14', () => {
    const answer = clutchTravel(asked);
    expect(answer.masterStroke).toBeCloseTo(20.76, 2);
    expect(answer.slaveTravel).toBeCloseTo(13.7, 2);
    expect(answer.advice).toContain('too-little');
    expect(answer.shortBy).toBeCloseTo(0.3, 2);
  });
  it('without the cut-off a false pass, said to be taken as 0', () => {
    const { cutOff: _, ...without } = asked;
    expect(clutchTravel(without)).toMatchObject({ advice: expect.arrayContaining(['enough', 'cut-off-taken-as-0']) });
    expect(clutchTravel(without).masterStroke).toBeCloseTo(21.96, 2);
    expect(clutchTravel(without).slaveTravel).toBeCloseTo(14.49, 2);
  });
  it('19.05 on 19.05: the same stroke, 19.73', () => {
    expect(clutchTravel({ ...asked, masterBore: 19.05 }).masterStroke).toBeCloseTo(20.76, 2);
    expect(clutchTravel({ ...asked, masterBore: 19.05 }).slaveTravel).toBeCloseTo(19.73, 2);
  });
  it('unknown free travel makes it not known', () => {
    const { freeTravel: _, ...without } = asked;
    expect(clutchTravel(without)).toEqual({ known: false, advice: ['free-travel-not-known'] });
    for (const none of [{ pedalRatio: 0 }, { forkRatio: 0 }, { pedalRatio: -3 }, { pedalRatio: NaN }])
      expect(clutchTravel({ ...without, freeTravel: 8, ...none })).toEqual({ known: false, advice: ['no-ratio'] });
  });
  it('a concentric slave goes by its ring, and has a longest stroke of its own', () => {
    // By hand: π/4 (38² − 30²) = 427.26; 20.764 × 197.93 / 427.26 × 0.95 = 9.138.
    const ring = clutchTravel({ ...asked, slave: { outside: 38, inside: 30 }, longest: 9 });
    expect(ring.slaveTravel).toBeCloseTo(9.138, 3);
    expect(ring.advice).toContain('over-travel');
  });
});
