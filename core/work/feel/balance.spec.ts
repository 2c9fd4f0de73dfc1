import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../tools/seeds.js';
import { locksFirst, rearFirstFrom } from './balance.js';
import { pistonArea } from '../../named/bore/index.js';
import { filledArea, G, pushed } from './brakes.js';
import { compareFeel } from './compare.js';
import { summaryOf } from './summary.js';
import type { Case, SetUp, Vehicle } from './types.js';
import { between, LIMITS, setUps, vehicles } from './vehicles.testing.js';
import { whichBore } from './which-bore.js';

/** Which axle locks first, against a sweep of the forward computation that knows nothing of bends. */

const SWEEP = Array.from({ length: 1500 }, (_, i) => 1.006 ** i - 1);
/** What each axle would use of its load at every push of the sweep, when nothing bounds it. */
const swept = (vehicle: Vehicle, setUp: SetUp, { grip: _, ...how }: Case = {}) =>
  SWEEP.map((force) => pushed(force, vehicle, setUp, how, LIMITS)).map((point) => ({
    ...point,
    z: point.deceleration ?? 0,
    front: point.frontAdhesion ?? 0,
    rear: (point.rearForce ?? 0) > 0 ? (point.rearAdhesion ?? Infinity) : 0,
  }));

describe('the rear first', () => {
  it('is found wherever a fine sweep finds it, also between points and knees, and never where it finds none', () => {
    let [found, none] = [0, 0];
    fc.assert(
      fc.property(vehicles, setUps, (vehicle, setUp) => {
        const first = rearFirstFrom(vehicle, setUp, {}, LIMITS);
        const inside = swept(vehicle, setUp).filter((p) => p.z >= 0.15 && p.z <= LIMITS.rearFirstBelow);
        const seen = inside.find((p) => p.rear > p.front * (1 + 1e-9));
        if (seen) {
          expect(first?.deceleration).toBeLessThanOrEqual(seen.z + 1e-9);
          expect(first?.pedalForce).toBeLessThanOrEqual(seen.pedalForce * (1 + 1e-9) + 1e-6);
          found++;
        }
        if (!first) {
          none++;
          return;
        }
        // Just beyond the push that is named it is so.
        const there = pushed(first.pedalForce * 1.0005 + 0.001, vehicle, setUp, {}, LIMITS);
        if ((there.deceleration ?? 9) <= LIMITS.rearFirstBelow)
          expect(there.rearAdhesion ?? Infinity).toBeGreaterThan((there.frontAdhesion ?? 0) * (1 - 1e-3));
        expect(first.deceleration).toBeGreaterThanOrEqual(0.15 - 1e-9);
      }),
      { numRuns: runs(120) },
    );
    expect([found > runs(8), none > runs(8)]).toEqual([true, true]);
  });
  it('is claimed on a grip only where the rear is what locks on it', () => {
    let [claimed, other] = [0, 0];
    fc.assert(
      fc.property(vehicles, setUps, between(0.15, 0.7), fc.boolean(), (vehicle, setUp, grip, diagonal) => {
        const how: Case = { grip, ...(diagonal ? { lost: 'diagonal' as const } : {}) };
        const at = swept(vehicle, setUp, how).find((p) => p.front >= grip || p.rear >= grip);
        const first = locksFirst(vehicle, setUp, how, LIMITS);
        if (!at || !first || Math.abs(at.front - at.rear) < 0.02 * grip) return;
        expect(first.axle).toBe(at.rear > at.front ? 'rear' : 'front');
        expect(first.pedalForce).toBeLessThanOrEqual(at.pedalForce * (1 + 1e-6) + 1e-6);
        const [one] = compareFeel(vehicle, [setUp], [how], [100, 300, 5000], LIMITS)[0] ?? [];
        const says = one?.verdicts.some(({ code }) => code === 'rear-first');
        if (says) claimed++;
        else other++;
        if (one?.verdicts.some(({ code }) => code === 'tips')) return;
        expect(says).toBe(
          first.axle === 'rear' && first.deceleration <= LIMITS.rearFirstBelow && first.pedalForce <= 5000,
        );
      }),
      { numRuns: runs(120) },
    );
    expect([claimed > runs(4), other > runs(4)]).toEqual([true, true]);
  });
});

describe('what holds a lost diagonal', () => {
  it('is the load on the wheels that brake: one of each axle, and never more', () => {
    fc.assert(
      fc.property(vehicles, setUps, between(0.2, 0.8), between(50, 3000), (vehicle, setUp, grip, force) => {
        const point = pushed(force, vehicle, setUp, { grip, lost: 'diagonal' }, LIMITS);
        if (point.deceleration === undefined) return;
        const [weight, lean] = [vehicle.mass * G, vehicle.height / vehicle.wheelbase];
        const onFront = weight * (vehicle.frontShare + point.deceleration * lean);
        expect(point.frontForce).toBeLessThanOrEqual((grip * onFront) / 2 + 1e-6);
        expect(point.rearForce).toBeLessThanOrEqual((grip * (weight - onFront)) / 2 + 1e-6);
        expect((point.frontForce ?? 0) + (point.rearForce ?? 0)).toBeCloseTo(point.deceleration * weight, 4);
        expect(point.deceleration).toBeLessThanOrEqual(grip);
      }),
      { numRuns: runs(120) },
    );
  });
});

