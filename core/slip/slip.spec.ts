import { describe, expect, it } from 'vitest';
import type { FourState, Joint } from '../fit/index.js';
import { mergeSlip, safetyOf, type SafetyInput, type SlipProposal } from './index.js';

const joint = (id: string, state: FourState, place: Joint['place'] = 'side'): Joint => ({
  id,
  words: id,
  place,
  state,
  checks: [{ id: 'c', words: `${id} check`, rule: '', state, sentence: '', measures: [], remedies: [], slip: [] }],
  silent: [],
});

const safety = (over: Partial<SafetyInput> = {}) =>
  safetyOf({
    vehicleKnown: true,
    unitChosen: true,
    joints: [joint('lines', 'fits')],
    fluid: 'fits',
    overrides: [],
    ...over,
  });

describe('safe to order', () => {
  it('when every joint fits, with or without a change', () => {
    expect(safety({ joints: [joint('a', 'fits'), joint('b', 'fits-with-change')] })).toMatchObject({
      safe: true,
      sentence: 'Safe to order: every joint that was checked fits, 1 with a change.',
    });
  });
  it.each([
    [{ unitChosen: false }, 'no unit is chosen'],
    [{ joints: [joint('lines', 'does-not-fit')] }, 'lines check does not fit'],
    [{ joints: [joint('lines', 'not-known')] }, 'lines check is not known'],
    [{ fluid: 'not-known' as const }, 'the fluid is not settled'],
    [{ fluid: 'does-not-fit' as const }, 'the fluid is wrong'],
    [{ identification: { verdict: 'contradictory' as const } }, 'contradicts itself'],
    [{ vehicleKnown: false, joints: [] }, 'nothing is known of the vehicle'],
  ])('%j is not', (over, words) => {
    expect(safety(over).safe).toBe(false);
    expect(safety(over).sentence).toContain(words);
  });
  it('a named person can let a joint pass, and is named', () => {
    const passed = safety({
      joints: [joint('lines', 'not-known')],
      overrides: [{ joint: 'lines', person: 'Ilse', reason: 'measured at home' }],
    });
    expect(passed.safe).toBe(true);
    expect(passed.sentence).toContain('let pass by Ilse');
  });
  it('letting one joint pass does not let another', () => {
    expect(
      safety({
        joints: [joint('a', 'not-known'), joint('b', 'not-known')],
        overrides: [{ joint: 'a', person: 'Ilse', reason: 'x' }],
      }).safe,
    ).toBe(false);
  });
  it('an override of a joint that fits is not mentioned', () => {
    expect(safety({ overrides: [{ joint: 'lines', person: 'Ilse', reason: 'x' }] }).overridden).toEqual([]);
  });
  it('names three things and counts the rest', () => {
    expect(safety({ joints: ['a', 'b', 'c', 'd', 'e'].map((id) => joint(id, 'not-known')) }).sentence).toContain(
      'and 2 more',
    );
  });
});

describe('the slip', () => {
  const line = (key: string, quantity = 1): SlipProposal => ({
    key,
    section: 'order',
    words: key,
    quantity,
    reason: '',
  });
  it('one key is one line, the larger quantity counts', () => {
    expect(mergeSlip([line('clamps', 1), line('clamps', 2), line('unit')], [], []).map((l) => [l.key, l.quantity])).toEqual([['clamps', 2], ['unit', 1]]); // prettier-ignore
  });
  it('a hand edit stays on its line while the line is there', () => {
    const edit = { key: 'unit', quantity: 2, note: 'one spare', version: 3 };
    expect(mergeSlip([line('unit')], [edit], [])[0]).toMatchObject({ quantity: 2, note: 'one spare', version: 3 });
    expect(mergeSlip([line('other')], [edit], [])).toHaveLength(1);
  });
  it('a line struck out stays in sight', () => {
    expect(mergeSlip([line('unit')], [{ key: 'unit', dropped: true, version: 1 }], [])[0]?.dropped).toBe(true);
  });
});
