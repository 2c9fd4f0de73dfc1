import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inchFraction, print, printBoth } from './print.js';
import { inUnit, otherSystem, toBase, type Unit, UNITS } from './quantity.js';
import { type ReadOptions, readQuantity } from './read.js';

const length = (text: string, options: Partial<ReadOptions> = {}) =>
  readQuantity(text, { expects: 'length', ...options });

describe('reading what people write', () => {
  it.each([
    ['1 1/16', 1.0625, 'in'],
    ['1-1/16"', 1.0625, 'in'],
    ['1-1/16 in', 1.0625, 'in'],
    ['7/8', 0.875, 'in'],
    ['⅞', 0.875, 'in'],
    ['1⅛ in', 1.125, 'in'],
    ['26.9', 26.9, 'mm'],
    ['26,9 mm', 26.9, 'mm'],
    ['26.9mm', 26.9, 'mm'],
    ['.04in', 0.04, 'in'],
    ['0.04 in', 0.04, 'in'],
    ['40 thou', 0.04, 'in'],
    ['2.7 cm', 27, 'mm'],
    ['27 MM', 27, 'mm'],
  ])('%s is %f %s', (text, value, unit) => {
    const { recognised, quantity } = length(text);
    expect(recognised).toBe(true);
    expect(quantity?.value).toBeCloseTo(value, 10);
    expect(quantity?.unit).toBe(unit);
  });

  it('takes a bare decimal as it is told to, and a fraction always as inches', () => {
    expect(length('1.5', { assume: 'in' }).quantity).toEqual({ value: 1.5, unit: 'in' });
    expect(length('1/2', { assume: 'mm' }).quantity).toEqual({ value: 0.5, unit: 'in' });
  });

  it.each([
    ['24tpi', 24, 'tpi'],
    ['24 per inch', 24, 'tpi'],
    ['1.25', 1.25, 'mm'],
    ['1,25 mm', 1.25, 'mm'],
  ])('a pitch: %s', (text, value, unit) => {
    expect(readQuantity(text, { expects: 'pitch' }).quantity).toEqual({ value, unit });
  });

  it('shows a pitch in the other system', () => {
    expect(readQuantity('24tpi', { expects: 'pitch' }).also).toEqual({ value: 25.4 / 24, unit: 'mm' });
    expect(readQuantity('1.27', { expects: 'pitch' }).also?.value).toBeCloseTo(20, 10);
  });

  it.each([
    ['10 bar', 'pressure', 'psi', 145.04],
    ['1 MPa', 'pressure', 'psi', 145.04],
    ['100 psi', 'pressure', 'bar', 6.895],
    ['100 N', 'force', 'lbf', 22.48],
    ['1 l', 'volume', 'US fl oz', 33.81],
    ['25 Nm', 'torque', 'lbf ft', 18.44],
    ['18 lbf ft', 'torque', 'Nm', 24.4],
    ['120 lbf in', 'torque', 'Nm', 13.56],
  ] as const)('%s is shown in %s as well', (text, expects, unit, value) => {
    const { also } = readQuantity(text, { expects });
    expect(also?.unit).toBe(unit);
    expect(also?.value).toBeCloseTo(value, 1);
  });

  it.each(['pressure', 'force', 'volume', 'torque'] as const)('a bare figure is not a %s', (expects) => {
    const read = readQuantity('25', { expects });
    expect(read.recognised).toBe(false);
    expect(read.problem).toContain('add the unit');
  });

  it('refuses a quantity of another kind by name', () => {
    expect(length('25 Nm').problem).toContain('is a torque; a length is wanted');
  });

  it('doubts a bore that would be sensible in inches', () => {
    const usual = { min: 8, max: 60, what: 'a bore' };
    expect(length('1.0625', { usual }).doubt).toContain('1.0625 in would be sensible');
    expect(length('26.9', { usual }).doubt).toBeUndefined();
    expect(length('27 in', { usual }).doubt).toContain('27 mm would be sensible');
  });

  it('doubts a pitch of 24 mm, and a comma that may mark thousands', () => {
    expect(readQuantity('24', { expects: 'pitch' }).doubt).toContain('24 tpi would be sensible');
    expect(length('1,234').doubt).toContain('decimal comma');
  });

  it.each([
    '',
    '  ',
    'abc',
    '-3',
    '0',
    '1/0',
    '1e999',
    '26.9.1',
    '26 furlongs',
    '<b>1</b>',
    '9'.repeat(60),
    '1 2 3',
    '\u0000',
  ])('refuses %j in a sentence', (text) => {
    const read = length(text);
    expect(read.recognised).toBe(false);
    expect(read.problem).toMatch(/\.$/);
  });

  it('never throws, and never recognises what is not more than zero', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 50 }), (text) => {
        const { recognised, quantity } = length(text);
        expect(recognised).toBe(quantity !== undefined && quantity.value > 0);
      }),
    );
  });

  it('reads back what it prints', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 900, noNaN: true }), fc.constantFrom<Unit>('mm', 'in'), (value, unit) => {
        const read = length(print({ value, unit }, 6));
        expect(read.quantity?.unit).toBe(unit);
        expect(read.quantity?.value).toBeCloseTo(value, 5);
      }),
    );
  });
});

describe('units', () => {
  it('go there and back unchanged', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-3, max: 1e6, noNaN: true }),
        fc.constantFrom(...(Object.keys(UNITS) as Unit[])),
        (value, unit) => {
          expect(inUnit(toBase({ value, unit }), unit).value / value).toBeCloseTo(1, 12);
          const other = otherSystem({ value, unit });
          expect(toBase(other) / toBase({ value, unit })).toBeCloseTo(1, 12);
        },
      ),
    );
  });
  it('1 MPa is 10 bar is 145.04 psi', () => {
    expect(toBase({ value: 10, unit: 'bar' })).toBeCloseTo(1, 12);
    expect(inUnit(1, 'psi').value).toBeCloseTo(145.04, 2);
  });
  it('print both systems, the entered one first', () => {
    expect(printBoth({ value: 26.94, unit: 'mm' })).toBe('26.94 mm · 1.0606 in');
    expect(printBoth({ value: 24, unit: 'tpi' }, 'pitch')).toBe('24 tpi · 1.058 mm');
    expect(print({ value: 20.6375, unit: 'mm' })).toBe('20.638 mm');
    expect(print({ value: 90, unit: 'deg' })).toBe('90°');
  });
  it('names workshop fractions and nothing else', () => {
    expect(inchFraction(26.9875)).toBe('1-1/16 in');
    expect(inchFraction(19.05)).toBe('3/4 in');
    expect(inchFraction(25.4)).toBe('1 in');
    expect(inchFraction(26.3)).toBeUndefined();
  });
});
