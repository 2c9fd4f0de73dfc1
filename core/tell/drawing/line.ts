import type { CutLine, Stretch, Xyz } from '../../work/line/index.js';
import { area, axisX, box, circle, line } from './shapes.js';
import type { Drawing, Mark, Point, Shape, View } from './types.js';

/** A line as it lies, from three sides, and stretched out with its marks. */

type Axis = 0 | 1 | 2;
const ORIGIN: Point = [0, 0];
const VIEWS = [
  { id: 'plan', words: 'from above', x: 0, y: 1 },
  { id: 'front', words: 'from the front', x: 0, y: 2 },
  { id: 'side', words: 'from the side', x: 1, y: 2 },
] as const satisfies readonly { id: string; words: string; x: Axis; y: Axis }[];
export type LineSide = (typeof VIEWS)[number]['id'];

/** Points of the centre line seen along one axis; up is up. */
const seen = (points: readonly Xyz[], x: Axis, y: Axis): Point[] => points.map((p): Point => [p[x], -p[y]]);
const flat = (stretches: readonly Stretch[]): readonly Xyz[] => [
  ...(stretches[0]?.points.slice(0, 1) ?? []),
  ...stretches.flatMap(({ points }) => points.slice(1)),
];

/** The edges of a tube about its centre line, where the line is not seen end on. */
function edges(points: readonly Point[], outsideMm: number): Shape[] {
  const apart = points.filter(
    (p, i) => i === 0 || Math.hypot(p[0] - (points[i - 1]?.[0] ?? 0), p[1] - (points[i - 1]?.[1] ?? 0)) > 0.05,
  );
  if (apart.length < 2) return [circle('solid', points[0] ?? ORIGIN, outsideMm / 2)];
  const side = (s: 1 | -1): Point[] =>
    apart.map((p, i): Point => {
      const [a, b] = [apart[Math.max(0, i - 1)] as Point, apart[Math.min(apart.length - 1, i + 1)] as Point];
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
      return [p[0] - (s * (b[1] - a[1]) * outsideMm) / 2 / length, p[1] + (s * (b[0] - a[0]) * outsideMm) / 2 / length];
    });
  return [area('solid', [...side(1), ...side(-1).reverse()]), line('axis', apart)];
}

/**
 * The line from above, from the front and from the side, all at one scale; ends and bends are marked by their number.
 */
export function lineViews({ stretches }: Pick<CutLine, 'stretches'>, outsideMm: number, only?: LineSide): Drawing {
  const points = flat(stretches);
  const bends = stretches.filter(({ kind }) => kind === 'bend');
  return {
    views: VIEWS.filter(({ id }) => only === undefined || id === only).map(({ id, words, x, y }): View => {
      const drawn = seen(points, x, y);
      const [from, to] = [drawn[0] ?? ORIGIN, drawn.at(-1) ?? ORIGIN];
      const legs = legsSeen(stretches, x, y).filter(({ short }) => short);
      return {
        id,
        words,
        shapes: [
          ...edges(drawn, outsideMm),
          circle('edge', from, outsideMm * 0.9),
          circle('edge', to, outsideMm * 0.6),
        ],
        dimensions: [],
        marks: [
          mark(`${id}:end-1`, 'end 1', from, 'above'),
          ...(id === (only ?? 'plan') ? bends : []).map((bend, i): Mark =>
            mark(
              `${id}:bend-${i + 1}`,
              `bend ${i + 1}`,
              seen(bend.points, x, y)[Math.floor(bend.points.length / 2)] ?? from,
              i % 2 === 0 ? 'below' : 'above',
            ),
          ),
          mark(`${id}:end-2`, 'end 2', to, 'below'),
          ...legs.map(({ n, at, trueMm }): Mark => mark(`${id}:leg-${n}`, shortWords(n, trueMm), at, 'above')),
        ],
      };
    }),
    doubts: [],
  };
}
/** A leg that is seen shorter than it is by so much carries its true length. */
const SEEN_SHORTER = 0.98;

/** The straights of the legs as they are seen along one axis, each with its middle and its true length. */
function legsSeen(stretches: CutLine['stretches'], x: Axis, y: Axis) {
  const straights = stretches.filter(({ kind }) => kind === 'straight');
  return straights.map(({ points }, i) => {
    const [from, to] = [points[0] ?? NOWHERE, points.at(-1) ?? NOWHERE];
    const [a, b] = seen([from, to], x, y) as [Point, Point];
    const trueMm = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
    const seenMm = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const at: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    return { n: i + 1, at, trueMm, short: trueMm > 1 && seenMm < trueMm * SEEN_SHORTER };
  });
}
const NOWHERE: Xyz = [0, 0, 0];
const shortWords = (n: number, trueMm: number): string => `leg ${n}: ${trueMm.toFixed(0)} mm`;

/** Where each leg is seen from above, at the middle of its straight: what it measures is typed there. */
export const legMarks = ({ stretches }: Pick<CutLine, 'stretches'>): Mark[] =>
  legsSeen(stretches, 0, 1).map(({ n, at, short, trueMm }) =>
    mark(`leg-${n}`, short ? shortWords(n, trueMm) : `leg ${n}`, at, n % 2 === 1 ? 'above' : 'below'),
  );
const mark = (key: string, words: string, at: Point, side: Mark['side']): Mark => ({ key, words, at, side });

/** The tube as it is cut, its bends as stretches of it, with the mark of the bender for each. */
export function developedView({ cutMm, marks, allowancesMm }: CutLine, outsideMm: number): View {
  const r = outsideMm / 2;
  // Long and thin: it is drawn thicker than it is, so that it can be seen.
  const thick = Math.max(r, cutMm / 60);
  return {
    id: 'developed',
    words: 'the tube as it is cut, thicker than to scale',
    shapes: [
      box('solid', [0, -thick], [cutMm, thick]),
      box('void', [0, -thick], [allowancesMm[0], thick]),
      box('void', [cutMm - allowancesMm[1], -thick], [cutMm, thick]),
      ...marks.map(({ n, fromCutMm, angleDeg, radiusMm }) =>
        box('pad', [fromCutMm, -thick], [fromCutMm + (radiusMm * angleDeg * Math.PI) / 180, thick], {
          key: `mark-${n}`,
        }),
      ),
      ...marks.map(({ n, fromCutMm }) =>
        line(
          'edge',
          [
            [fromCutMm, -thick * 1.8],
            [fromCutMm, thick * 1.8],
          ],
          { key: `mark-${n}` },
        ),
      ),
      axisX(-cutMm / 40, cutMm * 1.025),
    ],
    dimensions: [{ key: 'cut', words: 'cut', along: 'x', from: [0, thick], to: [cutMm, thick], side: 'after' }],
    marks: marks.map(({ n, fromCutMm }) => mark(`mark-${n}`, `mark ${n}`, [fromCutMm, -thick], 'above')),
  };
}

/** Height and width of what is seen from one side, mm. */
export function lineExtent(
  { stretches }: Pick<CutLine, 'stretches'>,
  side: LineSide,
): readonly [number, number, number, number] {
  const { x, y } = VIEWS.find(({ id }) => id === side) as (typeof VIEWS)[number];
  const points = seen(flat(stretches), x, y);
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
export const LINE_SIDES: readonly LineSide[] = VIEWS.map(({ id }) => id);
