import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { findTube, type TubeRow, TUBES, tubesFor } from '../../named/tube/index.js';
import { lineCheckWords, lineStepWords } from '../../tell/words/index.js';
import { lineFault } from './checks.js';
import { cutLine, developedMm, flareTaken } from './cut.js';
import { closest, cornersOf, legsOf, stretchesOf, type Xyz } from './path.js';
import type { LineOrder } from './types.js';

const tube = (name: string): TubeRow => findTube(name) as TubeRow;
const LINE: LineOrder = {
  tube: tube('3/16 in'),
  material: 'steel',
  legsMm: [180, 240, 95],
  bends: [
    { angleDeg: 90, radiusMm: 16 },
    { angleDeg: 45, radiusMm: 16 },
  ],
  ends: [
    { flare: 'inverted-flare', nut: '3/8-24 UNF', allowanceMm: 3.5 },
    { flare: 'inverted-flare', nut: '3/8-24 UNF', allowanceMm: 3.5 },
  ],
};
const codes = (line: LineOrder): string[] => cutLine(line).checks.map(({ code, at }) => `${code} ${at ?? ''}`.trim());

describe('cutting a line', () => {
  it('the worked example: 507.4 developed, 514.4 to cut, so 515', () => {
    const { developedMm: developed, cutMm, cutToMm, checks } = cutLine(LINE);
    expect(developed).toBeCloseTo(507.4, 1);
    expect(cutMm).toBeCloseTo(514.4, 1);
    expect(cutToMm).toBe(515);
    expect(checks).toEqual([]);
  });
  it('marks stand where the bends begin, from the sealing face and from the cut end', () => {
    const [first, second] = cutLine(LINE).marks;
    // By hand: 180 − 16; then 16 × π/2 more, and 240 − 16 − 16 tan 22.5°.
    expect(first?.fromFaceMm).toBeCloseTo(164, 6);
    expect(first?.fromCutMm).toBeCloseTo(167.5, 6);
    expect(second?.fromFaceMm).toBeCloseTo(164 + 25.133 + 217.373, 2);
    // Steel springs back 3° in 90°: half of it in 45°.
    expect(first?.setDeg).toBeCloseTo(93, 9);
    expect(second?.setDeg).toBeCloseTo(46.5, 9);
    const offset = cutLine(LINE, { ...STANDARD_SETTINGS, lineBenderOffset: 12 }).marks[0];
    expect(offset?.fromFaceMm).toBeCloseTo(152, 6);
  });
  it('weight and fluid of a metre of 3/16 in', () => {
    const metre = cutLine({ ...LINE, legsMm: [1000], bends: [] });
    expect(metre.fluidMl).toBeCloseTo(8.76, 2);
    // π/4 (4.7625² − 3.34²) × 1007 mm × 7.85 g/cm³.
    expect(metre.grams).toBeCloseTo(71.56, 2);
  });
  it('a flare that nobody tried has the usual allowance, and it is said', () => {
    const [a, b] = LINE.ends;
    const { allowancesMm, calibrated } = cutLine({
      ...LINE,
      ends: [
        { ...a, flare: 'inverted-flare' },
        { flare: 'bubble-flare', nut: b.nut as string },
      ],
    });
    expect(calibrated).toEqual([true, false]);
    expect(allowancesMm[1]).toBeCloseTo(3.52, 2);
  });
  it('a test flare says what it takes; a piece that grew, or lost half of itself, was misread', () => {
    expect(flareTaken(100, 96.6, LINE.tube)).toBeCloseTo(3.4, 6);
    expect(flareTaken(100, 100.5, LINE.tube)).toBeUndefined();
    expect(flareTaken(100, 60, LINE.tube)).toBeUndefined();
  });
  it('each leg holds its bends, also the middle one with the straight of the bender', () => {
    expect(codes({ ...LINE, legsMm: [180, 22, 95] })).toEqual(['leg 2']);
    // 16 + 16 tan 22.5° + 6 = 28.63: a hair less does not go, a hair more does.
    expect(codes({ ...LINE, legsMm: [180, 28.6, 95] })).toEqual(['leg 2']);
    expect(codes({ ...LINE, legsMm: [180, 28.7, 95] })).toEqual([]);
    expect(codes({ ...LINE, legsMm: [40, 240, 95] })).toEqual(['end-straight 1']);
  });
  it('a bend that is too tight, a U-bend by corners, a nut of another tube, a long run, no stock', () => {
    const tight = { ...LINE, bends: [{ angleDeg: 90, radiusMm: 12 }, ...LINE.bends.slice(1)] };
    expect(codes(tight)).toEqual(['radius 1']);
    expect(codes({ ...tight, material: 'copper-nickel' })).toEqual([]);
    const back = { ...LINE, legsMm: [200, 200], bends: [{ angleDeg: 170, radiusMm: 20 }] };
    expect(codes(back)).toContain('u-bend 1');
    // Straight back there is no corner to measure to, and no length that could be told.
    for (const angleDeg of [180, 179.5]) {
      const corner = { legsMm: [200, 200], bends: [{ angleDeg, radiusMm: 20 }] };
      expect(lineFault(corner)).toMatchObject({ pointer: '/bends/0/angle', sentence: expect.stringContaining('arc') });
      expect(lineFault({ ...corner, bends: [{ angleDeg, radiusMm: 20, byArc: true }] })).toBeUndefined();
    }
    const byArc = { ...back, bends: [{ angleDeg: 180, radiusMm: 20, byArc: true }] };
    expect(codes(byArc)).toEqual([]);
    expect(developedMm(byArc)).toBeCloseTo(400 + Math.PI * 20, 6);
    expect(codes({ ...LINE, ends: [{ flare: 'bubble-flare', nut: 'M14x1.5' }, LINE.ends[1]] })).toEqual(['nut 1']);
    expect(codes({ ...LINE, legsMm: [180, 1200, 95] })).toEqual(['loop 2']);
    expect(codes({ ...LINE, legsMm: [180, 8000, 95], material: 'copper-nickel' })).toEqual(['stock']);
  });
  it('a line that goes through itself is found, and a loop that passes itself is none', () => {
    const square = {
      ...LINE,
      legsMm: [150, 100, 100, 150],
      bends: [1, 2, 3].map(() => ({ angleDeg: 90, radiusMm: 16 })),
    };
    expect(codes(square)).toEqual(['crosses 1']);
    const lifted = {
      ...square,
      bends: [
        { angleDeg: 90, radiusMm: 16 },
        { angleDeg: 90, radiusMm: 16, rotationDeg: 25 },
        { angleDeg: 90, radiusMm: 16 },
      ],
    };
    expect(codes(lifted)).toEqual([]);
  });
  it('what is no line is refused with its place', () => {
    expect(lineFault({ legsMm: [100, -5], bends: [{ angleDeg: 90, radiusMm: 16 }] })?.pointer).toBe('/legs/1');
    expect(lineFault({ legsMm: [100], bends: [{ angleDeg: 90, radiusMm: 16 }] })?.sentence).toContain('2 legs');
    expect(lineFault({ legsMm: [100, 100], bends: [{ angleDeg: 200, radiusMm: 16 }] })?.pointer).toBe('/bends/0/angle');
    expect(lineFault({ legsMm: [100, 100], bends: [{ angleDeg: 90, radiusMm: 0 }] })?.pointer).toBe('/bends/0/radius');
    expect(lineFault({ legsMm: Array(10_001).fill(10), bends: Array(10_000).fill(LINE.bends[0]) })?.sentence).toContain(
      '10000 bends',
    );
    expect(lineFault({ legsMm: [Number.NaN], bends: [] })?.pointer).toBe('/legs/0');
    expect(lineFault(LINE)).toBeUndefined();
  });
  it('nuts go on before the second flare and before the bends; the end with room is flared last', () => {
    const order = cutLine(LINE).order.map(({ step, end }) => `${step} ${end ?? ''}`.trim());
    expect(order).toEqual([
      'deburr',
      'first-nut 2',
      'flare-first 2',
      'second-nut 1',
      'bend',
      'trim 1',
      'flare-last 1',
      'blow-out',
      'hand-start',
    ]);
    const cramped = cutLine({ ...LINE, legsMm: [50, 240, 45] }).order.map(({ step }) => step);
    expect(cramped.indexOf('flare-before')).toBeLessThan(cramped.indexOf('bend'));
    expect(cramped).not.toContain('trim');
  });
  it('every check and step has words', () => {
    for (const material of ['steel', 'stainless', 'plated-steel'] as const) {
      const line: LineOrder = {
        ...LINE,
        material,
        legsMm: [40, 9000, 20],
        bends: [
          { angleDeg: 170, radiusMm: 5 },
          { angleDeg: 45, radiusMm: 16 },
        ],
        protectors: 2,
      };
      const cut = cutLine(line);
      expect([cut.checks.length, cut.order.length]).not.toContain(0);
      for (const check of cut.checks) expect(lineCheckWords(check, line)).toMatch(/^[A-Z].*\.$/);
      for (const step of cut.order) expect(lineStepWords(step, line, cut)).toMatch(/^[A-Z].*\.$/);
    }
  });
  it('a nut names the tube that it usually is on first, and rare ones last', () => {
    expect(tubesFor('M10x1.0').map(({ tube: name }) => name)).toEqual(['4.75 mm', '3/16 in', '4.5 mm', '3.5 mm']);
  });
  it(
    'every tube is thicker outside than in, and no two are told apart by less than a caliper shows, ' +
      'but for the two that interchange',
    () => {
      for (const { insideMm, outsideMm } of TUBES) expect(insideMm).toBeLessThan(outsideMm);
      const near = TUBES.flatMap((a) =>
        TUBES.filter((b) => a.tube < b.tube && Math.abs(a.outsideMm - b.outsideMm) < 0.05).map(
          (b) => `${a.tube} ${b.tube}`,
        ),
      );
      expect(near).toEqual(['3/16 in 4.75 mm']);
    },
  );
});

