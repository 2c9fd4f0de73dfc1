/**
 * Quantities as people write them and as the core computes with them.
 *
 * Inside the core every number is in one coherent set: mm, mm², MPa (= N/mm²), N, ml, l/min and Nm.
 * A `Quantity` carries the unit it was written in; `toBase` and `inUnit` are the only doors between the two.
 */

export type Dimension = 'length' | 'pitch' | 'pressure' | 'force' | 'volume' | 'torque' | 'angle' | 'area' | 'flow';

export type Unit =
  | 'mm'
  | 'in'
  | 'tpi'
  | 'MPa'
  | 'bar'
  | 'psi'
  | 'N'
  | 'lbf'
  | 'kgf'
  | 'ml'
  | 'l'
  | 'US fl oz'
  | 'Nm'
  | 'lbf ft'
  | 'lbf in'
  | 'deg'
  | 'mm2'
  | 'in2'
  | 'l/min'
  | 'US gal/min';

export interface Quantity {
  readonly value: number;
  readonly unit: Unit;
}

interface UnitRow {
  readonly dimension: Dimension;
  /** How many base units one of this unit is. A pitch in threads per inch is the exception: 25.4 / value. */
  readonly factor: number;
  /** The unit of the other system to show beside it. */
  readonly other: Unit;
}

const INCH = 25.4;
const POUND_FORCE = 4.4482216152605;

/** Exact conversion factors: the inch and the pound by definition (ISO 80000), g = 9.80665 m/s². */
export const UNITS: Readonly<Record<Unit, UnitRow>> = {
  mm: { dimension: 'length', factor: 1, other: 'in' },
  in: { dimension: 'length', factor: INCH, other: 'mm' },
  tpi: { dimension: 'pitch', factor: INCH, other: 'mm' },
  MPa: { dimension: 'pressure', factor: 1, other: 'psi' },
  bar: { dimension: 'pressure', factor: 0.1, other: 'psi' },
  psi: { dimension: 'pressure', factor: POUND_FORCE / (INCH * INCH), other: 'bar' },
  N: { dimension: 'force', factor: 1, other: 'lbf' },
  lbf: { dimension: 'force', factor: POUND_FORCE, other: 'N' },
  kgf: { dimension: 'force', factor: 9.80665, other: 'lbf' },
  ml: { dimension: 'volume', factor: 1, other: 'US fl oz' },
  l: { dimension: 'volume', factor: 1000, other: 'US fl oz' },
  'US fl oz': { dimension: 'volume', factor: 29.5735295625, other: 'ml' },
  Nm: { dimension: 'torque', factor: 1, other: 'lbf ft' },
  'lbf ft': { dimension: 'torque', factor: (POUND_FORCE * INCH * 12) / 1000, other: 'Nm' },
  'lbf in': { dimension: 'torque', factor: (POUND_FORCE * INCH) / 1000, other: 'Nm' },
  deg: { dimension: 'angle', factor: 1, other: 'deg' },
  mm2: { dimension: 'area', factor: 1, other: 'in2' },
  in2: { dimension: 'area', factor: INCH * INCH, other: 'mm2' },
  'l/min': { dimension: 'flow', factor: 1, other: 'US gal/min' },
  'US gal/min': { dimension: 'flow', factor: 3.785411784, other: 'l/min' },
};

/** The value in base units (mm, mm², MPa, N, ml, Nm, degrees). A pitch in tpi becomes mm per turn. */
export function toBase(quantity: Quantity): number {
  if (quantity.unit === 'tpi') return INCH / quantity.value;
  return quantity.value * UNITS[quantity.unit].factor;
}

/** A base value expressed in `unit`. */
export function inUnit(base: number, unit: Unit): Quantity {
  if (unit === 'tpi') return { value: INCH / base, unit };
  return { value: base / UNITS[unit].factor, unit };
}

/**
 * The same quantity in the other system: mm and in, bar and psi, N and lbf, Nm and lbf ft.
 * A pitch in mm is a length by its unit, so the caller says when it is meant as a pitch.
 */
export function otherSystem(quantity: Quantity, dimension: Dimension = UNITS[quantity.unit].dimension): Quantity {
  const other = dimension === 'pitch' && quantity.unit === 'mm' ? 'tpi' : UNITS[quantity.unit].other;
  return inUnit(toBase(quantity), other);
}

export const mm = (value: number): Quantity => ({ value, unit: 'mm' });
