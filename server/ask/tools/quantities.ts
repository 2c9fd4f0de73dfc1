import { type Dimension, type Quantity, toBase, UNITS } from '@kerabat/core/base/units';
import { badRequest } from '../../base/http/problem.js';

/** Quantities of a request in base units, or a problem that names the field. */

const EXAMPLES: Partial<Record<Dimension, string>> = {
  length: 'a length in mm or in',
  force: 'a force in N or lbf',
  pressure: 'a pressure in MPa, bar or psi',
};

/** In base units (mm, N, MPa), of the dimension that is wanted; 0 only where that is a size. */
export function sizeOf(
  quantity: Quantity,
  dimension: Dimension,
  pointer: string,
  { from0 = false, most = Infinity }: { readonly from0?: boolean; readonly most?: number } = {},
): number {
  const name = pointer.slice(1);
  if (UNITS[quantity.unit].dimension !== dimension)
    throw badRequest(`${name} must be ${EXAMPLES[dimension] ?? `a ${dimension}`}, not ${quantity.unit}.`, pointer);
  const value = toBase(quantity);
  if (!(from0 ? value >= 0 : value > 0))
    throw badRequest(`${name} must ${from0 ? 'not be less than zero' : 'be more than zero'}.`, pointer);
  if (value > most) throw badRequest(`${name} must be at most ${most} ${UNIT_OF[dimension] ?? ''}.`, pointer);
  return value;
}
const UNIT_OF: Partial<Record<Dimension, string>> = { length: 'mm', force: 'N', pressure: 'MPa' };

/** A length of more than zero and at most a metre, in mm. */
export const lengthOf = (quantity: Quantity, pointer: string): number =>
  sizeOf(quantity, 'length', pointer, { most: 1000 });

/** The same with an answer for a field that was left out. */
export const lengthIn = (quantity: Quantity | undefined, pointer: string): number | undefined =>
  quantity === undefined ? undefined : lengthOf(quantity, pointer);
