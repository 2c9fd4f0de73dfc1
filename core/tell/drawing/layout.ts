import { extent } from './shapes.js';
import type { Dimension, Drawing, FactKey, Mark, Point, View } from './types.js';

/**
 * Where everything of a drawing lies in a frame: all views at one scale, dimension lines outside them, and a label for
 * each that overlaps no other. All in px. Pure arithmetic: the screen and paper use the same.
 */

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface LaidView {
  readonly id: string;
  readonly words: string;
  /** Where its origin is. */
  readonly at: Point;
  /** What its shapes take. */
  readonly box: Box;
  /** Where its title begins. */
  readonly title: Point;
}

export interface LaidLabel {
  readonly key: FactKey;
  readonly view: string;
  readonly words: string;
  readonly box: Box;
  /** The dimension line with an arrow at both ends; absent for a mark. */
  readonly line?: readonly [Point, Point];
  /** Extension lines, or the leader of a mark. */
  readonly thin: readonly (readonly [Point, Point])[];
}

export interface Laid {
  readonly width: number;
  readonly height: number;
  /** px for each mm. */
  readonly scale: number;
  readonly views: readonly LaidView[];
  readonly labels: readonly LaidLabel[];
  /** A scale bar: a round length in mm and where it lies. */
  readonly bar: { readonly mm: number; readonly from: Point; readonly to: Point };
}

export interface LayoutAsk {
  readonly width: number;
  /** The views alone are not made higher than this. */
  readonly mostHeight: number;
  /** The size of a label, or undefined for what is not told. */
  readonly label: (of: Dimension | Mark) => { readonly width: number; readonly height: number } | undefined;
  /** Views below each other instead of beside each other. */
  readonly stacked?: boolean;
  readonly mostScale?: number;
}

const GAP = 8;
const PAD = 10;
/** Between a view and its first dimension line, and between two lines. */
const OFF = 10;
const LEADER = 12;
const TITLE = 18;
const BAR = 22;
/** Width of a letter of a title. */
const LETTER = 6.2;
const LEAST_SCALE = 0.05;
const MOST_SCALE = 6;

interface Told<T> {
  readonly of: T;
  readonly width: number;
  readonly height: number;
}
interface Sided {
  readonly view: View;
  readonly ext: readonly [number, number, number, number];
  readonly above: readonly Told<Dimension | Mark>[];
  readonly below: readonly Told<Dimension | Mark>[];
  readonly left: readonly Told<Dimension | Mark>[];
  readonly right: readonly Told<Dimension | Mark>[];
}

/** Lays a drawing out in a frame of a width. */
export function layOut(drawing: Drawing, ask: LayoutAsk): Laid {
  const sided = drawing.views.map((view) => sidesOf(view, ask));
  // Below each other when asked, and where labels leave no room beside each other.
  const beside = !ask.stacked && widthOf(sided, LEAST_SCALE, ask.width) <= ask.width;
  const groups = beside ? [sided] : sided.map((one) => [one]);
  const scale = Math.min(ask.mostScale ?? MOST_SCALE, ...groups.map((row) => scaleOf(row, ask)));
  let top = 0;
  const views: LaidView[] = [];
  const labels: LaidLabel[] = [];
  for (const row of groups) {
    const laid = layRow(row, scale, ask.width, top);
    views.push(...laid.views);
    labels.push(...laid.labels);
    top = laid.bottom;
  }
  const mm = [1, 2, 5, 10, 20, 50, 100, 200, 500].find((n) => n * scale >= 36) ?? 1000;
  const y = top + BAR / 2;
  return {
    width: ask.width,
    height: top + BAR,
    scale,
    views,
    labels,
    bar: { mm, from: [PAD, y], to: [PAD + mm * scale, y] },
  };
}

