export { lookup } from './lookup.js';
export { plainTextProblem } from './plain.js';
