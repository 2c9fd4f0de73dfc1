import { readFileSync, existsSync } from 'node:fs';
import { join, normalize } from 'node:path';
import { createReadStream, statSync } from 'node:fs';
import Koa, { type Middleware } from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import Router from '@koa/router';
import type { Logger } from 'pino';
import { openapi } from '@kerabat/contract';
import { auditRoutes } from '../audit/routes.js';
import { catalogueRoutes } from '../catalogue/routes.js';
import { kinRoutes } from '../kin/routes.js';
import { chassisRoutes } from '../chassis/routes.js';
import type { ChassisService } from '../chassis/service.js';
import type { InstrumentFeed } from '../devices/feed.js';
import { deviceRoutes } from '../devices/routes.js';
import { errors } from '../http/errors.js';
import { guard } from '../http/guard.js';
import { badRequest } from '../http/problem.js';
import { exportRoutes } from '../exports/routes.js';
import { importRoutes } from '../imports/routes.js';
import { fitRoutes } from '../fit/routes.js';
import { identifyRoutes } from '../identify/routes.js';
import { jobRoutes } from '../jobs/routes.js';
import { photographRoutes } from '../photographs/routes.js';
import { practiceRoutes } from '../practice/routes.js';
import { toolRoutes } from '../tools/routes.js';
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
  app.on('error', (error: Error) => log.warn(error, 'connection'));
  app.use(errors(log));
  app.use(guard);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compress({ threshold: 2048, br: false }));

  const api = new Router({ prefix: '/api/v1' });
  const description = openapi();
  api.get('/openapi.json', (ctx) => {
    ctx.body = description;
  });
  catalogueRoutes(api, stores);
  kinRoutes(api, stores);
  auditRoutes(api, stores);
  importRoutes(api, stores);
  exportRoutes(api, stores, clock);
  identifyRoutes(api, stores);
  fitRoutes(api, stores);
  jobRoutes(api, stores, clock);
  photographRoutes(api, stores);
  practiceRoutes(api, stores);
  toolRoutes(api, stores);
  deviceRoutes(api, instruments);
  chassisRoutes(api, stores, chassis);
  app.use(api.routes());
  app.use(api.allowedMethods());
  if (web) app.use(files(web));
  return app;
}

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    throw badRequest('The address has a part that cannot be read.');
  }
}

const TYPES: Readonly<Record<string, string>> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  css: 'text/css; charset=utf-8',
  woff2: 'font/woff2',
  svg: 'image/svg+xml',
  ico: 'image/x-icon',
  json: 'application/json',
};

/** Serves the built interface; every address that is not a file is the page itself. Hashed names are kept for a year. */
function files(root: string): Middleware {
  const page = readFileSync(join(root, 'index.html'));
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api/') || !['GET', 'HEAD'].includes(ctx.method)) return next();
    const path = join(root, normalize(decoded(ctx.path)));
    const isFile = path.startsWith(root) && existsSync(path) && statSync(path).isFile();
    const extension = isFile ? (path.split('.').at(-1) ?? '') : 'html';
    ctx.type = TYPES[extension] ?? 'application/octet-stream';
    ctx.set('cache-control', isFile && /-[A-Z0-9]{8}\./.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
    ctx.body = isFile && extension !== 'html' ? createReadStream(path) : page;
  };
}
