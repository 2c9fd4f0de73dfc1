import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkChain, foreseenByFixes, listOfJob, wordsOfList } from '../../job/index.js';
import { type JobExample, type Line, lookAt } from '../../job/jobs.testing.js';
import { viewOf } from '../../judge/verdict/index.js';
import { draws, inputWith, layouts, putAgain, putAnother, vehicleOf } from '../../judge/verdict/vehicles.testing.js';
import { ITEMS } from '../../named/item/index.js';
import type { BoxItem } from '../../vehicle/chain/index.js';
import { assign } from './assign.js';
import { countParts } from './index.js';
import type { Foreseen, List } from './types.js';

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

describe('giving what there is to what is wanted', () => {
  /** The most that can be covered, by the theorem of Hall: the least cut over every subset of demands. */
  function most(
    demands: readonly number[],
    supplies: readonly number[],
    fits: (i: number, j: number) => boolean,
  ): number {
    let least = Infinity;
    for (let set = 0; set < 1 << demands.length; set += 1) {
      const inside = (i: number): boolean => (set & (1 << i)) !== 0;
      const outside = sum(demands.filter((_, i) => !inside(i)));
      const near = sum(supplies.filter((_, j) => demands.some((_d, i) => inside(i) && fits(i, j))));
      least = Math.min(least, outside + near);
    }
    return least;
  }
  it('covers as much as can be covered, and never gives more than there is', () => {
    const counts = fc.array(fc.nat(5), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(
        counts,
        counts,
        fc.array(fc.boolean(), { minLength: 36, maxLength: 36 }),
        (demands, supplies, edges) => {
          const fits = (i: number, j: number): boolean => edges[i * 6 + j] === true;
          const named = (list: readonly number[]) => list.map((quantity, at) => ({ quantity, at }));
          const flow = assign(named(demands), named(supplies), (d, s) => fits(d.at, s.at));
          flow.forEach((row, i) => {
            row.forEach((n, j) => expect(n === 0 || (n > 0 && fits(i, j))).toBe(true));
            expect(sum(row)).toBeLessThanOrEqual(demands[i] ?? 0);
          });
          supplies.forEach((s, j) => expect(sum(flow.map((row) => row[j] ?? 0))).toBeLessThanOrEqual(s));
          expect(sum(flow.flat())).toBe(most(demands, supplies, fits));
        },
      ),
      { numRuns: runs(500) },
    );
  });
});

