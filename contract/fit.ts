import { Type as T, type Static } from '@sinclair/typebox';
import type { Check, ChainJoint, Measurement, Remedy, Way } from '@kerabat/core/fit';
import { FourState, Month, oneOf, strict, text, UnitKind, type Same } from './shapes.js';

/** Fit: a chain in, its joints with checks, remedies and what is still to be measured out. */

export const Skill = oneOf(['ordinary', 'machinist', 'licensed welder', 'engineer’s approval'] as const);
export const Origin = oneOf(['measured', 'vehicle-record', 'old-unit', 'unit-record', 'neighbour', 'planned'] as const);

export const RemedyView = T.Object({
  key: T.String(),
  row: T.String(),
  words: T.String(),
  order: T.Number(),
  minutes: T.Number(),
  skill: Skill,
  tools: T.Array(T.String()),
  operations: T.Array(T.String()),
  risk: T.String(),
  accepted: T.Boolean(),
  slip: T.Array(
    T.Object({ key: T.String(), section: T.String(), words: T.String(), quantity: T.Number(), reason: T.String() }),
  ),
  changes: T.Array(T.Unknown()),
  after: T.Optional(T.Object({ state: FourState, sentence: T.String(), opens: T.Array(T.String()) })),
});
const measureFields = {
  side: oneOf(['vehicle', 'unit'] as const),
  attribute: T.String(),
  position: T.Optional(T.String()),
  what: T.String(),
  where: T.String(),
  line: T.String(),
  onVehicle: T.Boolean(),
  off: T.Optional(T.String()),
  tool: T.Optional(T.String()),
  minutes: T.Number(),
};
export const MeasureView = T.Object(measureFields);
export const MeasurementView = T.Object({
  ...measureFields,
  slot: T.String(),
  key: T.String(),
  group: oneOf(['nothing-off', 'something-off', 'new-unit'] as const),
  turns: T.Array(T.String()),
});
export const CheckView = T.Object({
  id: T.String(),
  words: T.String(),
  vehicle: T.Optional(T.String()),
  vehicleOrigin: T.Optional(Origin),
  unit: T.Optional(T.String()),
  rule: T.String(),
  state: FourState,
  sentence: T.String(),
  working: T.Optional(T.String()),
  measures: T.Array(MeasureView),
  remedies: T.Array(RemedyView),
  slip: T.Array(T.Unknown()),
  tells: T.Optional(T.Literal(true)),
  decides: T.Optional(T.Literal('wanted')),
});
export const JointView = T.Object({
  id: T.String(),
  words: T.String(),
  place: oneOf(['up', 'down', 'side'] as const),
  state: FourState,
  checks: T.Array(CheckView),
  silent: T.Array(T.String()),
});
export const ChainJointView = T.Object({ ...JointView.properties, slot: T.String() });

/** One fact of a side; a quantity is in the base unit of its attribute (mm, degrees, MPa, l/min, N). null says "has none". */
export const FitFact = strict({
  attribute: text(40),
  position: T.Optional(text(30)),
  value: T.Union([T.Number(), text(60), T.Null()]),
  tolerance: T.Optional(T.Number({ minimum: 0 })),
});
export const FitLinkGiven = strict({
  slot: text(40),
  kind: UnitKind,
  /** A unit of the catalogue, or by its dimensions; what is given of a unit of the catalogue goes before its record. */
  unitId: T.Optional(text(80)),
  unit: T.Optional(T.Array(FitFact, { maxItems: 200 })),
  vehicle: T.Array(FitFact, { maxItems: 200 }),
  /** False for a unit that stays as it is and only stands beside another one. */
  worked: T.Optional(T.Boolean()),
  sameAsOld: T.Optional(T.Boolean()),
  asks: T.Optional(T.Array(text(40), { maxItems: 80 })),
});
export const FitChainGiven = strict({
  system: oneOf(['brake', 'clutch'] as const),
  /** What the catalogue records for this vehicle stands under what is given. */
  vehicleId: T.Optional(text(80)),
  built: T.Optional(Month),
  links: T.Array(FitLinkGiven, { minItems: 1, maxItems: 12 }),
  /** Remedies that are taken: "brake-master/old-rod". */
  accepted: T.Optional(T.Array(text(120), { maxItems: 60 })),
});
export const FitCheckRequest = strict({ chain: FitChainGiven });
export const SafeToOrder = T.Object({
  safe: T.Boolean(),
  sentence: T.String(),
  blockers: T.Array(T.Object({ key: T.String(), words: T.String() })),
});
export const FitCheckAnswer = T.Object({
  joints: T.Array(ChainJointView),
  safeToOrder: SafeToOrder,
  measurements: T.Array(MeasurementView),
});

export const SolveLimits = strict({
  skill: T.Optional(Skill),
  order: T.Optional(T.Integer({ minimum: 1, maximum: 9 })),
  minutes: T.Optional(T.Number({ minimum: 0, maximum: 100000 })),
  states: T.Optional(T.Integer({ minimum: 1, maximum: 50000 })),
});
export const SolveRequest = strict({ chain: FitChainGiven, limits: SolveLimits });
export const WayView = T.Object({
  keys: T.Array(T.String()),
  remedies: T.Array(RemedyView),
  minutes: T.Number(),
  parts: T.Number(),
  cost: T.Number(),
  working: T.String(),
});
export const SolveAnswer = T.Object({
  ways: T.Array(WayView),
  because: T.Optional(T.String()),
  notKnown: T.Array(T.String()),
  truncated: T.Boolean(),
  looked: T.Integer(),
});
/** One line of the answer of POST /fit/solve (application/x-ndjson): how far it is, then the answer. */
export const SolveLine = T.Union([
  T.Object({ progress: T.Object({ slot: T.String(), looked: T.Integer(), open: T.Integer() }) }),
  T.Object({ answer: SolveAnswer }),
]);

export type RemedyView = Static<typeof RemedyView>;
export type CheckView = Static<typeof CheckView>;
export type JointView = Static<typeof JointView>;
export type ChainJointView = Static<typeof ChainJointView>;
export type MeasurementView = Static<typeof MeasurementView>;
export type FitFact = Static<typeof FitFact>;
export type FitChainGiven = Static<typeof FitChainGiven>;
export type FitLinkGiven = Static<typeof FitLinkGiven>;
export type FitCheckAnswer = Static<typeof FitCheckAnswer>;
export type SolveLimits = Static<typeof SolveLimits>;
export type SolveAnswer = Static<typeof SolveAnswer>;
export type SolveLine = Static<typeof SolveLine>;
export type WayView = Static<typeof WayView>;

/** The core owns these; the wire may not drift from them. */
export const jointIsCores: Same<keyof ChainJointView, keyof ChainJoint> = true;
export const fitCheckIsCores: Same<keyof CheckView, keyof Check> = true;
export const remedyIsCores: Same<keyof RemedyView, keyof Remedy> = true;
export const measurementIsCores: Same<keyof MeasurementView, keyof Measurement> = true;
export const wayIsCores: Same<keyof WayView, keyof Way> = true;
