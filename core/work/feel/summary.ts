import { pushed } from './brakes.js';
import { effortFor } from './effort.js';
import type { FeelLimits } from './limits.js';
import type { Point, SetUp, Vehicle } from './types.js';
import { rearFirstAt } from './valves.js';

/** What is told first of a set-up beside another: figures for one everyday stop, as far as they are known. */
export interface FeelSummary {
  readonly effort?: readonly [number, number];
  readonly travel?: readonly [number, number];
  readonly everyday: number;
  readonly first?: Point['firstToLock'];
  /** Deceleration from which the rear comes first, share of g, where it does. */
  readonly firstAt?: number;
  readonly firstBefore?: Point['firstToLock'];
  /** Pedal force of an everyday stop without assistance, where there is assistance to lose and a push reaches it. */
  readonly without?: number;
}

/**
 * Which axle locks first, as far as a leg can push and up to the limit of the balance: the rear, when it does anywhere
 * before. Undefined where it cannot be said.
 */
function firstUpTo(vehicle: Vehicle, setUp: SetUp, limits: FeelLimits): Point['firstToLock'] {
  if (rearFirstAt(vehicle, setUp, limits) !== undefined) return 'rear';
  const effort = effortFor(limits.everyday, vehicle, setUp, {}, limits);
  return effort === undefined ? undefined : pushed(effort, vehicle, setUp, {}, limits).firstToLock && 'front';
}

/** Two set-ups of one vehicle beside each other, at an everyday stop. */
export function summaryOf(vehicle: Vehicle, before: SetUp, after: SetUp, limits: FeelLimits): FeelSummary {
  const { everyday } = limits;
  // A clearance that is known of one alone would be a difference that nobody measured.
  const [now, then] = [withGapOf(before, after), withGapOf(after, before)];
  const stops = [now, then].map((setUp) => {
    const effort = effortFor(everyday, vehicle, setUp, {}, limits);
    return { effort, point: effort === undefined ? undefined : pushed(effort, vehicle, setUp, {}, limits) };
  });
  const [a, b] = stops as [(typeof stops)[number], (typeof stops)[number]];
  const [t, u] = a.point && b.point ? [a.point.pedalTravel, b.point.pedalTravel] : [undefined, undefined];
  const [firstBefore, first] = [now, then].map((setUp) => firstUpTo(vehicle, setUp, limits));
  const firstAt = rearFirstAt(vehicle, then, limits);
  const without = then.booster ? effortFor(everyday, vehicle, then, { lost: 'assistance' }, limits) : undefined;
  return {
    everyday,
    ...(a.effort !== undefined && b.effort !== undefined ? { effort: [a.effort, b.effort] as const } : {}),
    ...(t !== undefined && u !== undefined ? { travel: [t, u] as const } : {}),
    ...(first ? { first } : {}),
    ...(firstAt === undefined ? {} : { firstAt }),
    ...(firstBefore ? { firstBefore } : {}),
    ...(without === undefined ? {} : { without }),
  };
}

const withGapOf = (setUp: SetUp, { gap }: SetUp): SetUp =>
  setUp.gap === undefined && gap !== undefined ? { ...setUp, gap } : setUp;
