import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COMPLAINTS, LOOK_ALIKES, readComplaint } from '../ask/index.js';
import { cautionsFor } from '../caution/index.js';
import { chainOf } from '../chain/index.js';
import type { FourState, Joint } from '../fit/index.js';
import { looseKey, numberKey, numberProblem, searchKeys } from '../number/index.js';
import { practiceProblem, practiceWith, PRACTICE_ROWS, STANDARD_PRACTICE } from '../practice/index.js';
import { mergeSlip, safetyOf, type SafetyInput, type SlipProposal } from './index.js';

const joint = (id: string, state: FourState, place: Joint['place'] = 'side'): Joint => ({
  id,
  words: id,
  place,
  state,
  checks: [{ id: 'c', words: `${id} check`, rule: '', state, sentence: '', remedies: [], slip: [] }],
});
const safety = (over: Partial<SafetyInput> = {}) =>
  safetyOf({ vehicleKnown: true, unitChosen: true, joints: [joint('lines', 'fits')], fluid: 'fits', overrides: [], ...over });

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
    const passed = safety({ joints: [joint('lines', 'not-known')], overrides: [{ joint: 'lines', person: 'Ilse', reason: 'measured at home' }] });
    expect(passed.safe).toBe(true);
    expect(passed.sentence).toContain('let pass by Ilse');
  });
  it('letting one joint pass does not let another', () => {
    expect(safety({ joints: [joint('a', 'not-known'), joint('b', 'not-known')], overrides: [{ joint: 'a', person: 'Ilse', reason: 'x' }] }).safe).toBe(false);
  });
  it('an override of a joint that fits is not mentioned', () => {
    expect(safety({ overrides: [{ joint: 'lines', person: 'Ilse', reason: 'x' }] }).overridden).toEqual([]);
  });
  it('names three things and counts the rest', () => {
    expect(safety({ joints: ['a', 'b', 'c', 'd', 'e'].map((id) => joint(id, 'not-known')) }).sentence).toContain('and 2 more');
  });
});

describe('the slip', () => {
  const line = (key: string, quantity = 1): SlipProposal => ({ key, section: 'order', words: key, quantity, reason: '' });
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

describe('the chain', () => {
  const fills = [
    { slot: 'booster', now: 'booster' },
    {
      slot: 'brake-master',
      now: 'old',
      next: 'new',
      joints: [joint('booster', 'fits', 'up'), joint('lines', 'does-not-fit', 'down'), joint('reservoir', 'not-known')],
    },
    { slot: 'rear-brake', now: 'cylinder' },
  ];
  it('runs from pedal to wheel and shows each joint’s gravest state', () => {
    const chain = chainOf('brake', 'ratio 4', undefined, fills);
    expect(chain.links.map((l) => l.id)).toEqual(['pedal', 'booster', 'brake-master', 'lines', 'rear-brake']);
    expect(chain.joints.map((j) => [j.to, j.state, j.words])).toEqual([
      ['booster', 'fits', 'untouched'],
      ['brake-master', 'fits', 'fits'],
      ['lines', 'does-not-fit', 'does not fit'],
      ['rear-brake', 'fits', 'untouched'],
    ]);
    expect(chain.links[2]?.side).toBe('not-known');
  });
  it('every wheel unit hangs on the lines', () => {
    const chain = chainOf('brake', undefined, undefined, [{ slot: 'front-brake' }, { slot: 'rear-brake' }]);
    expect(chain.joints.at(-1)?.from).toBe('lines');
  });
});

describe('numbers', () => {
  const dashes = { ignored: ' -' };
  it.each(['A 23-816', 'a23816', 'A23 816', 'a 23 816'])('%s is one number where marks carry no meaning', (text) =>
    expect(numberKey(text, dashes)).toBe('A23816'),
  );
  it('numbers that a maker keeps apart by its dash stay apart', () => {
    expect(numberKey('M12-71', { ignored: '' })).not.toBe(numberKey('M1-271', { ignored: '' }));
    expect(looseKey('M12-71')).toBe(looseKey('M1-271'));
  });
  it('normalising twice is normalising once, and never merges more than the loose key', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 20 }), (text) => {
        const key = numberKey(text, dashes);
        expect(numberKey(key, dashes)).toBe(key);
        expect(looseKey(key)).toBe(looseKey(text));
      }),
    );
  });
  it('is looked for with and without a maker’s prefix', () => {
    expect(searchKeys('23-816', ['A', ''])).toEqual(['23816', 'A23816']);
    expect(searchKeys('A 23-816', ['A'])).toEqual(['A23816', '23816']);
  });
  it.each(['', '---', 'abc', '1'.repeat(61)])('%j is no part number', (text) => expect(numberProblem(text)).toMatch(/\.$/));
});

describe('complaints', () => {
  it('a stain on the booster blames the master and asks for the booster', () => {
    expect(readComplaint('stain-on-booster', [])?.suspects).toEqual(['brake-master', 'booster']);
  });
  it('a slipping clutch has no hydraulic suspect', () => expect(readComplaint('clutch-slips', [])?.suspects).toEqual([]));
  it('only units that the vehicle has are suspected', () => {
    expect(readComplaint('hard-pedal', ['brake-master'])?.suspects).toEqual(['brake-master']);
  });
  it('every look-alike that the trade knows is ruled out somewhere, by a check', () => {
    const used = new Set(COMPLAINTS.flatMap((c) => c.lookAlikes));
    for (const l of LOOK_ALIKES) {
      expect(used, l.id).toContain(l.id);
      expect(l.check.length).toBeGreaterThan(20);
    }
    for (const c of COMPLAINTS) expect(readComplaint(c.id, [])?.ruleOutFirst).toHaveLength(c.lookAlikes.length);
  });
  it('an unknown complaint has no reading', () => expect(readComplaint('hiccups', [])).toBeUndefined());
});

describe('practice', () => {
  it('every shipped setting lies in its own range', () => {
    for (const row of PRACTICE_ROWS) expect(practiceProblem(row.key, row.standard), row.key).toBeUndefined();
  });
  it('a workshop’s figure replaces the shipped one; nonsense does not', () => {
    expect(practiceWith({ gapMin: 0.3 }).gapMin).toBe(0.3);
    expect(practiceWith({ gapMin: -1, nonsense: 3 })).toEqual(STANDARD_PRACTICE);
    expect(practiceProblem('gapMin', Number.NaN)).toContain('between');
    expect(practiceProblem('nonsense', 1)).toContain('no setting');
  });
});

describe('cautions', () => {
  it('the standing rule comes first; stored pressure where there is any', () => {
    expect(cautionsFor(['booster'], true)[0]).toContain('competent');
    expect(cautionsFor(['booster'], true).join(' ')).toContain('stores pressure');
    expect(cautionsFor(['brake-master'], false).join(' ')).not.toContain('stores pressure');
    expect(cautionsFor(['caliper'], false).join(' ')).toContain('dust');
  });
});
