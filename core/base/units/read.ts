import { lookup } from '../lookup/index.js';
import { print } from './print.js';
import { type Dimension, otherSystem, type Quantity, toBase, type Unit, UNITS } from './quantity.js';

/** A range in base units in which a careful person expects a value; outside it the reader asks. */
export interface UsualRange {
  readonly min: number;
  readonly max: number;
  readonly what: string;
}

export interface ReadOptions {
  readonly expects: Exclude<Dimension, 'area'>;
  /** Unit of a bare decimal length or pitch. Fractions are always inches. Default mm. */
  readonly assume?: 'mm' | 'in';
  readonly usual?: UsualRange;
}

export interface Reading {
  readonly recognised: boolean;
  readonly quantity?: Quantity;
  /** The same in the other system. */
  readonly also?: Quantity;
  /** Why the value may be in another unit than the one read. */
  readonly doubt?: string;
  /** Why nothing could be read. */
  readonly problem?: string;
}

const SPELLINGS: readonly (readonly [RegExp, Unit | 'thou' | 'cm'])[] = [
  [/^(mm|millimet(er|re)s?)$/, 'mm'],
  [/^(cm|centimet(er|re)s?)$/, 'cm'],
  [/^(in|ins|inch|inches|"|″|'')$/, 'in'],
  [/^(thou|thousandths?|mil|mils)$/, 'thou'],
  [/^(tpi|threads? per inch|per inch|\/in|\/inch)$/, 'tpi'],
  [/^(mpa|n\/mm2|n\/mm²)$/, 'MPa'],
  [/^(bar)$/, 'bar'],
  [/^(psi|lbf?\/in2|lbf?\/in²)$/, 'psi'],
  [/^(n|newtons?)$/, 'N'],
  [/^(lbf|lbs?|pounds?)$/, 'lbf'],
  [/^(kgf|kp|kg)$/, 'kgf'],
  [/^(ml|cc|cm3|cm³|millilit(er|re)s?)$/, 'ml'],
  [/^(l|lit(er|re)s?)$/, 'l'],
  [/^((us )?fl\.? ?oz\.?)$/, 'US fl oz'],
  [/^(nm|n m|n·m|n\*m)$/, 'Nm'],
  [/^(lbf? ?ft|lbf?[·*-]ft|ft[ ·-]?lbf?s?)$/, 'lbf ft'],
  [/^(lbf? ?in|lbf?[·*-]in|in[ ·-]?lbf?s?)$/, 'lbf in'],
  [/^(deg|degrees?|°)$/, 'deg'],
  [/^(l\/min|lpm|lit(er|re)s? per minute)$/, 'l/min'],
  [/^((us )?gal\/min|gpm)$/, 'US gal/min'],
];

const GLYPHS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const MIXED = /^(?:(\d{1,3})(?:\s+|\s*-\s*))?(\d{1,3})\s*\/\s*(\d{1,3})(?!\d)\s*(.*)$/;
const DECIMAL = /^(\d{1,7}(?:[.,]\d{1,8})?|[.,]\d{1,8})(?!\d)\s*(.*)$/;

const EXPECTED_UNITS: Readonly<Record<ReadOptions['expects'], string>> = {
  length: 'mm or in',
  pitch: 'mm or tpi',
  pressure: 'MPa, bar or psi',
  force: 'N, kgf or lbf',
  volume: 'ml, l or US fl oz',
  torque: 'Nm, lbf ft or lbf in',
  angle: 'degrees',
  flow: 'l/min or US gal/min',
};

/**
 * Reads one quantity as people write it: `1 1/16`, `1-1/16"`, `26.9`, `26,9 mm`, `.04in`, `40 thou`, `24tpi`.
 * A fraction is inches. A bare decimal is `assume` for lengths and pitches; for pressure, force, volume and torque a
 * bare figure is refused, because the unit is the half that gets lost. Answers a `Reading`; never throws.
 */
export function readQuantity(text: string, options: ReadOptions): Reading {
  const clean = tidy(text);
  if (clean === '') return refuse('Nothing is written here.');
  if (clean.length > 40) return refuse('This is too long to be one measurement.');
  if (clean.startsWith('-')) return refuse('A measured value cannot be negative.');
  const figure = readFigure(clean);
  if (!figure) return refuse(`"${shorten(text)}" is not a number with a unit (${EXPECTED_UNITS[options.expects]}).`);
  const quantity = attachUnit(figure, options);
  if ('problem' in quantity) return refuse(quantity.problem);
  if (!(quantity.value > 0)) return refuse('A measured value must be more than zero.');
  const doubt = doubtOf(quantity, figure, options);
  return {
    recognised: true,
    quantity,
    ...(options.expects === 'angle' ? {} : { also: otherSystem(quantity, options.expects) }),
    ...(doubt === undefined ? {} : { doubt }),
  };
}

interface Figure {
  readonly value: number;
  readonly fraction: boolean;
  readonly unitText: string;
  /** "1,234" may be a decimal comma or a thousands mark. */
  readonly commaThousands: boolean;
}

function tidy(text: string): string {
  return text
    .normalize('NFC')
    .replace(
      /(\d)?([½¼¾⅛⅜⅝⅞])/g,
      (_, whole: string | undefined, glyph: string) => `${whole ? `${whole} ` : ''}${lookup(GLYPHS, glyph) ?? glyph}`,
    )
    .replace(/[\u00a0\u2009\u202f\s]+/g, ' ')
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    .trim()
    .toLowerCase();
}

function readFigure(clean: string): Figure | undefined {
  const mixed = MIXED.exec(clean);
  if (mixed) {
    const [, whole, top, bottom, unitText = ''] = mixed;
    const denominator = Number(bottom);
    if (denominator === 0) return undefined;
    const value = Number(whole ?? 0) + Number(top) / denominator;
    return { value, fraction: true, unitText: unitText.trim(), commaThousands: false };
  }
  const decimal = DECIMAL.exec(clean);
  if (!decimal) return undefined;
  const [, digits = '', unitText = ''] = decimal;
  return {
    value: Number(digits.replace(',', '.')),
    fraction: false,
    unitText: unitText.trim(),
    commaThousands: /^\d{1,3},\d{3}$/.test(digits),
  };
}

function attachUnit(figure: Figure, { expects, assume = 'mm' }: ReadOptions): Quantity | { problem: string } {
  if (figure.unitText === '') {
    if (expects === 'angle') return { value: figure.value, unit: 'deg' };
    if (expects !== 'length' && expects !== 'pitch')
      return { problem: `A bare figure is not a ${expects}: add the unit (${EXPECTED_UNITS[expects]}).` };
    if (figure.fraction || assume === 'in') return { value: figure.value, unit: 'in' };
    return { value: figure.value, unit: 'mm' };
  }
  const spelled = SPELLINGS.find(([pattern]) => pattern.test(figure.unitText))?.[1];
  if (!spelled)
    return { problem: `"${shorten(figure.unitText)}" is not a unit that is known here (${EXPECTED_UNITS[expects]}).` };
  if (spelled === 'thou') return wanted({ value: figure.value / 1000, unit: 'in' }, expects);
  if (spelled === 'cm') return wanted({ value: figure.value * 10, unit: 'mm' }, expects);
  return wanted({ value: figure.value, unit: spelled }, expects);
}

function wanted(quantity: Quantity, expects: ReadOptions['expects']): Quantity | { problem: string } {
  const dimension = UNITS[quantity.unit].dimension;
  if (dimension === expects || (expects === 'pitch' && dimension === 'length')) return quantity;
  return { problem: `${print(quantity)} is a ${dimension}; a ${expects} is wanted (${EXPECTED_UNITS[expects]}).` };
}

const REAL_PITCH: UsualRange = { min: 0.2, max: 6, what: 'a thread pitch' };

function doubtOf(quantity: Quantity, figure: Figure, options: ReadOptions): string | undefined {
  if (figure.commaThousands)
    return `Read with a decimal comma as ${print(quantity, 3)}; if the comma marks thousands, write it without.`;
  const usual = options.usual ?? (options.expects === 'pitch' ? REAL_PITCH : undefined);
  if (!usual || within(toBase(quantity), usual)) return undefined;
  const rivals: readonly Unit[] =
    options.expects === 'pitch' ? ['tpi', 'mm', 'in'] : options.expects === 'length' ? ['in', 'mm'] : [];
  for (const unit of rivals) {
    const rival = { value: quantity.value, unit };
    if (unit !== quantity.unit && within(toBase(rival), usual))
      return (
        `${print(quantity)} would be unusual for ${usual.what}; ${print(rival)} would be sensible. Which ` + 'is meant?'
      );
  }
  return (
    `${print(quantity)} is outside what is usual for ${usual.what} (${usual.min} to ${usual.max} in ` +
    `${baseUnit(options.expects)}).`
  );
}

const baseUnit = (dimension: ReadOptions['expects']): string =>
  ({
    length: 'mm',
    pitch: 'mm',
    pressure: 'MPa',
    force: 'N',
    volume: 'ml',
    torque: 'Nm',
    angle: 'degrees',
    flow: 'l/min',
  })[dimension];

const within = (value: number, range: UsualRange): boolean => value >= range.min && value <= range.max;
const refuse = (problem: string): Reading => ({ recognised: false, problem });
const shorten = (text: string): string => (text.length > 24 ? `${text.slice(0, 24)}…` : text);