describe('law 4: one line for one need', () => {
  const boxes = fc.array(
    fc.record({
      item: fc.constantFrom(
        ...(['plug', 'nut', 'crush-washer', 'booster-seal', 'reservoir', 'bench-bleed', 'roll-pin'] as const),
      ),
      presence: fc.constantFrom(...(['with', 'without', 'not-known'] as const)),
      quantity: fc.integer({ min: 1, max: 3 }),
    }),
    { maxLength: 5 },
  );
  /** A vehicle with another unit or the same one again, its box, and what somebody foresees. */
  const changed = fc
    .tuple(layouts, draws, fc.nat(40), draws, boxes, fc.boolean())
    .map(([layout, values, which, others, box, again]) => {
      const vehicle = vehicleOf(layout, values);
      const put = again ? putAgain(vehicle, which) : putAnother(vehicle, which, others, 6, true);
      const input = inputWith(vehicle, [{ ...put, box } as typeof put]);
      const view = viewOf(input);
      const answer = checkChain(input);
      if ('faults' in view || 'faults' in answer) throw new Error('the generator made a chain with a fault');
      return { input, view, box: box as BoxItem[], joints: answer.joints };
    });
  const countOf = (list: readonly { readonly item: string; readonly quantity: number }[], item: string): number =>
    sum(list.filter((line) => line.item === item).map((line) => line.quantity));

  it('every need has a line or a have, and there is no line more than that', () => {
    fc.assert(
      fc.property(changed, ({ input, view, box, joints }) => {
        const { needs, haves, list } = countParts(view, input.edits, joints);
        for (const item of ITEMS) {
          expect(countOf(list, item), item).toBe(countOf(needs, item));
          // As much as the box covers is in the box, and no more is ordered beside it.
          const inBox = sum(box.filter((b) => b.item === item && b.presence === 'with').map((b) => b.quantity ?? 0));
          const taken = countOf(
            list.filter((line) => line.section === 'box'),
            item,
          );
          expect(taken, item).toBeLessThanOrEqual(inBox);
          if (item !== 'plug' && item !== 'bench-bleed' && item !== 'nut') continue;
          const there = needs.filter((n) => n.item === item && view.then.putBy.size > 0);
          const own = there.filter(({ because }) => touches(because, view));
          expect(taken, item).toBe(Math.min(inBox, countOf(own, item)));
        }
        const ids = list.flatMap((line) => line.needs);
        for (const need of needs) expect(ids).toContain(need.id);
        for (const line of list) expect(line.needs.length).toBeGreaterThan(0);
        for (const have of haves) expect(have.quantity).toBeGreaterThan(0);
        const lines = list.map(({ section, item, unit, thread, sizeMm }) =>
          JSON.stringify([section, item, unit, thread, sizeMm]),
        );
        expect(new Set(lines).size, 'no two lines say the same').toBe(lines.length);
      }),
      { numRuns: runs(250) },
    );
  });
  it('what a writer foresees and the chain counts is one thing: the larger quantity holds', () => {
    fc.assert(
      fc.property(
        changed,
        fc.constantFrom(...(['plug', 'crush-washer', 'nut', 'disc'] as const)),
        fc.integer({ min: 1, max: 9 }),
        (c, item, quantity) => {
          const foreseen: Foreseen = { key: 'f', item, quantity, because: 'f', section: 'order', at: [] };
          const before = countParts(c.view, c.input.edits, c.joints);
          const after = countParts(c.view, c.input.edits, c.joints, [[foreseen]]);
          expect(countOf(after.list, item)).toBe(Math.max(countOf(before.list, item), quantity));
          // Said by two writers one after the other, it is still one thing.
          const twice = countParts(c.view, c.input.edits, c.joints, [
            [foreseen],
            [{ ...foreseen, key: 'g', because: 'g' }],
          ]);
          expect(countOf(twice.list, item)).toBe(countOf(after.list, item));
          // Two fixes of one round want two things.
          const both = countParts(c.view, c.input.edits, c.joints, [
            [foreseen, { ...foreseen, key: 'g', because: 'g' }],
          ]);
          expect(countOf(both.list, item)).toBe(Math.max(countOf(before.list, item), 2 * quantity));
        },
      ),
      { numRuns: runs(150) },
    );
  });
  const touches = (because: string, view: Exclude<ReturnType<typeof viewOf>, { faults: unknown }>): boolean => {
    const joint = view.joints.get(because);
    const parts = joint ? joint.between.map(({ part }) => part) : [because.split('@')[0] ?? ''];
    return parts.some((part) => view.then.putBy.has(part));
  };
});

/** The list of a job of one place, as "quantity × words" by section. */
function told(example: JobExample, ...accepted: readonly string[]): Readonly<Record<string, readonly string[]>> {
  const { judged } = lookAt(example, ...accepted);
  const fixes = foreseenByFixes(judged.taken);
  const list: List = listOfJob(judged, [fixes], new Set());
  const unit = [
    {
      key: 'unit',
      section: 'order' as const,
      words: 'the unit',
      quantity: list.list.find((l) => l.item === 'unit')?.quantity ?? 0,
      reason: '',
    },
  ];
  const by: Record<string, string[]> = {};
  for (const line of wordsOfList(list, fixes, () => unit))
    (by[line.section] ??= []).push(`${line.quantity} × ${line.words}`);
  return by;
}

const STRAIGHT: readonly Line[] = [
  ['port-thread', 'M10x1.0', 'front-left'],
  ['port-seat', 'bubble-flare', 'front-left'],
  ['port-thread', 'M12x1.0', 'rear-left'],
  ['port-seat', 'bubble-flare', 'rear-left'],
];
const MASTER: readonly Line[] = [...STRAIGHT, ['stud-count', 2], ['stud-spacing', 84], ['pilot', 42]];

