import { join } from 'node:path';
import type { Db } from '../base/db/open.js';
import { HOME } from '../base/home.js';
import { loadCatalogue } from '../catalogue/imports/load.js';
import type { JobStore } from '../jobs/store/index.js';
import { loadJobs } from './jobs.js';

const DEMO = join(HOME, '../demo');

/** Loads the made-up demo: its catalogue and its jobs, each of them whole or not at all. */
export function bringInDemo(
  databases: { readonly catalogue: Db; readonly jobs: Db },
  jobs: { readonly jobs: JobStore },
  now: string,
): void {
  loadCatalogue(databases.catalogue, DEMO, now);
  loadJobs(databases.jobs, jobs, `${DEMO}/jobs.json`);
}
