import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import { compareRods, rodCut, rodGap } from './index.js';

describe('rod clearance', () => {
  it.each([
    [{ recessMm: 14.2, pinMm: 13.55 }, 0.65, 'loose'],
    [{ recessMm: 12, plateMm: 1.6, pinMm: 13.1 }, 0.5, 'within'],
    [{ recessMm: 14.2, insertMm: 1.6, pinMm: 12.9 }, -0.3, 'no-clearance'],
    [{ recessMm: 14.2, pinMm: 14.3 }, -0.1, 'no-clearance'],
    [{ recessMm: 14.2, pinMm: 14.0 }, 0.2, 'tight'],
  ] as const)('%j', (input, gap, verdict) => {
    const answer = rodGap(input);
    expect(answer.gapMm).toBeCloseTo(gap, 9);
    expect(answer.verdict).toBe(verdict);
    expect(answer.sentence).toMatch(/mm \(-?\d\.\d{4} in\)/);
  });
  it('no clearance is a stop', () => expect(rodGap({ recessMm: 14.2, pinMm: 14.3 }).sentence).toContain('Stop'));
});

describe('near nought', () => {
  it('what the readings leave open reaches to none: not known to clear, with caution and interval', () => {
    const near = rodGap({ recessMm: 14.1, pinMm: 14 });
    expect(near).toMatchObject({ verdict: 'open', caution: expect.stringContaining('Do not drive') });
    expect(near.doubtMm).toBeCloseTo(2 * 0.05 * Math.SQRT2, 9);
    expect(near.sentence).toContain('± 0.14 mm');
    // One more reading leaves more open.
    expect(rodGap({ recessMm: 14.1, pinMm: 15, plateMm: 1 }).doubtMm).toBeCloseTo(2 * 0.05 * Math.sqrt(3), 9);
  });
  it('never prints nought for a clearance that is there', () => {
    for (const gap of [0.004, 0.0004, 0.2]) {
      const { sentence, working } = rodGap({ recessMm: 14 + gap, pinMm: 14 });
      expect(`${sentence} ${working}`).not.toMatch(/(Clearance|=) -?0\.0+ /);
    }
  });
  it('says what was taken as none, and nothing of what was measured', () => {
    expect(rodGap({ recessMm: 14.2, pinMm: 13.7 }).assumed).toBe(
      'Taken with no spacer and no insert: measure it where there is one.',
    );
    expect(rodGap({ recessMm: 14.2, pinMm: 13.7, insertMm: 0 }).assumed).toContain('no spacer:');
    expect(rodGap({ recessMm: 14.2, pinMm: 13.7, plateMm: 0, insertMm: 0 }).assumed).toBeUndefined();
  });
});

describe('what follows from a clearance', () => {
  it('the worked example: a quarter turn out, and what the pedal loses', () => {
    const answer = rodGap({ recessMm: 14.2, pinMm: 13.55, pitchMm: 1.25, pedalRatio: 4.2 });
    expect(answer.turns).toBeCloseTo((0.65 - 0.38) / 1.25, 9);
    expect(answer.turns?.toFixed(2)).toBe('0.22');
    expect(answer.pedalFreeTravelMm).toBeCloseTo(2.73, 9);
    expect(answer.sentence).toContain('0.0256 in');
  });
  it('the maker’s own target goes before the workshop’s', () => {
    expect(rodGap({ recessMm: 14.2, pinMm: 13.55, target: { min: 0.5, max: 0.9 } }).verdict).toBe('within');
  });
  it('drag is a stop with its caution, and to shorten is a negative turn', () => {
    const answer = rodGap({ recessMm: 14.2, pinMm: 14.3, pitchMm: 1 });
    expect(answer.caution).toContain('Do not drive');
    expect(answer.turns).toBeCloseTo(-0.48, 9);
  });
});

