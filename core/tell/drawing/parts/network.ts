import { lookup } from '../../../base/lookup/index.js';
import type { Facts } from '../facts.js';
import { across, along, area, axisX, axisY, box, circle, line, mark } from '../shapes.js';
import type { Point, Shape, View } from '../types.js';

/**
 * What lies before and behind the units: pedal, bulkhead, reservoir, lines, hoses, blocks, valves, disc, wheel, fork,
 * pump.
 */

const view = (words: string, shapes: readonly Shape[], rest: Partial<View> = {}): View[] => [
  { id: 'section', words, shapes, dimensions: [], marks: [], ...rest },
];

/** A pedal from the side: pivot on top, the pin that the rod sits on, the pad below. */
export function pedalViews(facts: Facts): View[] {
  const ratio = facts.count('pedal-ratio');
  const whole = 190;
  const pinAt = Math.min(Math.max(whole / (ratio ?? 4), 26), whole * 0.7);
  const pin = facts.size('clevis-pin', 8);
  const arm: Point[] = [
    [-7, 4],
    [7, 4],
    [10, pinAt],
    [6, whole * 0.62],
    [-14, whole - 8],
    [-26, whole - 8],
    [-8, whole * 0.6],
    [-6, pinAt],
  ];
  return view(
    'pedal from the side',
    [
      area('solid', arm, { key: 'pedal-ratio', unknown: ratio === undefined, round: 5 }),
      circle('solid', [0, 0], 11),
      circle('void', [0, 0], 4),
      circle('solid', [2, pinAt], pin.mm / 2 + 4),
      circle('void', [2, pinAt], pin.mm / 2, { key: pin.key, unknown: pin.unknown }),
      box('solid', [-46, whole - 8], [-6, whole + 2], { round: 3 }),
      axisX(-24, 70, pinAt),
    ],
    {
      dimensions: [across('pedal-ratio', 'pivot to pad', [-46, 0], [-46, whole], 'before')],
      marks: [mark('clevis-pin', 'clevis pin', [2 + pin.mm / 2, pinAt], 'right')],
    },
  );
}

export function bulkheadViews(facts: Facts): View[] {
  const spacing = facts.size('stud-spacing', 80);
  const pilot = facts.size('pilot', 44);
  const half = spacing.mm / 2;
  const length = facts.size('stud-length', 24);
  const style = { key: spacing.key, unknown: spacing.unknown };
  return view(
    'bulkhead, cut',
    [
      box('cut', [-5, -half - 34], [0, -pilot.mm / 2], style),
      box('cut', [-5, pilot.mm / 2], [0, half + 34], style),
      ...[-half, half].map((y) =>
        box('solid', [0, y - 4], [length.mm, y + 4], { key: length.key, unknown: length.unknown }),
      ),
      axisX(-20, 40),
    ],
    { dimensions: [across(spacing.key, 'stud spacing', [length.mm, -half], [length.mm, half])] },
  );
}

export function reservoirViews(facts: Facts): View[] {
  const spacing = facts.size('grommet-spacing', 50);
  const neck = facts.size('grommet-size', 16);
  const size = facts.size('reservoir-size', 100);
  const [half, w] = [spacing.mm / 2, size.mm / 2];
  return view(
    'reservoir from the side',
    [
      ...[-half, half].map((x) =>
        box('solid', [x - neck.mm / 2, 0], [x + neck.mm / 2, 14], { key: neck.key, unknown: neck.unknown }),
      ),
      box('solid', [-w, -42], [w, 0], { key: size.key, unknown: size.unknown, round: 5 }),
      box('solid', [-w * 0.4, -42], [w * 0.3, -52], { round: 3 }),
      line('behind', [
        [-w + 4, -22],
        [w - 4, -22],
      ]),
    ],
    {
      dimensions: [
        along(spacing.key, 'neck spacing', [-half, 14], [half, 14]),
        along(size.key, 'length', [-w, -42], [w, -42], 'before'),
      ],
      marks: [mark(neck.key, 'neck', [half + neck.mm / 2, 8], 'right')],
    },
  );
}

const TUBE_MM: Readonly<Record<string, number>> = {
  '3/16 in': 4.76,
  '4.75 mm': 4.75,
  '1/4 in': 6.35,
  '6 mm': 6,
  '5/16 in': 7.94,
  '8 mm': 8,
  '3/8 in': 9.53,
};

