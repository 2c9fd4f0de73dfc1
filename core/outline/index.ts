import { attributeWords, valueWords, type AttributeName } from '../attribute/index.js';
import { findThread } from '../thread/index.js';
import { factOf, numberOf, portPositions, textOf, type Fact } from '../unit/index.js';
import type { Outline, Shape, View } from './types.js';

export * from './types.js';

/** Where nothing is recorded, a shape of this size in mm says that something is there; it is drawn dotted. */
const STAND_IN = {
  bore: 22,
  stud: 8,
  spacing: 80,
  pilot: 44,
  port: 10,
  near: 42,
  apart: 36,
  reservoir: 100,
  reservoirHeight: 34,
  rod: 60,
  wall: 7,
  shell: 220,
} as const;

const DRAWN: readonly AttributeName[] = [
  'bore',
  'bore-form',
  'bore-large',
  'mouth',
  'stud-spacing',
  'stud-thread',
  'pilot',
  'flange-angle',
  'reservoir',
  'reservoir-size',
  'rod-length',
  'bleeder',
  'diaphragm',
];
/** What a drawing is poor without. */
const WANTED: readonly AttributeName[] = ['bore', 'stud-spacing', 'pilot', 'stud-thread'];

/**
 * A unit drawn from its facts, to scale in mm: the face that it is bolted on with and the section of its bore. What is
 * not recorded is drawn in a usual size and marked as not known, or left out with `only` set: then nothing is drawn but
 * what the facts say, as for a layer of findings over a unit. `ports` lends the places of ports to findings without one.
 */
export function outlineOf(
  facts: readonly Fact[],
  { only = false, ports = facts }: { only?: boolean; ports?: readonly Fact[] } = {},
): Outline {
  const drawn = { facts, only, ports };
  const told = [
    ...DRAWN.map((name) => factOf(facts, name)),
    ...portPositions(facts).flatMap((p) => [factOf(facts, 'port-thread', p), factOf(facts, 'port-distance', p)]),
  ];
  return {
    face: faceOf(drawn),
    section: sectionOf(drawn),
    facts: told.flatMap((f) =>
      f ? [`${attributeWords(f.attribute, f.position)} ${valueWords(f.attribute, f.value)}`] : [],
    ),
    missing: WANTED.filter((name) => factOf(facts, name) === undefined).map((name) => attributeWords(name)),
  };
}

interface Drawn {
  readonly facts: readonly Fact[];
  readonly only: boolean;
  readonly ports: readonly Fact[];
}

/** A recorded size, or a usual one that is marked as not known; undefined when it is not to be drawn. */
function size(
  { facts, only }: Drawn,
  name: AttributeName,
  usual: number,
): { mm: number; known: boolean; words: string } | undefined {
  const value = factOf(facts, name)?.value;
  if (typeof value === 'number')
    return { mm: value, known: true, words: `${attributeWords(name)} ${valueWords(name, value)}` };
  return value === null || only ? undefined : { mm: usual, known: false, words: `${attributeWords(name)}: not known` };
}

function faceOf(drawn: Drawn): View {
  const shapes: Shape[] = [];
  const circle = (
    role: Shape['role'],
    x: number,
    y: number,
    d: { mm: number; known: boolean; words: string } | undefined,
  ): void => {
    if (d) shapes.push({ kind: 'circle', role, x, y, r: d.mm / 2, known: d.known, words: d.words });
  };
  const spacing = size(drawn, 'stud-spacing', STAND_IN.spacing);
  const half = (spacing?.mm ?? numberOf(drawn.ports, 'stud-spacing') ?? STAND_IN.spacing) / 2;
  const shell = drawn.only ? undefined : numberOf(drawn.facts, 'diaphragm');
  if (shell !== undefined)
    circle('shell', 0, 0, { mm: shell, known: true, words: `diaphragm ${valueWords('diaphragm', shell)}` });
  else if (!drawn.only)
    shapes.push({
      kind: 'line',
      role: 'flange',
      known: spacing?.known ?? false,
      words: 'flange',
      points: flangeOutline(half),
    });
  const stud = studSize(drawn);
  if (spacing)
    for (const side of [-1, 1]) circle('stud', side * half, 0, { ...stud, known: spacing.known, words: spacing.words });
  circle('pilot', 0, 0, size(drawn, 'pilot', STAND_IN.pilot));
  const bore = mouthSize(drawn);
  circle('bore', 0, 0, bore);
  const body = (bore?.mm ?? STAND_IN.bore) / 2 + STAND_IN.wall;
  for (const port of portsOf(drawn)) {
    const [x, y] = [
      port.side === 'right' ? body : port.side === 'left' ? -body : 0,
      port.side === 'bottom' ? body : port.side === 'top' ? -body : 0,
    ];
    const stub = port.side === 'left' || port.side === 'right';
    shapes.push({
      kind: 'box',
      role: 'port',
      known: port.known,
      words: port.words,
      x: x - (stub ? (x < 0 ? 10 : 0) : port.d / 2),
      y: y - (stub ? port.d / 2 : y < 0 ? 10 : 0),
      width: stub ? 10 : port.d,
      height: stub ? port.d : 10,
    });
  }
  const bleeder = textOf(drawn.facts, 'bleeder');
  if (bleeder)
    circle(
      'bleeder',
      bleeder === 'side' ? body + 6 : 0,
      bleeder === 'top' ? -body - 6 : bleeder === 'bottom' ? body + 6 : 0,
      {
        mm: 6,
        known: true,
        words: `bleeder ${bleeder}`,
      },
    );
  return { shapes, box: boxAround(shapes), spots: { flange: [half, 0], mouth: [0, 0] } };
}

