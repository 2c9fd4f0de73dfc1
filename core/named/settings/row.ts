import { groupOfKey, type SettingGroup } from './groups.js';
import type { Settings } from './rows.data.js';

/** One setting: what it is called, its shipped value, the range that makes sense, and why it is what it is. */
export interface SettingsRow {
  readonly key: keyof Settings;
  readonly group: SettingGroup;
  readonly words: string;
  readonly standard: number;
  readonly min: number;
  readonly max: number;
  readonly unit: string;
  readonly why: string;
}

export const row = (
  key: keyof Settings,
  words: string,
  standard: number,
  min: number,
  max: number,
  unit: string,
  why: string,
): SettingsRow => ({
  key,
  group: groupOfKey(key),
  words,
  standard,
  min,
  max,
  unit,
  why,
});
