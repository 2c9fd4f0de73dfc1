import { beforeAll, describe, expect, it } from 'vitest';
import { workshop, type Seat } from './browser.js';
import { expectReadable } from './readable.js';
import { VIEWS } from './views.js';

const { sit } = workshop();

/** Puts the page into a theme and waits until no colour is on its way any more. */
const wears = (seat: Seat, theme: 'light' | 'dark'): Promise<void> =>
  seat.page.evaluate(async (name) => {
    document.documentElement.dataset['theme'] = name;
    await Promise.allSettled(document.getAnimations().map((one) => one.finished));
  }, theme);

describe('axe-core finds nothing, in the light and in the dark, nor at 200 %', () => {
  let seat: Seat;
  beforeAll(async () => {
    seat = await sit({ stays: true });
  });
  it.each(VIEWS)('%s', async (view) => {
    await seat.page.setViewport({ width: 1280, height: 800 });
    await seat.turnTo(view);
    await wears(seat, 'light');
    expect(await seat.axe()).toEqual([]);
    await expectReadable(seat, view, 200);
    // In the dark only the colours are others.
    await wears(seat, 'dark');
    expect(await seat.axe(['color-contrast'])).toEqual([]);
    // Half as many px are what a screen at 200 % has.
    await seat.page.setViewport({ width: 640, height: 400 });
    await expect.poll(() => seat.sideways(), { timeout: 3000 }).toBeLessThanOrEqual(1);
    expect(await seat.smallTargets(24)).toEqual([]);
    expect(seat.errors).toEqual([]);
  });
});

it('the open parts too: the quick box, the key sheet, a path of interchange', async () => {
  const seat = await sit();
  await seat.go('/jobs/3/interchange');
  await seat.keys('?');
  await seat.see('Single-key shortcuts');
  expect(await seat.axe()).toEqual([]);
  await seat.keys('Escape');
  await seat.tabTo('Path');
  await seat.keys('Enter');
  await seat.see('Ekelbrae parts book');
  expect(await seat.axe()).toEqual([]);
  await seat.keys('/');
  await seat.type('crew');
  await seat.see('taken for a vehicle');
  expect(await seat.axe()).toEqual([]);
});

it('single keys can be switched off', async () => {
  const seat = await sit();
  await seat.go('/jobs');
  await seat.keys('?');
  await seat.tabTo('Single-key shortcuts');
  await seat.keys('Space', 'Escape', 'n');
  await new Promise((done) => setTimeout(done, 300));
  expect(seat.page.url()).toMatch(/\/jobs$/);
});
