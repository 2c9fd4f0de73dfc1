import { flangeOutline, studPlaces } from '../parts/master.js';
import { across, along, area, axisX, axisY, box, circle, mark } from '../shapes.js';
import type { Drawing, Shape, View } from '../types.js';
import { orOther, type Side } from './side.js';

/** A unit on its studs, and the rod of a booster in the pocket of its master. */

const USUAL = { spacing: 80, pilot: 44, stud: 8, length: 24, flange: 10, pin: 20, pocket: 14 };
/** How far the faces are drawn apart, in mm. */
const APART = 34;

/** Base at the left, flange at the right, apart on one axis; and both from the front over each other. */
export function mountDrawing(a: Side, b: Side, push?: { readonly a: Side; readonly b: Side }): Drawing {
  return { views: [sectionOf(a, b, push), frontOf(a, b)], doubts: [] };
}

function sectionOf(a: Side, b: Side, push: { readonly a: Side; readonly b: Side } | undefined): View {
  const [sa, sb] = [a.size('stud-spacing', USUAL.spacing), b.size('stud-spacing', USUAL.spacing)];
  const base = orOther(sa, sb);
  const flange = orOther(sb, sa);
  const [pa, pb] = [
    orOther(a.size('pilot', USUAL.pilot), b.size('pilot', USUAL.pilot)),
    orOther(b.size('pilot', USUAL.pilot), a.size('pilot', USUAL.pilot)),
  ];
  const stud = a.size('stud-length', USUAL.length);
  const thick = b.size('flange-thickness', USUAL.flange);
  const d = a.thread('stud-thread', USUAL.stud).mm;
  const x = APART + Math.max(0, stud.mm - 20);
  const [ya, yb] = [base.mm / 2, flange.mm / 2];
  const shapes: Shape[] = [
    box('cut', [-12, -ya - 16], [0, -pa.mm / 2], { key: sa.key, unknown: sa.unknown }),
    box('cut', [-12, pa.mm / 2], [0, ya + 16], { key: sa.key, unknown: sa.unknown }),
    ...[-ya, ya].map((y) =>
      box('solid', [-4, y - d / 2], [stud.mm, y + d / 2], { key: stud.key, unknown: stud.unknown }),
    ),
    box('cut', [x, -yb - 16], [x + thick.mm, yb + 16], { key: sb.key, unknown: sb.unknown }),
    ...[-yb, yb].map((y) =>
      box('void', [x, y - d / 2 - 0.5], [x + thick.mm, y + d / 2 + 0.5], { key: sb.key, unknown: sb.unknown }),
    ),
    box('cut', [x - 5, -pb.mm / 2], [x + 44, pb.mm / 2], { key: pb.key, unknown: pb.unknown }),
  ];
  const axis = axisX(-30, x + 60);
  const bracket = a.mm('under-nut');
  const common: View = {
    id: 'section',
    words: 'faces apart, cut',
    shapes: [...shapes, ...(push ? pushShapes(push, x) : [box('void', [x - 5, -12], [x + 36, 12])]), axis],
    dimensions: [
      across(pb.key, 'spigot', [x - 5, -pb.mm / 2], [x - 5, pb.mm / 2], 'after'),
      across(pa.key, 'opening', [-12, -pa.mm / 2], [-12, pa.mm / 2], 'before'),
      along(stud.key, 'stud length', [0, ya], [stud.mm, ya]),
      along(thick.key, 'flange', [x, yb + 16], [x + thick.mm, yb + 16]),
      ...(push ? pushDimensions(push, x) : []),
    ],
    marks: [
      mark(a.key('stud-thread'), 'stud thread', [stud.mm, -ya], 'above'),
      ...(bracket === undefined ? [] : [mark(a.key('under-nut'), 'under the nut', [x + thick.mm, -yb], 'above')]),
    ],
  };
  return common;
}

function pushShapes({ a, b }: { readonly a: Side; readonly b: Side }, x: number): Shape[] {
  const pin = a.size('booster-pin', USUAL.pin);
  const pocket = b.size('recess-depth', USUAL.pocket);
  const plate = a.mm('plate');
  const insert = b.mm('insert');
  return [
    area(
      'solid',
      [
        [-26, -5],
        [pin.mm - 3, -5],
        [pin.mm, -2],
        [pin.mm, 2],
        [pin.mm - 3, 5],
        [-26, 5],
      ],
      { key: pin.key, unknown: pin.unknown },
    ),
    box('void', [x - 5, -6.5], [x + pocket.mm, 6.5], { key: pocket.key, unknown: pocket.unknown }),
    ...(insert === undefined
      ? []
      : [box('solid', [x + pocket.mm - insert, -6], [x + pocket.mm, 6], { key: b.key('insert') })]),
    ...(plate === undefined
      ? []
      : [-1, 1].map((s) => box('pad', [4, s * 24], [4 + plate, s * 44], { key: a.key('plate') }))),
  ];
}

