import type { PartKind } from '../../vehicle/chain/index.js';
import { keyOf } from './facts.js';
import { partDrawing } from './part.js';
import { extent } from './shapes.js';
import type { DrawnFact, Point, Shape } from './types.js';

/**
 * The chain of a vehicle as a row of its parts in silhouette: pedal, booster and master on one axis, what lies in the
 * lines, and the wheel units or the slave at their ends, front above rear. In px; each part fills its own box, so that
 * it is no scale drawing.
 */

export interface StripPart {
  readonly id: string;
  readonly kind: PartKind;
  readonly words: string;
  readonly facts: readonly DrawnFact[];
  readonly was?: readonly DrawnFact[];
  readonly circuit?: number;
  readonly meets: readonly { readonly to: string }[];
}

export interface StripItem {
  readonly id: string;
  readonly kind: PartKind;
  readonly words: string;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** What the silhouette really takes of it: where a line meets it. */
  readonly ink: StripItem['box'];
  readonly shapes: readonly Shape[];
  /** The one that it takes the place of. */
  readonly old: readonly Shape[];
  readonly at: Point;
  readonly scale: number;
}

export interface StripLine {
  readonly from: string;
  readonly to: string;
  /** 1 is drawn heavy, 2 light. */
  readonly circuit: number;
  readonly points: readonly Point[];
  /** The lines and hoses that it stands for. */
  readonly parts: readonly string[];
}

export interface Strip {
  readonly width: number;
  readonly height: number;
  readonly axis: number;
  readonly items: readonly StripItem[];
  readonly lines: readonly StripLine[];
}

/** Kinds that have a place on the strip; lines and hoses are the lines between them. */
const RANK: Readonly<Partial<Record<PartKind, number>>> = {
  pedal: 0,
  booster: 1,
  'brake-master': 2,
  'clutch-master': 2,
  valve: 3,
  modulator: 3,
  block: 3,
  tee: 3,
  'wheel-cylinder': 4,
  caliper: 4,
  slave: 4,
  fork: 5,
  pump: 6,
};
const CONDUITS: readonly PartKind[] = ['line', 'hose', 'connector', 'adapter'];
const SIZE: Readonly<Record<number, readonly [number, number]>> = {
  0: [46, 96],
  1: [112, 96],
  2: [176, 84],
  3: [30, 26],
  4: [96, 44],
  5: [34, 70],
  6: [30, 30],
};
const GAP = 48;

/** The height that the sizes above are for. */
const FULL = 106;

/** Lays out the parts of one system in a row of a width; lower than full height everything is smaller. */
export function stripOf(parts: readonly StripPart[], width: number, height = FULL): Strip {
  const low = height / FULL;
  const shown = parts.filter((part) => RANK[part.kind] !== undefined);
  const axis = height * 0.56;
  const rank = (part: StripPart): number => RANK[part.kind] ?? 3;
  const column = (n: number): StripPart[] => shown.filter((part) => rank(part) === n);
  const ends = column(4);
  const rows = [...new Set(ends.map(rowOf))].sort();
  const between = column(3);
  const scale = Math.min(1.25, Math.max(0.6, width / 1150)) * Math.max(low, 0.8);
  const items: StripItem[] = [];
  let x = 12;
  for (const n of [0, 1, 2]) {
    const here = column(n);
    if (here.length === 0) continue;
    const [w, h] = SIZE[n] ?? [60, 60];
    here.forEach((part, i) => {
      const high = Math.min(h * low, (height - 4) / here.length);
      const y = here.length === 1 ? axis - high * (n === 0 ? 0.42 : n === 2 ? 0.62 : 0.5) : (i * height) / here.length;
      items.push(place(part, { x, y: Math.max(0, y), width: w * scale, height: high }));
    });
    x += w * scale + GAP * scale;
  }
  const booster = items.find(({ kind }) => kind === 'booster');
  // What drives a booster hangs below it.
  column(6).forEach((part) =>
    items.push(place(part, { x: (booster?.box.x ?? x) - 38, y: height - 26 * low, width: 26, height: 26 * low })),
  );
  const wheels = Math.max(1, ...rows.map((row) => ends.filter((part) => rowOf(part) === row).length));
  const [we, full] = SIZE[4] ?? [90, 44];
  const he = full * low;
  const forks = column(5);
  const endWidth = wheels * (we + 16) * scale + (forks.length > 0 ? 60 : 0);
  const right = Math.max(x + 120 * scale, width - endWidth - 8);
  for (const [r, row] of rows.entries()) {
    const mine = ends.filter((part) => rowOf(part) === row);
    const y = rows.length === 1 ? axis - he / 2 : r === 0 ? 2 : height - he - 2;
    mine.forEach((part, i) =>
      items.push(place(part, { x: right + i * (we + 16) * scale, y, width: we * scale, height: he })),
    );
  }
  forks.forEach((part) =>
    items.push(place(part, { x: right + (we + 22) * scale, y: axis - 35 * low, width: 30, height: 70 * low })),
  );
  between.forEach((part, i) => {
    const [w, h] = (SIZE[3] ?? [30, 26]).map((size) => size * Math.max(low, 0.8)) as [number, number];
    const row = rows.length > 1 && part.id.startsWith('rear') ? 1 : rows.length > 1 && between.length > 1 ? 0 : 0.5;
    const y = row === 0.5 ? axis : row === 0 ? 2 + he / 2 : height - 2 - he / 2;
    const step = (right - x) / (between.length + 1);
    items.push(place(part, { x: x + step * (i + 1) - w / 2, y: y - h / 2, width: w, height: h }));
  });
  const last = Math.max(width, ...items.map(({ box }) => box.x + box.width + 8));
  return { width: last, height, axis, items, lines: linesOf(parts, items, axis) };
}

