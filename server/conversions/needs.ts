/** A plan is judged as a job is: it takes what jobs take. */
export type { Stores } from '../jobs/needs.js';
