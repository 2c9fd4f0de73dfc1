import { pistonArea } from '../../named/bore/index.js';
import type { Axle, Case, Lost, Master, Point, SetUp, Valve, Vehicle } from './types.js';

/** Standard acceleration of gravity, m/s² (ISO 80000-3). */
export const G = 9.80665;
/** Air pressure falls by so much for each 1000 m near the ground, and vacuum with it (ISO 2533). */
const FALL_PER_KM = 0.11;

/** Settings that the forward computation needs. */
export interface FeelSettings {
  /** Up to this pressure a stepped master moves fluid with its large bore, MPa. */
  readonly byPass: number;
}

/**
 * What comes out of the booster for a force at its input: nothing before its valve opens, then the jump-in and the
 * ratio below the knee, the input and all the assistance beyond it. Without assistance the push goes straight through.
 * Source: balance of the reaction disc.
 */
export function boosterOut(input: number, setUp: SetUp, how: Case): number {
  const { booster } = setUp;
  const assist = assistOf(setUp, how);
  if (!booster || assist === 0) return input;
  const { ratio, crack = 0, jumpIn = 0 } = booster;
  return input < crack ? 0 : Math.min(jumpIn + ratio * (input - crack), input + assist);
}

/** What the assistance can add in a case. */
export const assistOf = ({ booster }: SetUp, { lost, assistance = 1, altitude = 0 }: Case): number =>
  !booster || lost === 'assistance'
    ? 0
    : Math.max(0, booster.assist * assistance * (1 - (FALL_PER_KM * altitude) / 1000));

/**
 * Line pressure of a master for a force on its rod. Straight: p = F / A. Stepped: the large area up to the by-pass
 * pressure; above it p = (F − p_b (A_large − A_small)) / A_small. Source: statics of the piston.
 */
export function linePressure(force: number, { bore, largeBore }: Master, { byPass }: FeelSettings): number {
  const small = pistonArea(bore);
  if (largeBore === undefined) return force / small;
  const large = pistonArea(largeBore);
  const low = force / large;
  return low <= byPass ? low : (force - byPass * (large - small)) / small;
}

/** The force on the rod that makes a line pressure: the other way round. */
export function rodForce(pressure: number, { bore, largeBore }: Master, { byPass }: FeelSettings): number {
  const small = pistonArea(bore);
  if (largeBore === undefined) return pressure * small;
  const large = pistonArea(largeBore);
  return pressure <= byPass ? pressure * large : pressure * small + byPass * (large - small);
}

/** The least force at the input of the booster that gives a force at its output. */
export function boosterIn(output: number, setUp: SetUp, how: Case): number {
  const { booster } = setUp;
  const assist = assistOf(setUp, how);
  if (!booster || assist === 0) return output;
  const { ratio, crack = 0, jumpIn = 0 } = booster;
  if (output <= 0) return 0;
  return Math.max(crack, crack + (output - jumpIn) / ratio, output - assist);
}

/** The stroke that moves a volume: the large bore of a stepped master up to the by-pass pressure. Source: V = A s. */
export function strokeFor(volume: number, low: number, { bore, largeBore }: Master): number {
  const small = pistonArea(bore);
  if (largeBore === undefined) return volume / small;
  return Math.min(low, volume) / pistonArea(largeBore) + Math.max(0, volume - low) / small;
}

const behindValve = (pressure: number, valve: Valve | undefined, how: Case): number => {
  const knee = valve && kneeOf(valve, how);
  return valve && knee !== undefined && pressure > knee ? knee + valve.slope * (pressure - knee) : pressure;
};
/** A valve that feels the load begins later when there is one. */
const kneeOf = (valve: Valve, { load }: Case): number =>
  load?.mass !== undefined && valve.ladenKnee !== undefined ? valve.ladenKnee : valve.knee;
/** A metering valve holds the front off below its pressure. */
const pastMetering = (pressure: number, { metering }: SetUp): number =>
  metering !== undefined && pressure <= metering ? 0 : pressure;

