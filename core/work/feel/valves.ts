import { rearFirstFrom } from './balance.js';
import type { FeelLimits } from './limits.js';
import type { SetUp, Vehicle } from './types.js';

/** Which proportioning keeps the front first. */

/**
 * Slopes that valves for the rear are made with. Source: what makers of such valves list, as a rule; the valve’s own
 * data go first.
 */
export const VALVE_SLOPES = [0.6, 0.5, 0.45, 0.35, 0.25] as const;
/** Knees within which a valve is looked for, MPa. */
const [LEAST_KNEE, MOST_KNEE] = [0.5, 8];

/**
 * The first deceleration up to the limit at which the rear uses more grip than the front; undefined when there is none.
 */
export function rearFirstAt(vehicle: Vehicle, setUp: SetUp, limits: FeelLimits): number | undefined {
  const first = rearFirstFrom(vehicle, setUp, {}, limits);
  return first && first.pedalForce <= limits.ruleEffort ? first.deceleration : undefined;
}

export interface FittingValve {
  readonly slope: number;
  /** The latest that it may begin, MPa: an earlier one brakes less at the rear than it could. */
  readonly knee: number;
}

/**
 * For each slope the highest knee with which the front still locks first up to the limit, the mildest slope first and
 * each worked out when it is asked for. None when the rear does not lock first as it is, when even the earliest valve
 * is too late, or when the vehicle is not known well enough.
 */
export function* fittingValves(vehicle: Vehicle, setUp: SetUp, limits: FeelLimits): Generator<FittingValve> {
  const { valve: _, ...bare } = setUp;
  const known = [vehicle.mass, vehicle.tyreRadius, vehicle.frontShare, vehicle.height, vehicle.wheelbase];
  if (known.includes(undefined) || rearFirstAt(vehicle, bare, limits) === undefined) return;
  const holds = (slope: number, knee: number): boolean =>
    rearFirstAt(vehicle, { ...bare, valve: { slope, knee } }, limits) === undefined;
  for (const slope of VALVE_SLOPES) {
    if (!holds(slope, LEAST_KNEE)) continue;
    let [low, high] = [LEAST_KNEE, MOST_KNEE];
    // To a thousandth of a megapascal: no valve is made nearer.
    for (let i = 0; i < 13; i++) {
      const middle = (low + high) / 2;
      if (holds(slope, middle)) low = middle;
      else high = middle;
    }
    yield { slope, knee: low };
  }
}
