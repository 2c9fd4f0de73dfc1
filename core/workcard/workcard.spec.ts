import { describe, expect, it } from 'vitest';
import type { Remedy } from '../fit/types.js';
import { stepsOf } from './index.js';

const remedy = (over: Partial<Remedy> = {}): Remedy => ({
  key: 'brake-master/reflare@front-left',
  row: 'reflare',
  words: 'Cut the line',
  order: 4,
  minutes: 15,
  skill: 'ordinary',
  tools: ['flaring tool'],
  operations: ['Cut square', 'Nut on before the flare', 'Flare'],
  risk: '',
  accepted: true,
  slip: [],
  changes: [],
  ...over,
});

describe('the work card', () => {
  it('has a step for each operation; minutes, skill and tools stand at the first', () => {
    const steps = stepsOf([remedy()]);
    expect(steps.map((s) => s.words)).toEqual(['Cut square', 'Nut on before the flare', 'Flare']);
    expect(steps[0]).toMatchObject({ minutes: 15, skill: 'ordinary', tools: ['flaring tool'], why: 'Cut the line' });
    expect(steps[1]).not.toHaveProperty('minutes');
    expect(new Set(steps.map((s) => s.key)).size).toBe(3);
  });
  it.each([
    ['weld-rod', 'licensed welder'],
    ['cut-out', 'engineer has approved'],
    ['larger-pump', 'stores pressure'],
    ['longer-hose', 'never on the jack alone'],
  ])('the caution of %s stands where the hurt happens', (row, words) => {
    const [first, second] = stepsOf([remedy({ row })]);
    expect(first?.caution).toContain(words);
    expect(second).not.toHaveProperty('caution');
  });
  it('what cannot hurt has no caution', () =>
    expect(stepsOf([remedy({ row: 'nuts', tools: [] })])[0]).not.toHaveProperty('caution'));
});
