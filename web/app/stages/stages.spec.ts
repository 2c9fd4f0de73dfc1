import { of } from 'rxjs';
import { describe, expect, it } from 'vitest';
import type { SlotWork, Workspace } from '@kerabat/contract';
import { Slip } from '../slip/slip';
import { candidate, job, named, OLD, render, type, using, workspace } from '../testing';
import { AskStage } from './ask/ask';
import { FeelStage } from './feel/feel';
import { IdentifyStage } from './identify/identify';
import { KitStage } from './kit/kit';
import { LinesStage } from './lines/lines';

describe('Ask', () => {
  it('reads the complaint, and lists what to rule out with the check that tells', async () => {
    const reading = {
      sentence: 'Internal by-pass in the master.',
      suspects: ['brake-master' as const],
      ruleOutFirst: [{ cause: 'air', check: 'Pump quickly.', minutes: 3, then: 'Bleed.' }],
    };
    const { text } = await render(
      AskStage,
      using(job(workspace({}, { reading })), { vehicles: () => of({ vehicles: [], total: 0, facets: { maker: [], series: [], option: [], assistance: [] } }) }),
    );
    expect(text()).toContain('Internal by-pass in the master.');
    expect(text()).toContain('Points at: brake master');
    expect(text()).toContain('Pump quickly.');
  });
});

describe('Identify', () => {
  it('tells while typing what a line would be taken for, and what misleads there', async () => {
    const { host, text, settle } = await render(IdentifyStage, using(job(workspace())));
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
    const first = await render(IdentifyStage, using(refused));
    const line = first.host.querySelector<HTMLInputElement>('#bench-line');
    type(line, 'port rear left 3/8-22');
    first.host.querySelector('form')?.dispatchEvent(new Event('submit'));
    await first.settle();
    expect(refused.benchLine).toHaveBeenCalledWith('port rear left 3/8-22');
    expect(first.text()).toContain('There is no such thread.');
    expect(line?.value).toBe('port rear left 3/8-22');

    const taken = await render(IdentifyStage, using(job(workspace())));
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
      disagrees: [{ attribute: 'bore-form', sentence: 'bore form stepped: this unit has straight' }],
    });
    const tail = candidate({ unitId: 'c', name: 'tandem master 25 V', probability: 0.001 });
    const base = workspace();
    const identification = {
      ...(base.work[0] as SlotWork).identification,
      candidates: [candidate(), against, tail],
      eliminatedCount: 1,
      eliminated: [candidate({ unitId: 'd', name: 'single master 19' })],
    };
    const { host, text } = await render(IdentifyStage, using(job(workspace({ identification }))));
    expect(host.querySelectorAll('.candidates > li')).toHaveLength(2);
    expect(text()).toContain('bore form stepped: this unit has straight');
    expect(text()).toContain('1 more, each under 1 %');
    expect(text()).toContain('1 out, with the reason');
  });
  it('takes a person’s word for what the unit is, and shows whose word it was', async () => {
    const service = job(workspace({ old: OLD, oldBy: 'said by Odo' }));
    const { host, text } = await render(IdentifyStage, using(service));
    expect(text()).toContain('said by Odo');
    named(host, 'This is it').click();
    expect(service.decide).toHaveBeenCalledWith('old:brake-master', 'ard-tm22vs', 'identified');
    named(host, 'Take back').click();
    expect(service.undecide).toHaveBeenCalledWith('old:brake-master');
  });
  it('shows withdrawn evidence struck through, with nobody able to withdraw it again', async () => {
    const evidence = [
      {
        id: 4,
        slot: 'brake-master',
        attribute: 'label-code',
        words: 'label code',
        value: 'KE',
        onVehicle: true,
        by: 'Ilse',
        at: '',
        withdrawn: { by: 'Odo', at: '' },
      },
    ];
    const { host, text } = await render(IdentifyStage, using(job(workspace({ evidence }))));
    expect(text()).toContain('withdrawn by Odo');
    expect(host.querySelector('.evidence button')).toBeNull();
  });
  it('without a unit that the job is about, sends back to Ask', async () => {
    expect((await render(IdentifyStage, using(job({ ...workspace(), work: [] })))).text()).toContain('Say first which unit this job is about');
  });
});

