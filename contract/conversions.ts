import { Type as T, type Static } from '@sinclair/typebox';
import type { ConversionPart, Plan } from '@kerabat/core/work/conversion';
import { Month, oneOf, strict, text, UnitKind, type Same } from './shapes.js';
import { WorkStep } from './workcard.js';

/** Conversions: the table, and the plan that follows from a row for one vehicle. */

/** Where practitioners disagree: each option with its argument. */
const ChoiceView = T.Object({
  id: T.String(),
  words: T.String(),
  options: T.Array(T.Object({ id: T.String(), words: T.String(), argues: T.String() })),
});
export const ConversionHead = T.Object({
  id: T.String(),
  words: T.String(),
  about: T.String(),
  system: oneOf(['brake', 'clutch'] as const),
  choices: T.Array(ChoiceView),
});
export const ConversionList = T.Object({ conversions: T.Array(ConversionHead) });

export const PlanRequest = strict({
  vehicleId: text(80),
  built: T.Optional(Month),
  options: T.Optional(T.Array(text(20), { maxItems: 20 })),
  /** Option ids by choice id. */
  choices: T.Record(T.String({ maxLength: 40 }), text(40)),
});

export const RoleView = T.Object({
  slot: T.String(),
  place: T.String(),
  kind: UnitKind,
  words: T.String(),
  stays: T.Optional(T.Literal(true)),
  /** What is on the vehicle, as far as the record names it. */
  now: T.Optional(T.String()),
  candidates: T.Array(
    T.Object({
      unitId: T.String(),
      name: T.String(),
      maker: T.String(),
      number: T.Optional(T.String()),
      /** The sister vehicle that has it; empty when it is from elsewhere. */
      from: T.String(),
      /** Side of a production change. */
      side: T.Optional(T.String()),
      misfits: T.Integer(),
      /** Mismatches without an acceptable way out. */
      hopeless: T.Integer(),
      open: T.Integer(),
      sentence: T.String(),
    }),
  ),
});
export const PartView = T.Object({
  key: T.String(),
  does: oneOf(['add', 'remove', 'cap', 'keep', 'move', 'perhaps'] as const),
  words: T.String(),
  why: T.String(),
  quantity: T.Optional(T.Integer()),
  number: T.Optional(T.String()),
});
export const SumsView = T.Object({
  choice: T.String(),
  sums: T.Array(
    T.Object({
      option: T.String(),
      words: T.String(),
      total: T.Optional(T.Number()),
      working: T.String(),
      missing: T.Array(T.String()),
    }),
  ),
});
export const PlanAnswer = T.Object({
  ...ConversionHead.properties,
  applies: oneOf(['yes', 'no', 'not-known'] as const),
  because: T.Array(T.String()),
  choices: T.Array(T.Object({ ...ChoiceView.properties, taken: T.String() })),
  roles: T.Array(RoleView),
  /** What must be answered at each place, in words. */
  joints: T.Array(T.Object({ slot: T.String(), place: T.String(), asks: T.Array(T.String()) })),
  parts: T.Array(PartView),
  sums: T.Array(SumsView),
  tools: T.Array(T.String()),
  steps: T.Array(WorkStep),
  mated: T.Array(T.String()),
  watch: T.Array(T.String()),
  cautions: T.Array(T.String()),
});

export type ConversionHead = Static<typeof ConversionHead>;
export type ConversionList = Static<typeof ConversionList>;
export type PlanRequest = Static<typeof PlanRequest>;
export type PlanAnswer = Static<typeof PlanAnswer>;
export type RoleView = Static<typeof RoleView>;

/**
 * The plan is the core's; `asks` and `changes` cross as words, `splits` and `brings` only in the chain, roles with
 * their candidates.
 */
type Crossed = Exclude<keyof Plan, 'asks' | 'changes' | 'splits' | 'brings'> | 'joints' | 'sums';
export const planIsCores: Same<keyof PlanAnswer, Crossed> = true;
export const partIsCores: Same<
  Exclude<keyof ConversionPart, 'wants' | 'when' | 'item' | 'at' | 'setOf'> | 'number',
  keyof Static<typeof PartView>
> = true;
