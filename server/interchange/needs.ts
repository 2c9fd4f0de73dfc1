import type { Needs } from '../needs.js';

/** What this folder takes of the rest of the server. */
export type Stores = Pick<Needs, 'files' | 'pool' | 'units' | 'interchange' | 'outcomes' | 'identify' | 'settings'>;