function sidesOf(view: View, { label }: LayoutAsk): Sided {
  const told = [...view.dimensions, ...view.marks].flatMap((of) => {
    const size = label(of);
    return size ? [{ of, ...size }] : [];
  });
  const sideOf = ({ of }: Told<Dimension | Mark>): string =>
    'at' in of
      ? of.side
      : of.along === 'x'
        ? of.side === 'before'
          ? 'above'
          : 'below'
        : of.side === 'before'
          ? 'left'
          : 'right';
  const at = (side: string) => told.filter((one) => sideOf(one) === side);
  return {
    view,
    ext: extent(view.shapes),
    above: at('above'),
    below: at('below'),
    left: at('left'),
    right: at('right'),
  };
}

/** What the labels beside a view take at its left or right. */
const gutter = (side: readonly Told<Dimension | Mark>[]): number =>
  side.length === 0 ? PAD : Math.max(...side.map((one) => one.width)) + lanes(side) * OFF + LEADER + OFF + GAP;
const lanes = (side: readonly Told<Dimension | Mark>[]): number => side.filter(({ of }) => !('at' in of)).length;

/**
 * What a view takes beside others at a scale: itself with its labels, its widest label, and as much of its title as
 * there is room for.
 */
const columnOf = ({ view, ext, above, below, left, right }: Sided, scale: number, most: number): number =>
  Math.max(
    gutter(left) + gutter(right) + (ext[2] - ext[0]) * scale,
    ...[...above, ...below].map((one) => one.width + GAP),
    Math.min(view.words.length * LETTER, most),
  );
const widthOf = (row: readonly Sided[], scale: number, width: number): number =>
  row.reduce((sum, one) => sum + columnOf(one, scale, (width - 2 * PAD) / row.length), 2 * PAD);

/**
 * The largest scale at which a row goes into the frame; by halving, since titles make the width a bent function of it.
 */
function scaleOf(row: readonly Sided[], { width, mostHeight, mostScale = MOST_SCALE }: LayoutAsk): number {
  const high = Math.max(1, ...row.map(({ ext }) => ext[3] - ext[1]));
  let [low, most] = [LEAST_SCALE, Math.min(mostScale, mostHeight / high)];
  if (widthOf(row, most, width) <= width) return Math.max(most, LEAST_SCALE);
  for (let i = 0; i < 24; i++) {
    const middle = (low + most) / 2;
    if (widthOf(row, middle, width) <= width) low = middle;
    else most = middle;
  }
  return low;
}

/** Views beside each other, their origins on one axis. */
function layRow(
  row: readonly Sided[],
  scale: number,
  width: number,
  top: number,
): { views: LaidView[]; labels: LaidLabel[]; bottom: number } {
  const spare = Math.max(0, (width - widthOf(row, scale, width)) / Math.max(row.length, 1));
  const up = Math.max(0, ...row.map(({ ext }) => -ext[1] * scale));
  const placed: { one: Sided; at: Point; box: Box; from: number; to: number }[] = [];
  let x = PAD;
  for (const one of row) {
    const w = (one.ext[2] - one.ext[0]) * scale;
    const from = x;
    const own = gutter(one.left) + gutter(one.right) + w;
    const column = columnOf(one, scale, (width - 2 * PAD) / row.length) + spare;
    const left = from + gutter(one.left) + (column - own) / 2;
    x = from + column;
    const at: Point = [left - one.ext[0] * scale, up];
    placed.push({
      one,
      at,
      from,
      to: x,
      box: { x: left, y: up + one.ext[1] * scale, width: w, height: (one.ext[3] - one.ext[1]) * scale },
    });
  }
  const labels = placed.flatMap((p) => {
    const columns = [...columnLabels(p.one.left, p, scale, -1), ...columnLabels(p.one.right, p, scale, 1)];
    // Lanes begin beyond what the columns beside the view take.
    const top = Math.min(p.box.y, ...columns.map(({ box }) => box.y));
    const low = Math.max(p.box.y + p.box.height, ...columns.map(({ box }) => box.y + box.height));
    return [...laneLabels(p.one.above, p, scale, -1, top), ...laneLabels(p.one.below, p, scale, 1, low), ...columns];
  });
  const high = Math.min(0, ...labels.map(({ box }) => box.y), ...placed.map(({ box }) => box.y));
  const low = Math.max(
    0,
    ...labels.map(({ box }) => box.y + box.height),
    ...placed.map(({ box }) => box.y + box.height),
  );
  const down = top + TITLE + PAD - high;
  return {
    views: placed.map(({ one, at, box, from }) => ({
      id: one.view.id,
      words: one.view.words,
      at: move(at, down),
      box: { ...box, y: box.y + down },
      title: [from, top + TITLE - 6],
    })),
    labels: labels.map((label) => moveLabel(label, down)),
    bottom: low + down + PAD,
  };
}

