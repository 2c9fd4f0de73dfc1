import { describe, expect, it } from 'vitest';
import { ATTRIBUTES } from '../attribute/index.js';
import { arrowAt, familyOf, isDrawn, sketchOf, SKETCH_HEIGHT, SKETCH_WIDTH, svgOf } from './index.js';

describe('how a dimension is taken', () => {
  it.each(ATTRIBUTES.map((row) => [row.name, row] as const))(
    '%s has a drawing inside its frame, and says the same in words',
    (name, row) => {
      const { strokes, words } = sketchOf(name);
      expect(words).toBe(`${row.words}: ${row.where}`);
      const points = strokes.flatMap((s) =>
        s.kind === 'line' ? s.points : s.kind === 'dimension' ? [s.from, s.to] : [[s.x, s.y] as const],
      );
      expect(points.length > 3, name).toBe(isDrawn(name));
      for (const [x, y] of points) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(SKETCH_WIDTH);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(SKETCH_HEIGHT);
      }
      if (row.kind === 'quantity' && row.dimension === 'length' && row.marks === undefined)
        expect(strokes.some((s) => s.kind === 'dimension') || familyOf(name) === 'string', name).toBe(true);
    },
  );
  it('is an SVG document of its own on paper', () => {
    expect(svgOf(sketchOf('stud-spacing'))).toMatch(
      /^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" viewBox="0 0 160 84">.*<\/svg>$/,
    );
  });
  it('an arrow head ends where the dimension ends', () => {
    expect(arrowAt([0, 0], [10, 0])).toEqual([[10, 0], [5, 2], [5, -2]]); // prettier-ignore
    expect(arrowAt([3, 3], [3, 3])[0]).toEqual([3, 3]);
  });
});
