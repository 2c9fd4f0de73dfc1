import type { Middleware } from 'koa';
import type { Logger } from 'pino';
import { HttpProblem } from './problem.js';

/** Writes every failure as problem details. What nobody foresaw is logged in full and told in one calm sentence. */
export const errors =
  (log: Logger): Middleware =>
  async (ctx, next) => {
    try {
      await next();
      if (ctx.status === 404 && ctx.body === undefined) throw new HttpProblem(404, 'Not found', `There is nothing at ${ctx.path}.`);
      if (ctx.status === 405) throw new HttpProblem(405, 'Not possible', `${ctx.method} is not possible at ${ctx.path}.`);
    } catch (error) {
      const problem = error instanceof HttpProblem ? error : unforeseen(error, log);
      ctx.status = problem.status;
      ctx.body = JSON.stringify(problem.body());
      ctx.set('content-type', 'application/problem+json; charset=utf-8');
    }
  };

function unforeseen(error: unknown, log: Logger): HttpProblem {
  log.error(error, 'unforeseen');
  return new HttpProblem(500, 'Our fault', 'Something went wrong inside Kerabat; nothing was saved. The log of the server has the details.');
}
