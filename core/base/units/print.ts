import { type Dimension, otherSystem, type Quantity, type Unit } from './quantity.js';

const DECIMALS: Readonly<Record<Unit, number>> = {
  mm: 3,
  'l/min': 1,
  'US gal/min': 2,
  in: 4,
  tpi: 1,
  MPa: 2,
  bar: 1,
  psi: 0,
  N: 0,
  lbf: 1,
  kgf: 1,
  ml: 1,
  l: 2,
  'US fl oz': 2,
  Nm: 1,
  'lbf ft': 1,
  'lbf in': 0,
  deg: 0,
  mm2: 1,
  in2: 4,
};

const SPELLED: Partial<Record<Unit, string>> = { deg: '°', mm2: 'mm²', in2: 'in²' };

/** A plain number with at most `decimals` places and no trailing zeros: 26.90 is "26.9". */
export function printNumber(value: number, decimals: number): string {
  // 20.6375 is held as 20.63749…: a hair more makes it round as it is written.
  const text = (value * (1 + 1e-12)).toFixed(decimals);
  return text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text;
}

/** One quantity: "26.94 mm", "1.0606 in", "24 tpi", "90°". */
export function print(quantity: Quantity, decimals = DECIMALS[quantity.unit]): string {
  const unit = SPELLED[quantity.unit] ?? quantity.unit;
  const gap = quantity.unit === 'deg' ? '' : ' ';
  return `${printNumber(quantity.value, decimals)}${gap}${unit}`;
}

/** Both systems, the one that was entered first: "26.94 mm · 1.0606 in". Angles have one system. */
export function printBoth(quantity: Quantity, dimension?: Dimension): string {
  const other = otherSystem(quantity, dimension);
  return other.unit === quantity.unit ? print(quantity) : `${print(quantity)} · ${print(other)}`;
}

const FRACTION_STEPS = [2, 4, 8, 16, 32, 64] as const;

/**
 * Inches as a workshop fraction, "1-1/16 in", when the length is one as closely as mm are written; otherwise undefined.
 */
export function inchFraction(lengthMm: number): string | undefined {
  const inches = lengthMm / 25.4;
  for (const step of FRACTION_STEPS) {
    const parts = Math.round(inches * step);
    if (parts === 0 || Math.abs((parts / step) * 25.4 - lengthMm) > 0.003) continue;
    const whole = Math.floor(parts / step);
    const rest = parts % step;
    if (rest === 0) return `${whole} in`;
    return whole === 0 ? `${rest}/${step} in` : `${whole}-${rest}/${step} in`;
  }
  return undefined;
}
