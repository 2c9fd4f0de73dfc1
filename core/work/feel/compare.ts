import { type FeelSettings, kneeAt, loaded, pushed } from './brakes.js';
import type { FeelLimits } from './limits.js';
import type { Case, Point, SetUp, Vehicle } from './types.js';
import { type FeelVerdict, judge } from './verdicts.js';

/** Where the assistance is all used up: the pedal force, and the deceleration there where it can be said. */
export interface Knee {
  readonly pedalForce: number;
  readonly deceleration?: number;
}

/** One set-up in one case. */
export interface Compared {
  readonly points: readonly Point[];
  /** Absent without assistance. */
  readonly knee?: Knee;
  /** Stroke of the master at the hardest push; absent where the way of the pistons is not known. */
  readonly strokeUsed?: number;
  readonly strokeAvailable?: number;
  readonly verdicts: readonly FeelVerdict[];
}

/**
 * What set-ups of one vehicle do in cases: outer list by set-up, inner by case. Efforts are pedal forces in N, in
 * rising order.
 */
export function compareFeel(
  vehicle: Vehicle,
  setUps: readonly SetUp[],
  cases: readonly Case[],
  efforts: readonly number[],
  settings: FeelSettings & FeelLimits,
): Compared[][] {
  return setUps.map((setUp) => cases.map((how) => comparedIn(vehicle, setUp, how, efforts, settings)));
}

function comparedIn(
  vehicle: Vehicle,
  setUp: SetUp,
  how: Case,
  efforts: readonly number[],
  settings: FeelSettings & FeelLimits,
): Compared {
  const points = efforts.map((effort) => pushed(effort, vehicle, setUp, how, settings));
  const force = kneeAt(loaded(vehicle, how), setUp, how);
  const there = force === undefined ? undefined : pushed(force, vehicle, setUp, how, settings);
  const knee = there && {
    pedalForce: there.pedalForce,
    ...(there.deceleration === undefined ? {} : { deceleration: there.deceleration }),
  };
  const used = points.at(-1)?.stroke;
  return {
    points,
    ...(knee ? { knee } : {}),
    ...(used === undefined ? {} : { strokeUsed: used }),
    ...(setUp.master.stroke === undefined ? {} : { strokeAvailable: setUp.master.stroke }),
    verdicts: judge({ vehicle, setUp, how, points, ...(knee ? { knee } : {}) }, settings),
  };
}
