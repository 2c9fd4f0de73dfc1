import { type Facts, keyOf } from '../facts.js';
import { across, along, area, axisX, axisY, box, circle, line, mark, spring } from '../shapes.js';
import type { Point, Shape, View } from '../types.js';

/** Wheel cylinders, calipers and clutch slaves. */

const portMark = (facts: Facts, at: Point, side: 'left' | 'right' | 'above' | 'below') => {
  const port = facts.ports[0] ?? 'in';
  return mark(
    keyOf('port-thread', port),
    ['port', facts.text('port-thread', port)].filter(Boolean).join(' '),
    at,
    side,
  );
};

/** A wheel cylinder cut along its bore: two pistons with cups, a spring, boots, port and bleeder at the back. */
export function wheelCylinderViews(facts: Facts): View[] {
  const bore = facts.size('bore', 19);
  const [r, half] = [bore.mm / 2, bore.mm * 1.9];
  const port = facts.thread('port-thread', 10, facts.ports[0] ?? 'in');
  const side = (s: number): Shape[] => [
    box('solid', [s * half * 0.34, -r + 0.4], [s * half * 0.82, r - 0.4]),
    area('rubber', [
      [s * half * 0.34, -r],
      [s * (half * 0.34 - 4), -r],
      [s * (half * 0.34 - 1.5), 0],
      [s * (half * 0.34 - 4), r],
      [s * half * 0.34, r],
    ]),
    box('solid', [s * half * 0.82, -4], [s * (half + 22), 4]),
    line(
      'edge',
      [
        [s * half, -r - 3],
        [s * (half + 12), -r + 1],
        [s * (half + 13), -5],
      ],
      { smooth: true },
    ),
    line(
      'edge',
      [
        [s * half, r + 3],
        [s * (half + 12), r - 1],
        [s * (half + 13), 5],
      ],
      { smooth: true },
    ),
  ];
  return [
    {
      id: 'section',
      words: 'cut along the bore',
      shapes: [
        box('solid', [-half * 0.3 - port.mm / 2, -r - 6], [-half * 0.3 + port.mm / 2, -r - 20], {
          key: port.key,
          unknown: port.unknown,
        }),
        area('solid', [
          [half * 0.3 - 4, -r - 6],
          [half * 0.3 - 4, -r - 14],
          [half * 0.3, -r - 24],
          [half * 0.3 + 4, -r - 14],
          [half * 0.3 + 4, -r - 6],
        ]),
        area(
          'cut',
          [
            [-half, -r - 7],
            [half, -r - 7],
            [half, r + 7],
            [-half, r + 7],
          ],
          { key: bore.key, unknown: bore.unknown, round: 4 },
        ),
        box('void', [-half, -r], [half, r], { key: bore.key, unknown: bore.unknown }),
        ...side(-1),
        ...side(1),
        spring(-half * 0.26, half * 0.26, bore.mm * 0.5),
        axisX(-half - 30, half + 30),
      ],
      dimensions: [across(bore.key, 'bore', [half, -r], [half, r])],
      marks: [
        portMark(facts, [-half * 0.3, -r - 20], 'above'),
        mark('bleeder', 'bleeder', [half * 0.3, -r - 24], 'above'),
        mark('bore-mark', 'cast bore', [half * 0.2, r + 7], 'below'),
        mark('casting-number', 'casting number', [half * 0.8, r + 7], 'below'),
      ],
    },
  ];
}

