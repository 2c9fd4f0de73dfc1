import { STANDARD_PRACTICE, type Practice } from '../practice/index.js';

export interface RodGapInput {
  /** From the master's mating face to the bottom of its recess. */
  readonly recessMm: number;
  /** From the booster's mating face to the tip of its pin. */
  readonly pinMm: number;
  /** A spacer or gasket between the faces adds. */
  readonly plateMm?: number;
  /** A piece in the master's recess takes away. */
  readonly insertMm?: number;
}

export interface RodGap {
  readonly gapMm: number;
  readonly verdict: 'no-clearance' | 'tight' | 'within' | 'loose';
  readonly sentence: string;
}

/** Rod clearance = recess + plate − insert − pin, against the target range (a setting). No clearance is a stop. */
export function rodGap(input: RodGapInput, practice: Practice = STANDARD_PRACTICE): RodGap {
  const gapMm = input.recessMm + (input.plateMm ?? 0) - (input.insertMm ?? 0) - input.pinMm;
  const says = `${gapMm.toFixed(2)} mm (${(gapMm / 25.4).toFixed(4)} in)`;
  if (gapMm <= 1e-9) return { gapMm, verdict: 'no-clearance', sentence: `Clearance ${says}: the master cannot release, the brakes drag and heat. Stop.` };
  if (gapMm < practice.gapMin - 1e-9) return { gapMm, verdict: 'tight', sentence: `Clearance ${says} is under ${practice.gapMin} mm: shorten the pin.` };
  if (gapMm > practice.gapMax + 1e-9)
    return { gapMm, verdict: 'loose', sentence: `Clearance ${says} is over ${practice.gapMax} mm: pedal travel is lost; lengthen the pin.` };
  return { gapMm, verdict: 'within', sentence: `Clearance ${says} is within ${practice.gapMin} to ${practice.gapMax} mm.` };
}
