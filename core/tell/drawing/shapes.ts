import type { Dimension, FactKey, Look, Mark, Point, Shape } from './types.js';

/** The few shapes that all drawings are made of. Lengths in mm. */

export interface Style {
  readonly key?: FactKey;
  readonly unknown?: boolean;
  readonly round?: number;
  readonly smooth?: true;
  readonly other?: true;
}

const marked = ({ key, unknown, other }: Style): Pick<Shape, 'key' | 'unknown' | 'other'> => ({
  ...(key === undefined ? {} : { key }),
  ...(other ? { other } : {}),
  ...(unknown ? { unknown: true as const } : {}),
});

export const area = (look: Look, points: readonly Point[], style: Style = {}): Shape => ({
  kind: 'area',
  look,
  points,
  ...(style.round === undefined ? {} : { round: style.round }),
  ...marked(style),
});

/** A rectangle between two corners, in any order. */
export const box = (look: Look, [x1, y1]: Point, [x2, y2]: Point, style: Style = {}): Shape =>
  area(
    look,
    [
      [x1, y1],
      [x2, y1],
      [x2, y2],
      [x1, y2],
    ],
    style,
  );

export const line = (look: Look, points: readonly Point[], style: Style = {}): Shape => ({
  kind: 'line',
  look,
  points,
  ...(style.smooth ? { smooth: true as const } : {}),
  ...marked(style),
});

export const circle = (look: Look, at: Point, r: number, style: Style = {}): Shape => ({
  kind: 'circle',
  look,
  at,
  r,
  ...marked(style),
});

/** A chain-dotted axis along x, and one across. */
export const axisX = (from: number, to: number, y = 0): Shape =>
  line('axis', [
    [from, y],
    [to, y],
  ]);
export const axisY = (from: number, to: number, x = 0): Shape =>
  line('axis', [
    [x, from],
    [x, to],
  ]);

/** A coil spring between two x, of a height. */
export function spring(from: number, to: number, height: number, y = 0): Shape {
  const turns = 5;
  const points = Array.from({ length: turns * 2 + 1 }, (_, i): Point => {
    const x = from + ((to - from) * i) / (turns * 2);
    return [x, y + (i % 2 === 0 ? height / 2 : -height / 2)];
  });
  return line('thin', points);
}

/** The flanks of an outside thread between two x along one edge at y, as zigzag. */
export function threadEdge(from: number, to: number, y: number, pitch: number, depth: number): Point[] {
  const step = Math.max(pitch, Math.abs(to - from) / 24);
  const turns = Math.max(2, Math.floor(Math.abs(to - from) / step));
  return Array.from({ length: turns * 2 + 1 }, (_, i): Point => [
    from + ((to - from) * i) / (turns * 2),
    y + (i % 2 === 0 ? 0 : depth),
  ]);
}

export const across = (
  key: FactKey,
  words: string,
  from: Point,
  to: Point,
  side: Dimension['side'] = 'after',
): Dimension => ({ key, words, along: 'y', from, to, side });
export const along = (
  key: FactKey,
  words: string,
  from: Point,
  to: Point,
  side: Dimension['side'] = 'after',
): Dimension => ({ key, words, along: 'x', from, to, side });
export const mark = (key: FactKey, words: string, at: Point, side: Mark['side'] = 'right'): Mark => ({
  key,
  words,
  at,
  side,
});

const moved = ([x, y]: Point, dx: number, dy: number): Point => [x + dx, y + dy];

/** A shape at another place, mirrored left to right first when asked. */
export function shift(shape: Shape, dx: number, dy = 0, mirror = false): Shape {
  const go = (p: Point): Point => moved(mirror ? [-p[0], p[1]] : p, dx, dy);
  return shape.kind === 'circle' ? { ...shape, at: go(shape.at) } : { ...shape, points: shape.points.map(go) };
}

/** The box around shapes: left, top, right, bottom. Nothing gives a point at the origin. */
export function extent(shapes: readonly Shape[]): readonly [number, number, number, number] {
  const points = shapes.flatMap((s): Point[] =>
    s.kind === 'circle' ? [moved(s.at, -s.r, -s.r), moved(s.at, s.r, s.r)] : [...s.points],
  );
  if (points.length === 0) return [0, 0, 0, 0];
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
