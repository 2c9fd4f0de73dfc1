import { bendsOf, boosterIn, brakingAt, type FeelSettings, G, loaded, pushed, ratioOf, rodForce } from './brakes.js';
import type { Case, SetUp, Vehicle } from './types.js';

/** No driver pushes harder, N. */
const HARDEST = 5000;

/**
 * The pedal force that a deceleration takes; undefined where no push reaches it, or the deceleration cannot be said.
 * `deceleration` is a share of g. Where grip bounds it the force is found by halving, for the deceleration never falls
 * with the push; else it is worked out backwards, from the tyres to the pedal. Source: the same statics as the forward
 * computation, against which it is tested.
 */
export function effortFor(
  deceleration: number,
  vehicle: Vehicle,
  setUp: SetUp,
  how: Case,
  settings: FeelSettings,
): number | undefined {
  return how.grip === undefined
    ? backwards(deceleration, loaded(vehicle, how), setUp, how, settings)
    : halved(deceleration, vehicle, setUp, how, settings);
}

function backwards(
  deceleration: number,
  vehicle: Vehicle,
  setUp: SetUp,
  how: Case,
  settings: FeelSettings,
): number | undefined {
  const { mass, tyreRadius, pedalEfficiency = 1 } = vehicle;
  if (mass === undefined || tyreRadius === undefined) return undefined;
  const pressure = pressureFor(deceleration * mass * G, tyreRadius, setUp, how);
  if (pressure === undefined) return undefined;
  const output = rodForce(pressure, setUp.master, settings) / (setUp.master.efficiency ?? 1);
  const force = boosterIn(output, setUp, how) / (ratioOf(vehicle, setUp) * pedalEfficiency);
  return force <= HARDEST ? force : undefined;
}

/** The least pressure of the master that brakes with so many newtons; undefined where none does. */
function pressureFor(wanted: number, tyreRadius: number, setUp: SetUp, how: Case): number | undefined {
  const at = (pressure: number): number => brakingAt(pressure, tyreRadius, setUp, how);
  const bends = bendsOf(setUp, how);
  for (let i = 0; i < bends.length; i++) {
    const from = bends[i] as number;
    if (at(from) >= wanted) return from;
    // Just beyond a bend the braking may have jumped: a metering valve has opened.
    const beyond = from + 1e-9;
    const [low, next] = [at(beyond), bends[i + 1] ?? from + 1];
    if (low >= wanted) return beyond;
    const slope = (at(next) - low) / (next - beyond);
    if (next <= beyond || (slope <= 0 && i < bends.length - 1)) continue;
    if (slope <= 0) return undefined;
    const found = beyond + (wanted - low) / slope;
    if (found <= next || i === bends.length - 1) return found;
  }
  return undefined;
}

function halved(
  deceleration: number,
  vehicle: Vehicle,
  setUp: SetUp,
  how: Case,
  settings: FeelSettings,
): number | undefined {
  const reaches = (force: number): boolean =>
    (pushed(force, vehicle, setUp, how, settings).deceleration ?? 0) >= deceleration;
  if (!reaches(HARDEST)) return undefined;
  let [low, high] = [0, HARDEST];
  // 5000 N halved so often is less than a millionth of a newton.
  for (let i = 0; i < 36; i++) {
    const middle = (low + high) / 2;
    if (reaches(middle)) high = middle;
    else low = middle;
  }
  return high;
}
