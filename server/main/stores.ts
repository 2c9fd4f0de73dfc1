import type { Logger } from 'pino';
import type { Workspace } from '@kerabat/contract';
import { SLOTS } from '@kerabat/core/vehicle/place';
import { identifyService } from '../ask/identify/service.js';
import { outcomeStore } from '../ask/interchange/outcomes.js';
import { interchangeStore } from '../ask/interchange/store.js';
import { lastTrial } from '../ask/record/last-trial.js';
import { recordService } from '../ask/record/service.js';
import { templateStore } from '../ask/templates/store.js';
import type { DataDirectory } from '../base/db/directory.js';
import { settingsStore } from '../base/settings/store.js';
import { workPool } from '../base/work/pool.js';
import { acceptanceStore } from '../catalogue/audit/acceptances.js';
import { auditService } from '../catalogue/audit/service.js';
import { settler } from '../catalogue/audit/settle.js';
import { exportService } from '../catalogue/exports/service.js';
import { historyStore } from '../catalogue/history/store.js';
import { writeTurn } from '../catalogue/history/turn.js';
import { mappingStore } from '../catalogue/imports/mappings.js';
import { importService } from '../catalogue/imports/service.js';
import { fittingStore } from '../catalogue/records/fittings.js';
import { kitPages } from '../catalogue/records/kit-page.js';
import { kitStore } from '../catalogue/records/kits.js';
import { numberStore } from '../catalogue/records/numbers.js';
import { siblingStore } from '../catalogue/records/siblings.js';
import { stockStore } from '../catalogue/records/stock.js';
import { summaryStore } from '../catalogue/records/summary.js';
import { unitStore } from '../catalogue/records/units.js';
import { vehicleStore } from '../catalogue/records/vehicles.js';
import { demoStore } from '../demo/store.js';
import { workedOut } from '../jobs/gather.js';
import { latestStore } from '../jobs/latest.js';
import { photographStore } from '../jobs/photographs/store.js';
import { reworker } from '../jobs/rework.js';
import { jobStore } from '../jobs/store/index.js';

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
  const kits = kitStore(catalogue);
  const latest = latestStore(catalogue, jobs, jobRows.events.revision);
  const stores = {
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
    kits,
    kitPages: kitPages(catalogue, kits),
    stock: stockStore(catalogue),
    siblings: siblingStore(catalogue),
    interchange: interchangeStore(catalogue, outcomes.counts),
    outcomes,
    identify,
    record: recordService(catalogue, settings, pool, log, clock),
    lastTrial: lastTrial(),
    exports: exportService(catalogue, pool, work, clock),
    imports,
    jobs: jobRows,
    latest,
    rework: reworker({ jobs: jobRows, latest, log }, (id): Promise<Workspace> => workedOut(id, stores)),
    photographs: photographStore(jobs, clock, jobRows.events),
    templates: templateStore(jobs, clock),
    settings,
    /** Ends every thread. */
    close: async (): Promise<void> => {
      await stores.rework.close();
      await Promise.all([pool.close(), identify.close()]);
    },
  };
  return stores;
}

/** Every store under the name that the folders take it by. */
export type Stores = ReturnType<typeof storesOf>;

export const wallClock = (): string => new Date().toISOString();
