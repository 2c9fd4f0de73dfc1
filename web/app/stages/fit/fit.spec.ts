import { NEVER, of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { PlanAnswer, SolveAnswer } from '@kerabat/contract';
import { check, CHOSEN, job, joint, measurement, named, remedy, render, type, using, workspace } from '../../testing';
import { CloseView } from './close';
import { FitStage } from './fit';
import { JointsView } from './joints';
import { MeasureView } from './measure';
import { PlanView } from './plan';
import { PutIn } from './put-in';
import { RodView } from './rod';

const submit = (form: Element | null) => form?.dispatchEvent(new Event('submit'));
const bad = joint({
  id: 'sensor',
  words: 'sensors',
  state: 'does-not-fit',
  checks: [check({ id: 'sensor', state: 'does-not-fit', sentence: 'Another connector.', remedies: [remedy()] })],
});
const dotted = joint({
  id: 'pedal',
  words: 'pedal',
  state: 'not-known',
  checks: [check({ id: 'rod-length', state: 'not-known', measures: [measurement()] })],
});
const chosen = (...joints: (typeof bad)[]) => workspace({ chosen: CHOSEN, joints });

describe('Fit', () => {
  it('counts what is open, and what is to be measured', async () => {
    const w = workspace({ chosen: CHOSEN, joints: [bad, dotted] }, { measurements: [measurement()] });
    const { text } = await render(FitStage, using(job(w)));
    expect(text()).toContain('Joints 2 open');
    expect(text()).toContain('Measure before you order 1');
  });
});

describe('Joints', () => {
  it('opens the gravest joint, and the one that is asked for', async () => {
    const { host } = await render(JointsView, using(job(chosen(joint(), dotted, bad))));
    expect(host.querySelector('section')?.getAttribute('aria-label')).toBe('sensors: does not fit');
    const asked = await render(JointsView, {
      ...using(job(chosen(joint(), dotted, bad))),
      inputs: { joint: 'brake-master/pedal' },
    });
    expect(asked.host.querySelector('section')?.getAttribute('aria-label')).toBe('pedal: not known');
  });
  it('up and down go through the list', async () => {
    const { host } = await render(JointsView, using(job(chosen(joint(), bad))));
    document.body.append(host);
    const [first, second] = [...host.querySelectorAll<HTMLButtonElement>('button.joint')];
    first?.focus();
    first?.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true }));
    expect(document.activeElement).toBe(second);
    host.remove();
  });
  it('takes a way out, and shows what it opens elsewhere before', async () => {
    const after = { state: 'fits-with-change' as const, sentence: 'Then: reach: it fouls.', opens: ['reach'] };
    const service = job(
      chosen({
        ...bad,
        checks: [check({ id: 'sensor', state: 'does-not-fit', remedies: [remedy({ after, skill: 'machinist' })] })],
      }),
    );
    const { host, text } = await render(JointsView, using(service));
    expect(text()).toContain('it fouls');
    expect(text()).toContain('machinist');
    named(host, 'Do this: Move the old sensor over').click();
    expect(service.decide).toHaveBeenCalledWith('remedy:brake-master/sensor', 'accepted', 'way out chosen');
  });
  it('gives a way out back', async () => {
    const service = job(
      chosen({
        ...bad,
        checks: [check({ id: 'sensor', state: 'fits-with-change', remedies: [remedy({ accepted: true })] })],
      }),
    );
    const { host } = await render(JointsView, using(service));
    named(host, 'Take back: Move the old sensor over').click();
    expect(service.undecide).toHaveBeenCalledWith('remedy:brake-master/sensor');
  });
  it('says so when there is no acceptable way out, and what nobody recorded', async () => {
    const lost = {
      ...bad,
      checks: [check({ id: 'seals', state: 'does-not-fit' as const })],
      silent: ['room ahead of the bulkhead'],
    };
    const { text } = await render(JointsView, using(job(chosen(lost))));
    expect(text()).toContain('there is no fix');
    expect(text()).toContain('Not asked, because nobody has recorded anything about it: room ahead of the bulkhead.');
  });
  it('records a missing value on the side that lacks it, with the usual instrument', async () => {
    const service = job(chosen(dotted));
    const { host, text, settle } = await render(JointsView, using(service));
    const field = host.querySelector('form.measure input');
    type(field, '118');
    await settle();
    expect(text()).toContain('rod length from the flange face: 118 mm · 4.6457 in, caliper');
    submit(host.querySelector('form.measure'));
    expect(service.measure).toHaveBeenCalledWith(
      expect.objectContaining({ side: 'unit', slot: 'brake-master' }),
      'rod 118 cal',
    );
  });
  it('a named instrument is taken as named', async () => {
    const service = job(chosen(dotted));
    const { host } = await render(JointsView, using(service));
    type(host.querySelector('form.measure input'), '118 ruler');
    submit(host.querySelector('form.measure'));
    expect(service.measure).toHaveBeenCalledWith(expect.anything(), 'rod 118 ruler');
  });
  it('overrides a joint only through a form that asks for the reason', async () => {
    const service = job(chosen(bad), 'Letting a joint pass takes a reason.');
    const { host, text, settle } = await render(JointsView, using(service));
    named(host, 'Override joint').click();
    await settle();
    submit(host.querySelector('form.row'));
    await settle();
    expect(service.decide).toHaveBeenCalledWith('override:brake-master/sensor', 'overridden', '');
    expect(text()).toContain('takes a reason');
  });
  it('another design is confirmed where it is told', async () => {
    const other = joint({
      id: 'place-master',
      state: 'not-known',
      checks: [check({ id: 'place.record', state: 'not-known', decides: 'wanted' })],
    });
    const service = job(chosen(other));
    const { host } = await render(JointsView, using(service));
    named(host, 'Confirm: wanted so').click();
    expect(service.decide).toHaveBeenCalledWith('wanted:brake-master', 'yes', 'another design is wanted');
  });
  it('names who overrode a joint', async () => {
    const decisions = [
      {
        subject: 'override:brake-master/sensor',
        value: { choice: 'let pass' },
        reason: 'harness made',
        by: 'Odo',
        at: '',
        version: 1,
      },
    ];
    const { text } = await render(JointsView, using(job(workspace({ chosen: CHOSEN, joints: [bad] }, { decisions }))));
    expect(text()).toContain('Overridden by Odo: harness made');
  });
  it('without a chosen unit sends to Kin, or lets one be put in', async () => {
    const { text, host } = await render(JointsView, using(job(workspace())));
    expect(text()).toContain('No unit is chosen');
    expect(named(host, 'Put a unit in')).toBeDefined();
  });
});

