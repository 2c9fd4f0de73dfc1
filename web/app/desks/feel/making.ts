import type { FeelField, FeelKinds } from '@kerabat/core/work/feel';

/** How a set-up is made: one choice a row, read from its kinds and turned into them. */
export interface Choice {
  readonly words: string;
  readonly options: readonly string[];
  readonly of: (kinds: FeelKinds) => string;
  readonly make: (option: string) => Partial<FeelKinds>;
}
const yesNo = (
  words: string,
  options: readonly [yes: string, no: string],
  key: 'assisted' | 'stepped' | 'valve',
): Choice => ({
  words,
  options,
  of: (kinds) => (kinds[key] ? options[0] : options[1]),
  make: (option) => ({ [key]: option === options[0] }),
});
const DISC = ['disc, floating caliper', 'disc, fixed caliper', 'drum'] as const;
const wheels = (words: string, end: 'front' | 'rear'): Choice => ({
  words,
  options: DISC,
  of: (kinds) => (kinds[end] === 'drum' ? DISC[2] : kinds[`${end}Form`] === 'fixed' ? DISC[1] : DISC[0]),
  make: (option) =>
    option === DISC[2]
      ? { [end]: 'drum' }
      : { [end]: 'disc', [`${end}Form`]: option === DISC[1] ? 'fixed' : 'floating' },
});
export const CHOICES: readonly Choice[] = [
  yesNo('assistance', ['a booster', 'none'], 'assisted'),
  yesNo('bore', ['stepped', 'straight'], 'stepped'),
  wheels('front', 'front'),
  wheels('rear', 'rear'),
  yesNo('valve at the rear', ['proportioning', 'none'], 'valve'),
];

/** As it stands in a field: to the digits that matter, with its unit. */
export const shown = (value: number, unit: FeelField['unit']): string =>
  `${unit === 'N' || unit === 'kg' ? value.toFixed(0) : String(Number(value.toPrecision(6)))}` +
  `${unit === '' ? '' : ` ${unit}`}`;

/** What a choice is, where it was made otherwise. */
export const madeWords = ({ words, options, of, make }: Choice, made: Partial<FeelKinds>): string[] =>
  Object.keys(make(options[0] ?? '')).some((key) => key in made) ? [`${words}: ${of(made as FeelKinds)}`] : [];
