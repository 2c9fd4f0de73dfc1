import type { Context, Middleware } from 'koa';
import type { Logger } from 'pino';
import { storageFault } from '../db/faults.js';
import { requestId, routeOf } from './requests.js';
import { HttpProblem } from './problem.js';

/**
 * Answers that whoever watches wants to know of: refused hosts and origins, limits that were met, what cannot be done
 * now.
 */
const TOLD_TO_THE_LOG: readonly number[] = [403, 413, 421, 429, 500, 503, 507];

/**
 * Writes every failure as problem details. What nobody foresaw is logged in full under a number that the person sees.
 */
export const errors =
  (log: Logger, damaged: () => void): Middleware =>
  async (ctx, next) => {
    try {
      await next();
      if (ctx.status === 404 && ctx.body === undefined)
        throw new HttpProblem(404, 'Not found', `There is nothing at ${ctx.path}.`);
    } catch (error) {
      if (storageFault(error)?.kind === 'damaged') damaged();
      const problem = problemOf(error, ctx, log);
      if (TOLD_TO_THE_LOG.includes(problem.status))
        log.warn(
          { status: problem.status, method: ctx.method, route: routeOf(ctx), id: requestId(ctx) },
          problem.detail,
        );
      ctx.status = problem.status;
      ctx.body = JSON.stringify({ ...problem.body(), id: requestId(ctx) });
      ctx.set('content-type', 'application/problem+json; charset=utf-8');
    }
  };

function problemOf(error: unknown, ctx: Context, log: Logger): HttpProblem {
  if (error instanceof HttpProblem) return error;
  const fault = storageFault(error);
  if (fault) {
    log.error(error, fault.kind);
    return new HttpProblem(fault.kind === 'full' ? 507 : 503, fault.title, fault.sentence);
  }
  const id = requestId(ctx);
  log.error({ error, id, method: ctx.method, route: routeOf(ctx) }, 'server error');
  return new HttpProblem(
    500,
    'Server error',
    `Server error ${id}. What you typed is kept on the page; the log has the details under this number.`,
  );
}
