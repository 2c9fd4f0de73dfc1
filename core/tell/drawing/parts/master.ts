import { type Facts, keyOf, type Size } from '../facts.js';
import { across, along, area, axisX, axisY, box, circle, line, mark, spring } from '../shapes.js';
import type { Dimension, Drawing, Mark, Point, Shape, View } from '../types.js';

/** Master cylinders in section along the bore, mouth at x = 0 and nose to the right, and the flange from the front. */

const WALL = 7;
const NOSE = 9;
/** Usual sizes in mm where nothing is recorded; they are drawn dotted. */
const USUAL = { bore: 22, spacing: 80, pilot: 44, port: 10, near: 42, apart: 36, reservoir: 104, stud: 8, rod: 90 };

interface Body {
  readonly bore: Size;
  /** The large bore of a step-bore unit, or undefined. */
  readonly large: Size | undefined;
  readonly length: number;
  readonly step: number;
  readonly ports: readonly Port[];
}

interface Port {
  readonly at: string;
  readonly x: number;
  readonly d: Size;
  readonly placed: boolean;
}

export function masterViews(facts: Facts): View[] {
  const body = bodyOf(facts);
  return [sectionOf(facts, body), faceOf(facts, body)];
}

function bodyOf(facts: Facts): Body {
  const bore = facts.size('bore', USUAL.bore);
  const stepped = facts.text('bore-form') === 'stepped' || (facts.mm('bore-large') ?? 0) > bore.mm + 0.06;
  const ports = portsOf(facts);
  const length = facts.mm('reach-front') ?? Math.max(USUAL.near + 40, ...ports.map((p) => p.x + 28));
  const large = stepped ? facts.size('bore-large', facts.mm('mouth') ?? bore.mm * 1.3) : undefined;
  return { bore, large, length, step: length * 0.42, ports };
}

function portsOf(facts: Facts): Port[] {
  const places = facts.ports.length > 0 ? facts.ports : usualPorts(facts.count('port-count') ?? 1);
  return places.map((at, i) => {
    const distance = facts.mm('port-distance', at);
    return {
      at,
      x: distance ?? USUAL.near + i * USUAL.apart,
      d: facts.thread('port-thread', USUAL.port, at),
      placed: distance !== undefined,
    };
  });
}
const usualPorts = (count: number): string[] => Array.from({ length: Math.min(count, 4) }, (_, i) => `port ${i + 1}`);

function sectionOf(facts: Facts, body: Body): View {
  const { bore, large, length, step } = body;
  const mouth = facts.mm('mouth') ?? large?.mm ?? bore.mm;
  const [ro, rb] = [(large?.mm ?? bore.mm) / 2 + WALL, bore.mm / 2 + WALL];
  const shapes: Shape[] = [...reservoirOf(facts, body, ro, rb)];
  const dimensions: Dimension[] = [];
  const marks: Mark[] = [];
  // the casting: flange, body, nose
  const outline: Point[] = large
    ? [
        [0, -ro],
        [step, -ro],
        [step + 4, -rb],
        [length - 4, -rb],
        [length, -rb + 5],
        [length, rb - 5],
        [length - 4, rb],
        [step + 4, rb],
        [step, ro],
        [0, ro],
      ]
    : [
        [0, -rb],
        [length - 4, -rb],
        [length, -rb + 5],
        [length, rb - 5],
        [length - 4, rb],
        [0, rb],
      ];
  shapes.push(area('cut', outline, { key: large ? 'bore-form' : 'bore', unknown: bore.unknown }));
  const flange = ro + 16;
  shapes.push(flangeOf(facts, flange));
  const pilot = facts.size('pilot', USUAL.pilot);
  if (!facts.none('pilot'))
    shapes.push(box('cut', [-5, -pilot.mm / 2], [0, pilot.mm / 2], { key: pilot.key, unknown: pilot.unknown }));
  // the bore, and the large one before the step
  const end = length - NOSE;
  shapes.push(
    box('void', [large ? step : -5, -bore.mm / 2], [end, bore.mm / 2], { key: bore.key, unknown: bore.unknown }),
  );
  if (large)
    shapes.push(box('void', [-5, -large.mm / 2], [step, large.mm / 2], { key: large.key, unknown: large.unknown }));
  shapes.push(...pistonsOf(facts, body, end));
  for (const port of body.ports) {
    const y = large && port.x < step ? ro : rb;
    const half = port.d.mm / 2;
    shapes.push(
      area(
        'solid',
        [
          [port.x - half - 2, y - 1],
          [port.x - half, y + 8],
          [port.x + half, y + 8],
          [port.x + half + 2, y - 1],
        ],
        { key: keyOf('port-thread', port.at), unknown: port.d.unknown || !port.placed },
      ),
      line('axis', [
        [port.x, -4],
        [port.x, y + 13],
      ]),
    );
    marks.push(mark(keyOf('port-thread', port.at), portWords(facts, port.at), [port.x, y + 8], 'below'));
    dimensions.push(along(keyOf('port-distance', port.at), 'port distance', [0, y + 8], [port.x, y + 8]));
  }
  const rod = facts.size('rod-length', USUAL.rod);
  shapes.push(...rodOf(facts, bore, mouth, rod));
  if (!facts.none('rod-length') && facts.text('rod-kind') !== undefined)
    dimensions.push(along(rod.key, 'rod length', [-rod.mm, mouth / 2], [0, mouth / 2], 'before'));
  dimensions.push(
    across(bore.key, 'bore', [end, -bore.mm / 2], [end, bore.mm / 2]),
    across('mouth', 'mouth', [-5, -mouth / 2], [-5, mouth / 2], 'before'),
  );
  if (large) dimensions.push(across(large.key, 'large bore', [step, -large.mm / 2], [step, large.mm / 2]));
  const recess = facts.mm('recess-depth');
  if (recess !== undefined) dimensions.push(along('recess-depth', 'pushrod pocket', [0, 0], [recess, 0], 'before'));
  marks.push(...lookedAt(length, rb));
  shapes.push(axisX(-Math.max(rod.unknown ? 24 : 14, 14), length + 10));
  return { id: 'section', words: 'cut along the bore', shapes, dimensions, marks };
}

