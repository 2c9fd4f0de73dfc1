export * from './state.js';
export * from './types.js';
export * from './check.js';
export * from './side.js';
export * from './mated.js';
export { lineEnds } from './lines.js';
export { checkOf } from './row.js';
