import { signal } from '@angular/core';
import { of } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import type {
  EvidenceView,
  IdentifyAnswer,
  NextCheckView,
  PhotographView,
  SlotWork,
  UnitDetail,
} from '@kerabat/contract';
import { Instruments, type LiveReading } from '../../api/instruments';
import { candidate, job, named, OLD, render, type, using, workspace } from '../../testing';
import { IdentifyStage } from './identify';

const detail = (id: string, bore: number, label: string): UnitDetail => ({
  id,
  kind: 'brake-master',
  name: `unit ${id}`,
  maker: 'Ardfrith',
  note: '',
  source: 'list',
  facts: [
    { attribute: 'bore', words: 'bore', value: String(bore), recorded: bore, source: 'list' },
    { attribute: 'label-code', words: 'label code', value: label, recorded: label, source: 'list' },
    { attribute: 'reservoir', words: 'reservoir', value: 'clipped', recorded: 'clipped', source: 'list' },
  ],
  numbers: [],
  fitted: [],
});
const UNITS = {
  unit: ({ at }: { at: { id: string } }) =>
    of(at.id === 'b' ? detail('b', 23.8125, 'KD') : detail('ard-tm22vs', 22.225, 'KE')),
};
const stage = (service: ReturnType<typeof job>) => render(IdentifyStage, using(service, UNITS));
const identified = (over: Partial<IdentifyAnswer>): IdentifyAnswer => ({
  ...(workspace().work[0] as SlotWork).identification,
  ...over,
});
/** A label that somebody read. */
const label = (mark: string): EvidenceView => ({
  id: 9,
  uid: 'evidence-9',
  slot: 'brake-master',
  attribute: 'label-code',
  words: 'label code',
  value: mark,
  kind: 'mark',
  entered: mark,
  onVehicle: true,
  by: 'Ilse',
  at: '',
});
const next = (over: Partial<NextCheckView> = {}): NextCheckView => ({
  attribute: 'label-code',
  words: 'label code',
  gainBits: 0.95,
  minutes: 1,
  removal: '',
  tool: 'eye',
  where: 'sticker on the nose',
  spot: 'nose',
  line: 'label ',
  answers: [
    { value: 'KD', share: 0.5, line: 'label KD' },
    { value: 'KE', share: 0.5, line: 'label KE' },
  ],
  separates: 'KD 50 % · KE 50 %',
  ...over,
});

describe('Identify', () => {
  it('tells while typing what a line would be taken for, and what misleads there', async () => {
    const { host, text, settle } = await stage(job(workspace()));
    type(host.querySelector('#bench-line'), 'bore 26.9 cal');
    await settle();
    expect(text()).toContain('bore: 26.9 mm · 1.0591 in, caliper');
    expect(text()).toContain('Beware: a retaining ring in the way');
    type(host.querySelector('#bench-line'), 'bore soft');
    await settle();
    expect(text()).toContain('is not a number with a unit');
  });
  it('keeps a line that was refused, and clears one that was taken', async () => {
    const refused = job(workspace(), 'There is no such thread.');
    const first = await stage(refused);
    const line = first.host.querySelector<HTMLInputElement>('#bench-line');
    type(line, 'port rear left 3/8-22');
    first.host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await first.settle();
    expect(refused.benchLine).toHaveBeenCalledWith('port rear left 3/8-22');
    expect(first.text()).toContain('There is no such thread.');
    expect(line?.value).toBe('port rear left 3/8-22');

    const taken = await stage(job(workspace()));
    const box = taken.host.querySelector<HTMLInputElement>('#bench-line');
    type(box, 'label KE');
    await taken.settle();
    taken.host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await taken.settle();
    expect(box?.value).toBe('');
  });
  it('says for each candidate what speaks for it and against it, and folds the unlikely', async () => {
    const against = candidate({
      unitId: 'b',
      name: 'tandem master 23 V',
      probability: 0.4,
      disagrees: [{ attribute: 'bore-form', sentence: 'bore form stepped: this unit has straight', weight: 0.015 }],
    });
    const tail = candidate({ unitId: 'c', name: 'tandem master 25 V', probability: 0.001 });
    const base = workspace();
    const identification = {
      ...(base.work[0] as SlotWork).identification,
      candidates: [candidate(), against, tail],
      eliminatedCount: 1,
      eliminated: [
        {
          unitId: 'd',
          name: 'single master 19',
          maker: 'Ardfrith',
          probability: 0,
          because: [{ attribute: 'bore', sentence: 'bore too small', weight: 0 }],
        },
      ],
    };
    const { host, text } = await stage(job(workspace({ identification })));
    expect(host.querySelectorAll('.candidates > li')).toHaveLength(2);
    expect(text()).toContain('bore form stepped: this unit has straight');
    expect(text()).toContain('1 more, each under 1 %');
    expect(text()).toContain('1 out, with the reason');
    expect(text()).toContain('bore too small');
  });
  it('takes a person’s word for what the unit is, and shows whose word it was', async () => {
    const service = job(workspace({ old: OLD, oldBy: 'said by Odo' }));
    const { host, text } = await stage(service);
    expect(text()).toContain('said by Odo');
    named(host, 'This is it').click();
    expect(service.decide).toHaveBeenCalledWith('old:brake-master', 'ard-tm22vs', 'identified');
    named(host, 'Undo').click();
    expect(service.undecide).toHaveBeenCalledWith('old:brake-master');
  });
  it('shows withdrawn evidence struck through, with nobody able to withdraw it again', async () => {
    const evidence = [{ ...label('KE'), withdrawn: { by: 'Odo', at: '' } }];
    const { host, text } = await stage(job(workspace({ evidence })));
    expect(text()).toContain('withdrawn by Odo');
    expect(host.querySelector('.evidence button')).toBeNull();
  });
  it('without a unit that the job is about, sends back to Ask', async () => {
    expect((await stage(job({ ...workspace(), work: [] }))).text()).toContain('Say first which unit this job is about');
  });
  it('offers the choices of an attribute that was named, and takes the one that is clicked', async () => {
    const service = job(workspace());
    const { host, settle } = await stage(service);
    type(host.querySelector('#bench-line'), 'form ');
    await settle();
    named(host.querySelector('#bench-echo') as HTMLElement, 'stepped').click();
    expect(service.benchLine).toHaveBeenCalledWith('form stepped');
  });
});

