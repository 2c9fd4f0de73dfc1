import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { eatenBySpreadsheet } from './eaten.js';
import { numberKey } from './index.js';

describe('what a spreadsheet makes of a part number', () => {
  it.each([
    ['12-Apr', 'date', ['12-4', '4-12']],
    ['4-Apr', 'date', ['4-4']],
    ['Apr-12', 'date', ['4-12']],
    ['2003-04-12', 'date', ['12-4', '4-12', '12-4-03', '4-12-03', '03-4-12']],
    ['2003-04-12 00:00:00', 'date', ['12-4', '4-12', '12-4-03', '4-12-03', '03-4-12']],
    ['12/04/2003', 'date', ['12-4', '4-12', '12-4-03', '4-12-03', '03-4-12']],
    ['2017-04-01', 'date', ['1-4', '4-1', '1-4-17', '4-1-17', '17-4-1', '4-2017']],
    ['4.41E+09', 'power of ten', []],
    ['1,23e11', 'power of ten', []],
  ] as const)('%s is a %s', (text, what, perhaps) => expect(eatenBySpreadsheet(text)).toEqual({ what, perhaps }));
  it.each([
    '4400-01-8',
    'A 23-816',
    '12-Xyz',
    'E.30.1516',
    '30718',
    '3571 378 106',
    '2003-13-40',
    '99/99/2003',
    'CV.18.4410',
    'M12-71',
    '4E',
    '',
    '12-4',
  ])('%s may stand', (text) => expect(eatenBySpreadsheet(text)).toBeUndefined());
  it('every day of a year that a spreadsheet shows leads back to a number with its day and its month', () => {
    fc.assert(
      fc.property(fc.date({ min: new Date('1950-01-01'), max: new Date('2049-12-31'), noInvalidDate: true }), (day) => {
        const [d, m] = [day.getUTCDate(), day.getUTCMonth() + 1];
        const found = eatenBySpreadsheet(day.toISOString().slice(0, 10));
        expect(found?.perhaps).toContain(`${d}-${m}`);
        expect(found?.perhaps).toContain(`${m}-${d}`);
      }),
    );
  });
});

it('marks that a maker means keep two numbers apart, wherever they stand', () => {
  const digits = fc.string({ unit: fc.constantFrom(...'0123456789'), minLength: 2, maxLength: 10 });
  fc.assert(
    fc.property(digits, fc.nat(), fc.nat(), (text, a, b) => {
      const [i, j] = [1 + (a % (text.length - 1)), 1 + (b % (text.length - 1))];
      const dashed = (at: number): string => `${text.slice(0, at)}-${text.slice(at)}`;
      expect(numberKey(dashed(i), { ignored: ' ' }) === numberKey(dashed(j), { ignored: ' ' })).toBe(i === j);
      expect(numberKey(dashed(i), { ignored: ' -' })).toBe(numberKey(dashed(j), { ignored: ' -' }));
    }),
  );
});
