import fc from 'fast-check';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { feelLimits } from './index.js';
import type { Axle, SetUp, Vehicle } from './types.js';

/** Vehicles and set-ups as they could be, for laws about the feel. */

export const LIMITS = feelLimits(STANDARD_SETTINGS);
export const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

export const vehicles: fc.Arbitrary<Required<Vehicle>> = fc.record({
  mass: between(400, 9000),
  frontShare: between(0.35, 0.65),
  height: between(350, 900),
  wheelbase: between(1900, 4000),
  tyreRadius: between(220, 450),
  pedalRatio: between(2.5, 7),
  pedalEfficiency: between(0.8, 1),
});
const axles: fc.Arbitrary<Axle> = fc.oneof(
  fc.record({
    kind: fc.constant('disc' as const),
    pistons: fc.array(between(25, 60), { minLength: 1, maxLength: 3 }),
    friction: between(0.25, 0.5),
    radius: between(80, 170),
    pushOut: between(0, 0.2),
    lift: between(0.1, 0.8),
  }),
  fc.record({
    kind: fc.constant('drum' as const),
    cylinder: between(14, 30),
    factor: between(1.6, 4),
    radius: between(80, 170),
    pushOut: between(0, 0.5),
    lift: between(0.5, 2),
  }),
);
export const setUps: fc.Arbitrary<SetUp> = fc.record(
  {
    master: fc.record({ bore: between(14, 26), efficiency: between(0.85, 1), stroke: between(20, 40) }),
    front: axles,
    rear: axles,
    booster: fc.record({ ratio: between(1.5, 6), assist: between(500, 5000) }),
    valve: fc.record({ knee: between(1, 5), slope: between(0.1, 0.9) }),
    cutOff: between(0, 2),
    gap: between(0, 0.6),
    give: between(0, 300),
  },
  { requiredKeys: ['master', 'front', 'rear'] },
);
