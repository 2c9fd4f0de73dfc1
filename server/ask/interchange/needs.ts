import type { GeometrySearch } from '@kerabat/core/find/interchange';
import type { Settings } from '@kerabat/core/named/settings';
import type { UnitKind } from '@kerabat/core/named/unit';
import type { SettingsStore } from '../../base/settings/store.js';
import type { WorkPool } from '../../base/work/pool.js';
import type { unitStore } from '../../catalogue/records/units.js';
import type { outcomeStore } from './outcomes.js';
import type { interchangeStore } from './store.js';

/** What is asked of the search by joints. */
export interface GeometryAsk {
  readonly unitId: string;
  readonly kind: UnitKind;
  readonly without: readonly string[];
  readonly limit: number;
  readonly settings: Settings;
  readonly anyBore?: boolean;
}

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly files: { readonly catalogue: string };
  readonly pool: WorkPool;
  readonly units: ReturnType<typeof unitStore>;
  readonly interchange: ReturnType<typeof interchangeStore>;
  readonly outcomes: ReturnType<typeof outcomeStore>;
  /** Finds units that nobody lists and that would go in the place of one, by their joints. */
  readonly identify: { readonly geometry: (ask: GeometryAsk) => Promise<GeometrySearch> };
  readonly settings: SettingsStore;
}