/** A line with a nut at each end. */
export function lineViews(facts: Facts): View[] {
  const name = facts.text('tube');
  const d = (name === undefined ? undefined : lookup(TUBE_MM, name)) ?? 4.75;
  const style = { key: 'tube', unknown: name === undefined };
  const bend = (o: number): Point[] => [
    [-60, 18 + o],
    [-34, 18 + o],
    [-16 + o, 6],
    [-6 + o, -6],
    [12, -14 + o],
    [60, -14 + o],
  ];
  return view(
    'line with its nuts',
    [
      line('edge', bend(-d / 2), { ...style, smooth: true }),
      line('edge', bend(d / 2), { ...style, smooth: true }),
      ...[
        [-66, 18],
        [54, -14],
      ].flatMap(([x = 0, y = 0]) => [box('solid', [x, y - 6], [x + 12, y + 6], style)]),
    ],
    { marks: [mark('tube', 'tube', [0, -6], 'above')] },
  );
}

export function hoseViews(facts: Facts): View[] {
  const known = facts.mm('hose-length') !== undefined;
  const sag = (o: number): Point[] => [
    [-50, -10 + o],
    [-30, -8 + o],
    [-8, 12 + o],
    [14, 12 + o],
    [34, -8 + o],
    [52, -10 + o],
  ];
  return view('hose', [
    line('edge', sag(-5), { smooth: true, key: 'hose-length', unknown: !known }),
    line('edge', sag(5), { smooth: true, key: 'hose-length', unknown: !known }),
    box('solid', [-66, -17], [-48, -3]),
    box('solid', [52, -17], [70, -3]),
  ]);
}

/** A block, tee, inline connector or valve with as many openings as it has ports. */
export function blockViews(facts: Facts, words: string): View[] {
  const n = Math.max(facts.ports.length, 2);
  const w = 26 + n * 8;
  const ports = Array.from({ length: n }, (_, i): Shape => {
    if (i === 0) return box('solid', [-w - 12, -6], [-w, 6]);
    const y = n === 2 ? 0 : -18 + (36 * (i - 1)) / (n - 2);
    return box('solid', [w, y - 6], [w + 12, y + 6]);
  });
  return view(words, [
    ...ports,
    box('solid', [-w, -28], [w, 28], { round: 4 }),
    circle('void', [0, 0], 5),
    axisX(-w - 20, w + 20),
  ]);
}

export function modulatorViews(): View[] {
  const at = [-36, -12, 12, 36];
  return view('modulator', [
    ...[-24, 24].map((x) => box('solid', [x - 6, -48], [x + 6, -36])),
    ...at.map((x) => box('solid', [x - 6, 36], [x + 6, 48])),
    box('solid', [-52, -36], [52, 36], { round: 3 }),
    circle('solid', [0, 0], 22),
    box('solid', [52, -14], [72, 14], { round: 3 }),
  ]);
}

export function discViews(facts: Facts): View[] {
  const disc = facts.size('disc', 280);
  const r = disc.mm / 2;
  const style = { key: disc.key, unknown: disc.unknown };
  return view(
    'disc',
    [
      circle('solid', [0, 0], r, style),
      circle('thin', [0, 0], r * 0.62, style),
      circle('solid', [0, 0], r * 0.3),
      axisX(-r - 10, r + 10),
      axisY(-r - 10, r + 10),
    ],
    { dimensions: [along(disc.key, 'disc', [-r, 0], [r, 0])] },
  );
}

export function wheelViews(facts: Facts): View[] {
  const r = facts.size('wheel-inside', 190);
  return view('wheel', [
    circle('solid', [0, 0], r.mm + 40),
    circle('thin', [0, 0], r.mm, { key: r.key, unknown: r.unknown }),
    circle('solid', [0, 0], 40),
  ]);
}

export function forkViews(): View[] {
  return view('release fork', [
    area(
      'solid',
      [
        [-8, -70],
        [8, -70],
        [12, 40],
        [26, 74],
        [16, 78],
        [0, 50],
        [-16, 78],
        [-26, 74],
        [-12, 40],
      ],
      { round: 4 },
    ),
    circle('void', [0, -40], 5),
    circle('solid', [0, 10], 7),
  ]);
}

export function pumpViews(): View[] {
  return view('pump', [
    circle('solid', [0, 0], 46),
    circle('thin', [0, 0], 34),
    circle('solid', [0, 0], 9),
    box('solid', [30, -52], [74, -18], { round: 4 }),
    box('solid', [74, -42], [90, -28], { key: 'return-hose' }),
    axisX(-56, 100),
  ]);
}

export function gearboxViews(): View[] {
  return view('gearbox', [
    area(
      'solid',
      [
        [-60, -60],
        [-20, -54],
        [50, -34],
        [60, -20],
        [60, 30],
        [50, 40],
        [-20, 54],
        [-60, 60],
      ],
      { round: 8 },
    ),
    line('thin', [
      [-20, -54],
      [-20, 54],
    ]),
    axisX(-72, 76),
  ]);
}
