import { expect, it } from 'vitest';
import { workshop } from './browser.js';

const { sit } = workshop();

it('a mistyped number leads to its unit, and many at once to a table', async () => {
  const seat = await sit();
  await seat.go('/numbers');
  await seat.tabTo('Part number, in any writing');
  await seat.type('a2381b');
  await seat.see('One character differs');
  await seat.see('A 23-816');
  await seat.tabTo('Many at once');
  await seat.keys('Enter');
  await seat.tabTo('One number on each line');
  await seat.type('A 23-816\nP/0912/3\n30718\nzz99');
  await seat.tabTo('Look up 4');
  await seat.keys('Enter');
  await seat.see('2 of 4 are settled');
  await seat.see('could be meant');
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});

it('from the interchange of a unit to the order: narrowed, on the rings, side by side, chosen', async () => {
  const seat = await sit();
  await seat.go('/jobs/3/interchange');
  await seat.tabTo('Filter');
  await seat.keys('Enter');
  await seat.tabTo('in stock');
  await seat.keys('Space');
  await seat.see('not shown', 'app-interchange-view');
  await seat.keys('Space');
  await seat.tabTo('As rings');
  await seat.keys('Enter');
  await seat.see('same unit', 'app-ring-map');
  await seat.tabTo('same, trust');
  await seat.keys('ArrowDown', 'ArrowDown', 'Enter');
  await seat.see('can be replaced', 'app-interchange-paths');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('As a table');
  await seat.keys('Enter');
  await seat.tabTo('Compare: tandem master 31 E');
  await seat.keys('Space');
  await seat.see('drawn to scale, the first one dashed over it', 'app-compare-table');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('Choose tandem master 31 E');
  await seat.keys('Enter');
  await seat.see('A 23-828', 'app-parts-list');
  await seat.tabTo('Choose tandem master 1130');
  await seat.keys('Enter');
  await seat.see('P/1130/2', 'app-parts-list');
  expect(seat.errors).toEqual([]);
});

it(
  'what came of it this time is there next time: trust moves, and a second misfit warns wherever ' + 'it is used',
  async () => {
    const seat = await sit();
    await seat.go('/jobs/1/interchange');
    await seat.go('/units/ard-tm30e');
    const trust = (): Promise<number> =>
      seat.page.$$eval('app-interchange-table tr', (rows) => {
        const row = rows.find((one) => one.textContent?.includes('tandem master 1130'));
        return Number(
          /0\.\d\d/.exec(row?.querySelector('[title^="product of the trust"]')?.getAttribute('title') ?? '')?.[0],
        );
      });
    const before = await trust();
    const open = async (): Promise<void> => {
      await seat.page.$$eval('app-interchange-table tr', (rows) =>
        (
          rows
            .find((row) => row.textContent?.includes('tandem master 1130'))
            ?.querySelector('button[aria-expanded]') as HTMLElement | null
        )?.focus(),
      );
      await seat.keys('Enter');
      await seat.see('What came of it', 'app-interchange-paths');
    };
    await open();
    await seat.tabTo('fitted');
    await seat.keys('ArrowDown', 'ArrowDown');
    for (const reason of ['studs bind in the bulkhead', 'studs bind again']) {
      await seat.tabTo('Because');
      await seat.type(reason);
      await seat.keys('Enter');
      await seat.see(reason, 'app-interchange-paths');
    }
    await seat.see('turned out wrong repeatedly', 'app-interchange-paths');
    expect(await trust()).toBeLessThan(before);
    expect(await seat.axe()).toEqual([]);
    await seat.go('/jobs/3/fit');
    await seat.see('Not OK to order', 'app-parts-list');
    await seat.see('turned out wrong');
    expect(seat.errors).toEqual([]);
  },
);
