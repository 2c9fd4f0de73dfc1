import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ChainAnswer, checkChain } from '../../job/index.js';
import { attribute } from '../../named/attribute/index.js';
import type { ChainFact, Edit } from '../../vehicle/chain/index.js';
import { CHECKS } from '../check/index.js';
import { VERDICT_GRADES } from './index.js';
import type { ChainInput } from './types.js';
import { draws, inputWith, layouts, putAnother, vehicleOf } from './vehicles.testing.js';

/**
 * More doubt never makes safer: laws over true vehicles of every layout with another unit in one of their places, and
 * figures that were read more or less well.
 */

function checked(input: ChainInput): ChainAnswer {
  const answer = checkChain(input);
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer;
}
/** 0 is the surest grade. */
const sureness = ({ verdict }: ChainAnswer): number => VERDICT_GRADES.indexOf(verdict.grade);
const checksOf = ({ joints }: ChainAnswer) =>
  joints.flatMap((joint) => joint.checks.map((check) => ({ ...check, key: `${joint.id} ${check.code}` })));
/** Misfits of what is looked at on receipt. */
const misfitsOf = (answer: ChainAnswer): string[] =>
  checksOf(answer).flatMap((c) => (c.rank === 'receive' && c.state === 'does-not-fit' ? [c.key] : []));

/**
 * What somebody does not know any more, or has two readings of, never makes an order surer: what has to be known is
 * not, and what is looked at on receipt stands there at least.
 */
function neverSurer(before: ChainAnswer, after: ChainAnswer, words: string): void {
  const told = `${words}; before ${reasonsOf(before).join(', ')}; after ${reasonsOf(after).join(', ')}`;
  const onReceipt = misfitsOf(before);
  const musts = before.verdict.reasons.filter((r) => !onReceipt.includes(`${r.joint} ${r.code}`));
  if (musts.length > 0 || onReceipt.length === 0)
    expect(sureness(after), told).toBeGreaterThanOrEqual(sureness(before));
  const seen = [...after.verdict.reasons, ...after.verdict.receive].map((r) => `${r.joint} ${r.code}`);
  expect(seen, told).toEqual(expect.arrayContaining(onReceipt));
}
const reasonsOf = ({ verdict }: ChainAnswer): string[] => verdict.reasons.map((r) => `${r.joint} ${r.code} ${r.state}`);

type Change = (fact: ChainFact) => readonly ChainFact[];
/** Every fact of the vehicle and of what goes in, in one list, to pick one by its number. */
const factsOf = (input: ChainInput): ChainFact[] => [
  ...input.parts.flatMap((part) => part.facts),
  ...input.edits.flatMap((edit) => (edit.do === 'put' ? edit.facts : [])),
];
/** The same order with one fact changed, wherever it stands. */
const with_ = (input: ChainInput, one: ChainFact, change: Change): ChainInput => {
  const facts = (list: readonly ChainFact[]): readonly ChainFact[] =>
    list.flatMap((fact) => (fact === one ? change(fact) : [fact]));
  return {
    ...input,
    parts: input.parts.map((part) => ({ ...part, facts: facts(part.facts) })),
    edits: input.edits.map((edit): Edit => (edit.do === 'put' ? { ...edit, facts: facts(edit.facts) } : edit)),
  };
};

/** A vehicle with another unit put in, some of its figures read with an error; and which fact is meant. */
const orders = fc
  .tuple(layouts, draws, fc.nat(40), draws, fc.integer({ min: 2, max: 25 }), fc.boolean(), fc.nat(1000))
  .map(([layout, values, which, others, differs, wanted, pick]) => {
    const vehicle = vehicleOf(layout, values);
    const parts = vehicle.parts.map((part, i) => ({
      ...part,
      facts: part.facts.map((fact, n) => readAs(fact, values[(i + n) % values.length] ?? 0)),
    }));
    const input = inputWith({ ...vehicle, parts }, [putAnother(vehicle, which, others, differs, wanted)]);
    const all = factsOf(input).filter(({ attribute: name }) => !LAYOUT.includes(name));
    return { layout, input, one: all[pick % all.length] as ChainFact };
  });
const readAs = (fact: ChainFact, draw: number): ChainFact =>
  typeof fact.value === 'number' && attribute(fact.attribute).dimension === 'length'
    ? { ...fact, tolerance: [0, 0.02, 0.1][draw % 3] ?? 0 }
    : fact;
/** What says how the layout is and not what a part measures; a second witness is heard when it is there. */
const LAYOUT: readonly string[] = [
  'port-feeds',
  'port-circuit',
  'port-gender',
  ...CHECKS.filter((row) => row.asked === 'both').map((row) => row.a),
];