describe('what to check next', () => {
  it('is told with its effort and where to look, marked on the drawn unit; a likely answer is one click', async () => {
    const bore = next({
      attribute: 'bore',
      words: 'bore',
      minutes: 16,
      removal: 'rod and boot',
      tool: 'caliper',
      line: 'bore ',
      spot: 'mouth',
      answers: [{ value: '22.225 mm', share: 1 }],
    });
    const service = job(workspace({ identification: identified({ nextChecks: [next(), bore] }) }));
    const { host, text, settle } = await stage(service);
    expect(text()).toContain('1 minute · nothing off.');
    expect(text()).toContain('16 minutes · off first: rod and boot · caliper');
    // The bore is asked where it is measured, and the drawing says in words what is recorded.
    expect(host.querySelector('app-unit-sheet input')?.getAttribute('aria-label')).toContain('label code');
    expect(host.querySelectorAll('app-unit-sheet app-measure-field')).toHaveLength(2);
    expect(host.querySelector('app-unit-sheet svg')?.getAttribute('aria-label')).toContain('bore 22.225 mm');
    named(host, 'label code is KE').click();
    expect(service.benchLine).toHaveBeenCalledWith('label KE');
    await settle();
    named(host, 'enter bore').click();
    await settle();
    expect((host.querySelector('#bench-line') as HTMLInputElement).value).toBe('bore ');
  });
  it('is folded once there is enough to order from', async () => {
    const { text } = await stage(
      job(workspace({ identification: identified({ verdict: 'enough', nextChecks: [next()] }) })),
    );
    expect(text()).toContain('Nothing needs to be checked');
    expect(text()).not.toContain('sticker on the nose');
  });
  it('depends on where the unit is', async () => {
    const service = job(workspace());
    const { host } = await stage(service);
    named(host, 'lost').click();
    expect(service.decide).toHaveBeenCalledWith('at:brake-master', 'lost', '');
  });
});

