import type { AttributeName } from '../../../named/attribute/index.js';
import { findThread, mate, minorDiameter, type SeriesThread } from '../../../named/thread/index.js';
import { across, along, area, axisX, axisY, box, circle, line, mark } from '../shapes.js';
import type { Drawing, Point, Shape, View } from '../types.js';
import type { Side } from './side.js';

/** A line or a hose in a port: thread, seat and tube, cut; and both threads over each other at true pitch. */

const DEPTH = 16;
const TURNS = 10;
/** How much metal is drawn behind the flanks, mm. */
const BODY = 1.2;

/** The flanks of a 60° (or 55°) thread along x from 0, crest at y = 0 and root at the thread's depth. */
export function flanks(pitch: number, length: number, depth: number): Point[] {
  const n = Math.max(1, Math.floor(length / pitch));
  return Array.from({ length: n * 2 + 1 }, (_, i): Point => [(i * pitch) / 2, i % 2 === 0 ? 0 : depth]);
}

/** Depth of a thread in mm: half of what lies between its outside and its core (ISO 68-1, ISO 228-1). */
const threadDepth = (thread: SeriesThread): number => (thread.majorMm - minorDiameter(thread)) / 2;
const UNKNOWN_THREAD: SeriesThread = {
  designation: '',
  family: 'metric',
  majorMm: 10,
  pitchMm: 1,
  tapered: false,
  source: '',
};

const threadOf = (side: Side): SeriesThread | undefined => findThread(side.text('port-thread') ?? '');

export function portDrawing(a: Side, b: Side): Drawing {
  const [port, nut] = [threadOf(a), threadOf(b)];
  const details = port && nut ? [{ views: [profileView(port, nut)], doubts: [] }] : [];
  return { views: [cutView(a, b, port, nut)], doubts: [], details };
}

function cutView(a: Side, b: Side, port: SeriesThread | undefined, nut: SeriesThread | undefined): View {
  const banjo = (a.text('port-seat') ?? b.text('port-seat')) === 'banjo';
  const d = port?.majorMm ?? nut?.majorMm ?? 10;
  const dn = nut?.majorMm ?? d;
  const depth = a.mm('port-depth') ?? DEPTH;
  const block = Math.max(d, dn) * 1.25;
  const seat = a.text('port-seat');
  const unknown = { unknown: port === undefined };
  const shapes: Shape[] = [
    area('cut', [
      [0, -block],
      [depth + 12, -block],
      [depth + 12, block],
      [0, block],
    ]),
    box('void', [0, -d / 2], [depth, d / 2], { key: a.key('port-thread'), ...unknown }),
    ...threadLines(0, depth, d, port, a.key('port-thread')),
    ...seatShapes(seat, depth, d, a),
    box('void', [depth, -1.6], [depth + 12, 1.6]),
  ];
  const far = depth + 12;
  shapes.push(...(banjo ? banjoEnd(b, dn) : nutEnd(b, dn, nut)), axisX(-46, far + 8));
  return {
    id: 'section',
    words: banjo ? 'port and banjo, cut' : 'port and nut, cut',
    shapes,
    dimensions: [
      along(a.key('port-depth'), 'depth of thread', [0, d / 2], [depth, d / 2]),
      ...(banjo
        ? [
            along(
              b.key('bolt-length'),
              'bolt under its head',
              [-38, dn / 2],
              [-38 + (b.mm('bolt-length') ?? 20), dn / 2],
            ),
          ]
        : []),
    ],
    marks: [
      mark(a.key('port-thread'), 'port thread', [depth * 0.6, -d / 2], 'above'),
      mark(a.key('port-seat'), 'port seat', [depth, d / 4], 'right'),
      mark(b.key('port-thread'), banjo ? 'bolt thread' : 'nut thread', [-22, -dn / 2], 'above'),
      mark(b.key('port-seat'), 'flare', [-8, 3], 'below'),
      mark(b.key('tube'), 'tube', [-44, 2], 'left'),
      mark(a.key('port-feeds'), 'feeds', [far, 0], 'right'),
    ],
  };
}

/** Thread lines on both walls of a bore, at true pitch. */
function threadLines(from: number, to: number, d: number, thread: SeriesThread | undefined, key: string): Shape[] {
  const { pitchMm } = thread ?? UNKNOWN_THREAD;
  const depth = threadDepth(thread ?? UNKNOWN_THREAD);
  return [-1, 1].map((s) =>
    line(
      'edge',
      flanks(pitchMm, to - from, depth).map(([x, y]): Point => [from + x, s * (d / 2 - y)]),
      { key, unknown: thread === undefined },
    ),
  );
}

