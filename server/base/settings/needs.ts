import type { SettingsStore } from './store.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly settings: SettingsStore;
}
