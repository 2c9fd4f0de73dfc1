import type Router from '@koa/router';
import { IdentifyRequest } from '@kerabat/contract';
import { findSlot, SLOTS } from '@kerabat/core/vehicle/place';
import { type Evidence, evidenceProblem } from '@kerabat/core/vehicle/reading';
import { readBody } from '../../base/http/body.js';
import { badRequest } from '../../base/http/problem.js';
import type { Stores } from './needs.js';

/** Identification without a job: what a unit is, from what was seen on it. */
export function identifyRoutes(router: Router, stores: Stores): void {
  router.post('/identify', async (ctx) => {
    const { vehicleId, kind, slot, limit = 20, unitIs = 'on-vehicle', evidence } = await readBody(ctx, IdentifyRequest);
    for (const [i, item] of evidence.entries()) {
      const problem = evidenceProblem(item);
      if (problem !== undefined) throw badRequest(problem, `/evidence/${i}/value`);
    }
    if (vehicleId !== undefined && !stores.vehicles.get(vehicleId))
      throw badRequest(`There is no vehicle "${vehicleId}" in the catalogue.`, '/vehicleId');
    if (slot !== undefined && !findSlot(slot)?.kinds.includes(kind))
      throw badRequest(`A ${kind} has no place at "${slot}".`, '/slot');
    const places = slot === undefined ? SLOTS.filter((row) => row.kinds.includes(kind)).map((row) => row.slot) : [slot];
    const fitted =
      vehicleId === undefined ? [] : stores.vehicles.chain(vehicleId).filter((entry) => places.includes(entry.slot));
    const built = evidence.find((e) => e.attribute === 'build-month')?.value;
    ctx.body = await stores.identify.answer({
      kinds: [kind],
      evidence: evidence as Evidence[],
      fitted,
      ...(typeof built === 'string' ? { built } : {}),
      unitIs,
      limit,
      settings: stores.settings.current(),
    });
  });
}
