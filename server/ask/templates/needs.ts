import type { VehicleStore } from '../../catalogue/records/vehicles.js';
import type { TemplateStore } from './store.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly templates: TemplateStore;
  readonly vehicles: VehicleStore;
}
