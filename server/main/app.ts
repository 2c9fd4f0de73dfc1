import Koa from 'koa';
import Router from '@koa/router';
import type { Logger } from 'pino';
import { openapi } from '@kerabat/contract';
import { chainRoutes } from '../ask/chain/routes.js';
import { conversionRoutes } from '../ask/conversions/routes.js';
import { identifyRoutes } from '../ask/identify/routes.js';
import { interchangeRoutes } from '../ask/interchange/routes.js';
import { templateRoutes } from '../ask/templates/routes.js';
import { toolRoutes } from '../ask/tools/routes.js';
import { door } from '../base/http/door.js';
import { errors } from '../base/http/errors.js';
import { files } from '../base/http/files.js';
import { guard, onlyOntoDisk } from '../base/http/guard.js';
import { headers } from '../base/http/headers.js';
import { serve } from '../base/http/serve.js';
import { written } from '../base/http/written.js';
import { settingsRoutes } from '../base/settings/routes.js';
import { health } from '../base/watch/health.js';
import { requests } from '../base/http/requests.js';
import { recordRoutes } from '../ask/record/routes.js';
import { auditRoutes } from '../catalogue/audit/routes.js';
import { exportRoutes } from '../catalogue/exports/routes.js';
import { importRoutes } from '../catalogue/imports/routes.js';
import { catalogueRoutes } from '../catalogue/records/routes.js';
import { demoRoutes } from '../demo/routes.js';
import { photographRoutes } from '../jobs/photographs/routes.js';
import { jobRoutes } from '../jobs/routes/index.js';
import { chassisRoutes } from '../outside/chassis/routes.js';
import type { ChassisService } from '../outside/chassis/service.js';
import type { InstrumentFeed } from '../outside/devices/feed.js';
import { deviceRoutes } from '../outside/devices/routes.js';
import { jobPapers } from '../print/job-papers.js';
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
  app.use(requests(log));
  app.use(headers);
  app.use(errors(log, stores.storage.broken));
  app.use(guard);
  app.use(health(stores.storage, () => stores.jobs.canRead()));
  app.use(door);
  app.use(written);
  app.use(onlyOntoDisk(stores.storage.problem));

  const api = new Router({ prefix: '/api/v1' });
  catalogueRoutes(api, stores);
  interchangeRoutes(api, stores);
  auditRoutes(api, stores);
  recordRoutes(api, stores);
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
  app.use(serve(api));
  const description = openapi();
  app.use(async (ctx, next) => {
    if (ctx.path !== '/api/v1/openapi.json') return next();
    ctx.body = description;
  });
  if (web !== undefined) app.use(files(web));
  return app;
}
