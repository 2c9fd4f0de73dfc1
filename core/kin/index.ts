export * from './types.js';
export * from './trust.js';
export * from './walk.js';
