import { of } from 'rxjs';
import type { FeelPrintRequest, FeelSheet } from '@kerabat/contract';
import { type SampleAsk, sampleFeel } from '@kerabat/core/work/feel';
import { SAMPLER_THREAD } from '../../desks/feel/sampler';
import { choose, job, named, render, typeIn, using, workspace } from '../../testing';
import { FeelStage } from './feel';

type Values = NonNullable<FeelSheet['brake']>['now']['values'];
const kinds = { front: 'disc', rear: 'drum', assisted: true, stepped: false, valve: false } as const;
const side = (bore: number, more: Values = []) => ({
  kinds,
  units: { master: 'ard-tm22v', front: 'ard-k48v' },
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
const PAIRED = [
  { vehicle: 'V10 crew carrier', unitId: 'ard-tm22v', name: 'tandem master 22 V', bore: { value: 22.225, unit: 'mm' } },
];
const OTHERS = [
  {
    unitId: 'ard-tm25v',
    name: 'tandem master 25 V',
    maker: 'Ardfrith',
    bore: { value: 25.4, unit: 'mm' },
    changes: ['rod length: 118 there, 122 here: Adjust the rod'],
    open: ['sensor'],
  },
];
/** The thread that draws, in the same thread: at once, or never when it is held. */
function thread(held = false) {
  const ended = vi.fn();
  const make = () => {
    const made = {
      onmessage: null as ((event: MessageEvent) => void) | null,
      onerror: null,
      terminate: ended,
      postMessage: (ask: SampleAsk) => {
        if (held) return made.onmessage?.({ data: { drawn: 500 } } as MessageEvent);
        const run = sampleFeel({ ...ask, samples: 200 });
        let next = run.next();
        while (next.done !== true) next = run.next();
        made.onmessage?.({ data: { sampled: next.value } } as MessageEvent);
      },
    };
    return made;
  };
  return { ended, make };
}
const printFeel = vi.fn((_: { body: FeelPrintRequest }) => of(new Blob(['%PDF-'])));
async function stage(over: FeelSheet = sheet, slot = 'brake-master', threads = thread()) {
  const service = job(workspace({ slot }, { feel: over }));
  service.slot.set(slot);
  const others = { paired: () => of({ paired: PAIRED }), otherBores: () => of({ units: OTHERS }), printFeel };
  const { api, providers } = using(service, others);
  const made = await render(FeelStage, {
    api,
    providers: [...providers, { provide: SAMPLER_THREAD, useValue: threads.make }],
  });
  return { ...made, service };
}

beforeEach(() => localStorage.clear());

describe('Feel', () => {
  it('leads with ratios, which need neither mass nor friction, and says what figures lack', async () => {
    const { text } = await stage();
    // (23.8125 / 22.225)² = 1.1480; 1 / 1.1480 = 0.8711.
    expect(text()).toContain('13 % less pedal travel, 15 % more effort.');
    expect(text()).toContain('pedal travel 13 % less');
    expect(text()).toContain('master (23.8125 / 22.225)² = 1.1480');
    expect(text()).not.toContain('1.0000');
    expect(text()).toContain('57.4 mm² more');
    expect(text()).toContain('Ratios hold without them');
    expect(text()).not.toContain('assistance lost');
  });

  it(
    'takes what is usual when it is asked to, marks it, and then says figures; all of it can be ' + 'taken back',
    async () => {
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
    },
  );

  it(
    'a value is entered as people write it; what cannot be so is said at its field and nothing else ' + 'is lost',
    async () => {
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
    },
  );

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

  it(
    'a size that a fitting unit has comes with it, is tried with it, and taken into the job: unit to ' +
      'the chain, conditions to the list',
    async () => {
      const { fixture, host, text, settle, service } = await stage();
      named(host, 'Assume what is usual').click();
      await settle();
      await typeIn(fixture, 'Effort from, N', '60');
      await typeIn(fixture, 'to, N', '400');
      await settle();
      expect(text()).toContain('rod length: 118 there, 122 here: Adjust the rod; not recorded: sensor');
      named(host, 'Try Ardfrith tandem master 25 V').click();
      await settle();
      await typeIn(fixture, 'pedal ratio, try 1', '5');
      await settle();
      named(host, 'Take try 1 into the job').click();
      await settle();
      expect(service.decide).toHaveBeenCalledWith('unit:brake-master', 'ard-tm25v', 'of the set-up “try 1” in Feel');
      expect(service.addLine).toHaveBeenCalledWith('ask', 'pedal ratio 5', 'of the set-up “try 1” in Feel');
      // With another bore it is not that unit any more.
      await typeIn(fixture, 'bore of the master, try 1', '22.225');
      await settle();
      service.decide.mockClear();
      named(host, 'Take try 1 into the job').click();
      await settle();
      expect(service.decide).not.toHaveBeenCalled();
      expect(service.addLine.mock.calls.at(-1)?.[1]).toContain('bore of the master 22.225 mm');
    },
  );

  it('how sure: what is assumed is drawn; another value takes the bands away; a run can be left', async () => {
    const { fixture, host, text, settle } = await stage();
    named(host, 'Assume what is usual').click();
    await settle();
    named(host, 'Draw 20000 times').click();
    await settle();
    // Nothing but the bore differs, and what both share is drawn once: the ratio has no band.
    expect(text()).toContain('× 1.15 (1.15 to 1.15)');
    expect(text()).toMatch(/\d+ N \(\d+ to \d+\)/);
    await typeIn(fixture, 'mass, all', '1500');
    await settle();
    expect(text()).not.toContain('× 1.15 (1.15');
    const held = thread(true);
    const other = await stage(sheet, 'brake-master', held);
    named(other.host, 'Draw 20000 times').click();
    await other.settle();
    expect(other.host.querySelector('mat-progress-bar')).not.toBeNull();
    named(other.host, 'Cancel').click();
    await other.settle();
    expect(held.ended).toHaveBeenCalledOnce();
    expect(other.host.querySelector('mat-progress-bar')).toBeNull();
  });

  it('prints what is on the screen: set-ups by name, cases, ratios, and what is only assumed', async () => {
    const { host, settle } = await stage();
    named(host, 'Assume what is usual').click();
    await settle();
    const kept = vi.spyOn(HTMLAnchorElement.prototype, 'click').mockReturnValue(undefined);
    URL.createObjectURL = () => 'blob:paper';
    URL.revokeObjectURL = () => undefined;
    named(host, 'Print the comparison').click();
    await settle();
    expect(kept).toHaveBeenCalledOnce();
    kept.mockRestore();
    const sent = printFeel.mock.calls.at(-1)?.[0].body;
    expect(sent?.compare.setups.map(({ name, master }) => [name, master.bore])).toEqual([
      ['now', { value: 22.225, unit: 'mm' }],
      ['then', { value: 23.8125, unit: 'mm' }],
    ]);
    expect(sent?.compare.cases?.map(({ name }) => name)).toContain('front circuit lost');
    expect(sent?.ratios).toContain('pedal travel: 13 % less');
    expect(sent?.assumed).toContain('front lining friction 0.38');
  });

  it('a pedal that goes further than it should: what of fluid is lost, and what would explain it', async () => {
    const { fixture, host, text, settle } = await stage();
    named(host, 'Assume what is usual').click();
    await settle();
    await typeIn(fixture, 'push on the pedal, measured', '100 N');
    await typeIn(fixture, 'pedal travel at it, measured', '120');
    await settle();
    expect(text()).toMatch(/\d+ mm³ of air would explain it, or hoses that give/);
    await typeIn(fixture, 'pedal travel at it, measured', '2');
    await settle();
    expect(text()).toContain('nothing is lost that a rule could show');
  });

  it('says why a set-up has no figures, and what of its kinds nobody recorded', async () => {
    const odd = {
      ...side(22.225),
      assumed: ['rear' as const],
      values: side(22.225).values.map((v) => (v.key === 'frontPiston' ? { ...v, value: 20 } : v)),
    };
    const { host, text, settle } = await stage({
      ...sheet,
      brake: { now: odd, then: { ...odd, kinds: { ...kinds, rear: 'disc' } } },
    });
    expect(text()).toContain('Nobody recorded what sits at the rear');
    named(host, 'Assume what is usual').click();
    await settle();
    expect(text()).toContain('too large for every piston');
  });

  it('of a clutch: what was measured says what is lost, turns of the rod, and which pair restores it', async () => {
    const clutch = { pedalTravel: 135, pedalRatio: 5.6, masterBore: 15.875, slaveBore: 19.05, wanted: 14 };
    const { fixture, text, settle } = await stage({ ...sheet, clutch: { now: clutch, then: clutch } }, 'clutch-master');
    await typeIn(fixture, 'free travel of the pedal, now', '12');
    await typeIn(fixture, 'slave travel, measured, measured', '10');
    await typeIn(fixture, 'line pressure at release, measured', '2 MPa');
    await typeIn(fixture, 'pitch of the rod’s thread, measured', '1.25');
    await typeIn(fixture, 'free travel that is wanted, measured', '5');
    await settle();
    expect(text()).toContain('do not arrive');
    expect(text()).toContain('mm³ of air would explain it: bleed first');
    expect(text()).toContain('Turn the rod 1.0 turns longer');
    expect(text()).toMatch(/(master|slave) .*at the slave, .*(more|less) effort/);
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
