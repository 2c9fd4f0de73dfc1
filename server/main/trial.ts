import { renameSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { ARMS } from '@kerabat/core/simulate';
import { REQUESTS } from '../trial/job.js';
import { isWrong, kindsOf, lineOf, storyOf, tableOf } from '../trial/report.js';
import { runTrial } from '../trial/run.js';
import { type Outcome, POLICIES } from '../trial/types.js';
import { premises } from './premises.js';

/** npm run trial -- [--jobs N] [--seed S] [--arm honest|lies] [--policy …] [--out FILE] */

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
      },
    });
    return values;
  } catch (error) {
    return fail(error instanceof Error ? error.message : String(error));
  }
}

const { jobs: wanted, seed, arm: named, policy, out } = asked();
const jobs = Number(wanted);
if (!Number.isInteger(jobs) || jobs < 1 || jobs > 1_000_000)
  fail(`--jobs is a whole number from 1 to 1 000 000, not "${wanted}".`);
const arm = ARMS.find((one) => one === named) ?? fail(`--arm is one of ${ARMS.join(', ')}, not "${named}".`);
const policies = (policy ?? ['advice']).map(
  (name) => POLICIES.find((one) => one === name) ?? fail(`--policy is one of ${POLICIES.join(', ')}, not "${name}".`),
);

/** Writes what is known so far: a trial that is killed keeps the jobs that it had played. */
function keep(outcomes: readonly Outcome[]): void {
  if (out === undefined) return;
  const wrongSafe = outcomes.filter((one) => one.end === 'safe' && isWrong(one));
  const lines = policies.flatMap((one) => ['all', ...REQUESTS].map((request) => lineOf(outcomes, one, request)));
  try {
    // Whenever it is there it is whole.
    writeFileSync(`${out}.part`, JSON.stringify({ arm, seed, jobs: outcomes.length, lines, wrongSafe }, null, 2));
    renameSync(`${out}.part`, out);
  } catch (error) {
    fail(`The report could not be written to ${out}: ${error instanceof Error ? error.message : String(error)}`);
  }
}

const began = performance.now();
let stopped = false;
process.on('SIGINT', () => (stopped = true));
const sofar: Outcome[] = [];
await runTrial({
  jobs,
  seed,
  arm,
  policies,
  premises,
  onDone: (played, done) => {
    sofar.push(...played);
    if (done % 25 === 0) {
      process.stderr.write(`${done} of ${jobs} jobs\n`);
      keep(sofar);
    }
    return !stopped;
  },
});
const minutes = (performance.now() - began) / 60_000;
const lines = policies.flatMap((one) => ['all', ...REQUESTS].map((request) => lineOf(sofar, one, request)));
console.log(`${arm}, seed ${seed}: ${sofar.length} jobs in ${minutes.toFixed(1)} min${stopped ? ', stopped' : ''}\n`);
console.log(tableOf(lines));
for (const [kind, count] of kindsOf(sofar)) console.log(`${String(count).padStart(5)}  ${kind}`);
const wrongSafe = sofar.filter((one) => one.end === 'safe' && isWrong(one));
for (const one of wrongSafe.slice(0, STORIES)) console.log(`\n${storyOf(one)}`);
keep(sofar);
process.exit(0);
