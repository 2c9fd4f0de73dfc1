import { lookup } from '../../base/lookup/index.js';

export { eatenBySpreadsheet, type EatenNumber } from './eaten.js';

/** Part numbers: how each issuer writes them, and how two writings are seen to be one. */

export interface NumberRule {
  /** Characters that carry no meaning in this issuer's numbers; all others stay. */
  readonly ignored: string;
  /** Letters that people leave off in front ("ARD 44719" is asked for as "44719"). */
  readonly prefix?: string;
}

/** Every mark that is neither letter nor digit. */
const MARKS = /[^\p{L}\p{N}]+/gu;
const ASCII_MARKS = /[^A-Z0-9]+/g;

/** Nearly every number is plain ASCII: it has no compatibility forms to fold. */
const ASCII = /^[\x20-\x7e]*$/;
const plain = (text: string): string => (ASCII.test(text) ? text : text.normalize('NFKC')).toUpperCase().trim();

/**
 * The key under which an issuer's number is one number. Upper case, compatibility forms folded, the ignored characters
 * taken out. Idempotent. Two numbers that the issuer keeps apart by a meaningful mark keep different keys.
 */
export function numberKey(written: string, rule: NumberRule): string {
  let key = '';
  for (const character of plain(written))
    if (!rule.ignored.includes(character) && character.trim() !== '') key += character;
  return key;
}

/** The loosest key: letters and digits only. Finds what may be meant; never decides that two numbers are one. */
export function looseKey(text: string): string {
  const key = plain(text);
  return key.replace(ASCII.test(key) ? ASCII_MARKS : MARKS, '');
}

/**
 * Loose keys to look under for what somebody typed: as it stands, and without the issuer's prefix where one is known.
 */
export function searchKeys(typed: string, prefixes: readonly string[]): string[] {
  const loose = looseKey(typed);
  const without = prefixes
    .filter((p) => p !== '' && loose.startsWith(p) && loose.length > p.length)
    .map((p) => loose.slice(p.length));
  return [
    ...new Set([loose, ...without, ...prefixes.filter((p) => p !== '' && !loose.startsWith(p)).map((p) => p + loose)]),
  ];
}

const ALPHABET = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ';
/** Characters that are taken for one another under dirt or in a hasty hand, each with what it is misread as. */
const LOOK_ALIKE: Readonly<Record<string, string>> = {
  '0': 'O',
  O: '0',
  '1': 'I',
  I: '1',
  '8': 'B',
  B: '8',
  '5': 'S',
  S: '5',
};

/**
 * Every reading that is one misreading away from a mark's key: one look-alike character taken for its twin, or two
 * neighbours swapped. The key itself is not among them.
 */
export function misreadingsOf(key: string): Set<string> {
  const misreadings = new Set<string>();
  for (let i = 0; i < key.length; i++) {
    const twin = lookup(LOOK_ALIKE, key[i] ?? '');
    if (twin !== undefined) misreadings.add(key.slice(0, i) + twin + key.slice(i + 1));
    if (i + 1 < key.length) misreadings.add(key.slice(0, i) + (key[i + 1] ?? '') + (key[i] ?? '') + key.slice(i + 2));
  }
  misreadings.delete(key);
  return misreadings;
}

/**
 * The loose keys that a mistyped number may have been meant as, by how likely the misreading is; the number itself is
 * not among them.
 */
export interface NearKeys {
  /** A look-alike character, a swapped pair, or a leading nought left off. */
  readonly likely: readonly string[];
  /** Any other one character too many, too few or wrong. */
  readonly possible: readonly string[];
}

/**
 * Every key that is one misreading away from what was typed. They are looked up in the index that finds numbers anyway,
 * so a near match costs an import nothing. Some seventy for each character: a key of more than 20 characters has likely
 * ones only.
 */
export function nearKeys(loose: string): NearKeys {
  const likely = misreadingsOf(loose).add(`0${loose}`);
  const possible = new Set<string>();
  for (let i = 0; i < loose.length; i++) possible.add(loose.slice(0, i) + loose.slice(i + 1));
  for (let i = 0; i <= loose.length && loose.length <= 20; i++) {
    for (const character of ALPHABET) {
      possible.add(loose.slice(0, i) + character + loose.slice(i));
      if (i < loose.length) possible.add(loose.slice(0, i) + character + loose.slice(i + 1));
    }
  }
  return {
    likely: [...likely],
    possible: [...possible].filter((key) => key !== loose && !likely.has(key) && key.length > 1),
  };
}

/** Why a text cannot be a part number, as a sentence; undefined when it can. */
export function numberProblem(text: string): string | undefined {
  const loose = looseKey(text);
  if (loose === '') return 'There is no letter or digit in this.';
  if (text.length > 60) return 'This is too long to be one part number.';
  if (!/\d/.test(loose)) return 'There is no digit in this; part numbers have one.';
  return undefined;
}