/** Piston area that makes the torque of one wheel: one side of a disc, one piston of a drum's cylinder. */
export const workingArea = (axle: Axle): number =>
  axle.kind === 'disc' ? axle.pistons.reduce((sum, d) => sum + pistonArea(d), 0) : pistonArea(axle.cylinder);

/**
 * Piston area that has to be filled on the axle: every piston of both wheels, on both sides of a fixed caliper, both of
 * a drum's cylinder.
 */
export const filledArea = (axle: Axle): number =>
  workingArea(axle) * 2 * (axle.kind === 'drum' || axle.form === 'fixed' ? 2 : 1);

/** How far linings have faded in a case, as a share of what they were. */
function fade(axle: Axle, { front, rear }: SetUp, { friction }: Case): number {
  if (friction === undefined) return 1;
  const disc = [axle, front, rear].find((one) => one.kind === 'disc');
  return disc?.kind === 'disc' ? friction / disc.friction : 1;
}

/**
 * Braking force of an axle at its tyres: 2 T / r. Disc T = 2 μ (p − p₀) A r_e, drum T = C* (p − p₀) A r. Source:
 * statics.
 */
function axleForce(axle: Axle, pressure: number, tyreRadius: number, faded: number): number {
  const grip = axle.kind === 'disc' ? 2 * axle.friction : axle.factor;
  return (
    (2 * grip * faded * Math.max(0, pressure - (axle.pushOut ?? 0)) * workingArea(axle) * axle.radius) / tyreRadius
  );
}

/** What the brakes of each axle do at the tyres for a pressure of the master, when nothing bounds them, N. */
export function forcesAt(pressure: number, tyreRadius: number, setUp: SetUp, how: Case): readonly [number, number] {
  const [front, rear] = how.lost === undefined ? [1, 1] : WITHOUT[how.lost];
  return [
    front * axleForce(setUp.front, pastMetering(pressure, setUp), tyreRadius, fade(setUp.front, setUp, how)),
    rear * axleForce(setUp.rear, behindValve(pressure, setUp.valve, how), tyreRadius, fade(setUp.rear, setUp, how)),
  ];
}

/** What both axles do together, N. */
export function brakingAt(pressure: number, tyreRadius: number, setUp: SetUp, how: Case): number {
  const [front, rear] = forcesAt(pressure, tyreRadius, setUp, how);
  return front + rear;
}

/**
 * Pressures of the master at which the braking bends, rising: between two of them, and beyond the last, it is straight.
 */
export function bendsOf({ front, rear, valve, metering }: SetUp, how: Case): number[] {
  const knee = valve && kneeOf(valve, how);
  const pushOut = rear.pushOut ?? 0;
  // Behind a valve the rear moves when the valve passes on what moves it.
  const atRear =
    valve && knee !== undefined && pushOut > knee && valve.slope > 0 ? knee + (pushOut - knee) / valve.slope : pushOut;
  return [
    0,
    front.pushOut ?? 0,
    atRear,
    ...(knee === undefined ? [] : [knee]),
    ...(metering === undefined ? [] : [metering]),
  ].sort((a, b) => a - b);
}

const WITHOUT: Readonly<Record<Lost, readonly [front: number, rear: number]>> = {
  front: [0, 1],
  rear: [1, 0],
  diagonal: [0.5, 0.5],
  assistance: [1, 1],
};

/** How a vehicle stands on its axles: weight in N, share in front, and how far the load moves forward for each g. */
interface Stance {
  readonly weight: number;
  readonly frontShare: number;
  readonly lean: number;
}
export function stanceOf({ mass, frontShare, height, wheelbase }: Vehicle): Stance | undefined {
  if (mass === undefined || frontShare === undefined || height === undefined || wheelbase === undefined)
    return undefined;
  return { weight: mass * G, frontShare, lean: height / wheelbase };
}

/**
 * The deceleration that results when an axle cannot brake with more than the load on the wheels of it that brake, times
 * the grip: each axle min(B, μ N), with N at the deceleration itself. `shares` is how much of each axle brakes.
 * Undefined where the vehicle would tip over its front axle before that. Source: statics of two axles.
 */
