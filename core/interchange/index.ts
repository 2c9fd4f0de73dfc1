export * from './types.js';
export * from './trust.js';
export * from './walk.js';
export * from './geometry.js';
export { WORK_LIMIT, type Reach } from './graph.js';
export { differencesBetween, type FactDifference } from './compare.js';
