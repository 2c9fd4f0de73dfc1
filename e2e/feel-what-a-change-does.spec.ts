import { beforeAll, describe, expect, it } from 'vitest';
import { workshop, type Seat } from './browser.js';

const { open, sit } = workshop();

/** A job whose new master has another bore. */
const upgrade = (): Promise<number> =>
  open({ asker: 'Tunnel Works', request: 'upgrade', vehicleId: 'v10', built: '1990-03', slot: 'brake-master' }, [
    ['old:brake-master', 'ard-tm22v'],
    ['unit:brake-master', 'ard-tm23v'],
  ]);

describe('what a change does, by keyboard', () => {
  let seat: Seat;
  let id: number;
  beforeAll(async () => {
    id = await upgrade();
    seat = await sit({ stays: true });
  });

  it(
    'says ratios first, and figures once the usual is assumed; every picture follows a value that is ' + 'dragged',
    async () => {
      await seat.go(`/jobs/${id}/feel`);
      await seat.see('13 % less pedal travel, 15 % more effort.');
      await seat.tabTo('Assume what is usual');
      await seat.keys('Enter');
      await seat.see('without assistance 0.30 g takes');
      await seat.see('Figures rest on');
      await seat.page.waitForSelector('app-line-chart svg');
      const before = await seat.page.$eval('app-stroke-bar .small', (e) => e.textContent);
      await seat.tabTo('then, bore of the master');
      await seat.keys('ArrowRight', 'ArrowRight', 'ArrowRight');
      await seat.page.waitForFunction(
        (was: string | null) => document.querySelector('app-stroke-bar .small')?.textContent !== was,
        {},
        before,
      );
      expect(seat.errors).toEqual([]);
    },
  );

  it('is there again after a reload', async () => {
    await seat.go(`/jobs/${id}/feel`);
    await seat.see('Figures rest on');
  });

  it('which bore: a window is asked, and a size of it laid beside the others', async () => {
    await seat.tabTo('Which bore for these wheel units');
    await seat.keys('Enter');
    await seat.tabTo('Effort from, N');
    await seat.type('100');
    await seat.keys('Tab');
    await seat.type('140');
    await seat.see('for 0.30 g');
    await seat.tabTo('Draw what is assumed');
    await seat.keys('Enter');
    await seat.see('of 100 draws');
    await seat.tabTo('Try the size 7/8 in');
    await seat.keys('Enter');
    await seat.see('try 1: 0.3 g takes');
    expect(seat.errors).toEqual([]);
  });

  it('how sure the figures are is drawn in a thread of its own', async () => {
    await seat.tabTo('How sure are the figures');
    await seat.keys('Enter');
    await seat.tabTo('Draw 20000 times');
    await seat.keys('Enter');
    await seat.see('ninety of a hundred lie between');
  });

  it('what was tried is printed, and taken into the job: its conditions stand on the list', async () => {
    await seat.tabTo('Print the comparison');
    const printed = seat.page.waitForResponse((answer) => answer.url().endsWith('/tools/feel/print'));
    await seat.keys('Enter');
    expect([(await printed).status(), (await printed).headers()['content-type']]).toEqual([200, 'application/pdf']);
    await seat.page.bringToFront();
    await seat.tabTo('Take try 1 into the job');
    await seat.keys('Enter');
    await seat.see('bore of the master', 'app-parts-list');
    expect(seat.errors).toEqual([]);
  });

  it('has no findings of axe with everything open, and is usable at 390 px', async () => {
    expect(await seat.axe()).toEqual([]);
    const phone = await sit({ width: 390, height: 844, touch: true });
    await phone.go(`/jobs/${id}/feel`);
    await phone.page.evaluate(() =>
      [...document.querySelectorAll('button')].find((b) => b.textContent?.includes('Assume what is usual'))?.click(),
    );
    await phone.see('front circuit lost');
    expect(await phone.sideways()).toBeLessThanOrEqual(1);
    expect(await phone.smallTargets(44)).toEqual([]);
  });
});

it('a clutch that drags: what is measured says where its travel is lost', async () => {
  const seat = await sit();
  await seat.go('/jobs/2/feel');
  for (const [field, value] of [
    ['pedal travel, now', '135'],
    ['free travel of the pedal, now', '12'],
    ['travel that releases, now', '14'],
  ] as const) {
    await seat.tabTo(field);
    await seat.page.keyboard.down('Control');
    await seat.keys('a');
    await seat.page.keyboard.up('Control');
    await seat.type(value);
    await seat.keys('Tab');
  }
  await seat.see('slave travel');
  await seat.tabTo('Measured on the vehicle');
  await seat.keys('Enter');
  await seat.tabTo('slave travel, measured');
  await seat.type('9');
  await seat.keys('Tab');
  await seat.see('do not arrive');
  await seat.tabTo('Which pair brings');
  await seat.keys('Enter');
  await seat.see('at the slave,');
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});

it('an upgrade from a call to its feel takes few keys', async () => {
  const seat = await sit();
  await seat.go('/jobs');
  await seat.keys('/');
  await seat.type('V10 master sinks');
  await seat.see('New job: Varnhusk V10');
  await seat.keys('Enter');
  await seat.page.waitForFunction(() => document.activeElement?.id === 'asker');
  await seat.type('Tunnel Works');
  await seat.tabTo('replace');
  await seat.keys('ArrowDown', 'ArrowDown');
  await seat.page.keyboard.down('Control');
  await seat.keys('Enter');
  await seat.page.keyboard.up('Control');
  await seat.page.waitForFunction(() => /jobs\/\d+\/ask$/.test(location.pathname));
  await seat.see('upgrade');
  await seat.keys('Escape', 'b');
  await seat.page.waitForFunction(() => document.activeElement?.id === 'bench-line');
  await seat.type('label VA');
  await seat.keys('Enter', 'Escape');
  // What was entered is counted before anybody goes on: the list of the next stage begins with the unit that it names.
  await seat.see('label code', '.evidence');
  await seat.keys('3');
  await seat.page.waitForFunction(() => location.pathname.endsWith('/interchange'));
  await seat.see('Choose');
  await seat.tabTo('Choose');
  await seat.keys('Enter');
  await seat.see('to order', 'app-parts-list');
  await seat.keys('5');
  await seat.page.waitForFunction(() => location.pathname.endsWith('/feel'));
  expect(seat.strokes).toBeLessThan(60);
  expect(seat.errors).toEqual([]);
});
