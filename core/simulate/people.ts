import { attribute, type AttributeName } from '../named/attribute/index.js';
import type { Draw } from './world/index.js';
import type { Arm, TrueFact } from './world/index.js';

/**
 * What somebody says who is asked to look or to measure. Their errors are not the engine's: tails are heavier than it
 * believes, every instrument has a bias of its own, and now and then nothing can be seen.
 */

/** Chances, and sizes of errors in mm or degrees. */
export const ERRORS = {
  unseen: 0.04,
  sigma: 0.07,
  bias: 0.03,
  angle: 1.5,
  /** Only in the arm of lies. */
  blunder: 0.03,
};

/** How one person's instrument errs on one day. */
export interface Person {
  readonly arm: Arm;
  readonly bias: number;
}
export const personOf = (draw: Draw, arm: Arm): Person => ({ arm, bias: draw.normal() * ERRORS.bias });

/** What is said of a thing that is so; undefined where it cannot be seen, or where there is nothing to look at. */
export function said(
  facts: readonly TrueFact[],
  name: AttributeName,
  position: string | undefined,
  person: Person,
  draw: Draw,
): string | undefined {
  const own = facts.filter((one) => one.attribute === name);
  const found = own.find((one) => one.position === position) ?? own.find((one) => one.position === undefined);
  if (found === undefined || draw.happens(ERRORS.unseen)) return undefined;
  if (found.value === null) return 'none';
  const { kind, dimension } = attribute(name);
  if (kind !== 'quantity' || typeof found.value !== 'number') return String(found.value);
  if (dimension === 'angle') return `${Math.max(0.1, Math.round(found.value + draw.heavy() * ERRORS.angle))}`;
  const read = found.value + person.bias + draw.heavy() * ERRORS.sigma;
  const written = person.arm === 'lies' && draw.happens(ERRORS.blunder) ? blunder(read, draw) : read;
  return `${Math.max(0.1, written).toFixed(1)} cal`;
}

/** What goes wrong by hand: a digit lost, two digits changed places, a zero that had shifted. */
function blunder(value: number, draw: Draw): number {
  const digits = value.toFixed(1).replace('.', '');
  return draw.one([
    () => value + draw.one([-1, 1]),
    () => Number(`${digits.slice(1, 2)}${digits.slice(0, 1)}${digits.slice(2)}`) / 10,
    () => Number(digits.slice(0, -2) + digits.slice(-1)) / 10 || value,
  ])();
}
