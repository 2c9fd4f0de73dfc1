import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Bottle, bottlesFor } from './bottles.js';
import { capAgainstSeals, findFluid, fluidNeeded, type FluidRow, FLUIDS, judgeFluid } from './index.js';

const fluid = (grade: string): FluidRow => {
  const found = findFluid(grade);
  if (!found) throw new Error(grade);
  return found;
};

describe('the fluid that cap and seals want', () => {
  it.each([
    ['DOT 4', 'DOT 4', 'fits'],
    ['DOT 5.1', 'DOT 4', 'fits'],
    ['DOT 3', 'DOT 4', 'does-not-fit'],
    ['DOT 5', 'DOT 5.1', 'does-not-fit'],
    ['mineral', 'DOT 4', 'does-not-fit'],
    ['DOT 4', 'ISO class 6', 'does-not-fit'],
    ['DOT 5.1', 'ISO class 6', 'does-not-fit'],
    ['ISO class 6', 'DOT 4', 'fits'],
    ['ISO class 7', 'ISO class 6', 'fits'],
  ])('%s where the cap says %s: %s', (offered, cap, state) => {
    expect(judgeFluid(fluid(offered), fluid(cap), ['EPDM']).state).toBe(state);
  });
  it('silicone and glycol never mix, although both spare the seals', () => {
    expect(judgeFluid(fluid('DOT 5'), fluid('DOT 4'), ['EPDM']).sentence).toContain('never mix');
  });
  it('glycol ruins seals for mineral oil, whatever the cap says', () => {
    expect(judgeFluid(fluid('DOT 4'), fluid('DOT 4'), ['NBR']).sentence).toContain('ruins seals of NBR');
  });
  it('without a cap it is not known, never guessed', () => {
    expect(judgeFluid(fluid('DOT 4'), undefined, []).state).toBe('not-known');
    expect(judgeFluid(fluid('DOT 4'), undefined, ['EPDM']).state).toBe('not-known');
  });
  it('a cap and seals that contradict each other stop the work', () => {
    expect(capAgainstSeals(fluid('mineral'), ['EPDM'])).toContain('not original');
    expect(capAgainstSeals(fluid('DOT 3'), ['SBR', 'EPDM'])).toBeUndefined();
  });
  it('reads what people call a grade', () => {
    expect(findFluid('dot4')?.grade).toBe('DOT 4');
    expect(findFluid('5.1')?.grade).toBe('DOT 5.1');
    expect(findFluid('class 6')).toBeUndefined();
  });
  it('no grade of one base may replace another of any other base', () => {
    for (const a of FLUIDS)
      for (const b of FLUIDS)
        if (a.base !== b.base) expect(judgeFluid(a, b, []).state, `${a.grade} for ${b.grade}`).toBe('does-not-fit');
  });
  it('adds what the unit holds, the flush and the waste', () =>
    expect(fluidNeeded(90, 500, 0.15)).toBeCloseTo(678.5, 9));
});

describe('the cheapest set of bottles', () => {
  const size = fc.constantFrom(100, 250, 500, 1000);
  const shelf = fc
    .array(fc.record({ millilitres: size, price: fc.integer({ min: 1, max: 4000 }).map((cents) => cents / 100) }), {
      minLength: 1,
      maxLength: 3,
    })
    .map((list) => list.map((b, i): Bottle => ({ ...b, number: `B${i}` })));
  /** Every set of up to so many bottles of each kind. */
  const cheapest = (wanted: number, bottles: readonly Bottle[]): number => {
    const most = Math.ceil(wanted / 100);
    const [first, ...rest] = bottles;
    if (wanted <= 0) return 0;
    if (!first) return Infinity;
    let least = Infinity;
    for (let n = 0; n <= most; n += 1) {
      const left = wanted - n * first.millilitres;
      least = Math.min(least, n * (first.price ?? 0) + (left <= 0 ? 0 : cheapest(left, rest)));
      if (left <= 0) break;
    }
    return least;
  };
  it('holds enough, and costs no more than any other set', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 150 }).map((n) => n * 10),
        shelf,
        (wanted, bottles) => {
          const set = bottlesFor(wanted, bottles);
          expect(set.reduce((sum, b) => sum + b.quantity * b.millilitres, 0)).toBeGreaterThanOrEqual(wanted);
          const price = (number: string): number => bottles.find((b) => b.number === number)?.price ?? NaN;
          const cost = set.reduce((sum, b) => sum + b.quantity * price(b.number), 0);
          expect(cost).toBeCloseTo(cheapest(wanted, bottles), 6);
        },
      ),
      { numRuns: 200 },
    );
  });
  it('without every price the least volume decides', () => {
    const bottles: Bottle[] = [
      { number: 'small', millilitres: 250 },
      { number: 'big', millilitres: 1000, price: 1 },
    ];
    expect(bottlesFor(300, bottles)).toEqual([{ number: 'small', millilitres: 250, quantity: 2 }]);
  });
  it('counts to the millilitre: 943 ml is one bottle of 946, and 947 are two', () => {
    const bottles = [{ number: 'quart', millilitres: 946, price: 9 }];
    expect(bottlesFor(943, bottles)).toEqual([{ number: 'quart', millilitres: 946, quantity: 1 }]);
    expect(bottlesFor(946, bottles)).toEqual([{ number: 'quart', millilitres: 946, quantity: 1 }]);
    expect(bottlesFor(947, bottles)).toEqual([{ number: 'quart', millilitres: 946, quantity: 2 }]);
  });
  it.each([
    [0, 1],
    [-5, 1],
    [NaN, 1],
    [1e9, 1],
    [300, 0],
  ])('of %s ml from %s bottles there is none', (wanted, n) => {
    expect(bottlesFor(wanted, [{ number: 'a', millilitres: n * 250, price: 2 }])).toEqual([]);
  });
});
