import type { HoseLength } from '../../work/line/index.js';
import { area, circle, line, mark } from './shapes.js';
import type { Drawing, Point } from './types.js';

/** Outside of a brake hose as it is drawn, mm. */
const OUTSIDE = 10.5;

/**
 * A hose where it is longest: the string between its ends, and the way that it has to lie so that it leaves and reaches
 * them straight.
 */
export function hoseDrawing({ needs, governs }: HoseLength): Drawing {
  const need = needs.find(({ place }) => place === governs);
  if (!need) return { views: [], doubts: [] };
  const points = need.way.map(([x, y]): Point => [x, -y]);
  const side = (s: 1 | -1): Point[] =>
    points.map((p, i): Point => {
      const [a, b] = [points[Math.max(0, i - 1)] as Point, points[Math.min(points.length - 1, i + 1)] as Point];
      const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
      return [p[0] - (s * (b[1] - a[1]) * OUTSIDE) / 2 / long, p[1] + (s * (b[0] - a[0]) * OUTSIDE) / 2 / long];
    });
  const end: Point = [need.stringMm, 0];
  const middle = points[Math.floor(points.length / 2)] ?? end;
  return {
    views: [
      {
        id: 'hose',
        words: 'the hose where it is longest',
        shapes: [
          area('solid', [...side(1), ...side(-1).reverse()]),
          line('axis', points),
          line('behind', [[0, 0], end]),
          circle('edge', [0, 0], OUTSIDE * 0.75),
          circle('edge', end, OUTSIDE * 0.75),
        ],
        dimensions: [{ key: 'string', words: 'string', along: 'x', from: [0, 0], to: end, side: 'after' }],
        marks: [
          mark('first', 'first end', [0, 0], 'left'),
          mark('second', 'second end', end, 'right'),
          mark('way', 'hose', middle, 'above'),
        ],
      },
    ],
    doubts: [],
  };
}