const portWords = (facts: Facts, at: string): string =>
  [at.replace(/-/g, ' '), facts.text('port-thread', at)].filter(Boolean).join(' ');

/** What is looked at on the outside: numbers, label, form, sensor, bleeder. */
function lookedAt(length: number, rb: number): Mark[] {
  return [
    mark('label-code', 'label', [length, -rb + 5], 'right'),
    mark('casting-number', 'casting number', [length - 14, rb], 'right'),
    mark('bore-mark', 'cast bore', [length * 0.5, rb - 2], 'below'),
    mark('bore-form', 'bore form', [length * 0.44, -rb], 'above'),
    mark('sensor', 'sensor', [length, rb - 5], 'right'),
  ];
}

function flangeOf(facts: Facts, reach: number): Shape {
  // A flange leans a little; what would lie along the bore is none, and is drawn upright and dotted.
  const told = facts.angle('flange-angle');
  const possible = told === undefined || Math.abs(told - 90) <= 45;
  const angle = possible ? (told ?? 90) : 90;
  const lean = Math.tan(((angle - 90) * Math.PI) / 180);
  const at = (x: number, y: number): Point => [x + y * -lean * 0.25, y];
  return area('cut', [at(0, -reach), at(8, -reach), at(8, reach), at(0, reach)], {
    key: 'flange-angle',
    unknown: !possible,
  });
}

/** Pistons with their seals and springs; a second one where two circuits are fed. */
function pistonsOf(facts: Facts, { bore, large, step }: Body, end: number): Shape[] {
  const tandem = (facts.count('port-count') ?? facts.ports.length) >= 2;
  const piston = (from: number, to: number, d: number): Shape[] => [
    box('solid', [from, -d / 2 + 0.4], [to, d / 2 - 0.4], { unknown: bore.unknown }),
    ...(bore.unknown ? [] : [-1, 1]).flatMap((side) =>
      [from + 2, to - 4].map((x) => box('rubber', [x, side * (d / 2)], [x + 3, side * (d / 2 - 3)])),
    ),
  ];
  const usable = end - 4;
  const first = large ? step * 0.5 : usable * 0.1;
  const width = Math.min(26, usable * 0.2);
  const shapes = large
    ? [...piston(6, first + 4, large.mm), box('solid', [first + 4, -bore.mm / 2 + 0.4], [step + 8, bore.mm / 2 - 0.4])]
    : piston(first, first + width, bore.mm);
  const after = large ? step + 8 : first + width;
  if (!tandem) return [...shapes, spring(after, end, bore.mm * 0.6)];
  const second = after + (end - after) * 0.3;
  return [
    ...shapes,
    spring(after, second, bore.mm * 0.55),
    ...piston(second, second + width, bore.mm),
    spring(second + width, end, bore.mm * 0.55),
  ];
}

