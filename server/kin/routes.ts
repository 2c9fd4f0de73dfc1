import type Router from '@koa/router';
import { NewOutcome } from '@kerabat/contract';
import { numberQuery, textQuery } from '../catalogue/routes.js';
import { readBody } from '../http/body.js';
import { personOf } from '../http/guard.js';
import { badRequest } from '../http/problem.js';
import { wholeNumber } from '../jobs/routes.js';
import type { Stores } from '../main/stores.js';
import { isNode } from './store.js';

const GRADES = ['same', 'drop-in', 'with-changes', 'does-not-fit'];

/** Kin of a unit, the paths to it, and what came of acting on them. */
export function kinRoutes(router: Router, stores: Stores): void {
  router.get('/units/:id/kin', (ctx) => {
    const practice = stores.practice.current();
    const grade = textQuery(ctx, 'grade');
    if (grade !== '' && !GRADES.includes(grade)) throw badRequest(`grade must be one of: ${GRADES.join(', ')}.`, '/grade');
    const question = { depth: numberQuery(ctx, 'depth', practice.kinDepth, 1, 8), grade, minTrust: numberQuery(ctx, 'minTrust', 0, 0, 1) };
    ctx.body = stores.kin.kin(ctx.params['id'] ?? '', practice, question);
  });
  router.get('/units/:id/kin/:node', (ctx) => {
    const practice = stores.practice.current();
    const node = ctx.params['node'] ?? '';
    if (!isNode(node)) throw badRequest('The other end is named like "u:12" or "n:40", as the list of kin has it.', '/node');
    const depth = numberQuery(ctx, 'depth', practice.kinDepth, 1, 8);
    const paths = stores.kin.paths(ctx.params['id'] ?? '', node, practice, numberQuery(ctx, 'count', 3, 1, 5), depth);
    const links = [...new Set(paths.flat().map((step) => step.link))];
    ctx.body = { paths, outcomes: stores.outcomes.ofLinks(links) };
  });
  router.post('/outcomes', async (ctx) => {
    const person = personOf(ctx);
    const outcome = await readBody(ctx, NewOutcome);
    if (!stores.kin.hasLink(outcome.link)) throw badRequest('There is no such link in the catalogue.', '/link');
    if (outcome.result !== 'fitted' && outcome.reason.trim() === '') throw badRequest('Say why: the next one who looks wants to know.', '/reason');
    ctx.status = 201;
    ctx.body = { id: stores.outcomes.add({ ...outcome, reason: outcome.reason.trim() }, person) };
  });
  router.post('/outcomes/:id/withdraw', (ctx) => {
    stores.outcomes.withdraw(wholeNumber(ctx.params['id'] ?? '', 'outcome'), personOf(ctx));
    ctx.status = 204;
  });
}
