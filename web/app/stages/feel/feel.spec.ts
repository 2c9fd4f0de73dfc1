import { of } from 'rxjs';
import type { FeelSheet } from '@kerabat/contract';
import { choose, job, named, render, typeIn, using, workspace } from '../../testing';
import { FeelStage } from './feel';

type Values = NonNullable<FeelSheet['brake']>['now']['values'];
const kinds = { front: 'disc', rear: 'drum', assisted: true, stepped: false, valve: false } as const;
const side = (bore: number, more: Values = []) => ({
  kinds,
  units: { front: 'ard-k48v' },
  assumed: [],
  values: [
    { key: 'pedalRatio' as const, value: 4.2, rests: 'recorded' as const },
    { key: 'bore' as const, value: bore, rests: 'measured' as const },
    { key: 'frontPiston' as const, value: 54, rests: 'recorded' as const },
    { key: 'frontCount' as const, value: 1, rests: 'recorded' as const },
    { key: 'rearPiston' as const, value: 19.05, rests: 'recorded' as const },
    ...more,
  ],
});
const { feel } = workspace();
const sheet: FeelSheet = { limits: feel.limits, brake: { now: side(22.225), then: side(23.8125) } };
const PAIRED = [{ vehicle: 'V10 crew carrier', unitId: 'ard-tm22v', name: 'tandem master 22 V', bore: { value: 22.225, unit: 'mm' } }]; // prettier-ignore
const stage = (over: FeelSheet = sheet, slot = 'brake-master') => {
  const service = job(workspace({ slot }, { feel: over }));
  service.slot.set(slot);
  return render(FeelStage, using(service, { paired: () => of({ paired: PAIRED }) }));
};

beforeEach(() => localStorage.clear());

describe('Feel', () => {
  it('leads with ratios, which need neither mass nor friction, and says what figures lack', async () => {
    const { text } = await stage();
    // (23.8125 / 22.225)² = 1.1480; 1 / 1.1480 = 0.8711.
    expect(text()).toContain('13 % less pedal travel, 15 % more effort.');
    expect(text()).toContain('× 0.8711');
    expect(text()).toContain('57.4 mm² more');
    expect(text()).toContain('Ratios hold without them');
    expect(text()).not.toContain('assistance lost');
  });

  it('takes what is usual when it is asked to, marks it, and then says figures; all of it can be taken back', async () => {
    const { host, text, settle } = await stage();
    named(host, 'Assume what is usual').click();
    await settle();
    expect(text()).toContain('still front first; without assistance 0.30 g takes');
    expect(text()).toMatch(/Figures rest on \d+ assumed values; ratios do not/);
    expect(text()).toContain('front circuit lost');
    expect(host.querySelectorAll('.assumed').length).toBeGreaterThan(10);
    named(host, 'Take back what was entered here').click();
    await settle();
    expect(text()).not.toContain('assistance lost');
  });

  it('a value is entered as people write it; what cannot be so is said at its field and nothing else is lost', async () => {
    const { fixture, host, text, settle } = await stage();
    await typeIn(fixture, 'bore of the master, then', '7/8 in');
    await settle();
    // 22.225 is what is there now.
    expect(text()).toContain('The same pedal travel, the same effort.');
    expect(text()).toContain('entered here');
    await typeIn(fixture, 'bore of the master, then', '3 m');
    await settle();
    expect(host.querySelectorAll('.bad')).toHaveLength(1);
    await typeIn(fixture, 'pedal ratio, then', '0');
    await settle();
    expect(text()).toContain('pedal ratio lies between 1 and 12');
    expect(host.querySelectorAll('.bad')).toHaveLength(2);
  });

  it('a further set-up begins as the one that comes, is made otherwise, and can be dropped', async () => {
    const { fixture, host, text, settle } = await stage();
    named(host, 'Assume what is usual').click();
    await settle();
    named(host, 'Try another set-up').click();
    await settle();
    expect(text()).toContain('try 1: 0.3 g takes');
    await choose(fixture, 'assistance, try 1', 'none');
    await settle();
    expect(text()).toContain('has none');
    named(host, 'Drop try 1').click();
    await settle();
    expect(text()).not.toContain('try 1');
  });

  it('what was entered is there again after a reload', async () => {
    const first = await stage();
    await typeIn(first.fixture, 'mass, all', '1800');
    await first.settle();
    const { host } = await stage();
    const mass = [...host.querySelectorAll<HTMLInputElement>('input')].find(
      (one) => one.getAttribute('aria-label') === 'mass, all',
    );
    expect(mass?.value).toBe('1800 kg');
  });

  it('which bore: those within the window first, and one of them is tried', async () => {
    const { fixture, host, text, settle } = await stage();
    named(host, 'Assume what is usual').click();
    await settle();
    await typeIn(fixture, 'Effort from, N', '60');
    await typeIn(fixture, 'to, N', '400');
    await settle();
    expect(text()).toContain('V10 crew carrier');
    expect(text()).toContain('none on record');
    expect(text()).toContain('for 0.30 g');
    expect(text()).toContain('within');
  });

  it('of a clutch: travel now and then; free travel that is not known is asked for', async () => {
    const clutch = { pedalTravel: 135, pedalRatio: 5.6, masterBore: 15.875, slaveBore: 19.05, wanted: 14 };
    const over = { ...sheet, clutch: { now: { ...clutch, freeTravel: 12 }, then: { ...clutch, masterBore: 19.05 } } };
    const { text } = await stage(over, 'clutch-master');
    expect(text()).toContain('44 % further');
    expect(text()).toContain('slave travel 13.7 mm');
    expect(text()).toContain('free travel of the pedal is not known');
  });

  it('without a master there is nothing to compare', async () => {
    expect((await stage({ limits: feel.limits })).text()).toContain('once there is a master in the chain');
  });
});
