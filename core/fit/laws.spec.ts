import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { attribute, ATTRIBUTES } from '../attribute/index.js';
import { STANDARD_PRACTICE } from '../practice/index.js';
import type { Fact, UnitKind } from '../unit/index.js';
import {
  checkChain,
  checkLink,
  costOf,
  measurementsFor,
  sideOf,
  solveChain,
  type Check,
  type FitChain,
  type FitLink,
  type Joint,
} from './index.js';

/** Laws that hold for every chain, however odd: random facts on both sides of random places. */

const THREADS = ['M10x1.0', 'M12x1.0', '3/8-24 UNF', '7/16-24 UNS', 'M8x1.25'];
const POSITIONS = ['front-left', 'rear-left', 'front-right'];
/** Attributes that some joint is about, and that a random fact is made for. */
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
const fact: fc.Arbitrary<Fact> = fc.constantFrom(...SAID).chain((name) =>
  fc.tuple(valueFor(name), fc.constantFrom(...POSITIONS)).map(([value, position]) => ({
    attribute: name,
    value,
    source: '',
    ...(attribute(name).perPort ? { position } : {}),
  })),
);
/** Facts with one value for each attribute and position. */
const facts = fc
  .array(fact, { maxLength: 60 })
  .map((list) => [...new Map(list.map((f) => [`${f.attribute}@${f.position ?? ''}`, f])).values()]);
const KINDS: readonly UnitKind[] = ['brake-master', 'clutch-master', 'slave', 'booster', 'caliper'];
const link = fc.record({ kind: fc.constantFrom(...KINDS), unit: facts, vehicle: facts, booster: fc.boolean() });
type Drawn = typeof link extends fc.Arbitrary<infer T> ? T : never;

const linkOf = ({ kind, unit, vehicle }: Pick<Drawn, 'kind' | 'unit' | 'vehicle'>): FitLink => ({
  slot: kind, kind, unit, vehicle: sideOf(vehicle, 'vehicle-record'), worked: true, sameAsOld: false, asks: [],
}); // prettier-ignore
const look = (drawn: Drawn, accepted: Iterable<string> = []): Joint[] =>
  checkLink(linkOf(drawn), drawn.booster, new Set(accepted), STANDARD_PRACTICE).joints;
const checks = (joints: readonly Joint[]): Check[] => joints.flatMap((j) => j.checks);
const offered = (joints: readonly Joint[]): string[] => [
  ...new Set(checks(joints).flatMap((c) => c.remedies.map((r) => r.key))),
];
const plain = (joints: readonly Joint[]) => JSON.parse(JSON.stringify(joints)) as unknown;

describe('laws of fit', () => {
  it('to learn more never turns a known mismatch into "fits"', () => {
    fc.assert(
      fc.property(link, fc.array(fc.boolean(), { minLength: 120, maxLength: 120 }), (whole, told) => {
        // Which ports and lines there are is known from the start: to find another port is to find another unit.
        const keep = (list: readonly Fact[], from: number): Fact[] =>
          list.filter((f, i) => attribute(f.attribute).perPort || told[from + i] === true);
        const part = { ...whole, unit: keep(whole.unit, 0), vehicle: keep(whole.vehicle, 60) };
        const after = new Map(checks(look(whole)).map((c) => [c.id, c.state]));
        for (const check of checks(look(part))) {
          if (check.state === 'does-not-fit' && !LEANS_ON_MORE.includes(check.id))
            expect(after.get(check.id), `${check.id}: ${check.sentence}`).not.toBe('fits');
        }
      }),
      { numRuns: 400 },
    );
  });
  /** Nothing lies between booster and master, and nothing in the recess, until somebody says so: the working shows the nought. */
  const LEANS_ON_MORE = ['recess-depth', 'booster-pin'];

  it('a port whose seat or thread is learnt later stays the mismatch that it was', () => {
    fc.assert(
      fc.property(link, fc.array(fc.boolean(), { minLength: 120, maxLength: 120 }), (whole, told) => {
        const names = ['port-thread', 'port-seat', 'tube'];
        const keep = (list: readonly Fact[], from: number): Fact[] => {
          const places = new Set<string>();
          return list.filter((f, i) => {
            const first = f.position !== undefined && !places.has(f.position);
            if (f.position !== undefined) places.add(f.position);
            return first || !names.includes(f.attribute) || told[from + i] === true;
          });
        };
        const part = { ...whole, unit: keep(whole.unit, 0), vehicle: keep(whole.vehicle, 60) };
        const after = new Map(checks(look(whole)).map((c) => [c.id, c.state]));
        for (const check of checks(look(part))) {
          if (/^(thread|seat)@/.test(check.id) && check.state === 'does-not-fit')
            expect(after.get(check.id), check.sentence).not.toBe('fits');
        }
      }),
      { numRuns: 300 },
    );
  });
  it('a remedy that is taken and taken back leaves everything as it was', () => {
    fc.assert(
      fc.property(link, (drawn) => {
        const before = plain(look(drawn));
        for (const key of offered(look(drawn))) {
          look(drawn, [key]);
          expect(plain(look(drawn))).toEqual(before);
        }
      }),
      { numRuns: 100 },
    );
  });
  it('the order in which remedies are taken does not matter', () => {
    fc.assert(
      fc.property(link, (drawn) => {
        const keys = offered(look(drawn));
        expect(plain(look(drawn, [...keys].reverse()))).toEqual(plain(look(drawn, keys)));
      }),
      { numRuns: 200 },
    );
  });
  it('the order in which facts are known does not matter', () => {
    fc.assert(
      fc.property(link, (drawn) => {
        const turned = { ...drawn, unit: [...drawn.unit].reverse(), vehicle: [...drawn.vehicle].reverse() };
        const states = (d: Drawn) => checks(look(d)).map((c) => [c.id, c.state, c.sentence]);
        expect(states(turned)).toEqual(states(drawn));
      }),
      { numRuns: 200 },
    );
  });
  it('every check that is not known says what to measure, and to measure it all leaves none of those open for want of a value', () => {
    fc.assert(
      fc.property(link, (drawn) => {
        for (const check of checks(look(drawn))) {
          if (
            check.state === 'not-known' &&
            !check.tells &&
            !/no thread of a standard|not recorded: look at it|worked out/.test(check.sentence)
          ) {
            expect(check.measures.length, `${check.id}: ${check.sentence}`).toBeGreaterThan(0);
          }
        }
      }),
      { numRuns: 200 },
    );
  });
  it('a measurement is asked for once, however many checks lean on it', () => {
    fc.assert(
      fc.property(link, (drawn) => {
        const chain: FitChain = { system: 'brake', links: [linkOf(drawn)] };
        const keys = measurementsFor(checkChain(chain, [], STANDARD_PRACTICE).joints).map((m) => m.key);
        expect(new Set(keys).size).toBe(keys.length);
      }),
      { numRuns: 100 },
    );
  });
});

