import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { attribute, ATTRIBUTES } from '../../named/attribute/index.js';
import { BRAKE_THREADS, findThread } from '../../named/thread/index.js';
import { JOINT_KINDS, type JointKind, PART_KINDS, type PartKind } from '../../vehicle/chain/index.js';
import { jointDrawing } from './joint.js';
import { profileView } from './joints/ports.js';
import { type Box, layOut } from './layout.js';
import { partDrawing } from './part.js';
import { pathOf } from './path.js';
import { extent } from './shapes.js';
import { svgOf } from './svg.js';
import type { Drawing, DrawnFact } from './types.js';

/** Any facts that a part can have, sensible and absurd ones, and many that are missing. */
const facts = fc.array(
  fc.constantFrom(...ATTRIBUTES).chain((row): fc.Arbitrary<DrawnFact> => {
    const value =
      row.kind === 'quantity'
        ? fc.oneof(
            {
              weight: 6,
              arbitrary: fc.double({ min: row.usual?.min ?? 0.1, max: row.usual?.max ?? 100, noNaN: true }),
            },
            { weight: 1, arbitrary: fc.constantFrom(-5, 0, 1e9, Number.NaN, Number.POSITIVE_INFINITY) },
          )
        : row.kind === 'count'
          ? fc.integer({ min: 0, max: 12 })
          : row.kind === 'thread'
            ? fc.constantFrom(...BRAKE_THREADS.map((t) => t.designation), 'no thread')
            : row.kind === 'choice'
              ? fc.constantFrom(...(row.choices ?? ['x']))
              : fc.constant('flat 2-pin');
    return fc.record({
      attribute: fc.constant(row.name),
      value: fc.oneof({ weight: 8, arbitrary: value }, { weight: 1, arbitrary: fc.constant(null) }),
      ...(row.perPort ? { position: fc.constantFrom('front-left', 'rear') } : {}),
    }) as fc.Arbitrary<DrawnFact>;
  }),
  { maxLength: 30 },
);
const overlap = (p: Box, q: Box): boolean =>
  p.x < q.x + q.width - 0.01 &&
  q.x < p.x + p.width - 0.01 &&
  p.y < q.y + q.height - 0.01 &&
  q.y < p.y + p.height - 0.01;

const SIZES = [
  { width: 96, height: 36 },
  { width: 138, height: 38 },
  { width: 26, height: 26 },
] as const;

/** The laws of a drawing in a frame. */
function checkLaid(drawing: Drawing, width: number, size: (typeof SIZES)[number]): void {
  const laid = layOut(drawing, { width, mostHeight: 220, label: () => size });
  for (const [i, one] of laid.labels.entries()) {
    for (const other of laid.labels.slice(i + 1))
      expect(overlap(one.box, other.box), `${one.view} ${one.key} over ${other.view} ${other.key}`).toBe(false);
    expect(one.box.y, one.key).toBeGreaterThanOrEqual(0);
    expect(one.box.y + one.box.height, one.key).toBeLessThanOrEqual(laid.height);
    expect(one.box.x, `${one.key} at the left`).toBeGreaterThanOrEqual(-0.5);
    expect(one.box.x + one.box.width, `${one.key} at the right`).toBeLessThanOrEqual(width + 0.5);
    // A dimension line is as long as what it measures, at the scale of the drawing.
    const dimension = drawing.views
      .flatMap((v) => (v.id === one.view ? v.dimensions : []))
      .find((d) => d.key === one.key);
    if (!dimension || !one.line) continue;
    const [from, to] = one.line;
    const long = dimension.along === 'x' ? Math.abs(to[0] - from[0]) : Math.abs(to[1] - from[1]);
    const measured =
      dimension.along === 'x' ? dimension.to[0] - dimension.from[0] : dimension.to[1] - dimension.from[1];
    expect(long).toBeCloseTo(Math.abs(measured) * laid.scale, 3);
  }
  for (const view of laid.views) {
    expect(view.box.x).toBeGreaterThanOrEqual(-0.5);
    expect(view.box.x + view.box.width).toBeLessThanOrEqual(width + 0.5);
    expect(view.box.y + view.box.height).toBeLessThanOrEqual(laid.height);
  }
}

