import { describe, expect, it } from 'vitest';
import { settingsProblem, settingsWith, STANDARD_SETTINGS } from './index.js';
import { SETTING_ROWS } from './rows.data.js';

describe('settings', () => {
  it('every shipped setting lies in its own range', () => {
    for (const row of SETTING_ROWS) expect(settingsProblem(row.key, row.standard), row.key).toBeUndefined();
  });
  it('a workshop’s figure replaces the shipped one; nonsense does not', () => {
    expect(settingsWith({ gapMin: 0.3 }).gapMin).toBe(0.3);
    expect(settingsWith({ gapMin: -1, nonsense: 3 })).toEqual(STANDARD_SETTINGS);
    expect(settingsProblem('gapMin', Number.NaN)).toContain('between');
    expect(settingsProblem('nonsense', 1)).toContain('no setting');
  });
});