/** A caliper from the side in section over the disc, and from the wheel: pistons, lugs, bleeder up. */
export function caliperViews(facts: Facts): View[] {
  const form = facts.text('caliper-form');
  const bore = facts.size('bore', 45);
  const thickness = facts.size('disc-thickness', 20);
  const unknown = form === undefined;
  const r = bore.mm / 2;
  const gap = thickness.mm / 2 + 12;
  const depth = 34;
  const bridge = r + 16;
  const fixed = form === 'fixed';
  const piston = (s: number): Shape[] => [
    box('void', [s * (gap + 2), -r], [s * (gap + depth - 8), r], { key: bore.key, unknown: bore.unknown }),
    box('solid', [s * gap, -r + 0.5], [s * (gap + depth - 14), r - 0.5], { key: bore.key, unknown: bore.unknown }),
    ...[-1, 1].map((e) => box('rubber', [s * (gap + 8), e * r], [s * (gap + 12), e * (r - 3)])),
  ];
  const outer = fixed ? -(gap + depth) : -(gap + 12);
  const body: Point[] = [
    [outer, -bridge],
    [gap + depth, -bridge],
    [gap + depth, r + 6],
    [gap - 2, r + 6],
    [gap - 2, -r - 4],
    [-gap + 2, -r - 4],
    [-gap + 2, r + 6],
    [outer, r + 6],
  ];
  const side: View = {
    id: 'section',
    words: fixed
      ? 'cut over the disc: fixed, pistons on both sides'
      : unknown
        ? 'cut over the disc'
        : 'cut over the disc: floating',
    shapes: [
      box('solid', [-thickness.mm / 2, -r - 26], [thickness.mm / 2, r + 34], {
        key: thickness.key,
        unknown: thickness.unknown,
      }),
      area('cut', body, { key: 'caliper-form', unknown, round: 5 }),
      ...piston(1),
      ...(fixed ? piston(-1) : []),
      box('pad', [thickness.mm / 2, -r + 2], [gap, r - 2]),
      box('pad', [-thickness.mm / 2, -r + 2], [-gap, r - 2]),
      area(
        'solid',
        [
          [gap + 18, -bridge],
          [gap + 15, -bridge - 10],
          [gap + 27, -bridge - 10],
          [gap + 24, -bridge],
        ],
        { key: 'bleeder' },
      ),
      ...(fixed ? [] : [box('solid', [outer - 4, r + 10], [gap + depth + 14, r + 18], { unknown })]),
      axisX(outer - 16, gap + depth + 16),
    ],
    dimensions: [
      across(bore.key, 'piston', [gap + depth - 8, -r], [gap + depth - 8, r]),
      along(thickness.key, 'disc thickness', [-thickness.mm / 2, r + 34], [thickness.mm / 2, r + 34]),
    ],
    marks: [portMark(facts, [gap + depth, 0], 'right'), mark('bleeder', 'bleeder', [gap + 21, -bridge - 10], 'above')],
  };
  return [side, caliperFace(facts, bore.mm, bore.unknown)];
}

function caliperFace(facts: Facts, bore: number, unsure: boolean): View {
  const count = facts.count('piston-count');
  const lugs = facts.size('carrier-spacing', bore * 2.6);
  const disc = facts.size('disc', 280);
  const [half, r] = [lugs.mm / 2, bore / 2];
  const n = Math.min(Math.max(count ?? 1, 1), 4);
  const pistons = Array.from({ length: n }, (_, i) => (i - (n - 1) / 2) * (bore + 8));
  const wide = Math.max(half + 8, (pistons.length * (bore + 8)) / 2 + 8);
  const rd = disc.mm / 2;
  const arc = (radius: number, reach: number): Point[] =>
    Array.from({ length: 13 }, (_, i): Point => {
      const x = -reach + (reach * i) / 6;
      return [x, radius - Math.sqrt(Math.max(radius * radius - x * x, 0)) - r - 12];
    });
  const body: Point[] = [
    [-wide, 14],
    [-wide + 6, -r * 0.4],
    [-wide * 0.55, -r - 14],
    [wide * 0.55, -r - 14],
    [wide - 6, -r * 0.4],
    [wide, 14],
    [half * 0.72, r + 12],
    [-half * 0.72, r + 12],
  ];
  return {
    id: 'face',
    words: 'from the wheel',
    shapes: [
      line('behind', arc(rd, Math.min(rd * 0.8, wide + 24)), { key: disc.key, unknown: disc.unknown, smooth: true }),
      area('solid', body, { key: lugs.key, unknown: lugs.unknown, round: 10 }),
      ...pistons.flatMap((x) => [
        circle('void', [x, 0], r, { key: 'bore', unknown: unsure }),
        circle('thin', [x, 0], Math.max(r - 4, 1), { key: 'piston-count', unknown: count === undefined }),
      ]),
      ...[-half, half].flatMap((x) => [
        circle('solid', [x, 16], 8, { key: lugs.key, unknown: lugs.unknown }),
        circle('void', [x, 16], 4.5, { key: lugs.key, unknown: lugs.unknown }),
      ]),
      area(
        'solid',
        [
          [-4, -r - 14],
          [-4, -r - 22],
          [0, -r - 28],
          [4, -r - 22],
          [4, -r - 14],
        ],
        { key: 'bleeder' },
      ),
      axisX(-wide - 10, wide + 10),
      axisY(-r - 34, r + 24),
    ],
    dimensions: [along(lugs.key, 'lug spacing', [-half, 16], [half, 16])],
    marks: [
      mark('piston-count', 'pistons on this side', [pistons[0] ?? 0, 0], 'left'),
      mark('casting-number', 'casting number', [wide * 0.7, r * 0.4], 'right'),
    ],
  };
}

/** A clutch slave: outside the gearbox with its rod and foot, or around the shaft. */
export function slaveViews(facts: Facts): View[] {
  return facts.text('slave-form') === 'concentric' ? [aroundShaft(facts)] : [outside(facts), slaveFace(facts)];
}