describe('Put a unit in', () => {
  const place = workspace().work[0];
  it('from the catalogue', async () => {
    const service = job(workspace());
    const units = vi.fn((..._: unknown[]) =>
      of({ units: [{ id: 'ard-x', kind: 'brake-master', name: 'master X', maker: 'Ardfrith', bore: '19 mm' }] }),
    );
    const { host, settle } = await render(PutIn, { ...using(service, { units }), inputs: { work: place } });
    named(host, 'Put a unit in').click();
    await settle();
    type(host.querySelector('input[name=q]'), 'master x');
    submit(host.querySelector('form'));
    await settle();
    expect(units).toHaveBeenCalledWith('brake-master', 'master x');
    named(host, 'Put in Ardfrith master X').click();
    expect(service.decide).toHaveBeenCalledWith('unit:brake-master', 'ard-x', 'put in by hand', undefined);
  });
  it('by its dimensions, under a name', async () => {
    const service = job(workspace());
    const { host, settle } = await render(PutIn, { ...using(service), inputs: { work: place } });
    named(host, 'Put a unit in').click();
    await settle();
    type(host.querySelector('input[name=name]'), 'universal 19');
    submit(host.querySelectorAll('form')[1] ?? null);
    expect(service.decide).toHaveBeenCalledWith(
      'unit:brake-master',
      'own:brake-master',
      'by its dimensions',
      'universal 19',
    );
  });
});

describe('Measure before you order', () => {
  it('groups by what has to come off, with a drawing of each, and the caution where it is wanted', async () => {
    const droop = measurement({
      side: 'vehicle',
      attribute: 'hose-droop',
      what: 'hose needed at full droop',
      key: 'a',
      group: 'nothing-off',
      onVehicle: true,
    });
    const { host, text } = await render(
      MeasureView,
      using(job(workspace({}, { measurements: [droop, measurement()] }))),
    );
    expect([...host.querySelectorAll('h2')].map((h) => h.textContent)).toEqual([
      'on the vehicle, nothing taken off',
      'on the new unit, or ask the supplier',
    ]);
    expect(host.querySelectorAll('svg[role=img]').length).toBe(2);
    expect(text()).toContain('never on the jack alone');
    expect(named(host, 'Print the sheet').getAttribute('href')).toContain('measure.pdf');
  });
  it('does not call a dotted joint settled when measuring there would save nothing', async () => {
    const { text } = await render(MeasureView, using(job(chosen(dotted))));
    expect(text()).toContain('1 joint is dotted, but where they are something does not fit');
  });
  it('says when nothing has to be measured', async () => {
    expect((await render(MeasureView, using(job(workspace())))).text()).toContain('No joint is dotted');
  });
});