/** A flange with two ears around the studs. */
const flangeOutline = (half: number): [number, number][] => [[-half - 10, -8], [-24, -30], [24, -30], [half + 10, -8], [half + 10, 8], [24, 30], [-24, 30], [-half - 10, 8], [-half - 10, -8]]; // prettier-ignore

function studSize({ facts }: Drawn): { mm: number } {
  const thread = findThread(textOf(facts, 'stud-thread') ?? '');
  return { mm: thread?.majorMm ?? STAND_IN.stud };
}

function mouthSize(drawn: Drawn): ReturnType<typeof size> {
  const mouth = size({ ...drawn, only: true }, 'mouth', 0);
  if (mouth) return mouth;
  const stepped = textOf(drawn.facts, 'bore-form') === 'stepped';
  return stepped
    ? (size({ ...drawn, only: true }, 'bore-large', 0) ?? size(drawn, 'bore', STAND_IN.bore))
    : size(drawn, 'bore', STAND_IN.bore);
}

function sectionOf(drawn: Drawn): View {
  const { facts, only } = drawn;
  const shapes: Shape[] = [];
  const ports = portsOf(drawn);
  const length = Math.max(...ports.map((p) => p.x), STAND_IN.near) + 24;
  const bore = size(drawn, 'bore', STAND_IN.bore);
  const large =
    textOf(facts, 'bore-form') === 'stepped' || !only
      ? (size({ ...drawn, only: true }, 'bore-large', 0) ?? size({ ...drawn, only: true }, 'mouth', 0))
      : size({ ...drawn, only: true }, 'mouth', 0);
  const outer = Math.max(bore?.mm ?? 0, large?.mm ?? 0, only ? 0 : STAND_IN.bore) / 2 + STAND_IN.wall;
  if (!only) {
    shapes.push({
      kind: 'box',
      role: 'body',
      known: false,
      words: 'body',
      x: -length,
      y: -outer,
      width: length,
      height: 2 * outer,
    });
    shapes.push(flangeInSection(facts, outer));
  }
  shapes.push(...boreShapes(bore, large, length));
  for (const port of ports)
    shapes.push({
      kind: 'circle',
      role: 'port',
      x: -port.x,
      y: 0,
      r: port.d / 2,
      known: port.known && port.placed,
      words: port.words,
      ...(port.side === 'right' ? { behind: true } : {}),
    });
  const reservoir = reservoirShape(drawn, length, outer);
  if (reservoir) shapes.push(reservoir);
  const rod = size({ ...drawn, only: true }, 'rod-length', 0);
  if (rod) shapes.push({ kind: 'line', role: 'rod', known: true, words: rod.words, points: [[0, 0], [rod.mm, 0]] }); // prettier-ignore
  const middle = -length / 2;
  const first = ports[0];
  return {
    shapes,
    box: boxAround(shapes),
    spots: {
      nose: [-length, 0],
      body: [middle, -outer],
      underside: [middle, outer],
      mouth: [0, 0],
      flange: [0, -outer - 8],
      ports: [first ? -first.x : middle, outer * 0.75],
      reservoir: [middle, -outer - STAND_IN.reservoirHeight / 2],
      rod: [rod ? rod.mm : 12, 0],
      bleeder: [-length + 8, -outer],
      sensor: [-length + 14, outer],
      shell: [0, outer + 8],
    },
  };
}

