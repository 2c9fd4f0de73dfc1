import type { SeriesThread } from './types.js';

/** Turning a tapered thread into a tapered one: what counts is how far it goes in before it is tight. */

/** Hand-tight length, mm, by the nominal size. Sources: ISO 7-1 gauge lengths; ASME B1.20.1, L1. */
const HAND_TIGHT: readonly (readonly [RegExp, number])[] = [
  [/^R 1\/16 /, 4],
  [/^R 1\/8 /, 4],
  [/^R 1\/4 /, 6],
  [/^R 3\/8 /, 6.4],
  [/^R 1\/2 /, 8.2],
  [/^1\/16-27 NPT/, 4.064],
  [/^1\/8-27 NPT/, 4.102],
  [/^1\/4-18 NPT/, 5.786],
  [/^3\/8-18 NPT/, 6.096],
  [/^1\/2-14 NPT/, 8.128],
];

/** Undefined where no standard names one here: keg threads of grease nipples and plugs. */
export const handTightMm = (thread: SeriesThread): number | undefined =>
  HAND_TIGHT.find(([name]) => name.test(thread.designation))?.[1];

/** A taper of 1 in 16 moves 16 times its difference of diameter along the axis. */
const AXIAL = 16;

/**
 * How far a tapered male thread goes into a tapered female one by hand, mm: less than nothing, and it does not start.
 */
export function makeUpMm(male: SeriesThread, female: SeriesThread): number | undefined {
  const own = handTightMm(male);
  return own === undefined ? undefined : own + AXIAL * (female.majorMm - male.majorMm);
}
