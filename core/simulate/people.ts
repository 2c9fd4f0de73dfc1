import { lookup } from '../base/lookup/index.js';
import { attribute, type AttributeName, BASE_UNIT } from '../named/attribute/index.js';
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
  /** By a micrometer, which is taken where a caliper was too coarse. */
  fine: 0.004,
  bias: 0.03,
  angle: 1.5,
  /** Beyond this an instrument is misread: in the honest arm readings lie within what it can tell. */
  within: 0.2,
  fineWithin: 0.02,
  angleWithin: 2,
  /** Only in the arm of lies. */
  blunder: 0.03,
};

/** How one person's instrument errs on one day. */
export interface Person {
  readonly arm: Arm;
  readonly bias: number;
  /** What they misread, in order: attributes. */
  readonly slips: string[];
}
export const personOf = (draw: Draw, arm: Arm): Person => ({
  arm,
  bias: draw.normal() * ERRORS.bias,
  slips: [],
});

/** What is said of a thing that is so; undefined where it cannot be seen, or where there is nothing to look at. */
export function said(
  facts: readonly TrueFact[],
  name: AttributeName,
  position: string | undefined,
  person: Person,
  draw: Draw,
  tool: 'caliper' | 'micrometer' = 'caliper',
): string | undefined {
  const slips = person.arm === 'lies' && draw.happens(ERRORS.blunder);
  const own = facts.filter((one) => one.attribute === name);
  const at = (place: string | undefined): TrueFact | undefined => own.find((one) => one.position === place);
  const mistaken = slips ? at(mirrored(position)) : undefined;
  const found = mistaken ?? at(position) ?? at(undefined);
  const misread = (): void => void person.slips.push(name);
  // Where it has ports and none at that place, that is what is seen.
  const portless =
    found === undefined && attribute(name).perPort === true && own.some((one) => one.position !== undefined);
  if ((found === undefined && !portless) || draw.happens(ERRORS.unseen)) return undefined;
  if (found === undefined || found.value === null) return 'none';
  const { kind, dimension } = attribute(name);
  if (mistaken && mistaken.value !== at(position)?.value) misread();
  const taken = kind === 'thread' && slips ? lookup(TAKEN_FOR, String(found.value)) : undefined;
  if (taken !== undefined) {
    misread();
    return taken;
  }
  if (kind !== 'quantity' || typeof found.value !== 'number') return String(found.value);
  const off = (error: number, most: number): number =>
    person.arm === 'honest' ? Math.max(-most, Math.min(most, error)) : error;
  if (dimension === 'angle') {
    const angle = found.value + off(draw.heavy() * ERRORS.angle, ERRORS.angleWithin);
    return `${Math.max(0.1, Math.round(angle))}`;
  }
  if (dimension === 'length' && tool === 'micrometer')
    return `${(found.value + off(draw.heavy() * ERRORS.fine, ERRORS.fineWithin)).toFixed(2)} mic`;
  const read = found.value + off(person.bias + draw.heavy() * ERRORS.sigma, ERRORS.within);
  if (slips) misread();
  const written = Math.max(0.1, slips ? blunder(name, read, draw) : read).toFixed(1);
  if (dimension === 'length') return `${written} cal`;
  return dimension === undefined || dimension === 'ratio' ? written : `${written} ${BASE_UNIT[dimension]}`;
}

/** Left for right. */
const mirrored = (position: string | undefined): string | undefined =>
  position?.replace(/left|right/, (side) => (side === 'left' ? 'right' : 'left'));

/** Threads that are taken for each other by hand: the same size with another pitch, or as good as the same size. */
const TAKEN_FOR: Readonly<Record<string, string>> = {
  '3/8-24 UNF': 'M10x1.0',
  'M10x1.0': '3/8-24 UNF',
  '7/16-24 UNS': '7/16-20 UNF',
  '7/16-20 UNF': '7/16-24 UNS',
  'M12x1.0': 'M12x1.5',
};

/**
 * What goes wrong by hand: a digit lost, two digits changed places, a zero that had shifted, inches written for mm, a
 * bore that was measured with the ring in its mouth.
 */
function blunder(name: AttributeName, value: number, draw: Draw): number {
  const digits = value.toFixed(1).replace('.', '');
  if (name === 'bore' && draw.happens(0.5)) return value - 1.6;
  return draw.one([
    () => value + draw.one([-1, 1]),
    () => Number(`${digits.slice(1, 2)}${digits.slice(0, 1)}${digits.slice(2)}`) / 10,
    () => Number(digits.slice(0, -2) + digits.slice(-1)) / 10 || value,
    () => value / 25.4,
  ])();
}
