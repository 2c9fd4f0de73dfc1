import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type FittingPiece, type Opening, openingKey, opposite } from '../../named/fitting/index.js';
import { routeRefusal, routeStepWords, routeWhy } from '../../tell/words/index.js';
import { indexFittings } from './fittings.js';
import { findRoutes } from './route.js';
import { type Route, ROUTE_REFUSALS, type RouteLine } from './route.types.js';

const female = (thread: string, seat: Opening['seat'] = 'inverted-flare'): Opening => ({
  gender: 'female',
  thread,
  seat,
});
const male = (thread: string, seat: Opening['seat'] = 'inverted-flare'): Opening => ({ gender: 'male', thread, seat });
const piece = (
  kind: FittingPiece['kind'],
  name: string,
  ends: readonly Opening[],
  more: Partial<FittingPiece> = {},
): FittingPiece => ({ key: name, kind, name, ends, price: 5, ...more });
const nut = (thread: string, seat: Opening['seat'], tube: string, price = 1): FittingPiece =>
  piece('tube-nut', `nut ${thread} ${tube}`, [male(thread, seat)], { tube, price });

const CATALOGUE: readonly FittingPiece[] = [
  nut('M10x1.0', 'bubble-flare', '4.75 mm'),
  nut('3/8-24 UNF', 'inverted-flare', '3/16 in'),
  nut('7/16-24 UNS', 'inverted-flare', '3/16 in'),
  piece('adapter', 'M10 to 3/8', [male('M10x1.0', 'bubble-flare'), female('3/8-24 UNF')]),
  piece('adapter', 'M10 to 3/8, dear', [male('M10x1.0', 'bubble-flare'), female('3/8-24 UNF')], { price: 9 }),
  piece('adapter', 'M12 to M10', [male('M12x1.0', 'bubble-flare'), female('M10x1.0', 'bubble-flare')]),
  piece('union', '3/8 union', [female('3/8-24 UNF'), female('3/8-24 UNF')]),
  piece('line', 'M10 to 3/8, 600', [male('M10x1.0', 'bubble-flare'), male('3/8-24 UNF')], { lengthMm: 600, price: 14 }),
  piece('line', 'M10 to 3/8, 900', [male('M10x1.0', 'bubble-flare'), male('3/8-24 UNF')], { lengthMm: 900, price: 18 }),
  piece('tee', 'tee 3/8, M10', [male('M10x1.0', 'bubble-flare'), female('3/8-24 UNF'), female('7/16-24 UNS')]),
  piece('plug', 'plug M10', [male('M10x1.0', 'bubble-flare')], { price: 2 }),
];
const INDEX = indexFittings(CATALOGUE);
const LINE: RouteLine = { tube: '3/16 in', nut: '3/8-24 UNF', flare: 'inverted-flare' };
const PORT = female('M10x1.0', 'bubble-flare');
const acts = ({ steps }: Route): string => steps.map(({ do: act }) => act).join(' ');

