import { beforeAll, describe, expect, it } from 'vitest';
import { workshop, type Seat } from './browser.js';
import { VIEWS } from './views.js';

const { sit } = workshop();

describe.each([
  ['on a screen', { width: 1280, height: 800 }, 200],
  ['on a phone', { width: 390, height: 844, touch: true }, 170],
] as const)(
  '%s no text is cut off or printed over another, and a job’s frame leaves room for the work',
  (_, size, most) => {
    let seat: Seat;
    beforeAll(async () => {
      seat = await sit({ ...size, stays: true });
    });
    it.each(VIEWS)('%s', async (view) => {
      await seat.turnTo(view);
      await expect.poll(() => seat.overprinted(), { timeout: 3000 }).toEqual([]);
      expect(await seat.frameHeight()).toBeLessThanOrEqual(most);
      // What explains a stage folds away: it is there to be worked on.
      if (/^\/jobs\/\d/.test(view)) expect(await seat.wordsInSight()).toBeLessThanOrEqual(300);
    });
  },
);