const SOFT: readonly string[] = CHECKS.filter((row) => row.soft === true).map((row) => row.code);

const said = (one: ChainFact, order: { readonly layout: string }): string =>
  `${order.layout} ${one.attribute}@${one.position ?? ''} ${String(one.value)}`;

describe('doubt', () => {
  it('a figure that is known less well never makes an order surer, and what was a misfit on receipt stays one', () => {
    let [counted, received] = [0, 0];
    fc.assert(
      fc.property(orders, fc.constantFrom(0.05, 0.3, 2, 9), ({ input, one, ...order }, more) => {
        if (typeof one.value !== 'number' || attribute(one.attribute).dimension !== 'length') return;
        const before = checked(input);
        const after = checked(with_(input, one, (fact) => [{ ...fact, tolerance: (fact.tolerance ?? 0) + more }]));
        counted++;
        expect(sureness(after), said(one, order)).toBeGreaterThanOrEqual(sureness(before));
        const misfits = misfitsOf(before).map((key) => `${key} does-not-fit`);
        received += misfits.length;
        expect(reasonsOf(after), said(one, order)).toEqual(expect.arrayContaining(misfits));
      }),
      { numRuns: runs(1500) },
    );
    expect(counted).toBeGreaterThan(runs(400));
    expect(received).toBeGreaterThan(runs(20));
  });
  it('a fact that is forgotten never makes an order surer', () => {
    fc.assert(
      fc.property(orders, ({ input, one, ...order }) => {
        const [before, after] = [checked(input), checked(with_(input, one, () => []))];
        neverSurer(before, after, said(one, order));
      }),
      { numRuns: runs(1500) },
    );
  });
  it('a fact that nobody is named for never makes an order surer, shows misfits all the same, and fits nothing', () => {
    let fell = 0;
    fc.assert(
      fc.property(orders, ({ input, one, ...order }) => {
        const before = checked(input);
        const after = checked(with_(input, one, (fact) => [{ ...fact, rests: 'listed' }]));
        expect(sureness(after), said(one, order)).toBeGreaterThanOrEqual(sureness(before));
        expect(reasonsOf(after)).toEqual(
          expect.arrayContaining(reasonsOf(before).filter((reason) => reason.endsWith(' does-not-fit'))),
        );
        const fits = checksOf(after).filter((c) => c.state === 'fits' && c.rank === 'must' && c.rests === 'listed');
        expect(fits, said(one, order)).toEqual([]);
        // What is looked at on receipt where somebody says that it fits is a must where nobody does.
        const waits = checksOf(after).filter(
          (c) => c.state === 'not-known' && c.rests === 'listed' && c.rank !== 'must' && SOFT.includes(c.code),
        );
        expect(waits, said(one, order)).toEqual([]);
        if (sureness(after) > sureness(before)) fell++;
      }),
      { numRuns: runs(1500) },
    );
    expect(fell).toBeGreaterThan(runs(10));
  });
  it('readings that contradict each other never make an order surer', () => {
    fc.assert(
      fc.property(orders, ({ input, one, ...order }) => {
        const [a, b] = twoReadings(one);
        const [before, after] = [checked(input), checked(with_(input, one, (fact) => [fact, a, b]))];
        neverSurer(before, after, said(one, order));
        // Neither counts, whoever came last.
        const turned = checked(with_(input, one, (fact) => [fact, b, a]));
        expect(turned.verdict, said(one, order)).toEqual(after.verdict);
      }),
      { numRuns: runs(1500) },
    );
  });
  it('two readings of one thing that agree are one, in any order', () => {
    fc.assert(
      fc.property(orders, fc.nat(9), ({ input, one }, by) => {
        if (typeof one.value !== 'number') return;
        const readings = [0, 0.03, -0.02].map((off): ChainFact => ({
          ...one,
          value: Number(one.value) + off,
          tolerance: 0.1,
          rests: 'measured',
        }));
        const turned = readings.map((_, i) => readings[(i + by) % 3] as ChainFact);
        const answers = [readings, turned].map((list) => checked(with_(input, one, () => list)));
        const told = answers.map((answer) => checksOf(answer).map((c) => [c.key, c.state, c.values]));
        expect(told[1]).toEqual(told[0]);
        expect(answers[1]?.verdict).toEqual(answers[0]?.verdict);
      }),
      { numRuns: runs(300) },
    );
  });
});

/** Two readings that cannot both be true. */
function twoReadings(fact: ChainFact): readonly [ChainFact, ChainFact] {
  const reading = {
    ...fact,
    rests: 'measured' as const,
    ...(typeof fact.value === 'number' ? { tolerance: 0.1 } : {}),
  };
  return [reading, { ...reading, value: typeof fact.value === 'number' ? fact.value + 3 : 'something else' }];
}
