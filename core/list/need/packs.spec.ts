import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Pack, packed, type PackLine } from './packs.js';
import type { ListLine } from './types.js';

const THREADS = ['M10x1.0', 'M12x1.0', '3/8-24 UNF', '7/16-24 UNS'] as const;
const line = (thread: string, quantity: number, item: ListLine['item'] = 'bench-bleed'): ListLine => ({
  section: 'order',
  item,
  thread,
  quantity,
  needs: [`n ${thread}`],
});
const pack = (id: string, pieces: readonly (readonly [string, number])[], price?: number): Pack => ({
  id,
  name: `set ${id}`,
  item: 'bench-bleed',
  pieces: pieces.map(([thread, quantity]) => ({ thread, quantity })),
  ...(price === undefined ? {} : { price }),
});
const SET = pack(
  'four',
  THREADS.map((thread) => [thread, 1] as const),
  9,
);
const told = (lines: readonly (ListLine | PackLine)[]): string[] =>
  lines.map((l) => `${l.quantity} ${'pack' in l ? l.pack.name : (l.thread ?? '')}`);

describe('packs', () => {
  it('a set that holds four sizes is bought once for all of them', () => {
    const lines = [line('M10x1.0', 1), line('M12x1.0', 1)];
    expect(told(packed(lines, [SET], () => 5))).toEqual(['1 set four']);
    expect(packed(lines, [SET], () => 5)[0]?.needs).toEqual(['n M10x1.0', 'n M12x1.0']);
    // Two single ones at 2.40 are cheaper than the set at 9.
    expect(told(packed(lines, [SET], () => 2.4))).toEqual(['1 M10x1.0', '1 M12x1.0']);
  });
  it('without prices the fewest articles decide; of one size the single one stays', () => {
    expect(told(packed([line('M10x1.0', 1), line('M12x1.0', 1)], [SET], () => undefined))).toEqual(['1 set four']);
    expect(told(packed([line('M10x1.0', 1)], [SET], () => undefined))).toEqual(['1 M10x1.0']);
  });
  it('a pack for ports that are not there is never bought, nor one for another item', () => {
    const other = pack('other', [['7/16-24 UNS', 9]], 0.01);
    expect(told(packed([line('M10x1.0', 2)], [other], () => 5))).toEqual(['2 M10x1.0']);
    expect(told(packed([line('M10x1.0', 1, 'plug')], [SET], () => 50))).toEqual(['1 M10x1.0']);
  });
  it('what lies in the box or is asked about is not bought in a pack', () => {
    const boxed: ListLine = { ...line('M10x1.0', 1), section: 'box' };
    expect(packed([boxed], [SET], () => 50)).toEqual([boxed]);
  });
  it('law 4: everything is covered, nothing can be left out, and no other choice is cheaper', () => {
    const amounts = fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 1, maxLength: 3 });
    const packs = fc.array(
      fc.record({ holds: fc.array(fc.nat(2), { minLength: 3, maxLength: 3 }), price: fc.integer({ min: 1, max: 9 }) }),
      { maxLength: 3 },
    );
    fc.assert(
      fc.property(
        amounts,
        packs,
        fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 3, maxLength: 3 }),
        (wanted, some, prices) => {
          const lines = wanted.map((quantity, i) => line(THREADS[i] ?? '', quantity));
          const all = some.map(({ holds, price }, i) =>
            pack(
              String(i),
              holds.flatMap((n, t) => (n > 0 ? [[THREADS[t] ?? '', n] as const] : [])),
              price,
            ),
          );
          const priceOf = (l: ListLine): number => prices[THREADS.findIndex((t) => t === l.thread)] ?? 0;
          const bought = packed(lines, all, priceOf);
          const got = (without?: ListLine | PackLine): number[] =>
            lines.map((l) =>
              bought
                .filter((b) => b !== without)
                .reduce((sum, b) => {
                  if (!('pack' in b)) return sum + (b.thread === l.thread ? b.quantity : 0);
                  const held = b.pack.pieces.filter((p) => p.thread === l.thread).reduce((n, p) => n + p.quantity, 0);
                  return sum + held * b.quantity;
                }, 0),
            );
          const covered = (amount: readonly number[]): boolean => amount.every((n, i) => n >= (wanted[i] ?? 0));
          expect(covered(got())).toBe(true);
          expect(bought.length).toBeGreaterThan(0);
          for (const one of bought) expect(covered(got(one))).toBe(false);
          // Every other choice, counted plainly.
          const cost = bought.reduce(
            (sum, b) => sum + b.quantity * ('pack' in b ? (b.pack.price ?? 0) : priceOf(b)),
            0,
          );
          const ways = all.reduce<number[][]>(
            (before, _) => before.flatMap((w) => [0, 1, 2, 3].map((n) => [...w, n])),
            [[]],
          );
          for (const way of ways) {
            const held = lines.map((l) =>
              way.reduce(
                (sum, n, p) => sum + n * (all[p]?.pieces.find((x) => x.thread === l.thread)?.quantity ?? 0),
                0,
              ),
            );
            const singles = wanted.map((n, i) => Math.max(0, n - (held[i] ?? 0)));
            const other =
              way.reduce((sum, n, p) => sum + n * (all[p]?.price ?? 0), 0) +
              singles.reduce((sum, n, i) => sum + n * (prices[i] ?? 0), 0);
            expect(cost).toBeLessThanOrEqual(other);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});
