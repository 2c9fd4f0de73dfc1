import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { openDirectory } from '../base/db/directory.js';
import { type Premises, TRIAL_DAY } from '../trial/workshop.js';
import { storesOf } from './stores.js';

/** A directory with nothing in it and the program over it, for one workshop of a trial. */
export function premises(): Premises {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-trial-'));
  const directory = openDirectory(folder, { program: 'trial', now: TRIAL_DAY });
  const stores = storesOf(directory, pino({ level: 'silent' }), () => TRIAL_DAY);
  return {
    catalogue: directory.catalogue,
    stores,
    async close() {
      await stores.close();
      directory.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
