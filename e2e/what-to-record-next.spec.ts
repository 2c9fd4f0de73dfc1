import { expect, it } from 'vitest';
import { PATIENCE, workshop } from './browser.js';

const { sit } = workshop();

it('somebody with a quiet hour asks what to measure, and takes the list to the shelf', async () => {
  const seat = await sit();
  await seat.go('/library');
  await seat.tabTo('What to record next');
  await seat.keys('Enter');
  await seat.page.waitForSelector('app-record-page .try', { timeout: PATIENCE });
  await seat.tabTo('Try it on this catalogue');
  await seat.keys('Enter');
  // Nobody waits for it while others look something up: on a busy machine it takes its time.
  await seat.page.waitForSelector('app-record-page app-data-table', { timeout: 3 * PATIENCE });
  const text = await seat.text('app-record-page');
  expect(text).toMatch(/\d+ jobs tried/);
  expect(text).toContain('minutes saved');
  const minutes = await seat.page.$$eval('app-record-page tbody tr', (rows) =>
    rows.map((row) => Number(row.querySelectorAll('td, th')[4]?.textContent?.trim())),
  );
  expect(minutes.length).toBeGreaterThan(3);
  expect([...minutes].sort((a, b) => b - a)).toEqual(minutes);
  // A unit of the list is one press away, where it is recorded.
  const unit = await seat.page.$eval('app-record-page td a[href^="/units/"]', (link) => link.getAttribute('href'));
  expect(unit).toMatch(/^\/units\/.+/);
  // On paper the frame is gone and the list stays, whole.
  let printed = false;
  await seat.page.exposeFunction('toldPrinted', () => (printed = true));
  await seat.page.evaluate('window.print = () => window.toldPrinted()');
  await seat.tabTo('Print the list');
  await seat.keys('Enter');
  await seat.page.waitForFunction(
    () => !/\d+ more$/m.test(document.querySelector('app-record-page')?.textContent ?? ''),
  );
  await expect.poll(() => printed).toBe(true);
  await seat.page.emulateMediaType('print');
  const shown = await seat.page.$$eval('app-shell > header, app-record-page .no-print', (all) =>
    all.filter((one) => getComputedStyle(one).display !== 'none').map((one) => one.textContent?.trim()),
  );
  expect(shown).toEqual([]);
  await seat.page.emulateMediaType('screen');
  expect(seat.errors).toEqual([]);
});

it('an owner reads how good the advice was, in figures and in words', async () => {
  const seat = await sit();
  await seat.go('/library');
  await seat.tabTo('How good is the advice');
  await seat.keys('Enter');
  await seat.page.waitForSelector('app-advice-page app-bar-chart svg', { timeout: PATIENCE });
  const text = await seat.text('app-advice-page');
  expect(text).toMatch(/Of the \d+ that Kerabat let pass/);
  for (const who of ['follows Kerabat', 'goes by the label', 'measures everything, and again', '35 of 100 missing'])
    expect(text).toContain(who);
  expect(await seat.page.$$('app-bar-chart:has(svg)')).toHaveLength(2);
  expect(seat.errors).toEqual([]);
});
