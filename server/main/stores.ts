import { acceptanceStore } from '../audit/acceptances.js';
import { auditService } from '../audit/service.js';
import { settler } from '../audit/settle.js';
import { historyStore } from '../history/store.js';
import { kitStore } from '../catalogue/kits.js';
import { numberStore } from '../catalogue/numbers.js';
import { siblingStore } from '../catalogue/siblings.js';
import { summaryStore } from '../catalogue/summary.js';
import { unitStore } from '../catalogue/units.js';
import { vehicleStore } from '../catalogue/vehicles.js';
import { exportService } from '../exports/service.js';
import { importService } from '../imports/service.js';
import { mappingStore } from '../imports/mappings.js';
import { identifyService } from '../identify/service.js';
import { outcomeStore } from '../kin/outcomes.js';
import { kinStore } from '../kin/store.js';
import { latestStore } from '../jobs/latest.js';
import { jobStore } from '../jobs/store.js';
import { photographStore } from '../photographs/store.js';
import { practiceStore } from '../practice/store.js';
import type { Databases } from '../db/open.js';

/** Every store, over one pair of databases. */
export function storesOf({ catalogue, jobs }: Pick<Databases, 'catalogue' | 'jobs'>, clock: () => string) {
  const outcomes = outcomeStore(jobs, clock);
  const imports = importService(catalogue, mappingStore(jobs, clock), clock);
  const acceptances = acceptanceStore(jobs, clock);
  const audit = auditService(catalogue, acceptances, clock);
  const history = historyStore(catalogue, clock, imports.writing);
  return {
    acceptances,
    audit,
    history,
    settle: settler(catalogue, history, audit, acceptances, clock),
    summary: summaryStore(catalogue),
    vehicles: vehicleStore(catalogue),
    units: unitStore(catalogue),
    numbers: numberStore(catalogue),
    kits: kitStore(catalogue),
    siblings: siblingStore(catalogue),
    kin: kinStore(catalogue, outcomes.counts),
    outcomes,
    identify: identifyService(catalogue),
    exports: exportService(catalogue, clock),
    imports,
    jobs: jobStore(jobs, clock),
    latest: latestStore(catalogue, jobs),
    photographs: photographStore(jobs, clock),
    practice: practiceStore(jobs, clock),
  };
}

export type Stores = ReturnType<typeof storesOf>;

export const wallClock = (): string => new Date().toISOString();
