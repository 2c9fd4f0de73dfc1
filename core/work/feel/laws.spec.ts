import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boosterOut, linePressure, pushed, strokeFor } from './brakes.js';
import { clutchTravel } from './clutch.js';
import { compareFeel } from './compare.js';
import { effortFor } from './effort.js';
import type { Axle, Case, SetUp, Vehicle } from './types.js';
import { between, LIMITS, setUps, vehicles } from './vehicles.testing.js';
import { whichBore } from './which-bore.js';

const efforts = between(1, 600);
const z = (point: { deceleration?: number }): number => point.deceleration ?? Number.NaN;

describe('laws', () => {
  it('a harder push never brakes less, nor takes less travel', () =>
    fc.assert(
      fc.property(vehicles, setUps, efforts, between(0, 300), (vehicle, setUp, effort, more) => {
        const [a, b] = [pushed(effort, vehicle, setUp, {}, LIMITS), pushed(effort + more, vehicle, setUp, {}, LIMITS)];
        expect(z(b)).toBeGreaterThanOrEqual(z(a) - 1e-12);
        expect(b.pedalTravel).toBeGreaterThanOrEqual((a.pedalTravel ?? Number.NaN) - 1e-9);
      }),
    ));

  it('the master’s ratio alone when nothing else changes: pressure and stroke go by the square of the bores', () =>
    fc.assert(
      fc.property(vehicles, setUps, efforts, between(14, 26), (vehicle, setUp, effort, bore) => {
        const other = { ...setUp, master: { ...setUp.master, bore } };
        const ratio = (setUp.master.bore / bore) ** 2;
        const [a, b] = [pushed(effort, vehicle, setUp, {}, LIMITS), pushed(effort, vehicle, other, {}, LIMITS)];
        expect(b.frontPressure).toBeCloseTo(a.frontPressure * ratio, 8);
        expect(strokeFor(5000, 0, other.master)).toBeCloseTo(strokeFor(5000, 0, setUp.master) * ratio, 8);
      }),
    ));

  it('energy: without loss, force times stroke in is pressure times volume out, stepped or straight', () =>
    fc.assert(
      fc.property(
        between(100, 6000),
        between(14, 26),
        fc.option(between(1.1, 1.6)),
        between(500, 9000),
        (force, bore, step, volume) => {
          const master = { bore, ...(step === null ? {} : { largeBore: bore * step }) };
          const pressure = linePressure(force, master, LIMITS);
          // The last piece of volume at the pressure that it has: dW = F ds = p dV on the bore that moves it.
          const low = pressure <= LIMITS.byPass ? volume * 2 : 0;
          const ds = strokeFor(volume + 1, low, master) - strokeFor(volume, low, master);
          if (step === null || pressure <= LIMITS.byPass) expect(force * ds).toBeCloseTo(pressure, 6);
          // Above the by-pass the large piston works against the by-pass pressure too.
          else expect(force * ds).toBeGreaterThan(pressure - 1e-9);
        },
      ),
    ));

  it('balance does not depend on units: all lengths, forces and masses times one factor each', () =>
    fc.assert(
      fc.property(vehicles, setUps, efforts, between(1.5, 30), (vehicle, setUp, effort, k) => {
        // Lengths × k; force × k² keeps pressures; mass × k² keeps decelerations.
        const axle = (a: Axle): Axle =>
          a.kind === 'disc'
            ? { ...a, pistons: a.pistons.map((d) => d * k), radius: a.radius * k }
            : { ...a, cylinder: a.cylinder * k, radius: a.radius * k };
        const larger: SetUp = {
          ...setUp,
          master: { ...setUp.master, bore: setUp.master.bore * k },
          front: axle(setUp.front),
          rear: axle(setUp.rear),
          ...(setUp.booster ? { booster: { ...setUp.booster, assist: setUp.booster.assist * k * k } } : {}),
        };
        const grown = {
          ...vehicle,
          mass: vehicle.mass * k * k,
          height: vehicle.height * k,
          wheelbase: vehicle.wheelbase * k,
          tyreRadius: vehicle.tyreRadius * k,
        };
        const [a, b] = [pushed(effort, vehicle, setUp, {}, LIMITS), pushed(effort * k * k, grown, larger, {}, LIMITS)];
        expect(z(b)).toBeCloseTo(z(a), 8);
        expect(b.firstToLock).toBe(a.firstToLock);
      }),
    ));

  it('a lost circuit or lost assistance never brakes more', () =>
    fc.assert(
      fc.property(
        vehicles,
        setUps,
        efforts,
        fc.constantFrom('front', 'rear', 'diagonal', 'assistance' as const),
        fc.option(between(0.2, 1.1)),
        (vehicle, setUp, effort, lost, grip) => {
          const how: Case = grip === null ? {} : { grip };
          const whole = pushed(effort, vehicle, setUp, how, LIMITS).deceleration;
          const left = pushed(effort, vehicle, setUp, { ...how, lost }, LIMITS).deceleration;
          if (whole !== undefined && left !== undefined) expect(left).toBeLessThanOrEqual(whole + 1e-9);
        },
      ),
    ));

  it('deceleration never over grip, and no axle uses more friction than there is', () =>
    fc.assert(
      fc.property(vehicles, setUps, efforts, between(0.1, 1.1), (vehicle, setUp, effort, grip) => {
        const point = pushed(effort, vehicle, setUp, { grip }, LIMITS);
        if (point.deceleration === undefined) return;
        expect(point.deceleration).toBeLessThanOrEqual(grip + 1e-9);
        expect(point.frontAdhesion).toBeLessThanOrEqual(grip + 1e-9);
        expect(point.rearAdhesion ?? 0).toBeLessThanOrEqual(grip + 1e-9);
        const weight = vehicle.mass * 9.80665;
        expect(((point.frontForce ?? 0) + (point.rearForce ?? 0)) / weight).toBeCloseTo(point.deceleration, 8);
      }),
    ));

  it('the inverse finds what the forward made', () =>
    fc.assert(
      fc.property(vehicles, setUps, between(0.05, 0.9), (vehicle, setUp, wanted) => {
        const effort = effortFor(wanted, vehicle, setUp, {}, LIMITS);
        if (effort === undefined) expect(z(pushed(5000, vehicle, setUp, {}, LIMITS))).toBeLessThan(wanted);
        else expect(z(pushed(effort, vehicle, setUp, {}, LIMITS))).toBeCloseTo(wanted, 7);
      }),
    ));

  it(
    'which bore: the one that made travel and effort is within a window around them, and first when ' +
      'the window is tight',
    () =>
      fc.assert(
        fc.property(vehicles, setUps, fc.integer({ min: 0, max: 6 }), (vehicle, setUp, i) => {
          const sizes = [15.875, 17.4625, 19.05, 20.6375, 22.225, 23.8125, 25.4];
          const bore = sizes[i] as number;
          const made = { ...setUp, master: { ...setUp.master, bore } };
          const effort = effortFor(0.3, vehicle, made, {}, LIMITS);
          if (effort === undefined) return;
          const window = { at: 0.3, from: effort * 0.999, to: effort * 1.001 };
          const { ranked, none } = whichBore(vehicle, setUp, { effort: window }, sizes, LIMITS);
          expect(none).toBeUndefined();
          expect(ranked[0]).toMatchObject({ bore, within: true });
          expect(ranked).toHaveLength(sizes.length);
        }),
      ),
  );

  it('a booster never puts out less than goes in, nor more than its ratio times it', () =>
    fc.assert(
      fc.property(between(0, 5000), setUps, (input, setUp) => {
        const out = boosterOut(input, setUp, {});
        expect(out).toBeGreaterThanOrEqual(input - 1e-9);
        expect(out).toBeLessThanOrEqual(input * (setUp.booster?.ratio ?? 1) + 1e-9);
      }),
    ));

  it('a clutch: free travel, cut-off and loss only ever take away', () =>
    fc.assert(
      fc.property(
        between(60, 200),
        between(0, 40),
        between(0, 3),
        between(0.5, 1),
        (pedalTravel, freeTravel, cutOff, efficiency) => {
          const base = { pedalTravel, pedalRatio: 5, masterBore: 19.05, slave: { bore: 22.2 } };
          const best = clutchTravel({ ...base, freeTravel: 0 }).slaveTravel ?? 0;
          expect(clutchTravel({ ...base, freeTravel, cutOff, efficiency }).slaveTravel).toBeLessThanOrEqual(
            best + 1e-9,
          );
        },
      ),
    ));
});

