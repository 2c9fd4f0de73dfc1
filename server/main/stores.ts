import type { Logger } from 'pino';
import { SLOTS } from '@kerabat/core/vehicle/place';
import { acceptanceStore } from '../audit/acceptances.js';
import { auditService } from '../audit/service.js';
import { settler } from '../audit/settle.js';
import { fittingStore } from '../catalogue/fittings.js';
import { kitStore } from '../catalogue/kits.js';
import { stockStore } from '../catalogue/stock.js';
import { numberStore } from '../catalogue/numbers.js';
import { siblingStore } from '../catalogue/siblings.js';
import { summaryStore } from '../catalogue/summary.js';
import { unitStore } from '../catalogue/units.js';
import { vehicleStore } from '../catalogue/vehicles.js';
import type { DataDirectory } from '../db/directory.js';
import { demoStore } from '../demo/store.js';
import { exportService } from '../exports/service.js';
import { historyStore } from '../history/store.js';
import { writeTurn } from '../history/turn.js';
import { identifyService } from '../identify/service.js';
import { importService } from '../imports/service.js';
import { mappingStore } from '../imports/mappings.js';
import { latestStore } from '../jobs/latest.js';
import { jobStore } from '../jobs/store/index.js';
import { outcomeStore } from '../interchange/outcomes.js';
import { interchangeStore } from '../interchange/store.js';
import { photographStore } from '../photographs/store.js';
import type { Needs } from '../needs.js';
import { settingsStore } from '../settings/store.js';
import { templateStore } from '../templates/store.js';
import { workPool } from '../work/pool.js';

/** Every store, over one data directory. */
export function storesOf(
  { catalogue, jobs, work, storage }: Pick<DataDirectory, 'catalogue' | 'jobs' | 'work' | 'storage'>,
  log: Logger,
  clock: () => string,
) {
  const [pool, turn] = [workPool(), writeTurn()];
  const outcomes = outcomeStore(jobs, clock);
  const acceptances = acceptanceStore(jobs, clock);
  const jobRows = jobStore(jobs, clock);
  const settings = settingsStore(jobs, clock);
  const audit = auditService(catalogue, acceptances, settings, pool, log, clock);
  const history = historyStore(catalogue, clock, turn, pool);
  const identify = identifyService(catalogue);
  // What an import brought is read while nobody waits for it, and lies on the disk for the next start.
  const written = (): void => SLOTS.forEach(({ kinds }) => identify.warm(kinds));
  const imports = importService(catalogue, mappingStore(jobs, clock), { pool, turn, work, log, clock, written });
  return {
    /** The files behind the databases, for what reads them in a thread. */
    log,
    files: { catalogue: catalogue.name },
    storage,
    pool,
    acceptances,
    audit,
    history,
    demo: demoStore({ catalogue, jobs }, jobRows, turn, { clock, outcomesGone: outcomes.forget, written }),
    settle: settler(catalogue, history, audit, acceptances, clock),
    summary: summaryStore(catalogue),
    vehicles: vehicleStore(catalogue),
    units: unitStore(catalogue),
    numbers: numberStore(catalogue),
    fittings: fittingStore(catalogue),
    kits: kitStore(catalogue),
    stock: stockStore(catalogue),
    siblings: siblingStore(catalogue),
    interchange: interchangeStore(catalogue, outcomes.counts),
    outcomes,
    identify,
    exports: exportService(catalogue, pool, work, clock),
    imports,
    jobs: jobRows,
    latest: latestStore(catalogue, jobs, jobRows.events.revision),
    photographs: photographStore(jobs, clock, jobRows.events),
    templates: templateStore(jobs, clock),
    settings,
    /** Ends every thread. */
    close: async (): Promise<void> => {
      await Promise.all([pool.close(), identify.close()]);
    },
  };
}

/** Every store is there under the name that the folders take it by. */
export type Stores = ReturnType<typeof storesOf> extends Needs ? ReturnType<typeof storesOf> : never;

export const wallClock = (): string => new Date().toISOString();
