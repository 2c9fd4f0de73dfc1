import { join } from 'node:path';
import type { Db } from '../db/open.js';
import { HOME } from '../home.js';
import { loadJobs } from '../imports/jobs.js';
import { loadCatalogue } from '../imports/load.js';
import type { Needs } from '../needs.js';

const DEMO = join(HOME, '../demo');

/** Loads the made-up demo: its catalogue and its jobs, each of them whole or not at all. */
export function bringInDemo(
  databases: { readonly catalogue: Db; readonly jobs: Db },
  jobs: Pick<Needs, 'jobs'>,
  now: string,
): void {
  loadCatalogue(databases.catalogue, DEMO, now);
  loadJobs(databases.jobs, jobs, `${DEMO}/jobs.json`);
}
