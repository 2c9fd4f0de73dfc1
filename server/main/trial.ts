import { appendFileSync, existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { parseArgs } from 'node:util';
import { Worker } from 'node:worker_threads';
import { ARMS } from '@kerabat/core/simulate';
import { FAULTS } from '../trial/plant.js';
import { isWrongSafe, kindsOf, linesOf, storyOf, tableOf } from '../trial/report.js';
import { JOBS_IN_A_WORLD, worldsFor, type WorldPlayed } from '../trial/run.js';
import { REQUESTS } from '../trial/spec.js';
import { POLICIES } from '../trial/types.js';

/** npm run trial -- [--jobs N] [--seed S] [--arm honest|lies] [--policy …] [--out FILE] [--threads N] [--fault …] */

const STORIES = 20;

function fail(sentence: string): never {
  console.error(sentence);
  process.exit(2);
}

function asked() {
  try {
    const { values } = parseArgs({
      options: {
        jobs: { type: 'string', default: '100' },
        seed: { type: 'string', default: '1' },
        arm: { type: 'string', default: 'honest' },
        policy: { type: 'string', multiple: true },
        out: { type: 'string' },
        threads: { type: 'string', default: String(Math.min(4, availableParallelism())) },
        fault: { type: 'string' },
        request: { type: 'string' },
      },
    });
    return values;
  } catch (error) {
    return fail(error instanceof Error ? error.message : String(error));
  }
}

const { jobs: wanted, seed, arm: named, policy, out, threads: many, fault, request: only } = asked();
const jobs = Number(wanted);
if (!Number.isInteger(jobs) || jobs < 1 || jobs > 1_000_000)
  fail(`--jobs is a whole number from 1 to 1 000 000, not "${wanted}".`);
const threads = Number(many);
if (!Number.isInteger(threads) || threads < 1 || threads > 64)
  fail(`--threads is a whole number from 1 to 64, not "${many}".`);
const arm = ARMS.find((one) => one === named) ?? fail(`--arm is one of ${ARMS.join(', ')}, not "${named}".`);
const policies = (policy ?? ['advice']).map(
  (name) => POLICIES.find((one) => one === name) ?? fail(`--policy is one of ${POLICIES.join(', ')}, not "${name}".`),
);
const request =
  only === undefined
    ? undefined
    : (REQUESTS.find((one) => one === only) ?? fail(`--request is one of ${REQUESTS.join(', ')}, not "${only}".`));
const faults = FAULTS.map(({ name }) => name);
if (fault !== undefined && !faults.includes(fault)) fail(`--fault is one of ${faults.join(', ')}, not "${fault}".`);

/** Writes what the disk takes; where it takes nothing, what was played so far is in the file as it was. */
function written(write: () => void): void {
  try {
    write();
  } catch (error) {
    fail(`The report could not be written to ${out}: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** A world that was played, as the file keeps it: a line for each. */
interface Kept extends WorldPlayed {
  readonly world: number;
  readonly jobs: number;
}
/** What is not as in a usual trial. */
const special = { ...(fault === undefined ? {} : { fault }), ...(request === undefined ? {} : { request }) };
const kept = out === undefined ? undefined : `${out}.jobs`;
const head = JSON.stringify({ arm, seed, policies, ...special });

/** What an earlier run of the same trial had played; a line that was cut off by its end is played again. */
function playedBefore(): Kept[] {
  if (kept === undefined) return [];
  if (!existsSync(kept)) {
    written(() => writeFileSync(kept, `${head}\n`));
    return [];
  }
  const [first, ...lines] = readFileSync(kept, 'utf8').split('\n');
  if (first !== head)
    fail(`${kept} is of another trial: ${(first ?? '').slice(0, 200)}. Remove it, or name another --out.`);
  const whole = lines.flatMap((line): Kept[] => {
    try {
      return [JSON.parse(line) as Kept];
    } catch {
      return [];
    }
  });
  written(() => writeFileSync(kept, [head, ...whole.map((one) => JSON.stringify(one)), ''].join('\n')));
  return whole;
}

const began = performance.now();
const worlds = new Map(playedBefore().map((one) => [one.world, one]));
const missing = worldsFor(jobs).filter(({ world, jobs: n }) => (worlds.get(world)?.jobs ?? 0) < n);
if (worlds.size > 0) process.stderr.write(`${worlds.size} worlds were played before; ${missing.length} are left\n`);

/** Everything that was played, in the order of the seeds. */
const played = (): Kept[] =>
  [...worlds.values()].sort((a, b) => a.world - b.world).filter(({ world }) => world < jobs / JOBS_IN_A_WORLD);

function report(stopped: boolean): void {
  const all = played();
  const outcomes = all.flatMap((one) => one.outcomes);
  const lines = policies.flatMap((one) => linesOf(outcomes, one));
  const minutes = (performance.now() - began) / 60_000;
  console.log(
    [
      `${arm}, seed ${seed}${fault === undefined ? '' : `, with a fault: ${fault}`}:`,
      `${outcomes.length} jobs in ${minutes.toFixed(1)} min${stopped ? ', stopped' : ''}\n`,
    ].join(' '),
  );
  console.log(tableOf(lines));
  console.log('');
  for (const [kind, count] of kindsOf(outcomes)) console.log(`${String(count).padStart(5)}  ${kind}`);
  const wrong = outcomes.filter(isWrongSafe);
  for (const one of wrong.slice(0, STORIES)) console.log(`\n${storyOf(one)}`);
  const [ms, workMs, works] = [
    all.reduce((sum, one) => sum + one.ms, 0),
    all.reduce((sum, one) => sum + one.workOuts.ms, 0),
    all.reduce((sum, one) => sum + one.workOuts.count, 0),
  ];
  const [job, work] = [ms / Math.max(1, outcomes.length), workMs / Math.max(1, works)];
  console.log(
    [
      `\na job took ${job.toFixed(1)} ms, working it out once ${work.toFixed(1)} ms: ${(job / work).toFixed(1)} to 1;`,
      `${Math.round(process.memoryUsage.rss() / 2 ** 20)} MB`,
    ].join(' '),
  );
  if (out !== undefined)
    written(() => {
      // Whenever it is there it is whole.
      writeFileSync(
        `${out}.part`,
        JSON.stringify({ arm, seed, jobs: outcomes.length, lines, wrongSafe: wrong }, null, 2),
      );
      renameSync(`${out}.part`, out);
    });
}

/** Each thread is sent a world when it has played the one before. */
const queue = [...missing];
let said = 0;
const over = new Promise<void>((done, broken) => {
  let busy = 0;
  const next = (thread: Worker): void => {
    const part = queue.shift();
    if (part) {
      busy += 1;
      thread.postMessage(part);
    } else if (busy === 0) done();
  };
  for (let i = 0; i < Math.max(1, Math.min(threads, queue.length + i)); i++) {
    const thread = new Worker(new URL('./trial-thread.js', import.meta.url), {
      workerData: { seed, arm, policies, ...special },
    });
    thread.on('error', broken);
    thread.on('message', (answer: { part: { world: number; jobs: number }; played?: WorldPlayed; failed?: string }) => {
      busy -= 1;
      if (!answer.played) return broken(new Error(`world ${seed}/${answer.part.world}: ${answer.failed}`));
      const one: Kept = { ...answer.part, ...answer.played };
      worlds.set(one.world, one);
      if (kept !== undefined) written(() => appendFileSync(kept, `${JSON.stringify(one)}\n`));
      const sofar = played().reduce((sum, { jobs: n }) => sum + n, 0);
      if (sofar >= said + 25) {
        said = sofar;
        process.stderr.write(`${sofar} of ${jobs} jobs\n`);
      }
      next(thread);
    });
    next(thread);
  }
});
process.on('SIGINT', () => {
  report(true);
  process.exit(0);
});
try {
  if (missing.length > 0) await over;
} catch (error) {
  report(true);
  fail(error instanceof Error ? (error.stack ?? error.message) : String(error));
}
report(false);
process.exit(0);
