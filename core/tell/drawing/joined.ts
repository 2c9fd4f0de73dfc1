import type { Opening } from '../../named/fitting/index.js';
import { findThread, minorDiameter } from '../../named/thread/index.js';
import { findTube } from '../../named/tube/index.js';
import { flanks } from './joints/ports.js';
import { area, axisX, box, line, mark } from './shapes.js';
import type { Drawing, Mark, Point, Shape, View } from './types.js';

/**
 * A way from a port to a line, cut: the port at the right, each piece in the one before, the line's nut at the left, a
 * little apart.
 */

/** What of a step is drawn: what it is, and the opening that it leaves or makes. */
export interface JoinedStep {
  readonly do: string;
  readonly thread?: string;
  readonly seat?: string;
}

/** Depth of an opening, the hexagon of a piece, and how far the parts are drawn from each other, mm. */
const [DEPTH, HEX, GAP] = [13, 9, 3];
const majorOf = (thread: string | undefined): number => findThread(thread ?? '')?.majorMm ?? 10;

/** Both walls of a thread along x, at true pitch. */
function threadWalls(thread: string | undefined, from: number, to: number, key: string, inside: boolean): Shape[] {
  const known = findThread(thread ?? '');
  const major = majorOf(thread);
  const depth = known ? (major - minorDiameter(known)) / 2 : 0.5;
  const wall = flanks(known?.pitchMm ?? 1, to - from, depth);
  return [-1, 1].map((s) =>
    line(
      'edge',
      wall.map(([x, y]): Point => [from + x, s * (major / 2 - (inside ? depth - y : y))]),
      { key, unknown: !known },
    ),
  );
}

/** An opening in a block whose mouth is at x: its thread, and its bottom by the seat. */
function opening(x: number, thread: string | undefined, seat: string | undefined, key: string): Shape[] {
  const r = majorOf(thread) / 2;
  const bottom = x + DEPTH;
  const cone: Shape[] =
    seat === 'inverted-flare'
      ? [
          area(
            'cut',
            [
              [bottom, -r * 0.75],
              [bottom - r * 0.62, -1.6],
              [bottom - r * 0.62, 1.6],
              [bottom, r * 0.75],
            ],
            { key },
          ),
        ]
      : seat === 'bubble-flare'
        ? [
            area(
              'void',
              [
                [bottom, -r * 0.8],
                [bottom + r * 0.34, -1.6],
                [bottom + r * 0.34, 1.6],
                [bottom, r * 0.8],
              ],
              { key },
            ),
          ]
        : [];
  return [box('void', [x, -r], [bottom, r], { key }), ...threadWalls(thread, x, bottom, key, true), ...cone];
}

/** What goes into an opening: a threaded end whose tip stands before the mouth. */
const spigot = (mouth: number, thread: string | undefined, key: string): Shape[] => {
  const r = majorOf(thread) / 2;
  const tip = mouth - GAP;
  return [box('solid', [tip - DEPTH, -r], [tip, r], { key }), ...threadWalls(thread, tip - DEPTH, tip, key, false)];
};

/** The way as one view. `tube` is of the line that is joined. */
export function joinedDrawing(port: Opening, steps: readonly JoinedStep[], tube?: string): Drawing {
  const r = majorOf(port.thread) / 2;
  const shapes: Shape[] = [
    box('cut', [0, -r * 1.9], [DEPTH + 14, r * 1.9]),
    ...opening(0, port.thread, port.seat, 'port'),
    box('void', [DEPTH, -1.6], [DEPTH + 14, 1.6]),
  ];
  const marks: Mark[] = [mark('port', `port ${port.thread}`, [DEPTH / 2, -r], 'above')];
  let [mouth, open] = [0, port.thread as string | undefined];
  steps.forEach((step, i) => {
    const key = `step-${i}`;
    shapes.push(...spigot(mouth, open, key));
    const tip = mouth - GAP - DEPTH;
    if (step.do === 'adapter' || step.do === 'union' || step.do === 'tee') {
      const next = majorOf(step.thread) / 2;
      const body = Math.max(next * 1.6, majorOf(open) * 0.65);
      mouth = tip - HEX - DEPTH;
      shapes.push(
        box('cut', [mouth, -body], [tip, body], { key }),
        ...opening(mouth, step.thread, step.seat, key),
        box('void', [mouth + DEPTH, -1.6], [tip + DEPTH, 1.6]),
      );
      marks.push(
        mark(
          key,
          step.do === 'tee'
            ? 'tee: an arm for each line'
            : `${step.do === 'union' ? 'connector' : 'adapter'} ${step.thread ?? ''}`,
          [mouth + DEPTH / 2, body],
          i % 2 === 0 ? 'below' : 'above',
        ),
      );
      open = step.thread;
      return;
    }
    const outside = (findTube(tube ?? '')?.outsideMm ?? 4.75) / 2;
    const hex = majorOf(open) * 0.68;
    const end = tip - HEX - 22;
    shapes.push(box('solid', [tip - HEX, -hex], [tip, hex], { key }));
    if (step.do !== 'plug')
      shapes.push(
        box('solid', [end, -outside], [tip - HEX, outside], { key }),
        flare(mouth - GAP, step.seat, outside, key),
      );
    marks.push(
      mark(
        key,
        step.do === 'plug' ? `plug ${open ?? ''}` : `nut ${open ?? ''}`,
        [tip, hex],
        i % 2 === 0 ? 'below' : 'above',
      ),
    );
    mouth = end;
  });
  const view: View = {
    id: 'way',
    words: 'the way, cut',
    shapes: [...shapes, axisX(mouth - 6, DEPTH + 20)],
    dimensions: [],
    marks,
  };
  return { views: [view], doubts: [] };
}

/** The end of the tube at the tip of its nut. */
function flare(tip: number, seat: string | undefined, r: number, key: string): Shape {
  if (seat === 'bubble-flare')
    return area(
      'solid',
      [
        [tip, -r],
        [tip + 1.2, -r * 1.5],
        [tip + 2.2, -r * 1.5],
        [tip + 3, -r],
        [tip + 3, r],
        [tip + 2.2, r * 1.5],
        [tip + 1.2, r * 1.5],
        [tip, r],
      ],
      { key, round: 0.8 },
    );
  return area(
    'solid',
    [
      [tip, -r],
      [tip + 2.6, -r * 1.6],
      [tip + 3, -r * 1.35],
      [tip + 0.6, 0],
      [tip + 3, r * 1.35],
      [tip + 2.6, r * 1.6],
      [tip, r],
    ],
    { key },
  );
}
