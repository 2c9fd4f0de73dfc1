export * from './shapes.js';
export * from './tools.js';
export * from './catalogue.js';
export * from './identify.js';
export * from './jobs.js';
export * from './practice.js';
export * from './routes.js';
export * from './openapi.js';
