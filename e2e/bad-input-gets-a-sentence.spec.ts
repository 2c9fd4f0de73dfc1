import { renameSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { workshop } from './browser.js';

const { server, sit } = workshop();

describe('each gets a clear sentence in the right place, and nothing is lost', () => {
  it.each([
    ['bore soft', 'is not a number with a unit'],
    ['bore 26 furlongs', 'is not a unit that is known here'],
    ['port rear left 3/8-22', 'There is no 3/8 thread with 22 per inch'],
    ['colour blue', 'is not an attribute that is known here'],
  ])('the bench line %s', async (line, words) => {
    const seat = await sit();
    await seat.go('/jobs/1/identify');
    await seat.focus('#bench-line');
    await seat.type(line);
    await seat.see(words, '.bench');
    await seat.keys('Enter');
    await seat.see(words, 'app-identify-stage app-problem-line');
    expect(await seat.page.$eval('#bench-line', (e) => (e as HTMLInputElement).value)).toBe(line);
    expect(seat.errors).toEqual([]);
  });

  it('evidence that fits no candidate is named, with the usual reason, and can be withdrawn', async () => {
    const seat = await sit();
    await seat.go('/jobs/1/identify');
    await seat.focus('#bench-line');
    await seat.type('bore 20.1 cal');
    await seat.keys('Enter');
    await seat.see('No unit of this kind has bore 20.1 mm');
    await seat.see('the retaining ring was left in');
    await seat.see('the evidence contradicts itself', 'app-parts-list');
    await seat.tabTo('Change bore');
    await seat.openMenu();
    await seat.keys('ArrowDown', 'Enter');
    await seat.see('withdrawn by Ilse');
    await seat.see('Not enough to order from');
  });

  it('hostile text is text', async () => {
    const seat = await sit();
    await seat.go('/numbers?q=' + encodeURIComponent('<img src=x onerror=alert(1)>1'));
    await seat.see('No number like this');
    await seat.go('/jobs/1/identify');
    await seat.focus('#bench-line');
    await seat.type('label <b>KE</b>');
    await seat.keys('Enter');
    await seat.see('<b>KE</b>', '.evidence');
    expect(seat.errors).toEqual([]);
  });

  it(
    'a casting number is told apart from an order number, and makers’ numbers that share their ' + 'digits too',
    async () => {
      const seat = await sit();
      await seat.go('/jobs');
      await seat.keys('/');
      await seat.type('44719');
      await seat.see('casting mark: a casting mark, shared by variants');
      await seat.keys('Enter');
      await seat.see('not a number to order by');
      await seat.go('/numbers?q=30718');
      await seat.see('Several makers use this number');
      await seat.go('/numbers?q=M1-271');
      await seat.see('Near: may be another number');
    },
  );

  it.each([
    ['/jobs/9999', 'There is no job 9999'],
    ['/units/nothing', 'There is no unit "nothing"'],
    ['/nowhere', 'There is nothing at this address'],
  ])('the address %s', async (path, words) => {
    const seat = await sit();
    await seat.go(path);
    await seat.see(words);
    expect(seat.errors).toEqual([]);
  });

  it('a build month outside the vehicle’s years is noticed before the job is opened', async () => {
    const seat = await sit();
    await seat.go('/jobs/new?vehicle=v12');
    await seat.tabTo('Who asks');
    await seat.type('Gate');
    await seat.tabTo('Build month');
    await seat.type('2010-01');
    await seat.keys('Tab');
    await seat.see('was built from 1993-07 to 2004-03');
  });

  it('a setting that makes no sense is refused with its range', async () => {
    const seat = await sit();
    await seat.go('/settings');
    await seat.tabTo('Rod clearance, least');
    await seat.page.keyboard.down('Control');
    await seat.keys('a');
    await seat.page.keyboard.up('Control');
    await seat.type('99');
    await seat.keys('Enter');
    await seat.see('Rod clearance, least: between 0.01 and 2 mm, not 99.');
  });

  it('overriding a joint takes a reason', async () => {
    const seat = await sit();
    await seat.go('/jobs/6/fit');
    await seat.tabTo('Override joint…');
    await seat.keys('Enter');
    await seat.see('Reason, printed');
    await seat.tabTo('Override joint');
    await seat.keys('Enter');
    await seat.see('takes a reason');
    await seat.tabTo('Reason, printed');
    await seat.type('line made at the museum');
    await seat.keys('Enter');
    await seat.see('Overridden by Ilse', 'app-parts-list');
  });

  it('while nothing can be saved the page says so and why, and what was typed stays in its field', async () => {
    const seat = await sit();
    await seat.go('/jobs/1/identify');
    const path = join(server().data, 'jobs.sqlite');
    renameSync(path, `${path}.away`);
    try {
      await seat.focus('#bench-line');
      await seat.type('bore 26.9 cal');
      await seat.keys('Enter');
      await seat.see('jobs.sqlite is not there any more', '.trouble');
      await seat.see('nothing is saved until it is back', 'app-identify-stage app-problem-line');
      expect(await seat.page.$eval('#bench-line', (e) => (e as HTMLInputElement).value)).toBe('bore 26.9 cal');
      expect(await seat.axe()).toEqual([]);
    } finally {
      renameSync(`${path}.away`, path);
    }
    await seat.focus('#bench-line');
    await seat.keys('Enter');
    await seat.see('26.9 mm', '.evidence');
    await seat.go('/jobs');
    expect(await seat.text()).not.toContain('not there any more');
  });
});
