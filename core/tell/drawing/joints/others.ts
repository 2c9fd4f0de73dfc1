import { across, along, area, axisX, axisY, box, circle, line, mark, spring } from '../shapes.js';
import type { Drawing, Point, Shape, View } from '../types.js';
import { orOther, type Side } from './side.js';

/** Rod, reservoir, fork, what drives a booster, and the room around a unit. */

const one = (view: Omit<View, 'id' | 'marks'> & Partial<Pick<View, 'marks'>>): View => ({
  id: 'section',
  marks: [],
  ...view,
});

/** The rod from the flange of the unit to the pin of the pedal: what it is, and where the pin is. */
export function rodDrawing(a: Side, b: Side): Drawing {
  const [needed, rod] = [a.size('rod-length', 110), b.size('rod-length', 110)];
  const [pinAt, end] = [-orOther(needed, rod).mm, -orOther(rod, needed).mm];
  const [pin, eye] = [a.size('clevis-pin', 8), b.size('clevis-pin', 8)];
  const arm: Point[] = [
    [pinAt - 8, -60],
    [pinAt + 8, -60],
    [pinAt + 9, 6],
    [pinAt + 2, 70],
    [pinAt - 14, 70],
    [pinAt - 9, 6],
  ];
  return {
    views: [
      one({
        words: 'rod from the flange to the pedal’s pin',
        shapes: [
          area('solid', arm, { key: needed.key, unknown: needed.unknown, round: 4 }),
          circle('edge', [pinAt, 0], pin.mm / 2, { key: pin.key, unknown: pin.unknown, other: true }),
          box('solid', [end, -4], [4, 4], { key: rod.key, unknown: rod.unknown }),
          circle('solid', [end, 0], eye.mm / 2 + 5, { key: rod.key, unknown: rod.unknown }),
          circle('void', [end, 0], eye.mm / 2, { key: eye.key, unknown: eye.unknown }),
          circle('edge', [pinAt, 0], pin.mm / 2, { key: pin.key, unknown: pin.unknown, other: true }),
          box('cut', [0, -44], [9, 44]),
          box('cut', [9, -18], [54, 18]),
          box('void', [0, -10], [48, 10]),
          axisX(Math.min(pinAt, end) - 20, 64),
        ],
        dimensions: [
          along(rod.key, 'rod of the unit', [end, 0], [0, 0]),
          along(needed.key, 'rod needed', [pinAt, 0], [0, 0], 'before'),
        ],
        marks: [
          mark(pin.key, 'pin of the pedal', [pinAt, -pin.mm / 2], 'left'),
          mark(eye.key, 'hole of the rod', [end, eye.mm / 2 + 5], 'left'),
          mark(b.key('rod-kind'), 'rod', [-16, 4], 'below'),
        ],
      }),
    ],
    doubts: [],
  };
}

/** The necks of a reservoir over the grommets of a body. */
export function neckDrawing(a: Side, b: Side): Drawing {
  const [ga, gb] = [a.size('grommet-spacing', 50), b.size('grommet-spacing', 50)];
  const [na, nb] = [a.size('grommet-size', 16), b.size('grommet-size', 16)];
  const [ha, hb] = [orOther(ga, gb).mm / 2, orOther(gb, ga).mm / 2];
  const [da, db] = [orOther(na, nb).mm, orOther(nb, na).mm];
  const wide = Math.max(ha, hb) + 26;
  return {
    views: [
      one({
        words: 'reservoir over the body, cut',
        shapes: [
          box('cut', [-wide, 16], [wide, 46], { key: ga.key, unknown: ga.unknown }),
          ...[-ha, ha].map((x) =>
            box('void', [x - da / 2, 16], [x + da / 2, 34], { key: na.key, unknown: na.unknown }),
          ),
          ...[-1, 1].flatMap((s) =>
            [-ha, ha].map((x) => box('rubber', [x + s * (da / 2), 16], [x + s * (da / 2 + 2.5), 24])),
          ),
          ...[-hb, hb].map((x) =>
            box('solid', [x - db / 2, -14], [x + db / 2, 6], { key: nb.key, unknown: nb.unknown }),
          ),
          box('solid', [-wide + 4, -50], [wide - 4, -14], { key: gb.key, unknown: gb.unknown, round: 4 }),
          ...[-ha, ha].map((x) => axisY(-20, 52, x)),
        ],
        dimensions: [
          along(ga.key, 'grommets of the body', [-ha, 46], [ha, 46]),
          along(gb.key, 'necks of the reservoir', [-hb, -50], [hb, -50], 'before'),
        ],
        marks: [
          mark(na.key, 'grommet', [ha + da / 2, 28], 'right'),
          mark(nb.key, 'neck', [hb + db / 2, -6], 'right'),
          mark(a.key('reservoir'), 'how it is held', [-wide, 30], 'left'),
        ],
      }),
    ],
    doubts: [],
  };
}

