import { type Settings, STANDARD_SETTINGS } from '../../named/settings/index.js';

/** How long a hose has to be, and how its ends lie to each other. */

export const HOSE_PLACES = ['bump', 'droop', 'lock-left', 'lock-right'] as const;
/** Where the wheel is when its hose is measured. */
export type HosePlace = (typeof HOSE_PLACES)[number];

export interface HoseEnd {
  /**
   * Angle between the way that the fitting points and the straight line to the other end, degrees; unknown is taken as
   * 90.
   */
  readonly awayDeg?: number;
  /** Which way the fitting points, looked at along the hose from its first end, clockwise, degrees. */
  readonly clockingDeg?: number;
}

export interface HoseOrder {
  /** Straight from end to end as a string shows it, mm, in each place that was measured. */
  readonly stringMm: Readonly<Partial<Record<HosePlace, number>>>;
  readonly ends: readonly [HoseEnd, HoseEnd];
  /** Smallest radius that the hose may lie in, mm, as its maker says. */
  readonly bendRadiusMm: number;
  /**
   * How far a fitting moves from where it was measured, mm: raised bars, another carrier. At its longest it moves
   * straight away.
   */
  readonly movedMm?: number;
  /** What is given on top, mm; by the setting where nothing is said. */
  readonly slackMm?: number;
}

export interface HoseNeed {
  readonly place: HosePlace;
  readonly stringMm: number;
  /** The shortest that leaves both fittings straight and nowhere bends tighter, mm. */
  readonly leastMm: number;
  /** How it lies there, from 0 to where the string ends, mm. */
  readonly way: readonly (readonly [number, number])[];
}

export interface HoseLength {
  /** Free length to order, mm, rounded up to steps of 5. */
  readonly freeMm: number;
  readonly needs: readonly HoseNeed[];
  /** What decides it. */
  readonly governs: HosePlace;
  readonly slackMm: number;
  /** Second end against the first, degrees 0 to 360; undefined where nobody said how they lie. */
  readonly clockingDeg?: number;
  /** Places that nobody measured. */
  readonly missing: readonly HosePlace[];
  /** It hangs out by this share of its length where it is shortest: is there room, and does it rub? */
  readonly hangs: number;
}

