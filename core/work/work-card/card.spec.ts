import { runs } from '../../../tools/seeds.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cardOfJob, checkChain, listOfJob } from '../../job/index.js';
import { type Line, lookAt } from '../../job/jobs.testing.js';
import type { View } from '../../judge/check/index.js';
import { judgedJoints } from '../../judge/joint/index.js';
import { viewOf } from '../../judge/verdict/index.js';
import { draws, inputWith, layouts, putAgain, putAnother, vehicleOf } from '../../judge/verdict/vehicles.testing.js';
import { countParts, type List } from '../../list/need/index.js';
import { cardInWords, STEPS_IN_WORDS } from '../../tell/words/index.js';
import type { JointKind } from '../../vehicle/chain/index.js';
import { CARD, WORK_GROUPS } from './card.data.js';
import { cardOf, type CardStep } from './card.js';

const row = (step: string) => CARD.find((r) => r.step === step);
const KINDS_OPENED = new Set<JointKind>(CARD.flatMap((r) => (r.does === 'opens' ? (r.joints ?? []) : [])));

/** What is wrong with a card: a checker that knows only the chain, not how the card is made. */
function faultsOf(card: readonly CardStep[], view: View, list: List): string[] {
  const faults: string[] = [];
  const where = (test: (step: CardStep) => boolean): number => card.findIndex(test);
  const last = (test: (step: CardStep) => boolean): number => card.findLastIndex(test);
  const opens = (step: CardStep): boolean => row(step.step)?.does === 'opens';
  const closes = (step: CardStep): boolean => row(step.step)?.does === 'closes';
  const firstOpen = where(opens);
  if (firstOpen >= 0 && where((s) => s.step === 'have-ready') > firstOpen) faults.push('opened before all is there');
  for (const { joint } of judgedJoints(view)) {
    if (!KINDS_OPENED.has(joint.kind)) continue;
    const [opened, closed] = [last((s) => opens(s) && s.at === joint.id), where((s) => closes(s) && s.at === joint.id)];
    const there = view.nowJoints.has(joint.id);
    if (there !== opened >= 0) faults.push(`${joint.id} ${there ? 'is never opened' : 'is opened and is not there'}`);
    if (closed < 0) faults.push(`${joint.id} is never closed`);
    if (closed >= 0 && closed < opened) faults.push(`${joint.id} is closed before it is opened`);
    for (const need of list.needs.filter((n) => n.because === joint.id))
      if (!list.list.some((line) => line.needs.includes(need.id)))
        faults.push(`${need.item} for ${joint.id} is on no line`);
  }
  const lastClose = last(closes);
  const firstBleed = where((s) => s.group === 'bleed');
  if (firstBleed >= 0 && firstBleed < lastClose) faults.push('bled before all is closed');
  const tightened = where((s) => s.step === 'tighten-mount');
  if (tightened >= 0 && where((s) => s.step === 'start-by-hand') > tightened)
    faults.push('a unit is tightened before its nuts have caught');
  const stored = [...view.parts.values()].some((p) =>
    p.facts.some((f) => f.attribute === 'booster-supply' && f.value === 'pump'),
  );
  if (stored && (where((s) => s.step === 'empty-stored') < 0 || where((s) => s.step === 'empty-stored') > firstOpen))
    faults.push('a line is opened under stored pressure');
  return faults;
}

