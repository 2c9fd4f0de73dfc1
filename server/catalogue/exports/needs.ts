import type { exportService } from './service.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly exports: ReturnType<typeof exportService>;
}
