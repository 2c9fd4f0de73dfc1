export * from './types.js';
export * from './brake.data.js';
export * from './designation.js';
export * from './find.js';
export * from './mate.js';
export { MISREADINGS, misreadings, type Misreading } from './misread.js';
export { handTightMm, makeUpMm } from './taper.js';
export * from './identify.js';
