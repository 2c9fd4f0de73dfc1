import type { Needs } from '../needs.js';

/** What this folder takes of the rest of the server. */
export type Stores = Pick<Needs, 'vehicles' | 'identify' | 'settings'>;
