/** Lines as points in space and as legs and bends: one is made from the other. */

/** A point in mm. */
export type Xyz = readonly [x: number, y: number, z: number];

export interface Bend {
  /** How far the tube turns, degrees: 0 is straight, 180 comes back. */
  readonly angleDeg: number;
  /** Radius of the centre line, mm. */
  readonly radiusMm: number;
  /** The plane of this bend against that of the one before, degrees, right-handed along the tube. */
  readonly rotationDeg?: number;
  /** Legs beside it are measured to where the arc begins, not to a virtual corner. A bend towards 180° has none. */
  readonly byArc?: boolean;
}

/** Legs between virtual corners, in mm, and the bends between them: one more leg than bends. */
export interface Legs {
  readonly legsMm: readonly number[];
  readonly bends: readonly Bend[];
}

const DEG = Math.PI / 180;
const minus = (a: Xyz, b: Xyz): Xyz => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const plus = (a: Xyz, b: Xyz, times = 1): Xyz => [a[0] + b[0] * times, a[1] + b[1] * times, a[2] + b[2] * times];
const dot = (a: Xyz, b: Xyz): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Xyz, b: Xyz): Xyz => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
const size = (a: Xyz): number => Math.hypot(...a);
const unit = (a: Xyz): Xyz => {
  const length = size(a);
  return [a[0] / length, a[1] / length, a[2] / length];
};
/** A vector turned about an axis of length 1 (Rodrigues). */
const turned = (v: Xyz, axis: Xyz, angle: number): Xyz =>
  plus(
    plus([v[0] * Math.cos(angle), v[1] * Math.cos(angle), v[2] * Math.cos(angle)], cross(axis, v), Math.sin(angle)),
    axis,
    dot(axis, v) * (1 - Math.cos(angle)),
  );

/** Straight within so little, degrees: a corner of less is no bend. */
const STRAIGHT = 0.05;

/**
 * Legs and bends of a line through points, each corner with this radius. Points that repeat, and corners that do not
 * turn, are left out. Fewer than two different points make no line. Source: vector algebra.
 */
export function legsOf(points: readonly Xyz[], radiusMm: number): Legs | undefined {
  const apart = points.filter((p, i) => i === 0 || size(minus(p, points[i - 1] as Xyz)) > 1e-6);
  const corners = apart.filter((p, i) => {
    const [before, after] = [apart[i - 1], apart[i + 1]];
    return before === undefined || after === undefined || turn(before, p, after) > STRAIGHT;
  });
  if (corners.length < 2) return undefined;
  const ways = corners.slice(1).map((p, i) => minus(p, corners[i] as Xyz));
  let last: Xyz | undefined;
  const bends = ways.slice(1).map((way, i): Bend => {
    const before = ways[i] as Xyz;
    const normal = cross(before, way);
    const flat = size(normal) < 1e-9;
    const at = flat ? last : unit(normal);
    const rotation = last && at ? Math.atan2(dot(cross(last, at), unit(before)), dot(last, at)) / DEG : 0;
    last = at;
    const angleDeg = turn(corners[i] as Xyz, corners[i + 1] as Xyz, corners[i + 2] as Xyz);
    return { angleDeg, radiusMm, ...(Math.abs(rotation) > 1e-6 ? { rotationDeg: rotation } : {}) };
  });
  return { legsMm: ways.map(size), bends };
}

const turn = (a: Xyz, b: Xyz, c: Xyz): number => {
  const [first, second] = [minus(b, a), minus(c, b)];
  return Math.atan2(size(cross(first, second)), dot(first, second)) / DEG;
};

/** A stretch of the tube as it lies: a straight, or the chords of an arc. */
export interface Stretch {
  readonly kind: 'straight' | 'bend';
  readonly points: readonly Xyz[];
}

/** Length that a bend takes away from the legs beside it, from its virtual corner to where its arc begins. */
export const tangentMm = ({ angleDeg, radiusMm, byArc = false }: Bend): number =>
  byArc ? 0 : radiusMm * Math.tan((angleDeg * DEG) / 2);
export const arcMm = ({ angleDeg, radiusMm }: Bend): number => radiusMm * angleDeg * DEG;

/**
 * The line as it lies in space: it begins at 0 along x, its first bend turns towards y. Arcs are chords of at most
 * `stepDeg`.
 */
