import { NEVER, of, throwError } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { SolveAnswer } from '@kerabat/contract';
import { check, CHOSEN, fixView, job, joint, measurement, named, render, type, using, workspace } from '../../testing';
import { CloseView } from './close';
import { FitStage } from './fit';
import { JointsView } from './joints';
import { MeasureView } from './measure';
import { PutIn } from './put-in';
import { RodView } from './rod';
import { WholeView } from './whole';

const submit = (form: Element | null) => form?.dispatchEvent(new Event('submit'));
const bad = joint({
  id: 'sensor',
  words: 'sensors',
  state: 'does-not-fit',
  checks: [check({ id: 'sensor', state: 'does-not-fit', sentence: 'Another connector.', fixes: [fixView()] })],
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
    expect(text()).toContain('Measure 1');
  });
});

describe('The whole chain', () => {
  const part = {
    id: 'master',
    words: 'brake master',
    kind: 'brake-master' as const,
    depth: 1,
    now: 'old',
    next: 'new one',
    change: 'new' as const,
    facts: [],
    state: 'does-not-fit' as const,
    meets: [
      {
        words: 'line, front left',
        with: 'block',
        to: 'block',
        state: 'does-not-fit' as const,
        joint: 'brake-master/master-line-front-left',
      },
    ],
  };
  it('shows each part as it is and as it will be, and leads to the joint', async () => {
    const ws = workspace({}, { chain: { system: 'brake', links: [], joints: [], parts: [part] } });
    const { host, text } = await render(WholeView, using(job(ws)));
    expect(text()).toContain('1 of 1 parts change');
    expect(text()).toContain('new one');
    expect(host.querySelector('td a')?.getAttribute('href')).toContain('joint=brake-master%2Fmaster-line-front-left');
  });
  it('says so when nothing is known', async () => {
    const { text } = await render(WholeView, using(job(workspace())));
    expect(text()).toContain('Nothing is known');
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
  it('another joint is opened from the row of joints', async () => {
    const { host } = await render(JointsView, using(job(chosen(joint(), bad))));
    expect([...host.querySelectorAll('mat-chip-option')].map((chip) => chip.textContent?.trim())).toHaveLength(2);
  });
  it('applies a fix, and shows what it opens elsewhere before', async () => {
    const after = { state: 'fits-with-change' as const, sentence: 'Then: reach: it fouls.', opens: ['reach'] };
    const service = job(
      chosen({
        ...bad,
        checks: [check({ id: 'sensor', state: 'does-not-fit', fixes: [fixView({ after, skill: 'machinist' })] })],
      }),
    );
    const { host, text } = await render(JointsView, using(service));
    expect(text()).toContain('it fouls');
    expect(text()).toContain('machinist');
    named(host, 'Apply fix: Move the old sensor over').click();
    expect(service.decide).toHaveBeenCalledWith('fix:brake-master/sensor', 'accepted', 'fix chosen');
  });
  it('undoes a fix', async () => {
    const service = job(
      chosen({
        ...bad,
        checks: [check({ id: 'sensor', state: 'fits-with-change', fixes: [fixView({ accepted: true })] })],
      }),
    );
    const { host } = await render(JointsView, using(service));
    named(host, 'Undo fix: Move the old sensor over').click();
    expect(service.undecide).toHaveBeenCalledWith('fix:brake-master/sensor');
  });
  it('says so when there is no acceptable fix', async () => {
    const lost = {
      ...bad,
      checks: [check({ id: 'seals', state: 'does-not-fit' as const })],
    };
    const { text } = await render(JointsView, using(job(chosen(lost))));
    expect(text()).toContain('there is no fix');
  });
  it('records a missing value on the side that lacks it, with the usual instrument', async () => {
    const service = job(chosen(dotted));
    const { host, text, settle } = await render(JointsView, using(service));
    const field = host.querySelector('app-measure-field input');
    type(field, '118');
    await settle();
    expect(text()).toContain('rod length from the flange face: 118 mm · 4.6457 in, caliper');
    submit(host.querySelector('app-measure-field form'));
    expect(service.measure).toHaveBeenCalledWith(
      expect.objectContaining({ side: 'unit', slot: 'brake-master' }),
      'rod 118 cal',
      false,
    );
  });
  it('a named instrument is taken as named', async () => {
    const service = job(chosen(dotted));
    const { host } = await render(JointsView, using(service));
    type(host.querySelector('app-measure-field input'), '118 ruler');
    submit(host.querySelector('app-measure-field form'));
    expect(service.measure).toHaveBeenCalledWith(expect.anything(), 'rod 118 ruler', false);
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
  it('without a chosen unit sends to Interchange, or lets one be put in', async () => {
    const { text, host } = await render(JointsView, using(job(workspace())));
    expect(text()).toContain('No unit is chosen');
    expect(named(host, 'Add unit')).toBeDefined();
  });
});

describe('Add a unit', () => {
  const place = workspace().work[0];
  it('from the catalogue', async () => {
    const service = job(workspace());
    const units = vi.fn((..._: unknown[]) =>
      of({
        units: [{ id: 'ard-x', kind: 'brake-master', name: 'master X', maker: 'Ardfrith', bore: '19 mm' }],
        total: 1,
      }),
    );
    const { host, settle } = await render(PutIn, { ...using(service, { units }), inputs: { work: place } });
    named(host, 'Add unit').click();
    await settle();
    type(host.querySelector('.panel input'), 'master x');
    submit(host.querySelector('form'));
    await settle();
    expect(units).toHaveBeenCalledWith({ query: { kind: 'brake-master', q: 'master x', limit: 12 } });
    named(host, 'Add Ardfrith master X').click();
    expect(service.decide).toHaveBeenCalledWith('unit:brake-master', 'ard-x', 'put in by hand', undefined);
  });
  it('by its dimensions, under a name', async () => {
    const service = job(workspace());
    const { host, settle } = await render(PutIn, { ...using(service), inputs: { work: place } });
    named(host, 'Add unit').click();
    await settle();
    type(host.querySelectorAll('.panel input')[1] ?? null, 'universal 19');
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
  it('groups by what has to come off, with a field for each, and the caution where it is needed', async () => {
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
    expect(host.querySelectorAll('app-measure-field')).toHaveLength(2);
    expect(text()).toContain('never on the jack alone');
    expect(named(host, 'Print the sheet').getAttribute('href')).toContain('measure.pdf');
  });
  it('asks on the drawing of the joint, and beside it what has no place there', async () => {
    const asked = measurement({ attribute: 'rod-length', side: 'unit' });
    const beside = measurement({ attribute: 'threads-showing', side: 'unit', key: 'b', what: 'threads showing' });
    const face = (part: string, kind: 'pedal' | 'brake-master', side: 'vehicle' | 'unit') => ({
      part,
      kind,
      words: part,
      side,
      facts: [],
    });
    const drawn = {
      kind: 'rod' as const,
      faces: [face('pedal', 'pedal', 'vehicle'), face('master', 'brake-master', 'unit')] as [
        ReturnType<typeof face>,
        ReturnType<typeof face>,
      ],
    };
    const rod = joint({
      state: 'not-known',
      drawn,
      checks: [check({ state: 'not-known', about: ['rod-length', 'rod-length'], measures: [asked, beside] })],
    });
    const { host } = await render(
      MeasureView,
      using(job(workspace({ joints: [rod] }, { measurements: [asked, beside] }))),
    );
    expect(host.querySelector('[data-key="b:rod-length"] input')).not.toBeNull();
    expect(host.querySelectorAll('app-measure-field')).toHaveLength(2);
  });
  it('does not call an unknown joint settled when measuring there would save nothing', async () => {
    const { text } = await render(MeasureView, using(job(chosen(dotted))));
    expect(text()).toContain('1 joint not known; those units also have a mismatch with no fix');
  });
  it('says when nothing has to be measured', async () => {
    expect((await render(MeasureView, using(job(workspace())))).text()).toContain('Every joint is known');
  });
});

describe('All fixes together', () => {
  const way = {
    keys: ['brake-master/sensor'],
    fixes: [fixView({ key: 'brake-master/sensor' })],
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
    expect(solveJob).toHaveBeenCalledWith({ at: { id: 1 }, body: { skill: 'engineer’s approval' } });
    expect(text()).toContain('10 min work + 1 part × 10 + 0 waiting = 20');
    named(host, 'Apply these fixes, solution 1').click();
    expect(service.decideAll).toHaveBeenCalledWith([
      { subject: 'fix:brake-master/sensor', choice: 'accepted', reason: 'part of the way that was chosen' },
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
    [answer({ ways: [], because: 'No acceptable fix is known for the seals.' }), 'No acceptable fix'],
    [answer({ ways: [] }), 'No solution within these limits'],
    [answer({ ways: [{ ...way, keys: [], fixes: [] }] }), 'nothing to close'],
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
    type(host.querySelector('input'), 'soon');
    submit(host.querySelector('form'));
    await settle();
    host.querySelector('input')?.dispatchEvent(new Event('blur'));
    await settle();
    expect(text()).toContain('A whole number of minutes');
    type(host.querySelector('input'), '');
    submit(host.querySelector('form'));
    await settle();
    expect(host.querySelector('app-problem-line')?.textContent).toMatch(/\S/);
  });
});

describe('Rod and clearance', () => {
  const face = (
    part: string,
    kind: 'booster' | 'brake-master',
    side: 'vehicle' | 'unit',
    attribute: 'booster-pin' | 'recess-depth',
    value: number,
  ) => ({ part, kind, words: part, side, facts: [{ attribute, value }] });
  const gap = joint({
    drawn: {
      kind: 'push',
      faces: [
        face('booster', 'booster', 'vehicle', 'booster-pin', 13.4),
        face('master', 'brake-master', 'unit', 'recess-depth', 13.8),
      ],
    },
  });
  it('starts from what the joint knows', async () => {
    const { text, host } = await render(RodView, using(job(chosen(gap)), { settings: () => of({ rows: [] }) }));
    expect(
      [...host.querySelectorAll('input')]
        .map((i) => i.value)
        .filter(Boolean)
        .slice(0, 2),
    ).toEqual(['13.8', '13.4']);
    expect(text()).toContain('Clearance 0.40 mm (0.0157 in) ± 0.14 mm is within');
  });
});
