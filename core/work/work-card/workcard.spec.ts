import { describe, expect, it } from 'vitest';
import type { Fix } from '../../judge/check/index.js';
import { stepsOf } from '../../tell/words/index.js';

const taken = (over: Partial<Fix> = {}) => ({
  key: 'brake-master/reflare@front-left',
  fix: {
    fix: 'reflare',
    edits: [],
    order: 4,
    minutes: 15,
    skill: 'ordinary',
    tools: ['flaring tool'],
    parts: [],
    values: { thread: 'M10x1.0', seat: 'bubble-flare' },
    ...over,
  } satisfies Fix,
});

describe('the work card', () => {
  it('has a step for each operation; minutes, skill and tools stand at the first', () => {
    const steps = stepsOf([taken()]);
    expect(steps.map((s) => s.words)).toEqual([
      'Cut square, deburr, blow out',
      'Slide the nut M10x1.0 on before the flare',
      'Flare: bubble flare; look at it with a glass',
    ]);
    expect(steps[0]).toMatchObject({ minutes: 15, skill: 'ordinary', tools: ['flaring tool'] });
    expect(steps[0]?.why).toContain('Cut the line, new nut M10x1.0');
    expect(steps[1]).not.toHaveProperty('minutes');
    expect(new Set(steps.map((s) => s.key)).size).toBe(3);
  });
  it.each([
    ['weld-rod', 'licensed welder'],
    ['cut-out', 'engineer has approved'],
    ['larger-pump', 'stores pressure'],
    ['longer-hose', 'never on the jack alone'],
  ])('the caution of %s stands where the hurt happens', (row, words) => {
    const [first, second] = stepsOf([taken({ fix: row })]);
    expect(first?.caution).toContain(words);
    expect(second?.caution).toBeUndefined();
  });
  it('what cannot hurt has no caution', () =>
    expect(stepsOf([taken({ fix: 'nuts', tools: [] })])[0]).not.toHaveProperty('caution'));
});
