import { Type as T, type Static } from '@sinclair/typebox';
import { oneOf, strict, text } from './shapes.js';

/** Kin: what would do instead, how that is known, and what came of it. */

export const Condition = T.Object({ kind: T.String(), text: T.String(), number: T.Optional(T.String()) });
export const AssertionView = T.Object({
  source: T.String(),
  sourceKind: T.String(),
  date: T.String(),
  person: T.Optional(T.String()),
  note: T.Optional(T.String()),
});
/** What came of acting on a link of kin. Anything but a plain fit wants a reason. */
export const NewOutcome = strict({
  link: text(200),
  result: oneOf(['fitted', 'fitted-with-change', 'did-not-fit'] as const),
  reason: T.String({ maxLength: 300 }),
  jobId: T.Optional(T.Integer({ minimum: 1 })),
});
export const OutcomeView = T.Object({
  id: T.Integer(),
  link: T.String(),
  result: oneOf(['fitted', 'fitted-with-change', 'did-not-fit'] as const),
  reason: T.String(),
  jobId: T.Optional(T.Integer()),
  by: T.String(),
  at: T.String(),
  withdrawn: T.Optional(T.Object({ by: T.String(), at: T.String() })),
});
export const OutcomeCounts = T.Object({ fitted: T.Integer(), changed: T.Integer(), misfit: T.Integer() });
export const KinStep = T.Object({
  /** The claim's key: outcomes are recorded against it. */
  link: T.String(),
  from: T.String(),
  to: T.String(),
  kind: T.String(),
  direction: oneOf(['forward', 'backward'] as const),
  trust: T.Number(),
  conditions: T.Array(Condition),
  assertions: T.Array(AssertionView),
  outcomes: T.Optional(OutcomeCounts),
  /** Refuted so often that somebody should look at it. */
  review: T.Optional(T.Boolean()),
});
export const KinGrade = oneOf(['same', 'drop-in', 'with-changes', 'does-not-fit'] as const);
export const KinEntry = T.Object({
  node: T.String(),
  unitId: T.Optional(T.String()),
  name: T.String(),
  numbers: T.Array(
    T.Object({
      issuer: T.String(),
      written: T.String(),
      status: T.String(),
      /** Suppliers that say they have some. */
      stock: T.Array(T.Object({ supplier: T.String(), quantity: T.Integer(), date: T.String() })),
    }),
  ),
  grade: KinGrade,
  disputed: T.Optional(T.String()),
  trust: T.Number(),
  /** Trusted less than the floor: it ranks below everything over it. */
  underFloor: T.Boolean(),
  conditions: T.Array(Condition),
  paths: T.Array(T.Array(KinStep)),
});
export const KinPaths = T.Object({ paths: T.Array(T.Array(KinStep)), outcomes: T.Array(OutcomeView) });
/** A unit that nobody lists and whose joints match: unproven, and never mixed with what somebody says. */
export const GeometricView = T.Object({
  unitId: T.String(),
  name: T.String(),
  maker: T.String(),
  numbers: T.Array(T.String()),
  matched: T.Integer(),
  differences: T.Array(T.Object({ attribute: T.String(), sentence: T.String(), change: T.String() })),
  open: T.Array(T.String()),
});
export const KinAnswer = T.Object({
  /** The unit that was asked for; for a number of which no unit is recorded, its node. */
  unitId: T.String(),
  /** What it is called. */
  name: T.Optional(T.String()),
  node: T.String(),
  entries: T.Array(KinEntry),
  byGeometry: T.Array(GeometricView),
  byGeometryCount: T.Integer(),
  byGeometryProblem: T.Optional(T.String()),
  truncated: T.Boolean(),
});

export type KinAnswer = Static<typeof KinAnswer>;
export type GeometricView = Static<typeof GeometricView>;
export type KinEntry = Static<typeof KinEntry>;
export type KinStep = Static<typeof KinStep>;
export type KinPaths = Static<typeof KinPaths>;
export type KinGrade = Static<typeof KinGrade>;
export type NewOutcome = Static<typeof NewOutcome>;
export type OutcomeView = Static<typeof OutcomeView>;
