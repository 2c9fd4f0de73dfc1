import { attribute, type AttributeName } from '../attribute/index.js';

/** Small drawings of how a dimension is taken: what it is measured on, and from where to where. Not to scale. */

export type Stroke =
  | { readonly kind: 'line'; readonly points: readonly (readonly [number, number])[]; readonly look: Look }
  | { readonly kind: 'circle'; readonly x: number; readonly y: number; readonly r: number; readonly look: Look }
  /** A dimension line with an arrow at both ends. */
  | { readonly kind: 'dimension'; readonly from: readonly [number, number]; readonly to: readonly [number, number] }
  | { readonly kind: 'words'; readonly x: number; readonly y: number; readonly words: string };

/** What a stroke is: the body, something hidden or beside it, or the axis. */
export type Look = 'body' | 'hidden' | 'axis';

export interface Sketch {
  readonly strokes: readonly Stroke[];
  /** The same in words. */
  readonly words: string;
}

export const SKETCH_WIDTH = 160;
export const SKETCH_HEIGHT = 84;

const line = (look: Look, ...points: (readonly [number, number])[]): Stroke => ({ kind: 'line', points, look });
const circle = (x: number, y: number, r: number, look: Look = 'body'): Stroke => ({ kind: 'circle', x, y, r, look });
const dimension = (from: readonly [number, number], to: readonly [number, number]): Stroke => ({
  kind: 'dimension',
  from,
  to,
});
const box = (look: Look, x: number, y: number, w: number, h: number): Stroke =>
  line(look, [x, y], [x + w, y], [x + w, y + h], [x, y + h], [x, y]);
const words = (x: number, y: number, text: string): Stroke => ({ kind: 'words', x, y, words: text });

/** Ways in which a dimension is taken; each attribute is one of them. */
const FAMILIES = {
  'between-holes': () => [
    box('body', 20, 20, 120, 44),
    circle(42, 42, 8),
    circle(118, 42, 8),
    line('axis', [42, 12], [42, 72]),
    line('axis', [118, 12], [118, 72]),
    dimension([42, 74], [118, 74]),
  ],
  across: () => [
    circle(80, 40, 30),
    circle(80, 40, 22, 'hidden'),
    line('axis', [40, 40], [120, 40]),
    dimension([50, 76], [110, 76]),
    line('hidden', [50, 40], [50, 76]),
    line('hidden', [110, 40], [110, 76]),
  ],
  inside: () => [
    circle(80, 40, 34, 'hidden'),
    circle(80, 40, 22),
    dimension([58, 40], [102, 40]),
    line('axis', [80, 8], [80, 72]),
  ],
  depth: () => [
    line('body', [30, 14], [30, 70], [130, 70], [130, 14]),
    line('body', [60, 14], [60, 50], [100, 50], [100, 14]),
    line('hidden', [16, 14], [144, 14]),
    dimension([80, 14], [80, 50]),
    words(104, 12, 'mating face'),
  ],
  standing: () => [
    line('body', [20, 60], [140, 60]),
    box('body', 70, 24, 20, 36),
    line('hidden', [60, 24], [130, 24]),
    dimension([116, 24], [116, 60]),
    words(20, 72, 'mating face'),
  ],
  along: () => [
    box('body', 14, 16, 12, 52),
    box('body', 26, 36, 90, 12),
    circle(128, 42, 12),
    line('hidden', [26, 70], [26, 48]),
    line('hidden', [128, 70], [128, 54]),
    dimension([26, 72], [128, 72]),
  ],
  thread: () => [
    line('body', [20, 30], [140, 30]),
    line('body', [20, 54], [140, 54]),
    ...[0, 1, 2, 3, 4, 5, 6].map((i) => line('body', [40 + i * 12, 30], [34 + i * 12, 54])),
    dimension([148, 30], [148, 54]),
    dimension([40, 70], [112, 70]),
    words(44, 82, 'over several threads'),
  ],
  room: () => [
    line('body', [24, 10], [24, 74]),
    line('hidden', [132, 10], [132, 74]),
    dimension([24, 42], [132, 42]),
    words(96, 82, 'next thing'),
  ],
  'from-axis': () => [
    circle(44, 42, 20),
    circle(44, 42, 3, 'axis'),
    line('axis', [14, 42], [74, 42]),
    line('axis', [44, 12], [44, 72]),
    line('hidden', [128, 10], [128, 74]),
    dimension([44, 42], [128, 42]),
    words(48, 60, 'centre of the bore'),
  ],
  angle: () => [
    line('body', [80, 70], [80, 14]),
    line('body', [80, 42], [140, 42]),
    line('axis', [20, 42], [150, 42]),
    line('hidden', [100, 42], [96, 30], [88, 24], [80, 22]),
    words(100, 30, 'angle'),
  ],
  string: () => [
    circle(24, 60, 8),
    circle(136, 24, 8),
    line('body', [24, 60], [50, 76], [90, 64], [112, 30], [136, 24]),
    line('hidden', [24, 60], [136, 24]),
    words(70, 80, 'along the hose'),
  ],
  look: () => [],
  paper: () => [],
} as const satisfies Readonly<Record<string, () => Stroke[]>>;

