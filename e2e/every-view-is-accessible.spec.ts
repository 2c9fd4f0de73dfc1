import { beforeAll, describe, expect, it } from 'vitest';
import { workshop, type Seat } from './browser.js';

const { sit } = workshop();

const VIEWS = [
  '/jobs',
  '/jobs/new?vehicle=v12',
  '/jobs/1/ask',
  '/jobs/1/identify',
  '/jobs/3/interchange',
  '/jobs/6/fit',
  '/jobs/5/fit',
  '/jobs/5/fit/measure',
  '/jobs/6/fit/whole',
  '/jobs/3/fit/look',
  '/jobs/3/fit/card',
  '/jobs/6/fit/close',
  '/jobs/5/fit/plan',
  '/jobs/5/fit/rod',
  '/jobs/3/customer',
  '/jobs/6/feel',
  '/jobs/3/lines',
  '/jobs/3/kit',
  '/numbers?q=30718',
  '/numbers/n:10',
  '/units/ard-tm22vs',
  '/tools',
  '/tools/thread?thread=3%2F8-24%20UNF',
  '/tools/lines',
  '/jobs/6/lines/ways',
  '/jobs/3/lines/make',
  '/library',
  '/library/bring-in',
  '/library/audit',
  '/settings',
];

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

describe('on a phone nothing has to be scrolled sideways, and what is pressed is large enough for a finger', () => {
  let seat: Seat;
  beforeAll(async () => {
    seat = await sit({ width: 390, height: 844, touch: true, stays: true });
  });
  it.each(VIEWS)('%s', async (view) => {
    await seat.turnTo(view);
    expect(await seat.sideways()).toBeLessThanOrEqual(1);
    expect(await seat.smallTargets(44)).toEqual([]);
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
