import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkChain, composeJob } from '../../job/index.js';
import { type JobExample, type Line, rowsFor } from '../../job/jobs.testing.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fix } from '../check/index.js';
import type { ChainInput } from '../verdict/index.js';
import { costOf, editsOf, solveChain } from './index.js';

/** Small jobs with several mismatches that have fixes: each fact is there or not, right or wrong. */
const one = (...lines: readonly Line[]): fc.Arbitrary<Line> => fc.constantFrom(...lines);
const job: fc.Arbitrary<JobExample> = fc
  .record({
    rod: one(['rod-length', 118], ['rod-length', 90], ['rod-length', null]),
    pin: one(['clevis-pin', 8], ['clevis-pin', 10], ['clevis-pin', 6]),
    studs: one(['stud-spacing', 66], ['stud-spacing', 72]),
    thread: one(['port-thread', 'M10x1.0', 'front-left'], ['port-thread', '3/8-24 UNF', 'front-left']),
    plug: one(['cruise-switch', 'grey'], ['cruise-switch', 'black']),
    room: one(['reach-front', 150], ['reach-front', 158]),
  })
  .map(({ rod, pin, studs, thread, plug, room }) => ({
    vehicle: [
      ['rod-length', 118],
      ['rod-kind', 'fork'],
      ['clevis-pin', 8],
      ['stud-spacing', 66],
      ['room-front', 170],
      ['tube', '3/16 in', 'front-left'],
      ['port-thread', '3/8-24 UNF', 'front-left'],
      ['port-seat', 'inverted-flare', 'front-left'],
      ['cruise-switch', 'grey'],
    ],
    old: [['cruise-switch', 'grey']],
    unit: [rod, pin, studs, ['rod-kind', 'fork'], ['port-seat', 'inverted-flare', 'front-left'], thread, plug, room],
  }));

const bad = (input: ChainInput, fixes: readonly Fix[]): { readonly fixes: Fix[] }[] | undefined => {
  const answer = checkChain({ ...input, edits: [...input.edits, ...editsOf(fixes)] });
  if ('faults' in answer) return undefined;
  return answer.joints.flatMap((j) =>
    j.checks.filter((c) => c.state === 'does-not-fit' && c.rank !== 'tells').map((c) => ({ fixes: [...c.fixes] })),
  );
};
const nameOf = (fix: Fix): string => JSON.stringify(fix.edits);

/** The cheapest set of all, by trying every set of fixes that are offered somewhere on the way. */
function byTrying(input: ChainInput): number | undefined {
  const all = new Map<string, Fix>();
  const seen = new Set<string>();
  const costs: number[] = [];
  const walk = (fixes: readonly Fix[]): void => {
    const name = fixes.map(nameOf).sort().join('|');
    if (seen.has(name)) return;
    seen.add(name);
    const open = bad(input, fixes);
    if (open === undefined) return;
    if (open.length === 0) costs.push(costOf(fixes, STANDARD_SETTINGS).cost);
    for (const fix of open.flatMap((o) => o.fixes)) {
      all.set(nameOf(fix), fix);
      if (fixes.length < 7) walk([...fixes, fix]);
    }
  };
  walk([]);
  return costs.length === 0 ? undefined : Math.min(...costs);
}

describe('the solver against trying every set', () => {
  it('finds the same cheapest cost, or that there is none', () => {
    let solved = 0;
    fc.assert(
      fc.property(job, (example) => {
        const input = composeJob(rowsFor(example));
        const solution = solveChain(input, {});
        expect(solution.truncated).toBe(false);
        expect(solution.ways[0]?.cost).toBe(byTrying(input));
        if ((solution.ways[0]?.fixes.length ?? 0) > 1) solved++;
      }),
      { numRuns: runs(40) },
    );
    expect(solved).toBeGreaterThan(5);
  });
});

describe('limits of the solver', () => {
  const input = composeJob(
    rowsFor({
      old: [['cruise-switch', 'grey']],
      vehicle: [
        ['cruise-switch', 'grey'],
        ['clevis-pin', 8],
      ],
      unit: [
        ['cruise-switch', 'black'],
        ['clevis-pin', 10],
      ],
    }),
  );
  it('each way says at which joint its fixes are, and none holds another', () => {
    const { ways } = solveChain(input, {});
    expect(ways.length).toBe(2);
    for (const way of ways) expect(way.joints).toHaveLength(way.fixes.length);
  });
  it('says when a limit cut it short', () => {
    expect(solveChain(input, { states: 1 })).toMatchObject({ truncated: true, ways: [], because: 'cut-short' });
    expect(solveChain(input, {}, () => true).truncated).toBe(true);
    expect(solveChain(input, { minutes: 5 }).ways).toEqual([]);
    expect(solveChain(input, { order: 1 })).toMatchObject({ ways: [], because: 'no-fix' });
  });
  it('tells how far it is', () => {
    const told: number[] = [];
    solveChain(input, {}, undefined, ({ open }) => told.push(open));
    expect(told[0]).toBe(2);
    expect(told.at(-1)).toBe(0);
  });
});
