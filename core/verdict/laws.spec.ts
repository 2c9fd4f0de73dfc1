import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUT_NAMES, type Edit } from '../chain/index.js';
import { checkChain, type ChainAnswer, type ChainInput } from './index.js';
import { differInOne, draws, hide, inputWith, layouts, putAgain, putAnother, vehicleOf } from './vehicles.testing.js';

const RUNS = 600;

function checked(input: ChainInput): ChainAnswer {
  const answer = checkChain(input);
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer;
}
const checksOf = (answer: ChainAnswer) =>
  answer.joints.flatMap((joint) => joint.checks.map((check) => ({ joint: joint.id, ...check })));

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
      { numRuns: 60 },
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
      { numRuns: RUNS },
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
      { numRuns: 3 * RUNS },
    );
    // Most of what a unit can fail by one fact was failed.
    expect(wrong.size).toBeGreaterThan(5);
  });
});

describe('law 3: what blocks can be answered now', () => {
  it('every must that is not known names how, and asks it of a part that is there', () => {
    fc.assert(
      fc.property(
        layouts,
        draws,
        fc.nat(40),
        draws,
        draws,
        fc.integer({ min: 2, max: 8 }),
        (layout, values, which, others, hidden, gone) => {
          const vehicle = vehicleOf(layout, values);
          const truth = inputWith(vehicle, [putAnother(vehicle, which, others, 6, true)]);
          const given = hide(truth, hidden, gone);
          const seen = checked(given);
          for (const check of checksOf(seen).filter((c) => c.rank === 'must' && c.state === 'not-known')) {
            expect(check.answers.length, `${check.joint} ${check.code}`).toBeGreaterThan(0);
            for (const { part } of check.answers) expect(given.parts.map((p) => p.id)).toContain(part);
          }
        },
      ),
      { numRuns: RUNS / 3 },
    );
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
      { numRuns: RUNS / 5 },
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
      { numRuns: RUNS / 3 },
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
              `${fix.fix} at ${check.joint} ${check.code} ${JSON.stringify(check.values)} ${JSON.stringify(same?.values)}`,
            ).not.toBe('does-not-fit');
          }
        }
      }),
      { numRuns: RUNS / 3 },
    );
    expect(tried).toBeGreaterThan(20);
  });
});