/** One part alone in silhouette, as large as it goes into a width and a height of px. */
export function silhouetteOf(part: StripPart, width: number, height: number): Strip {
  const box = { x: 4, y: 4, width: width - 8, height: height - 8 };
  return { width, height, axis: height / 2, items: [place(part, box)], lines: [] };
}

/** Front above, rear below; what is neither stands by itself. */
const rowOf = ({ id }: StripPart): string => (id.startsWith('rear') ? 'rear' : 'front');

function place(part: StripPart, box: StripItem['box']): StripItem {
  const view = partDrawing(part.kind, part.facts).views[0];
  const shapes = (view?.shapes ?? []).filter(({ look }) => look !== 'axis');
  const changed = differing(part.facts, part.was ?? []);
  const old = (part.was ? (partDrawing(part.kind, part.was).views[0]?.shapes ?? []) : []).filter(
    (s) => s.look !== 'axis' && s.unknown === undefined && s.key !== undefined && changed.has(s.key),
  );
  const [l, t, r, b] = extent([...shapes, ...old]);
  const scale = Math.min(box.width / Math.max(r - l, 1), box.height / Math.max(b - t, 1));
  const [width, height] = [(r - l) * scale, (b - t) * scale];
  const ink = { x: box.x + (box.width - width) / 2, y: box.y + (box.height - height) / 2, width, height };
  const at: Point = [ink.x - l * scale, ink.y - t * scale];
  return {
    id: part.id,
    kind: part.kind,
    words: part.words,
    box,
    ink,
    shapes,
    old,
    at,
    scale,
  };
}

/** Facts that are known of both and are not the same. */
function differing(is: readonly DrawnFact[], was: readonly DrawnFact[]): ReadonlySet<string> {
  const now = new Map(is.map((f) => [keyOf(f.attribute, f.position), f.value]));
  const keys = was.map((f) => [keyOf(f.attribute, f.position), f.value] as const);
  return new Set(keys.flatMap(([key, value]) => (now.has(key) && now.get(key) !== value ? [key] : [])));
}

/** A line of the strip for each way through lines and hoses from one shown part to the next. */
function linesOf(parts: readonly StripPart[], items: readonly StripItem[], axis: number): StripLine[] {
  const byId = new Map(parts.map((part) => [part.id, part]));
  const boxes = new Map(items.map((item) => [item.id, item]));
  const next = new Map<string, Set<string>>();
  const link = (a: string, b: string): void => void next.set(a, (next.get(a) ?? new Set()).add(b));
  for (const part of parts)
    for (const { to } of part.meets) {
      link(part.id, to);
      link(to, part.id);
    }
  const lines = new Map<string, StripLine>();
  for (const part of parts) {
    const from = boxes.get(part.id);
    if (!from || (RANK[part.kind] ?? 0) < 2) continue;
    for (const first of next.get(part.id) ?? []) {
      const start = byId.get(first);
      if (!start || !CONDUITS.includes(start.kind)) continue;
      const seen = [first];
      let at = first;
      let end: string | undefined;
      for (let step = 0; step < 8 && end === undefined; step++) {
        const on = [...(next.get(at) ?? [])].find(
          (id) =>
            id !== part.id && !seen.includes(id) && (boxes.has(id) || CONDUITS.includes(byId.get(id)?.kind ?? 'room')),
        );
        if (on === undefined) break;
        if (boxes.has(on)) end = on;
        else seen.push((at = on));
      }
      const to = end === undefined ? undefined : boxes.get(end);
      if (!to || to.box.x <= from.box.x) continue;
      const key = `${part.id}>${end}>${first}`;
      lines.set(key, {
        from: part.id,
        to: to.id,
        circuit: start.circuit ?? 1,
        points: route(from, to, start.circuit ?? 1, items.filter(besides(to)), axis),
        parts: seen,
      });
    }
  }
  return [...lines.values()];
}

/** How far the lines of the two circuits stay apart, px. */
const APART = 6;

/**
 * From the right of one to the left of the other, over a step between them. A wheel unit that stands behind another is
 * reached along the inner edge of its row, not through the first.
 */
function route(from: StripItem, to: StripItem, circuit: number, row: readonly StripItem[], axis: number): Point[] {
  const own = (circuit === 2 ? 1 : -1) * (APART / 2);
  const [x1, x2] = [from.ink.x + from.ink.width, to.ink.x];
  const y1 = middleOf(from) + own;
  const y2 = middleOf(to);
  const step = x1 + Math.max(10, Math.min((x2 - x1) * (circuit === 2 ? 0.42 : 0.28), 90));
  const before = row.filter((item) => item.box.x < to.box.x && item.box.x > step);
  if (before.length === 0)
    return [
      [x1, y1],
      [step, y1],
      [step, y2],
      [x2, y2],
    ];
  const along = y2 < axis ? to.box.y + to.box.height + 3 : to.box.y - 3;
  return [
    [x1, y1],
    [step, y1],
    [step, along],
    [x2 - 8, along],
    [x2 - 8, y2],
    [x2, y2],
  ];
}

/** The others that stand in the row of one. */
const besides =
  (to: StripItem) =>
  (item: StripItem): boolean =>
    item.id !== to.id && RANK[item.kind] === RANK[to.kind] && Math.abs(item.box.y - to.box.y) < 1;

/** The height of its axis, where lines meet it. */
const middleOf = ({ ink, at: [, axis] }: StripItem): number => Math.min(Math.max(axis, ink.y), ink.y + ink.height);
