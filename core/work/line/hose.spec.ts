import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hoseWords } from '../../tell/words/index.js';
import { banjoLength, hoseFault, hoseLength, type HoseOrder, shortestWay, wayPoints } from './hose.js';

const RIGHT = Math.PI / 2;
const HOSE: HoseOrder = {
  stringMm: { droop: 300, bump: 180, 'lock-left': 260, 'lock-right': 255 },
  ends: [
    { awayDeg: 90, clockingDeg: 0 },
    { awayDeg: 90, clockingDeg: 0 },
  ],
  bendRadiusMm: 40,
};

describe('how long a hose is', () => {
  it('a string is a lower bound: fittings that stand square add their bends', () => {
    // Two quarter arcs and what lies between: 300 − 2 × 40 + π × 40 = 345.66; 10 to spare; steps of 5.
    const found = hoseLength(HOSE);
    expect(found.needs.find(({ place }) => place === 'droop')?.leastMm).toBeCloseTo(345.664, 2);
    expect([found.freeMm, found.governs, found.clockingDeg]).toEqual([360, 'droop', 0]);
    expect(found.hangs).toBeCloseTo(0.5, 6);
  });
  it('fittings that point at each other add nothing', () => {
    const straight = hoseLength({
      ...HOSE,
      ends: [
        { awayDeg: 0, clockingDeg: 0 },
        { awayDeg: 0, clockingDeg: 0 },
      ],
    });
    expect(straight.needs.map(({ stringMm, leastMm }) => leastMm - stringMm)).toEqual([0, 0, 0, 0]);
    expect(straight.freeMm).toBe(310);
  });
  it('to opposite sides it is an S: two arcs and the tangent that crosses between them', () => {
    // Circles of 40 about (40, 0) and (260, 0): crossing tangent √(220² − 80²), each arc 90° + asin(80 / 220).
    const byHand = Math.sqrt(220 ** 2 - 80 ** 2) + 2 * 40 * (RIGHT + Math.asin(80 / 220));
    expect(shortestWay(300, RIGHT, RIGHT, 40)).toBeCloseTo(byHand, 6);
    const opposite = hoseLength({
      ...HOSE,
      ends: [
        { awayDeg: 90, clockingDeg: 0 },
        { awayDeg: 90, clockingDeg: 180 },
      ],
    });
    expect(opposite.needs.find(({ place }) => place === 'droop')?.leastMm).toBeCloseTo(byHand, 6);
  });
  it('what is not known is taken at its longest, and said', () => {
    const unknown = hoseLength({ ...HOSE, ends: [{}, {}] });
    expect(unknown.freeMm).toBeGreaterThanOrEqual(hoseLength(HOSE).freeMm);
    expect(unknown.clockingDeg).toBeUndefined();
    const one = hoseLength({ ...HOSE, stringMm: { droop: 300 } });
    expect(hoseWords(one).join(' ')).toContain('Not measured: at bump');
  });
  it('it is never shorter than the string, grows with the radius, and leaves each end along its axis', () => {
    const angle = fc.double({ min: 0, max: 180, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 900, noNaN: true }),
        angle,
        angle,
        fc.double({ min: 5, max: 80, noNaN: true }),
        (apart, a, b, radius) => {
          const hose = (r: number) =>
            hoseLength({ ...HOSE, stringMm: { droop: apart }, ends: [{ awayDeg: a }, { awayDeg: b }], bendRadiusMm: r })
              .needs[0]?.leastMm ?? 0;
          const least = hose(radius);
          expect(least).toBeGreaterThanOrEqual(apart - 1e-9);
          // The longer of both ways lies at least as far as turning away and back takes.
          expect(least).toBeGreaterThanOrEqual(radius * 0.99 * Math.max(a, b) * (Math.PI / 180) - 1e-6);
          expect(hose(radius * 1.1)).toBeGreaterThanOrEqual(Math.min(least, hose(radius)) - 1e-6);
        },
      ),
    );
  });
  it('the shortest way ends where the second fitting is, and points into it', () => {
    // Of all ways by two arcs of one radius the found one is not longer than any that a walk over headings finds.
    for (const [d, a, b] of [
      [300, 1, -0.4],
      [200, 0.3, 2.2],
      [150, 2.8, -1.9],
    ] as const) {
      const best = shortestWay(d, a, b, 30);
      expect(best).toBeLessThanOrEqual(walked(d, a, b, 30) + 0.5);
      expect(best).toBeGreaterThanOrEqual(d);
    }
  });
  it('the way that is drawn ends where the second fitting is, and is as long as was said', () => {
    const angle = fc.double({ min: -3.1, max: 3.1, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 900, noNaN: true }),
        angle,
        angle,
        fc.double({ min: 5, max: 80, noNaN: true }),
        (apart, leave, reach, radius) => {
          const points = wayPoints(apart, leave, reach, radius);
          const [x, y] = points.at(-1) ?? [0, 0];
          expect(Math.hypot(x - apart, y)).toBeLessThan(1e-6 * (apart + radius));
          const long = points
            .slice(1)
            .reduce((sum, p, i) => sum + Math.hypot(p[0] - (points[i]?.[0] ?? 0), p[1] - (points[i]?.[1] ?? 0)), 0);
          expect(long).toBeLessThanOrEqual(shortestWay(apart, leave, reach, radius) + 1e-6);
          expect(long).toBeGreaterThan(shortestWay(apart, leave, reach, radius) * 0.998);
        },
      ),
    );
  });
  it('what is no hose is refused with its place', () => {
    expect(hoseFault({ ...HOSE, stringMm: {} })?.pointer).toBe('/needed');
    expect(hoseFault({ ...HOSE, stringMm: { bump: -4 } })?.pointer).toBe('/needed/bump');
    expect(hoseFault({ ...HOSE, bendRadiusMm: 0 })?.pointer).toBe('/bendRadius');
    expect(hoseFault({ ...HOSE, slackMm: -1 })?.pointer).toBe('/slack');
    expect(hoseFault({ ...HOSE, ends: [{ awayDeg: 200 }, {}] })?.pointer).toBe('/ends/0/away');
    expect(hoseFault(HOSE)).toBeUndefined();
  });
  it('two eyes on one bolt: three washers, and the bolt one eye and one washer longer', () => {
    expect(banjoLength([10], 1, 9)).toEqual({ washers: 2, lengthMm: 21 });
    expect(banjoLength([10, 10], 1, 9)).toEqual({ washers: 3, lengthMm: 32 });
  });
});

/**
 * Arc, straight, arc by trying the angle of the first arc in small steps: the straight is what reaches a circle at the
 * far end.
 */
function walked(d: number, leave: number, reach: number, r: number): number {
  let best = Infinity;
  for (const s of [1, -1])
    for (const t of [1, -1])
      for (let turn = 0; turn < 2 * Math.PI; turn += 0.0005) {
        const heading = leave + s * turn;
        const x = s * r * (Math.sin(heading) - Math.sin(leave));
        const y = -s * r * (Math.cos(heading) - Math.cos(leave));
        // Where the second arc begins when it ends at (d, 0) along "reach".
        const bx = d - t * r * (Math.sin(reach) - Math.sin(heading));
        const by = t * r * (Math.cos(reach) - Math.cos(heading));
        const along = (bx - x) * Math.cos(heading) + (by - y) * Math.sin(heading);
        const off = Math.abs((by - y) * Math.cos(heading) - (bx - x) * Math.sin(heading));
        if (off > 0.05 || along < 0) continue;
        const back = (((t * (reach - heading)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
        best = Math.min(best, r * turn + along + r * back);
      }
  return best;
}