/** The rod at the mouth with its fork or eye; a pocket where the rod is the booster's. */
function rodOf(facts: Facts, bore: Size, mouth: number, rod: Size): Shape[] {
  const kind = facts.text('rod-kind');
  if (kind === undefined && facts.none('rod-kind')) {
    const pocket = Math.min(bore.mm * 0.2, 6);
    return [
      box('void', [-5, -pocket], [facts.mm('recess-depth') ?? 12, pocket], {
        key: 'recess-depth',
        unknown: facts.mm('recess-depth') === undefined,
      }),
    ];
  }
  const unknown = rod.unknown || kind === undefined;
  const pin = facts.size('clevis-pin', 8);
  const half = Math.min(4.5, mouth / 4);
  return [
    box('solid', [-rod.mm, -half], [6, half], { key: rod.key, unknown }),
    circle('solid', [-rod.mm, 0], pin.mm / 2 + 5, { key: rod.key, unknown }),
    circle('void', [-rod.mm, 0], pin.mm / 2, { key: pin.key, unknown: pin.unknown }),
  ];
}

function reservoirOf(facts: Facts, { length }: Body, ro: number, rb: number): Shape[] {
  const kind = facts.text('reservoir');
  if (facts.none('reservoir')) return [];
  const style = { key: 'reservoir', unknown: kind === undefined };
  const top = -Math.min(ro, rb);
  if (kind === 'remote') {
    // a nipple with the end of its feed hose
    const x = length * 0.35;
    return [
      box('solid', [x - 4, top - 16], [x + 4, top + 2], style),
      line(
        'edge',
        [
          [x, top - 16],
          [x, top - 24],
          [x - 30, top - 24],
        ],
        style,
      ),
    ];
  }
  const size = facts.size('reservoir-size', Math.min(USUAL.reservoir, length));
  const from = Math.max(10, length * 0.48 - size.mm / 2);
  const to = from + size.mm;
  const necks = [from + size.mm * 0.24, from + size.mm * 0.74];
  const floor = -ro - (kind === 'integral' ? 0 : 9);
  const height = 30;
  const level = floor - height * 0.55;
  const shell = { key: keyOf('reservoir-size'), unknown: style.unknown || size.unknown, round: 4 };
  return [
    ...(kind === 'integral' ? [] : necks.map((x) => box('solid', [x - 5, floor - 1], [x + 5, -rb + 3], style))),
    area(
      'solid',
      [
        [from, floor],
        [to, floor],
        [to, floor - height],
        [from, floor - height],
      ],
      shell,
    ),
    box('solid', [from + size.mm * 0.22, floor - height], [from + size.mm * 0.6, floor - height - 7], {
      ...style,
      round: 2,
    }),
    line('behind', [
      [from + 3, level],
      [to - 3, level],
    ]),
  ];
}

/** The flange from the front: the bolts, the pilot and the mouth, ports at the sides. */
function faceOf(facts: Facts, body: Body): View {
  const spacing = facts.size('stud-spacing', USUAL.spacing);
  const half = spacing.mm / 2;
  const stud = facts.thread('stud-thread', USUAL.stud);
  const pilot = facts.size('pilot', USUAL.pilot);
  const mouth = facts.mm('mouth') ?? body.large?.mm ?? body.bore.mm;
  const count = facts.count('stud-count') ?? 2;
  const holes = studPlaces(count, half);
  const shapes: Shape[] = [
    area('solid', flangeOutline(half, pilot.mm / 2), { key: spacing.key, unknown: spacing.unknown, round: 6 }),
    ...holes.map((at) => circle('void', at, stud.mm / 2 + 0.5, { key: spacing.key, unknown: spacing.unknown })),
    ...(facts.none('pilot') ? [] : [circle('thin', [0, 0], pilot.mm / 2, { key: pilot.key, unknown: pilot.unknown })]),
    circle('void', [0, 0], mouth / 2, { key: 'mouth', unknown: body.bore.unknown }),
    axisX(-half - 16, half + 16),
    axisY(-pilot.mm / 2 - 16, pilot.mm / 2 + 16),
  ];
  const side = facts.text('port-side');
  if (side !== undefined)
    for (const x of side === 'both' ? [-1, 1] : [side === 'right' ? 1 : -1])
      shapes.push(box('behind', [x * (mouth / 2 + 4), -4], [x * (mouth / 2 + 16), 4], { key: 'port-side' }));
  return {
    id: 'face',
    words: 'flange from the pedal',
    shapes,
    dimensions: [
      along(spacing.key, 'stud spacing', [-half, 0], [half, 0]),
      across(pilot.key, 'spigot', [0, -pilot.mm / 2], [0, pilot.mm / 2]),
    ],
    marks: [
      mark('stud-thread', 'stud thread', [half, 0], 'above'),
      mark('port-side', 'side of the ports', [-mouth / 2 - 8, 0], 'above'),
    ],
  };
}

