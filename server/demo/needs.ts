import type { IdentifyService } from '../ask/identify/service.js';
import type { interchangeStore } from '../ask/interchange/store.js';
import type { SettingsStore } from '../base/settings/store.js';
import type { WorkPool } from '../base/work/pool.js';
import type { historyStore } from '../catalogue/history/store.js';
import type { fittingStore } from '../catalogue/records/fittings.js';
import type { KitStore } from '../catalogue/records/kits.js';
import type { numberStore } from '../catalogue/records/numbers.js';
import type { siblingStore } from '../catalogue/records/siblings.js';
import type { StockStore } from '../catalogue/records/stock.js';
import type { summaryStore } from '../catalogue/records/summary.js';
import type { unitStore } from '../catalogue/records/units.js';
import type { VehicleStore } from '../catalogue/records/vehicles.js';
import type { latestStore } from '../jobs/latest.js';
import type { PhotographStore } from '../jobs/photographs/store.js';
import type { JobStore } from '../jobs/store/index.js';
import type { Reworker } from '../jobs/rework.js';
import type { demoStore } from './store.js';
import type { Logger } from 'pino';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly demo: ReturnType<typeof demoStore>;
  readonly files: { readonly catalogue: string };
  readonly fittings: ReturnType<typeof fittingStore>;
  readonly history: ReturnType<typeof historyStore>;
  readonly identify: IdentifyService;
  readonly interchange: ReturnType<typeof interchangeStore>;
  readonly jobs: JobStore;
  readonly kits: KitStore;
  readonly latest: ReturnType<typeof latestStore>;
  readonly log: Logger;
  readonly numbers: ReturnType<typeof numberStore>;
  readonly photographs: PhotographStore;
  readonly pool: WorkPool;
  readonly rework: Reworker;
  readonly settings: SettingsStore;
  readonly siblings: ReturnType<typeof siblingStore>;
  readonly stock: StockStore;
  readonly summary: ReturnType<typeof summaryStore>;
  readonly units: ReturnType<typeof unitStore>;
  readonly vehicles: VehicleStore;
}
