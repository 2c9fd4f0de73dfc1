import type Router from '@koa/router';
import { mm } from '@kerabat/core/base/units';
import { UNIT_KINDS } from '@kerabat/core/named/unit';
import { UNIT_ORDERS, type PairedUnits, type UnitList, ResolveRequest } from '@kerabat/contract';
import { readBody } from '../../base/http/body.js';
import { numberQuery, textQuery } from '../../base/http/door.js';
import { hangsUp } from '../../base/http/gone.js';
import { sender } from '../../base/http/guard.js';
import { badRequest } from '../../base/http/problem.js';
import { find } from './find.js';
import type { Stores } from './needs.js';
import type { UnitsAsked } from './units.js';

/** Vehicles, units, numbers and the quick box. */
export function catalogueRoutes(router: Router, stores: Stores): void {
  router.get('/vehicles', (ctx) => {
    const [q, maker, series] = [textQuery(ctx, 'q'), textQuery(ctx, 'maker'), textQuery(ctx, 'series')];
    const [option, assistance, built] = [
      textQuery(ctx, 'option'),
      textQuery(ctx, 'assistance'),
      textQuery(ctx, 'built'),
    ];
    ctx.body = stores.vehicles.search({
      q,
      maker,
      series,
      option,
      assistance,
      built,
      limit: numberQuery(ctx, 'limit', 50),
    });
  });
  router.get('/vehicles/:id', (ctx) => {
    ctx.body = stores.vehicles.detail(ctx.params['id'] ?? '');
  });
  router.get('/units', async (ctx) => {
    const kind = textQuery(ctx, 'kind');
    if (kind !== '' && !(UNIT_KINDS as readonly string[]).includes(kind))
      throw badRequest(`kind must be one of: ${UNIT_KINDS.join(', ')}.`, '/kind');
    const asked: UnitsAsked = {
      kind,
      q: textQuery(ctx, 'q').trim(),
      limit: numberQuery(ctx, 'limit', 200),
      offset: numberQuery(ctx, 'offset', 0),
      sort: UNIT_ORDERS.find((order) => order === textQuery(ctx, 'sort')) ?? 'kind',
      descending: textQuery(ctx, 'descending') === 'true',
    };
    // Words are looked for in every name: in a large catalogue that takes a while.
    const inOrder = asked.q === '' && asked.sort === 'kind' && asked.descending === false;
    const answer: UnitList = inOrder
      ? { units: stores.units.search(asked), total: stores.units.total(kind) }
      : await stores.pool.run(
          'units',
          { file: stores.files.catalogue, ...asked },
          { person: sender(ctx), signal: hangsUp(ctx) },
        );
    ctx.body = answer;
  });
  router.get('/kits/:id', (ctx) => {
    ctx.body = stores.kitPages.detail(ctx.params['id'] ?? '');
  });
  router.get('/units/:id', (ctx) => {
    ctx.body = stores.units.detail(ctx.params['id'] ?? '');
  });
  router.get('/units/:id/paired', (ctx) => {
    const id = ctx.params['id'] ?? '';
    stores.units.detail(id);
    const paired = stores.siblings.pairedWith(id);
    ctx.body = {
      paired: paired.map(({ bore, booster, ...row }) => ({
        ...row,
        ...(bore === null ? {} : { bore: mm(bore) }),
        ...(booster === null ? {} : { booster }),
      })),
    } satisfies PairedUnits;
  });
  router.get('/numbers', (ctx) => {
    ctx.body = stores.numbers.find(textQuery(ctx, 'q'), numberQuery(ctx, 'limit', 20));
  });
  router.post('/numbers/resolve', async (ctx) => {
    const { numbers } = await readBody(ctx, ResolveRequest);
    const asked = { file: stores.files.catalogue, numbers, limit: 5 };
    const rows = await stores.pool.run('resolve', asked, { person: sender(ctx), signal: hangsUp(ctx), timeMs: 30_000 });
    ctx.body = { rows };
  });
  router.get('/find', (ctx) => {
    ctx.body = find(textQuery(ctx, 'q'), stores);
  });
  router.get('/catalogue', (ctx) => {
    ctx.body = stores.summary.get();
  });
}
