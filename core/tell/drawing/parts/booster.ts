import { type Facts, keyOf } from '../facts.js';
import { across, along, area, axisX, axisY, box, circle, line, mark } from '../shapes.js';
import type { Dimension, Mark, Point, Shape, View } from '../types.js';
import { studPlaces } from './master.js';

/**
 * Boosters from the side, bulkhead face at x = 0 and the master's face to the right, and the master's face from the
 * front.
 */

const USUAL = { shell: 220, rod: 110, pin: 20, spacing: 80, bulkhead: 100, pilot: 44, stud: 8 };

export function boosterViews(facts: Facts): View[] {
  const supply = facts.text('booster-supply');
  const side = supply === 'pump' || supply === 'electric' ? pumpFed(facts) : vacuum(facts, supply === undefined);
  return [side, faceOf(facts)];
}

interface Side {
  readonly shapes: Shape[];
  readonly dimensions: Dimension[];
  readonly marks: Mark[];
}

/** Studs, input rod and output rod, the same on every booster whose body ends at `width`. */
function ends(facts: Facts, width: number): Side {
  const rod = facts.size('rod-length', USUAL.rod);
  const pin = facts.size('booster-pin', USUAL.pin);
  const clevis = facts.size('clevis-pin', 8);
  const bulkhead = facts.size(
    'stud-spacing',
    USUAL.bulkhead,
    facts.mm('stud-spacing', 'bulkhead') === undefined ? undefined : 'bulkhead',
  );
  const master = facts.size('stud-spacing', USUAL.spacing, 'master');
  const studs = (x: number, length: number, half: number, unknown: boolean): Shape[] =>
    [-1, 1].map((s) => box('solid', [x, s * half - 4], [x + length, s * half + 4], { unknown }));
  return {
    shapes: [
      ...studs(-18, 18, bulkhead.mm / 2, bulkhead.unknown),
      ...studs(width, 22, master.mm / 2, master.unknown),
      box('solid', [-rod.mm, -4.5], [0, 4.5], { key: rod.key, unknown: rod.unknown }),
      circle('solid', [-rod.mm, 0], clevis.mm / 2 + 6, { key: rod.key, unknown: rod.unknown }),
      circle('void', [-rod.mm, 0], clevis.mm / 2, { key: clevis.key, unknown: clevis.unknown }),
      area(
        'solid',
        [
          [width, -5],
          [width + pin.mm - 4, -5],
          [width + pin.mm, -2],
          [width + pin.mm, 2],
          [width + pin.mm - 4, 5],
          [width, 5],
        ],
        { key: pin.key, unknown: pin.unknown },
      ),
      axisX(-rod.mm - 18, width + 40),
    ],
    dimensions: [
      along(rod.key, 'rod length', [-rod.mm, 0], [0, 0]),
      along(pin.key, 'output rod', [width, 5], [width + pin.mm, 5]),
      across(bulkhead.key, 'studs, bulkhead', [-18, -bulkhead.mm / 2], [-18, bulkhead.mm / 2], 'before'),
      across(master.key, 'studs, master', [width + 22, -master.mm / 2], [width + 22, master.mm / 2]),
    ],
    marks: [mark('clevis-pin', 'clevis pin', [-rod.mm, clevis.mm / 2 + 6], 'below')],
  };
}

