import type { Logger } from 'pino';
import type { IdentifyService } from '../ask/identify/service.js';
import type { interchangeStore } from '../ask/interchange/store.js';
import type { SettingsStore } from '../base/settings/store.js';
import type { WorkPool } from '../base/work/pool.js';
import type { fittingStore } from '../catalogue/records/fittings.js';
import type { KitStore } from '../catalogue/records/kits.js';
import type { numberStore } from '../catalogue/records/numbers.js';
import type { siblingStore } from '../catalogue/records/siblings.js';
import type { StockStore } from '../catalogue/records/stock.js';
import type { summaryStore } from '../catalogue/records/summary.js';
import type { unitStore } from '../catalogue/records/units.js';
import type { VehicleStore } from '../catalogue/records/vehicles.js';
import type { latestStore } from './latest.js';
import type { PhotographStore } from './photographs/store.js';
import type { Reworker } from './rework.js';
import type { JobStore } from './store/index.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly files: { readonly catalogue: string };
  readonly log: Logger;
  readonly pool: WorkPool;
  readonly summary: ReturnType<typeof summaryStore>;
  readonly vehicles: VehicleStore;
  readonly units: ReturnType<typeof unitStore>;
  readonly numbers: ReturnType<typeof numberStore>;
  readonly kits: KitStore;
  readonly fittings: ReturnType<typeof fittingStore>;
  readonly stock: StockStore;
  readonly siblings: ReturnType<typeof siblingStore>;
  readonly interchange: ReturnType<typeof interchangeStore>;
  readonly identify: IdentifyService;
  readonly jobs: JobStore;
  readonly latest: ReturnType<typeof latestStore>;
  readonly rework: Reworker;
  readonly photographs: PhotographStore;
  readonly settings: SettingsStore;
}
