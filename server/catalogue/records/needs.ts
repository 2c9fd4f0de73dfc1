import type { WorkPool } from '../../base/work/pool.js';
import type { KitPages } from './kit-page.js';
import type { KitStore } from './kits.js';
import type { numberStore } from './numbers.js';
import type { siblingStore } from './siblings.js';
import type { summaryStore } from './summary.js';
import type { unitStore } from './units.js';
import type { VehicleStore } from './vehicles.js';
import type { JobList, JobRow } from '@kerabat/contract';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly files: { readonly catalogue: string };
  readonly pool: WorkPool;
  readonly summary: ReturnType<typeof summaryStore>;
  readonly vehicles: VehicleStore;
  readonly units: ReturnType<typeof unitStore>;
  readonly numbers: ReturnType<typeof numberStore>;
  readonly kits: KitStore;
  readonly kitPages: KitPages;
  readonly siblings: ReturnType<typeof siblingStore>;
  /** The jobs that were touched last of those that match. */
  readonly jobs: {
    list(
      vehicleWords: (key: string) => string,
      asked: { readonly limit: number; readonly matches: (row: JobRow) => boolean },
    ): JobList;
  };
}
