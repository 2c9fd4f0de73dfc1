import type { SettingsStore } from '../../base/settings/store.js';
import type { fittingStore } from '../../catalogue/records/fittings.js';
import type { KitStore } from '../../catalogue/records/kits.js';
import type { siblingStore } from '../../catalogue/records/siblings.js';
import type { StockStore } from '../../catalogue/records/stock.js';
import type { unitStore } from '../../catalogue/records/units.js';
import type { VehicleStore } from '../../catalogue/records/vehicles.js';
import type { interchangeStore } from '../interchange/store.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly fittings: ReturnType<typeof fittingStore>;
  readonly interchange: ReturnType<typeof interchangeStore>;
  readonly kits: KitStore;
  readonly settings: SettingsStore;
  readonly siblings: ReturnType<typeof siblingStore>;
  readonly stock: StockStore;
  readonly units: ReturnType<typeof unitStore>;
  readonly vehicles: VehicleStore;
}
