import type { VehicleStore } from '../../catalogue/records/vehicles.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly vehicles: VehicleStore;
}
