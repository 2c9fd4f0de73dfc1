import { readFileSync, writeFileSync } from 'node:fs';
import type { TrialReport } from '@kerabat/contract';
import type { Line } from '../trial/report.js';

/**
 * npm run trial:last -- HONEST.json LIES.json: what the library tells of the last trial, from the reports of its two
 * arms, into trial/last.json.
 */

const OUT = 'trial/last.json';
const [honest, lies] = process.argv.slice(2);
if (honest === undefined || lies === undefined) {
  console.error('Name the reports of both arms: npm run trial:last -- HONEST.json LIES.json');
  process.exit(2);
}

interface Report {
  readonly seed: string;
  readonly jobs: number;
  readonly lines: readonly Line[];
}
/** What an owner reads: all of it by each policy, and by how well the catalogue is kept. */
const isTold = ({ of, policy }: Line): boolean => of === 'all' || (policy === 'advice' && of.startsWith('catalogue '));

function armOf(file: string): TrialReport['honest'] {
  const { seed, lines } = JSON.parse(readFileSync(file, 'utf8')) as Report;
  const jobs = lines.find(({ policy, of }) => policy === 'advice' && of === 'all')?.jobs ?? 0;
  return {
    seed,
    jobs,
    lines: lines.filter(isTold).map((line) => ({
      policy: line.policy,
      of: line.of,
      jobs: line.jobs,
      safe: line.safe,
      wrongSafe: line.wrongSafe,
      tooFew: line.tooFew,
      tooMany: line.tooMany,
      onListing: line.onListing,
      wrongListing: line.wrongListing,
      ordered: line.ordered,
      wrongOrdered: line.wrongOrdered,
      notSafe: line.notSafe,
      there: line.there,
      thereSaid: line.thereSaid,
      seen: line.seen,
      asked: line.asked,
      minutes: Math.round(line.minutes),
    })),
  };
}
const report: TrialReport = { at: new Date().toISOString().slice(0, 10), honest: armOf(honest), lies: armOf(lies) };
writeFileSync(OUT, `${JSON.stringify(report, null, 2)}\n`);
console.log(`${report.honest.jobs} and ${report.lies.jobs} jobs in ${OUT}`);