const VEHICLE: Vehicle = {
  mass: 1400,
  frontShare: 0.55,
  height: 550,
  wheelbase: 2500,
  tyreRadius: 300,
  pedalRatio: 4,
};
const SET_UP: SetUp = {
  master: { bore: 22.225, stroke: 34, limit: 9000 },
  booster: { ratio: 4, assist: 3000 },
  front: { kind: 'disc', pistons: [54], friction: 0.38, radius: 105 },
  rear: { kind: 'drum', cylinder: 19.05, factor: 2.3, radius: 100 },
};
const verdictsIn = (how: Case, over: Partial<SetUp> = {}, efforts: readonly number[] = [100, 500, 2000]) =>
  compareFeel(VEHICLE, [{ ...SET_UP, ...over }], [how], efforts, LIMITS)[0]?.[0]?.verdicts ?? [];

describe('what is said of a case', () => {
  it('over the master’s limit names the push at which it happens, not the hardest that was tried', () => {
    const over = verdictsIn({}).find(({ code }) => code === 'over-limit');
    // Beyond the knee the output is push × ratio + assistance: (9000 − 3000) / 4.
    expect(over?.values['pedalForce']).toBeCloseTo(1500, 6);
    expect(over?.values).toMatchObject({ hardest: 2000, output: 11000 });
    expect(verdictsIn({}, {}, [100, 1499]).some(({ code }) => code === 'over-limit')).toBe(false);
  });
  it('the rule for a lost circuit is one for a dry road, alone and laden, with nothing else wrong', () => {
    const weak: Partial<SetUp> = { rear: { ...SET_UP.rear, factor: 0.2 } as SetUp['rear'] };
    const claims = (how: Case) => verdictsIn(how, weak).some(({ code }) => code === 'secondary-rule');
    expect(claims({ lost: 'front' })).toBe(true);
    expect(claims({ lost: 'front', load: { mass: 2200 } })).toBe(true);
    for (const more of [{ grip: 0.4 }, { friction: 0.2 }, { altitude: 2000 }, { assistance: 0.5 }])
      expect(claims({ lost: 'front', ...more }), JSON.stringify(more)).toBe(false);
    // Strong enough at the rear alone by its pistons, and not by the load that is on its wheels.
    const light: Vehicle = { ...VEHICLE, frontShare: 0.85 };
    const strong = { ...SET_UP, rear: { ...SET_UP.rear, factor: 9 } as SetUp['rear'] };
    const [one] = compareFeel(light, [strong], [{ lost: 'front' }], [100, 500], LIMITS)[0] ?? [];
    expect(one?.verdicts.some(({ code }) => code === 'secondary-rule')).toBe(true);
  });
  it('which bore cannot be said of a vehicle that is not known, nor of a stop that no road holds', () => {
    const { mass: _, ...unknown } = VEHICLE;
    const effort = { from: 40, to: 60, at: 0.3 };
    expect(whichBore(unknown, SET_UP, { effort }, [19.05, 22.225], LIMITS).none).toBe('effort-not-known');
    expect(whichBore(VEHICLE, SET_UP, { effort: { ...effort, at: 1.1 } }, [19.05], LIMITS).none).toBe('beyond-grip');
  });
  it('the first that is told of a set-up says from when the rear comes first', () => {
    const rear = { ...SET_UP, rear: { ...SET_UP.rear, factor: 6 } as SetUp['rear'] };
    const { first, firstAt } = summaryOf(VEHICLE, SET_UP, rear, LIMITS);
    expect(first).toBe('rear');
    const said = compareFeel(VEHICLE, [rear], [{}], [500], LIMITS)[0]?.[0]?.verdicts.find(
      (v) => v.code === 'rear-first',
    );
    expect(firstAt).toBe(said?.values['deceleration']);
  });
  it('a stepped master with a lost circuit moves the volume of what is left, and no more by its large bore', () => {
    const lift = (axle: SetUp['front'], mm: number) => ({ ...axle, lift: mm }) as SetUp['front'];
    const stepped: SetUp = {
      ...SET_UP,
      master: { bore: 22.225, largeBore: 31.75, stroke: 34 },
      front: lift(SET_UP.front, 0.3),
      rear: lift(SET_UP.rear, 1),
      give: 200,
    };
    const lost = pushed(300, VEHICLE, stepped, { lost: 'front' }, LIMITS);
    const volume = filledArea(stepped.rear) * 1;
    const low = volume + (200 * Math.min(lost.rearPressure, LIMITS.byPass)) / 2;
    const all = volume + (200 * lost.rearPressure) / 2;
    const way = low / pistonArea(31.75) + (all - low) / pistonArea(22.225) + 34 / 2;
    expect(lost.stroke).toBeCloseTo(way, 9);
  });
});