describe('Ways to close it', () => {
  const way = {
    keys: ['brake-master/sensor'],
    remedies: [remedy({ key: 'brake-master/sensor' })],
    minutes: 10,
    parts: 1,
    cost: 20,
    working: '10 min work + 1 part × 10 + 0 waiting = 20',
  };
  const answer = (over: Partial<SolveAnswer> = {}): SolveAnswer => ({
    ways: [way],
    notKnown: [],
    truncated: false,
    looked: 3,
    ...over,
  });
  it('shows the cheapest way with its sum, and takes it', async () => {
    const service = job(chosen(bad));
    const solveJob = vi.fn((..._: unknown[]) =>
      of({ progress: { slot: 'brake-master', looked: 1, open: 1 } }, { answer: answer() }),
    );
    const { host, text, settle } = await render(CloseView, using(service, { solveJob }));
    submit(host.querySelector('form'));
    await settle();
    expect(solveJob).toHaveBeenCalledWith(1, { skill: 'engineer’s approval' });
    expect(text()).toContain('10 min work + 1 part × 10 + 0 waiting = 20');
    named(host, 'Take this way, number 1').click();
    expect(service.decideAll).toHaveBeenCalledWith([
      { subject: 'remedy:brake-master/sensor', choice: 'accepted', reason: 'part of the way that was chosen' },
    ]);
  });
  it('tells how far it is, and can be cancelled', async () => {
    const { host, text, settle } = await render(CloseView, using(job(chosen(bad)), { solveJob: () => NEVER }));
    submit(host.querySelector('form'));
    await settle();
    named(host, 'Cancel').click();
    await settle();
    expect(text()).toContain('Cancelled: nothing was changed.');
  });
  it.each([
    [answer({ ways: [], because: 'No acceptable way out is known for the seals.' }), 'No acceptable way out'],
    [answer({ ways: [] }), 'No way keeps to these limits'],
    [answer({ ways: [{ ...way, keys: [], remedies: [] }] }), 'nothing to close'],
    [answer({ truncated: true }), 'cut short'],
    [answer({ notKnown: ['rod length'] }), '1 check has to be measured'],
  ])('says why %j', async (given, words) => {
    const { host, text, settle } = await render(
      CloseView,
      using(job(chosen(bad)), { solveJob: () => of({ answer: given }) }),
    );
    submit(host.querySelector('form'));
    await settle();
    expect(text()).toContain(words);
  });
  it('a limit that is no number, and a server that fails, are said', async () => {
    const { host, text, settle } = await render(
      CloseView,
      using(job(chosen(bad)), { solveJob: () => throwError(() => new Error('gone')) }),
    );
    type(host.querySelector('input[name=minutes]'), 'soon');
    submit(host.querySelector('form'));
    await settle();
    expect(text()).toContain('"soon" is not a number of minutes');
    type(host.querySelector('input[name=minutes]'), '');
    submit(host.querySelector('form'));
    await settle();
    expect(host.querySelector('app-problem-line')?.textContent?.trim()).not.toBe('');
  });
});

