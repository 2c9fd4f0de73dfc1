import { expect, it } from 'vitest';
import { workshop } from './browser.js';

const { lines, open, sit } = workshop();

it('the kit alone: the unit stays, its kit is ordered, and a scored bore ends it', async () => {
  const id = await open({ vehicleId: 'q3', built: '1988-05', slot: 'brake-master' }, [
    ['old:brake-master', 'ard-tm22q'],
  ]);
  const seat = await sit();
  await seat.go(`/jobs/${id}/kit`);
  await seat.tabTo('order the kit alone');
  await seat.keys('Enter');
  await seat.see('no seal kit is chosen for the master', 'app-parts-list');
  await seat.tabTo('Take seal kit 22 tandem');
  await seat.keys('Enter');
  await seat.see('OK to order', 'app-parts-list');
  expect(await seat.axe()).toEqual([]);
  expect(await lines(id)).toEqual(
    expect.arrayContaining(['order: 1 × seal kit 22 tandem', 'box: 2 × Reservoir grommet']),
  );
  await seat.tabTo('Look at its bore when it is open');
  await seat.keys('Enter');
  await seat.see('Bore of what is sealed anew');
  await seat.tabTo('clean and bright');
  await seat.keys('ArrowRight', 'Enter');
  await seat.see('may be polished only if the maker allows it');
  await seat.tabTo('light marks');
  await seat.keys('ArrowRight', 'Enter');
  await seat.see('a scratch that a fingernail feels lets the new seals leak', 'app-parts-list');
  expect(seat.errors).toEqual([]);
});

it('a seal kit for a lever: two keys, and nothing of a pedal, a bulkhead or a rod is asked or told', async () => {
  const id = await open({ vehicleId: 't5', built: '2001-05', slot: 'brake-master' }, [
    ['old:brake-master', 'ard-hm13'],
  ]);
  const seat = await sit();
  await seat.go(`/jobs/${id}/kit`);
  await seat.tabTo('order the kit alone');
  await seat.keys('Enter');
  await seat.tabTo('Take seal kit 13 handlebar');
  await seat.keys('Enter');
  await seat.see('seal kit 13 handlebar', 'app-parts-list');
  expect(await lines(id)).toEqual(
    expect.arrayContaining([
      'order: 1 × seal kit 13 handlebar',
      'order: 2 × Crush washer for the banjo eye, 10 mm · 0.3937 in inside',
      'perhaps: 1 × Flexible hose: if it is soft, cracked, swollen or old',
    ]),
  );
  await seat.go(`/jobs/${id}/fit/card`);
  await seat.see('Hold the lever hard for two minutes');
  expect(await seat.text('main')).not.toMatch(/pedal|bulkhead|push ?rod|clevis/i);
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});

it('order nothing: what was found is said, and the job closes with it', async () => {
  const id = await open({ vehicleId: 'q4', built: '1999-05', slot: 'clutch-master', complaints: ['clutch-slips'] });
  const seat = await sit();
  await seat.go(`/jobs/${id}/ask`);
  await seat.see('The clutch plate.');
  const rod = '[aria-label="Was it: rod adjustment"] button';
  await seat.page.waitForSelector(rod);
  await seat.page.focus(rod);
  await seat.keys('Enter');
  await seat.see('Order nothing. Rod adjustment.', 'app-parts-list');
  await seat.tabTo('Turned by');
  await seat.type('4 turns');
  await seat.keys('Enter');
  await seat.see('The thread of the rod is missing');
  await seat.type(' M8x1.25');
  await seat.keys('Enter');
  await seat.see('4 turns of M8x1.25, 5.00 mm', 'app-parts-list');
  await seat.tabTo('Close the job: nothing is ordered');
  await seat.keys('Enter');
  await seat.see('The job is closed', 'app-parts-list');
  expect(await seat.axe()).toEqual([]);
  // What was refused on the way was asked back, and is no fault.
  expect(seat.errors.filter((error) => !error.includes('400'))).toEqual([]);
});

it(
  'two circuits from one: each outlet has its line, the old junction its plug, and the chain shows ' + 'the new line',
  async () => {
    const id = await open({ vehicleId: 'q2', built: '1981-06', slot: 'brake-master', request: 'convert' }, [
      ['conversion', 'single-to-dual'],
      ['unit:brake-master', 'ard-tm22q'],
    ]);
    const seat = await sit();
    await seat.go(`/jobs/${id}/fit/whole`);
    await seat.see('rear own line');
    await seat.see('rear connector');
    const list = await lines(id);
    expect(list.filter((line) => /plug/i.test(line))).toEqual([
      'order: 1 × Plug for the old outlet to the other axle, at the junction',
    ]);
    expect(list).toEqual(
      expect.arrayContaining([
        'order: 1 × Tube nut 7/16-24 UNS for 3/16 in tube',
        'order: 1 × Tube nut 3/8-24 UNF for 3/16 in tube',
      ]),
    );
    expect(seat.errors).toEqual([]);
  },
);

it('an axle with other calipers: two, four washers, and what was unclear by hand is asked back', async () => {
  const id = await open({ vehicleId: 'q4', built: '2001-05', slot: 'front-brake' }, [
    ['old:front-brake', 'cas-k54q'],
    ['unit:front-brake', 'cas-k57q'],
  ]);
  const seat = await sit();
  await seat.go(`/jobs/${id}/kit`);
  await seat.see('caliper 57 Q5', 'app-parts-list');
  expect(await lines(id)).toEqual(
    expect.arrayContaining([
      'order: 2 × caliper, caliper 57 Q5, 57 mm',
      'order: 4 × Crush washer for the banjo eye, 10 mm · 0.3937 in inside',
    ]),
  );
  await seat.tabTo('Add line by hand');
  await seat.keys('Enter');
  await seat.tabTo('What');
  await seat.type('two new washers per eye');
  await seat.tabTo('Why');
  await seat.type('asked for');
  await seat.tabTo('Add line');
  await seat.keys('Enter');
  await seat.see('one more than there are eyes on it', 'app-parts-list');
  expect((await lines(id)).filter((line) => line.includes('per eye'))).toEqual([]);
});
