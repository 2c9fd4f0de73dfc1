import type { RecordService } from './service.js';
import type { LastTrial } from './last-trial.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly record: RecordService;
  readonly lastTrial: LastTrial;
}
