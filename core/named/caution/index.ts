import type { UnitKind } from '../unit/index.js';

/** Cautions, at the step where the hurt happens. */

export const STANDING =
  'Brake and clutch work is for people competent in it. The maker’s data and local law come first; ' +
  'modified brakes may need an inspector’s approval.';
const FLUID = 'Glycol fluid strips paint and hurts eyes: goggles on, water at hand. Petroleum cleaners ruin the seals.';
export const STORED =
  'Hydraulic assistance stores pressure with the engine off: press the pedal 25 times or as the ' +
  'maker says before any line is opened.';
export const STANDS = 'Put the vehicle on stands, never on the jack alone.';
const DUST = 'Brake dust: wet it down, never blow it out.';

/**
 * The standing rule first, then what applies to the units of a job. `stored`: hydraulic assistance is on the vehicle.
 */
export function cautionsFor(kinds: readonly UnitKind[], stored: boolean): string[] {
  const wheel = kinds.some((kind) => kind === 'wheel-cylinder' || kind === 'caliper');
  return [
    STANDING,
    ...(stored ? [STORED] : []),
    FLUID,
    ...(wheel ? [STANDS, DUST] : kinds.includes('slave') ? [STANDS] : []),
  ];
}

/** What is said with figures of brakes: they are no approval. */
export const NO_APPROVAL =
  'Nothing here is an approval: modified brakes are looked at by a licensed inspector where local ' +
  'codes ask for it, and proved on a closed road first.';
