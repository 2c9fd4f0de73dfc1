import { lookup } from '../../base/lookup/index.js';
import type { Told } from '../../list/need/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import type { WorkStep } from '../work-card/index.js';
import { BRAKE_CONVERSIONS } from './brakes.data.js';
import { MASTER_CONVERSIONS } from './masters.data.js';
import type { Plans } from './several.js';
import type { Brought, Choice, Chosen, ConversionPart, ConversionRow, ConversionStep, Need } from './types.js';

export { type Brought, type Choice, type ConversionPart, type ConversionRow, type Role } from './types.js';

export { type Plans, together } from './several.js';

/** Conversions as a table, and the plan that follows from a row for one vehicle. */

export const CONVERSIONS: readonly ConversionRow[] = [...MASTER_CONVERSIONS, ...BRAKE_CONVERSIONS];

export const findConversion = (id: string): ConversionRow | undefined => CONVERSIONS.find((row) => row.id === id);

/** What a plan has to know of a vehicle. A field that is missing is not known. */
export interface ConvertedVehicle {
  readonly assistance?: string;
  readonly gearbox?: string;
  /** How many lines leave its brake master. */
  readonly outlets?: string;
  /** The kinds of unit that may sit in each place of its chain. */
  readonly places: Readonly<Record<string, readonly UnitKind[]>>;
}

/** A row of the table as it stands for one vehicle and one set of choices: what was not chosen is left out. */
export interface Plan extends Omit<ConversionRow, 'needs' | 'choices' | 'steps' | 'brings'> {
  /** Whether it makes sense on this vehicle: yes, no with why, or not known with what to find out. */
  readonly applies: 'yes' | 'no' | 'not-known';
  readonly because: readonly string[];
  /** Every choice with what was taken. */
  readonly choices: readonly (Choice & { readonly taken: string })[];
  readonly steps: readonly (WorkStep & Pick<ConversionStep, 'repeats'>)[];
  /** Parts that are no units and come new. */
  readonly brings: readonly Brought[];
}

/**
 * Derives the plan of a conversion for a vehicle: what applies, the roles to fill, what each place must answer, parts,
 * tools and steps. `choices` are option ids by choice id; what is not chosen, or is no option, takes the first. Source:
 * the table.
 */
export function planConversion(
  row: ConversionRow,
  vehicle: ConvertedVehicle,
  choices: Readonly<Record<string, string>> = {},
): Plan {
  const { needs: _needs, ...rest } = row;
  const taken = new Map(
    row.choices.map((choice) => [
      choice.id,
      (choice.options.find((o) => o.id === lookup(choices, choice.id)) ?? choice.options[0])?.id ?? '',
    ]),
  );
  const chosen = ({ when }: { readonly when?: Chosen }): boolean =>
    when === undefined || when.is.includes(taken.get(when.choice) ?? '');
  const verdicts = row.needs.map((need) => judge(need, vehicle));
  const no = verdicts.flatMap((v) => (v.state === 'no' ? [v.sentence] : []));
  const open = verdicts.flatMap((v) => (v.state === 'not-known' ? [v.sentence] : []));
  const roles = row.roles.filter(chosen);
  const places = new Set(roles.map((role) => role.slot));
  return {
    ...rest,
    applies: no.length > 0 ? 'no' : open.length > 0 ? 'not-known' : 'yes',
    because: no.length > 0 ? no : open,
    choices: row.choices.map((choice) => ({ ...choice, taken: taken.get(choice.id) ?? '' })),
    roles,
    asks: Object.fromEntries(Object.entries(row.asks).filter(([slot]) => places.has(slot))),
    changes: row.changes.filter(chosen).filter(({ slot }) => places.has(slot)),
    parts: row.parts.filter(chosen),
    brings: (row.brings ?? []).filter(chosen).map(({ kind, part }) => ({ kind, part })),
    steps: row.steps.filter(chosen).map((step, i) => {
      const { when: _when, ...rest } = step;
      return { ...rest, key: `${row.id}-${i}`, why: row.words };
    }),
    mated: row.mated.filter((slot) => places.has(slot)),
  };
}

