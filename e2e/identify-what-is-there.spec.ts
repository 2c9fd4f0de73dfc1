import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { standIn, type StandIn } from '../server/testing/stand-in.js';
import { workshop, type Seat } from './browser.js';

const folder = mkdtempSync(join(tmpdir(), 'kerabat-photographs-'));
let instruments: StandIn;
let chassis: StandIn;
const { sit } = workshop(async () => {
  [instruments, chassis] = await Promise.all([standIn('instruments'), standIn('chassis', 0, ['--latency', '0'])]);
  return ['--instruments', String(instruments.port), '--chassis', `http://127.0.0.1:${chassis.port}`];
});
afterAll(async () => {
  await Promise.all([instruments.end(), chassis.end()]);
  rmSync(folder, { recursive: true });
});

/** Called across the bench: each line is seen among the evidence before the next. */
async function call(seat: Seat, ...lines: readonly (readonly [line: string, seen: string])[]): Promise<void> {
  await seat.page.bringToFront();
  await seat.focus('#bench-line');
  for (const [line, seen] of lines) {
    await seat.type(line);
    await seat.keys('Enter');
    await seat.see(seen, '.evidence');
  }
}

async function openJob(seat: Seat, asker: string, unit: string, path = '/jobs/new'): Promise<void> {
  await seat.go(path);
  await seat.tabTo('Who asks');
  await seat.type(asker);
  await seat.choose('Unit this is about', unit);
  await seat.tabTo('Open job');
  await seat.keys('Enter');
  await seat.page.waitForFunction(() => /\/jobs\/\d+\/ask$/.test(location.pathname));
  await seat.keys('2');
  await seat.see('Bench line');
}

describe('a unit without a vehicle', () => {
  it('is found by what is on it: a hasty reading first, then the check that settles', async () => {
    const seat = await sit();
    await openJob(seat, 'Somebody with a box', 'slave');
    await seat.see('on the vehicle', 'app-next-checks');
    await seat.tabTo('on the vehicle');
    // The arrow only goes there; the key on it says so.
    await seat.keys('ArrowRight', 'Enter');
    await seat.page.waitForFunction(
      () => document.querySelector('app-next-checks [aria-pressed=true]')?.textContent?.trim() === 'on the bench',
    );
    await call(seat, ['bore 20.6 cal', '20.6 mm']);
    await seat.see('Not enough to order from');
    await seat.see('steadying foot', 'app-next-checks');
    await call(seat, ['foot none', 'none']);
    await seat.see('On the bench: Wexlode slave 2088', 'app-identify-stage');
    expect(await seat.axe()).toEqual([]);
    expect(seat.errors).toEqual([]);
  });
});

describe('a vehicle without the unit', () => {
  it('only what is left on the vehicle is asked for; the record alone is said to be the record alone', async () => {
    const seat = await sit();
    await openJob(seat, 'Lifeboat house', 'master', '/jobs/new?vehicle=e2');
    await seat.see('label code', 'app-next-checks');
    await seat.tabTo('on the vehicle');
    await seat.keys('ArrowRight', 'ArrowRight', 'Enter');
    await seat.page.waitForFunction(
      () => document.querySelector('app-next-checks [aria-pressed=true]')?.textContent?.trim() === 'lost',
    );
    await seat.page.waitForFunction(
      () => !document.querySelector('app-next-checks')?.textContent?.includes('label code'),
    );
    await seat.see('build month', 'app-next-checks');
    await seat.see('the plate is still there', 'app-next-checks');
    await call(seat, ['built 1996-04', '1996-04']);
    await seat.see('Nothing on the unit was looked at', '.verdict');
    await seat.see('Production change', 'app-identify-stage');
    expect(await seat.axe()).toEqual([]);
    expect(seat.errors).toEqual([]);
  });
});

describe('evidence that contradicts itself', () => {
  it('is named with its usual reason; withdrawn, all is as it was, and the trace stays', async () => {
    const seat = await sit();
    await seat.go('/jobs/1/identify');
    const before = await seat.text('.candidates');
    await call(seat, ['bore 21.5 cal', '21.5 mm']);
    await seat.see('No unit of this kind has bore 21.5 mm', '.verdict');
    await seat.see('the retaining ring was left in', '.verdict');
    expect(await seat.axe()).toEqual([]);
    await seat.tabTo('Change bore');
    await seat.openMenu();
    await seat.keys('ArrowDown', 'Enter');
    await seat.see('withdrawn by Ilse', '.evidence');
    await seat.page.waitForFunction(
      (text: string) => document.querySelector<HTMLElement>('.candidates')?.innerText.replace(/\s+/g, ' ') === text,
      {},
      before,
    );
  });
  it('a figure that was misread is offered, and taken only on a word', async () => {
    const seat = await sit();
    await seat.go('/jobs/1/identify');
    await call(seat, ['label K3', 'K3']);
    await seat.see('contradict', '.verdict');
    await call(seat, ['cast 44791', '44791']);
    await seat.see('Did you read 44719?', '.verdict');
    await seat.tabTo('Yes, 44719');
    await seat.keys('Enter');
    await seat.page.waitForFunction(
      () => !document.querySelector('.verdict')?.textContent?.includes('Did you read 44719'),
    );
    await seat.tabTo('Side by side');
    await seat.keys('Enter');
    await seat.see('drawn to scale', 'app-compare-table');
    expect(await seat.axe()).toEqual([]);
    expect(seat.errors).toEqual([]);
  });
});

