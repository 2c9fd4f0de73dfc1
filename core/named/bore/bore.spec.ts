import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '../settings/index.js';
import { changeBore, pistonArea } from './change.js';
import { boreName, groupSizes, identifyBore } from './identify.js';
import { BORE_SIZES } from './sizes.data.js';

const p = (answer: ReturnType<typeof identifyBore>, label: string): number =>
  answer.candidates.find((c) => c.labels.includes(label))?.probability ?? 0;

describe('which bore a reading supports', () => {
  it('a caliper at 26.94 finds one size under its two names', () => {
    const answer = identifyBore(26.94, 'caliper');
    expect(answer.verdict).toBe('one');
    expect(answer.candidates).toHaveLength(1);
    expect(answer.candidates[0]?.labels).toEqual(['1-1/16 in', '27 mm']);
  });
  it('a caliper at 25.20 cannot tell 25 mm from 1 in', () => {
    const answer = identifyBore(25.2, 'caliper');
    expect(answer.verdict).toBe('several');
    expect(p(answer, '25 mm')).toBeCloseTo(0.5, 2);
    expect(p(answer, '1 in')).toBeCloseTo(0.5, 2);
    expect(answer.advice).toContain('micrometer');
  });
  it('a ruler at 28.4 cannot decide between three sizes', () => {
    const answer = identifyBore(28.4, 'ruler');
    expect(answer.verdict).toBe('several');
    expect(p(answer, '1-1/8 in')).toBeCloseTo(0.43, 2);
    expect(p(answer, '28 mm')).toBeCloseTo(0.33, 2);
    expect(p(answer, '29 mm')).toBeCloseTo(0.22, 2);
  });
  it('a ruler cannot tell 1-1/4 in from 32 mm', () => {
    expect(identifyBore(31.9, 'ruler').verdict).toBe('several');
  });
  it('a reading far from every size is none of them, never the nearest', () => {
    const answer = identifyBore(36.5, 'caliper');
    expect(answer).toMatchObject({ verdict: 'none', candidates: [] });
    expect(answer.advice).toContain('retaining ring');
  });
  it('only the sizes that may compete do', () => {
    const few = BORE_SIZES.filter((s) => ['25 mm', '1 in'].includes(s.label));
    expect(identifyBore(25.35, 'caliper', STANDARD_SETTINGS, few).candidates[0]?.labels).toEqual(['1 in']);
  });
  it('a setting changes the answer: a tighter caliper decides', () => {
    expect(identifyBore(25.28, 'caliper', { ...STANDARD_SETTINGS, sigmaCaliper: 0.01 }).verdict).toBe('one');
  });
  it('19 mm and 3/4 in are one size, 25 mm and 1 in two', () => {
    const groups = groupSizes(BORE_SIZES, STANDARD_SETTINGS).map((g) => g.labels);
    expect(groups).toContainEqual(['3/4 in', '19 mm']);
    expect(groups).toContainEqual(['1-1/16 in', '27 mm']);
    expect(groups).toContainEqual(['25 mm']);
    expect(groups.filter((g) => g.length > 1)).toHaveLength(2);
  });
  it('probabilities sum to one and every nominal size finds itself', () => {
    fc.assert(
      fc.property(fc.constantFrom(...BORE_SIZES), (size) => {
        const answer = identifyBore(size.diameterMm, 'bore-gauge');
        expect(answer.candidates[0]?.labels).toContain(size.label);
        expect(answer.candidates.reduce((sum, c) => sum + c.probability, 0)).toBeCloseTo(1, 2);
      }),
    );
  });
  it('names a bore by all its names', () => {
    expect(boreName(26.9875)).toBe('1-1/16 in ≡ 27 mm');
    expect(boreName(26.5)).toBeUndefined();
  });
});

describe('what another bore does', () => {
  it('19.05 to 20.6375 takes 15 % of the pressure and of the travel', () => {
    const change = changeBore('brake-master', 19.05, 20.6375);
    expect(change.pressureRatio).toBeCloseTo(0.8521, 4);
    expect(change.travelRatio).toBeCloseTo(0.8521, 4);
    expect(change.areaFromMm2).toBeCloseTo(285.02, 2);
    expect(change.areaToMm2).toBeCloseTo(334.51, 2);
    expect(change.summary).toMatch(/^A shorter, harder pedal.*less line pressure/);
  });
  it('the same change on a clutch gives less force and more slave travel', () => {
    const change = changeBore('clutch-master', 19.05, 20.6375);
    expect(change.pressureRatio).toBeCloseTo(0.8521, 4);
    expect(change.travelRatio).toBeCloseTo(1.1736, 4);
    expect(change.summary).toMatch(/^A heavier pedal that releases further/);
  });
  it('a larger slave pushes harder and moves less', () => {
    const change = changeBore('slave', 19.05, 20.6375);
    expect(change.pressureRatio).toBeCloseTo(1.1736, 4);
    expect(change.travelRatio).toBeCloseTo(0.8521, 4);
    expect(change.summary).toMatch(/^A lighter pedal that releases less far/);
  });
  it('knows the area of 15/16 in', () => expect(pistonArea(23.8125)).toBeCloseTo(445.35, 2));
  it('says how far the statement goes', () => {
    expect(changeBore('brake-master', 22, 25).summary).toContain('knee of a booster');
    expect(changeBore('brake-master', 25.4, 25.4).summary).toContain('stay as they are');
  });
  it('there and back is no change, and work is conserved', () => {
    const bore = fc.double({ min: 8, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        bore,
        bore,
        fc.constantFrom('brake-master' as const, 'clutch-master' as const, 'slave' as const),
        (from, to, kind) => {
          const there = changeBore(kind, from, to);
          const back = changeBore(kind, to, from);
          expect(there.pressureRatio * back.pressureRatio).toBeCloseTo(1, 9);
          // Force times travel at the slave is the work put in at the pedal: a bore cannot make any.
          if (kind !== 'brake-master') expect(there.pressureRatio * there.travelRatio).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});
