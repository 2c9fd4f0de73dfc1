import { lookup } from '../../base/lookup/index.js';
import type { Fix, FixPart } from '../../judge/check/index.js';
import { FIX_WORDS, type FixWords } from './fixes.data.js';

/** Sentences of fixes, made here and nowhere else. */

/** Rows of the table of fixes that have words. */
export const FIXES_IN_WORDS: readonly string[] = Object.keys(FIX_WORDS);
const wordsFor = ({ fix }: Pick<Fix, 'fix'>): FixWords | undefined => lookup(FIX_WORDS, fix);

/** What a fix does, in one sentence without its full stop. */
export const fixWords = (fix: Pick<Fix, 'fix' | 'values'>): string => wordsFor(fix)?.words(fix.values) ?? fix.fix;
/** What could go wrong with it. */
export const riskOf = (fix: Pick<Fix, 'fix'>): string => wordsFor(fix)?.risk ?? '';
/** What is done, step by step. */
export const operationsOf = (fix: Pick<Fix, 'fix' | 'values'>): readonly string[] =>
  wordsFor(fix)?.operations?.(fix.values) ?? [fixWords(fix)];
/** What a part of a fix is called, and why it is needed where the mismatch alone does not say it. */
export function partWordsOf(
  fix: Pick<Fix, 'fix' | 'values'>,
  { key }: Pick<FixPart, 'key'>,
): readonly [words: string, why: string | undefined] {
  const row = lookup(wordsFor(fix)?.parts ?? {}, key);
  return [row?.[0](fix.values) ?? key, row?.[1]];
}
