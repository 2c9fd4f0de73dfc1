import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ChainAnswer, checkChain } from '../../job/index.js';
import { type ChainFact, type Edit, facesOf, knownAt } from '../../vehicle/chain/index.js';
import { LAYOUT_NAMES } from '../../vehicle/layout/index.js';
import { CHECKS } from '../check/index.js';
import { judgedJoints } from '../joint/index.js';
import { viewOf } from './index.js';
import type { ChainInput } from './types.js';
import { differInOne, draws, hide, inputWith, layouts, putAgain, putAnother, vehicleOf } from './vehicles.testing.js';

const RUNS = 600;

function checked(input: ChainInput): ChainAnswer {
  const answer = checkChain(input);
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer;
}
const checksOf = (answer: ChainAnswer) =>
  answer.joints.flatMap((joint) => joint.checks.map((check) => ({ joint: joint.id, ...check })));

/** A vehicle with another unit put in, as it is in truth, and as it is seen when facts of it are hidden. */
const ignorance = (differs: number, most: number) =>
  fc
    .tuple(layouts, draws, fc.nat(40), draws, draws, fc.integer({ min: 2, max: most }))
    .map(([layout, values, which, others, hidden, gone]) => {
      const vehicle = vehicleOf(layout, values);
      const truth = inputWith(vehicle, [putAnother(vehicle, which, others, differs, true)]);
      return { truth, seen: hide(truth, hidden, gone) };
    });

describe('every layout', () => {
  it.each(LAYOUT_NAMES)('%s: a vehicle of it is whole and fits, taken unit by unit', (layout) => {
    fc.assert(
      fc.property(draws, (values) => {
        const vehicle = vehicleOf(layout, values);
        const units = vehicle.parts.filter((part) => part.unit !== undefined);
        const edits = units.map((part): Edit => ({
          id: part.id,
          do: 'put',
          at: part.id,
          kind: part.kind,
          unit: `other ${part.id}`,
          facts: part.facts,
          wanted: true,
        }));
        const bad = checksOf(checked(inputWith(vehicle, edits))).filter(
          (c) => c.state === 'does-not-fit' || (c.state === 'not-known' && c.rank === 'must'),
        );
        expect(bad.map((c) => `${c.joint} ${c.code} ${c.state} ${JSON.stringify(c.values)}`)).toEqual([]);
      }),
      { numRuns: runs(60) },
    );
  });
});

describe('law 1: never safe in ignorance', () => {
  it('whatever is hidden, a verdict of safe means that no must of the whole truth fails', () => {
    let safe = 0;
    fc.assert(
      fc.property(
        layouts,
        draws,
        fc.nat(40),
        draws,
        draws,
        fc.integer({ min: 2, max: 30 }),
        fc.integer({ min: 2, max: 40 }),
        (layout, values, which, others, hidden, differs, gone) => {
          const vehicle = vehicleOf(layout, values);
          const truth = inputWith(vehicle, [putAnother(vehicle, which, others, differs, true)]);
          const seen = checked(hide(truth, hidden, gone));
          if (seen.verdict.grade !== 'safe') return;
          safe++;
          const failing = checksOf(checked(truth)).filter((c) => c.rank === 'must' && c.state === 'does-not-fit');
          expect(failing.map((c) => `${c.joint} ${c.code} ${JSON.stringify(c.values)}`)).toEqual([]);
        },
      ),
      { numRuns: runs(RUNS) },
    );
    expect(safe).toBeGreaterThan(0);
  });
});

describe('law 1, fact by fact', () => {
  it('the one fact that makes a unit wrong, hidden: never safe', () => {
    const wrong = new Map<string, number>();
    fc.assert(
      fc.property(
        layouts,
        draws,
        fc.nat(40),
        fc.nat(60),
        fc.nat(1000),
        fc.nat(3),
        (layout, values, which, fact, draw, bits) => {
          const one = differInOne(vehicleOf(layout, values), which, fact, draw, bits);
          if (!one) return;
          const failing = checksOf(checked(one.truth)).filter((c) => c.rank === 'must' && c.state === 'does-not-fit');
          if (failing.length === 0) return;
          for (const { code } of failing) wrong.set(code, (wrong.get(code) ?? 0) + 1);
          expect(
            checked(one.seen).verdict.grade,
            `${layout} ${one.attribute}: ${failing.map((c) => c.code).join(', ')}`,
          ).toBe('not-safe');
        },
      ),
      { numRuns: runs(3 * RUNS) },
    );
    // Most of what a unit can fail by one fact was failed.
    expect(wrong.size).toBeGreaterThan(5);
  });
});

