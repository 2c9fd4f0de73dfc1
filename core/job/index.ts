export { composeJob } from './compose.js';
export { PART_OF } from './draft.js';
export type { JobPlace, JobRows, Slot } from './types.js';
