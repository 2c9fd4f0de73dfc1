import { PassThrough } from 'node:stream';
import type Router from '@koa/router';
import type { Context } from 'koa';
import {
  FitCheckRequest,
  PlanRequest,
  SolveLimits,
  SolveRequest,
  type FitCheckAnswer,
  type SolveLine,
} from '@kerabat/contract';
import { CONVERSIONS, findConversion } from '@kerabat/core/conversion';
import { checkChain, measurementsFor, withOutlook, type SolveProgress } from '@kerabat/core/fit';
import { safetyOf } from '@kerabat/core/slip';
import { readBody } from '../http/body.js';
import { hangsUp } from '../http/gone.js';
import { sender } from '../http/guard.js';
import { badRequest, HttpProblem, notFound } from '../http/problem.js';
import { jobId } from '../jobs/routes.js';
import { fitChainOfJob } from '../jobs/workspace.js';
import type { Stores } from '../main/stores.js';
import { chainOfGiven } from './given.js';
import { planFor } from './plan.js';
import type { WorkPool } from '../work/pool.js';
import type { SolveAsk } from './task.js';

/** A search that takes longer is narrowed by its limits. */
const SEARCH_MS = 60_000;

/** Fit: whole chains checked and closed, and conversions planned. */
export function fitRoutes(router: Router, stores: Stores): void {
  router.post('/fit/check', async (ctx) => {
    const { chain: given } = await readBody(ctx, FitCheckRequest);
    const [chain, accepted, practice] = [chainOfGiven(given, stores), given.accepted ?? [], stores.practice.current()];
    const { joints } = withOutlook(chain, checkChain(chain, accepted, practice), accepted, practice);
    const worked = chain.links.filter((link) => link.worked);
    const safety = safetyOf({
      vehicleKnown: true,
      unitChosen: worked.length > 0 && worked.every((link) => link.unit),
      joints,
      fluid: 'fits',
      overrides: [],
    });
    ctx.body = {
      joints: joints as FitCheckAnswer['joints'],
      safeToOrder: { safe: safety.safe, sentence: safety.sentence, blockers: [...safety.blockers] },
      measurements: measurementsFor(joints) as FitCheckAnswer['measurements'],
    } satisfies FitCheckAnswer;
  });

  router.post('/fit/solve', async (ctx) => {
    const { chain, limits } = await readBody(ctx, SolveRequest);
    solve(ctx, { chain: chainOfGiven(chain, stores), limits, practice: stores.practice.current() }, stores.pool);
  });
  router.post('/jobs/:id/fit/solve', async (ctx) => {
    const limits = await readBody(ctx, SolveLimits);
    solve(
      ctx,
      { chain: await fitChainOfJob(jobId(ctx), stores), limits, practice: stores.practice.current() },
      stores.pool,
    );
  });

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
      stores.practice.current(),
      stores,
    );
  });
}

/** Answers line by line while a thread looks: progress, then the answer. Whoever hangs up stops it. */
function solve(ctx: Context, ask: SolveAsk, pool: WorkPool): void {
  const stream = new PassThrough();
  const write = (line: SolveLine | { problem: string }): void => void stream.write(`${JSON.stringify(line)}\n`);
  pool
    .run('solve', ask, {
      pool: 'long',
      person: sender(ctx),
      signal: hangsUp(ctx),
      timeMs: SEARCH_MS,
      tell: (progress: SolveProgress) => write({ progress }),
    })
    .then(
      (answer) => write({ answer }),
      (error: unknown) =>
        write({
          problem:
            error instanceof HttpProblem
              ? error.detail
              : `The search ended early. ${error instanceof Error ? error.message : ''}`,
        }),
    )
    .finally(() => stream.end());
  ctx.compress = false;
  ctx.type = 'application/x-ndjson';
  ctx.body = stream;
}