describe('law 2: nothing unchecked in silence', () => {
  it('whatever is recorded on both faces of a judged joint is compared', () => {
    let compared = 0;
    fc.assert(
      fc.property(ignorance(5, 12), ({ seen: input }) => {
        const view = viewOf(input);
        if ('faults' in view) throw new Error('faults');
        const said = new Set(checksOf(checked(input)).map((c) => `${c.joint} ${c.code}`));
        for (const { joint } of judgedJoints(view)) {
          const faces = facesOf(joint, view.parts);
          if ('because' in faces || joint.kind === 'wiring') continue;
          const [a, b] = faces;
          for (const row of CHECKS.filter((r) => r.joint === joint.kind)) {
            if (row.first?.includes(a.part.kind) === false || row.second?.includes(b.part.kind) === false) continue;
            const drives = row.pumped ? knownAt(b, 'booster-supply')?.value : undefined;
            if (typeof drives === 'string' && drives !== 'pump') continue;
            if (!knownAt(a, row.a) || !knownAt(b, row.b ?? row.a)) continue;
            compared++;
            expect([...said], `${joint.id} ${row.code}`).toContain(`${joint.id} ${row.code}`);
          }
        }
      }),
      { numRuns: runs(RUNS / 3) },
    );
    expect(compared).toBeGreaterThan(runs(500));
  });
});

describe('law 3: what blocks can be answered now', () => {
  it('every must that is not known names how, and asks it of a part that is there', () => {
    fc.assert(
      fc.property(ignorance(6, 8), ({ seen: given }) => {
        const seen = checked(given);
        for (const check of checksOf(seen).filter((c) => c.rank === 'must' && c.state === 'not-known')) {
          expect(check.answers.length, `${check.joint} ${check.code}`).toBeGreaterThan(0);
          for (const { part } of check.answers) expect(given.parts.map((p) => p.id)).toContain(part);
        }
      }),
      { numRuns: runs(RUNS / 3) },
    );
  });
});

describe('law 3: a true answer lifts what blocks', () => {
  /** Everything that is true of a part: as it is, or of the unit that goes in. */
  const trueOf = (truth: ChainInput, part: string): readonly ChainFact[] =>
    truth.edits
      .flatMap((e) => (e.do === 'put' && e.at === part ? e.facts : []))
      .concat(truth.parts.filter((p) => p.id === part).flatMap((p) => p.facts));

  it('given with what is true, each is known then, or it is a mismatch', () => {
    let lifted = 0;
    fc.assert(
      fc.property(ignorance(6, 6), ({ truth, seen }) => {
        for (const open of checksOf(checked(seen)).filter(
          (c) => c.rank === 'must' && c.state === 'not-known' && !c.coarse,
        )) {
          // What is answered may ask for the next thing: three rounds are enough for every rule.
          let [now, state]: [ChainInput, string | undefined] = [seen, open.state];
          const told = new Set<string>();
          for (let round = 0; round < 3 && state === 'not-known'; round++) {
            const check = checksOf(checked(now)).find((c) => c.joint === open.joint && c.code === open.code);
            const answers = [
              ...new Map(
                (check?.answers ?? []).map((a) => [`${a.part} ${a.attribute ?? ''} ${a.position ?? ''}`, a]),
              ).entries(),
            ].flatMap(([name, a]) => (a.attribute === undefined || told.has(name) ? [] : [a]));
            const facts = answers.flatMap(({ part, attribute, position }) => {
              const fact = trueOf(truth, part).find(
                (f) => f.attribute === attribute && (f.position ?? position) === position,
              );
              return fact
                ? [
                    {
                      part,
                      fact: { ...fact, ...(position === undefined ? {} : { position }), rests: 'measured' as const },
                    },
                  ]
                : [];
            });
            if (facts.length < answers.length || answers.length === 0) return;
            for (const a of answers) told.add(`${a.part} ${a.attribute ?? ''} ${a.position ?? ''}`);
            now = {
              ...now,
              edits: [
                ...now.edits,
                ...facts.map(({ part, fact }, i): Edit => ({
                  id: `told ${round} ${i}`,
                  do: 'set',
                  at: part,
                  facts: [fact],
                })),
              ],
            };
            state = checksOf(checked(now)).find((c) => c.joint === open.joint && c.code === open.code)?.state;
          }
          lifted++;
          expect(state, `${open.joint} ${open.code}`).not.toBe('not-known');
        }
      }),
      { numRuns: runs(RUNS / 3) },
    );
    expect(lifted).toBeGreaterThan(runs(50));
  });
});

