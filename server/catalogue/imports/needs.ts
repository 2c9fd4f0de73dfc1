import type { DataDirectory } from '../../base/db/directory.js';
import type { importService } from './service.js';

/** What this folder takes of the rest of the server. */
export interface Stores {
  readonly storage: DataDirectory['storage'];
  readonly imports: ReturnType<typeof importService>;
}
