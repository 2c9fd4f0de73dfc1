import { expect, it } from 'vitest';
import { workshop } from './browser.js';

const { call, lines, open, sit } = workshop();

/** A job with the old unit and the new one decided. */
const replaced = (vehicleId: string, slot: string, built: string, old: string, unit: string): Promise<number> =>
  open({ vehicleId, slot, built }, [
    [`old:${slot}`, old],
    [`unit:${slot}`, unit],
  ]);

it('the supplier is asked what is in the box, and the answer is counted', async () => {
  const id = await replaced('v12', 'brake-master', '1999-05', 'ard-tm22vs', 'pel-tm22vs');
  const seat = await sit();
  await seat.go(`/jobs/${id}/fit/joints`);
  await seat.see('Ask the supplier: is it in the box of P/0912/3? Sensor', 'app-parts-list');
  await seat.tabTo('Count it as not there');
  await seat.keys('Enter');
  await seat.page.waitForFunction(
    () => !document.querySelector('app-parts-list')?.textContent?.includes('Ask the supplier'),
  );
  expect(await lines(id)).toContain('move: 1 × Sensor');
  expect(seat.errors).toEqual([]);
});

it('what stays is looked at by keyboard: a wet booster leads on, and a seized bleeder is ordered', async () => {
  const seat = await sit();
  await seat.go('/jobs/3/fit/look');
  await seat.see('Face of the booster');
  await seat.tabTo('dry');
  // An arrow only goes on to the next answer: nothing is recorded before Enter.
  await seat.keys('ArrowRight');
  await new Promise((done) => setTimeout(done, 300));
  expect(await seat.text('app-look')).not.toContain('Inside of the booster');
  await seat.keys('Enter');
  await seat.see('Inside of the booster');
  await seat.see('look inside before it is used again');
  await seat.tabTo('all open');
  await seat.keys('ArrowRight', 'Enter');
  await seat.see('The seized bleed screw');
  await seat.see('one is seized', 'app-parts-list');
  expect(await lines(3)).toEqual(expect.arrayContaining(['order: 1 × Bleed screw']));
  expect((await lines(3)).filter((line) => line.includes('Bleed screw'))).toHaveLength(1);
  expect(seat.errors).toEqual([]);
});

it('why a line is there, and what would happen without it, is one press away', async () => {
  const seat = await sit();
  await seat.go('/jobs/3/kit');
  await seat.see('Seal ring between booster and master', 'app-parts-list');
  await seat.tabTo('Change Seal ring');
  await seat.openMenu();
  await seat.see('Why it is here');
  await seat.keys('ArrowDown');
  await seat.keys('ArrowDown');
  await seat.keys('Enter');
  await seat.see('For: booster to master. Without it: a flattened ring leaks vacuum', 'app-parts-list');
  expect(seat.errors).toEqual([]);
});

it('of readings that contradict each other one is taken back by keyboard, and the joint is known', async () => {
  const id = await replaced('q2', 'brake-master', '1979-05', 'ard-sm19', 'wex-sm19');
  for (const line of ['studs 66 cal', 'studs 72 cal'])
    await call('post', '/jobs/{id}/bench-line', { at: { id }, body: { line, slot: 'brake-master' } });
  const seat = await sit();
  await seat.go(`/jobs/${id}/fit/joints`);
  await seat.see('the readings contradict each other');
  await seat.tabTo('Take back stud spacing 72');
  await seat.keys('Enter');
  await seat.page.waitForFunction(() => !document.body.textContent?.includes('the readings contradict each other'));
  expect(await seat.text('app-verdict')).not.toContain('stud spacing');
  expect(seat.errors).toEqual([]);
});

it('what cannot be seen is asked no more, is told with who said so, and can be asked again', async () => {
  const seat = await sit();
  await seat.go('/jobs/5/fit/joints?joint=booster/supply');
  await seat.see('No figure to be had?');
  await seat.tabTo('No figure to be had?');
  await seat.openMenu();
  await seat.keys('ArrowRight');
  await seat.see('Cannot be seen', '.cdk-overlay-container');
  // The keys are for the menu that opened last as soon as one of its items has the focus.
  await seat.page.waitForFunction(() =>
    document.activeElement?.closest('[role=menu]')?.textContent?.includes('Cannot be seen'),
  );
  // Of the vehicle it is the last of what can be said.
  await seat.keys('End', 'Enter');
  await seat.see('cannot be seen');
  await seat.tabTo('Ask again');
  await seat.keys('Enter');
  await seat.page.waitForFunction(() => !document.body.textContent?.includes('Ask again'));
  expect(seat.errors).toEqual([]);
});
