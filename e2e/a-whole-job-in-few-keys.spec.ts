import { expect, it } from 'vitest';
import { workshop, type Seat } from './browser.js';

const { sit } = workshop();

/**
 * Waits until the next thing to do is called so, goes there with Enter, and waits until something there has the focus.
 */
async function goOn(seat: Seat, words: string): Promise<void> {
  await seat.page.waitForFunction(
    (text: string) => document.querySelector('#next-act')?.textContent?.includes(text),
    { timeout: 8000 },
    words,
  );
  await seat.page.waitForFunction(() =>
    [document.body, document.querySelector('#next-act')].includes(document.activeElement as HTMLElement),
  );
  await seat.keys('Enter');
  await seat.page.waitForFunction(
    () => document.activeElement !== document.body && document.activeElement?.id !== 'next-act',
  );
}
const chord = async (seat: Seat, key: string): Promise<void> => {
  await seat.page.keyboard.down('Control');
  await seat.keys(key);
  await seat.page.keyboard.up('Control');
};

it('a unit is replaced from a whole call to a safe order, by the next thing to do and Enter', async () => {
  const seat = await sit();
  await seat.go('/jobs');
  await seat.keys('/');
  await seat.type('V12 master sinks');
  await seat.see('New job: Varnhusk V12');
  await seat.keys('Enter');
  await seat.see('Vehicle: Varnhusk V12');
  await seat.page.waitForFunction(() => document.activeElement?.id === 'asker');
  await seat.type('Tunnel Works, east gate');
  await chord(seat, 'Enter');
  await seat.page.waitForFunction(() => /jobs\/\d+\/ask$/.test(location.pathname));

  // What is on it, as it is called across the shop.
  await seat.keys('b');
  await seat.page.waitForFunction(() => document.activeElement?.id === 'bench-line');
  for (const [line, seen] of [
    ['cast 44719', '44719'],
    ['form stepped', 'stepped'],
    ['label KE', 'KE'],
  ] as const) {
    await seat.type(line);
    await seat.keys('Enter');
    await seat.see(seen, '.evidence');
  }
  await seat.see('Enough to order from');
  await seat.keys('Escape');
  await goOn(seat, 'Choose a master');
  await seat.keys('Enter');
  await seat.see('to order', 'app-parts-list');
  expect(seat.strokes).toBeLessThan(30);
  expect(seat.errors).toEqual([]);
});

it('a conversion is planned and its first unit chosen in few keys', async () => {
  const seat = await sit();
  await seat.go('/jobs/new?vehicle=b7');
  await seat.page.waitForFunction(() => document.activeElement?.id === 'asker');
  await seat.type('Peat Board');
  await chord(seat, 'Enter');
  await seat.page.waitForFunction(() => /jobs\/\d+\/ask$/.test(location.pathname));
  await seat.keys('/');
  await seat.type('conversion');
  await seat.see('Plan a conversion');
  await seat.keys('Enter');
  await seat.choose('Which conversion', 'vacuum to');
  await seat.see('A booster that the steering pump drives');
  await seat.tabTo('Plan the job by this');
  await seat.keys('Enter');
  await seat.see('Conversion planned');
  expect(seat.strokes).toBeLessThan(60);
  expect(seat.errors).toEqual([]);
});

it('what was typed is there again after a reload, and Back', async () => {
  const seat = await sit();
  await seat.go('/jobs/new?vehicle=v12');
  await seat.page.waitForFunction(() => document.activeElement?.id === 'asker');
  await seat.type('Half a job');
  await seat.tabTo('In their words');
  await seat.type('it sinks at the lights');
  await new Promise((done) => setTimeout(done, 400));
  await seat.go('/jobs/new?vehicle=v12');
  await seat.see('Typed before and not sent: Half a job');
  const typed = () =>
    seat.page.$$eval('app-ask-form input, app-ask-form textarea', (all) =>
      all.map((field) => (field as HTMLInputElement).value),
    );
  // It is offered, and not laid over what was just asked.
  expect(await typed()).not.toContain('it sinks at the lights');
  await seat.tabTo('Take it up');
  await seat.keys('Enter');
  await seat.page.waitForFunction(() => document.querySelector('textarea')?.value === 'it sinks at the lights');
  await seat.go('/jobs');
  // Back shows the page as it was left, or offers what is kept.
  await seat.page.goBack();
  await seat.page.waitForFunction(
    () =>
      document.querySelector<HTMLInputElement>('#asker')?.value === 'Half a job' ||
      document.body.textContent?.includes('Typed before and not sent: Half a job'),
  );
  // Another vehicle has a draft of its own, and no part of this one.
  await seat.go('/jobs/new?vehicle=q4');
  await seat.see('Vehicle: Quellmar Q4');
  expect(await typed()).not.toContain('Half a job');
  expect(await seat.page.$$('app-ask-form .needs-you')).toHaveLength(0);
  expect(seat.errors).toEqual([]);
});
