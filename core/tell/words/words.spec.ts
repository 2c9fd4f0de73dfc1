import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lookup } from '../../base/lookup/index.js';
import { plainTextProblem } from './plain.js';

describe('looking a word up in a table', () => {
  it('finds what the table says and nothing that it inherits', () => {
    expect(lookup({ a: 1 }, 'a')).toBe(1);
    for (const word of ['constructor', '__proto__', 'toString', 'hasOwnProperty'])
      expect(lookup({ a: 1 }, word)).toBeUndefined();
    expect(lookup(undefined, 'a')).toBeUndefined();
    expect(lookup(JSON.parse('{"__proto__": 5}') as Record<string, number>, '__proto__')).toBe(5);
  });
});

describe('a text that can go out and come back', () => {
  it.each(['Ölmühle', 'ạ́', '漢字', '😀', 'two\nlines', 'a\tb', '=1+1', "O'Neill", '½ × 3″', '\u00a0'])(
    '%j is taken',
    (text) => expect(plainTextProblem(text)).toBeUndefined(),
  );
  it.each([
    ['a\u0000b', 'control character (U+0000)'],
    ['a\u001bb', 'control character (U+001B)'],
    ['a\u0085b', 'control character (U+0085)'],
    ['a\u2028b', 'control character (U+2028)'],
    ['a\u202eb', 'direction of writing (U+202E)'],
    ['a\u2066b', 'direction of writing (U+2066)'],
    ['a\u200fb', 'direction of writing (U+200F)'],
    ['a\ufeffb', 'no character (U+FEFF)'],
    ['a\ud800b', 'no character (U+D800)'],
    ['a\uffffb', 'no character (U+FFFF)'],
  ])('%j is refused with the character', (text, words) => expect(plainTextProblem(text)).toContain(words));
  it('what is taken is the same after UTF-8 and JSON', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        if (plainTextProblem(text) !== undefined) return;
        expect(new TextDecoder().decode(new TextEncoder().encode(text))).toBe(text);
        expect(JSON.parse(JSON.stringify(text))).toBe(text);
      }),
    );
  });
});