export function stretchesOf({ legsMm, bends }: Legs, stepDeg = 6): Stretch[] {
  let at: Xyz = [0, 0, 0];
  let along: Xyz = [1, 0, 0];
  let normal: Xyz = [0, 0, 1];
  const stretches: Stretch[] = [];
  legsMm.forEach((leg, i) => {
    const [before, bend] = [bends[i - 1], bends[i]];
    const straight = leg - (before ? tangentMm(before) : 0) - (bend ? tangentMm(bend) : 0);
    const end = plus(at, along, straight);
    stretches.push({ kind: 'straight', points: [at, end] });
    at = end;
    if (!bend) return;
    if (bend.rotationDeg !== undefined) normal = turned(normal, along, bend.rotationDeg * DEG);
    const inward = cross(normal, along);
    const centre = plus(at, inward, bend.radiusMm);
    const steps = Math.max(1, Math.ceil(bend.angleDeg / stepDeg));
    const from = minus(at, centre);
    const points = Array.from({ length: steps + 1 }, (_, step) =>
      plus(centre, turned(from, normal, (bend.angleDeg * DEG * step) / steps)),
    );
    stretches.push({ kind: 'bend', points });
    along = turned(along, normal, bend.angleDeg * DEG);
    at = points.at(-1) as Xyz;
  });
  return stretches;
}

/**
 * Virtual corners of a line, its two ends included: what a template is laid out by. Undefined where a bend has no
 * corner.
 */
export function cornersOf({ legsMm, bends }: Legs): Xyz[] | undefined {
  if (bends.some(({ byArc }) => byArc)) return undefined;
  let at: Xyz = [0, 0, 0];
  let along: Xyz = [1, 0, 0];
  let normal: Xyz = [0, 0, 1];
  const corners: Xyz[] = [at];
  legsMm.forEach((leg, i) => {
    at = plus(at, along, leg);
    corners.push(at);
    const bend = bends[i];
    if (!bend) return;
    if (bend.rotationDeg !== undefined) normal = turned(normal, along, bend.rotationDeg * DEG);
    along = turned(along, normal, bend.angleDeg * DEG);
  });
  return corners;
}

/**
 * How near two parts of the line that do not follow each other come, centre to centre, mm; and at which bends.
 * Undefined where no two could.
 */
export function closest(
  stretches: readonly Stretch[],
  outsideMm: number,
): { readonly apartMm: number; readonly between: readonly [number, number] } | undefined {
  let run = 0;
  const pieces = stretches.flatMap(({ points }, of) =>
    points.slice(1).map((to, i) => {
      const from = points[i] as Xyz;
      const long = size(minus(to, from));
      run += long;
      return { of, from, to, long, ends: run, middle: plus(from, minus(to, from), 0.5) };
    }),
  );
  let found: { apartMm: number; between: readonly [number, number] } | undefined;
  pieces.forEach((a, i) => {
    for (let j = i + 1; j < pieces.length; j++) {
      const b = pieces[j] as (typeof pieces)[number];
      // What follows on along the tube is near because it is the same tube: only what lies beyond it counts.
      const follows = 2 * outsideMm - (b.ends - b.long - a.ends);
      if (follows >= b.long) continue;
      // Two pieces are no nearer than their middles, less half of each: most are ruled out by that.
      const reach = (found?.apartMm ?? Infinity) + (a.long + b.long) / 2;
      const [x, y, z] = [b.middle[0] - a.middle[0], b.middle[1] - a.middle[1], b.middle[2] - a.middle[2]];
      if (x * x + y * y + z * z >= reach * reach) continue;
      const from = follows <= 0 ? b.from : plus(b.from, minus(b.to, b.from), follows / b.long);
      const apartMm = between(a.from, a.to, from, b.to);
      if (found === undefined || apartMm < found.apartMm) found = { apartMm, between: [a.of, b.of] };
    }
  });
  return found;
}

/** Shortest distance of two straight pieces. Source: clamped solution of the normal equations. */
function between(p: Xyz, q: Xyz, r: Xyz, s: Xyz): number {
  const [u, v, w] = [minus(q, p), minus(s, r), minus(p, r)];
  const [a, b, c, d, e] = [dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)];
  const clamp = (x: number): number => Math.min(1, Math.max(0, x));
  const det = a * c - b * b;
  let m = a < 1e-12 ? 0 : det > 1e-9 ? clamp((b * e - c * d) / det) : 0;
  const n = c < 1e-12 ? 0 : clamp((b * m + e) / c);
  m = a < 1e-12 ? 0 : clamp((b * n - d) / a);
  return size(minus(plus(p, u, m), plus(r, v, n)));
}
