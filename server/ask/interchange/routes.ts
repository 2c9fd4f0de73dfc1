import type Router from '@koa/router';
import type { Context } from 'koa';
import { NewOutcome, type InterchangeAnswer, type OtherBores } from '@kerabat/contract';
import { mm } from '@kerabat/core/base/units';
import { changeWords } from '@kerabat/core/tell/words';
import { readBody } from '../../base/http/body.js';
import { numberQuery, textQuery } from '../../base/http/door.js';
import { hangsUp } from '../../base/http/gone.js';
import { personOf, sender } from '../../base/http/guard.js';
import { wholeNumber } from '../../base/http/path-number.js';
import { badRequest } from '../../base/http/problem.js';
import type { Stores } from './needs.js';
import { isNode } from './store.js';

/** A walk of so many nodes is done on the spot; a longer one in a thread. */
const NEAR = 60;

/** Interchange of a unit, the paths to it, and what came of acting on them. */
export function interchangeRoutes(router: Router, stores: Stores): void {
  router.get('/units/:id/interchange', async (ctx) => {
    const settings = stores.settings.current();
    const [id, grade, minTrust] = [ctx.params['id'] ?? '', textQuery(ctx, 'grade'), numberQuery(ctx, 'minTrust', 0)];
    const depth = numberQuery(ctx, 'depth', settings.interchangeDepth);
    const near = stores.interchange.interchange(id, settings, { depth, giveUpAt: NEAR });
    const interchange = near.tired
      ? await stores.pool.run('interchange', { ...taskOf(id, depth), settings }, asking(ctx))
      : near.answer;
    const limit = numberQuery(ctx, 'geometry', 0);
    ctx.body = {
      ...interchange,
      entries: interchange.entries.filter((e) => (grade === '' || e.grade === grade) && e.trust >= minTrust),
      ...(limit === 0 || isNode(id) ? {} : await byGeometry(id, interchange, limit, stores)),
    };
  });
  router.get('/units/:id/other-bores', async (ctx) => {
    ctx.body = await otherBores(ctx.params['id'] ?? '', stores);
  });
  router.get('/units/:id/interchange/:node', async (ctx) => {
    const settings = stores.settings.current();
    const [id, node] = [ctx.params['id'] ?? '', ctx.params['node'] ?? ''];
    if (!isNode(node))
      throw badRequest('The other end is named like "u:12" or "n:40", as the list of interchange has it.', '/node');
    const [depth, count] = [numberQuery(ctx, 'depth', settings.interchangeDepth), numberQuery(ctx, 'count', 3)];
    const near = stores.interchange.paths(id, node, settings, count, { depth, giveUpAt: NEAR });
    const paths = near.tired
      ? await stores.pool.run('interchangePaths', { ...taskOf(id, depth), settings, target: node, count }, asking(ctx))
      : near.paths;
    const links = [...new Set(paths.flat().map((step) => step.link))];
    ctx.body = { paths, outcomes: stores.outcomes.ofLinks(links) };
  });
  const taskOf = (key: string, depth: number) => ({
    file: stores.files.catalogue,
    key,
    depth,
    outcomes: stores.outcomes.counts(),
  });
  const asking = (ctx: Context) => ({ person: sender(ctx), signal: hangsUp(ctx) });
  router.post('/outcomes', async (ctx) => {
    const person = personOf(ctx);
    const outcome = await readBody(ctx, NewOutcome);
    if (!stores.interchange.hasLink(outcome.link)) throw badRequest('There is no such link in the catalogue.', '/link');
    if (outcome.result !== 'fitted' && outcome.reason === '')
      throw badRequest('Say why: the next one who looks wants to know.', '/reason');
    ctx.status = 201;
    ctx.body = { id: stores.outcomes.add(outcome, person) };
  });
  router.post('/outcomes/:id/withdraw', (ctx) => {
    stores.outcomes.withdraw(wholeNumber(ctx.params['id'] ?? '', 'outcome'), personOf(ctx));
    ctx.status = 204;
  });
}

/** So many units are looked at for their bores, and so many of each bore are told. */
const [LOOKED_AT, OF_EACH] = [400, 3];

/** Units that would go into the place of one by their joints, whatever their bore. */
async function otherBores(id: string, stores: Stores): Promise<OtherBores> {
  const { kind } = stores.units.detail(id);
  const settings = stores.settings.current();
  const { found, because } = await stores.identify.geometry({
    unitId: id,
    kind,
    without: [],
    limit: LOOKED_AT,
    settings,
    anyBore: true,
  });
  const told = new Map<number, number>();
  const units = found.flatMap(({ unitId, differences, open }) => {
    const unit = stores.units.design(unitId);
    const bore = unit?.facts.find((f) => f.attribute === 'bore')?.value;
    if (!unit || typeof bore !== 'number') return [];
    const before = told.get(bore) ?? 0;
    told.set(bore, before + 1);
    if (before >= OF_EACH) return [];
    const changes = differences.map((one) => `${one.sentence}: ${changeWords(one)}`);
    return [{ unitId, name: unit.name, maker: unit.maker, bore: mm(bore), changes, open: [...open] }];
  });
  return { units, ...(because === undefined ? {} : { because }) };
}

/** What would do by its joints alone, without what is known interchange. */
async function byGeometry(
  id: string,
  interchange: InterchangeAnswer,
  limit: number,
  stores: Stores,
): Promise<Pick<InterchangeAnswer, 'byGeometry' | 'byGeometryCount' | 'byGeometryProblem'>> {
  const settings = stores.settings.current();
  const kind = stores.units.head(id)?.kind ?? 'brake-master';
  const without = [
    ...stores.interchange.sameUnits(id, settings),
    ...interchange.entries.flatMap((e) => e.unitId ?? []),
  ];
  const { found, count, because } = await stores.identify.geometry({ unitId: id, kind, without, limit, settings });
  const views = found.map((unit) => ({
    ...unit,
    differences: unit.differences.map((one) => ({
      attribute: one.attribute,
      sentence: one.sentence,
      change: changeWords(one),
    })),
    open: [...unit.open],
    name: stores.units.head(unit.unitId)?.name ?? unit.unitId,
    maker: stores.units.head(unit.unitId)?.maker ?? '',
    numbers: stores.units.numbers(unit.unitId),
  }));
  return {
    byGeometry: views,
    byGeometryCount: count,
    ...(because === undefined ? {} : { byGeometryProblem: because }),
  };
}
