import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { looseKey, misreadingsOf, nearKeys, numberKey, numberProblem, searchKeys } from './index.js';

describe('numbers', () => {
  const dashes = { ignored: ' -' };
  it.each(['A 23-816', 'a23816', 'A23 816', 'a 23 816'])('%s is one number where marks carry no meaning', (text) =>
    expect(numberKey(text, dashes)).toBe('A23816'),
  );
  it('numbers that a maker keeps apart by its dash stay apart', () => {
    expect(numberKey('M12-71', { ignored: '' })).not.toBe(numberKey('M1-271', { ignored: '' }));
    expect(looseKey('M12-71')).toBe(looseKey('M1-271'));
  });
  it('normalising twice is normalising once, and never merges more than the loose key', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 20 }), (text) => {
        const key = numberKey(text, dashes);
        expect(numberKey(key, dashes)).toBe(key);
        expect(looseKey(key)).toBe(looseKey(text));
      }),
    );
  });
  it('is looked for with and without a maker’s prefix', () => {
    expect(searchKeys('23-816', ['A', ''])).toEqual(['23816', 'A23816']);
    expect(searchKeys('A 23-816', ['A'])).toEqual(['A23816', '23816']);
  });
  it('near keys are all that one edit reaches, and nothing else: against an edit distance worked out by hand', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[0-9A-C]{2,5}$/), fc.stringMatching(/^[0-9A-C]{2,6}$/), (typed, other) => {
        const { likely, possible } = nearKeys(typed);
        expect([...likely, ...possible].includes(other)).toBe(
          other !== typed && (editDistance(typed, other) === 1 || misreadingsOf(typed).has(other)),
        );
        expect(new Set([...likely, ...possible]).size).toBe(likely.length + possible.length);
      }),
    );
  });
  it.each([
    ['a nought for an O', 'A2O816', 'A20816'],
    ['two figures swapped', 'A23861', 'A23816'],
    ['a leading nought left off', '23816', '023816'],
  ])('%s is a likely misreading', (_, typed, meant) => expect(nearKeys(typed).likely).toContain(meant));
  it('a very long number has likely misreadings only', () =>
    expect(nearKeys('A'.repeat(15) + '1234567').possible.length).toBeLessThan(30));
  it.each(['', '---', 'abc', '1'.repeat(61)])('%j is no part number', (text) =>
    expect(numberProblem(text)).toMatch(/\.$/),
  );
});

/** Levenshtein's distance by its definition. */
function editDistance(a: string, b: string): number {
  if (a === '' || b === '') return a.length + b.length;
  const same = a[0] === b[0] ? 0 : 1;
  return Math.min(
    editDistance(a.slice(1), b) + 1,
    editDistance(a, b.slice(1)) + 1,
    editDistance(a.slice(1), b.slice(1)) + same,
  );
}
