import { across, along, area, axisX, axisY, box, circle, line, mark } from '../shapes.js';
import type { Drawing, Point } from '../types.js';
import { orOther, type Side } from './side.js';

/** A caliper on its carrier, over its disc, inside its wheel. */

/** A caliper on its carrier: bolts from the front, offset from the side. */
export function carrierDrawing(a: Side, b: Side): Drawing {
  const [sa, sb] = [a.size('carrier-spacing', 120), b.size('carrier-spacing', 120)];
  const [ha, hb] = [orOther(sa, sb).mm / 2, orOther(sb, sa).mm / 2];
  const [oa, ob] = [a.size('offset', 24), b.size('offset', 24)];
  const body: Point[] = [
    [-hb - 12, 12],
    [-hb * 0.6, -40],
    [hb * 0.6, -40],
    [hb + 12, 12],
    [hb * 0.6, 26],
    [-hb * 0.6, 26],
  ];
  return {
    views: [
      {
        id: 'front',
        words: 'caliper, and the carrier’s bolts over it',
        shapes: [
          area('solid', body, { key: sb.key, unknown: sb.unknown, round: 10 }),
          circle('thin', [0, -8], 20),
          ...[-hb, hb].map((x) => circle('void', [x, 10], 6, { key: sb.key, unknown: sb.unknown })),
          ...[-ha, ha].map((x) => circle('edge', [x, 10], 5, { key: sa.key, unknown: sa.unknown, other: true })),
          axisX(-hb - 20, hb + 20, 10),
        ],
        dimensions: [
          along(sb.key, 'caliper', [-hb, 10], [hb, 10]),
          along(sa.key, 'carrier', [-ha, 10], [ha, 10], 'before'),
        ],
        marks: [mark(b.key('hand'), 'side', [hb * 0.5, -36], 'right')],
      },
      {
        id: 'side',
        words: 'offset from the disc',
        shapes: [
          box('solid', [-4, -60], [4, 40]),
          box('cut', [orOther(ob, oa).mm, -20], [orOther(ob, oa).mm + 10, 30], { key: ob.key, unknown: ob.unknown }),
          line(
            'edge',
            [
              [orOther(oa, ob).mm, -30],
              [orOther(oa, ob).mm, 40],
            ],
            { key: oa.key, unknown: oa.unknown, other: true },
          ),
        ],
        dimensions: [
          along(ob.key, 'offset, caliper', [0, 30], [orOther(ob, oa).mm, 30]),
          along(oa.key, 'offset, carrier', [0, -60], [orOther(oa, ob).mm, -60], 'before'),
        ],
        marks: [],
      },
    ],
    doubts: [],
  };
}

/** A disc in its caliper: diameter from the front, thickness from the side. */
export function discDrawing(a: Side, b: Side): Drawing {
  const [da, db] = [a.size('disc', 280), b.size('disc', 280)];
  const [ra, rb] = [orOther(da, db).mm / 2, orOther(db, da).mm / 2];
  const [ta, tb] = [a.size('disc-thickness', 20), b.size('disc-thickness', 20)];
  const [wa, wb] = [orOther(ta, tb).mm / 2, orOther(tb, ta).mm / 2];
  return {
    views: [
      {
        id: 'front',
        words: 'disc, and the one that the caliper is for',
        shapes: [
          circle('solid', [0, 0], ra, { key: da.key, unknown: da.unknown }),
          circle('solid', [0, 0], ra * 0.32),
          circle('edge', [0, 0], rb, { key: db.key, unknown: db.unknown, other: true }),
          axisX(-ra - 12, ra + 12),
          axisY(-ra - 12, ra + 12),
        ],
        dimensions: [
          along(da.key, 'disc', [-ra, 0], [ra, 0]),
          along(db.key, 'caliper is for', [-rb, 0], [rb, 0], 'before'),
        ],
        marks: [],
      },
      {
        id: 'side',
        words: 'thickness',
        shapes: [
          box('solid', [-wa, -ra], [wa, ra], { key: ta.key, unknown: ta.unknown }),
          ...[-1, 1].map((s) =>
            line(
              'edge',
              [
                [s * wb, -ra * 0.5],
                [s * wb, ra * 0.5],
              ],
              { key: tb.key, unknown: tb.unknown, other: true },
            ),
          ),
        ],
        dimensions: [
          along(ta.key, 'disc', [-wa, ra], [wa, ra]),
          along(tb.key, 'caliper is for', [-wb, -ra], [wb, -ra], 'before'),
        ],
        marks: [],
      },
    ],
    doubts: [],
  };
}

/** A caliper inside the wheel: what it sweeps against the rim, and how far it stands out against the spokes. */
export function wheelDrawing(a: Side, b: Side): Drawing {
  const [inside, sweep] = [a.size('wheel-inside', 190), b.size('sweep', 170)];
  const [spokes, over] = [a.size('spoke-room', 60), b.size('overhang', 40)];
  const size = a.mm('wheel-size');
  const sector = (r: number): Point[] =>
    Array.from({ length: 11 }, (_, i): Point => [
      r * Math.sin((-30 + i * 6) * (Math.PI / 180)),
      -r * Math.cos((-30 + i * 6) * (Math.PI / 180)),
    ]);
  return {
    views: [
      {
        id: 'front',
        words: 'from the wheel',
        shapes: [
          circle('solid', [0, 0], inside.mm + 14, { key: a.key('wheel-size'), unknown: size === undefined }),
          circle('void', [0, 0], inside.mm, { key: inside.key, unknown: inside.unknown }),
          area('solid', [...sector(sweep.mm), ...[...sector(sweep.mm * 0.62)].reverse()], {
            key: sweep.key,
            unknown: sweep.unknown,
          }),
          circle('solid', [0, 0], 34),
          axisX(-inside.mm - 20, inside.mm + 20),
        ],
        dimensions: [
          across(sweep.key, 'swept by the caliper', [0, -sweep.mm], [0, 0], 'before'),
          across(inside.key, 'inside of the wheel', [0, -inside.mm], [0, 0]),
        ],
        marks: [
          mark(a.key('wheel-size'), 'wheel, by name', [inside.mm * 0.72, inside.mm * 0.72], 'right'),
          mark(b.key('wheel-least'), 'smallest wheel', [0, -sweep.mm * 0.8], 'above'),
        ],
      },
      {
        id: 'side',
        words: 'hub face to the spokes',
        shapes: [
          box('solid', [-10, -80], [0, 80]),
          box('solid', [-40, -70], [over.mm, -40], { key: over.key, unknown: over.unknown }),
          line(
            'edge',
            [
              [spokes.mm, -90],
              [spokes.mm, 90],
            ],
            { key: spokes.key, unknown: spokes.unknown, other: true },
          ),
        ],
        dimensions: [
          along(over.key, 'caliper stands out', [0, -40], [over.mm, -40]),
          along(spokes.key, 'room to the spokes', [0, -80], [spokes.mm, -80], 'before'),
        ],
        marks: [],
      },
    ],
    doubts: [],
  };
}
