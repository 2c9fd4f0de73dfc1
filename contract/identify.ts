import { Type as T, type Static, type TSchema } from '@sinclair/typebox';
import type { Identification, NextCheck, Split } from '@kerabat/core/find/identify';
import { Instrument, oneOf, Quantity, strict, text, UnitKind, type Same } from './shapes.js';

/** Identification: evidence in, candidates with reasons and the next check out. */

const evidenceFields = {
  attribute: text(40),
  position: T.Optional(text(30)),
  instrument: T.Optional(Instrument),
  onVehicle: T.Optional(T.Boolean()),
};
/** One piece of evidence with further fields of its own. What its value looks like hangs on its kind. */
export const evidenceOf = <P extends Record<string, TSchema>>(more: P) => {
  const union = T.Union([
    /** `sigma`: the standard error of this reading of a length, mm, where it is not its instrument's. */
    strict({
      ...evidenceFields,
      ...more,
      kind: T.Literal('quantity'),
      value: Quantity,
      sigma: T.Optional(T.Number({ exclusiveMinimum: 0, maximum: 100 })),
    }),
    strict({
      ...evidenceFields,
      ...more,
      kind: T.Literal('ratio'),
      value: T.Number(),
      sigma: T.Optional(T.Number({ exclusiveMinimum: 0, maximum: 100 })),
    }),
    strict({ ...evidenceFields, ...more, kind: T.Literal('count'), value: T.Integer() }),
    strict({
      ...evidenceFields,
      ...more,
      kind: oneOf(['mark', 'choice', 'thread', 'month'] as const),
      value: text(60),
    }),
  ]);
  return T.Unsafe<Static<typeof union>>({
    type: 'object',
    required: ['kind'],
    discriminator: { propertyName: 'kind' },
    oneOf: union.anyOf,
  });
};

export const UnitIs = oneOf(['on-vehicle', 'off', 'lost'] as const);

export const IdentifyRequest = strict({
  vehicleId: T.Optional(text(80)),
  kind: UnitKind,
  slot: T.Optional(text(40)),
  limit: T.Optional(T.Integer({ minimum: 1, maximum: 200 })),
  unitIs: T.Optional(UnitIs),
  evidence: T.Array(evidenceOf({}), { maxItems: 200 }),
});

export const BearingView = T.Object({
  attribute: T.String(),
  position: T.Optional(T.String()),
  sentence: T.String(),
  weight: T.Number(),
});
export const CandidateView = T.Object({
  unitId: T.String(),
  name: T.String(),
  maker: T.String(),
  numbers: T.Array(T.String()),
  probability: T.Number(),
  prior: T.Number(),
  recorded: T.Boolean(),
  /** What the vehicle's record says of it: build range, option. */
  fitted: T.String(),
  agrees: T.Array(BearingView),
  disagrees: T.Array(BearingView),
  unrecorded: T.Array(BearingView),
});
export const EliminatedView = T.Object({
  unitId: T.String(),
  name: T.String(),
  maker: T.String(),
  probability: T.Number(),
  because: T.Array(BearingView),
});
export const NextCheckView = T.Object({
  attribute: T.String(),
  position: T.Optional(T.String()),
  words: T.String(),
  gainBits: T.Number(),
  minutes: T.Number(),
  removal: T.String(),
  tool: Instrument,
  where: T.String(),
  spot: T.Optional(T.String()),
  line: T.String(),
  answers: T.Array(T.Object({ value: T.String(), share: T.Number(), line: T.Optional(T.String()) })),
  separates: T.String(),
});
export const IdentifyAnswer = T.Object({
  pool: T.Integer(),
  candidates: T.Array(CandidateView),
  candidateCount: T.Integer(),
  eliminated: T.Array(EliminatedView),
  eliminatedCount: T.Integer(),
  /** Units that a mark which was read is recorded for. */
  possible: T.Array(T.String()),
  marks: T.Array(T.Object({ attribute: T.String(), of: T.Array(T.String()) })),
  oddOneOut: T.Optional(T.Object({ attribute: T.String(), position: T.Optional(T.String()), sentence: T.String() })),
  didYouRead: T.Array(
    T.Object({ attribute: T.String(), position: T.Optional(T.String()), seen: T.String(), instead: T.String() }),
  ),
  swapped: T.Optional(T.Object({ sure: T.Boolean(), sentence: T.String() })),
  nextChecks: T.Array(NextCheckView),
  verdict: oneOf(['enough', 'not-enough', 'contradictory', 'none'] as const),
  advice: T.String(),
  entropyBits: T.Number(),
});

export const SplitView = T.Object({
  sides: T.Array(
    T.Object({
      set: T.String(),
      from: T.Union([T.String(), T.Null()]),
      to: T.Union([T.String(), T.Null()]),
      units: T.Array(T.Object({ slotWords: T.String(), unitId: T.String(), unitName: T.String() })),
    }),
  ),
  byMonth: T.Optional(T.String()),
  byUnit: T.Optional(T.String()),
  sentence: T.String(),
});

export type IdentifyRequest = Static<typeof IdentifyRequest>;
export type IdentifyAnswer = Static<typeof IdentifyAnswer>;
export type CandidateView = Static<typeof CandidateView>;
export type EliminatedView = Static<typeof EliminatedView>;
export type NextCheckView = Static<typeof NextCheckView>;
export type SplitView = Static<typeof SplitView>;
export type UnitIs = Static<typeof UnitIs>;

/** The core owns these; the wire may not drift from them. */
export const answerIsCores: Same<keyof IdentifyAnswer, keyof Identification> = true;
export const checkIsCores: Same<keyof NextCheckView, keyof NextCheck> = true;
export const splitIsCores: Same<keyof SplitView, keyof Split> = true;
