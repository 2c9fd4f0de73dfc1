import type Router from '@koa/router';
import { PlanRequest } from '@kerabat/contract';
import { CONVERSIONS, findConversion } from '@kerabat/core/work/conversion';
import { readBody } from '../../base/http/body.js';
import { badRequest, notFound } from '../../base/http/problem.js';
import { jobReads } from '../reads/reads.js';
import type { Stores } from './needs.js';
import { planFor } from './plan.js';

/** Conversions: the table, and a plan for a vehicle. */
export function conversionRoutes(router: Router, stores: Stores): void {
  router.get('/conversions', (ctx) => {
    ctx.body = {
      conversions: CONVERSIONS.map(({ id, words, about, system, choices }) => ({ id, words, about, system, choices })),
    };
  });
  router.post('/conversions/:id/plan', async (ctx) => {
    const row = findConversion(ctx.params['id'] ?? '');
    if (!row) throw notFound(`There is no conversion "${(ctx.params['id'] ?? '').slice(0, 40)}".`);
    const { vehicleId, built, options = [], choices } = await readBody(ctx, PlanRequest);
    if (!stores.vehicles.get(vehicleId))
      throw badRequest(`There is no vehicle "${vehicleId}" in the catalogue.`, '/vehicleId');
    for (const [choice, option] of Object.entries(choices)) {
      const known = row.choices.find((c) => c.id === choice);
      if (!known) throw badRequest(`"${choice}" is nothing that is chosen here.`, `/choices/${choice}`);
      if (!known.options.some((o) => o.id === option))
        throw badRequest(
          `"${option}" is not one of: ${known.options.map((o) => o.id).join(', ')}.`,
          `/choices/${choice}`,
        );
    }
    ctx.body = await planFor(
      row,
      vehicleId,
      { ...(built === undefined ? {} : { built }), options },
      choices,
      stores.settings.current(),
      jobReads(stores),
      stores,
    );
  });
}