/** A slave's rod on the release fork: travel that is needed and travel that it makes. */
export function forkDrawing(a: Side, b: Side): Drawing {
  const [needed, made] = [a.size('travel', 16), b.size('travel', 18)];
  return {
    views: [
      one({
        words: 'slave and release fork',
        shapes: [
          area(
            'cut',
            [
              [-70, -17],
              [0, -17],
              [0, 17],
              [-70, 17],
            ],
            { round: 3 },
          ),
          box('void', [-64, -10], [0, 10]),
          box('solid', [-42, -9.6], [-12, 9.6]),
          spring(-62, -42, 14),
          box('solid', [-16, -3.5], [22, 3.5], { key: made.key, unknown: made.unknown }),
          ...forkAt(22 + made.mm, made.key, made.unknown, 'thin'),
          ...forkAt(22, 'fork', false, 'solid'),
          line(
            'edge',
            [
              [22 + needed.mm, -46],
              [22 + needed.mm, 46],
            ],
            { key: needed.key, unknown: needed.unknown, other: true },
          ),
          axisX(-78, 34 + made.mm + 24),
        ],
        dimensions: [
          along(made.key, 'travel of the slave', [22, 10], [22 + made.mm, 10]),
          along(needed.key, 'travel needed', [22, -46], [22 + needed.mm, -46], 'before'),
        ],
        marks: [
          mark(b.key('foot'), 'steadying foot', [-50, 17], 'below'),
          mark(b.key('bleeder'), 'bleeder', [-56, -17], 'above'),
        ],
      }),
    ],
    doubts: [],
  };
}

const forkAt = (x: number, key: string, unknown: boolean, look: 'solid' | 'thin'): Shape[] => [
  area(
    look,
    [
      [x, -52],
      [x + 9, -52],
      [x + 12, 0],
      [x + 9, 62],
      [x, 62],
      [x + 3, 0],
    ],
    { key, unknown, round: 3 },
  ),
];

/** A pump and the hydraulic booster that it drives. */
export function supplyDrawing(a: Side, b: Side): Drawing {
  const port = (x: number, y: number, side: Side, name: 'pressure-thread' | 'return-hose'): Shape =>
    box('solid', [x, y - 6], [x + 16, y + 6], {
      key: side.key(name),
      unknown: side.text(name) === undefined && side.mm(name) === undefined,
    });
  return {
    views: [
      one({
        words: 'pump, and what it drives',
        shapes: [
          circle('solid', [-90, 0], 44),
          circle('thin', [-90, 0], 32),
          port(-48, -18, a, 'pressure-thread'),
          port(-48, 18, a, 'return-hose'),
          line('edge', [
            [-30, -18],
            [26, -18],
          ]),
          line('behind', [
            [-30, 18],
            [26, 18],
          ]),
          port(28, -18, b, 'pressure-thread'),
          port(28, 18, b, 'return-hose'),
          box('cut', [44, -34], [130, 34]),
          box('void', [56, -12], [118, 12]),
        ],
        dimensions: [],
        marks: [
          mark(a.key('pressure-thread'), 'pressure, pump', [-40, -24], 'above'),
          mark(b.key('pressure-thread'), 'pressure, booster', [36, -24], 'above'),
          mark(a.key('pressure-end'), 'end, pump', [-32, -12], 'below'),
          mark(b.key('pressure-end'), 'end, booster', [28, -12], 'below'),
          mark(a.key('return-hose'), 'return, pump', [-40, 24], 'below'),
          mark(b.key('return-hose'), 'return, booster', [36, 24], 'below'),
          mark(a.key('pump-flow'), 'flow of the pump', [-120, -24], 'left'),
          mark(a.key('relief-pressure'), 'relief pressure', [-126, 0], 'left'),
          mark(a.key('pump-returns'), 'returns', [-120, 24], 'left'),
          mark(b.key('flow-wanted'), 'flow needed', [130, -20], 'right'),
          mark(b.key('pressure-wanted'), 'pressure needed', [130, 0], 'right'),
          mark(b.key('returns-wanted'), 'returns needed', [130, 20], 'right'),
        ],
      }),
    ],
    doubts: [],
  };
}

