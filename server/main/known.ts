import { readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { worldOf } from '@kerabat/core/simulate';
import { kindsIn, kindsOf } from '../trial/report.js';
import type { WorldPlayed } from '../trial/run.js';
import { specOf } from '../trial/spec.js';
import { isSaidOfKind, type KnownCase, shrink, written } from '../trial/shrink.js';
import { premises } from './premises.js';

/**
 * npm run trial:known -- [--add] FILE.jobs … : the most frequent kinds of wrong in trials that were played, each with
 * the smallest world that shows it, into trial/known.json. With --add the cases that are there stay, and only kinds
 * that none of them shows are looked for.
 */

const MOST = 50;
const OUT = 'trial/known.json';

const { values, positionals: files } = parseArgs({ options: { add: { type: 'boolean' } }, allowPositionals: true });
if (files.length === 0) {
  console.error('Name the .jobs files of the trials: npm run trial:known -- [--add] FILE.jobs …');
  process.exit(2);
}
const trials = files.map((file) => {
  const [head = '{}', ...lines] = readFileSync(file, 'utf8').split('\n');
  const worlds = lines.filter((line) => line !== '').map((line) => JSON.parse(line) as WorldPlayed & { world: number });
  return { ...(JSON.parse(head) as { arm: 'honest' | 'lies'; seed: string }), worlds };
});
const outcomes = trials.flatMap(({ arm, seed, worlds }) =>
  worlds.flatMap(({ world, outcomes: own }) => own.map((outcome) => ({ arm, seed, world, outcome }))),
);
const cases: KnownCase[] = values.add ? (JSON.parse(readFileSync(OUT, 'utf8')) as KnownCase[]) : [];
const known = new Set(cases.map(({ kind }) => kind));
const shown = kindsOf(outcomes.map(({ outcome }) => outcome)).filter(([kind]) => !known.has(kind));
for (const [kind, count] of shown.slice(0, MOST)) {
  const found = outcomes.find(({ outcome }) => isSaidOfKind(outcome, kind));
  if (!found) continue;
  const world = worldOf(`${found.seed}/${found.world}`, found.arm);
  const spec = specOf(world, Number(found.outcome.seed.split('/').at(-1)));
  const least = await shrink(world, spec, kind, premises);
  process.stderr.write(
    `${kind}: ${least ? `${least.world.units.size} units, ${least.world.holes.size} holes` : 'not shown again'}\n`,
  );
  if (!least) continue;
  const flaw = least.outcome.flaws.find((one) => kindsIn({ ...least.outcome, flaws: [one] }).includes(kind));
  const { request, slot, layout, story } = least.outcome;
  const what = `${spec.conversion ?? request} of the ${slot} on a ${layout} vehicle`;
  const called = least.outcome.end === 'safe' ? 'OK to order' : 'OK to order on listing';
  const sentence = `${what} is called ${called}, and ${flaw?.sentence ?? kind}.`;
  cases.push({
    kind,
    count,
    sentence,
    seed: `${found.arm} ${found.outcome.seed}`,
    spec,
    world: written(least.world),
    story,
  });
}
writeFileSync(OUT, `[\n${cases.map((one) => JSON.stringify(one)).join(',\n')}\n]\n`);
console.log(`${cases.length} cases in ${OUT}`);
process.exit(0);
