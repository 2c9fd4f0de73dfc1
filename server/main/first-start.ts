import type { DataDirectory } from '../db/directory.js';
import { takeOutDemo } from '../demo/take-out.js';
import { loadJobs } from '../imports/jobs.js';
import { loadCatalogue } from '../imports/load.js';
import type { Stores } from './stores.js';

/**
 * Sets a directory up in which neither database was ever used: with the demo, or empty. A start that was killed in the middle is
 * done again. Every other directory is left as it is.
 */
export function firstStart(directory: DataDirectory, stores: Stores, demo: string | undefined, now: string): void {
  if (!directory.isNew) return;
  if (demo === undefined) {
    takeOutDemo(directory.catalogue, 'first start', now);
    stores.demo.removeJobs();
  } else {
    loadCatalogue(directory.catalogue, demo, now);
    loadJobs(directory.jobs, stores, `${demo}/jobs.json`);
  }
  directory.markUsed();
}