const FACT_WORDS = { assistance: 'assistance is', gearbox: 'gearbox is', outlets: 'master’s outlets are' } as const;

function judge(
  need: Need,
  vehicle: ConvertedVehicle,
): { readonly state: 'yes' | 'no' | 'not-known'; readonly sentence: string } {
  if (need.fact === 'place')
    return { state: lookup(vehicle.places, need.slot ?? '') ? 'yes' : 'no', sentence: need.because };
  if (need.fact === 'kind-at') {
    const kinds = lookup(vehicle.places, need.slot ?? '');
    if (!kinds) return { state: 'not-known', sentence: `What sits at the ${need.slot ?? ''} is not on record: look.` };
    const right = kinds.filter((kind) => need.is.includes(kind));
    if (right.length === 0) return { state: 'no', sentence: need.because };
    return right.length === kinds.length
      ? { state: 'yes', sentence: '' }
      : { state: 'not-known', sentence: 'The record knows several: look which one is on it.' };
  }
  const value = vehicle[need.fact];
  if (value === undefined || value === '')
    return { state: 'not-known', sentence: `Its ${FACT_WORDS[need.fact]} not on record: look.` };
  return { state: need.is.includes(value) ? 'yes' : 'no', sentence: need.because };
}

/**
 * What a plan says of the parts list: better words for what the chain counts, and what may be wanted beside. It orders
 * nothing by itself.
 */
export const partsOfPlan = ({ parts }: Pick<Plans, 'parts'>): Told[] =>
  parts
    .filter(({ does }) => does === 'add' || does === 'cap' || does === 'perhaps')
    .map(({ of, key, does, words, why, quantity = 1, wants, item, at }) => {
      const { kind, ...sized } = wants ?? { kind: item ?? 'other' };
      return {
        ...sized,
        key: `plan/${key}`,
        item: kind,
        quantity,
        because: of,
        section: does === 'perhaps' ? 'perhaps' : 'words',
        at: at === undefined ? [] : [at],
        words,
        reason: why,
      };
    });

/** A choice of two ways to get the same parts, with both sums, as far as every price is known. */
export interface Sums {
  readonly choice: string;
  readonly sums: readonly {
    readonly option: string;
    readonly words: string;
    readonly total?: number;
    readonly working: string;
    readonly missing: readonly string[];
  }[];
}

/** Price of a part; undefined when nobody has told one. */
export type PriceOf = (part: ConversionPart) => number | undefined;

/**
 * For each choice that changes which parts are ordered: what each option's own parts come to. A missing price is named,
 * never taken as nothing.
 */
export function sumsOf(row: ConversionRow, priceOf: PriceOf): Sums[] {
  return row.choices.flatMap((choice) => {
    const of = (option: string): readonly ConversionPart[] =>
      row.parts.filter(
        (part) =>
          (part.does === 'add' || part.does === 'cap') &&
          part.when?.choice === choice.id &&
          part.when.is.includes(option),
      );
    if (choice.options.filter((option) => of(option.id).length > 0).length < 2) return [];
    const sums = choice.options.map((option) => {
      const parts = of(option.id).map((part) => ({ part, price: priceOf(part), quantity: part.quantity ?? 1 }));
      const missing = parts.filter((p) => p.price === undefined).map((p) => p.part.words);
      const total = parts.reduce((sum, p) => sum + (p.price ?? 0) * p.quantity, 0);
      const working = parts
        .map((p) => `${p.part.words} ${p.quantity} × ${p.price === undefined ? '?' : p.price.toFixed(2)}`)
        .join(' + ');
      return {
        option: option.id,
        words: option.words,
        ...(missing.length === 0 && parts.length > 0 ? { total } : {}),
        working,
        missing,
      };
    });
    return [{ choice: choice.id, sums }];
  });
}
