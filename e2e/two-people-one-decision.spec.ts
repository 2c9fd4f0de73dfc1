import { expect, it } from 'vitest';
import { workshop } from './browser.js';

const { sit } = workshop();

const fluid = (grade: string): string => `app-kit-stage .grades button[aria-label="${grade}"]`;

it('two people decide the same thing: nobody’s choice is lost, and a person settles it', async () => {
  const [ilse, odo] = [await sit({ name: 'Ilse' }), await sit({ name: 'Odo' })];
  await ilse.go('/jobs/3/kit');
  await odo.go('/jobs/3/kit');
  await ilse.click(fluid('DOT 5.1'));
  await ilse.see('DOT 5.1, bottle', 'app-parts-list');
  await odo.click(fluid('ISO class 4'));
  await odo.see('Somebody else changed this decision while you did');
  await odo.see('by: Ilse');
  await odo.see('ISO class 4', 'mat-dialog-container');
  await odo.tabTo('Keep theirs');
  await odo.keys('Enter');
  await odo.see('DOT 5.1, bottle', 'app-parts-list');

  // Ilse's window does not hear of it before she decides, however slow the machine is.
  await ilse.page.setRequestInterception(true);
  ilse.page.on('request', (request) => void (request.url().endsWith('/touched') ? undefined : request.continue()));
  await odo.click(fluid('ISO class 6'));
  await odo.see('ISO class 6, bottle', 'app-parts-list');
  await ilse.click(fluid('DOT 4'));
  await ilse.see('by: Odo');
  await ilse.tabTo('Put mine in its place');
  await ilse.keys('Enter');
  await ilse.see('DOT 4, bottle', 'app-parts-list');
  expect([...ilse.errors, ...odo.errors]).toEqual([]);
});

it('the server goes away in the middle: what was typed stays, and goes through when it is back', async () => {
  const seat = await sit();
  await seat.go('/jobs/1/identify');
  await seat.page.setOfflineMode(true);
  await seat.focus('#bench-line');
  await seat.type('label KE');
  await seat.keys('Enter');
  await seat.see('does not answer');
  expect(await seat.page.$eval('#bench-line', (e) => (e as HTMLInputElement).value)).toBe('label KE');
  await seat.page.setOfflineMode(false);
  await seat.keys('Enter');
  await seat.see('label code KE', '.evidence');
});
