import type { SettingsStore } from '../../base/settings/store.js';
import type { VehicleStore } from '../../catalogue/records/vehicles.js';
import type { IdentifyService } from './service.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly vehicles: VehicleStore;
  readonly identify: IdentifyService;
  readonly settings: SettingsStore;
}