/** Places of bolts around a centre: two lie on the axis, more on a circle. */
export function studPlaces(count: number, half: number): Point[] {
  if (count <= 2)
    return [
      [-half, 0],
      [half, 0],
    ];
  const n = Math.min(count, 8);
  return Array.from({ length: n }, (_, i): Point => {
    const turn = (Math.PI * 2 * i) / n + Math.PI / n;
    return [half * Math.cos(turn), half * Math.sin(turn)];
  });
}

/** A flange with two ears around its bolts, as wide as its pilot wants. */
export function flangeOutline(half: number, pilot: number): Point[] {
  const [w, h] = [half + 11, Math.max(pilot + 8, 20)];
  const waist = Math.min(half * 0.62, h);
  return [
    [-w, -9],
    [-waist, -h],
    [waist, -h],
    [w, -9],
    [w, 9],
    [waist, h],
    [-waist, h],
    [-w, 9],
  ];
}

/** A master on a handlebar: seen from above its clamp, lever pivot and banjo, the reservoir on top. */
export function handlebarViews(facts: Facts): View[] {
  const bore = facts.size('bore', 14);
  const length = 78;
  const r = bore.mm / 2 + 6;
  const shapes: Shape[] = [
    circle('solid', [-14, 0], 18),
    circle('void', [-14, 0], 11.1),
    area(
      'solid',
      [
        [0, -r],
        [length, -r],
        [length + 6, -r + 6],
        [length + 6, r - 6],
        [length, r],
        [0, r],
      ],
      { key: bore.key, unknown: bore.unknown, round: 3 },
    ),
    box('solid', [16, -r], [length - 8, -r - 26], {
      key: 'reservoir',
      unknown: facts.text('reservoir') === undefined,
      round: 3,
    }),
    box('solid', [13, -r - 26], [length - 5, -r - 31], { round: 2 }),
    circle('void', [length / 2 + 4, -r - 12], 5),
    box('behind', [6, -bore.mm / 2], [length - 6, bore.mm / 2], { key: bore.key, unknown: bore.unknown }),
    box('solid', [length + 6, -5], [length + 14, 5]),
    circle('void', [length + 10, 0], 2.5),
    circle('solid', [2, r + 10], 6),
    line(
      'edge',
      [
        [-2, r + 15],
        [-18, r + 26],
        [-44, r + 30],
      ],
      { smooth: true },
    ),
    axisX(-38, length + 22),
  ];
  return [
    {
      id: 'section',
      words: 'from above: clamp, lever pivot, banjo',
      shapes,
      dimensions: [across(bore.key, 'bore', [length - 6, -bore.mm / 2], [length - 6, bore.mm / 2])],
      marks: [
        mark('bore-mark', 'cast bore', [24, r], 'below'),
        mark(keyOf('port-thread', facts.ports[0] ?? 'out'), 'banjo thread', [length + 14, 0], 'right'),
      ],
    },
  ];
}

/** Two bores over each other from the front, at one scale: the one that is there, and the new one. */
export const boreViews = (fromMm: number, toMm: number): Drawing => ({
  views: [
    {
      id: 'bores',
      words: 'the new bore over the one that is there',
      shapes: [
        circle('solid', [0, 0], Math.max(fromMm, toMm) / 2 + WALL),
        circle('void', [0, 0], fromMm / 2, { key: 'from' }),
        circle('edge', [0, 0], toMm / 2, { key: 'to', other: true }),
        axisX(-fromMm, fromMm),
        axisY(-fromMm, fromMm),
      ],
      dimensions: [],
      marks: [],
    },
  ],
  doubts: [],
});