describe('from a port to a line', () => {
  it('a line that fits goes in', () => {
    const { routes } = findRoutes({ port: female('3/8-24 UNF'), line: LINE }, INDEX);
    expect(acts(routes[0] as Route)).toBe('screw-in');
    expect(routes[0]).toMatchObject({ leakJoints: 1, adapters: 0, price: 0, acceptable: true });
  });
  it('best first: right nut and flare, a made-up line, one adapter', () => {
    const { routes } = findRoutes(
      { port: PORT, line: { ...LINE, far: { nut: '3/8-24 UNF', flare: 'inverted-flare' }, lengthMm: 550 } },
      INDEX,
    );
    expect(routes.map(acts).slice(0, 4)).toEqual([
      'reflare',
      'made-line',
      'adapter screw-in',
      'made-line union screw-in',
    ]);
    expect(routes[0]).toMatchObject({ leakJoints: 1, price: 1, minutes: 15, needs: ['flare-bubble'] });
    // The next longer one comes first: it is cheaper here; and of two like adapters the cheaper.
    expect(routes[1]?.steps[0]?.item?.lengthMm).toBe(600);
    expect(routes[2]?.price).toBe(5);
  });
  it('a made-up line that is too short is none', () => {
    const { routes } = findRoutes(
      { port: PORT, line: { ...LINE, far: { nut: '3/8-24 UNF', flare: 'inverted-flare' }, lengthMm: 700 } },
      INDEX,
    );
    expect(
      routes.flatMap(({ steps }) =>
        steps.flatMap((s) => (s.do === 'made-line' && s.item?.ends.length === 2 ? [s.item.lengthMm] : [])),
      )[0],
    ).toBe(900);
  });
  it('without the flaring tool the adapter comes first, and the flare is left to a hose shop', () => {
    const { routes } = findRoutes({ port: PORT, line: LINE, have: ['flare-double'] }, INDEX);
    expect(acts(routes[0] as Route)).toBe('adapter screw-in');
    expect(routes.find((r) => acts(r) === 'reflare')?.doubts).toContain('no-tool');
  });
  it('adapters in a row are discouraged, and said why', () => {
    const { routes } = findRoutes(
      { port: female('M12x1.0', 'bubble-flare'), line: { ...LINE, tube: '5/16 in' }, avoid: ['line'] },
      INDEX,
    );
    expect(acts(routes[0] as Route)).toBe('adapter adapter screw-in');
    expect(routes[0]?.doubts).toEqual(['stacked', 'shakes']);
    expect(routeWhy(routes[0] as Route).join(' ')).toContain('a joint more that can leak');
  });
  it('a compression fitting is refused, after asking whether a flare was meant', () => {
    const { routes, none } = findRoutes({ port: PORT, line: { ...LINE, flare: 'compression' } }, INDEX);
    expect([routes, none]).toEqual([[], 'compression']);
    expect(routeRefusal('compression')).toContain('Is there a flare under the nut?');
  });
  it('the same thread with another seat is no way in: nut and flare are made new', () => {
    const { routes } = findRoutes(
      { port: PORT, line: { tube: '4.75 mm', nut: 'M10x1.0', flare: 'inverted-flare' }, avoid: ['adapter', 'line'] },
      INDEX,
    );
    expect(routes.map(acts)).toEqual(['reflare']);
  });
  it('a hose is never flared: one with that end is ordered', () => {
    const { routes } = findRoutes({ port: PORT, line: { ...LINE, hose: true }, avoid: ['adapter', 'line'] }, INDEX);
    expect(routes.map(acts)).toEqual(['other-hose']);
    expect(routes[0]?.price).toBeUndefined();
  });
  it('two lines to one port: a tee whose arms take both, each way round', () => {
    const second: RouteLine = { tube: '3/16 in', nut: '7/16-24 UNS', flare: 'inverted-flare' };
    const { routes } = findRoutes({ port: PORT, line: second, second: LINE }, INDEX);
    expect(routes[0]).toMatchObject({ leakJoints: 3, adapters: 0 });
    expect(routes[0]?.steps.map((s) => [s.do, s.thread, s.line])).toEqual([
      ['tee', undefined, undefined],
      ['screw-in', '7/16-24 UNS', 1],
      ['screw-in', '3/8-24 UNF', 2],
    ]);
    expect(findRoutes({ port: PORT, line: LINE, second, avoid: ['tee'] }, INDEX).none).toBe('two-lines');
  });
  it('nothing joined: the port is closed by a plug, or the want of one is said', () => {
    expect(findRoutes({ port: PORT }, INDEX).routes[0]).toMatchObject({ price: 2, leakJoints: 1 });
    const bare = findRoutes({ port: female('M14x1.5') }, INDEX).routes[0] as Route;
    expect([bare.price, bare.doubts]).toEqual([undefined, ['no-price']]);
  });
  it('no acceptable way is an answer', () => {
    expect(findRoutes({ port: female('M16x1.5', 'o-ring'), line: LINE }, INDEX)).toMatchObject({
      routes: [],
      none: 'no-way',
    });
    const cone = findRoutes({ port: male('5/8-18 UNF', 'flare-37'), line: { ...LINE, tube: '3/8 in' } }, INDEX);
    expect(cone.routes[0]).toMatchObject({ acceptable: false, doubts: expect.arrayContaining(['single-flare']) });
    expect(cone.none).toBe('no-way');
  });
  it('every refusal and step has words', () => {
    for (const none of ROUTE_REFUSALS) expect(routeRefusal(none)).toMatch(/^[A-Z].*[.?]$/);
    for (const act of ['screw-in', 'adapter', 'union', 'made-line', 'reflare', 'tee', 'plug', 'other-hose'] as const)
      expect(routeStepWords({ do: act, thread: 'M10x1.0', seat: 'bubble-flare', line: 1 })).toMatch(
        /^First line: .*\.$/,
      );
  });
});