function outside(facts: Facts): View {
  const bore = facts.size('bore', 20.6);
  const travel = facts.size('travel', 18);
  const r = bore.mm / 2;
  const length = 70;
  const port = facts.thread('port-thread', 10, facts.ports[0] ?? 'in');
  const foot = facts.text('foot') === 'present';
  const lugs = { key: 'stud-spacing', unknown: facts.mm('stud-spacing') === undefined };
  return {
    id: 'section',
    words: 'cut along the bore; the fork is to the right',
    shapes: [
      area(
        'cut',
        [
          [0, -r - 6],
          [length - 8, -r - 6],
          [length, -r - 6],
          [length, r + 6],
          [0, r + 6],
          [-6, r],
          [-6, -r],
        ],
        { key: bore.key, unknown: bore.unknown, round: 3 },
      ),
      box('void', [4, -r], [length, r], { key: bore.key, unknown: bore.unknown }),
      box('cut', [length - 16, -r - 26], [length - 6, -r - 6], lugs),
      box('cut', [length - 16, r + 6], [length - 6, r + 26], lugs),
      box('solid', [26, -r + 0.4], [length - 12, r - 0.4]),
      ...[-1, 1].map((s) => box('rubber', [28, s * r], [31, s * (r - 3)])),
      spring(5, 26, bore.mm * 0.6),
      box('solid', [length - 20, -3.5], [length + travel.mm + 12, 3.5], { key: travel.key, unknown: travel.unknown }),
      circle('solid', [length + travel.mm + 12, 0], 5, { key: travel.key, unknown: travel.unknown }),
      box('solid', [10 - port.mm / 2, -r - 6], [10 + port.mm / 2, -r - 18], { key: port.key, unknown: port.unknown }),
      area(
        'solid',
        [
          [22, -r - 6],
          [22, -r - 14],
          [26, -r - 22],
          [30, -r - 14],
          [30, -r - 6],
        ],
        { key: 'bleeder' },
      ),
      ...(foot
        ? [
            line(
              'edge',
              [
                [10, r + 6],
                [10, r + 24],
                [30, r + 24],
              ],
              { key: 'foot' },
            ),
          ]
        : []),
      axisX(-14, length + travel.mm + 26),
    ],
    dimensions: [
      across(bore.key, 'bore', [4, -r], [4, r], 'before'),
      along(travel.key, 'travel', [length, r], [length + travel.mm, r]),
    ],
    marks: [
      portMark(facts, [10, -r - 18], 'above'),
      mark('bleeder', 'bleeder', [26, -r - 22], 'above'),
      mark('foot', 'steadying foot', [20, r + 24], 'below'),
      mark('casting-number', 'casting number', [44, r + 6], 'below'),
    ],
  };
}

function slaveFace(facts: Facts): View {
  const spacing = facts.size('stud-spacing', 60);
  const bore = facts.size('bore', 20.6);
  const half = spacing.mm / 2;
  const r = bore.mm / 2 + 6;
  return {
    id: 'face',
    words: 'from the fork',
    shapes: [
      area(
        'solid',
        [
          [-half - 9, -8],
          [-r, -r],
          [r, -r],
          [half + 9, -8],
          [half + 9, 8],
          [r, r],
          [-r, r],
          [-half - 9, 8],
        ],
        { key: spacing.key, unknown: spacing.unknown, round: 5 },
      ),
      ...[-half, half].map((x) => circle('void', [x, 0], 4.5, { key: spacing.key, unknown: spacing.unknown })),
      circle('void', [0, 0], bore.mm / 2, { key: bore.key, unknown: bore.unknown }),
      axisX(-half - 16, half + 16),
      axisY(-r - 10, r + 10),
    ],
    dimensions: [along(spacing.key, 'stud spacing', [-half, 0], [half, 0])],
    marks: [],
  };
}

function aroundShaft(facts: Facts): View {
  const spacing = facts.size('stud-spacing', 110);
  const out = spacing.mm / 2;
  const hole = (angle: number): Point => [out * Math.sin(angle), -out * Math.cos(angle)];
  const body = Math.max(out - 10, 24);
  return {
    id: 'face',
    words: 'from the engine: around the shaft',
    shapes: [
      line('edge', [
        [body * 0.6, body * 0.6],
        [body * 1.5, body * 1.5],
      ]),
      line('edge', [
        [body * 0.72, body * 0.5],
        [body * 1.6, body * 1.38],
      ]),
      circle('solid', [0, 0], body, { key: spacing.key, unknown: spacing.unknown }),
      circle('thin', [0, 0], body * 0.78),
      circle('solid', [0, 0], body * 0.48),
      circle('behind', [0, 0], body * 0.3),
      ...[0, (2 * Math.PI) / 3, (4 * Math.PI) / 3].flatMap((a) => [
        circle('solid', hole(a), 8, { key: spacing.key, unknown: spacing.unknown }),
        circle('void', hole(a), 4),
      ]),
      axisX(-out - 14, out + 14),
      axisY(-out - 14, out + 14),
    ],
    dimensions: [along(spacing.key, 'bolt circle', [-out, 0], [out, 0])],
    marks: [portMark(facts, [body * 1.5, body * 1.5], 'right')],
  };
}