const move = ([x, y]: Point, down: number): Point => [x, y + down];
const moveLine = ([a, b]: readonly [Point, Point], down: number): [Point, Point] => [move(a, down), move(b, down)];
const moveLabel = (label: LaidLabel, down: number): LaidLabel => ({
  ...label,
  box: { ...label.box, y: label.box.y + down },
  ...(label.line ? { line: moveLine(label.line, down) } : {}),
  thin: label.thin.map((thin) => moveLine(thin, down)),
});

interface Spot {
  readonly one: Sided;
  readonly at: Point;
  readonly box: Box;
  readonly from: number;
  readonly to: number;
}

const px = ({ at }: Spot, [x, y]: Point, scale: number): Point => [at[0] + x * scale, at[1] + y * scale];

interface Placing {
  readonly one: Told<Dimension | Mark>;
  readonly a: Point;
  readonly b: Point;
  readonly x: number;
}

/**
 * Labels of one lane beside each other, each as near to the middle of its line as the others let it. Undefined where
 * their lines would run into each other, or where a label would lie beside its own line. A label that is alone is kept
 * within its column.
 */
function inLane(held: readonly Placing[], { from, to }: Spot): Placing[] | undefined {
  const sorted = [...held].sort((p, q) => p.a[0] + p.b[0] - q.a[0] - q.b[0]);
  const lines = sorted.map(({ a, b }) => [Math.min(a[0], b[0]), Math.max(a[0], b[0])] as const);
  if (lines.some(([left], i) => i > 0 && left < (lines[i - 1]?.[1] ?? left) + GAP)) return undefined;
  const lefts = spread(sorted.map(({ one, a, b }) => ({ wants: (a[0] + b[0] - one.width) / 2, height: one.width })));
  const last = sorted.length - 1;
  const over = Math.max(0, (lefts[last] ?? 0) + (sorted[last]?.one.width ?? 0) - to);
  const shift = Math.max(from - (lefts[0] ?? from), 0) || -over;
  const placed = sorted.map((placing, i) => ({ ...placing, x: (lefts[i] ?? 0) + shift }));
  const beside = placed.some(({ one, x }, i) => {
    const [left = 0, right = 0] = lines[i] ?? [];
    return x > right + GAP || x + one.width < left - GAP || (held.length > 1 && (x < from || x + one.width > to));
  });
  return beside && held.length > 1 ? undefined : placed;
}

/** Labels above (-1) or below (1) a view: the shortest nearest to it, each in the first lane where it has room. */
function laneLabels(
  side: readonly Told<Dimension | Mark>[],
  spot: Spot,
  scale: number,
  way: 1 | -1,
  edge: number,
): LaidLabel[] {
  const span = ({ of }: Told<Dimension | Mark>): number => ('at' in of ? 0 : Math.abs(of.to[0] - of.from[0]));
  const sorted = [...side].sort((a, b) => span(a) - span(b));
  const lanesOf: Placing[][] = [];
  for (const one of sorted) {
    const [from, to] = 'at' in one.of ? [one.of.at, one.of.at] : [one.of.from, one.of.to];
    const [a, b] = [px(spot, from, scale), px(spot, to, scale)];
    const placing: Placing = { one, a, b, x: 0 };
    const lane = lanesOf.find((held) => inLane([...held, placing], spot) !== undefined);
    if (lane) lane.push(placing);
    else lanesOf.push([placing]);
  }
  const chosen = lanesOf.flatMap((held, lane) => (inLane(held, spot) ?? held).map((placing) => ({ ...placing, lane })));
  const high = chosen.reduce<number[]>((all, { one, lane }) => {
    all[lane] = Math.max(all[lane] ?? 0, one.height);
    return all;
  }, []);
  const depth = (lane: number): number => high.slice(0, lane).reduce((sum, h) => sum + h + OFF + GAP, 0);
  return chosen.map(({ one, a, b, x, lane }): LaidLabel => {
    const y = edge + way * (OFF + depth(lane));
    const box: Box = { x, y: way === 1 ? y + 4 : y - 4 - one.height, width: one.width, height: one.height };
    const common = { key: one.of.key, view: spot.one.view.id, words: one.of.words, box };
    if ('at' in one.of) return { ...common, thin: [[a, [a[0], way === 1 ? box.y : box.y + box.height]]] };
    const over = way * 4;
    return {
      ...common,
      line: [
        [a[0], y],
        [b[0], y],
      ],
      thin: [
        [a, [a[0], y + over]],
        [b, [b[0], y + over]],
      ],
    };
  });
}

