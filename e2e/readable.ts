import { expect } from 'vitest';
import type { Seat } from './browser.js';

/**
 * A view can be read: no text is cut off or printed over another, a job's frame takes at most so many px, and at most
 * 300 words of a job are in sight: what explains folds away.
 */
export async function expectReadable(seat: Seat, view: string, frame: number): Promise<void> {
  await expect.poll(() => seat.overprinted(), { timeout: 3000 }).toEqual([]);
  expect(await seat.frameHeight()).toBeLessThanOrEqual(frame);
  if (/^\/jobs\/\d/.test(view)) expect(await seat.wordsInSight()).toBeLessThanOrEqual(300);
}
