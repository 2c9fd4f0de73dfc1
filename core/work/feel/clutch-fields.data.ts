import type { ClutchSide } from './clutch.js';
import type { FeelField } from './fields.data.js';

/** What the travel of a clutch is worked out from, as a table. */

export type ClutchKey = keyof ClutchSide;
export interface ClutchField extends Pick<FeelField, 'words' | 'unit' | 'least' | 'most' | 'usual' | 'optional'> {
  readonly key: ClutchKey;
}

const row = (
  key: ClutchKey,
  words: string,
  unit: ClutchField['unit'],
  [least, most]: readonly [number, number],
  more: Pick<ClutchField, 'usual' | 'optional'> = {},
): ClutchField => ({ key, words, unit, least, most, ...more });

const optional = true as const;
export const CLUTCH_FIELDS: readonly ClutchField[] = [
  row('pedalTravel', 'pedal travel', 'mm', [20, 300]),
  row('freeTravel', 'free travel of the pedal', 'mm', [0, 80]),
  row('pedalRatio', 'pedal ratio', '', [1, 12]),
  row('masterBore', 'bore of the master', 'mm', [9, 51]),
  row('slaveBore', 'bore of the slave', 'mm', [9, 80]),
  row('slaveOutside', 'concentric slave, outside of its ring', 'mm', [20, 120], { optional }),
  row('slaveInside', 'and inside', 'mm', [10, 110], { optional }),
  row('forkRatio', 'ratio of the fork', '', [0.5, 6], { optional }),
  row('longest', 'longest stroke of the slave', 'mm', [3, 80], { optional }),
  row('wanted', 'travel that releases', 'mm', [1, 80], { optional }),
];

/** What was measured on the vehicle, to say where travel is lost. */
export const CLUTCH_MEASURED = [
  { key: 'slaveTravel', words: 'slave travel, measured', unit: 'mm', least: 0, most: 80, optional },
  { key: 'pressure', words: 'line pressure at release', unit: 'MPa', least: 0.1, most: 15, optional },
  { key: 'pitch', words: 'pitch of the rod’s thread', unit: 'mm', least: 0.5, most: 3, optional },
  { key: 'freeWanted', words: 'free travel that is wanted', unit: 'mm', least: 0, most: 60, optional },
] as const;
export type ClutchMeasuredKey = (typeof CLUTCH_MEASURED)[number]['key'];
