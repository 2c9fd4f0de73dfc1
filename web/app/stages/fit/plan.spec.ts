import { of, Subject } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type { PlanAnswer } from '@kerabat/contract';
import { choose, job, named, render, using, workspace } from '../../testing';
import { PlanView } from './plan';

describe('Conversion', () => {
  const PLAN: PlanAnswer = {
    id: 'three-to-two',
    words: 'three outlets to two',
    about: 'The front pair joined.',
    system: 'brake',
    applies: 'yes',
    because: [],
    choices: [
      {
        id: 'joining',
        words: 'Tee',
        options: [
          { id: 'pieces', words: 'from pieces', argues: 'cheaper' },
          { id: 'set', words: 'ready-made', argues: 'complete' },
        ],
        taken: 'pieces',
      },
    ],
    roles: [
      {
        slot: 'brake-master',
        place: 'master',
        kind: 'brake-master',
        words: 'two-outlet master',
        candidates: [
          {
            unitId: 'ard-x',
            name: 'master X',
            maker: 'Ardfrith',
            number: 'A 1',
            from: 'T30',
            misfits: 1,
            hopeless: 0,
            open: 2,
            sentence: 'No port.',
          },
        ],
      },
    ],
    joints: [{ slot: 'brake-master', place: 'master', asks: ['reach to the left of the bore'] }],
    parts: [{ key: 'tee', does: 'add', words: 'Tee', why: 'one outlet', number: 'WX1' }],
    sums: [
      {
        choice: 'joining',
        sums: [
          { option: 'pieces', words: 'from pieces', total: 18.8, working: 'Tee 1 × 9.40', missing: [] },
          { option: 'set', words: 'ready-made', working: '', missing: ['Set'] },
        ],
      },
    ],
    tools: ['flare wrench'],
    steps: [{ key: 's', group: 'fit', words: 'Fix the tee', why: '', caution: 'Careful.' }],
    mated: [],
    watch: ['Cross-threading.'],
    cautions: ['A law.'],
  };
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
    planConversion: vi.fn((..._: unknown[]) => of({ ...PLAN, ...over })),
  });
  it('shows what it takes, with both sums, and plans the job by it', async () => {
    const service = job(workspace({}, { vehicle: VEHICLE }));
    const { fixture, host, text, settle } = await render(PlanView, using(service, api()));
    await choose(fixture, 'Which conversion', 'three outlets to two');
    await settle();
    expect(text()).toContain('18.80 = Tee 1 × 9.40');
    expect(text()).toContain('sum not known: no price for Set');
    expect(text()).toContain('Careful.');
    named(host, 'Plan the job by this').click();
    expect(service.decide).toHaveBeenCalledWith(
      'conversion:three-to-two',
      'three-to-two',
      'three outlets to two',
      'joining=pieces',
    );
  });
  it('a choice is asked anew, and a planned job follows at once', async () => {
    const subject = 'conversion';
    const planned = {
      subject,
      id: 'three-to-two',
      words: '3',
      applies: 'yes',
      because: [],
      choices: { joining: 'pieces' },
    };
    const service = job(workspace({}, { vehicle: VEHICLE, conversions: [planned] }));
    const calls = api();
    const { host, settle } = await render(PlanView, using(service, calls));
    await settle();
    named(host, 'ready-made').click();
    await settle();
    expect(calls.planConversion).toHaveBeenLastCalledWith({
      at: { id: 'three-to-two' },
      body: expect.objectContaining({ vehicleId: 't20', choices: { joining: 'set' } }),
    });
    expect(service.decide).toHaveBeenCalledWith('conversion', 'three-to-two', 'three outlets to two', 'joining=pieces');
    named(host, 'Add Ardfrith master X').click();
    expect(service.decide).toHaveBeenCalledWith('unit:brake-master', 'ard-x', 'for the conversion', 'A 1');
  });
  it('is planned by the choice that stands, also while its plan is still on its way', async () => {
    const service = job(workspace({}, { vehicle: VEHICLE }));
    const late = new Subject<PlanAnswer>();
    const calls = api();
    const { fixture, host, settle } = await render(PlanView, using(service, calls));
    await choose(fixture, 'Which conversion', 'three outlets to two');
    await settle();
    calls.planConversion.mockReturnValue(late);
    named(host, 'ready-made').click();
    named(host, 'Plan the job by this').click();
    await settle();
    expect(service.decide).not.toHaveBeenCalled();
    late.next({ ...PLAN, choices: PLAN.choices.map((one) => ({ ...one, taken: 'set' })) });
    await settle();
    expect(service.decide).toHaveBeenCalledWith(
      'conversion:three-to-two',
      'three-to-two',
      'three outlets to two',
      'joining=set',
    );
  });
  it('a job may be planned by several: each is opened by its name, and another is planned too', async () => {
    const planned = (id: string, words: string) => ({
      subject: `conversion:${id}`,
      id,
      words,
      applies: 'yes',
      because: [],
      choices: {},
    });
    const service = job(workspace({}, { vehicle: VEHICLE, conversions: [planned('raised', 'raised bars')] }));
    const calls = api();
    const { fixture, host, text, settle } = await render(PlanView, using(service, calls));
    await settle();
    expect(calls.planConversion).toHaveBeenLastCalledWith(expect.objectContaining({ at: { id: 'raised' } }));
    await choose(fixture, 'Which conversion', 'three outlets to two');
    await settle();
    expect(text()).toContain('Plan the job by this too');
    named(host, 'raised bars').click();
    await settle();
    expect(calls.planConversion).toHaveBeenLastCalledWith(expect.objectContaining({ at: { id: 'raised' } }));
  });
  it('says why it makes no sense, and cannot be taken then', async () => {
    const { fixture, host, text, settle } = await render(
      PlanView,
      using(
        job(workspace({}, { vehicle: VEHICLE })),
        api({ applies: 'no', because: ['Its master has not three outlets.'] }),
      ),
    );
    await choose(fixture, 'Which conversion', 'three outlets to two');
    await settle();
    expect(text()).toContain('Not on this vehicle: Its master has not three outlets.');
    expect(named(host, 'Plan the job by this').hasAttribute('disabled')).toBe(true);
  });
  it('asks for the vehicle first', async () => {
    expect((await render(PlanView, using(job(workspace({}, {})), api()))).text()).toContain('name it in Ask');
  });
});