function bounded(
  [front, rear]: readonly [number, number],
  { weight, frontShare, lean }: Stance,
  grip: number,
  shares: readonly [number, number],
): number | undefined {
  const [atFrontMost, atRearMost] = [grip * shares[0], grip * shares[1]];
  const both = (atFrontMost * frontShare + atRearMost * (1 - frontShare)) / (1 - lean * (atFrontMost - atRearMost));
  if (frontShare + both * lean >= 1) return undefined;
  const fits = (held: boolean, axle: number, most: number): boolean =>
    held ? axle >= most * weight - 1e-9 : axle <= most * weight + 1e-9;
  const ways: readonly (readonly [number, boolean, boolean])[] = [
    [(front + rear) / weight, false, false],
    [(atFrontMost * frontShare + rear / weight) / (1 - atFrontMost * lean), true, false],
    [(front / weight + atRearMost * (1 - frontShare)) / (1 + atRearMost * lean), false, true],
    [both, true, true],
  ];
  const found = ways.find(
    ([z, atFront, atRear]) =>
      fits(atFront, front, atFrontMost * (frontShare + z * lean)) &&
      fits(atRear, rear, atRearMost * (1 - frontShare - z * lean)),
  );
  return found?.[0];
}

/** The pedal ratio of a set-up: its own, or the vehicle’s. */
export const ratioOf = (vehicle: Vehicle, setUp: SetUp): number => setUp.pedalRatio ?? vehicle.pedalRatio;

/** A vehicle as it is in a case. */
export const loaded = (vehicle: Vehicle, { load }: Case): Vehicle => ({ ...vehicle, ...load });

/** The pedal force at which the booster adds all it has; undefined without one. Source: J + B (F − c) = F + A_max. */
export function kneeAt(vehicle: Vehicle, setUp: SetUp, how: Case = {}): number | undefined {
  const { booster } = setUp;
  if (!booster || how.lost === 'assistance' || booster.ratio <= 1) return undefined;
  const { ratio, crack = 0, jumpIn = 0 } = booster;
  const input = Math.max(crack, (assistOf(setUp, how) - jumpIn + ratio * crack) / (ratio - 1));
  return input / (ratioOf(vehicle, setUp) * (vehicle.pedalEfficiency ?? 1));
}

/**
 * What one push on the pedal does to one set-up in one case. Forces and pressures from the pedal to the tyres; the load
 * moves forward with the deceleration. Travel only where every piston's way is known. Source: formulas of statics,
 * worked examples beside the tests.
 */
export function pushed(pedalForce: number, given: Vehicle, setUp: SetUp, how: Case, settings: FeelSettings): Point {
  const vehicle = loaded(given, how);
  const made = pressureAt(pedalForce, vehicle, setUp, how, settings);
  const frontPressure = pastMetering(made, setUp);
  const rearPressure = behindValve(made, setUp.valve, how);
  const stroke = strokeAt(made, rearPressure, setUp, how, settings);
  return {
    pedalForce,
    frontPressure: how.lost === 'front' ? 0 : frontPressure,
    rearPressure: how.lost === 'rear' ? 0 : rearPressure,
    ...(vehicle.tyreRadius === undefined
      ? {}
      : braked(vehicle, vehicle.tyreRadius, setUp, how, [frontPressure, rearPressure])),
    ...(stroke === undefined
      ? {}
      : { stroke, pedalTravel: ratioOf(vehicle, setUp) * (stroke + (setUp.valveTravel ?? 0)) }),
  };
}

/** The pressure that a push on the pedal makes in the master. */
function pressureAt(pedalForce: number, vehicle: Vehicle, setUp: SetUp, how: Case, settings: FeelSettings): number {
  const input = pedalForce * ratioOf(vehicle, setUp) * (vehicle.pedalEfficiency ?? 1);
  return linePressure(boosterOut(input, setUp, how) * (setUp.master.efficiency ?? 1), setUp.master, settings);
}

