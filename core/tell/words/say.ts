import type { Check, Figures } from '../../judge/check/index.js';
import { type AttributeName, positionWords, valueWords } from '../../named/attribute/index.js';

/** Words that every sentence of a check is made with. */

export type Said = Pick<Check, 'code' | 'state' | 'values' | 'rests' | 'rank' | 'coarse'>;

/** "26.99 mm", "M10x1.0", "none"; "not known" where nobody knows. */
export function say(name: AttributeName | undefined, value: Figures[string] | undefined): string {
  if (value === undefined || value === null) return 'not known';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return name === undefined ? String(value) : valueWords(name, value);
}
export const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
export const mm = (value: Figures[string] | undefined): string =>
  typeof value === 'number' ? `${value.toFixed(2)} mm · ${(value / 25.4).toFixed(3)} in` : 'not known';

/** What is known to be none is said so; where nobody knows, that. */
export const shownAs = (
  state: Check['state'],
  name: AttributeName | undefined,
  value: Figures[string] | undefined,
): string => (value === null && state !== 'not-known' ? 'none' : say(name, value));

export const readPart = (ref: string): string => ref.split('@')[0] ?? ref;

export function partWords(ref: string): string {
  const line = /^(.+) (line|hose) (.+?)(?:@end)?$/.exec(ref);
  if (line) return `${line[2]} at ${positionWords(line[3] ?? '')}`;
  const [part = ref, at] = ref.split('@');
  return at === undefined ? positionWords(part) : `${positionWords(part)} (${positionWords(at)})`;
}

export const byPart = ({ values }: Said): string => positionWords(String(values['part'] ?? ''));
