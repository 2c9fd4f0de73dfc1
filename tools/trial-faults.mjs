// npm run trial:faults -- [--jobs N] [--seed S] [--request upgrade]: plays the same jobs with a fault planted in
// one rule after the other, and prints how many orders that are called safe are wrong, beside those without a fault.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { FAULTS } from '../server/dist/trial/plant.js';
import { ROOT } from './setup.mjs';

const { values } = parseArgs({
  options: {
    jobs: { type: 'string', default: '2000' },
    seed: { type: 'string', default: 'faults' },
    request: { type: 'string', default: 'upgrade' },
  },
});
const folder = mkdtempSync(join(tmpdir(), 'kerabat-faults-'));

/** Counts of a trial with a fault, or with none. */
function played(fault) {
  const out = join(folder, 'trial.json');
  rmSync(`${out}.jobs`, { force: true });
  const args = [
    '--jobs',
    values.jobs,
    '--seed',
    values.seed,
    '--request',
    values.request,
    '--out',
    out,
    ...(fault ? ['--fault', fault] : []),
  ];
  const { status, stderr } = spawnSync(process.execPath, [join(ROOT, 'server/dist/main/trial.js'), ...args], {
    encoding: 'utf8',
    maxBuffer: 2 ** 30,
  });
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(readFileSync(out, 'utf8')).lines[0];
}

const none = played();
const wrong = ({ wrongSafe, wrongListing }) => wrongSafe + wrongListing;
console.log('| fault | safe | wrong safe | wrong on listing | more than without |');
console.log('| --- | --- | --- | --- | --- |');
console.log(`| none | ${none.safe} | ${none.wrongSafe} | ${none.wrongListing} | |`);
let unseen = 0;
for (const fault of FAULTS) {
  const line = played(fault);
  const more = wrong(line) - wrong(none);
  if (more <= 0) unseen += 1;
  console.log(
    `| ${fault} | ${line.safe} | ${line.wrongSafe} | ${line.wrongListing} | ${more > 0 ? `+${more}` : more} |`,
  );
}
rmSync(folder, { recursive: true, force: true });
console.log(`\n${FAULTS.length - unseen} of ${FAULTS.length} faults raise the count`);