/** The bottom of a port by its seat (seats: SAE J533, ISO 4038, SAE J514, ISO 6149-1). */
function seatShapes(seat: string | undefined, depth: number, d: number, a: Side): Shape[] {
  const key = a.key('port-seat');
  const r = d / 2;
  if (seat === undefined)
    return [
      line(
        'behind',
        [
          [depth, -r],
          [depth, r],
        ],
        { key, unknown: true },
      ),
    ];
  if (seat === 'inverted-flare')
    // a raised cone with the passage in it
    return [
      area(
        'cut',
        [
          [depth, -r * 0.75],
          [depth - r * 0.62, -1.6],
          [depth - r * 0.62, 1.6],
          [depth, r * 0.75],
        ],
        { key },
      ),
    ];
  if (seat === 'bubble-flare')
    return [
      area(
        'void',
        [
          [depth, -r * 0.8],
          [depth + r * 0.34, -1.6],
          [depth + r * 0.34, 1.6],
          [depth, r * 0.8],
        ],
        { key },
      ),
    ];
  if (seat === 'o-ring') return [-1, 1].map((s) => circle('rubber', [1.6, s * (r + 1)], 1.3, { key }));
  if (seat === 'banjo')
    return [-1, 1].map((s) =>
      line(
        'edge',
        [
          [0, s * r],
          [0, s * (r + 6)],
        ],
        { key },
      ),
    );
  if (seat === 'flare-37')
    return [
      area(
        'void',
        [
          [depth, -r * 0.8],
          [depth + r * 0.6, -1.6],
          [depth + r * 0.6, 1.6],
          [depth, r * 0.8],
        ],
        { key },
      ),
    ];
  return [
    line(
      'edge',
      [
        [depth, -r],
        [depth, r],
      ],
      { key },
    ),
  ];
}

/** A tube nut on its tube, pulled back out of the port, with the flare at its nose. */
function nutEnd(b: Side, d: number, nut: SeriesThread | undefined): Shape[] {
  const flare = b.text('port-seat');
  const key = b.key('port-thread');
  const r = d / 2;
  const tube = 2.4;
  const nose = flare === 'bubble-flare' ? 4 : 0;
  const from = -26;
  const tip = -9;
  const thread = nut ?? UNKNOWN_THREAD;
  const style = { key, unknown: nut === undefined };
  const seat = { key: b.key('port-seat'), unknown: flare === undefined };
  const ends: Shape[] =
    flare === 'bubble-flare'
      ? [
          area(
            'solid',
            [
              [tip + 1, -tube],
              [tip + 2.4, -r * 0.7],
              [tip + 4, -r * 0.72],
              [tip + 6, -tube],
              [tip + 6, tube],
              [tip + 4, r * 0.72],
              [tip + 2.4, r * 0.7],
              [tip + 1, tube],
            ],
            { ...seat, round: 1 },
          ),
        ]
      : [-1, 1].map((s) =>
          area(
            'solid',
            [
              [tip, s * tube],
              [tip + 4.4, s * r * 0.8],
              [tip + 5.6, s * r * 0.66],
              [tip + 1.4, s * 1.5],
            ],
            seat,
          ),
        );
  return [
    box('solid', [-38, -r * 1.35], [from, r * 1.35], style),
    box('solid', [from, -r], [tip, r], style),
    ...[-1, 1].map((s) =>
      line(
        'edge',
        flanks(thread.pitchMm, tip - nose - from, threadDepth(thread)).map(([x, y]): Point => [from + x, s * (r - y)]),
        style,
      ),
    ),
    box('void', [-46, -tube], [tip + 1, tube], { key: b.key('tube'), unknown: b.text('tube') === undefined }),
    ...ends,
  ];
}

function banjoEnd(b: Side, d: number): Shape[] {
  const eye = b.size('eye', 10);
  const bolt = b.size('bolt-length', 22);
  const r = d / 2;
  const head = -38;
  return [
    box('solid', [head - 8, -r * 1.5], [head, r * 1.5], { key: bolt.key, unknown: bolt.unknown }),
    box('pad', [head, -r * 1.6], [head + 1.5, r * 1.6]),
    area(
      'solid',
      [
        [head + 1.5, -r * 1.7],
        [head + 1.5 + eye.mm, -r * 1.7],
        [head + 1.5 + eye.mm, r * 3.4],
        [head + 1.5, r * 3.4],
      ],
      { key: eye.key, unknown: eye.unknown },
    ),
    box('pad', [head + 1.5 + eye.mm, -r * 1.6], [head + 3 + eye.mm, r * 1.6]),
    box('solid', [head, -r], [head + bolt.mm, r], { key: bolt.key, unknown: bolt.unknown }),
  ];
}

