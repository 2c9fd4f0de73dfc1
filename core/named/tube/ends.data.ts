import type { SeatForm } from '../seat/index.js';

/** Ends that can be made on a tube, with what making them takes. */

export const LINE_FLARES = ['inverted-flare', 'bubble-flare', 'flare-37', 'flare-45', 'none'] as const;
/** How a tube ends: a flare that seals, or a cut end that a hose goes over. */
export type LineFlare = (typeof LINE_FLARES)[number];

export interface EndRow {
  readonly flare: LineFlare;
  /** Tube that goes into the flare, in outside diameters: a start until one test flare says better. */
  readonly allowance: number;
  /** The operation that makes it, and so the tool that a workshop needs. */
  readonly operation?: LineOperation;
  readonly tool?: string;
  readonly source: string;
}

export const LINE_OPERATIONS = ['flare-double', 'flare-bubble', 'flare-37', 'bend', 'make-line'] as const;
/** What a workshop can do, by the tool that it owns. */
export type LineOperation = (typeof LINE_OPERATIONS)[number];

const TRIAL = 'convention; one test flare calibrates it';
// prettier-ignore
export const ENDS: readonly EndRow[] = [
  { flare: 'inverted-flare', allowance: 0.74, operation: 'flare-double', tool: 'double flaring tool 45°', source: TRIAL },
  { flare: 'bubble-flare', allowance: 0.74, operation: 'flare-bubble', tool: 'bubble flaring tool', source: TRIAL },
  { flare: 'flare-37', allowance: 0.5, operation: 'flare-37', tool: 'flaring tool 37°', source: TRIAL },
  { flare: 'flare-45', allowance: 0.5, operation: 'flare-double', tool: 'flaring tool 45°', source: TRIAL },
  { flare: 'none', allowance: 0, source: 'nothing is formed' },
];
export const endRow = (flare: LineFlare): EndRow => ENDS.find((row) => row.flare === flare) as EndRow;

/** The flare that seals on a seat; none where no flare does. */
export const flareFor = (seat: SeatForm | undefined): LineFlare | undefined =>
  LINE_FLARES.find((flare) => flare !== 'none' && flare === seat);
