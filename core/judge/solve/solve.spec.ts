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

/** So many vehicles side by side, as one chain. */
function sideBySide(input: ChainInput, times: number): ChainInput {
  const copies = Array.from({ length: times }, (_, n) => {
    const named = (id: string): string => `${n} ${id}`;
    return {
      parts: input.parts.map((part) => ({ ...part, id: named(part.id) })),
      joints: input.joints.map((joint) => {
        const [a, b] = joint.between;
        const between = [
          { ...a, part: named(a.part) },
          { ...b, part: named(b.part) },
        ] as const;
        return { ...joint, id: named(joint.id), between };
      }),
      edits: input.edits.map((edit) => ('at' in edit ? { ...edit, id: named(edit.id), at: named(edit.at) } : edit)),
    };
  });
  const all = <K extends 'parts' | 'joints' | 'edits'>(key: K) =>
    copies.flatMap((copy): readonly unknown[] => copy[key]) as unknown as ChainInput[K];
  return { ...input, parts: all('parts'), joints: all('joints'), edits: all('edits') };
}

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
  it('says when a limit cut it short, and what it has by then', () => {
    for (const cut of [solveChain(input, { states: 1 }), solveChain(input, {}, () => true)]) {
      expect(cut).toMatchObject({ truncated: true });
      expect(cut.ways).toHaveLength(1);
      expect(bad(input, cut.ways[0]?.fixes ?? [])).toEqual([]);
    }
    expect(solveChain(input, { minutes: 5 }).ways).toEqual([]);
    expect(solveChain(input, { order: 1 })).toMatchObject({ ways: [], because: 'no-fix' });
  });
  it('sixty misfits are more than can be tried: it is cut off, and what it has closes every one of them', () => {
    const sixty = sideBySide(input, 30);
    expect(bad(sixty, [])).toHaveLength(60);
    const solution = solveChain(sixty, { states: 1 });
    expect(solution).toMatchObject({ truncated: true, ways: [{ fixes: { length: 60 } }] });
    expect(solution.because).toBeUndefined();
    expect(bad(sixty, solution.ways[0]?.fixes ?? [])).toEqual([]);
  });
  it('tells how far it is', () => {
    const told: number[] = [];
    solveChain(input, {}, undefined, ({ open }) => told.push(open));
    expect(told[0]).toBe(2);
    expect(told.at(-1)).toBe(0);
  });
});