describe('what does not add up', () => {
  it('is named: the odd one out, what was perhaps read, a unit that the vehicle did not leave with', async () => {
    const identification = identified({
      verdict: 'contradictory',
      oddOneOut: { attribute: 'label-code', sentence: 'The odd one out is the label.' },
      didYouRead: [{ attribute: 'label-code', seen: 'K3', instead: 'KE' }],
      swapped: { sure: true, sentence: 'This vehicle does not carry what it left the factory with.' },
    });
    const seen = label('K3');
    const service = job(workspace({ identification, evidence: [seen] }));
    const { host, text } = await stage(service);
    expect(text()).toContain('The odd one out is the label.');
    expect(text()).toContain('does not carry what it left');
    named(host, 'Yes, KE').click();
    expect(service.correct).toHaveBeenCalledWith('label KE', 9);
  });
  it('a production change shows both sides, what belongs to each, and which one this is', async () => {
    const split = {
      sentence: 'Either side works if both are changed.',
      byMonth: 'A',
      sides: [
        { set: 'A', from: null, to: '2000-10', units: [{ slotWords: 'slave', unitId: 'a', unitName: 'slave A' }] },
        { set: 'B', from: '2000-11', to: null, units: [{ slotWords: 'slave', unitId: 'b', unitName: 'slave B' }] },
      ],
    };
    const { text } = await stage(job(workspace({ split })));
    expect(text()).toContain('Either side works if both are changed.');
    expect(text()).toMatch(/from the start to 2000-10 ?slave: slave A ?by the build month/);
  });
});

describe('side by side', () => {
  it('shows what differs, with what was seen, and both drawn; what is shared on demand', async () => {
    const seen = label('KE');
    const identification = identified({ candidates: [candidate(), candidate({ unitId: 'b' })], candidateCount: 2 });
    const { host, settle } = await stage(job(workspace({ identification, evidence: [seen] })));
    named(host, 'Side by side').click();
    await settle();
    const table = host.querySelector('app-compare-table') as HTMLElement;
    expect(table.textContent).toContain('22.225 mm · 7/8 in');
    expect(table.querySelectorAll('svg')).toHaveLength(2);
    expect(table.querySelector('.seen')).not.toBeNull();
    const cells = () => [...table.querySelectorAll('td .mono')].map((td) => td.textContent?.trim());
    expect(cells()).not.toContain('clipped');
    named(table, 'And 1 that they share').click();
    await settle();
    expect(cells()).toContain('clipped');
  });
});

describe('photographs', () => {
  const photograph: PhotographView = {
    id: 3,
    slot: 'brake-master',
    shows: 'the casting',
    type: 'image/png',
    width: 40,
    height: 30,
    size: 9,
    by: 'Odo',
    at: '2024-02-02',
    marks: [],
  };
  it('stand beside what they show; one is kept only with a file and a word', async () => {
    const service = job(workspace({ photographs: [photograph] }));
    const { host, text, settle } = await stage(service);
    expect(host.querySelector('img')?.getAttribute('src')).toBe('/pictures/3');
    named(host, 'Photograph of the unit').click();
    await settle();
    const form = host.querySelector('form.adding') as HTMLFormElement;
    form.dispatchEvent(new Event('submit'));
    await settle();
    expect(text()).toContain('Choose a photograph first');
    const file = form.querySelector('input[type=file]') as HTMLInputElement;
    Object.defineProperty(file, 'files', { value: [new File(['x'], 'a.png', { type: 'image/png' })] });
    file.dispatchEvent(new Event('change'));
    form.dispatchEvent(new Event('submit'));
    await settle();
    expect(text()).toContain('Say what the photograph shows');
    type(form.querySelector('mat-form-field input'), 'the nose');
    form.dispatchEvent(new Event('submit'));
    expect(service.photograph).toHaveBeenCalledWith(expect.any(File), 'the nose', undefined);
  });
});

describe('the caliper on the bench line', () => {
  it('is taken by its key, with what it says of itself in sight', async () => {
    const live: LiveReading = { device: 'caliper', quantity: { value: 26.94, unit: 'mm' }, notes: ['held'] };
    const instruments = {
      watch: vi.fn(() => () => undefined),
      caliper: signal(live),
      pitchGauge: signal(undefined),
      trouble: signal(''),
    };
    const { api, providers } = using(job(workspace()), UNITS);
    const { host, text, settle } = await render(IdentifyStage, {
      api,
      providers: [...providers, { provide: Instruments, useValue: instruments }],
    });
    const box = host.querySelector('#bench-line') as HTMLInputElement;
    box.dispatchEvent(new Event('focus'));
    type(box, 'bore ');
    await settle();
    expect(instruments.watch).toHaveBeenCalled();
    expect(text()).toMatch(/caliper 26.94 mm ?held/);
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'F8' }));
    await settle();
    expect(box.value).toBe('bore 26.94 mm cal');
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'F8' }));
    await settle();
    expect(box.value).toBe('bore 26.94 mm cal');
  });
});
