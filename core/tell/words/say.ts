import type { Check, Figures } from '../../judge/check/index.js';
import type { FaceRef, LineOf } from '../../vehicle/chain/index.js';
import { type AttributeName, positionWords, valueWords } from '../../named/attribute/index.js';

/** Words that every sentence of a check is made with. */

export type Said = Pick<Check, 'code' | 'state' | 'values' | 'rests' | 'rank' | 'coarse' | 'beyond' | 'disputed'>;

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

/** A part as it is called in a sentence; a line of a unit by the port that it comes to. */
export const partWords = (part: string, line?: LineOf): string =>
  line === undefined ? positionWords(part) : `${line.what} at ${positionWords(line.position)}`;

/** A face as it is called in a sentence. */
export const faceWords = ({ part, face }: FaceRef, line?: LineOf): string =>
  line !== undefined || face === undefined ? partWords(part, line) : `${positionWords(part)} (${positionWords(face)})`;

export const byPart = ({ values }: Said): string => positionWords(String(values['part'] ?? ''));
