import { parseArgs } from 'node:util';
import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { FAULTS, type Fault } from '../trial/plant.js';
import { isWrong } from '../trial/report.js';
import { worldsFor, type WorldPlayed } from '../trial/run.js';

/**
 * npm run trial:faults -- [--jobs N] [--seed S] [--threads N] [--only FAULT …]: plants one fault after the other and
 * plays jobs of honest people until an order is wrong that is right without it; prints after how many.
 */

const { values } = parseArgs({
  options: {
    jobs: { type: 'string', default: '2000' },
    seed: { type: 'string', default: 'faults' },
    only: { type: 'string', multiple: true },
    threads: { type: 'string', default: String(Math.min(4, availableParallelism())) },
  },
});
const jobs = Number(values.jobs);
const faults = FAULTS.filter(({ name }) => values.only?.includes(name) ?? true);
const HERE = new URL('./trial-thread.js', import.meta.url);

interface Noticed {
  readonly after?: number;
  readonly played: number;
  readonly by?: string;
}

/** Plays the jobs of one fault, in a thread of its own, until one shows it. */
function notice(fault: Fault): Promise<Noticed> {
  const { request, slots, name } = fault;
  const ask = { seed: values.seed, arm: 'honest', policies: ['advice'], request, slots, fault: name };
  const worker = new Worker(HERE, { workerData: ask });
  // Of each world only the jobs that are about its places are played; the worlds go on until there were enough.
  const worlds = worldsFor(jobs * 10);
  let [played, world] = [0, 0];
  return new Promise((resolve, reject) => {
    const done = (answer: Noticed): void => {
      void worker.terminate();
      resolve(answer);
    };
    const next = (): void => {
      const part = worlds[world++];
      if (part && played < jobs) worker.postMessage(part);
      else done({ played });
    };
    worker.on('error', reject);
    worker.on('message', ({ played: shown, failed }: { readonly played?: WorldPlayed; readonly failed?: string }) => {
      // A fault that makes the program fail is noticed too.
      if (shown === undefined) return done({ after: played, played, by: (failed ?? '').split('\n')[0] ?? '' });
      for (const [i, outcome] of shown.outcomes.entries()) {
        const ordered = outcome.end === 'safe' || outcome.end === 'on-listing';
        const [flaw] = outcome.flaws;
        if (ordered && flaw)
          return done({
            after: played + i + 1,
            played,
            by: `${isWrong(outcome) ? outcome.end : 'list'}: ${flaw.at}: ${flaw.sentence}`,
          });
      }
      played += shown.outcomes.length;
      return next();
    });
    next();
  });
}

console.log(`seed ${values.seed}, at most ${jobs} jobs of honest people for each of ${faults.length} faults\n`);
console.log('| kind | fault | jobs | noticed after | by |\n| --- | --- | --- | --- | --- |');
const left = [...faults];
let noticed = 0;
await Promise.all(
  Array.from({ length: Number(values.threads) }, async () => {
    for (let fault = left.shift(); fault; fault = left.shift()) {
      const { after, by } = await notice(fault);
      if (after !== undefined) noticed += 1;
      const { kind, name, request } = fault;
      console.log(`| ${[kind, name, request, after ?? 'not noticed', (by ?? '').replaceAll('|', '/')].join(' | ')} |`);
    }
  }),
);
console.log(`\n${noticed} of ${faults.length} noticed`);
process.exit(noticed === faults.length ? 0 : 1);
