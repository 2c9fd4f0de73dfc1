import { describe, expect, it } from 'vitest';
import { guessSheet, mappingProblems } from './mapping.js';

const sheetOf = (text: string) =>
  guessSheet(
    'list',
    text.split('\n').map((line, i) => ({ line: i + 1, cells: line.split(';') })),
  );

describe('what a sheet seems to be', () => {
  it.each([
    ['Part no;Description;List price', 'AF 30718;single master;96.00'],
    ['Artikel;Bezeichnung;Preis EUR', 'AF 30718;single master;96,00'],
    ['Article number;Price (net);Lead time', 'AF 30718;96.00;3'],
  ])('a plain price list, headed "%s", is prices and stock', (headings, row) => {
    const mapping = sheetOf(`${headings}\n${row}`);
    expect(mapping.table).toBe('stock');
    expect(mapping.columns.map((c) => c.to)).toContain('price');
    expect(mapping.columns.map((c) => c.to)).toContain('number');
    expect(mappingProblems({ sheets: [mapping], rejects: 'hand-back' }).join(' ')).toContain(
      'say what holds for every row',
    );
  });
  it('a letter is nothing', () => {
    expect(sheetOf('Dear sirs;\nwe are closed;in August').table).toBeNull();
  });
});
