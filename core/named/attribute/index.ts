import { inchFraction, print, printBoth, printNumber } from '../../base/units/index.js';
import { UNIT_ROWS } from './attributes.data.js';
import { PLACE_ROWS } from './places.data.js';
import { type AttributeRow, BASE_UNIT } from './types.js';

export { type AttributeKind, type AttributeRow, BASE_UNIT, type MeasuredDimension, type Spot } from './types.js';

const ATTRIBUTE_ROWS = [...UNIT_ROWS, ...PLACE_ROWS] as const;

export type AttributeName = (typeof ATTRIBUTE_ROWS)[number]['name'];

/** The names of all attributes, as the wire checks them. */
export const ATTRIBUTE_NAMES: readonly AttributeName[] = ATTRIBUTE_ROWS.map(({ name }) => name);

export const ATTRIBUTES: readonly (AttributeRow & { readonly name: AttributeName })[] = ATTRIBUTE_ROWS;

const BY_NAME = new Map<string, AttributeRow & { readonly name: AttributeName }>(ATTRIBUTES.map((a) => [a.name, a]));

export const findAttribute = (name: string): (AttributeRow & { readonly name: AttributeName }) | undefined =>
  BY_NAME.get(name);

/** The row of an attribute that is known to exist. Throws on a name that no row has: a programming error. */
export function attribute(name: AttributeName): AttributeRow & { readonly name: AttributeName } {
  const row = BY_NAME.get(name);
  if (!row) throw new Error(`No attribute "${name}"`);
  return row;
}

/** What every unit or vehicle has that it is asked of: "none" is no answer. */
const ALWAYS_THERE: ReadonlySet<AttributeName> = new Set<AttributeName>([
  'bore',
  'flange-angle',
  'travel',
  'piston-reach',
  'pedal-ratio',
  'pedal-travel',
  'pedal-height',
  'port-distance',
  'booster-ratio',
  'seals',
  'fluid',
  'hose-length',
  'flange-thickness',
]);
/** Whether "none" is an answer to the question for it: a thing that may be missing, a mark that is not there. */
export const mayBeNone = (name: AttributeName): boolean => attribute(name).kind !== 'month' && !ALWAYS_THERE.has(name);
/** What is said to "none" where it is no answer. */
export const alwaysThere = (name: AttributeName): string =>
  `There is always a ${attribute(name).words}: none is no answer.`;

/**
 * What nought is: that there is none of it, a size like any other (the usual ones reach down to it), or nothing that
 * can be.
 */
export function zeroOf(name: AttributeName): 'none' | 'value' | 'refused' {
  const { kind, usual } = attribute(name);
  if (usual && usual.min <= 0) return 'value';
  return (kind === 'quantity' || kind === 'count') && mayBeNone(name) ? 'none' : 'refused';
}

/** A figure so many times over what is usual is another thing, or in another unit. */
const OVER_USUAL = 10;

/**
 * Why a figure of an attribute, or what it leaves open, cannot be; undefined when it can. In base units. Field, file
 * and wire ask here.
 */
export function figureProblem(name: AttributeName, figure: number, plusMinus = 0): string | undefined {
  const { words, usual } = attribute(name);
  if (!Number.isFinite(figure) || !Number.isFinite(plusMinus)) return `This is no figure for the ${words}.`;
  if (figure < 0) return `The ${words} cannot be less than nought.`;
  if (figure === 0 && zeroOf(name) === 'refused') return `The ${words} must be more than zero.`;
  if (usual && figure > OVER_USUAL * usual.max)
    return `${valueWords(name, figure)} is far beyond what ${usual.what} can be (${usual.min} to ${usual.max}).`;
  if (plusMinus < 0) return `What is left open of the ${words} cannot be less than nought.`;
  return plusMinus > 0 && plusMinus >= figure
    ? `± ${valueWords(name, plusMinus)} is as large as the ${words} itself.`
    : undefined;
}

/** What a file calls the unit of its figures. */
const UNIT_SUFFIX = {
  length: '_mm',
  angle: '_deg',
  volume: '_ml',
  pressure: '_mpa',
  flow: '_lpm',
  force: '_n',
  torque: '_nm',
  ratio: '',
} as const;

/** The heading of an attribute in a file of the catalogue: "bore_mm", "flange_angle_deg", "rod_kind". */
export const columnOf = ({ name, kind, dimension }: Pick<AttributeRow, 'name' | 'kind' | 'dimension'>): string =>
  name.replace(/-/g, '_') + (kind === 'quantity' && dimension ? UNIT_SUFFIX[dimension] : '');

/** "port thread, rear left" */
export const attributeWords = (name: AttributeName, position?: string): string =>
  position === undefined ? attribute(name).words : `${attribute(name).words}, ${positionWords(position)}`;

export const positionWords = (position: string): string => position.replace(/-/g, ' ');

/** A value of an attribute as people say it: "26.99 mm · 1-1/16 in", "stepped", "none". */
export function valueWords(name: AttributeName, value: number | string | null): string {
  if (value === null) return 'none';
  const row = attribute(name);
  if (typeof value === 'string') return row.kind === 'choice' ? positionWords(value) : value;
  if (row.kind !== 'quantity') return String(value);
  if (row.dimension === 'ratio') return printNumber(value, 2);
  if (row.dimension === 'volume' || row.dimension === 'angle') return print({ value, unit: BASE_UNIT[row.dimension] });
  if (row.dimension !== undefined && row.dimension !== 'length')
    return printBoth({ value, unit: BASE_UNIT[row.dimension] });
  const inches = inchFraction(value) ?? `${printNumber(value / 25.4, 4)} in`;
  return `${print({ value, unit: 'mm' })} · ${inches}`;
}