/** Pedal travel of a push alone, for whoever asks it many times; undefined where a piston’s way is not known. */
export function pedalTravelAt(
  pedalForce: number,
  vehicle: Vehicle,
  setUp: SetUp,
  how: Case,
  settings: FeelSettings,
): number | undefined {
  const made = pressureAt(pedalForce, vehicle, setUp, how, settings);
  const stroke = strokeAt(made, behindValve(made, setUp.valve, how), setUp, how, settings);
  return stroke === undefined ? undefined : ratioOf(vehicle, setUp) * (stroke + (setUp.valveTravel ?? 0));
}

/** What the pressures do at the tyres, as far as the vehicle is known. */
function braked(
  vehicle: Vehicle,
  tyreRadius: number,
  setUp: SetUp,
  how: Case,
  pressures: readonly [number, number],
): Omit<Point, 'pedalForce' | 'frontPressure' | 'rearPressure'> {
  const left = how.lost === undefined ? ([1, 1] as const) : WITHOUT[how.lost];
  const [front, rear] = [setUp.front, setUp.rear].map(
    (axle, i) => axleForce(axle, pressures[i] ?? 0, tyreRadius, fade(axle, setUp, how)) * (left[i] ?? 1),
  ) as [number, number];
  const stance = stanceOf(vehicle);
  if (!stance) {
    const known = vehicle.mass !== undefined && how.grip === undefined;
    return {
      frontForce: front,
      rearForce: rear,
      ...(known ? { deceleration: (front + rear) / ((vehicle.mass ?? 1) * G) } : {}),
    };
  }
  const { weight, frontShare, lean } = stance;
  const free = (front + rear) / weight;
  const firstToLock = atFirst(front, rear, frontShare + free * lean);
  const z = how.grip === undefined ? free : bounded([front, rear], stance, how.grip, left);
  if (z === undefined) return { frontForce: front, rearForce: rear, firstToLock };
  const onFront = weight * (frontShare + z * lean);
  const onRear = Math.max(0, weight - onFront);
  const most = how.grip ?? Infinity;
  const holds = (load: number, share: number): number => (load === 0 || share === 0 ? 0 : most * load * share);
  const [frontForce, rearForce] = [Math.min(front, holds(onFront, left[0])), Math.min(rear, holds(onRear, left[1]))];
  return {
    frontForce,
    rearForce,
    deceleration: z,
    frontAdhesion: frontForce / (onFront * (left[0] || 1)),
    ...(onRear > 0 ? { rearAdhesion: rearForce / (onRear * (left[1] || 1)) } : {}),
    firstToLock,
  };
}

/**
 * The axle that would use more friction if nothing bounded it; `load` is the share of the weight that is on the front
 * axle then.
 */
const atFirst = (front: number, rear: number, load: number): 'front' | 'rear' =>
  load >= 1 || rear / (1 - load) > front / load ? 'rear' : 'front';

/**
 * Stroke of the master: clearance, port closing, the pistons' way to their linings and what gives with pressure. A lost
 * circuit's chamber runs to its stop first: half of the whole stroke. Undefined where a piston's way or, then, the
 * whole stroke is not known.
 */
function strokeAt(
  front: number,
  rear: number,
  setUp: SetUp,
  { lost, pushedBack = 0 }: Case,
  { byPass }: FeelSettings,
): number | undefined {
  const { master, give = 0, gap = 0, cutOff = 0 } = setUp;
  if (setUp.front.lift === undefined || setUp.rear.lift === undefined) return undefined;
  const [f, r] = lost === undefined ? [1, 1] : WITHOUT[lost];
  // Only a disc pushes its pistons back; a shoe has its springs.
  const lift = (axle: Axle): number => (axle.lift ?? 0) + (axle.kind === 'disc' ? pushedBack : 0);
  const contact = f * filledArea(setUp.front) * lift(setUp.front) + r * filledArea(setUp.rear) * lift(setUp.rear);
  const giving = (give * (f * front + r * rear)) / 2;
  // What the large bore of a stepped master moves: up to the by-pass pressure, of the chambers that hold one.
  const low = contact + (give * (f * Math.min(front, byPass) + r * Math.min(rear, byPass))) / 2;
  const way = gap + cutOff + strokeFor(contact + giving, low, master);
  if (f + r === 2) return way;
  return master.stroke === undefined ? undefined : way + master.stroke / 2;
}
