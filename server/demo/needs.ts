import type { Needs } from '../needs.js';
import type { Stores as JobNeeds } from '../jobs/needs.js';

/** What this folder takes of the rest of the server. */
export type Stores = Pick<Needs, 'history' | 'demo'> & JobNeeds;
