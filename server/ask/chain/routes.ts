import type Router from '@koa/router';
import { ChainRequest, ChainSolveRequest, type ChainSolveAnswer } from '@kerabat/contract';
import { checkChain } from '@kerabat/core/job';
import type { Settings } from '@kerabat/core/named/settings';
import { readBody } from '../../base/http/body.js';
import { hangsUp } from '../../base/http/gone.js';
import { sender } from '../../base/http/guard.js';
import type { WorkPool } from '../../base/work/pool.js';
import { answerView, fixView, inputOf, refused } from './given.js';
import { SEARCH_MS } from './task.js';

/** What the routes need of the rest of the server. */
export interface ChainNeeds {
  readonly settings: () => Settings;
  readonly pool: WorkPool;
}

const BECAUSE = {
  'no-fix': (without: string | undefined) =>
    `No fix is known${without === undefined ? '' : ` for ${without}`}: choose another unit.`,
  'cut-short': () => 'The search was cut short before a solution was found.',
  'opens-another': () => 'Every fix opens another mismatch, or none keeps to these limits: choose another unit.',
} as const;

/** Chains: checked, and closed. */
export function chainRoutes(router: Router, { settings, pool }: ChainNeeds): void {
  router.post('/chain/check', async (ctx) => {
    const answer = checkChain(inputOf(await readBody(ctx, ChainRequest), settings()));
    if ('faults' in answer) throw refused(answer.faults);
    ctx.body = answerView(answer);
  });

  router.post('/chain/solve', async (ctx) => {
    const { limits = {}, ...request } = await readBody(ctx, ChainSolveRequest);
    const input = inputOf(request, settings());
    const checked = checkChain(input);
    if ('faults' in checked) throw refused(checked.faults);
    const found = await pool.run(
      'solveChain',
      { input, limits },
      { pool: 'long', person: sender(ctx), signal: hangsUp(ctx), timeMs: SEARCH_MS },
    );
    ctx.body = {
      ways: found.ways.map(({ fixes, minutes, parts, cost, skill, grade }) => ({
        edits: fixes.map(fixView),
        minutes,
        parts,
        cost,
        skill,
        grade,
      })),
      ...(found.because === undefined ? {} : { because: BECAUSE[found.because](found.without) }),
      looked: found.looked,
      truncated: found.truncated,
    } satisfies ChainSolveAnswer;
  });
}