const THREADS = ['M10x1.0', 'M12x1.0', '3/8-24 UNF', '7/16-24 UNS'] as const;
const opening = fc.record({
  gender: fc.constantFrom('male' as const, 'female' as const),
  thread: fc.constantFrom(...THREADS),
  seat: fc.constantFrom('inverted-flare' as const, 'bubble-flare' as const),
});
const adapters = fc.array(fc.tuple(opening, opening, fc.integer({ min: 1, max: 40 })), { maxLength: 14 });

describe('the search against trying everything', () => {
  it('the best way by adapters alone is the one that an exhaustive search finds', () => {
    fc.assert(
      fc.property(opening, adapters, (port, list) => {
        const pieces = list.map(([a, b, price], i) => piece('adapter', `a${i}`, [a, b], { price }));
        const hose: RouteLine = { ...LINE, hose: true };
        const { routes } = findRoutes({ port, line: hose }, indexFittings(pieces));
        const found = routes.filter((r) => r.steps.at(-1)?.do === 'screw-in')[0];
        const best = exhaustive(port, pieces, male(LINE.nut), []);
        expect(found && [found.steps.length - 1, found.price]).toEqual(best);
      }),
    );
  });
  it('every step goes into what the step before left open', () => {
    let looked = 0;
    fc.assert(
      fc.property(opening, adapters, (port, list) => {
        const pieces = list.map(([a, b, price], i) => piece('adapter', `a${i}`, [a, b], { price }));
        for (const { steps } of findRoutes({ port, line: LINE }, indexFittings(pieces)).routes) {
          let open: Opening = port;
          for (const step of steps) {
            if (!step.item || step.do === 'reflare') continue;
            const into = step.item.ends.findIndex((end) => openingKey(end) === openingKey(opposite(open)));
            expect(into).toBeGreaterThanOrEqual(0);
            looked += 1;
            open = [...step.item.ends].find((end) => end.thread === step.thread && end.seat === step.seat) as Opening;
          }
        }
      }),
    );
    expect(looked).toBeGreaterThan(10);
  });
});

/** Pieces and price of the best way of at most two adapters, by trying every one. */
function exhaustive(
  open: Opening,
  pieces: readonly FittingPiece[],
  line: Opening,
  used: readonly FittingPiece[],
): [number, number] | undefined {
  const ways: [number, number][] = [];
  if (openingKey(open) === openingKey(opposite(line))) ways.push([0, 0]);
  if (used.length < 2)
    for (const one of pieces)
      for (const end of [0, 1]) {
        if (openingKey(one.ends[end] as Opening) !== openingKey(opposite(open))) continue;
        const rest = exhaustive(one.ends[1 - end] as Opening, pieces, line, [...used, one]);
        if (rest) ways.push([rest[0] + 1, rest[1] + (one.price ?? 0)]);
      }
  return ways.sort((a, b) => a[0] - b[0] || a[1] - b[1])[0];
}
