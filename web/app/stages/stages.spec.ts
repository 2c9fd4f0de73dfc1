import { of } from 'rxjs';
import { describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { PartsList } from '../parts-list/parts-list';
import { job, named, OLD, render, SAFE, typeIn, using, workspace } from '../testing';
import { AskStage } from './ask/ask';
import { KitStage } from './kit/kit';

describe('Ask', () => {
  it('reads the complaint, and lists what to rule out with the check that tells', async () => {
    const reading = {
      sentences: ['Internal by-pass in the master.', 'Air first.'],
      suspects: ['brake-master' as const],
      ruleOutFirst: [
        { subject: 'found:air', cause: 'air', check: 'Pump quickly.', minutes: 3, then: 'Bleed.' },
        {
          subject: 'found:rod-adjustment',
          cause: 'rod',
          check: 'Count.',
          minutes: 3,
          then: 'Set it.',
          turned: true as const,
          found: 'yes' as const,
        },
      ],
    };
    const service = job(workspace({}, { reading }));
    const { host, text, settle } = await render(
      AskStage,
      using(service, {
        vehicles: () => of({ vehicles: [], total: 0, facets: { maker: [], series: [], option: [], assistance: [] } }),
        vehicle: () => of(undefined),
      }),
    );
    expect(text()).toContain('Internal by-pass in the master.');
    expect(text()).toContain('Points at: brake master');
    expect(text()).toContain('Pump quickly.');
    expect(text()).toContain('Air first.');
    // What was found is said in place, and how far a rod was turned.
    host.querySelector<HTMLElement>('[aria-label="Was it: air"] button')?.click();
    await settle();
    expect(service.decide).toHaveBeenCalledWith('found:air', 'yes', 'looked at');
    const turned = host.querySelector<HTMLInputElement>('.turned input');
    if (turned) turned.value = '4 turns M8x1.25';
    turned?.dispatchEvent(new Event('change'));
    expect(service.decide).toHaveBeenCalledWith('found:rod-adjustment', 'yes', 'looked at', '4 turns M8x1.25');
  });
});

describe('Kit', () => {
  const fluid: Workspace['fluids'][number] = {
    system: 'brake',
    subject: 'fluid:brake',
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
    const service = job(workspace({ old: OLD }, { fluids: [fluid] }));
    const { host, text, settle } = await render(KitStage, using(service));
    named(host, 'mineral').click();
    await settle();
    expect(text()).toContain('Refused: mineral ruins EPDM.');
    expect(service.decide).not.toHaveBeenCalled();
    named(host, 'DOT 5.1').click();
    expect(service.decide).toHaveBeenCalledWith('fluid:brake', 'DOT 5.1', 'chosen');
  });
  it('Kit offers no kit that does not fit', async () => {
    const kits = [
      { id: 'a', name: 'kit 22', state: 'fits' as const, sentence: '', contents: [], chosen: false, asks: false },
      {
        id: 'b',
        name: 'kit 23',
        state: 'does-not-fit' as const,
        sentence: 'Another bore.',
        contents: [],
        chosen: false,
        asks: false,
      },
      {
        id: 'c',
        name: 'kit by bore',
        state: 'not-known' as const,
        sentence: 'Not excluded.',
        contents: [],
        chosen: true,
        asks: true,
      },
    ];
    const service = job(workspace({ old: OLD, kits }, { fluids: [fluid] }));
    const { host, settle } = await render(KitStage, using(service));
    expect(host.querySelectorAll('[aria-label^=Take]')).toHaveLength(1);
    named(host, 'Take kit 22').click();
    expect(service.decide).toHaveBeenCalledWith('kit:brake-master', 'a', 'taken', undefined);
    // A kit by bore: what its maker answered is said with it.
    host.querySelectorAll<HTMLElement>('app-answers button')[0]?.click();
    await settle();
    expect(service.decide).toHaveBeenCalledWith('kit:brake-master', 'c', 'asked', 'confirmed');
    named(host, 'order the kit alone').click();
    expect(service.decide).toHaveBeenCalledWith('reseal:brake-master', 'yes', 'the kit alone');
  });
});

describe('the parts list', () => {
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
    const partsList = [line, { ...line, key: 'm', section: 'move' as const, words: 'sensor' }];
    const { host, text } = await render(PartsList, using(job(workspace({}, { partsList }))));
    expect([...host.querySelectorAll('h3')].map((h) => h.textContent)).toEqual([
      'to order',
      'move over from the old unit',
    ]);
    expect(text()).toContain('Not OK to order: no unit is chosen.');
    expect(text()).toContain('Competent people only.');
    expect(host.querySelector<HTMLAnchorElement>('a[href$="parts-list.pdf"]')?.getAttribute('href')).toBe(
      '/api/v1/jobs/1/parts-list.pdf',
    );
  });
  it('can be placed only when it is safe, and opened again', async () => {
    const unsafe = await render(PartsList, using(job(workspace({}, { partsList: [line] }))));
    expect(unsafe.text()).not.toContain('The order is placed');
    const service = job(workspace({}, { partsList: [line], safety: SAFE }));
    named((await render(PartsList, using(service))).host, 'The order is placed').click();
    expect(service.change).toHaveBeenCalledWith({ state: 'ordered' });
    const base = workspace({}, { partsList: [line] });
    const placed = await render(PartsList, using(job({ ...base, job: { ...base.job, state: 'ordered' } })));
    expect(placed.text()).toContain('Open it again');
  });
  it('refuses a hand-made line without a reason, in words', async () => {
    const service = job(workspace());
    const { fixture, host, text, settle } = await render(PartsList, using(service));
    named(host, 'Add line by hand').click();
    await settle();
    await typeIn(fixture, 'What', 'Rag');
    host.querySelector('form.edit')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(text()).toContain('Say why it is needed');
    await typeIn(fixture, 'Why it is needed', 'to wipe');
    host.querySelector('form.edit')?.dispatchEvent(new Event('submit'));
    await settle();
    expect(service.addToPartsList).toHaveBeenCalledWith('Rag', '', 1, 'to wipe');
    expect(host.querySelector('form.edit')).toBeNull();
  });
});
