import type Router from '@koa/router';
import type { Logger } from 'pino';
import { SolveLimits } from '@kerabat/contract';
import { readBody } from '../../base/http/body.js';
import { jobId } from '../../base/http/path-number.js';
import type { Stores } from '../needs.js';
import { solveJob } from '../solve.js';
import { answering } from './answering.js';
import { askedRoutes } from './asked.js';
import { decisionRoutes } from './decisions.js';
import { evidenceRoutes } from './evidence.js';
import { partsListRoutes } from './parts-list.js';

/** Jobs: what was asked, evidence, decisions, the parts list. */
export function jobRoutes(router: Router, stores: Stores, log: Logger): void {
  const answers = answering(stores, log);
  askedRoutes(router, stores, answers);
  evidenceRoutes(router, stores, answers);
  decisionRoutes(router, stores, answers);
  partsListRoutes(router, stores, answers);
  router.post('/jobs/:id/solve', async (ctx) => {
    await solveJob(ctx, jobId(ctx), await readBody(ctx, SolveLimits), stores);
  });
}
