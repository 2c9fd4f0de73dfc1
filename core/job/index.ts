export { composeJob, PART_OF } from './compose.js';
export type { JobPlace, JobRows, Slot } from './types.js';