describe('old rod against new', () => {
  it('turns are turns of a pitch: three turns of M8x1.25 are 3.75 mm', () => {
    expect(compareRods({ by: 'turns', oldValue: 8, newValue: 11, rodThread: 'M8x1.25' })).toMatchObject({
      differenceMm: 3.75,
      working: '(11 − 8) turns × 1.25 mm = 3.75 mm',
    });
  });
  it('by depth and by mark they are lengths, in both systems', () => {
    const answer = compareRods({ by: 'depth', oldValue: 118, newValue: 112.5 });
    expect(answer).toMatchObject({ differenceMm: -5.5 });
    expect('sentence' in answer && answer.sentence).toContain('0.217 in shorter');
    expect(compareRods({ by: 'mark', oldValue: 90, newValue: 90.02 })).toMatchObject({
      sentence: 'Both rods stand alike.',
    });
  });
  it(
    'three threads showing where the identical old one had nine, M8x1.25: 7.5 mm, six turns out; ' +
      'another rod is measured',
    () => {
      const answer = compareRods({ by: 'turns', oldValue: 9, newValue: 3, rodThread: 'M8x1.25' });
      expect(answer).toMatchObject({ differenceMm: -7.5 });
      const sentence = 'sentence' in answer ? answer.sentence : '';
      expect(sentence).toContain('7.50 mm · 0.295 in shorter');
      expect(sentence).toContain('very same rod, turn it out 6 turns');
      expect(sentence).toContain('from the flange face to the middle of the pin');
    },
  );
  it('turns without a thread say nothing', () => {
    expect(compareRods({ by: 'turns', oldValue: 8, newValue: 11 })).toHaveProperty('because');
    expect(compareRods({ by: 'turns', oldValue: 8, newValue: 11, rodThread: 'M8x9' })).toHaveProperty('because');
  });
});

describe('thread left in the fork', () => {
  it('eight turns showing of 30 mm leave 20 engaged: more than one and a half diameters', () => {
    const answer = rodCut({ rodThread: 'M8x1.25', turnsShowing: 8, threadLengthMm: 30 });
    expect(answer).toMatchObject({
      exposedMm: 10,
      engagement: { engagedMm: 20, leastMm: 12, enough: true, maxShorterMm: 18 },
    });
  });
  it('a cut takes from what shows first, then from what holds', () => {
    expect(rodCut({ rodThread: 'M8x1.25', turnsShowing: 8, threadLengthMm: 30, cutMm: 6 })).toMatchObject({
      exposedAfterMm: 4,
      engagement: { engagedMm: 20, enough: true },
    });
    const deep = rodCut({ rodThread: 'M8x1.25', turnsShowing: 8, threadLengthMm: 30, cutMm: 19 });
    expect(deep).toMatchObject({ exposedAfterMm: 0, engagement: { engagedMm: 11, enough: false } });
    expect(deep).toHaveProperty('caution');
  });
  it('the multiple of the diameter is a setting', () => {
    expect(
      rodCut({ rodThread: 'M8x1.25', exposedMm: 10, engagedMm: 9 }, { ...STANDARD_SETTINGS, rodEngagement: 1 }),
    ).toMatchObject({
      engagement: { enough: true },
    });
  });
  it('what is missing is named, and nothing is guessed', () => {
    expect(rodCut({ rodThread: 'M8x9', turnsShowing: 1 })).toMatchObject({
      because: expect.stringContaining('no thread'),
    });
    expect(rodCut({ rodThread: 'M8x1.25' })).toMatchObject({ because: expect.stringContaining('Count the turns') });
    expect(rodCut({ rodThread: 'M8x1.25', turnsShowing: 8 })).toMatchObject({
      exposedMm: 10,
      because: expect.stringContaining('cannot be said'),
    });
    expect(rodCut({ rodThread: 'M8x1.25', turnsShowing: 40, threadLengthMm: 30 })).toMatchObject({
      because: expect.stringContaining('measure again'),
    });
  });
  it.each([
    [0.513, 'loose', '0.513 mm'],
    [0.002, 'open', '0.002 mm'],
    [0.51, 'within', '0.51 mm'],
  ] as const)('a clearance of %s is %s, and is shown as finely as that takes', (gap, verdict, shown) => {
    const found = rodGap({ recessMm: 14 + gap, pinMm: 14 });
    expect(found.verdict).toBe(verdict);
    expect(found.sentence).toContain(shown);
  });
});
