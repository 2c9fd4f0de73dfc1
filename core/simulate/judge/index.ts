export { circuitFlaws } from './circuits.js';
export { clutchFlaws } from './clutch.js';
export { fluidFlaws } from './fluids.js';
export { listFlaws, type Thing, thingsFor, thingsToSeal } from './list.js';
export type { Flaw, FlawKind } from './types.js';
export { jointFlaws } from './vehicle.js';