describe('Feel, Lines, Kit', () => {
  it('Feel shows the ratios with their working', async () => {
    const feel = {
      kind: 'slave' as const,
      from: { value: 19.05, unit: 'mm' as const },
      to: { value: 20.6375, unit: 'mm' as const },
      pressureRatio: 1.1736,
      travelRatio: 0.8521,
      areaFrom: { value: 285.02, unit: 'mm2' as const },
      areaTo: { value: 334.51, unit: 'mm2' as const },
      summary: 'A lighter pedal that releases less far: …',
      working: '(19.0500 / 20.6375)²',
    };
    const { text } = await render(FeelStage, using(job(workspace({ feel }))));
    expect(text()).toContain('3/4 in ≡ 19 mm');
    expect(text()).toContain('0.8521');
    expect(text()).toContain('(19.0500 / 20.6375)²');
    expect((await render(FeelStage, using(job(workspace())))).text()).toContain('once the old bore is known');
  });
  it('Lines names nut, seat and tube of each port, and what is missing', async () => {
    const ports = [
      { position: 'rear-left', thread: 'M10x1.0', seat: 'bubble flare', tubes: ['4.75 mm', '3/16 in'], feeds: 'front' },
      { position: 'front-left', tubes: [] },
    ];
    const { text } = await render(LinesStage, using(job(workspace({ old: OLD, ports }))));
    expect(text()).toContain('4.75 mm, 3/16 in');
    expect(text()).toContain('gauge it');
    expect(text()).toContain('look into it');
  });
  const fluid: Workspace['fluid'] = {
    cap: 'DOT 4',
    capOrigin: 'vehicle-record',
    seals: ['EPDM'],
    chosen: 'DOT 4',
    state: 'fits',
    sentence: 'DOT 4, as the cap says.',
    grades: [
      { grade: 'DOT 4', state: 'fits', sentence: '' },
      { grade: 'DOT 5.1', state: 'fits', sentence: '' },
      { grade: 'mineral', state: 'does-not-fit', sentence: 'mineral ruins EPDM.' },
    ],
  };
  it('Kit refuses a wrong fluid aloud and writes nothing', async () => {
    const service = job(workspace({ old: OLD }, { fluid }));
    const { host, text, settle } = await render(KitStage, using(service));
    named(host, 'mineral').click();
    await settle();
    expect(text()).toContain('Refused: mineral ruins EPDM.');
    expect(service.decide).not.toHaveBeenCalled();
    named(host, 'DOT 5.1').click();
    expect(service.decide).toHaveBeenCalledWith('fluid', 'DOT 5.1', 'chosen');
  });
  it('Kit offers no kit that does not fit', async () => {
    const kits = [
      { id: 'a', name: 'kit 22', state: 'fits' as const, sentence: '', contents: [], chosen: false },
      { id: 'b', name: 'kit 23', state: 'does-not-fit' as const, sentence: 'Another bore.', contents: [], chosen: false },
    ];
    const service = job(workspace({ old: OLD, kits }, { fluid }));
    const { host } = await render(KitStage, using(service));
    expect(host.querySelectorAll('[aria-label^=Take]')).toHaveLength(1);
    named(host, 'Take kit 22').click();
    expect(service.decide).toHaveBeenCalledWith('kit:brake-master', 'a', 'taken');
  });
});

describe('the slip', () => {
  const line = {
    key: 'brake-master/unit',
    section: 'order' as const,
    words: 'brake master',
    number: 'P/0912/3',
    quantity: 1,
    reason: 'instead of the old one',
    version: 2,
    dropped: false,
    byHand: false,
  };
  it('groups by what happens to a line, and says what keeps it from being safe', async () => {
    const slip = [line, { ...line, key: 'm', section: 'move' as const, words: 'sensor' }];
    const { host, text } = await render(Slip, using(job(workspace({}, { slip }))));
    expect([...host.querySelectorAll('h3')].map((h) => h.textContent)).toEqual(['to order', 'move over from the old unit']);
    expect(text()).toContain('Not safe to order: no unit is chosen.');
    expect(text()).toContain('Competent people only.');
    expect(host.querySelector<HTMLAnchorElement>('a[href$="slip.pdf"]')?.getAttribute('href')).toBe('/api/v1/jobs/1/slip.pdf');
  });
  it('can be placed only when it is safe, and opened again', async () => {
    const unsafe = await render(Slip, using(job(workspace({}, { slip: [line] }))));
    expect(unsafe.text()).not.toContain('The order is placed');
    const service = job(workspace({}, { slip: [line], safety: { safe: true, sentence: 'Safe to order.', blockers: [], overridden: [] } }));
    named((await render(Slip, using(service))).host, 'The order is placed').click();
    expect(service.change).toHaveBeenCalledWith({ state: 'ordered' });
    const base = workspace({}, { slip: [line] });
    const placed = await render(Slip, using(job({ ...base, job: { ...base.job, state: 'ordered' } })));
    expect(placed.text()).toContain('Open it again');
  });
  it('refuses a hand-made line without a reason, in words', async () => {
    const service = job(workspace());
    const { host, text, settle } = await render(Slip, using(service));
    named(host, 'Add a line by hand').click();
    await settle();
    type(host.querySelector('[name=words]'), 'Rag');
    host.querySelector('form.edit')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(text()).toContain('Say what it is and why it is needed.');
    type(host.querySelector('[name=reason]'), 'to wipe');
    host.querySelector('form.edit')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(service.addSlip).toHaveBeenCalledWith('Rag', '', 1, 'to wipe');
    expect(host.querySelector('form.edit')).toBeNull();
  });
});
