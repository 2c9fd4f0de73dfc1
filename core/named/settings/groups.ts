/** Groups in which settings are shown, and which one a setting is in, by what it is about. */

export const SETTING_GROUPS = [
  { id: 'joints', words: 'Joints: what difference still goes together' },
  { id: 'readings', words: 'Readings: how far they can be off, and when it is enough to order' },
  { id: 'threads', words: 'Threads' },
  { id: 'lines', words: 'Lines and hoses: straights, stock, adapters' },
  { id: 'work', words: 'Work: minutes, ages, fluid' },
  { id: 'feel', words: 'Feel: efforts, balance, what public rules ask' },
  { id: 'trust', words: 'Interchange: trust in lists' },
  { id: 'minutes', words: 'What a check costs, in minutes' },
  { id: 'errors', words: 'How often a check is recorded wrong' },
] as const;
export type SettingGroup = (typeof SETTING_GROUPS)[number]['id'];
export const SETTING_GROUP_IDS: readonly SettingGroup[] = SETTING_GROUPS.map(({ id }) => id);

/** The first row whose pattern a key has says where it belongs. */
const BY_KEY: readonly (readonly [RegExp, SettingGroup])[] = [
  [/^feel/, 'feel'],
  [/^line/, 'lines'],
  [/^minutes\./, 'minutes'],
  [/^epsilon\./, 'errors'],
  [/^(trust|cases)\.|^trust|^condition|^interchange/, 'trust'],
  [/^(male|female|pitch|flank|nutTurns|fallsThrough)/, 'threads'],
  [/^sigma|^oneSize|^none|^enough|^eliminated|^change|^misreading|^swapped|^wrongPlace|^mouth/, 'readings'],
  [/Minutes$|^hoseYears|^fluid|^flush|^bleed|^waste/, 'work'],
];

/** The group of a setting; what no pattern names is about joints. */
export const groupOfKey = (key: string): SettingGroup => BY_KEY.find(([pattern]) => pattern.test(key))?.[1] ?? 'joints';
