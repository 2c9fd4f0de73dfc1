import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { pushed } from './brakes.js';
import { feelLimits } from './index.js';
import type { Case, SetUp, Vehicle } from './types.js';

/**
 * Further cases, worked out by another route: a program of its own in another language that knows the formulas and not
 * this code printed the figures. Beside each stands what it is about.
 */

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
const FRONT = { kind: 'disc', pistons: [54], friction: 0.38, radius: 112, pushOut: 0.05 } as const;
const REAR = { kind: 'drum', cylinder: 19.05, factor: 2.3, radius: 100, pushOut: 0.3 } as const;
const SETUP: SetUp = {
  master: { bore: 23.8125, efficiency: 0.95 },
  booster: { ratio: 4, assist: 2600 },
  valve: { knee: 3, slope: 0.35 },
  front: FRONT,
  rear: REAR,
};
const { booster: _, ...UNASSISTED } = SETUP;
const { valve: __, ...WITHOUT_VALVE } = SETUP;
const bare = { master: { bore: 22.225 }, front: FRONT, rear: REAR };

type Figures = readonly [front: number, rear: number, atFront: number, atRear: number, z: number];
const CASES: readonly (readonly [string, number, SetUp, Case, Vehicle, Figures])[] = [
  ['master and front calipers changed together', 150, { ...SETUP, master: { bore: 25.4, efficiency: 0.95 }, front: { ...FRONT, pistons: [60] } }, {}, VEHICLE, [4.4884, 3.5209, 7169.1, 1417.1, 0.6166]],
  ['a caliper of two pistons for one of one', 150, { ...SETUP, front: { ...FRONT, pistons: [38, 38] } }, {}, VEHICLE, [5.1068, 3.7374, 6552.5, 1512.3, 0.5791]],
  ['no assistance', 120, bare, {}, VEHICLE, [1.2342, 1.2342, 1549.3, 411.0, 0.1408]],
  ['a dual-diaphragm servo in place of none', 120, { ...bare, booster: { ratio: 5.2, assist: 4540.099 } }, {}, VEHICLE, [6.4178, 6.4178, 8331.2, 2691.6, 0.7916]],
  ['one circuit to two: what the rear alone does', 400, SETUP, { lost: 'front' }, VEHICLE, [0, 5.0828, 0, 2104.3, 0.1511]],
  ['one circuit to two: what the front alone does', 400, SETUP, { lost: 'rear' }, VEHICLE, [8.9507, 0, 11645.3, 0, 0.8363]],
  ['a stepped master without assistance', 180, { ...UNASSISTED, master: { bore: 22.225, largeBore: 28.575, efficiency: 0.95 } }, {}, VEHICLE, [1.4322, 1.4322, 1808.4, 498.1, 0.1656]],
  ['2000 m above the sea, past the knee', 300, SETUP, { altitude: 2000 }, VEHICLE, [6.8794, 4.3578, 8935.3, 1785.3, 0.7699]],
  ['laden', 200, SETUP, { load: { mass: 1980, frontShare: 0.47, height: 640 } }, VEHICLE, [6.8091, 4.3332, 8843.2, 1774.5, 0.5468]],
  ['faded linings', 200, SETUP, { friction: 0.26 }, VEHICLE, [6.8091, 4.3332, 6050.6, 1214.1, 0.5217]],
  ['discs at the rear in place of drums, the valve gone', 200, { ...WITHOUT_VALVE, rear: { kind: 'disc', pistons: [36], friction: 0.38, radius: 108, pushOut: 0.05 } }, {}, VEHICLE, [6.8091, 6.8091, 8843.2, 3789.9, 0.9072]],
]; // prettier-ignore

describe('cases of other set-ups', () => {
  it.each(CASES)('%s', (name, effort, setUp, how, vehicle, [front, rear, atFront, atRear, z]) => {
    const point = pushed(effort, vehicle, setUp, how, LIMITS);
    expect(point.frontPressure).toBeCloseTo(front, 4);
    expect(point.rearPressure).toBeCloseTo(rear, 4);
    expect(point.frontForce).toBeCloseTo(atFront, 0);
    expect(point.rearForce).toBeCloseTo(atRear, 0);
    expect(point.deceleration).toBeCloseTo(z, 4);
    expect(point.firstToLock).toBe(name.startsWith('discs at the rear') || how.lost === 'front' ? 'rear' : 'front');
  });

  it('fixed calipers of four pistons take fluid for all of them', () => {
    const front = { ...FRONT, pistons: [38, 38], form: 'fixed', lift: 0.2 } as const;
    const setUp: SetUp = { ...SETUP, front, rear: { ...REAR, lift: 1.1 }, gap: 0.3, cutOff: 1.2, give: 120 };
    const point = pushed(100, VEHICLE, setUp, {}, LIMITS);
    expect(point.stroke).toBeCloseTo(9.2725, 3);
    expect(point.pedalTravel).toBeCloseTo(38.944, 2);
  });

  it('a stepped master moves the first of the fluid with its large bore', () => {
    const master = { bore: 22.225, largeBore: 28.575, efficiency: 0.95 };
    const setUp: SetUp = {
      ...UNASSISTED,
      master,
      front: { ...FRONT, lift: 0.35 },
      rear: { ...REAR, lift: 1.2 },
      gap: 0.3,
      cutOff: 1.2,
      give: 100,
    };
    const point = pushed(180, VEHICLE, setUp, {}, LIMITS);
    expect(point.stroke).toBeCloseTo(6.4514, 3);
    expect(point.pedalTravel).toBeCloseTo(27.096, 2);
  });
});
