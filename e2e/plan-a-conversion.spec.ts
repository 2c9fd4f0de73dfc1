import { expect, it } from 'vitest';
import { workshop } from './browser.js';

const { call, isPdf, open, sit } = workshop();

const openJob = (vehicleId: string, slot: string | null = null): Promise<number> =>
  open({ asker: 'Yard', request: 'convert', vehicleId, slot });

it(
  'somebody plans the tee of an old glasshouse carrier by keyboard, from the vehicle to the ' + 'printed sheets',
  async () => {
    const seat = await sit();
    await seat.go('/jobs/new');
    await seat.tabTo('Who asks');
    await seat.type('Greenhouse 2');
    await seat.tabTo('Vehicle: any words');
    await seat.type('T20');
    await seat.keys('Enter');
    await seat.see('Another vehicle');
    await seat.tabTo('Open job');
    await seat.keys('Enter');
    await seat.page.waitForFunction(() => /jobs\/\d+\/ask/.test(location.pathname));
    const id = Number(/jobs\/(\d+)/.exec(seat.page.url())?.[1]);

    await seat.keys('4');
    await seat.see('Conversion');
    await seat.tabTo('Conversion');
    await seat.keys('Enter');
    await seat.see('Pick a conversion');
    await seat.choose('Which conversion', 'three outlets');
    await seat.see('The front pair joined by a tee');
    await seat.see('18.80 = ');
    await seat.see('38.50 = ');
    expect(await seat.axe()).toEqual([]);
    await seat.tabTo('Plan the job by this');
    await seat.keys('Enter');
    await seat.see('no unit is chosen', 'app-parts-list');
    await seat.tabTo('Add Ardfrith tandem master 19 T');
    await seat.keys('Enter');
    await seat.see('A 23-832', 'app-parts-list');

    // The joints: the third line has no port, and a tee takes it in.
    await seat.tabTo('Joints');
    await seat.keys('Enter');
    await seat.see('There is no port for the line at front right', 'app-joints-view');
    await seat.tabTo('Apply fix: Join it with the line at front left');
    await seat.keys('Enter');
    await seat.see('Tee, M10x1.0', 'app-parts-list');

    // What is not known yet is measured, on the sheet or here.
    await seat.tabTo('Measure 6');
    await seat.keys('Enter');
    await seat.see('Print the sheet');
    await seat.see('room to the left');
    expect(await seat.axe()).toEqual([]);
    for (const paper of ['measure', 'work-card', 'parts-list'] as const)
      expect(await isPdf(await call('get', `/jobs/{id}/${paper}.pdf`, { at: { id } })), paper).toBe(true);
    expect(seat.errors).toEqual([]);
  },
);

it('another conversion is planned from the list, and the job follows it', async () => {
  const id = await openJob('b7');
  const seat = await sit();
  await seat.go(`/jobs/${id}/fit/plan`);
  await seat.choose('Which conversion', 'vacuum to');
  await seat.see('A booster that the steering pump drives');
  await seat.tabTo('Plan the job by this');
  await seat.keys('Enter');
  await seat.see('Print the work card');
  await seat.see('Conversion planned');
  await seat.page.$$eval('mat-step-header', (all) => (all.at(-1) as HTMLElement).click());
  await seat.see('before the first drive');
  expect(await isPdf(await call('get', '/jobs/{id}/work-card.pdf', { at: { id } }))).toBe(true);
  expect(seat.errors).toEqual([]);
});

it('next to the vehicle, on a narrow screen: a value is entered and every joint is checked again', async () => {
  const seat = await sit({ width: 390, height: 844 });
  await seat.go('/jobs/5/fit/measure');
  await seat.see('relief pressure of the pump');
  // One question stands there at a time.
  for (let i = 0; i < 12 && !(await seat.text('app-measure-view section h2')).includes('relief pressure'); i++)
    await seat.page.click('app-measure-view .turn button:last-child');
  await seat.focus('app-measure-view section form input');
  await seat.type('75 bar');
  await seat.see('75 bar · 1088 psi');
  await seat.keys('Enter');
  await seat.page.waitForFunction(
    () => !document.querySelector('app-measure-view')?.textContent?.includes('relief pressure of the pump'),
  );
  await seat.go('/jobs/5/fit/joints?joint=booster/supply');
  await seat.see('too little: supply 7.5 MPa · 1088 psi');
  await seat.see('A pump that gives 8 l/min');
  // What is worked on and its drawing are in sight before anything is scrolled.
  const seen = await seat.page.evaluate(() => {
    const strip = document.querySelector('app-chain-strip')?.getBoundingClientRect();
    const states = document.querySelectorAll('app-chain-strip .state').length;
    const drawing = document.querySelector('app-joint-sheet app-drawing')?.getBoundingClientRect();
    return strip && drawing && { strip: strip.height, states, drawing: drawing.top };
  });
  expect(seen?.strip).toBeLessThan(60);
  expect(seen?.states).toBeGreaterThan(2);
  expect(seen?.drawing).toBeLessThan(640);
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});

it('the cheapest way is looked for and taken, and the chain closes', async () => {
  const seat = await sit();
  await seat.go('/jobs/6/fit/close');
  await seat.tabTo('Look for solutions');
  await seat.keys('Enter');
  await seat.see('Least work');
  await seat.see('5 min work + 1 part × 10 + 0 waiting = 15');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('Apply these fixes, solution 2');
  await seat.keys('Enter');
  await seat.see('OK to order', 'app-parts-list');
  await seat.see('Tube nut M10x1.0 for 3/16 in tube', 'app-parts-list');
  expect(seat.errors).toEqual([]);
});

it('a universal unit that is in no catalogue goes in by its dimensions, and says what it still lacks', async () => {
  const id = await openJob('q2', 'brake-master');
  const seat = await sit();
  await seat.go(`/jobs/${id}/fit/joints`);
  await seat.tabTo('Add unit');
  await seat.keys('Enter');
  await seat.tabTo('By its dimensions');
  await seat.type('universal 19, from the market');
  await seat.keys('Enter');
  await seat.see('universal 19, from the market');
  await seat.see('Not OK to order', 'app-parts-list');
  await seat.tabTo('pedal to rod');
  await seat.keys('ArrowRight', 'Enter');
  await seat.see('nit to bulkhead', 'app-joints-view section h2');
  await seat.tabTo('stud spacing, new unit');
  await seat.type('72 cal');
  await seat.keys('Enter');
  await seat.see('master 72 mm · 2.8346 in: 6.00 mm', 'app-joints-view');
  await seat.see('Bracket from 6 mm steel angle', 'app-joints-view');
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});
