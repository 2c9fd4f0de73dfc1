import { minorDiameter, type SeriesThread } from '../../named/thread/index.js';
import { flanks } from './joints/ports.js';
import { area, axisX, box, line } from './shapes.js';
import type { Drawing, Point, Shape } from './types.js';

/** A thread as it is measured: where the diameters are taken, and over what the pitch. */

export interface DrawnReading {
  readonly male: boolean;
  readonly diameterMm: number;
  readonly pitchMm: number;
  readonly crests: number;
  /** The second diameter, and how far up it was taken. */
  readonly secondMm?: number;
  readonly apartMm: number;
  /** What it was found to be, for the depth of its flanks. */
  readonly thread?: SeriesThread;
}

export function readingDrawing({
  male,
  diameterMm,
  pitchMm,
  crests,
  secondMm,
  apartMm,
  thread,
}: DrawnReading): Drawing {
  const r = diameterMm / 2;
  const depth = thread ? (thread.majorMm - minorDiameter(thread)) / 2 : 0.6 * pitchMm;
  const over = (crests - 1) * pitchMm;
  const length = Math.max(over, apartMm) + 2 * pitchMm;
  const grow = secondMm === undefined ? 0 : (secondMm - diameterMm) / 2 / apartMm;
  const at = (x: number): number => r + grow * x;
  const wall = (s: 1 | -1): Point[] =>
    flanks(pitchMm, length, depth).map(([x, y]): Point => [x, s * (male ? at(x) - y : at(x) + y)]);
  const shapes: Shape[] = male
    ? [
        area('solid', [
          [0, -r],
          [length, -at(length)],
          [length, at(length)],
          [0, r],
        ]),
        box('solid', [length, -r * 1.45], [length + 7, r * 1.45]),
      ]
    : [
        box('cut', [0, -r - 7], [length + 4, -at(length) + 0]),
        box('cut', [0, at(length)], [length + 4, r + 7]),
        area('void', [
          [0, -r],
          [length, -at(length)],
          [length, at(length)],
          [0, r],
        ]),
      ];
  return {
    views: [
      {
        id: 'thread',
        words: male ? 'the nut or screw, over its crests' : 'the port, across its mouth',
        shapes: [...shapes, line('edge', wall(1)), line('edge', wall(-1)), axisX(-4, length + 10)],
        dimensions: [
          { key: 'diameter', words: 'diameter', along: 'y', from: [0, -r], to: [0, r], side: 'before' },
          {
            key: 'second',
            words: 'further up',
            along: 'y',
            from: [apartMm, -at(apartMm)],
            to: [apartMm, at(apartMm)],
            side: 'after',
          },
          {
            key: 'over',
            words: `over ${crests} crests`,
            along: 'x',
            from: [0, r + 1],
            to: [over, r + 1],
            side: 'after',
          },
        ],
        marks: [],
      },
    ],
    doubts: [],
  };
}
