import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { looseKey, numberKey, numberProblem, searchKeys } from './index.js';

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
  it.each(['', '---', 'abc', '1'.repeat(61)])('%j is no part number', (text) => expect(numberProblem(text)).toMatch(/\.$/));
});