describe('law 5: the order of edits does not matter', () => {
  it('in either order the answer is the same, and taking one back restores what was', () => {
    fc.assert(
      fc.property(layouts, draws, fc.nat(40), fc.nat(40), draws, (layout, values, one, other, others) => {
        const vehicle = vehicleOf(layout, values);
        const first = putAnother(vehicle, one, others, 5, false);
        const second = putAnother(vehicle, other, others, 7, true);
        fc.pre(first.id !== second.id);
        const alone = checked(inputWith(vehicle, [first]));
        const both = checked(inputWith(vehicle, [first, second]));
        const swapped = checked(inputWith(vehicle, [second, first]));
        const byId = <T extends { readonly id: string }>(all: readonly T[]): T[] =>
          [...all].sort((a, b) => (a.id < b.id ? -1 : 1));
        expect(byId(swapped.joints)).toEqual(byId(both.joints));
        expect(swapped.verdict.grade).toBe(both.verdict.grade);
        const asked = (answer: ChainAnswer) =>
          answer.list.map((l) => `${l.section} ${l.item} ${l.unit} ${l.quantity}`).sort();
        expect(asked(swapped)).toEqual(asked(both));
        expect(checked(inputWith(vehicle, [first]))).toEqual(alone);
      }),
      { numRuns: runs(RUNS / 5) },
    );
  });
});

describe('law 6: like for like is quiet', () => {
  it('the unit that comes off asks nothing before the order, however little is recorded', () => {
    fc.assert(
      fc.property(
        layouts,
        draws,
        fc.nat(40),
        draws,
        fc.integer({ min: 1, max: 6 }),
        (layout, values, which, hidden, gone) => {
          const vehicle = vehicleOf(layout, values);
          const { verdict } = checked(hide(inputWith(vehicle, [putAgain(vehicle, which)]), hidden, gone));
          // Without any cap on record the fluid of the system is still to be read.
          expect(verdict.reasons.filter((r) => r.code !== 'fluid.cap')).toEqual([]);
          expect(verdict.receive.every((r) => r.code === 'push.gap')).toBe(true);
        },
      ),
      { numRuns: runs(RUNS / 3) },
    );
  });
});

describe('law 7: a fix does what it says', () => {
  it('the check that it answers does not fail any more', () => {
    let tried = 0;
    fc.assert(
      fc.property(layouts, draws, fc.nat(40), draws, (layout, values, which, others) => {
        const vehicle = vehicleOf(layout, values);
        const input = inputWith(vehicle, [putAnother(vehicle, which, others, 4, true)]);
        const before = checked(input);
        for (const check of checksOf(before)) {
          for (const fix of check.fixes) {
            tried++;
            const edits = fix.edits.map((edit, i): Edit => ({ id: `fix ${i}`, ...edit }) as Edit);
            const after = checksOf(checked({ ...input, edits: [...input.edits, ...edits] }));
            const same = after.find((c) => c.joint === check.joint && c.code === check.code);
            expect(
              same?.state ?? 'fits',
              `${fix.fix} at ${check.joint} ${check.code} ${JSON.stringify(check.values)} ` +
                `${JSON.stringify(same?.values)}`,
            ).not.toBe('does-not-fit');
          }
        }
      }),
      { numRuns: runs(RUNS / 3) },
    );
    expect(tried).toBeGreaterThan(runs(20));
  });
});
