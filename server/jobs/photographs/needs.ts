import type { WorkPool } from '../../base/work/pool.js';
import type { JobStore } from '../store/index.js';
import type { PhotographStore } from './store.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly pool: WorkPool;
  readonly jobs: JobStore;
  readonly photographs: PhotographStore;
}
