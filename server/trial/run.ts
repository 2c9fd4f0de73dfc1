import { type Arm, worldOf } from '@kerabat/core/simulate';
import { playJob } from './play.js';
import type { Outcome, Policy } from './types.js';
import { openWorkshop, type Premises } from './workshop.js';

/** So many jobs are played in a world before the next one is drawn. */
const JOBS_IN_A_WORLD = 10;

export interface TrialAsk {
  readonly jobs: number;
  readonly seed: string;
  readonly arm: Arm;
  readonly policies: readonly Policy[];
  /** Premises for one more workshop, with nothing in them. */
  readonly premises: () => Premises;
  /** Called after each job; `false` ends the trial with what was done so far. */
  readonly onDone?: (outcomes: readonly Outcome[], done: number) => boolean;
}

/** Plays so many jobs by each policy: the same seeds for all of them, each policy on the same job. */
export async function runTrial({ jobs, seed, arm, policies, premises, onDone }: TrialAsk): Promise<Outcome[]> {
  const outcomes: Outcome[] = [];
  for (let first = 0; first < jobs; first += JOBS_IN_A_WORLD) {
    const shop = openWorkshop(worldOf(`${seed}/${first / JOBS_IN_A_WORLD}`, arm), premises());
    try {
      for (let n = 0; n < Math.min(JOBS_IN_A_WORLD, jobs - first); n++) {
        const played: Outcome[] = [];
        for (const policy of policies) played.push(await playJob(shop, n, policy));
        outcomes.push(...played);
        if (onDone?.(played, first + n + 1) === false) return outcomes;
      }
    } finally {
      await shop.close();
    }
  }
  return outcomes;
}
