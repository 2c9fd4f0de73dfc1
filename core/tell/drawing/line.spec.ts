import { expect, it } from 'vitest';
import { stretchesOf } from '../../work/line/index.js';
import { legMarks, lineViews } from './line.js';

/** A line that runs level and then straight up: from above its second leg is a point. */
const UP = stretchesOf({
  legsMm: [200, 120],
  bends: [{ angleDeg: 90, radiusMm: 16, rotationDeg: 90 }],
});
const wordsIn = (side: 'plan' | 'front' | 'side') =>
  lineViews({ stretches: UP }, 4.75, side).views.flatMap(({ marks }) => marks.map(({ words }) => words));

it('a leg that is seen shorter than it is carries its true length, and one that is seen as it is does not', () => {
  expect(wordsIn('plan')).toContain('leg 2: 104 mm');
  expect(wordsIn('front').filter((words) => words.startsWith('leg'))).toEqual([]);
  expect(wordsIn('side')).toContain('leg 1: 184 mm');
  expect(legMarks({ stretches: UP }).map(({ words }) => words)).toEqual(['leg 1', 'leg 2: 104 mm']);
});
