import { valueWords, type AttributeName } from '../attribute/index.js';
import type { Practice } from '../practice/index.js';
import { slotKey } from '../identify/evidence.js';
import type { SlipProposal } from '../slip/types.js';
import type { UnitKind } from '../unit/index.js';
import type { CheckRow } from './joints.data.js';
import type { FourState } from './state.js';
import type { Sides, Value } from './types.js';

/** What a rule is given: the two values of its check, and both sides for what else it leans on. */
export interface Case {
  readonly row: CheckRow;
  readonly kind: UnitKind;
  readonly vehicle: Value;
  readonly unit: Value;
  /** What both readings together leave open, ±. */
  readonly open: number;
  readonly sides: Sides;
  readonly practice: Practice;
}

export interface RuleResult {
  readonly state: FourState;
  readonly sentence: string;
  readonly working?: string;
  readonly slip?: readonly SlipProposal[];
  /** What else the rule leans on and does not know. */
  readonly wants?: readonly { readonly side: 'vehicle' | 'unit'; readonly attribute: AttributeName }[];
}

export const fits = (sentence: string, working?: string): RuleResult => ({
  state: 'fits',
  sentence,
  ...(working === undefined ? {} : { working }),
});
export const misfit = (sentence: string, working?: string): RuleResult => ({
  state: 'does-not-fit',
  sentence,
  ...(working === undefined ? {} : { working }),
});
export const unknown = (sentence: string, ...wants: NonNullable<RuleResult['wants']>): RuleResult => ({
  state: 'not-known',
  sentence,
  wants,
});
export const withChange = (sentence: string, ...slip: readonly SlipProposal[]): RuleResult => ({
  state: 'fits-with-change',
  sentence,
  slip,
});

export const say = (name: AttributeName, value: Value): string => valueWords(name, value);

/** A number of one of the sides; undefined when it is not known or there is none. */
export function figure(
  side: ReadonlyMap<string, { readonly value: Value }>,
  name: AttributeName,
  position?: string,
): number | undefined {
  const value = side.get(slotKey(name, position))?.value;
  return typeof value === 'number' ? value : undefined;
}

/** A length in both systems, to hundredths: "6.50 mm · 0.256 in". */
export const bothLengths = (mm: number): string => `${mm.toFixed(2)} mm · ${(mm / 25.4).toFixed(3)} in`;

/**
 * Three-valued "at most" for a difference that is known to ±open: yes, no, or too close to call.
 * Source: interval arithmetic on the two readings.
 */
export function within(difference: number, limit: number, open: number): 'yes' | 'no' | 'open' {
  if (difference + open <= limit + 1e-9) return 'yes';
  return difference - open > limit + 1e-9 ? 'no' : 'open';
}
