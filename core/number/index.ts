/** Part numbers: how each issuer writes them, and how two writings are seen to be one. */

export interface NumberRule {
  /** Characters that carry no meaning in this issuer's numbers; all others stay. */
  readonly ignored: string;
  /** Letters that people leave off in front ("ARD 44719" is asked for as "44719"). */
  readonly prefix?: string;
}

/** Every mark that is neither letter nor digit. */
const MARKS = /[^\p{L}\p{N}]+/gu;

const plain = (text: string): string => text.normalize('NFKC').toUpperCase().trim();

/**
 * The key under which an issuer's number is one number. Upper case, compatibility forms folded, the ignored characters
 * taken out. Idempotent. Two numbers that the issuer keeps apart by a meaningful mark keep different keys.
 */
export function numberKey(written: string, rule: NumberRule): string {
  let key = '';
  for (const character of plain(written)) if (!rule.ignored.includes(character) && !/\s/u.test(character)) key += character;
  return key;
}

/** The loosest key: letters and digits only. Finds what may be meant; never decides that two numbers are one. */
export const looseKey = (text: string): string => plain(text).replace(MARKS, '');

/** Loose keys to look under for what somebody typed: as it stands, and without the issuer's prefix where one is known. */
export function searchKeys(typed: string, prefixes: readonly string[]): string[] {
  const loose = looseKey(typed);
  const without = prefixes.filter((p) => p !== '' && loose.startsWith(p) && loose.length > p.length).map((p) => loose.slice(p.length));
  return [...new Set([loose, ...without, ...prefixes.filter((p) => p !== '' && !loose.startsWith(p)).map((p) => p + loose)])];
}

/** Why a text cannot be a part number, as a sentence; undefined when it can. */
export function numberProblem(text: string): string | undefined {
  const loose = looseKey(text);
  if (loose === '') return 'There is no letter or digit in this.';
  if (text.length > 60) return 'This is too long to be one part number.';
  if (!/\d/.test(loose)) return 'There is no digit in this; part numbers have one.';
  return undefined;
}
