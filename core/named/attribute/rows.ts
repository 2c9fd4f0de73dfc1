import type { AttributeRow } from './types.js';

/** How the rows of the attribute tables are written. */

type Rest = Omit<AttributeRow, 'name' | 'words' | 'kind' | 'minutes' | 'onVehicle' | 'epsilon' | 'where' | 'trap'>;

export const row = <N extends string>(
  name: N,
  words: string,
  kind: AttributeRow['kind'],
  minutes: number,
  onVehicle: AttributeRow['onVehicle'],
  epsilon: number,
  where: string,
  trap: string,
  rest: Rest = {},
) => ({ name, words, kind, minutes, onVehicle, epsilon, where, trap, ...rest }) as const;

export const length = (min: number, max: number, what: string): Rest => ({
  dimension: 'length',
  usual: { min, max, what },
});
export const choice = (...choices: string[]): Rest => ({ choices });

/** A quantity of another kind than a length, in its base unit. */
export const quantity = (
  dimension: NonNullable<AttributeRow['dimension']>,
  min: number,
  max: number,
  what: string,
): Rest => ({
  dimension,
  usual: { min, max, what },
});
/** From paperwork, or no property of a design: never proposed as a check that tells units apart. */
export const paper: Rest = { paper: true };
