import type { Point } from './types.js';

/** Corners of the arrow head at the end of a dimension line, in px. */
export function arrowAt(from: Point, to: Point): readonly Point[] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const [dx, dy] = [((to[0] - from[0]) / length) * 7, ((to[1] - from[1]) / length) * 7];
  return [to, [to[0] - dx - dy * 0.3, to[1] - dy + dx * 0.3], [to[0] - dx + dy * 0.3, to[1] - dy - dx * 0.3]];
}