function boreShapes(bore: ReturnType<typeof size>, large: ReturnType<typeof size>, length: number): Shape[] {
  const box = (d: NonNullable<ReturnType<typeof size>>, from: number, to: number): Shape => ({ kind: 'box', role: 'bore', known: d.known, words: d.words, x: -to, y: -d.mm / 2, width: to - from, height: d.mm }); // prettier-ignore
  const end = length - 8;
  if (!large || (bore && Math.abs(large.mm - bore.mm) < 0.06)) return bore ? [box(bore, 0, end)] : [];
  // Where the step lies is seldom recorded: it is drawn in the middle.
  return [box(large, 0, end / 2), ...(bore ? [box(bore, end / 2, end)] : [])];
}

function flangeInSection(facts: readonly Fact[], outer: number): Shape {
  const angle = numberOf(facts, 'flange-angle');
  const lean = Math.tan((((angle ?? 90) - 90) * Math.PI) / 180);
  const reach = outer + 16;
  return { kind: 'line', role: 'flange', known: angle !== undefined, words: `flange ${angle === undefined ? 'angle not known' : valueWords('flange-angle', angle)}`, points: [[-reach * lean, -reach], [reach * lean, reach]] }; // prettier-ignore
}

function reservoirShape(drawn: Drawn, length: number, outer: number): Shape | undefined {
  const kind = factOf(drawn.facts, 'reservoir')?.value;
  const known = numberOf(drawn.facts, 'reservoir-size');
  if (kind === 'remote' || kind === null || (known === undefined && (drawn.only || kind === undefined)))
    return undefined;
  const width = known ?? STAND_IN.reservoir;
  const words =
    `${typeof kind === 'string' ? kind : ''} reservoir${known === undefined ? ', length not known' : `, ${valueWords('reservoir-size', known)} long`}`.trim();
  return {
    kind: 'box',
    role: 'reservoir',
    known: known !== undefined,
    words,
    x: Math.min(-length / 2 - width / 2, -width - 6),
    y: -outer - STAND_IN.reservoirHeight,
    width,
    height: STAND_IN.reservoirHeight - 4,
  };
}

interface DrawnPort {
  readonly side: string;
  readonly x: number;
  readonly d: number;
  readonly known: boolean;
  readonly placed: boolean;
  readonly words: string;
}

/** The ports with their threads and places; rear ones lie nearer to the flange. */
function portsOf({ facts, ports }: Drawn): DrawnPort[] {
  return portPositions(facts).flatMap((position): DrawnPort[] => {
    const thread = factOf(facts, 'port-thread', position)?.value;
    if (thread === null) return [];
    const named = typeof thread === 'string' ? findThread(thread) : undefined;
    const at = [facts, ports]
      .map((list) => factOf(list, 'port-distance', position)?.value)
      .find((v) => typeof v === 'number');
    const usual = STAND_IN.near + (position.startsWith('front') ? STAND_IN.apart : 0);
    const words = `port ${position.replace(/-/g, ' ')} ${named?.designation ?? 'thread not known'}${at === undefined ? ', place not known' : `, ${valueWords('port-distance', at)} from the flange`}`;
    return [
      {
        side: position.split('-').at(-1) ?? '',
        x: at ?? usual,
        d: named?.majorMm ?? STAND_IN.port,
        known: named !== undefined,
        placed: at !== undefined,
        words,
      },
    ];
  });
}

/** The box around all shapes, with a margin. */
function boxAround(shapes: readonly Shape[]): View['box'] {
  const points = shapes.flatMap(
    (s): readonly (readonly [number, number])[] =>
    s.kind === 'circle' ? [[s.x - s.r, s.y - s.r], [s.x + s.r, s.y + s.r]] : s.kind === 'box' ? [[s.x, s.y], [s.x + s.width, s.y + s.height]] : s.points, // prettier-ignore
  );
  if (points.length === 0) return [-50, -30, 100, 60];
  const [left, top] = [0, 1].map((axis) => Math.min(...points.map((p) => p[axis as 0 | 1]))) as [number, number];
  const [right, bottom] = [0, 1].map((axis) => Math.max(...points.map((p) => p[axis as 0 | 1]))) as [number, number];
  return [left - 6, top - 6, right - left + 12, bottom - top + 12];
}
