import type Router from '@koa/router';
import { DecisionRequest, DecisionsRequest } from '@kerabat/contract';
import { readBody } from '../../base/http/body.js';
import { seenVersion, tagOf, writeOf } from '../../base/http/guard.js';
import { jobId } from '../../base/http/path-number.js';
import { badRequest } from '../../base/http/problem.js';
import { boundsOf, contradictionWith } from '../gather.js';
import type { Stores } from '../needs.js';
import { checkSubject } from '../subjects.js';
import type { Answering } from './answering.js';

/** What is decided: one thing, several as one act, or undone. */
export function decisionRoutes(router: Router, stores: Stores, { answered }: Answering): void {
  router.put('/jobs/:id/decisions/:subject', async (ctx) => {
    const [id, seen, subject] = [jobId(ctx), seenVersion(ctx), ctx.params['subject'] ?? ''];
    const request = await readBody(ctx, DecisionRequest);
    checkSubject(subject, request, stores);
    refuseContradiction(contradictionWith(id, [{ subject, ...request }], stores));
    const bounds = await boundsOf(id, [subject], stores);
    const decision = stores.jobs.decide(id, subject, request, seen, writeOf(ctx, request), bounds.get(subject));
    ctx.set('etag', tagOf(decision.version));
    ctx.body = await answered(ctx, id, decision);
  });
  router.post('/jobs/:id/decisions', async (ctx) => {
    const id = jobId(ctx);
    const body = await readBody(ctx, DecisionsRequest);
    for (const { subject, value, reason } of body.decisions) checkSubject(subject, { value, reason }, stores);
    refuseContradiction(contradictionWith(id, body.decisions, stores));
    const subjects = body.decisions.map(({ subject }) => subject);
    const bounds = await boundsOf(id, subjects, stores);
    const decisions = stores.jobs.decideAll(id, body.decisions, writeOf(ctx, body), bounds);
    ctx.body = await answered(ctx, id, { decisions });
  });
  router.delete('/jobs/:id/decisions/:subject', async (ctx) => {
    const [id, seen, subject] = [jobId(ctx), seenVersion(ctx), ctx.params['subject'] ?? ''];
    ctx.body = await answered(ctx, id, stores.jobs.decide(id, subject, null, seen, writeOf(ctx, null)));
  });
}

/** What cannot hold beside what is decided is not half done. */
function refuseContradiction(sentence: string | undefined): void {
  if (sentence !== undefined) throw badRequest(sentence, '/value/choice');
}