/** Where a profile ends: at a whole turn. */
const endOf = (points: readonly Point[]): number => points.at(-1)?.[0] ?? 0;

/** Port and nut over each other as if turned in: where the flanks no longer meet, it binds. */
export function profileView(port: SeriesThread, nut: SeriesThread): View {
  const length = TURNS * Math.max(port.pitchMm, nut.pitchMm);
  const profile = (thread: SeriesThread): Point[] => flanks(thread.pitchMm, length, threadDepth(thread));
  const { verdict, bindsAfterTurns: turns } = mate(nut, port);
  const from = verdict === 'starts, then binds' && turns !== undefined ? turns * nut.pitchMm : undefined;
  const dy = (nut.majorMm - port.majorMm) / 2;
  return {
    id: 'threads',
    words: `${port.designation} and ${nut.designation}, flank over flank`,
    // The port is cut metal above, the nut solid below: what lies over the hatching has no room there.
    shapes: [
      area('cut', [...profile(port), [endOf(profile(port)), -BODY], [0, -BODY]], { key: 'a:port-thread' }),
      area(
        'solid',
        [...profile(nut).map(([x, y]): Point => [x, y - dy]), [endOf(profile(nut)), BODY + 1], [0, BODY + 1]],
        { key: 'b:port-thread', other: true },
      ),
      line('edge', profile(port), { key: 'a:port-thread' }),
      ...(from !== undefined && from < length
        ? [box('edge', [from, -BODY], [length, BODY + 1], { key: 'binds' })]
        : []),
    ],
    dimensions: [],
    marks:
      from !== undefined && from < length
        ? [mark('binds', `binds after ${(turns ?? 0).toFixed(1)} turns`, [from, BODY + 1], 'below')]
        : [],
  };
}

/** A hose over a nipple: what it measures inside, and the nipple's outside. */
export function tailDrawing(a: Side, b: Side, name: AttributeName): Drawing {
  const [nipple, hose] = [a.size(name, 10), b.size(name, 10)];
  const [rn, rh] = [nipple.mm / 2, (hose.unknown ? nipple.mm : hose.mm) / 2];
  return {
    views: [
      {
        id: 'section',
        words: 'nipple and hose, cut',
        shapes: [
          area(
            'solid',
            [
              [-30, -rn * 1.6],
              [-16, -rn * 1.6],
              [-16, -rn * 0.86],
              [6, -rn * 0.86],
              [9, -rn],
              [12, -rn * 0.8],
              [12, rn * 0.8],
              [9, rn],
              [6, rn * 0.86],
              [-16, rn * 0.86],
              [-16, rn * 1.6],
              [-30, rn * 1.6],
            ],
            { key: nipple.key, unknown: nipple.unknown },
          ),
          ...[-1, 1].map((s) =>
            box('cut', [22, s * rh], [62, s * (rh + 3.5)], { key: hose.key, unknown: hose.unknown }),
          ),
          axisX(-36, 68),
        ],
        dimensions: [
          across(nipple.key, 'nipple', [9, -rn], [9, rn], 'before'),
          across(hose.key, 'hose, inside', [62, -rh], [62, rh]),
        ],
        marks: [],
      },
    ],
    doubts: [],
  };
}

/** Two plugs of a cable, seen where they meet. */
export function plugDrawing(a: Side, b: Side, name: AttributeName): Drawing {
  const half = (side: Side, x: number): Shape[] => {
    const known = side.text(name);
    const pins = Math.min(Math.max(Number(/(\d+)-pin/.exec(known ?? '')?.[1] ?? 2), 1), 6);
    const style = { key: side.key(name), unknown: known === undefined };
    const round = known?.includes('round');
    return [
      round ? circle('solid', [x, 0], 14, style) : box('solid', [x - 16, -9], [x + 16, 9], { ...style, round: 2 }),
      ...Array.from({ length: pins }, (_, i) => circle('void', [x - ((pins - 1) * 7) / 2 + i * 7, 0], 2, style)),
    ];
  };
  return {
    views: [
      {
        id: 'front',
        words: 'connectors, from the front',
        shapes: [...half(a, -28), ...half(b, 28), axisY(-18, 18)],
        dimensions: [],
        marks: [mark(a.key(name), 'harness', [-28, 9], 'below'), mark(b.key(name), 'unit', [28, 9], 'below')],
      },
    ],
    doubts: [],
  };
}
