import { bendsOf, boosterIn, forcesAt, type FeelSettings, loaded, ratioOf, rodForce, stanceOf } from './brakes.js';
import type { Case, SetUp, Vehicle } from './types.js';

/**
 * Which axle locks first, found exactly: between two bends of the braking both forces are straight over the pressure,
 * so that what an axle uses of its load is a straight line against another, and the balance of both a parabola.
 */

/**
 * Under this deceleration (share of g) the order of locking is no matter: it is where UN R13 and R13-H begin to ask for
 * the front first.
 */
const LEAST = 0.15;
/** Beyond the last bend it is straight for ever: so far is looked, MPa. */
const FAR = 60;

/** A point at which an axle locks, or would use more than the other. */
export interface Locking {
  readonly axle: 'front' | 'rear';
  /** Share of g. */
  readonly deceleration: number;
  readonly pedalForce: number;
}

interface Stretch {
  readonly from: number;
  readonly to: number;
  /** Forces at a pressure within it, N, and the deceleration that they make, share of g. */
  readonly at: (pressure: number) => { readonly front: number; readonly rear: number; readonly z: number };
}

/** The pressures between the bends, each with its straight forces; undefined where the vehicle is not known. */
function stretches(vehicle: Vehicle, setUp: SetUp, how: Case) {
  const stance = stanceOf(vehicle);
  const { tyreRadius } = vehicle;
  if (!stance || tyreRadius === undefined) return undefined;
  const bends = bendsOf(setUp, how);
  const all = bends.flatMap((bend, i): Stretch[] => {
    const [from, to] = [bend + 1e-9, bends[i + 1] ?? Math.max(FAR, bend * 2)];
    if (to <= from) return [];
    const [a, b] = [forcesAt(from, tyreRadius, setUp, how), forcesAt(to, tyreRadius, setUp, how)];
    const line = (side: 0 | 1, p: number): number => a[side] + ((b[side] - a[side]) * (p - from)) / (to - from);
    const at = (p: number) => {
      const [front, rear] = [line(0, p), line(1, p)];
      return { front, rear, z: (front + rear) / stance.weight };
    };
    return [{ from, to, at }];
  });
  return { stance, all };
}

/** The push on the pedal that makes a pressure in the master. Source: the forward computation backwards. */
function pushFor(pressure: number, vehicle: Vehicle, setUp: SetUp, how: Case, settings: FeelSettings): number {
  const output = rodForce(pressure, setUp.master, settings) / (setUp.master.efficiency ?? 1);
  return boosterIn(output, setUp, how) / (ratioOf(vehicle, setUp) * (vehicle.pedalEfficiency ?? 1));
}

/** Where a function that is a parabola over [from, to] is first above nought; undefined where it never is. */
function firstAbove(of: (x: number) => number, from: number, to: number): number | undefined {
  const middle = (from + to) / 2;
  const [y0, y1, y2] = [of(from), of(middle), of(to)];
  const scale = Math.max(Math.abs(y0), Math.abs(y1), Math.abs(y2));
  if (scale === 0) return undefined;
  if (y0 > scale * 1e-12) return from;
  // y = y0 + b t + a t², t from 0 to 1.
  const a = 2 * (y0 + y2 - 2 * y1);
  const b = y2 - y0 - a;
  const roots =
    Math.abs(a) < scale * 1e-12
      ? b === 0
        ? []
        : [-y0 / b]
      : b * b - 4 * a * y0 < 0
        ? []
        : [(-b - Math.sqrt(b * b - 4 * a * y0)) / (2 * a), (-b + Math.sqrt(b * b - 4 * a * y0)) / (2 * a)];
  const first = roots.filter((t) => t >= 0 && t <= 1 && b + 2 * a * t > 0).sort((one, other) => one - other)[0];
  return first === undefined ? undefined : from + first * (to - from);
}

/**
 * The axle whose wheels lock first on the grip of a case, and with what; undefined without grip, where one axle alone
 * brakes, where none locks, or where the vehicle is not known. An axle locks when it would use more than its load times
 * the grip. Source: statics of two axles.
 */
export function locksFirst(given: Vehicle, setUp: SetUp, how: Case, settings: FeelSettings): Locking | undefined {
  const vehicle = loaded(given, how);
  const found = stretches(vehicle, setUp, how);
  if (!found || how.grip === undefined || how.lost === 'front' || how.lost === 'rear') return undefined;
  const { weight, frontShare, lean } = found.stance;
  // Of a lost diagonal one wheel of each axle brakes, with the load that is on it.
  const most = how.grip * weight * (how.lost === 'diagonal' ? 0.5 : 1);
  for (const { from, to, at } of found.all) {
    const beyond = (axle: 'front' | 'rear') =>
      firstAbove(
        (p) => {
          const { front, rear, z } = at(p);
          return axle === 'front' ? front - most * (frontShare + z * lean) : rear - most * (1 - frontShare - z * lean);
        },
        from,
        to,
      );
    const [front, rear] = [beyond('front'), beyond('rear')];
    const p = Math.min(front ?? Infinity, rear ?? Infinity);
    if (p === Infinity) continue;
    const axle = rear !== undefined && rear < (front ?? Infinity) ? 'rear' : 'front';
    return { axle, deceleration: at(p).z, pedalForce: pushFor(p, vehicle, setUp, how, settings) };
  }
  return undefined;
}

/**
 * The least push at which the rear uses more of its load than the front, between 0.15 g and the limit; undefined where
 * there is none, or the vehicle is not known. On the grip of a case only where the rear is what locks first on it.
 */
export function rearFirstFrom(
  given: Vehicle,
  setUp: SetUp,
  how: Case,
  settings: FeelSettings & { readonly rearFirstBelow: number },
): Locking | undefined {
  if (how.lost === 'front' || how.lost === 'rear') return undefined;
  if (how.grip !== undefined) {
    const first = locksFirst(given, setUp, how, settings);
    return first?.axle === 'rear' && first.deceleration <= settings.rearFirstBelow ? first : undefined;
  }
  const vehicle = loaded(given, how);
  const found = stretches(vehicle, setUp, how);
  if (!found) return undefined;
  const { frontShare, lean } = found.stance;
  for (const { from, to, at } of found.all) {
    // The part of the stretch in which the deceleration is one that is looked at.
    const [zFrom, zTo] = [at(from).z, at(to).z];
    const where = (z: number): number => (zTo <= zFrom ? from : from + ((z - zFrom) / (zTo - zFrom)) * (to - from));
    if (zTo < LEAST || zFrom > settings.rearFirstBelow) continue;
    const [a, b] = [Math.max(from, where(LEAST)), Math.min(to, where(settings.rearFirstBelow))];
    if (b < a) continue;
    const p = firstAbove(
      (one) => {
        const { front, rear, z } = at(one);
        return rear * (frontShare + z * lean) - front * (1 - frontShare - z * lean);
      },
      a,
      b,
    );
    if (p !== undefined)
      return { axle: 'rear', deceleration: at(p).z, pedalForce: pushFor(p, vehicle, setUp, how, settings) };
  }
  return undefined;
}
