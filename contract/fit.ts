import { Type as T, type Static } from '@sinclair/typebox';
import { MEASURE_GROUPS, type Measurement, type ShownCheck, type ShownFix, type ShownJoint } from '@kerabat/core/job';
import { SKILLS } from '@kerabat/core/judge/check';
import { ATTRIBUTE_NAMES } from '@kerabat/core/named/attribute';
import { JOINT_KINDS, PART_KINDS } from '@kerabat/core/vehicle/chain';
import { STRIP_PLACES } from '@kerabat/core/vehicle/place';
import { ORIGINS } from '@kerabat/core/vehicle/reading';
import { FourState, oneOf, strict, type Same } from './shapes.js';

/** The joints of a job with checks, fixes and what is still to be measured, and ways to close them. */

export const Skill = oneOf(SKILLS);
export const Origin = oneOf(ORIGINS);

const AttributeNameView = oneOf(ATTRIBUTE_NAMES);
/** One fact that a drawing is made from. */
export const DrawnFact = T.Object({
  attribute: AttributeNameView,
  position: T.Optional(T.String()),
  value: T.Union([T.Number(), T.String(), T.Null()]),
});
const FaceView = T.Object({
  part: T.String(),
  kind: oneOf(PART_KINDS),
  words: T.String(),
  side: oneOf(['vehicle', 'unit'] as const),
  position: T.Optional(T.String()),
  facts: T.Array(DrawnFact),
});
/** The two faces of a joint as they are drawn, the one with the first role first. */
const DrawnFaces = T.Object({
  kind: oneOf(JOINT_KINDS),
  faces: T.Tuple([FaceView, FaceView]),
  gap: T.Optional(T.Number()),
});

export const FixView = T.Object({
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
  partsList: T.Array(
    T.Object({ key: T.String(), section: T.String(), words: T.String(), quantity: T.Number(), reason: T.String() }),
  ),
  after: T.Optional(
    T.Object({ state: FourState, sentence: T.String(), opens: T.Array(T.String()), drawn: T.Optional(DrawnFaces) }),
  ),
});
const measureFields = {
  slot: T.String(),
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
  again: T.Optional(T.Literal(true)),
};
export const MeasureView = T.Object(measureFields);
export const MeasurementView = T.Object({
  ...measureFields,
  key: T.String(),
  group: oneOf(MEASURE_GROUPS),
  turns: T.Array(T.String()),
});
export const CheckView = T.Object({
  id: T.String(),
  words: T.String(),
  vehicle: T.Optional(T.String()),
  vehicleOrigin: T.Optional(Origin),
  unit: T.Optional(T.String()),
  rule: T.String(),
  about: T.Optional(T.Tuple([AttributeNameView, AttributeNameView])),
  state: FourState,
  sentence: T.String(),
  working: T.Optional(T.String()),
  measures: T.Array(MeasureView),
  fixes: T.Array(FixView),
  partsList: T.Array(T.Unknown()),
  tells: T.Optional(T.Literal(true)),
  of: T.Optional(T.String()),
  decides: T.Optional(T.Literal('wanted')),
});
export const JointView = T.Object({
  id: T.String(),
  /** The other place that is worked on, where it is between the units of two. */
  with: T.Optional(T.String()),
  words: T.String(),
  place: oneOf(STRIP_PLACES),
  state: FourState,
  checks: T.Array(CheckView),
  /** The line that it is a joint of, by the port that it belongs to. */
  line: T.Optional(
    T.Object({
      unit: T.String(),
      what: oneOf(['line', 'hose'] as const),
      position: T.String(),
      behind: T.Optional(oneOf(['adapter', 'connector'] as const)),
    }),
  ),
  drawn: T.Optional(DrawnFaces),
});

export const SolveLimits = strict({
  skill: T.Optional(Skill),
  order: T.Optional(T.Integer({ minimum: 1, maximum: 9 })),
  minutes: T.Optional(T.Number({ minimum: 0, maximum: 100000 })),
  states: T.Optional(T.Integer({ minimum: 1, maximum: 50000 })),
});
export const WayView = T.Object({
  keys: T.Array(T.String()),
  fixes: T.Array(FixView),
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
/** One line of the answer of POST /jobs/{id}/solve (application/x-ndjson): how far it is, then the answer. */
export const SolveLine = T.Union([
  T.Object({ progress: T.Object({ looked: T.Integer(), open: T.Integer() }) }),
  T.Object({ answer: SolveAnswer }),
  /** What stopped it after the answer had begun. */
  T.Object({ problem: T.String() }),
]);

export type DrawnFaces = Static<typeof DrawnFaces>;
export type DrawnFact = Static<typeof DrawnFact>;
export type FixView = Static<typeof FixView>;
export type CheckView = Static<typeof CheckView>;
export type JointView = Static<typeof JointView>;
export type MeasurementView = Static<typeof MeasurementView>;
export type SolveLimits = Static<typeof SolveLimits>;
export type SolveAnswer = Static<typeof SolveAnswer>;
export type SolveLine = Static<typeof SolveLine>;
export type WayView = Static<typeof WayView>;

/** The core owns these; the wire may not drift from them. */
export const jointIsCores: Same<keyof JointView, Exclude<keyof ShownJoint, 'slot'>> = true;
export const shownCheckIsCores: Same<keyof CheckView, keyof ShownCheck> = true;
export const fixIsCores: Same<keyof FixView, keyof ShownFix> = true;
export const measurementIsCores: Same<keyof MeasurementView, keyof Measurement> = true;