/** The room that the vehicle leaves and what the unit takes of it, from the pedal and from the side. */
export function roomDrawing(a: Side, b: Side): Drawing {
  const reach = (name: 'reach-left' | 'reach-right' | 'reach-up' | 'reach-front' | 'reach-behind', usual: number) =>
    b.size(name, usual);
  const [left, right, up] = [reach('reach-left', 60), reach('reach-right', 60), reach('reach-up', 110)];
  const [front, behind] = [reach('reach-front', 180), reach('reach-behind', 20)];
  const roomOf = (name: 'room-left' | 'room-right' | 'room-up' | 'room-front' | 'room-behind', over: number) =>
    a.size(name, over + 40);
  const [rl, rr, ru] = [roomOf('room-left', left.mm), roomOf('room-right', right.mm), roomOf('room-up', up.mm)];
  const [rf, rb] = [roomOf('room-front', front.mm), roomOf('room-behind', behind.mm)];
  const wall = (key: string, unknown: boolean, points: readonly Point[]): Shape =>
    line('edge', points, { key, unknown, other: true });
  return {
    views: [
      {
        id: 'side',
        words: 'from the side: bulkhead, unit, what stands in front',
        shapes: [
          box('cut', [-6, -up.mm * 0.9], [0, 60]),
          box('solid', [-behind.mm, -14], [0, 14], { key: behind.key, unknown: behind.unknown }),
          box('solid', [0, -up.mm], [front.mm, 40], { key: front.key, unknown: front.unknown, round: 8 }),
          wall(rf.key, rf.unknown, [
            [rf.mm, -up.mm - 10],
            [rf.mm, 60],
          ]),
          wall(rb.key, rb.unknown, [
            [-rb.mm, -30],
            [-rb.mm, 30],
          ]),
          axisX(-rb.mm - 10, rf.mm + 10),
        ],
        dimensions: [
          along(front.key, 'length of the unit', [0, 40], [front.mm, 40]),
          along(rf.key, 'room in front', [0, 60], [rf.mm, 60]),
          along(behind.key, 'behind the flange', [-behind.mm, -14], [0, -14], 'before'),
          along(rb.key, 'opening', [-rb.mm, -30], [0, -30], 'before'),
        ],
        marks: [],
      },
      {
        id: 'front',
        words: 'from the pedal',
        shapes: [
          box('solid', [-left.mm, -up.mm], [right.mm, 40], {
            key: up.key,
            unknown: left.unknown && right.unknown && up.unknown,
            round: 8,
          }),
          circle('void', [0, 0], 12),
          wall(rl.key, rl.unknown, [
            [-rl.mm, -up.mm - 20],
            [-rl.mm, 50],
          ]),
          wall(rr.key, rr.unknown, [
            [rr.mm, -up.mm - 20],
            [rr.mm, 50],
          ]),
          wall(ru.key, ru.unknown, [
            [-rl.mm, -ru.mm],
            [rr.mm, -ru.mm],
          ]),
          axisX(-rl.mm - 8, rr.mm + 8),
          axisY(-ru.mm - 8, 50),
        ],
        dimensions: [
          along(left.key, 'left', [-left.mm, 40], [0, 40]),
          along(right.key, 'right', [0, 40], [right.mm, 40]),
          along(rl.key, 'room left', [-rl.mm, 50], [0, 50]),
          along(rr.key, 'room right', [0, 50], [rr.mm, 50]),
          across(up.key, 'height', [right.mm, -up.mm], [right.mm, 0]),
          across(ru.key, 'room above', [rr.mm, -ru.mm], [rr.mm, 0]),
        ],
        marks: [],
      },
    ],
    doubts: [],
  };
}
