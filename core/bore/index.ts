export * from './sizes.data.js';
export * from './identify.js';
export * from './change.js';
