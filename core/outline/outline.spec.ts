import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Fact } from '../unit/index.js';
import { outlineOf, type Shape } from './index.js';

const fact = (attribute: Fact['attribute'], value: Fact['value'], position?: string): Fact => ({
  attribute,
  value,
  source: 't',
  ...(position ? { position } : {}),
});
const straight = [
  fact('bore', 23.8125),
  fact('bore-form', 'straight'),
  fact('stud-spacing', 80),
  fact('pilot', 42),
  fact('stud-thread', 'M8x1.25'),
];
const stepped = [
  fact('bore', 22.225),
  fact('bore-form', 'stepped'),
  fact('bore-large', 28.575),
  fact('port-thread', 'M10x1.0', 'rear-left'),
  fact('port-distance', 48, 'rear-left'),
];
const of = (shapes: readonly Shape[], role: Shape['role']): Shape[] => shapes.filter((s) => s.role === role);

describe('a unit drawn from its facts', () => {
  it('the face is to scale: studs at half their spacing, pilot and bore by their radius', () => {
    const { face } = outlineOf(straight);
    expect(of(face.shapes, 'stud').map((s) => s.kind === 'circle' && [s.x, s.r])).toEqual([
      [-40, 4],
      [40, 4],
    ]);
    expect(of(face.shapes, 'pilot')[0]).toMatchObject({ r: 21, known: true });
    expect(of(face.shapes, 'bore')[0]).toMatchObject({ r: 23.8125 / 2 });
  });
  it('a stepped bore has two widths, the large one at the mouth; a straight one has one', () => {
    const bores = of(outlineOf(stepped).section.shapes, 'bore').map((s) => s.kind === 'box' && s.height);
    expect(bores).toEqual([28.575, 22.225]);
    expect(of(outlineOf(straight).section.shapes, 'bore')).toHaveLength(1);
    expect(of(outlineOf(stepped).face.shapes, 'bore')[0]).toMatchObject({ r: 28.575 / 2 });
  });
  it('a port stands at its distance from the flange with the width of its thread', () => {
    expect(of(outlineOf(stepped).section.shapes, 'port')[0]).toMatchObject({ x: -48, r: 5, known: true });
  });
  it('what is not recorded is drawn as not known and named, never passed off as known', () => {
    const nothing = outlineOf([]);
    expect(nothing.section.shapes.every((s) => !s.known)).toBe(true);
    expect(nothing.missing).toContain('stud spacing');
    expect(outlineOf(straight).missing).toEqual([]);
  });
  it('findings alone draw nothing but what was found, at the unit’s own places', () => {
    const found = outlineOf([fact('bore', 24.1), fact('port-thread', '3/8-24 UNF', 'rear-left')], {
      only: true,
      ports: stepped,
    });
    expect(found.section.shapes.map((s) => s.role).sort()).toEqual(['bore', 'port']);
    expect(of(found.section.shapes, 'port')[0]).toMatchObject({ x: -48 });
    expect(outlineOf([], { only: true }).face.shapes).toEqual([]);
  });
  it('says the same in words', () => {
    expect(outlineOf(stepped).facts).toContain('port distance from the flange, rear left 48 mm · 1.8898 in');
  });
  it('every shape lies in its box, whatever the sizes', () => {
    const size = fc.double({ min: 1, max: 400, noNaN: true });
    fc.assert(
      fc.property(size, size, size, size, (bore, spacing, reservoir, rod) => {
        const { face, section } = outlineOf([
          fact('bore', bore),
          fact('stud-spacing', spacing),
          fact('reservoir', 'clipped'),
          fact('reservoir-size', reservoir),
          fact('rod-length', rod),
        ]);
        for (const { shapes, box } of [face, section]) {
          const [left, top, width, height] = box;
          for (const s of shapes) {
            const points = s.kind === 'line' ? s.points : s.kind === 'circle' ? [[s.x - s.r, s.y - s.r] as const, [s.x + s.r, s.y + s.r] as const] : [[s.x, s.y] as const, [s.x + s.width, s.y + s.height] as const]; // prettier-ignore
            for (const [x, y] of points) {
              expect(x).toBeGreaterThanOrEqual(left);
              expect(x).toBeLessThanOrEqual(left + width);
              expect(y).toBeGreaterThanOrEqual(top);
              expect(y).toBeLessThanOrEqual(top + height);
            }
          }
        }
      }),
    );
  });
});
