import type { historyStore } from '../history/store.js';
import type { acceptanceStore } from './acceptances.js';
import type { auditService } from './service.js';
import type { settler } from './settle.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly acceptances: ReturnType<typeof acceptanceStore>;
  readonly audit: ReturnType<typeof auditService>;
  readonly history: ReturnType<typeof historyStore>;
  readonly settle: ReturnType<typeof settler>;
}
