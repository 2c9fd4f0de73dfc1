import { describe, expect, it } from 'vitest';
import { practiceProblem, practiceWith, SETTING_ROWS, STANDARD_SETTINGS } from './index.js';

describe('practice', () => {
  it('every shipped setting lies in its own range', () => {
    for (const row of SETTING_ROWS) expect(practiceProblem(row.key, row.standard), row.key).toBeUndefined();
  });
  it('a workshop’s figure replaces the shipped one; nonsense does not', () => {
    expect(practiceWith({ gapMin: 0.3 }).gapMin).toBe(0.3);
    expect(practiceWith({ gapMin: -1, nonsense: 3 })).toEqual(STANDARD_SETTINGS);
    expect(practiceProblem('gapMin', Number.NaN)).toContain('between');
    expect(practiceProblem('nonsense', 1)).toContain('no setting');
  });
});
