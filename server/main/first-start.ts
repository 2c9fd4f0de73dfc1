import type { DataDirectory } from '../base/db/directory.js';
import { takeOutDemo } from '../catalogue/history/take-out.js';
import { bringInDemo } from '../demo/bring-in.js';
import type { Stores } from './stores.js';

/**
 * Sets a directory up in which neither database was ever used: with the demo, or empty. A start that was killed in the
 * middle is done again. Every other directory is left as it is.
 */
export function firstStart(directory: DataDirectory, stores: Stores, demo: boolean, now: string): void {
  if (!directory.isNew) return;
  if (demo) bringInDemo(directory, stores, now);
  else {
    takeOutDemo(directory.catalogue, 'first start', now);
    stores.demo.removeJobs();
  }
  directory.markUsed();
}
