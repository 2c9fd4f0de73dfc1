import Koa from 'koa';
import compress from 'koa-compress';
import Router from '@koa/router';
import type { Logger } from 'pino';
import { openapi } from '@kerabat/contract';
import { auditRoutes } from '../audit/routes.js';
import { catalogueRoutes } from '../catalogue/routes.js';
import { chainRoutes } from '../chain/routes.js';
import { chassisRoutes } from '../chassis/routes.js';
import type { ChassisService } from '../chassis/service.js';
import { demoRoutes } from '../demo/routes.js';
import type { InstrumentFeed } from '../devices/feed.js';
import { deviceRoutes } from '../devices/routes.js';
import { exportRoutes } from '../exports/routes.js';
import { conversionRoutes } from '../conversions/routes.js';
import { door } from '../http/door.js';
import { errors } from '../http/errors.js';
import { files } from '../http/files.js';
import { guard, onlyOntoDisk } from '../http/guard.js';
import { headers } from '../http/headers.js';
import { identifyRoutes } from '../identify/routes.js';
import { importRoutes } from '../imports/routes.js';
import { jobPapers } from '../print/job-papers.js';
import { jobRoutes } from '../jobs/routes/index.js';
import { interchangeRoutes } from '../interchange/routes.js';
import { photographRoutes } from '../photographs/routes.js';
import { settingsRoutes } from '../settings/routes.js';
import { templateRoutes } from '../templates/routes.js';
import { toolRoutes } from '../tools/routes.js';
import { health } from '../watch/health.js';
import type { Stores } from './stores.js';

export interface AppOptions {
  readonly stores: Stores;
  readonly log: Logger;
  readonly clock: () => string;
  readonly instruments: InstrumentFeed;
  readonly chassis: ChassisService;
  /** Folder of the built interface; without it only the API answers. */
  readonly web?: string;
}

/** The whole server as a Koa application; `listen` is left to the caller. */
export function makeApp({ stores, log, clock, instruments, chassis, web }: AppOptions): Koa {
  const app = new Koa();
  // What reaches here is a connection that broke: everything else was answered.
  app.on('error', (error: Error) => log.warn({ error }, 'connection'));
  app.use(headers);
  app.use(errors(log));
  app.use(guard);
  app.use(health(stores.storage, () => stores.jobs.canRead()));
  app.use(door);
  app.use(compress({ threshold: 2048, br: false }));
  app.use(onlyOntoDisk(stores.storage.problem));

  const api = new Router({ prefix: '/api/v1' });
  const description = openapi();
  api.get('/openapi.json', (ctx) => {
    ctx.body = description;
  });
  catalogueRoutes(api, stores);
  interchangeRoutes(api, stores);
  auditRoutes(api, stores);
  demoRoutes(api, stores);
  importRoutes(api, stores);
  exportRoutes(api, stores, clock);
  identifyRoutes(api, stores);
  conversionRoutes(api, stores);
  chainRoutes(api, { settings: () => stores.settings.current(), pool: stores.pool });
  jobRoutes(api, stores, log);
  jobPapers(api, stores, clock);
  photographRoutes(api, stores);
  settingsRoutes(api, stores);
  templateRoutes(api, stores);
  toolRoutes(api, stores);
  deviceRoutes(api, instruments);
  chassisRoutes(api, stores, chassis);
  app.use(api.routes());
  if (web !== undefined) app.use(files(web));
  return app;
}