describe('Conversion', () => {
  const PLAN: PlanAnswer = {
    id: 'three-to-two', words: 'three outlets to two', about: 'The front pair joined.', system: 'brake', applies: 'yes', because: [],
    choices: [{ id: 'joining', words: 'Tee', options: [{ id: 'pieces', words: 'from pieces', argues: 'cheaper' }, { id: 'set', words: 'ready-made', argues: 'complete' }], taken: 'pieces' }],
    roles: [{ slot: 'brake-master', place: 'master', kind: 'brake-master', words: 'two-outlet master', candidates: [{ unitId: 'ard-x', name: 'master X', maker: 'Ardfrith', number: 'A 1', from: 'T30', misfits: 1, hopeless: 0, open: 2, sentence: 'No port.' }] }],
    joints: [{ slot: 'brake-master', place: 'master', asks: ['reach to the left of the bore'] }],
    parts: [{ key: 'tee', does: 'add', words: 'Tee', why: 'one outlet', number: 'WX1' }],
    sums: [{ choice: 'joining', sums: [{ option: 'pieces', words: 'from pieces', total: 18.8, working: 'Tee 1 × 9.40', missing: [] }, { option: 'set', words: 'ready-made', working: '', missing: ['Set'] }] }],
    tools: ['flare wrench'], steps: [{ key: 's', group: 'fit', words: 'Fix the tee', why: '', caution: 'Careful.' }], mated: [], watch: ['Cross-threading.'], cautions: ['A law.'],
  }; // prettier-ignore
  const VEHICLE = {
    id: 't20',
    maker: 'Tessarund',
    series: '',
    name: 'T20',
    builtFrom: '1982-02',
    builtTo: null,
    weightClass: '',
    gearbox: '',
    assistance: '',
    drivingSide: '',
    note: '',
    options: [],
  };
  const api = (over: Partial<PlanAnswer> = {}) => ({
    conversions: () =>
      of({ conversions: [{ id: PLAN.id, words: PLAN.words, about: '', system: 'brake', choices: [] }] }),
    plan: vi.fn((..._: unknown[]) => of({ ...PLAN, ...over })),
  });
  const pick = async (host: HTMLElement, settle: () => Promise<void>) => {
    const select = host.querySelector('select');
    if (select) select.value = 'three-to-two';
    select?.dispatchEvent(new Event('change'));
    await settle();
  };
  it('shows what it takes, with both sums, and plans the job by it', async () => {
    const service = job(workspace({}, { vehicle: VEHICLE }));
    const { host, text, settle } = await render(PlanView, using(service, api()));
    await pick(host, settle);
    expect(text()).toContain('18.80 = Tee 1 × 9.40');
    expect(text()).toContain('sum not known: no price for Set');
    expect(text()).toContain('Careful.');
    named(host, 'Plan the job by this').click();
    expect(service.decide).toHaveBeenCalledWith('conversion', 'three-to-two', 'three outlets to two', 'joining=pieces');
  });
  it('a choice is asked anew, and a planned job follows at once', async () => {
    const planned = { id: 'three-to-two', words: '', applies: 'yes', because: [], choices: { joining: 'pieces' } };
    const service = job(workspace({}, { vehicle: VEHICLE, conversion: planned }));
    const calls = api();
    const { host, settle } = await render(PlanView, using(service, calls));
    await settle();
    host.querySelector('input[value=set]')?.dispatchEvent(new Event('change'));
    await settle();
    expect(calls.plan).toHaveBeenLastCalledWith(
      'three-to-two',
      expect.objectContaining({ vehicleId: 't20', choices: { joining: 'set' } }),
    );
    expect(service.decide).toHaveBeenCalledWith('conversion', 'three-to-two', 'three outlets to two', 'joining=pieces');
    named(host, 'Put in Ardfrith master X').click();
    expect(service.decide).toHaveBeenCalledWith('unit:brake-master', 'ard-x', 'for the conversion', 'A 1');
  });
  it('says why it makes no sense, and cannot be taken then', async () => {
    const { host, text, settle } = await render(
      PlanView,
      using(
        job(workspace({}, { vehicle: VEHICLE })),
        api({ applies: 'no', because: ['Its master has not three outlets.'] }),
      ),
    );
    await pick(host, settle);
    expect(text()).toContain('Not on this vehicle: Its master has not three outlets.');
    expect(named(host, 'Plan the job by this').hasAttribute('disabled')).toBe(true);
  });
  it('asks for the vehicle first', async () => {
    expect((await render(PlanView, using(job(workspace({}, {})), api()))).text()).toContain('name it in Ask');
  });
});

describe('Rod and clearance', () => {
  const gap = joint({
    checks: [check({ id: 'recess-depth', vehicle: 'booster pin 13.4 mm · 0.5276 in', unit: '13.8 mm · 0.5433 in' })],
  });
  it('starts from what the joint knows', async () => {
    const { text, host } = await render(RodView, using(job(chosen(gap)), { practice: () => of({ rows: [] }) }));
    expect([...host.querySelectorAll('input')].map((i) => i.value).slice(0, 2)).toEqual(['13.8', '13.4']);
    expect(text()).toContain('Clearance 0.40 mm (0.0157 in) is within');
  });
});
