import type { SettingsStore } from '../../base/settings/store.js';
import type { WorkPool } from '../../base/work/pool.js';
import type { fittingStore } from '../../catalogue/records/fittings.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly settings: SettingsStore;
  readonly pool: WorkPool;
  readonly fittings: ReturnType<typeof fittingStore>;
}