describe('a part drawn from its facts', () => {
  it.each(PART_KINDS)('%s: labels never overlap, everything within the frame, to scale', (kind) => {
    fc.assert(
      fc.property(facts, fc.constantFrom(430, 620, 860, 1180), fc.constantFrom(...SIZES), (given, width, size) =>
        checkLaid(partDrawing(kind, given), width, size),
      ),
      { numRuns: 40 },
    );
  });
  it('what is absurd is not drawn and is said; what is not known is dotted', () => {
    const { doubts, views } = partDrawing('brake-master', [{ attribute: 'bore', value: 900 }]);
    expect(doubts).toEqual(['bore 900 mm · 35.4331 in is not drawn: a bore is 8 to 80 mm']);
    const bore = views[0]?.shapes.filter((s) => s.key === 'bore') ?? [];
    expect(bore.length).toBeGreaterThan(0);
    expect(bore.every((s) => s.unknown)).toBe(true);
  });
  it('a unit without facts is drawn all the same, and claims nothing', () => {
    for (const kind of ['brake-master', 'booster', 'caliper', 'slave'] as PartKind[]) {
      const { views } = partDrawing(kind, []);
      const keyed = views
        .flatMap((v) => v.shapes)
        .filter((s) => s.key !== undefined && attribute(s.key.split('@')[0] as 'bore').dimension === 'length');
      expect(
        keyed.every((s) => s.unknown),
        kind,
      ).toBe(true);
    }
  });
  it('a stepped master looks stepped, a dual booster has its steps, a fixed caliper has pistons on both sides', () => {
    const bores = (value: string) =>
      partDrawing('brake-master', [
        { attribute: 'bore', value: 22 },
        { attribute: 'bore-form', value },
        { attribute: 'bore-large', value: value === 'stepped' ? 28 : null },
      ]).views[0]?.shapes.filter((s) => s.look === 'void' && s.key?.startsWith('bore')).length;
    expect(bores('stepped')).toBe((bores('straight') ?? 0) + 1);
    const shells = (value: number) =>
      partDrawing('booster', [
        { attribute: 'diaphragms', value },
        { attribute: 'diaphragm', value: 230 },
        { attribute: 'booster-supply', value: 'vacuum' },
      ]).views[0]?.shapes.filter((s) => s.key === 'diaphragm').length ?? 0;
    expect(shells(2)).toBeGreaterThan(shells(1));
    const pistons = (value: string) =>
      partDrawing('caliper', [
        { attribute: 'caliper-form', value },
        { attribute: 'bore', value: 45 },
      ]).views[0]?.shapes.filter((s) => s.key === 'bore').length ?? 0;
    expect(pistons('fixed')).toBe(2 * pistons('floating'));
  });
});

describe('a joint drawn from its faces', () => {
  it.each(JOINT_KINDS)('%s: labels never overlap, everything within the frame, to scale', (kind) => {
    fc.assert(
      fc.property(facts, facts, fc.constantFrom(430, 640, 860), fc.constantFrom(...SIZES), (a, b, width, size) =>
        checkLaid(jointDrawing({ kind, a, b }), width, size),
      ),
      { numRuns: 40 },
    );
  });
  it('both faces of every joint have keys of their own', () => {
    for (const kind of JOINT_KINDS as readonly JointKind[]) {
      const keys = jointDrawing({ kind, a: [], b: [] }).views.flatMap((v) =>
        [...v.dimensions, ...v.marks].map((d) => d.key),
      );
      expect(new Set(keys).size, kind).toBe(keys.length);
      expect(keys.some((k) => k.startsWith('a:')) && keys.some((k) => k.startsWith('b:')), kind).toBe(true);
    }
  });
  it('studs that miss are drawn apart by what they miss', () => {
    const { views } = jointDrawing({
      kind: 'mount',
      a: [{ attribute: 'stud-spacing', value: 85 }],
      b: [{ attribute: 'stud-spacing', value: 80 }],
    });
    const circles =
      views[1]?.shapes.flatMap((s) =>
        s.kind === 'circle' && s.key?.endsWith('stud-spacing') ? [[s.key, Math.abs(s.at[0])] as const] : [],
      ) ?? [];
    expect(circles.filter(([key]) => key.startsWith('a:')).map(([, x]) => x)).toEqual([42.5, 42.5]);
    expect(circles.filter(([key]) => key.startsWith('b:')).map(([, x]) => x)).toEqual([40, 40]);
  });
  it('3/8-24 in M10x1.0 binds where the worked example says', () => {
    const [nut, port] = [findThread('3/8-24 UNF'), findThread('M10x1.0')];
    if (!nut || !port) throw new Error('no threads');
    const view = profileView(port, nut);
    expect(view.marks[0]?.words).toBe('binds after 6.4 turns');
    expect(profileView(port, port).marks).toEqual([]);
  });
});

describe('paper', () => {
  it('holds the same shapes, with letters that are text', () => {
    const { svg } = svgOf(partDrawing('brake-master', [{ attribute: 'bore', value: 22.225 }]), {
      width: 500,
      mostHeight: 200,
      text: ({ key }) => (key === 'bore' ? '<22.225>' : undefined),
    });
    expect(svg).toMatch(/^<svg xmlns/);
    expect(svg).toContain('&lt;22.225&gt;');
  });
  it('a path keeps within the box of its corners, however round', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 50, noNaN: true }), (round) => {
        const shape = {
          kind: 'area' as const,
          look: 'solid' as const,
          round,
          points: [
            [0, 0],
            [20, 0],
            [20, 10],
            [0, 10],
          ] as const,
        };
        const numbers = pathOf(shape, (p) => p, 1).match(/-?\d+(\.\d+)?/g) ?? [];
        expect(numbers.every((n) => Number.isFinite(Number(n)))).toBe(true);
        expect(extent([shape])).toEqual([0, 0, 20, 10]);
      }),
    );
  });
});