describe('what is not known', () => {
  const vehicle: Vehicle = { pedalRatio: 4.2 };
  const setUp: SetUp = {
    master: { bore: 23.8125 },
    front: { kind: 'disc', pistons: [54], friction: 0.38, radius: 112, lift: 0.3 },
    rear: { kind: 'drum', cylinder: 19.05, factor: 2.3, radius: 100, lift: 1 },
  };
  it('of the vehicle takes away what rests on it, says so once, and leaves pressure and travel', () => {
    const [[seen]] = compareFeel(vehicle, [setUp], [{}], [100, 300], LIMITS) as [
      [ReturnType<typeof compareFeel>[0][0]],
    ];
    expect(seen?.points[1]).toHaveProperty('pedalTravel');
    expect(seen?.points[1]?.frontPressure).toBeGreaterThan(1);
    expect(Object.keys(seen?.points[1] ?? { deceleration: 0 })).not.toContain('deceleration');
    expect(seen?.verdicts.filter((v) => v.weight === 'not-known')).toEqual([
      {
        code: 'vehicle-not-known',
        weight: 'not-known',
        values: { mass: 1, tyreRadius: 1, frontShare: 1, height: 1, wheelbase: 1 },
      },
    ]);
    expect(seen?.verdicts.every((v) => v.weight !== 'stop')).toBe(true);
  });
});