function pushDimensions({ a, b }: { readonly a: Side; readonly b: Side }, x: number): View['dimensions'] {
  const pin = a.size('booster-pin', USUAL.pin);
  const pocket = b.size('recess-depth', USUAL.pocket);
  const [plate, insert] = [a.size('plate', 3), b.size('insert', 3)];
  return [
    along(plate.key, 'spacer, adds', [4, -44], [4 + plate.mm, -44], 'before'),
    along(insert.key, 'insert, takes away', [x + pocket.mm - insert.mm, -6], [x + pocket.mm, -6], 'before'),
    along(pin.key, 'booster output rod', [0, 5], [pin.mm, 5]),
    along(pocket.key, 'pushrod pocket', [x, 6.5], [x + pocket.mm, 6.5]),
  ];
}

/** The unit's flange in ink and the studs of what it goes on over it. */
function frontOf(a: Side, b: Side): View {
  const [sa, sb] = [a.size('stud-spacing', USUAL.spacing), b.size('stud-spacing', USUAL.spacing)];
  const [base, flange] = [orOther(sa, sb), orOther(sb, sa)];
  const pilot = b.size('pilot', USUAL.pilot);
  const opening = a.size('pilot', pilot.mm);
  const d = a.thread('stud-thread', USUAL.stud).mm;
  const half = flange.mm / 2;
  const style = { key: sb.key, unknown: sb.unknown };
  return {
    id: 'front',
    words: 'new unit, and the studs over it',
    shapes: [
      area('solid', flangeOutline(half, pilot.mm / 2), { ...style, round: 6 }),
      ...studPlaces(b.count('stud-count') ?? 2, half).map((at) => circle('void', at, d / 2 + 0.6, style)),
      circle('thin', [0, 0], pilot.mm / 2, { key: pilot.key, unknown: pilot.unknown }),
      circle('edge', [0, 0], opening.mm / 2, { key: opening.key, unknown: opening.unknown, other: true }),
      ...studPlaces(a.count('stud-count') ?? 2, base.mm / 2).map((at) =>
        circle('edge', at, d / 2, { key: sa.key, unknown: sa.unknown, other: true }),
      ),
      axisX(-half - 18, half + 18),
      axisY(-pilot.mm / 2 - 18, pilot.mm / 2 + 18),
    ],
    dimensions: [
      along(sb.key, 'holes of the unit', [-half, 0], [half, 0]),
      along(sa.key, 'studs', [-base.mm / 2, 0], [base.mm / 2, 0], 'before'),
    ],
    marks: [
      mark(b.key('stud-count'), 'number of holes', [half + 11, 0], 'right'),
      mark(b.key('flange-angle'), 'flange angle', [half * 0.4, pilot.mm / 2 + 8], 'right'),
    ],
  };
}

/**
 * The tip of the rod and the bottom of the pocket with the faces closed, many times as large: what lies between them.
 */
export function gapDetail(gap: number): Drawing {
  const drawn = Math.max(-2, Math.min(gap, 3));
  return {
    views: [
      {
        id: 'gap',
        words: gap < 0 ? 'closed: the rod stands into the master' : 'closed: rod tip and pocket',
        shapes: [
          area(
            'cut',
            [
              [drawn, -4],
              [drawn + 3, -4],
              [drawn + 3, 4],
              [drawn, 4],
            ],
            { key: 'gap' },
          ),
          area(
            'solid',
            [
              [-5, -3],
              [-1, -3],
              [0, -1.2],
              [0, 1.2],
              [-1, 3],
              [-5, 3],
            ],
            { key: 'gap', ...(gap < 0 ? { other: true as const } : {}) },
          ),
          axisX(-6, 7),
        ],
        dimensions: [along('gap', 'clearance', [Math.min(0, drawn), 3], [Math.max(0, drawn), 3])],
        marks: [],
      },
    ],
    doubts: [],
  };
}
