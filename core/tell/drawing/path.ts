import { path } from 'd3-path';
import { curveCatmullRom, curveLinear, line as curve } from 'd3-shape';
import type { Point, Shape } from './types.js';

/** Shapes as SVG path data, the same for the screen and for paper. */

const two = (n: number): number => Math.round(n * 100) / 100;

/**
 * The path of an area or a line; corners of an area are rounded by its radius, a smooth line is a curve through its
 * points.
 */
export function pathOf(shape: Exclude<Shape, { kind: 'circle' }>, at: (p: Point) => Point, scale: number): string {
  const points = shape.points.map(at);
  if (shape.kind === 'area') return rounded(points, (shape.round ?? 0) * scale);
  const draw = curve<Point>(
    ([x]) => two(x),
    ([, y]) => two(y),
  ).curve(shape.smooth ? curveCatmullRom : curveLinear);
  return draw(points) ?? '';
}

function rounded(points: readonly Point[], radius: number): string {
  const p = path();
  const n = points.length;
  const pointAt = (i: number): Point => points[(i + n) % n] as Point;
  const middle = (a: Point, b: Point): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const start = radius > 0 ? middle(pointAt(-1), pointAt(0)) : pointAt(0);
  p.moveTo(two(start[0]), two(start[1]));
  for (let i = radius > 0 ? 0 : 1; i < n; i++) {
    const [x, y] = pointAt(i);
    if (radius === 0) {
      p.lineTo(two(x), two(y));
      continue;
    }
    const next = middle(pointAt(i), pointAt(i + 1));
    const before = middle(pointAt(i - 1), pointAt(i));
    // No rounder than half of the shorter side allows.
    const least = Math.min(Math.hypot(x - before[0], y - before[1]), Math.hypot(next[0] - x, next[1] - y));
    p.arcTo(two(x), two(y), two(next[0]), two(next[1]), two(Math.min(radius, least)));
    p.lineTo(two(next[0]), two(next[1]));
  }
  p.closePath();
  return p.toString();
}