/**
 * Labels left (-1) or right (1) of a view, in one column, as near to the height of what they tell as the others let
 * them.
 */
function columnLabels(side: readonly Told<Dimension | Mark>[], spot: Spot, scale: number, way: 1 | -1): LaidLabel[] {
  const edge = way === 1 ? spot.box.x + spot.box.width : spot.box.x;
  const column = edge + way * (lanes(side) * OFF + OFF + LEADER);
  const middle = ({ of }: Told<Dimension | Mark>): number =>
    'at' in of ? px(spot, of.at, scale)[1] : (px(spot, of.from, scale)[1] + px(spot, of.to, scale)[1]) / 2;
  const sorted = [...side].sort((a, b) => middle(a) - middle(b));
  const tops = spread(sorted.map((one) => ({ wants: middle(one) - one.height / 2, height: one.height })));
  const bySpan = side
    .filter(({ of }) => !('at' in of))
    .sort((a, b) => spanY(a.of as Dimension) - spanY(b.of as Dimension));
  return sorted.map((one, i): LaidLabel => {
    const y = tops[i] ?? 0;
    const box: Box = { x: way === 1 ? column : column - one.width, y, width: one.width, height: one.height };
    const to: Point = [way === 1 ? box.x : box.x + box.width, y + one.height / 2];
    const common = { key: one.of.key, view: spot.one.view.id, words: one.of.words, box };
    if ('at' in one.of) return { ...common, thin: [[px(spot, one.of.at, scale), to]] };
    const x = edge + way * (OFF + bySpan.indexOf(one) * OFF);
    const [a, b] = [px(spot, one.of.from, scale), px(spot, one.of.to, scale)];
    const over = way * 4;
    return {
      ...common,
      line: [
        [x, a[1]],
        [x, b[1]],
      ],
      thin: [
        [a, [x + over, a[1]]],
        [b, [x + over, b[1]]],
        [[x, (a[1] + b[1]) / 2], to],
      ],
    };
  });
}
const spanY = ({ from, to }: Dimension): number => Math.abs(to[1] - from[1]);

/** Tops of things in a column: each as near as it can be to where it wants to be, none over another. */
function spread(list: readonly { readonly wants: number; readonly height: number }[]): number[] {
  interface Pile {
    top: number;
    height: number;
    /** Sum of what each wants the pile's top to be. */
    wants: number;
    count: number;
  }
  const piles: Pile[] = [];
  for (const { wants, height } of list) {
    let pile: Pile = { top: wants, height: height + GAP, wants, count: 1 };
    for (let last = piles.at(-1); last && last.top + last.height > pile.top; last = piles.at(-1)) {
      piles.pop();
      const sum = last.wants + pile.wants - pile.count * last.height;
      const count = last.count + pile.count;
      pile = { top: sum / count, height: last.height + pile.height, wants: sum, count };
    }
    piles.push(pile);
  }
  const tops: number[] = [];
  let i = 0;
  for (const pile of piles) {
    let y = pile.top;
    for (let k = 0; k < pile.count; k++) {
      tops.push(y);
      y += (list[i]?.height ?? 0) + GAP;
      i++;
    }
  }
  return tops;
}
