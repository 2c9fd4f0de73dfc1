export * from './schemas.js';
export * from './route.js';
export * from './routes.js';
export * from './calling.js';
export * from './examples.js';
export * from './openapi.js';