const DEG = Math.PI / 180;
const STEP_MM = 5;
/** An angle brought to 0 up to 2π; a hair under 2π is 0. */
const turnTo = (angle: number): number => {
  const turn = ((angle % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  return turn > 2 * Math.PI - 1e-9 ? 0 : turn;
};

/** A way of arc, straight, arc: how far each turns (to the left is more than 0), and the straight between, in radii. */
interface Way {
  readonly turns: readonly [number, number];
  readonly straight: number;
}

/**
 * The shortest way in a plane from one fitting to another that leaves and reaches each along its axis and nowhere bends
 * tighter than a radius: arc, straight, arc. Lengths in radii, angles in radians from the straight line between them.
 * Source: Dubins, 1957.
 */
function wayOf(d: number, leave: number, reach: number): Way {
  const [sa, sb, ca, cb] = [Math.sin(leave), Math.sin(reach), Math.cos(leave), Math.cos(reach)];
  const both = Math.cos(leave - reach);
  const ways: Way[] = [];
  const add = (square: number, way: (p: number) => readonly [number, number]): void => {
    if (square >= 0) ways.push({ straight: Math.sqrt(square), turns: way(Math.sqrt(square)) });
  };
  const left = Math.atan2(cb - ca, d + sa - sb);
  add(2 + d * d - 2 * both + 2 * d * (sa - sb), () => [turnTo(left - leave), turnTo(reach - left)]);
  const right = Math.atan2(ca - cb, d - sa + sb);
  add(2 + d * d - 2 * both + 2 * d * (sb - sa), () => [-turnTo(leave - right), -turnTo(right - reach)]);
  const lsr = (p: number): number => Math.atan2(-ca - cb, d + sa + sb) - Math.atan2(-2, p);
  add(-2 + d * d + 2 * both + 2 * d * (sa + sb), (p) => [turnTo(lsr(p) - leave), -turnTo(lsr(p) - reach)]);
  const rsl = (p: number): number => Math.atan2(ca + cb, d - sa - sb) - Math.atan2(2, p);
  add(-2 + d * d + 2 * both - 2 * d * (sa + sb), (p) => [-turnTo(leave - rsl(p)), turnTo(reach - rsl(p))]);
  return ways.reduce((a, b) => (longOf(b) < longOf(a) ? b : a));
}
const longOf = ({ turns, straight }: Way): number => Math.abs(turns[0]) + straight + Math.abs(turns[1]);

/** Length of the shortest way, mm; angles in radians from the straight line between the fittings. */
export const shortestWay = (apartMm: number, leave: number, reach: number, radiusMm: number): number =>
  longOf(wayOf(apartMm / radiusMm, leave, reach)) * radiusMm;

/** The same way as points, mm: it begins at 0 and ends at (apart, 0). */
export function wayPoints(
  apartMm: number,
  leave: number,
  reach: number,
  radiusMm: number,
): readonly (readonly [number, number])[] {
  const { turns, straight } = wayOf(apartMm / radiusMm, leave, reach);
  const points: (readonly [number, number])[] = [[0, 0]];
  let [x, y, heading] = [0, 0, leave];
  const arc = (turn: number): void => {
    const steps = Math.max(1, Math.ceil(Math.abs(turn) / 0.1));
    const [side, from] = [Math.sign(turn) || 1, heading];
    const [cx, cy] = [x - side * radiusMm * Math.sin(heading), y + side * radiusMm * Math.cos(heading)];
    for (let i = 1; i <= steps; i++) {
      heading = from + (turn * i) / steps;
      [x, y] = [cx + side * radiusMm * Math.sin(heading), cy - side * radiusMm * Math.cos(heading)];
      points.push([x, y]);
    }
  };
  arc(turns[0]);
  [x, y] = [x + straight * radiusMm * Math.cos(heading), y + straight * radiusMm * Math.sin(heading)];
  points.push([x, y]);
  arc(turns[1]);
  return points;
}

/** A fitting whose direction nobody told stands square to the line: the longest that a usual one asks for. */
const UNTOLD_DEG = 90;

/** Why a hose cannot be reckoned; nothing where it can. */
export function hoseFault({
  stringMm,
  ends,
  bendRadiusMm,
  slackMm,
  movedMm = 0,
}: HoseOrder): { readonly pointer: string; readonly sentence: string } | undefined {
  const places = HOSE_PLACES.filter((place) => stringMm[place] !== undefined);
  if (places.length === 0)
    return {
      pointer: '/needed',
      sentence: 'Measure at least one: a string from end to end at bump, at droop or at a lock.',
    };
  const odd = places.find((place) => !((stringMm[place] as number) > 0 && (stringMm[place] as number) < 5000));
  if (odd)
    return {
      pointer: `/needed/${odd}`,
      sentence: `${stringMm[odd]} mm from end to end is no hose of a vehicle: more than 0 and less than 5 m.`,
    };
  if (!(bendRadiusMm > 0 && bendRadiusMm < 500))
    return {
      pointer: '/bendRadius',
      sentence: `A bend radius of ${bendRadiusMm} mm is more than 0 and less than 500 mm.`,
    };
  if (!(movedMm >= 0 && movedMm < 1000))
    return { pointer: '/moved', sentence: `A fitting moves by 0 or more, and less than 1 m, not ${movedMm} mm.` };
  if (slackMm !== undefined && !(slackMm >= 0 && slackMm < 500))
    return { pointer: '/slack', sentence: `${slackMm} mm on top is 0 or more, and less than 500 mm.` };
  const end = ends.findIndex(({ awayDeg = 0 }) => !(awayDeg >= 0 && awayDeg <= 180));
  return end < 0
    ? undefined
    : {
        pointer: `/ends/${end}/away`,
        sentence: `A fitting points 0 to 180° away from the line to the other end, not ${ends[end]?.awayDeg}°.`,
      };
}

/** How long the hose is ordered: a string alone is a lower bound. `hoseFault` is asked first. Lengths in mm. */
export function hoseLength(order: HoseOrder, settings: Settings = STANDARD_SETTINGS): HoseLength {
  const [first, second] = order.ends.map(({ awayDeg = UNTOLD_DEG }) => awayDeg * DEG) as [number, number];
  const clocking = clockingOf(order.ends);
  const needs = HOSE_PLACES.flatMap((place): HoseNeed[] => {
    const measured = order.stringMm[place];
    if (measured === undefined) return [];
    const stringMm = measured + (order.movedMm ?? 0);
    // Both to one side, or each to its own: where it is not known how they lie, the longer of the two.
    const [same, across] = [-second, second].map((reach) =>
      shortestWay(stringMm, first, reach, order.bendRadiusMm),
    ) as [number, number];
    const reach = clocking === 0 || (clocking !== 180 && same >= across) ? -second : second;
    const leastMm = Math.max(stringMm, reach === -second ? same : across);
    return [{ place, stringMm, leastMm, way: wayPoints(stringMm, first, reach, order.bendRadiusMm) }];
  });
  const longest = needs.reduce((a, b) => (b.leastMm > a.leastMm ? b : a));
  const shortest = Math.min(...needs.map(({ stringMm }) => stringMm));
  const slackMm = order.slackMm ?? settings.lineHoseSlack;
  const freeMm = Math.ceil((longest.leastMm + slackMm - 1e-6) / STEP_MM) * STEP_MM;
  return {
    freeMm,
    needs,
    governs: longest.place,
    slackMm,
    ...(clocking === undefined ? {} : { clockingDeg: clocking }),
    missing: HOSE_PLACES.filter((place) => order.stringMm[place] === undefined),
    hangs: (freeMm - shortest) / freeMm,
  };
}

function clockingOf([first, second]: HoseOrder['ends']): number | undefined {
  if (first.clockingDeg === undefined || second.clockingDeg === undefined) return undefined;
  return (((second.clockingDeg - first.clockingDeg) % 360) + 360) % 360;
}

/**
 * Thickness of a crush washer, mm; length under the head of a banjo bolt: eyes, one washer more than there are eyes,
 * and what it screws in.
 */
export const banjoLength = (
  eyesMm: readonly number[],
  washerMm: number,
  screwedMm: number,
): { readonly washers: number; readonly lengthMm: number } => ({
  washers: eyesMm.length + 1,
  lengthMm: eyesMm.reduce((sum, eye) => sum + eye, 0) + (eyesMm.length + 1) * washerMm + screwedMm,
});