function vacuum(facts: Facts, unsure: boolean): View {
  const shell = facts.size('diaphragm', USUAL.shell);
  const two = (facts.count('diaphragms') ?? 1) >= 2;
  const r = shell.mm / 2;
  const width = shell.mm * (two ? 0.6 : 0.44);
  const style = { key: shell.key, unknown: shell.unknown || unsure };
  const rim = two ? width * 0.34 : width * 0.5;
  const back: Point[] = [
    [0, -r * 0.36],
    [rim * 0.35, -r * 0.92],
    [rim, -r],
    [rim, r],
    [rim * 0.35, r * 0.92],
    [0, r * 0.36],
  ];
  const front = (from: number, to: number, high: number): Point[] => [
    [from, -high],
    [to - (to - from) * 0.3, -high * 0.9],
    [to, -high * 0.44],
    [to, high * 0.44],
    [to - (to - from) * 0.3, high * 0.9],
    [from, high],
  ];
  const shapes: Shape[] = [
    area('solid', back, { ...style, round: shell.mm * 0.05 }),
    ...(two
      ? [
          area(
            'solid',
            [
              [rim, -r],
              [rim + width * 0.3, -r * 0.97],
              [rim + width * 0.3, r * 0.97],
              [rim, r],
            ],
            { ...style, round: shell.mm * 0.03 },
          ),
          area('solid', front(rim + width * 0.3, width, r * 0.88), { ...style, round: shell.mm * 0.05 }),
        ]
      : [area('solid', front(rim, width, r), { ...style, round: shell.mm * 0.05 })]),
    box('solid', [rim - 2, -r - 3], [rim + 2, r + 3], style),
    ...(two ? [box('solid', [rim + width * 0.3 - 2, -r], [rim + width * 0.3 + 2, r], style)] : []),
    // check valve and the end of its hose
    box('solid', [width * 0.8, -r * 0.74], [width * 0.8 + 9, -r * 0.74 - 18], {
      key: 'vacuum-hose',
      unknown: facts.mm('vacuum-hose') === undefined,
    }),
    line(
      'edge',
      [
        [width * 0.8 + 4.5, -r * 0.74 - 18],
        [width * 0.8 + 22, -r * 0.74 - 26],
      ],
      { key: 'vacuum-hose', unknown: facts.mm('vacuum-hose') === undefined },
    ),
  ];
  const both = ends(facts, width);
  return {
    id: 'section',
    words: two ? 'from the side: two diaphragms' : 'from the side',
    shapes: [...both.shapes.slice(0, -1), ...shapes, ...both.shapes.slice(-1)],
    dimensions: [across(shell.key, 'diaphragm', [rim, -r], [rim, r], 'before'), ...both.dimensions],
    marks: [
      mark('diaphragms', 'diaphragms', [rim + width * 0.15, -r], 'above'),
      mark('vacuum-hose', 'vacuum hose', [width * 0.8 + 22, -r * 0.74 - 26], 'above'),
      ...both.marks,
    ],
  };
}

/** A hydraulic booster: a block with its accumulator below, pressure in, pressure on and returns on top. */
function pumpFed(facts: Facts): View {
  const width = 120;
  const wanted = facts.count('supply-ports') ?? 3;
  const at = Array.from(
    { length: Math.min(Math.max(wanted, 1), 5) },
    (_, i) => 22 + (i * 76) / Math.max(wanted - 1, 1),
  );
  const both = ends(facts, width);
  const shapes: Shape[] = [
    area(
      'cut',
      [
        [0, -26],
        [10, -26],
        [10, -34],
        [110, -34],
        [110, -26],
        [width, -26],
        [width, 26],
        [110, 26],
        [110, 34],
        [10, 34],
        [10, 26],
        [0, 26],
      ],
      { key: 'booster-supply' },
    ),
    box('void', [12, -13], [108, 13]),
    box('solid', [20, -12.5], [66, 12.5]),
    ...at.map((x) =>
      box('solid', [x - 6, -34], [x + 6, -48], {
        key: 'supply-ports',
        unknown: facts.count('supply-ports') === undefined,
      }),
    ),
    box('solid', [36, 34], [84, 44]),
    area(
      'solid',
      [
        [26, 44],
        [94, 44],
        [94, 78],
        [26, 78],
      ],
      { round: 14 },
    ),
  ];
  return {
    id: 'section',
    words: 'from the side: fed by a pump, accumulator below',
    shapes: [...both.shapes.slice(0, -1), ...shapes, ...both.shapes.slice(-1)],
    dimensions: both.dimensions,
    marks: [
      mark('supply-ports', 'pressure in, on, return', [at[0] ?? 22, -48], 'above'),
      mark('pressure-thread', 'pressure thread', [at[at.length - 1] ?? 98, -48], 'right'),
      ...both.marks,
    ],
  };
}

function faceOf(facts: Facts): View {
  const master = facts.size('stud-spacing', USUAL.spacing, 'master');
  const pilot = facts.size('pilot', USUAL.pilot, 'master');
  const half = master.mm / 2;
  const stud = facts.thread('stud-thread', USUAL.stud);
  const count = facts.count('stud-count') ?? 2;
  const r = Math.max(half + 16, pilot.mm / 2 + 14);
  return {
    id: 'face',
    words: 'the master’s face',
    shapes: [
      circle('solid', [0, 0], r, { key: master.key, unknown: master.unknown }),
      circle('void', [0, 0], pilot.mm / 2, { key: pilot.key, unknown: pilot.unknown }),
      ...studPlaces(count, half).map((p) =>
        circle('solid', p, stud.mm / 2, { key: master.key, unknown: master.unknown }),
      ),
      circle('solid', [0, 0], 5, { key: 'booster-pin', unknown: facts.mm('booster-pin') === undefined }),
      axisX(-r - 8, r + 8),
      axisY(-r - 8, r + 8),
    ],
    dimensions: [
      along(keyOf('stud-spacing', 'master'), 'studs, master', [-half, 0], [half, 0]),
      across(pilot.key, 'spigot', [0, -pilot.mm / 2], [0, pilot.mm / 2]),
    ],
    marks: [],
  };
}
