import type { ConversionStep } from './types.js';

/** Steps and sentences that several conversions share. */

export const LAW = 'A changed brake may need an inspector’s approval before the road.';

export const START_BY_HAND: ConversionStep = { group: 'fit', words: 'Start every nut by hand before any is tightened; leave the unit loose until all lines have caught', repeats: 'start-by-hand' };
export const BENCH_BLEED: ConversionStep = { group: 'bleed', words: 'Bench-bleed the master, ends under the fluid; never stroke it to its end', minutes: 15, repeats: 'bench-bleed' };
export const WHEELS: ConversionStep = { group: 'bleed', words: 'Bleed the wheels in the order of the workshop or of the maker', minutes: 40, repeats: 'bleed' };
export const PROVE: readonly ConversionStep[] = [
  { group: 'prove', words: 'Hold the pedal for two minutes: it must not sink, and nothing may be wet', repeats: 'hold' },
  { group: 'prove', words: 'Wheels turn freely with the pedal up, warm and cold', repeats: 'free' },
  { group: 'prove', words: 'First stops at walking pace, straight; look again for leaks', repeats: 'first-stops' },
];
