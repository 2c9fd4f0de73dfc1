export * from './evidence.js';
export * from './weigh.js';
export * from './rank.js';
export * from './bench-line.js';
