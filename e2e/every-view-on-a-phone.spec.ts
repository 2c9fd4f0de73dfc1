import { beforeAll, describe, expect, it } from 'vitest';
import { workshop, type Seat } from './browser.js';
import { expectReadable } from './readable.js';
import { VIEWS } from './views.js';

const { sit } = workshop();

describe('on a phone nothing has to be scrolled sideways, and what is pressed is large enough for a finger', () => {
  let seat: Seat;
  beforeAll(async () => {
    seat = await sit({ width: 390, height: 844, touch: true, stays: true });
  });
  it.each(VIEWS)('%s', async (view) => {
    await seat.turnTo(view);
    expect(await seat.sideways()).toBeLessThanOrEqual(1);
    expect(await seat.smallTargets(44)).toEqual([]);
    await expectReadable(seat, view, 170);
  });
});
