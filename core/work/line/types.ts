import type { LineFlare, TubeMaterial, TubeRow } from '../../named/tube/index.js';
import type { Legs, Stretch } from './path.js';

/**
 * A line as it is made: how long the tube is cut, where each bend is marked, in which order it is made, and what does
 * not go.
 */

export interface LineEnd {
  readonly flare: LineFlare;
  /** Thread of its nut; absent where a hose goes over it. */
  readonly nut?: string;
  /** Tube that goes into this flare as a test flare showed, mm; by the table where nobody tried. */
  readonly allowanceMm?: number;
}

export interface LineOrder extends Legs {
  readonly tube: TubeRow;
  readonly material: TubeMaterial;
  readonly ends: readonly [LineEnd, LineEnd];
  /** Protectors that are slid on: so many. */
  readonly protectors?: number;
}

/** One bend for a hand bender. */
export interface BendMark {
  readonly n: number;
  /** Where the bender’s mark is put: from the sealing face of the first end, and from the cut end of the tube, mm. */
  readonly fromFaceMm: number;
  readonly fromCutMm: number;
  readonly angleDeg: number;
  /** What the bender is set to, the springback of the material included. */
  readonly setDeg: number;
  readonly rotationDeg: number;
  readonly radiusMm: number;
}

export const LINE_CHECKS = [
  'leg',
  'end-straight',
  'radius',
  'u-bend',
  'crosses',
  'stock',
  'loop',
  'flare',
  'nut',
] as const;
export type LineCheckCode = (typeof LINE_CHECKS)[number];
/** What is wrong with a line, or to be thought of. `at` is the leg, bend or end, counted from 1. */
export interface LineCheck {
  readonly code: LineCheckCode;
  readonly state: 'fits' | 'fits-with-change' | 'does-not-fit';
  readonly at?: number;
  readonly needed?: number;
  readonly there?: number;
}

export const LINE_STEPS = [
  'deburr',
  'first-nut',
  'flare-first',
  'second-nut',
  'protectors',
  'bend',
  'trim',
  'flare-last',
  'flare-before',
  'blow-out',
  'hand-start',
] as const;
/** One step of making it; `end` is 1 or 2. */
export interface LineStep {
  readonly step: (typeof LINE_STEPS)[number];
  readonly end?: 1 | 2;
  readonly n?: number;
}

export interface CutLine {
  readonly developedMm: number;
  readonly cutMm: number;
  /** To cut, rounded up to the millimetre. */
  readonly cutToMm: number;
  /** What goes into the two flares, mm, and whether a test flare said so. */
  readonly allowancesMm: readonly [number, number];
  readonly calibrated: readonly [boolean, boolean];
  readonly marks: readonly BendMark[];
  readonly order: readonly LineStep[];
  readonly checks: readonly LineCheck[];
  readonly stretches: readonly Stretch[];
  readonly grams: number;
  readonly fluidMl: number;
}
