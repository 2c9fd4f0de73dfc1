import { randomUUID } from 'node:crypto';
import type { Context, Middleware } from 'koa';
import type { Logger } from 'pino';
import { admitted } from './door.js';

/** What a request is called: in its answer (X-Request-Id, problem details) and in the log. */
export const requestId = (ctx: Context): string => String(ctx.state['request'] ?? '');

/** Which operation a request was for, by the contract: never the address, which may hold what somebody typed. */
export const routeOf = (ctx: Context): string =>
  admitted(ctx)?.route.path ?? (ctx.path.startsWith('/api/') ? 'none' : 'page');

/** A line in the log for each request: method, route, status, ms and its name. Nothing that was typed is in it. */
export const requests =
  (log: Logger): Middleware =>
  async (ctx, next) => {
    const [began, id] = [performance.now(), randomUUID().slice(0, 8)];
    ctx.state['request'] = id;
    ctx.set('x-request-id', id);
    try {
      await next();
    } finally {
      const ms = Math.round((performance.now() - began) * 10) / 10;
      log.info({ method: ctx.method, route: routeOf(ctx), status: ctx.status, ms, id }, 'request');
    }
  };
