export * from './quantity.js';
export * from './print.js';
export * from './read.js';
