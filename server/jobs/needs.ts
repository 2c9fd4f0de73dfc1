import type { Needs } from '../needs.js';

/** What this folder takes of the rest of the server. */
export type Stores = Pick<
  Needs,
  | 'files'
  | 'log'
  | 'pool'
  | 'summary'
  | 'vehicles'
  | 'units'
  | 'numbers'
  | 'kits'
  | 'fittings'
  | 'stock'
  | 'siblings'
  | 'interchange'
  | 'identify'
  | 'jobs'
  | 'latest'
  | 'photographs'
  | 'settings'
>;
