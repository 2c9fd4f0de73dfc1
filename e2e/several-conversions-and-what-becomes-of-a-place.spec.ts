import { expect, it } from 'vitest';
import { type Seat, workshop } from './browser.js';

const { open, sit } = workshop();

it('one circuit to two, by keyboard: each axle has an outlet, and what the chains differ in is listed', async () => {
  const id = await open({ request: 'convert', vehicleId: 'q2' });
  const seat = await sit();
  await seat.go(`/jobs/${id}/fit/plan`);
  await seat.choose('Which conversion', 'single to dual');
  await seat.tabTo('Plan the job by this');
  await seat.keys('Enter');
  await seat.see('no unit is chosen', 'app-parts-list');
  await seat.tabTo('Add Ardfrith tandem master 22 Q');
  await seat.keys('Enter');
  // The junction is plugged where the rear line left it, and the rear line goes to an outlet of its own.
  await seat.see('Plug for the old outlet to the other axle', 'app-parts-list');
  await seat.see('Line from the second outlet to the rear union', 'app-parts-list');
  await seat.see('Tube nut 7/16-24 UNS', 'app-parts-list');
  const list = await seat.text('app-parts-list');
  expect(list.match(/Union on the rear line/g)).toHaveLength(1);
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});

it('the sibling’s brakes with its master and servo: two conversions in one job, each opened by its name', async () => {
  const id = await open({ request: 'convert', vehicleId: 'v12' }, [
    ['conversion:larger-calipers', 'larger-calipers', 'master=step-up'],
  ]);
  const seat = await sit();
  await seat.go(`/jobs/${id}/fit/plan`);
  await seat.see('Drop the plan');
  await seat.choose('Which conversion', 'larger master or booster');
  await seat.tabTo('keep the booster');
  await seat.keys('ArrowRight', 'Enter');
  await seat.tabTo('Plan the job by this too');
  await seat.keys('Enter');
  await seat.see('larger calipers', 'app-plan-view app-answers');
  await seat.see('booster', 'app-job-page mat-button-toggle-group');
  for (const unit of ['Ardfrith tandem master 23 V', 'Ardfrith vacuum booster 230 V12']) {
    await seat.tabTo(`Add ${unit}`);
    await seat.keys('Enter');
    await seat.see(unit.replace('Ardfrith ', ''), 'app-parts-list');
  }
  // Between the two one ring, and nothing twice.
  expect((await seat.text('app-parts-list')).match(/Seal ring between booster and master/g)).toHaveLength(1);
  // The places of both are worked on.
  await seat.see('master', 'app-job-page mat-button-toggle-group');
  await seat.see('front wheel unit', 'app-job-page mat-button-toggle-group');
  await seat.tabTo('larger calipers');
  await seat.keys('Enter');
  await seat.see('Larger calipers and discs in front');
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});

/** The parts of the chain are walked through by the arrows. */
async function toBooster(seat: Seat): Promise<void> {
  await seat.tabTo('Part: pedal');
  for (let i = 0; i < 8 && !(await seat.focused()).includes('Part: booster'); i++) await seat.keys('ArrowRight');
  expect(await seat.focused()).toContain('Part: booster');
}

it('a press says what becomes of a place, and one takes it back', async () => {
  const id = await open({ request: 'convert', vehicleId: 'b7', slot: 'brake-master' }, [
    ['unit:brake-master', 'cas-tm28b'],
    ['old:booster', 'cas-b270b'],
  ]);
  const seat = await sit();
  await seat.go(`/jobs/${id}/fit/joints`);
  await toBooster(seat);
  await seat.keys('Enter');
  await seat.see('What becomes of the booster');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('comes off and goes back');
  await seat.keys('Enter');
  await seat.see('booster', 'app-job-page mat-button-toggle-group');
  await seat.see('vacuum booster 270 dual B7', 'app-parts-list');
  await toBooster(seat);
  await seat.keys('Enter');
  await seat.tabTo('Undo');
  await seat.keys('Enter');
  await seat.page.waitForFunction(
    () => !document.querySelector('app-parts-list')?.textContent?.includes('vacuum booster 270 dual B7'),
  );
  expect(seat.errors).toEqual([]);
});
