import type Router from '@koa/router';
import { NewOutcome, type KinAnswer } from '@kerabat/contract';
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
  router.get('/units/:id/kin', async (ctx) => {
    const practice = stores.practice.current();
    const grade = textQuery(ctx, 'grade');
    if (grade !== '' && !GRADES.includes(grade)) throw badRequest(`grade must be one of: ${GRADES.join(', ')}.`, '/grade');
    const minTrust = numberQuery(ctx, 'minTrust', 0, 0, 1);
    const id = ctx.params['id'] ?? '';
    const kin = stores.kin.kin(id, practice, numberQuery(ctx, 'depth', practice.kinDepth, 1, 8));
    const limit = numberQuery(ctx, 'geometry', 0, 0, 100);
    ctx.body = {
      ...kin,
      entries: kin.entries.filter((e) => (grade === '' || e.grade === grade) && e.trust >= minTrust),
      ...(limit === 0 || isNode(id) ? {} : await byGeometry(id, kin, limit, stores)),
    };
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

/** What would do by its joints alone, without what is known kin. */
async function byGeometry(
  id: string,
  kin: KinAnswer,
  limit: number,
  stores: Stores,
): Promise<Pick<KinAnswer, 'byGeometry' | 'byGeometryCount' | 'byGeometryProblem'>> {
  const practice = stores.practice.current();
  const kind = stores.units.head(id)?.kind ?? 'brake-master';
  const without = [...stores.kin.sameUnits(id, practice), ...kin.entries.flatMap((e) => e.unitId ?? [])];
  const { found, count, because } = await stores.identify.geometry({ unitId: id, kind, without, limit: Math.floor(limit), practice });
  const views = found.map((unit) => ({
    ...unit,
    differences: [...unit.differences],
    open: [...unit.open],
    name: stores.units.head(unit.unitId)?.name ?? unit.unitId,
    maker: stores.units.head(unit.unitId)?.maker ?? '',
    numbers: stores.units.numbers(unit.unitId),
  }));
  return { byGeometry: views, byGeometryCount: count, ...(because === undefined ? {} : { byGeometryProblem: because }) };
}
