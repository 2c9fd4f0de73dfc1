import { pushed, type FeelSettings } from './brakes.js';
import type { Case, SetUp, Vehicle } from './types.js';

/** No driver pushes harder, N. */
const HARDEST = 5000;

/**
 * The pedal force that a deceleration takes; undefined where no push reaches it, or the deceleration cannot be said. The deceleration never falls with the push, so the
 * force is found by halving. `deceleration` is a share of g.
 */
export function effortFor(
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
