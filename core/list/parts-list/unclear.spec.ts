import { describe, expect, it } from 'vitest';
import { unclear } from './unclear.js';

describe('words that mean two things', () => {
  it.each([
    ['Two new washers per eye', 'one more than there are eyes'],
    ['10 mm nut', 'thread or the spanner'],
    ['nut 10 mm', 'thread or the spanner'],
    ['10 mm tube nut', 'thread or the spanner'],
    ['union', 'joins two lines'],
    ['Unions, two', 'joins two lines'],
    ['10 pound valve', 'Which valve'],
    ['valve, 10 psi', 'Which valve'],
    ['two bolts for the slave', 'differ by position'],
    ['bolt M8x1.25', 'differ by position'],
  ])('"%s" is asked about', (text, question) => expect(unclear(text)).toContain(question));
  it.each([
    'crush washers 10 mm',
    'five washers in all, two per eye at the caliper',
    'nut M10x1.0',
    'tube nut 3/8-24 UNF',
    'nut, 13 mm across flats',
    'inline connector (union) M10x1.0',
    'residual valve 10 psi',
    'bolt M8x1.25, 35 mm, upper left of the slave',
    'wheel bolts, five',
    'banjo bolt M10x1.0',
    'valve',
    '',
  ])('"%s" is counted', (text) => expect(unclear(text)).toBeUndefined());
});