describe('the caliper on the bench', () => {
  it('is read into the line by its key; it may go and come back', async () => {
    const seat = await sit();
    await openJob(seat, 'Peat Board', 'slave');
    instruments.say('caliper 20.63 mm');
    await seat.focus('#bench-line');
    await seat.type('bore ');
    await seat.see('caliper 20.63 mm', 'app-live-reading');
    await seat.keys('F8', 'Enter');
    await seat.see('20.63 mm', '.evidence');
    await seat.see('caliper', '.evidence');

    instruments.say('caliper battery-low');
    await seat.focus('#bench-line');
    await seat.see('battery low', 'app-live-reading');
    expect(await seat.axe()).toEqual([]);
    const { port } = instruments;
    await instruments.end();
    await seat.page.waitForFunction(() => !document.querySelector('app-live-reading')?.textContent?.includes('20.63'));
    await call(seat, ['bore mark 20.6375', '20.638 mm']);

    instruments = await standIn('instruments', port);
    instruments.say('caliper 19.05 mm');
    await seat.focus('#bench-line');
    await seat.see('caliper 19.05 mm', 'app-live-reading');
    expect(seat.errors).toEqual([]);
  });
});

describe('a photograph', () => {
  it('is kept with the job beside what it shows, and marked; what is none is refused in words', async () => {
    const pixel = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
    const [picture, text] = [join(folder, 'nose.png'), join(folder, 'list.png')];
    writeFileSync(picture, Buffer.from(pixel, 'base64'));
    writeFileSync(text, 'part;price');
    const seat = await sit();
    await openJob(seat, 'Harbour museum', 'slave');
    await call(seat, ['label S4A', 'S4A']);
    const keep = async (file: string): Promise<void> => {
      const input = await seat.page.waitForSelector('form.adding input[type=file]');
      await (input as unknown as { uploadFile(path: string): Promise<void> }).uploadFile(file);
      await seat.tabTo('Keep');
      await seat.keys('Enter');
    };
    await seat.tabTo('Change label code S4A');
    await seat.keys('Enter');
    await seat.see('Add photograph', '[role=menu]');
    await seat.keys('Enter');
    await keep(text);
    await seat.see('send a PNG or a JPEG', 'app-evidence-list');
    await keep(picture);
    await seat.tabTo('Photograph of label code S4A');
    await seat.keys('Enter');
    await seat.see('1 × 1', 'app-photograph-dialog');
    await seat.tabTo('Mark a spot');
    await seat.type('the code');
    await seat.page.keyboard.down('Alt');
    await seat.keys('ArrowLeft', 'ArrowUp');
    await seat.page.keyboard.up('Alt');
    await seat.keys('Enter');
    await seat.page.waitForFunction(() => document.querySelector('.spot:not(.new)')?.textContent?.includes('the code'));
    expect(await seat.axe()).toEqual([]);
    expect(seat.errors).toEqual([]);
  });
});

describe('a chassis number', () => {
  it('fills in the vehicle when it can be read; when the service fails, the form is there as before', async () => {
    const seat = await sit();
    await seat.go('/jobs/new');
    await seat.focus('#chassis');
    chassis.say('fail error');
    await seat.type('VA12-9905-H-00417-K');
    await seat.keys('Enter');
    await seat.see('by hand', '#chassis-answer');
    chassis.say('fail wrong');
    await seat.keys('Enter');
    await seat.page.waitForFunction(() => document.querySelector('#chassis-answer')?.textContent?.includes('another'));
    chassis.say('fail none');
    await seat.keys('Enter');
    await seat.see('built in May 1999', '#chassis-answer');
    expect(await seat.axe()).toEqual([]);
    await seat.tabTo('Take it');
    await seat.keys('Enter');
    await seat.see('Vehicle: Varnhusk V12');
    expect(
      await seat.page.$eval('app-ask-form', (e) => [...e.querySelectorAll('input')].map((i) => i.value)),
    ).toContain('1999-05');
    expect(seat.errors).toEqual([]);
  });
});
