import { runs } from '../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CheckRow, CHECKS } from '../judge/check/index.js';
import type { ChainInput } from '../judge/verdict/index.js';
import { attribute, ATTRIBUTES } from '../named/attribute/index.js';
import type { Fact, UnitKind } from '../named/unit/index.js';
import { type EditBody, type JointKind } from '../vehicle/chain/index.js';
import { checkChain } from './check-chain.js';
import { composeJob } from './compose.js';
import { editsOf } from './fixes.js';
import { type JobExample, type Line, lookAt, rowsFor } from './jobs.testing.js';

/** Laws that hold for every job, however odd: random facts on both sides of a random place. */

const THREADS = ['M10x1.0', 'M12x1.0', '3/8-24 UNF', '7/16-24 UNS', 'M8x1.25'];
const POSITIONS = ['front-left', 'rear-left', 'front-right'];
const SAID = ATTRIBUTES.filter(
  (row) => ['quantity', 'choice', 'thread', 'mark', 'count'].includes(row.kind) && row.dimension !== 'ratio',
).map((row) => row.name);

const valueFor = (name: Fact['attribute']): fc.Arbitrary<Fact['value']> => {
  const row = attribute(name);
  if (row.kind === 'choice') return fc.constantFrom(...(row.choices ?? []), null);
  if (row.kind === 'thread') return fc.constantFrom(...THREADS);
  if (row.kind === 'mark') return fc.constantFrom('flat 2-pin', 'round 3-pin', null);
  if (row.kind === 'count') return fc.integer({ min: 1, max: 3 });
  const { min, max } = row.usual ?? { min: 1, max: 100 };
  // Few values, so that both sides often agree.
  return fc.integer({ min: 0, max: 3 }).map((step) => min + ((max - min) * step) / 3);
};
const line: fc.Arbitrary<Line> = fc
  .constantFrom(...SAID)
  .chain((name) =>
    fc
      .tuple(valueFor(name), fc.constantFrom(...POSITIONS))
      .map(([value, position]): Line => (attribute(name).perPort ? [name, value, position] : [name, value])),
  );
/** Lines with one value for each attribute and position. */
const lines = fc
  .array(line, { maxLength: 60, size: 'max' })
  .map((list) => [...new Map(list.map((l) => [`${l[0]}@${l[2] ?? ''}`, l])).values()]);
const KINDS: readonly UnitKind[] = ['brake-master', 'clutch-master', 'slave', 'booster', 'caliper'];
const example = fc.record({
  kind: fc.constantFrom(...KINDS),
  booster: fc.boolean(),
  vehicle: lines,
  unit: lines,
  old: lines,
});

const offered = (job: JobExample): string[] => [
  ...new Set(lookAt(job).checks.flatMap((c) => c.fixes.map((r) => r.key))),
];
const plain = (job: JobExample, ...accepted: string[]): unknown =>
  JSON.parse(JSON.stringify(lookAt(job, ...accepted).joints)) as unknown;
const answered = (input: ChainInput) => {
  const answer = checkChain(input);
  if ('faults' in answer) throw new Error(answer.faults.map((f) => f.sentence).join(' '));
  return answer.joints;
};

describe('laws of a job', () => {
  it('the order in which fixes are accepted does not matter, and taking them back restores what was', () => {
    fc.assert(
      fc.property(example, (job) => {
        const before = plain(job);
        const keys = offered(job);
        expect(plain(job, ...[...keys].reverse())).toEqual(plain(job, ...keys));
        expect(plain(job)).toEqual(before);
      }),
      { numRuns: runs(100) },
    );
  });
  it('what nobody recorded takes no must away', () => {
    const musts = (job: JobExample): string[] =>
      answered(composeJob(rowsFor(job))).flatMap(({ id, checks }) =>
        checks.flatMap(({ code }) => (ALWAYS.some((row) => row.code === code) ? [`${id} ${code}`] : [])),
      );
    let tried = 0;
    fc.assert(
      fc.property(example, (job) => {
        const of = musts(job);
        tried += of.length;
        expect(musts({ ...job, vehicle: [], unit: [], old: [] })).toEqual(expect.arrayContaining(of));
      }),
      { numRuns: runs(100) },
    );
    expect(tried).toBeGreaterThan(runs(200));
  });
  it('the order in which facts are recorded does not matter', () => {
    fc.assert(
      fc.property(example, (job) => {
        const turned = {
          ...job,
          unit: [...job.unit].reverse(),
          vehicle: [...job.vehicle].reverse(),
          old: [...job.old].reverse(),
        };
        const states = (j: JobExample) =>
          lookAt(j)
            .checks.map((c) => [c.id, c.state])
            .sort();
        expect(states(turned)).toEqual(states(job));
      }),
      { numRuns: runs(100) },
    );
  });
  it('a fix changes no check that none of its edits is about', () => {
    let tried = 0;
    fc.assert(
      fc.property(example, (job) => {
        const input = composeJob(rowsFor(job));
        const before = answered(input);
        for (const fix of before.flatMap((j) => j.checks.flatMap((c) => c.fixes))) {
          const about = fix.edits.map(reachOf(input));
          const after = new Map(
            answered({ ...input, edits: [...input.edits, ...editsOf('fix', [fix])] }).map((j) => [j.id, j]),
          );
          for (const joint of before) {
            const parts = joint.between.map((ref) => ref.part);
            for (const check of joint.checks) {
              const row = CHECKS.find((r) => r.code === check.code);
              const reads = row && !READS_MORE.includes(row.rule) ? [row.a, row.b ?? row.a] : undefined;
              const touched = about.some(
                ({ part, names }) =>
                  parts.includes(part) &&
                  (names === undefined ||
                    reads === undefined ||
                    names.some((n) => (reads as readonly string[]).includes(n))),
              );
              if (touched || row === undefined) continue;
              tried++;
              const same = after.get(joint.id)?.checks.find((c) => c.code === check.code);
              expect(same?.state, `${fix.fix}: ${joint.id} ${check.code}`).toBe(check.state);
            }
          }
        }
      }),
      { numRuns: runs(250) },
    );
    expect(tried).toBeGreaterThan(runs(300));
  });
});

/** Checks of joints that every unit of its kind has, and that are made whatever is known. */
const EVERYWHERE: readonly JointKind[] = ['mount', 'rod', 'push', 'fork', 'carrier', 'disc'];
const ALWAYS = CHECKS.filter(
  ({ joint, asked, rank }) => EVERYWHERE.includes(joint) && asked === 'always' && rank === 'must',
);

/** Rules that lean on more of their faces than the two attributes of their row. */
const READS_MORE: readonly CheckRow['rule'][] = [
  'rod-length',
  'rod-engaged',
  'pedal-height',
  'stud-length',
  'gap',
  'gender',
  'plug',
  'bolt',
];

/**
 * Parts that an edit changes, with the attributes that it sets; all of the part where it leads a joint elsewhere or
 * lies in a stack.
 */
const reachOf =
  ({ joints }: ChainInput) =>
  (edit: EditBody): { readonly part: string; readonly names?: readonly string[] } => {
    switch (edit.do) {
      case 'set':
        return { part: edit.at, names: edit.facts.map((f) => f.attribute) };
      case 'put':
      case 'remove':
        return { part: edit.at };
      case 'part':
        return { part: edit.part.id };
      case 'join':
        return { part: edit.joint.between[0].part };
      case 'plug':
        return { part: edit.face.part };
      case 'stack':
        // What lies in a mount brings the unit that stands on it forward, with its rod and its room.
        return { part: joints.find((j) => j.id === edit.joint)?.between[1].part ?? '' };
    }
  };
