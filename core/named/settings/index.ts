/**
 * Workshop practice: the figures that are convention, not standard. Every one is a setting that a user can see and
 * change; the computation takes the whole set as a value and never reads a default behind the user's back.
 */

import { attribute, type AttributeName } from '../attribute/index.js';
import { SETTING_ROWS, type Settings } from './rows.data.js';

export { SETTING_GROUP_IDS, SETTING_GROUPS, type SettingGroup } from './groups.js';
export { type SettingsRow } from './row.js';
export { type CheckSetting, SETTING_ROWS, type Settings, type TrustSetting } from './rows.data.js';

/** Minutes of work that a look at an attribute takes, as this workshop sets them. */
export const minutesOf = (name: AttributeName, settings: Settings): number =>
  settings[`minutes.${name}`] ?? attribute(name).minutes;

/** Chance that a careful reading of an attribute is recorded wrong, as this workshop sets it. */
export const epsilonOf = (name: AttributeName, settings: Settings): number =>
  settings[`epsilon.${name}`] ?? attribute(name).epsilon;

/** The shipped settings as one value. */
export const STANDARD_SETTINGS: Settings = Object.freeze(
  Object.fromEntries(SETTING_ROWS.map((r) => [r.key, r.standard])),
) as unknown as Settings;

/**
 * The shipped settings with a workshop's own figures laid over them. Unknown keys and figures out of range are left
 * out.
 */
export function settingsWith(own: Readonly<Record<string, number>>): Settings {
  const fitting = SETTING_ROWS.filter(
    (r) => settingsProblem(r.key, own[r.key]) === undefined && own[r.key] !== undefined,
  );
  return { ...STANDARD_SETTINGS, ...Object.fromEntries(fitting.map((r) => [r.key, own[r.key]])) };
}

/** Why `value` cannot be the setting `key`, as a sentence; undefined when it can. */
export function settingsProblem(key: string, value: number | undefined): string | undefined {
  const found = SETTING_ROWS.find((r) => r.key === key);
  if (!found) return `There is no setting called "${key}".`;
  if (value === undefined) return undefined;
  if (!Number.isFinite(value) || value < found.min || value > found.max)
    return `${found.words}: between ${found.min} and ${found.max} ${found.unit}, not ${value}.`;
  return undefined;
}

export type Instrument = 'ruler' | 'caliper' | 'micrometer' | 'bore-gauge' | 'thread-gauge' | 'eye';

export const INSTRUMENTS: readonly Instrument[] = [
  'ruler',
  'caliper',
  'micrometer',
  'bore-gauge',
  'thread-gauge',
  'eye',
];

/** Standard error in mm of one reading with `instrument`; a thread gauge and the eye count as a ruler for lengths. */
export function sigmaOf(instrument: Instrument, settings: Settings): number {
  switch (instrument) {
    case 'caliper':
      return settings.sigmaCaliper;
    case 'micrometer':
      return settings.sigmaMicrometer;
    case 'bore-gauge':
      return settings.sigmaBoreGauge;
    default:
      return settings.sigmaRuler;
  }
}
