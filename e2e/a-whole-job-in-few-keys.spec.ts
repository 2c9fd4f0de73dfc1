import { expect, it } from 'vitest';
import { PATIENCE, workshop, type Seat } from './browser.js';

const { sit } = workshop();

/** The next thing to do is called so, and has the focus: Enter goes on. */
async function goOn(seat: Seat, words: string): Promise<void> {
  await focusOn(seat, words, '#next-act');
  await seat.keys('Enter');
}
/** What has the focus is called so, by its name or its words. */
async function focusOn(seat: Seat, words: string, selector = '*'): Promise<void> {
  await seat.page
    .waitForFunction(
      (text: string, like: string) => {
        const now = document.activeElement;
        return (
          now?.matches(like) &&
          [now?.getAttribute('aria-label'), now?.id, now?.textContent].some((name) => name?.includes(text))
        );
      },
      { timeout: PATIENCE },
      words,
      selector,
    )
    .catch(async () => {
      const next = await seat.text('body');
      throw new Error(
        `"${words}" did not get the focus; "${await seat.focused()}" has it; next: ${/Next: [^⏎]*/.exec(next)?.[0]}`,
      );
    });
}
/** Says a whole call into the quick box, one letter after so many ms, and names who asks. */
async function call(seat: Seat, words: string, asker: string, pause = 0): Promise<void> {
  await seat.go('/jobs');
  await seat.keys('/');
  await seat.page.keyboard.type(words, { delay: pause });
  await seat.keys('Enter');
  await focusOn(seat, 'asker');
  await seat.type(asker);
  await seat.keys('Enter');
}
/** The unit that is on the vehicle is looked at before anything is ordered, and its label is read. */
async function labelRead(seat: Seat, label: string): Promise<void> {
  await goOn(seat, 'Check label code');
  await focusOn(seat, 'label code', 'input');
  await seat.type(label);
  await seat.keys('Enter');
}
const orderPlaced = async (seat: Seat): Promise<void> => {
  await goOn(seat, 'Place the order');
  await focusOn(seat, 'The order is placed');
  await seat.keys('Enter');
  await seat.see('The order is placed.', 'app-parts-list');
  // One more Enter leads on, and changes nothing that was done.
  await focusOn(seat, 'next-act');
};

// Keys that enter no character of a value, from the call to the order.
it.each([0, 15, 60])('a unit is replaced with Enter, at %i ms a letter', async (pause) => {
  const seat = await sit();
  await call(seat, 'V12 master sinks', 'Tunnel Works, east gate', pause);
  await labelRead(seat, 'KE');
  await goOn(seat, 'Choose a master');
  await focusOn(seat, 'Choose ', 'app-interchange-view button');
  await seat.keys('Enter');
  await orderPlaced(seat);
  expect(seat.strokes).toBeLessThanOrEqual(15);
  expect(seat.errors).toEqual([]);
});

it('a kit is ordered alone', async () => {
  const seat = await sit();
  await call(seat, 'seal kit Q3 master', 'Quay Company');
  await labelRead(seat, 'QC');
  await goOn(seat, 'Take a seal kit');
  await focusOn(seat, 'Take seal kit 22 tandem');
  await seat.keys('Enter');
  await orderPlaced(seat);
  await seat.see('A 90-229', 'app-parts-list');
  expect(seat.strokes).toBeLessThanOrEqual(10);
  expect(seat.errors).toEqual([]);
});

it('a larger master goes in', async () => {
  const seat = await sit();
  await call(seat, 'bigger master V10', 'Tunnel Works');
  await goOn(seat, 'Choose a master');
  await focusOn(seat, 'Choose ', 'app-interchange-view button');
  await seat.keys('Enter');
  await goOn(seat, 'Confirm: another bore');
  await focusOn(seat, 'Confirm: wanted so');
  await seat.keys('Enter');
  await labelRead(seat, 'VA');
  await orderPlaced(seat);
  expect(seat.strokes).toBeLessThanOrEqual(20);
  expect(seat.errors).toEqual([]);
});

/** What is measured on the way of the conversion, by its attribute. */
const MEASURED: Readonly<Record<string, string>> = {
  'room-front': '400 mm',
  'reach-front': '120 mm',
  'room-above': '300 mm',
  'room-left': '200 mm',
  'room-right': '200 mm',
  'room-below': '200 mm',
  'reach-left': '60 mm',
  'reach-right': '60 mm',
  'reach-below': '40 mm',
  'reach-above': '90 mm',
};

it('a conversion is planned, its role filled, what is missing measured, and the order placed', async () => {
  const seat = await sit();
  await call(seat, 'convert T20 three outlets to two', 'Greenhouse 2');
  await focusOn(seat, 'Plan the job by this');
  await seat.keys('Enter');
  await goOn(seat, 'Choose a master');
  await focusOn(seat, 'Add Ardfrith tandem master 19 T', 'app-plan-view button');
  await seat.keys('Enter');
  await goOn(seat, 'Fix: line, front right');
  await focusOn(seat, 'Apply fix: Join it with the line at front left', 'app-fixes button');
  await seat.keys('Enter');
  await goOn(seat, 'Measure room ahead');
  // Each value that is missing has the cursor; Enter records it and goes on.
  const asked: string[] = [];
  while (asked.length < 12) {
    await seat.page.waitForFunction(
      (before: string) => {
        const now = document.activeElement;
        const fact = now?.closest('[data-fact]')?.getAttribute('data-fact');
        return (
          (now?.id === 'next-act' && !now.textContent?.includes(before)) ||
          (typeof fact === 'string' && fact !== before)
        );
      },
      { timeout: PATIENCE },
      asked.at(-1) ?? 'Measure',
    );
    const fact = await seat.page.evaluate(
      () => document.activeElement?.closest('[data-fact]')?.getAttribute('data-fact') ?? '',
    );
    if (fact === '') break;
    asked.push(fact);
    const value = MEASURED[fact];
    if (value === undefined) throw new Error(`Nobody said what ${fact} is`);
    await seat.type(value);
    await seat.keys('Enter');
  }
  expect(asked.length).toBeGreaterThan(1);
  await labelRead(seat, 'T2');
  await orderPlaced(seat);
  expect(seat.strokes).toBeLessThanOrEqual(30);
  expect(seat.errors).toEqual([]);
});

it('Enter four times writes a decision once', async () => {
  const seat = await sit();
  await seat.go('/jobs/2/interchange');
  const button = 'app-interchange-view button[aria-label^="Choose "]';
  await seat.page.waitForSelector(button);
  await seat.page.focus(button);
  const writes: string[] = [];
  seat.page.on('request', (request) => {
    if (request.method() !== 'GET') writes.push(request.url());
  });
  for (let i = 0; i < 4; i++) await seat.page.keyboard.press('Enter');
  // The later ones went on; none of them chose again.
  await seat.see('OK to order', 'app-parts-list');
  await seat.page.waitForNetworkIdle({ idleTime: 300 });
  expect(writes.filter((url) => url.includes('/decisions/unit'))).toHaveLength(1);
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
