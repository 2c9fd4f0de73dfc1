import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkChain } from '../../job/index.js';
import { partRow, portsOf } from '../../vehicle/chain/index.js';
import { judgedJoints } from '../joint/index.js';
import { gradeOf } from './grade.js';
import { judgeEvery, judgeChain, wantedIn } from './index.js';
import { judgedOf, requiredOf, unjudgedIn } from './judged.js';
import { draws, inputWith, layouts, putAnother, vehicleOf } from './vehicles.testing.js';

/** A grade says what was judged: the list of it is worked out from the chain, and what is not in it is not safe. */

const orders = fc.tuple(layouts, draws, fc.nat(40), draws).map(([layout, values, which, others]) => ({
  layout,
  input: inputWith(vehicleOf(layout, values), [putAnother(vehicleOf(layout, values), which, others, 25, false)]),
}));

describe('what had to be judged', () => {
  it('left out, any of it, makes an order unsafe', () => {
    let left = 0;
    fc.assert(
      fc.property(orders, ({ layout, input }) => {
        const answer = judgeChain(input);
        if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
        const { view, verdict, judged } = answer;
        if (verdict.grade !== 'safe') return;
        const [every, wanted] = [judgeEvery(input, view), wantedIn(input)];
        for (const { what, of, by } of requiredOf(view, wanted))
          for (const name of by) {
            const rest = every.filter((joint) => joint.id !== name);
            const items = judgedOf(rest, view, wanted);
            const { grade } = gradeOf(rest, view, [], [], unjudgedIn(items, rest, view, wanted));
            expect([layout, name, grade]).toEqual([layout, name, 'not-safe']);
            expect(items.find((item) => item.what === what && item.of === of)?.state).toBe('not-known');
            left++;
          }
        expect(judged.map(({ what, of }) => `${what} ${of}`)).toEqual([
          'request request',
          ...requiredOf(view, wanted).map(({ what, of }) => `${what} ${of}`),
        ]);
      }),
      { numRuns: runs(150) },
    );
    expect(left).toBeGreaterThan(runs(400));
  });
  it('is every joint of what is new, every wheel and fork of the whole, every opening, and the seals', () => {
    fc.assert(
      fc.property(orders, ({ layout, input }) => {
        const answer = judgeChain(input);
        if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
        const { view, judged } = answer;
        const of = (what: string): string[] => judged.filter((item) => item.what === what).map((item) => item.of);
        const [put] = input.edits;
        if (put?.do !== 'put') return;
        expect(of('joint'), layout).toEqual(judgedJoints(view).map(({ joint }) => joint.id));
        expect(of('joint'), layout).toEqual(
          expect.arrayContaining(
            input.joints.filter((j) => j.between.some((ref) => ref.part === put.at)).map(({ id }) => id),
          ),
        );
        expect(of('place')).toEqual([put.at]);
        expect(of('feed').sort()).toEqual(
          input.parts
            .filter(({ kind }) => partRow(kind).fed === true)
            .map(({ id }) => id)
            .sort(),
        );
        const fresh = view.parts.get(put.at);
        if (fresh && partRow(fresh.kind).fluid !== undefined)
          expect(of('outlet')).toEqual(portsOf(fresh).map((at) => `${put.at}@${at}`));
      }),
      { numRuns: runs(100) },
    );
  });
  it('what does not fit is told of the very thing that it is about', () => {
    fc.assert(
      fc.property(orders, ({ layout, input }) => {
        const fed = input.parts.filter(({ kind }) => partRow(kind).fed === true);
        const gone = fed[0];
        if (!gone || fed.length < 2) return;
        const answer = checkChain({ ...input, edits: [{ id: 'gone', do: 'remove', at: gone.id }] });
        if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
        const feeds = answer.judged.filter(({ what }) => what === 'feed');
        expect(
          feeds.map(({ of }) => of),
          layout,
        ).not.toContain(gone.id);
        expect(answer.verdict.grade).toBe('not-safe');
      }),
      { numRuns: runs(50) },
    );
  });
});

describe('what was asked for', () => {
  it('two circuits are two circuits of what will be there, whatever was planned', () => {
    let [one, two] = [0, 0];
    fc.assert(
      fc.property(orders, ({ layout, input }) => {
        const answer = judgeChain({ ...input, circuits: 2 });
        if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
        const reasons = answer.verdict.reasons.map(({ code }) => code);
        const single = layout === 'one-circuit' || layout.startsWith('clutch');
        if (layout === 'one-circuit') {
          expect(reasons).toContain('request.circuits');
          expect(answer.verdict.grade).toBe('not-safe');
          one++;
        } else if (!single && !reasons.includes('request.circuits')) two++;
      }),
      { numRuns: runs(300) },
    );
    expect([one, two].map((n) => n > 0)).toEqual([true, true]);
  });
});
