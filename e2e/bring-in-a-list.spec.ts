import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { workshop, type Seat } from './browser.js';

const { sit } = workshop();

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-list-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const LIST = `Tolvane wholesale, cross-reference list
Article;Brand;OE number;OE maker
WX 9901;Wexlode;4400-01-8;Quellmar
WX 9902;Wexlode;12-Apr;Quellmar
WX 9903;Wexlod;A 23-816;Ardfrith
`;

/** Chooses a file as the dialog of the browser would. */
async function choose(seat: Seat, name: string, content: string): Promise<void> {
  const path = join(folder, name);
  writeFileSync(path, content);
  const input = await seat.page.waitForSelector('input[type=file]');
  await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(path);
}
it(
  'a wholesaler’s list goes in, its bad rows come back and go in corrected, and next time it is ' + 'matched at once',
  async () => {
    const seat = await sit();
    await seat.go('/library');
    await seat.tabTo('Bring in a list');
    await seat.keys('Enter');
    await choose(seat, 'wholesale.csv', LIST);
    await seat.see('number that will do');
    expect(await seat.axe()).toEqual([]);
    await seat.tabTo('See what would happen');
    await seat.keys('Enter');
    await seat.see('Still wanted: how it will do, source');
    await seat.choose('how it will do of every row', 'drop-in');
    await seat.choose('source of every row', 'Wexlode');
    await seat.tabTo('See what would happen');
    await seat.keys('Enter');
    await seat.see('turned into a date. It may have been 12-4, or 4-12', 'app-what-came-of-it');
    await seat.see('There is no maker "Wexlod"', 'app-what-came-of-it');
    expect(await seat.axe()).toEqual([]);
    // What was matched is there after a reload.
    await seat.page.reload({ waitUntil: 'networkidle0' });
    await seat.see('There is no maker "Wexlod"', 'app-what-came-of-it');
    await seat.tabTo('Bring it in');
    await seat.keys('Enter');
    await seat.see('Brought in', 'app-what-came-of-it');
    const href = await seat.page.$eval('app-what-came-of-it a', (a) => (a as HTMLAnchorElement).href);
    const rejects = await (await fetch(href)).text();
    expect(rejects).toContain('12-Apr');
    await seat.tabTo('Another file');
    await seat.keys('Enter');
    await choose(seat, 'corrected.csv', rejects.replaceAll('12-Apr', '4410-01-6').replace(',Wexlod,', ',Wexlode,'));
    await seat.see('matched as last time, by Ilse');
    await seat.tabTo('Bring it in');
    await seat.keys('Enter');
    await seat.see('Brought in', 'app-what-came-of-it');
    expect(await seat.text('app-what-came-of-it')).toContain('2 0 0 0');
    await seat.go('/numbers?q=wx9903');
    await seat.see('WX 9903');
    await seat.go('/library/bring-in');
    await choose(seat, 'next.csv', LIST.replaceAll('WX 99', 'WX 98'));
    await seat.see('matched as last time, by Ilse');
    expect(seat.errors).toEqual([]);
  },
);

it('a file that is none says so, and leaves room for another', async () => {
  const seat = await sit();
  await seat.go('/library/bring-in');
  await choose(seat, 'paper.pdf', '%PDF-1.4 nothing');
  await seat.see('This is a PDF');
  await seat.tabTo('Another file');
  await seat.keys('Enter');
  await choose(seat, 'cut.csv', `Article;Brand;OE number;OE maker\nWX 1;Wexlode;"4400`);
  await seat.tabTo('See what would happen');
  await seat.keys('Enter');
  await seat.see('cut off');
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});

it('what goes out can be read: every format is offered and comes', async () => {
  const seat = await sit();
  await seat.go('/library');
  await seat.tabTo('Export all');
  await seat.openMenu();
  const links = await seat.page.$$eval('a[download]', (all) => all.map((a) => (a as HTMLAnchorElement).href));
  expect(links).toHaveLength(4);
  for (const link of links) expect((await (await fetch(link)).arrayBuffer()).byteLength).toBeGreaterThan(10_000);
});

it('what contradicts itself is settled in place, and taken back', async () => {
  const seat = await sit();
  await seat.go('/library');
  await seat.tabTo('Audit');
  await seat.keys('Enter');
  await seat.see('10 open');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('The bore of seal kit 20 rebuilt');
  await seat.keys('Enter');
  await seat.tabTo('bore, mm of kit ks-w20');
  await seat.page.keyboard.down('Control');
  await seat.keys('a');
  await seat.page.keyboard.up('Control');
  await seat.type('13/16 in');
  await seat.keys('Tab', 'Enter');
  await seat.see('Say why first');
  await seat.page.keyboard.down('Shift');
  await seat.keys('Tab', 'Tab');
  await seat.page.keyboard.up('Shift');
  expect(await seat.focused()).toContain('Why it is settled so');
  await seat.type('read off the bag');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('Correct: bore, mm of kit ks-w20');
  await seat.keys('Enter');
  await seat.see('9 open');
  await seat.see('bore 0.8125 → bore 20.6375', 'app-history');
  await seat.tabTo('Undo');
  await seat.keys('Enter');
  await seat.see('10 open');
  await seat.see('undone', 'app-history');
  await seat.tabTo('Quellmar 4419-01-1 was superseded');
  await seat.keys('Enter');
  await seat.tabTo('Why it is settled so');
  await seat.type('left and right of a pair');
  await seat.tabTo('Accept it as it is');
  await seat.keys('Enter');
  await seat.see('9 open, 1 accepted');
  expect(seat.errors).toEqual([]);
});

it('the demo is removed from the library, and comes back by the undo beside the news', async () => {
  const seat = await sit();
  await seat.go('/library');
  await seat.tabTo('Remove demo data');
  await seat.keys('Enter');
  await seat.see('demo jobs are deleted for good', 'mat-dialog-container');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('Remove demo data');
  await seat.keys('Enter');
  await seat.see('Demo data removed');
  await seat.see('0 vehicles');
  await seat.focus('mat-snack-bar-container button');
  await seat.keys('Enter');
  await seat.see('16 vehicles');
  expect(seat.errors).toEqual([]);
});
