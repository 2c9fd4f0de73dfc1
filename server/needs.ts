import type { Logger } from 'pino';
import type { acceptanceStore } from './audit/acceptances.js';
import type { auditService } from './audit/service.js';
import type { settler } from './audit/settle.js';
import type { fittingStore } from './catalogue/fittings.js';
import type { kitStore } from './catalogue/kits.js';
import type { numberStore } from './catalogue/numbers.js';
import type { siblingStore } from './catalogue/siblings.js';
import type { stockStore } from './catalogue/stock.js';
import type { summaryStore } from './catalogue/summary.js';
import type { unitStore } from './catalogue/units.js';
import type { vehicleStore } from './catalogue/vehicles.js';
import type { DataDirectory } from './db/directory.js';
import type { demoStore } from './demo/store.js';
import type { exportService } from './exports/service.js';
import type { historyStore } from './history/store.js';
import type { identifyService } from './identify/service.js';
import type { importService } from './imports/service.js';
import type { latestStore } from './jobs/latest.js';
import type { jobStore } from './jobs/store/index.js';
import type { outcomeStore } from './interchange/outcomes.js';
import type { interchangeStore } from './interchange/store.js';
import type { photographStore } from './photographs/store.js';
import type { settingsStore } from './settings/store.js';
import type { TemplateStore } from './templates/store.js';
import type { WorkPool } from './work/pool.js';

/**
 * Everything that the folders of the server may need, each by its name. A folder says in its needs.ts what of it it
 * takes.
 */
export interface Needs {
  readonly log: Logger;
  /** The files behind the databases, for what reads them in a thread. */
  readonly files: { readonly catalogue: string };
  readonly storage: DataDirectory['storage'];
  readonly pool: WorkPool;
  readonly acceptances: ReturnType<typeof acceptanceStore>;
  readonly audit: ReturnType<typeof auditService>;
  readonly history: ReturnType<typeof historyStore>;
  readonly demo: ReturnType<typeof demoStore>;
  readonly settle: ReturnType<typeof settler>;
  readonly summary: ReturnType<typeof summaryStore>;
  readonly vehicles: ReturnType<typeof vehicleStore>;
  readonly units: ReturnType<typeof unitStore>;
  readonly numbers: ReturnType<typeof numberStore>;
  readonly fittings: ReturnType<typeof fittingStore>;
  readonly kits: ReturnType<typeof kitStore>;
  readonly stock: ReturnType<typeof stockStore>;
  readonly siblings: ReturnType<typeof siblingStore>;
  readonly interchange: ReturnType<typeof interchangeStore>;
  readonly outcomes: ReturnType<typeof outcomeStore>;
  readonly identify: ReturnType<typeof identifyService>;
  readonly exports: ReturnType<typeof exportService>;
  readonly imports: ReturnType<typeof importService>;
  readonly jobs: ReturnType<typeof jobStore>;
  readonly latest: ReturnType<typeof latestStore>;
  readonly photographs: ReturnType<typeof photographStore>;
  readonly templates: TemplateStore;
  readonly settings: ReturnType<typeof settingsStore>;
}