describe('whole lists, counted by hand', () => {
  it('a master on its booster: ring, nuts, a fitting for each port with a line', () => {
    expect(told({ booster: true, vehicle: MASTER, unit: MASTER, old: MASTER })).toEqual({
      order: [
        '1 × the unit',
        '1 × Seal ring between booster and master for a spigot of 42 mm · 1.6535 in',
        '2 × Self-locking nut for the studs',
        '1 × Bench-bleed fitting with hose M10x1.0',
        '1 × Bench-bleed fitting with hose M12x1.0',
      ],
    });
  });
  it(
    'what lies in the box is not ordered again; a silent box is asked about; what is left out moves ' +
      'over with what that consumes',
    () => {
      const box: BoxItem[] = [
        { item: 'booster-seal', presence: 'with', quantity: 1 },
        { item: 'nut', presence: 'not-known' },
        { item: 'reservoir', presence: 'without' },
        { item: 'bench-bleed', presence: 'with', quantity: 1, thread: 'M12x1.0' },
      ];
      expect(told({ booster: true, vehicle: MASTER, unit: MASTER, old: MASTER, box })).toEqual({
        order: [
          '1 × the unit',
          '2 × Reservoir grommet',
          '1 × Pin of the reservoir',
          '1 × Bench-bleed fitting with hose M10x1.0',
        ],
        move: ['1 × Reservoir with cap'],
        ask: ['2 × Self-locking nut for the studs'],
        box: [
          '1 × Seal ring between booster and master for a spigot of 42 mm · 1.6535 in',
          '1 × Bench-bleed fitting with hose M12x1.0',
        ],
      });
    },
  );
  it('an axle gets two calipers, with one washer more than eyes on each bolt', () => {
    const caliper: readonly Line[] = [
      ['port-thread', 'M10x1.0', 'single'],
      ['port-seat', 'banjo', 'single'],
    ];
    expect(told({ kind: 'caliper', vehicle: caliper, unit: caliper, old: caliper })).toEqual({
      order: ['2 × the unit', '4 × Crush washer for the banjo eye, 10 mm · 0.3937 in inside'],
    });
  });
  it('a line that is made new has its nut once, and every port its fitting', () => {
    const vehicle: readonly Line[] = [...MASTER, ['tube', '4.75 mm', 'front-left']];
    const unit = MASTER.map((line): Line =>
      line[0] === 'port-thread' && line[2] === 'front-left' ? ['port-thread', 'M12x1.0', 'front-left'] : line,
    );
    const list = told({ vehicle, unit, old: MASTER }, 'reflare@front-left');
    expect(list['order']).toEqual([
      '1 × the unit',
      '2 × Self-locking nut for the studs',
      '2 × Bench-bleed fitting with hose M12x1.0',
      '1 × Tube nut M12x1.0 for 4.75 mm tube, plain nose ahead of the thread',
    ]);
    expect(list['make']).toHaveLength(1);
  });
  it('a bottle in the box, of which nobody tells grade and amount, cancels no bottle of the order', () => {
    const { judged } = lookAt({
      booster: true,
      vehicle: MASTER,
      unit: MASTER,
      old: MASTER,
      box: [{ item: 'fluid', presence: 'with', quantity: 1 }],
    });
    const bottles = {
      key: 'f',
      item: 'fluid' as const,
      grade: 'DOT 4',
      quantity: 2,
      because: 'fluid',
      section: 'order' as const,
      at: ['master'],
      words: 'DOT 4',
      reason: '',
    };
    const fluid = listOfJob(judged, [[bottles]], new Set()).list.filter((line) => line.item === 'fluid');
    expect(fluid.map(({ section, quantity }) => [section, quantity])).toEqual([['order', 2]]);
  });
  it('a feed hose has both its clamps', () => {
    const unit: readonly Line[] = [
      ['reservoir', 'remote'],
      ['feed-hose', 8],
    ];
    expect(told({ kind: 'clutch-master', vehicle: [['feed-hose', 8]], unit, old: unit })['order']).toEqual([
      '1 × the unit',
      '2 × Hose clamp for the feed hose',
    ]);
  });
});
