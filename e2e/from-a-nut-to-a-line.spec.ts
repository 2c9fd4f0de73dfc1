import { expect, it } from 'vitest';
import { workshop } from './browser.js';

const { call, isPdf, open, sit } = workshop();

/** A tug with inch lines that gets a master with metric ports. */
const job = (): Promise<number> =>
  open({ asker: 'Quay 4', request: 'upgrade', vehicleId: 'q3', slot: 'brake-master' }, [
    ['unit:brake-master', 'ard-tm25v'],
  ]);
const ordered = async (id: number): Promise<string[]> => {
  const { partsList } = await call('get', '/jobs/{id}', { at: { id } });
  return partsList.filter((line) => line.section === 'order').map((line) => line.number ?? line.words);
};

it(
  'an unknown nut is named, told apart from what it is taken for, and refused in a port that it ' + 'would strip',
  async () => {
    const seat = await sit();
    await seat.go('/tools/thread');
    await seat.tabTo('Diameter at its end');
    await seat.type('9.46');
    await seat.see('Not decided');
    await seat.see('Take the pitch');
    await seat.tabTo('Length over 8 crests');
    await seat.type('7.42');
    await seat.see('3/8-24 UNF: tube nut');
    await seat.tabTo('Wrench on it');
    await seat.type('11 mm');
    await seat.see('11 mm is usual on 3/8-24 UNF');
    await seat.tabTo('Nut (male)');
    await seat.type('3/8-24');
    await seat.tabTo('Port (female)');
    await seat.type('M10x1');
    await seat.see('binds after 6.4 turns');
    await seat.see('Do not join them: it starts by hand');
    await seat.choose('The line ends in', 'inverted flare');
    expect(await seat.axe()).toEqual([]);
    expect(await seat.sideways()).toBeLessThanOrEqual(0);
    expect(seat.errors).toEqual([]);
  },
);

it('a line that does not come to its port gets the best way, which is laid into the job and undone again', async () => {
  const id = await job();
  const seat = await sit();
  await seat.go(`/jobs/${id}/lines`);
  await seat.see('Its ports differ on purpose');
  await seat.see('12 Nm');
  await seat.tabTo('Ways from port front left');
  await seat.keys('Enter');
  await seat.see('Ways, best first');
  await seat.see('Tube nut M10x1.0, 4.75 mm (WX7012)');
  expect(await seat.axe()).toEqual([]);
  await seat.tabTo('Take way 2 into the job');
  await seat.keys('Enter');
  await seat.see('Taken: it is on the parts list');
  await seat.see('Adapter 3/8-24 UNF female, M10x1.0 male', 'app-parts-list');
  expect(await ordered(id)).toContain('WX7248');
  await seat.tabTo('Undo way');
  await seat.keys('Enter');
  await seat.page.waitForFunction(
    () => !(document.querySelector<HTMLElement>('app-parts-list')?.innerText ?? '').includes('WX7248'),
  );
  // A compression fitting is asked about before it is refused.
  await seat.tabTo('Port M10x1.0, bubble flare');
  await seat.keys('Enter');
  await seat.choose('It ends in', 'compression');
  await seat.see('Is there a flare under the nut?');
  expect(seat.errors).toEqual([]);
});

it('a template becomes a line: measured, drawn, checked, kept for the vehicle and printed at true scale', async () => {
  const id = await job();
  const seat = await sit();
  await seat.go(`/jobs/${id}/lines/make`);
  await seat.see('A figure is wanting');
  const put = async (field: string, text: string): Promise<void> => {
    await seat.tabTo(field);
    await seat.type(text);
  };
  /** The focus goes on to the angle of the new bend. */
  const addBend = async (n: number): Promise<void> => {
    await seat.tabTo('Add bend and leg');
    await seat.keys('Enter');
    await seat.page.waitForFunction(
      (id: string) => document.activeElement?.id === id,
      { timeout: 8000 },
      `line-angle-${n}`,
    );
  };
  await put('Leg 1', '8 in');
  await addBend(1);
  await seat.type('90');
  await put('Radius of bend 1', '16');
  await put('Leg 2', '240');
  await addBend(2);
  await seat.type('45');
  await put('Leg 3', '95');
  await seat.see('Cut 538 mm · 21.18 in square');
  await addBend(3);
  await seat.type('90');
  await seat.tabTo('Turn of the tube before bend 3');
  await seat.type('90');
  await seat.tabTo('Leg 4');
  await seat.type('20');
  await seat.see('Leg 4 leaves 4 mm');
  await seat.keys('Backspace', 'Backspace');
  await seat.type('80');
  await seat.see('Cut 611 mm');
  await seat.tabTo('Keep this line as');
  await seat.type('front left');
  await seat.keys('Enter');
  await seat.see('"front left" is kept.');
  expect(await seat.axe()).toEqual([]);
  const [kept] = (await call('get', '/vehicles/{id}/lines', { at: { id: 'q3' } })).lines;
  if (!kept) throw new Error('no line is kept');
  expect(await isPdf(await call('post', '/tools/line/file', { body: { ...kept.line, file: 'pdf' } }))).toBe(true);
  // What was typed is there again after a reload.
  await seat.go(`/jobs/${id}/lines/make`);
  await seat.see('Cut 611 mm');
  await seat.tabTo('Make again: front left');
  expect(seat.errors).toEqual([]);
});

it('a hose is as long as its ends ask, not as a string shows', async () => {
  const seat = await sit();
  await seat.go('/tools/lines');
  await seat.tabTo('From a port to a line');
  await seat.keys('ArrowRight', 'ArrowRight', 'Enter');
  await seat.see('Order 360 mm');
  await seat.tabTo('at full left lock');
  await seat.type('340');
  await seat.see('At full left lock decides');
  await seat.see('Order 400 mm');
  expect(await seat.axe()).toEqual([]);
  expect(seat.errors).toEqual([]);
});