const apart = (a: Xyz, b: Xyz): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
const coordinate = fc.double({ min: -400, max: 400, noNaN: true });
const cloud = fc.array(fc.tuple(coordinate, coordinate, coordinate), { minLength: 3, maxLength: 9 });

describe('a line through points', () => {
  it('its legs and bends lie as the points do: every distance between two corners is kept', () => {
    fc.assert(
      fc.property(cloud, (points) => {
        const legs = legsOf(points, 10);
        if (!legs || legs.bends.some(({ angleDeg }) => angleDeg > 175)) return;
        const corners = cornersOf(legs) as Xyz[];
        if (corners.length !== points.length) return;
        for (let i = 0; i < points.length; i++)
          for (let j = 0; j < i; j++)
            expect(apart(corners[i] as Xyz, corners[j] as Xyz)).toBeCloseTo(
              apart(points[i] as Xyz, points[j] as Xyz),
              4,
            );
      }),
    );
  });
  it('it is as long as its straights and arcs laid end to end, and each arc touches its straights', () => {
    fc.assert(
      fc.property(cloud, (points) => {
        const legs = legsOf(points, 8);
        if (!legs || legs.bends.some(({ angleDeg }) => angleDeg > 150)) return;
        const stretches = stretchesOf(legs, 0.25);
        const along = stretches.map(({ points: p, kind }, i) =>
          kind === 'straight' ? straightOf(legs, i / 2) : chords(p),
        );
        expect(along.reduce((a, b) => a + b, 0)).toBeCloseTo(developedMm(legs), 2);
        for (let i = 1; i < stretches.length; i++)
          expect(apart(stretches[i - 1]?.points.at(-1) as Xyz, stretches[i]?.points[0] as Xyz)).toBeCloseTo(0, 6);
      }),
    );
  });
  it('the sign of a turn out of the plane is kept: left and right are two lines', () => {
    const up = legsOf(
      [
        [0, 0, 0],
        [100, 0, 0],
        [100, 100, 0],
        [100, 100, 100],
      ],
      10,
    );
    const down = legsOf(
      [
        [0, 0, 0],
        [100, 0, 0],
        [100, 100, 0],
        [100, 100, -100],
      ],
      10,
    );
    expect(up?.bends[1]?.rotationDeg).toBeCloseTo(90, 6);
    expect(down?.bends[1]?.rotationDeg).toBeCloseTo(-90, 6);
  });
  it('points that repeat or lie in a row make no bend; one point is no line', () => {
    const legs = legsOf(
      [
        [0, 0, 0],
        [0, 0, 0],
        [50, 0, 0],
        [100, 0, 0],
        [100, 80, 0],
      ],
      10,
    );
    expect(legs?.legsMm).toEqual([100, 80]);
    expect(legs?.bends.map(({ angleDeg }) => angleDeg)).toEqual([90]);
    expect(
      legsOf(
        [
          [1, 1, 1],
          [1, 1, 1],
        ],
        10,
      ),
    ).toBeUndefined();
    expect(legsOf([], 10)).toBeUndefined();
  });
  it('how near a line comes to itself is as a fine walk along it finds', () => {
    fc.assert(
      fc.property(cloud, (points) => {
        const legs = legsOf(points, 8);
        if (!legs || legs.bends.some(({ angleDeg }) => angleDeg > 150)) return;
        if (legs.legsMm.some((_, i) => straightOf(legs, i) < 0)) return;
        const stretches = stretchesOf(legs);
        const found = closest(stretches, 5);
        let run = 0;
        const walked = stretches.flatMap(({ points: p }) =>
          p.slice(1).flatMap((to, i) => {
            const from = p[i] as Xyz;
            const long = apart(from, to);
            const here = Array.from({ length: 4 }, (_, n) => ({
              run: run + (long * n) / 4,
              long,
              at: mix(from, to, n / 4),
            }));
            run += long;
            return here;
          }),
        );
        let least = Infinity;
        for (const a of walked)
          for (const b of walked) if (b.run - a.run > 10 + a.long) least = Math.min(least, apart(a.at, b.at));
        if (least < Infinity) expect(found?.apartMm).toBeLessThanOrEqual(least + 1e-6);
      }),
      {
        numRuns: 30,
        // A long piece of which only the far end counts: its beginning follows on along the tube.
        examples: [
          [
            [
              [3.3137084989847607, 0, 0],
              [0, 0, 0],
              [-12.441924652259345, 1.5034179687499976, 0],
            ],
          ],
        ],
      },
    );
  });
});

const mix = (a: Xyz, b: Xyz, t: number): Xyz => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];
const chords = (points: readonly Xyz[]): number =>
  points.slice(1).reduce((sum, p, i) => sum + apart(p, points[i] as Xyz), 0);
/** What is left of a leg between its arcs; less than nothing where they do not fit. By cot of the half inner angle. */
function straightOf(
  { legsMm, bends }: { legsMm: readonly number[]; bends: readonly { angleDeg: number; radiusMm: number }[] },
  i: number,
): number {
  const away = (n: number): number => {
    const bend = bends[n];
    return bend ? bend.radiusMm / Math.tan(((180 - bend.angleDeg) / 2) * (Math.PI / 180)) : 0;
  };
  return (legsMm[i] ?? 0) - away(i - 1) - away(i);
}
