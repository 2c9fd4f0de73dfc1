import { expect, it } from 'vitest';
import { offThePaper, readPdf } from '../server/testing/pdf.js';
import { workshop } from './browser.js';

const { sit } = workshop();

it('what is filtered stands in the address: it is there after a reload and goes with Back', async () => {
  const seat = await sit();
  await seat.go('/library');
  await seat.see('75 units');
  await seat.choose('Kind', 'slave');
  await seat.page.waitForFunction(() => location.search.includes('kind=slave'));
  await seat.page.waitForFunction(
    () => !/^75 /.test(document.querySelector('app-unit-list [role=status]')?.textContent ?? '75 '),
  );
  const told = await seat.text('app-unit-list [role=status]');
  expect(told).toMatch(/^\d units|^\d\d units|^One/);
  await seat.page.reload({ waitUntil: 'networkidle0' });
  await seat.see(told, 'app-unit-list [role=status]');
  await seat.go('/settings?find=pedal');
  expect(await seat.page.$eval('app-settings-page input', (field) => (field as HTMLInputElement).value)).toBe('pedal');
  await seat.go('/jobs?q=peat');
  await seat.see('Brundask B7');
  expect(await seat.text('app-jobs-list')).not.toContain('Ekelbrae');
  await seat.go('/jobs/3/interchange?only=hide%3Ddrop-in');
  await seat.see('With changes');
  expect(await seat.page.$('[data-grade="drop-in"]')).toBeNull();
  expect(seat.errors).toEqual([]);
});

it('a list of any length has few rows in the page, and each comes when it is looked at', async () => {
  const seat = await sit();
  await seat.go('/library');
  await seat.see('75 units');
  await seat.page.waitForFunction(() => document.querySelectorAll('app-unit-list tbody tr').length > 1);
  const rows = await seat.page.$$eval('app-unit-list tbody tr', (all) => all.length);
  expect(rows).toBeGreaterThan(10);
  expect(rows).toBeLessThan(75);
  const names = new Set<string>();
  for (let i = 0; i < 12 && names.size < 75; i++) {
    for (const name of await seat.page.$$eval('app-unit-list td a', (all) =>
      all.map((a) => a.getAttribute('href') ?? ''),
    ))
      names.add(name);
    await seat.page.$eval('cdk-virtual-scroll-viewport', (view) => view.scrollBy(0, 300));
    await seat.page.evaluate(() => new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next))));
    await seat.page.waitForNetworkIdle({ idleTime: 50 });
  }
  expect(names.size).toBe(75);
  expect(seat.errors).toEqual([]);
});

it('the customer’s page is one sheet, and nothing runs off it', async () => {
  const seat = await sit();
  for (const job of [3, 5]) {
    await seat.go(`/jobs/${job}/customer`);
    const pdf = await readPdf(await seat.page.pdf({ format: 'A4', preferCSSPageSize: true }));
    expect(pdf.boxes.length).toBeGreaterThan(8);
    expect(offThePaper(pdf, 14), `job ${job}`).toEqual([]);
    expect(pdf.pages, `job ${job}`).toHaveLength(1);
  }
});

it('on a phone one thing is asked at a time, with big answers below its drawing', async () => {
  const seat = await sit({ width: 390, height: 844, touch: true });
  await seat.go('/jobs/5/fit/look');
  const sections = () =>
    seat.page.$$eval('app-look section', (all) => all.map((s) => s.querySelector('h3')?.textContent));
  expect(await sections()).toHaveLength(1);
  const [first] = await sections();
  await seat.page.tap('app-look app-answers button');
  await seat.page.waitForFunction(
    (was) => document.querySelector('app-look section h3')?.textContent !== was,
    {},
    first ?? '',
  );
  await seat.go('/jobs/5/fit/measure');
  expect(await seat.page.$$('app-measure-view section')).toHaveLength(1);
  const acts = await seat.page.$$eval('app-measure-view .acts button', (all) =>
    all.map((button) => ({ words: button.textContent?.trim(), high: button.getBoundingClientRect().height })),
  );
  expect(acts.map(({ words }) => words)).toEqual(expect.arrayContaining(['Done', 'Photo']));
  for (const { words, high } of acts) expect(high, words).toBeGreaterThanOrEqual(44);
  const asked = await seat.text('app-measure-view section h2');
  const field = 'app-measure-view section form input';
  await seat.page.tap(field);
  await seat.type('2');
  await seat.page.tap('app-measure-view .acts button');
  await seat.page.waitForFunction(
    (was) => document.querySelector('app-measure-view section h2')?.textContent?.trim() !== was,
    {},
    asked.trim(),
  );
  expect(seat.errors).toEqual([]);
});