export type SketchFamily = keyof typeof FAMILIES;

const BY_NAME: Readonly<Partial<Record<AttributeName, SketchFamily>>> = {
  'stud-spacing': 'between-holes',
  'grommet-spacing': 'between-holes',
  'carrier-spacing': 'between-holes',
  bore: 'inside',
  mouth: 'inside',
  'bore-large': 'inside',
  'feed-hose': 'inside',
  'vacuum-hose': 'inside',
  'return-hose': 'inside',
  'wheel-inside': 'inside',
  pilot: 'across',
  'clevis-pin': 'across',
  'seal-ring': 'across',
  'hub-bore': 'across',
  disc: 'across',
  diaphragm: 'across',
  'grommet-size': 'across',
  sweep: 'across',
  tube: 'across',
  'recess-depth': 'depth',
  'rod-engaged': 'depth',
  'room-behind': 'depth',
  insert: 'depth',
  'booster-pin': 'standing',
  'stud-length': 'standing',
  'reach-behind': 'standing',
  'reach-up': 'from-axis',
  plate: 'standing',
  'flange-thickness': 'standing',
  'under-nut': 'standing',
  overhang: 'standing',
  offset: 'standing',
  'disc-thickness': 'standing',
  'rod-length': 'along',
  'reach-front': 'along',
  'rod-adjust': 'along',
  'pedal-height': 'along',
  'pedal-travel': 'along',
  'free-travel': 'along',
  travel: 'along',
  'reservoir-size': 'along',
  'port-distance': 'along',
  'room-front': 'room',
  'room-left': 'from-axis',
  'room-right': 'from-axis',
  'room-up': 'from-axis',
  'reach-left': 'from-axis',
  'reach-right': 'from-axis',
  'spoke-room': 'room',
  'flange-angle': 'angle',
  'hose-length': 'string',
  'hose-lock': 'string',
  'hose-droop': 'string',
  'hose-bump': 'string',
  'hose-offset': 'string',
  'pin-under-vacuum': 'standing',
  'gap-limit': 'room',
  'rod-thread-length': 'along',
  eye: 'standing',
  'bolt-length': 'along',
  'port-depth': 'depth',
  'wheel-size': 'across',
  'wheel-least': 'across',
};

/** How a dimension is drawn: by name, else by what kind of thing it is. */
export function familyOf(name: AttributeName): SketchFamily {
  const row = attribute(name);
  return (
    BY_NAME[name] ??
    (row.kind === 'thread' ? 'thread' : row.kind === 'quantity' && row.dimension !== 'length' ? 'paper' : 'look')
  );
}

/** Whether a drawing helps: what is looked at, or read in a paper, has none. */
export const isDrawn = (name: AttributeName): boolean => !['look', 'paper'].includes(familyOf(name));

/** The drawing of how an attribute is measured, with the same said in words. */
export function sketchOf(name: AttributeName): Sketch {
  const row = attribute(name);
  return { strokes: FAMILIES[familyOf(name)](), words: `${row.words}: ${row.where}` };
}

const INK: Readonly<Record<Look, string>> = {
  body: 'stroke="#222" stroke-width="1.6"',
  hidden: 'stroke="#555" stroke-width="1" stroke-dasharray="3 2"',
  axis: 'stroke="#777" stroke-width="0.8" stroke-dasharray="8 2 2 2"',
};

/** The drawing as an SVG document, for paper. */
export function svgOf({ strokes }: Sketch): string {
  const parts = strokes.map((stroke) => {
    if (stroke.kind === 'circle')
      return `<circle cx="${stroke.x}" cy="${stroke.y}" r="${stroke.r}" fill="none" ${INK[stroke.look]}/>`;
    if (stroke.kind === 'words')
      return `<text x="${stroke.x}" y="${stroke.y}" font-size="8" fill="#222">${stroke.words}</text>`;
    if (stroke.kind === 'line')
      return `<polyline points="${stroke.points.map((p) => p.join(',')).join(' ')}" fill="none" ${INK[stroke.look]}/>`;
    return `<polyline points="${stroke.from.join(',')} ${stroke.to.join(',')}" fill="none" stroke="#000" stroke-width="1"/>${arrow(stroke.to, stroke.from)}${arrow(stroke.from, stroke.to)}`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SKETCH_WIDTH} ${SKETCH_HEIGHT}">${parts.join('')}</svg>`;
}

/** Corners of the arrow head at the end of a dimension line. */
export function arrowAt(
  from: readonly [number, number],
  to: readonly [number, number],
): readonly (readonly [number, number])[] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]) || 1;
  const [dx, dy] = [((to[0] - from[0]) / length) * 5, ((to[1] - from[1]) / length) * 5];
  const round = (n: number): number => Math.round(n * 10) / 10;
  return [
    to,
    [round(to[0] - dx - dy * 0.4), round(to[1] - dy + dx * 0.4)],
    [round(to[0] - dx + dy * 0.4), round(to[1] - dy - dx * 0.4)],
  ];
}

const arrow = (from: readonly [number, number], to: readonly [number, number]): string =>
  `<polygon points="${arrowAt(from, to)
    .map((p) => p.join(','))
    .join(' ')}" fill="#000"/>`;