describe('the card of a change', () => {
  it(
    'opens nothing before what closes it is there, closes what it opens, and bleeds last: every ' +
      'layout, another unit or the same',
    () => {
      let opened = 0;
      fc.assert(
        fc.property(layouts, draws, fc.nat(40), draws, fc.boolean(), (layout, values, which, others, again) => {
          const vehicle = vehicleOf(layout, values);
          const input = inputWith(vehicle, [
            again ? putAgain(vehicle, which) : putAnother(vehicle, which, others, 6, true),
          ]);
          const [view, answer] = [viewOf(input), checkChain(input)];
          if ('faults' in view || 'faults' in answer) throw new Error('a chain with a fault');
          // The same unit again may be one that is sealed anew.
          const stays = new Set(again ? [...view.then.putBy.keys()] : []);
          const list = countParts(view, input.edits, answer.joints, [], stays);
          const card = cardOf(view, list.list, stays);
          const sealed = card.filter((s) => s.step === 'new-seals').map((s) => s.at);
          expect(card.filter((s) => s.step === 'test-sealed').map((s) => s.at)).toEqual(sealed);
          if (stays.size > 0) expect(card.some((s) => s.step === 'compare')).toBe(false);
          else expect(sealed).toEqual([]);
          expect(faultsOf(card, view, list)).toEqual([]);
          const groups = card.map((s) => WORK_GROUPS.indexOf(s.group));
          expect(groups).toEqual([...groups].sort((a, b) => a - b));
          opened += card.filter((s) => row(s.step)?.does === 'opens').length;
          for (const step of cardInWords(card, (at) => at))
            expect(`${step.words} ${step.why}`).not.toMatch(/undefined|NaN|null/);
          // A checker that could not fail would prove nothing.
          const first = card.findIndex((s) => row(s.step)?.does === 'opens');
          if (first >= 0)
            expect(
              faultsOf(
                card.filter((_, i) => i !== first),
                view,
                list,
              ),
            ).not.toEqual([]);
        }),
        { numRuns: runs(200) },
      );
      expect(opened).toBeGreaterThan(runs(200));
    },
  );
  it('has words for every step, and steps for all that it has words for', () => {
    expect([...STEPS_IN_WORDS].sort()).toEqual([...new Set(CARD.map((r) => r.step))].sort());
  });
  it('of a job that puts nothing in is empty', () => {
    const vehicle = vehicleOf('one-circuit', [0.5]);
    const view = viewOf(inputWith(vehicle, []));
    if ('faults' in view) throw new Error('a chain with a fault');
    expect(cardOf(view, [])).toEqual([]);
  });
  it('of a plain master on its booster, step by step', () => {
    const port = (at: string): Line[] => [
      ['port-thread', 'M10x1.0', at],
      ['port-seat', 'bubble-flare', at],
    ];
    const master: readonly Line[] = [
      ...port('front-left'),
      ...port('rear-left'),
      ['stud-count', 2],
      ['stud-spacing', 84],
      ['pilot', 42],
      ['torque', 25],
    ];
    const { judged } = lookAt({ booster: true, vehicle: master, unit: master, old: master });
    const card = cardOfJob(judged, listOfJob(judged, [], new Set()));
    expect(card.map((s) => `${s.group}: ${s.key}`)).toEqual([
      'before: have-ready',
      'before: photograph',
      'parts: compare-master',
      'parts: bench-bleed-master',
      'open: drain',
      'open: undo-line-master-line-rear-left',
      'open: undo-line-master-line-front-left',
      'open: undo-mount-master-mount',
      'open: look-inside-push',
      'bench: clearance-push',
      'fit: mount-loose-master-mount',
      'fit: start-by-hand',
      'fit: tighten-mount-master-mount',
      'fit: tighten-line-master-line-front-left',
      'fit: tighten-line-master-line-rear-left',
      'bleed: fill',
      'bleed: joints-first',
      'bleed: bleed',
      'prove: hold',
      'prove: assistance-push',
      'prove: first-stops',
    ]);
    expect(card.find((s) => s.key.startsWith('tighten-mount'))?.words).toContain('25 Nm');
    expect(card.find((s) => s.key === 'drain')?.caution).toContain('goggles');
  });
  it('of a unit that gets new seals: apart, looked at, sealed and tested on the bench before it goes back', () => {
    const port = (at: string): Line[] => [
      ['port-thread', 'M10x1.0', at],
      ['port-seat', 'bubble-flare', at],
    ];
    const master: readonly Line[] = [
      ...port('front-left'),
      ...port('rear-left'),
      ['stud-count', 2],
      ['stud-spacing', 84],
      ['pilot', 42],
    ];
    const { judged } = lookAt({ booster: true, vehicle: master, unit: master, old: master });
    const resealed = new Set(['master']);
    const card = cardOfJob(judged, listOfJob(judged, [], resealed), resealed).map((s) => `${s.group}: ${s.key}`);
    const [off, apart, back] = [
      'open: look-inside-push',
      'bench: take-apart-master',
      'fit: mount-loose-master-mount',
    ].map((s) => card.indexOf(s));
    expect(card.slice(apart, back)).toEqual([
      'bench: take-apart-master',
      'bench: look-bore-master',
      'bench: new-seals-master',
      'bench: test-sealed-master',
      'bench: bench-bleed-master',
      'bench: clearance-push',
    ]);
    expect(off).toBeLessThan(apart ?? -1);
    expect(card).not.toContain('parts: compare-master');
  });
  it('never says a torque that nobody recorded', () => {
    const unit: readonly Line[] = [
      ['stud-count', 2],
      ['stud-spacing', 84],
    ];
    const { judged } = lookAt({ booster: true, vehicle: unit, unit, old: unit });
    const card = cardOfJob(judged, listOfJob(judged, [], new Set()));
    expect(card.find((s) => s.key.startsWith('tighten-mount'))?.words).toContain('it is not on record here');
  });
});