describe('the solver against trying every set', () => {
  it('finds the same cheapest cost, or that there is none', () => {
    fc.assert(
      fc.property(link, (drawn) => {
        const first = look(drawn);
        const keys = offered(first);
        fc.pre(keys.length > 0 && keys.length <= 6);
        const chain: FitChain = {
          system: 'brake',
          links: [
            linkOf(drawn),
            ...(drawn.booster && drawn.kind !== 'booster'
              ? [{ ...linkOf({ ...drawn, kind: 'booster', unit: [] }), worked: false }]
              : []),
          ],
        };
        const place = chain.links[0] as FitLink;
        const booster = chain.links.some((l) => l.slot === 'booster');
        const solution = solveChain(chain, {}, STANDARD_PRACTICE);
        fc.pre(!solution.truncated);
        // Every set of remedies that are offered somewhere on the way, up to four rounds of offers.
        const all = new Set(offered(checkLink(place, booster, new Set(), STANDARD_PRACTICE).joints));
        for (let round = 0; round < 4; round++)
          for (const key of offered(checkLink(place, booster, all, STANDARD_PRACTICE).joints)) all.add(key);
        fc.pre(all.size <= 9);
        const list = [...all];
        let best: number | undefined;
        for (let set = 0; set < 1 << list.length; set++) {
          const chosen = list.filter((_, i) => (set >> i) & 1);
          const { joints, taken } = checkLink(place, booster, new Set(chosen), STANDARD_PRACTICE);
          if (checks(joints).some((c) => c.state === 'does-not-fit' && !c.tells)) continue;
          const { cost } = costOf(taken, STANDARD_PRACTICE);
          if (best === undefined || cost < best) best = cost;
        }
        expect(solution.ways[0]?.cost).toBe(best);
      }),
      { numRuns: 60 },
    );
  });
  it('says when a limit cut it short', () => {
    const link: FitLink = linkOf({ kind: 'brake-master', unit: [{ attribute: 'sensor', value: 'round 3-pin', source: '' }, { attribute: 'reservoir', value: 'remote', source: '' }], vehicle: [{ attribute: 'sensor', value: 'flat 2-pin', source: '' }, { attribute: 'reservoir', value: 'clipped', source: '' }] }); // prettier-ignore
    const chain: FitChain = { system: 'brake', links: [link] };
    expect(solveChain(chain, {}, STANDARD_PRACTICE).ways.length).toBe(2);
    expect(solveChain(chain, { states: 1 }, STANDARD_PRACTICE)).toMatchObject({ truncated: true, ways: [] });
    expect(
      solveChain(
        chain,
        {},
        STANDARD_PRACTICE,
        () => undefined,
        () => true,
      ).truncated,
    ).toBe(true);
    expect(solveChain(chain, { minutes: 5 }, STANDARD_PRACTICE).ways).toEqual([]);
  });
});
