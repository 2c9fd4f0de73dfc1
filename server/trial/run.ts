import { type Arm, worldOf } from '@kerabat/core/simulate';
import { playJob } from './play.js';
import { specOf, type TrialRequest } from './spec.js';
import type { Outcome, Policy } from './types.js';
import { openWorkshop, type Premises } from './workshop.js';

/** So many jobs are played in a world before the next one is drawn. */
export const JOBS_IN_A_WORLD = 20;

export interface WorldAsk {
  readonly seed: string;
  readonly arm: Arm;
  readonly policies: readonly Policy[];
  /** Only jobs of this request, wherever it makes sense. */
  readonly request?: TrialRequest;
  /** Only jobs about these places. */
  readonly slots?: readonly string[];
  /** The first world is 0. */
  readonly world: number;
  /** So many of its jobs. */
  readonly jobs: number;
  /** Premises for one more workshop, with nothing in them. */
  readonly premises: () => Premises;
}

/** What came of the jobs of one world, and how long they took, ms: all of it, and what the program took to work out. */
export interface WorldPlayed {
  readonly outcomes: readonly Outcome[];
  readonly ms: number;
  readonly workOuts: { readonly count: number; readonly ms: number };
}

/** Plays the jobs of one world by each policy: each policy on the same job. */
export async function playWorld({
  seed,
  arm,
  policies,
  request,
  slots,
  world,
  jobs,
  premises,
}: WorldAsk): Promise<WorldPlayed> {
  const shop = openWorkshop(worldOf(`${seed}/${world}`, arm), premises());
  const began = performance.now();
  try {
    const outcomes: Outcome[] = [];
    for (let n = 0; n < jobs; n++) {
      if (slots && !slots.includes(specOf(shop.world, n, request).slot)) continue;
      for (const policy of policies) outcomes.push(await playJob(shop, n, policy, request));
    }
    return { outcomes, ms: performance.now() - began, workOuts: shop.spent };
  } finally {
    await shop.close();
  }
}

/** The worlds that so many jobs take, each with how many are played in it. */
export const worldsFor = (jobs: number): readonly { readonly world: number; readonly jobs: number }[] =>
  Array.from({ length: Math.ceil(jobs / JOBS_IN_A_WORLD) }, (_, world) => ({
    world,
    jobs: Math.min(JOBS_IN_A_WORLD, jobs - world * JOBS_IN_A_WORLD),
  }));

/** Plays so many jobs one after the other. */
export async function runTrial(ask: Omit<WorldAsk, 'world'>): Promise<Outcome[]> {
  const outcomes: Outcome[] = [];
  for (const part of worldsFor(ask.jobs)) outcomes.push(...(await playWorld({ ...ask, ...part })).outcomes);
  return outcomes;
}
