import { Type as T, type Static } from '@sinclair/typebox';
import { LINK_KINDS, OUTCOMES } from '@kerabat/core/find/interchange';
import { SOURCE_KINDS } from '@kerabat/core/named/unit';
import { oneOf, Quantity, strict, text } from './shapes.js';

/** Interchange: what would do instead, how that is known, and what came of it. */

export const Condition = T.Object({ kind: T.String(), text: T.String(), number: T.Optional(T.String()) });
export const AssertionView = T.Object({
  source: T.String(),
  sourceKind: oneOf(SOURCE_KINDS),
  date: T.String(),
  person: T.Optional(T.String()),
  note: T.Optional(T.String()),
});
/** What came of acting on a link of interchange. Anything but a plain fit wants a reason. */
export const NewOutcome = strict({
  link: text(200),
  result: oneOf(OUTCOMES),
  reason: T.String({ maxLength: 300 }),
  jobId: T.Optional(T.Integer({ minimum: 1 })),
});
export const OutcomeView = T.Object({
  id: T.Integer(),
  link: T.String(),
  result: oneOf(OUTCOMES),
  reason: T.String(),
  jobId: T.Optional(T.Integer()),
  by: T.String(),
  at: T.String(),
  withdrawn: T.Optional(T.Object({ by: T.String(), at: T.String() })),
});
export const OutcomeCounts = T.Object({ fitted: T.Integer(), changed: T.Integer(), misfit: T.Integer() });
export const InterchangeStep = T.Object({
  /** The claim's key: outcomes are recorded against it. */
  link: T.String(),
  from: T.String(),
  to: T.String(),
  kind: oneOf(LINK_KINDS),
  direction: oneOf(['forward', 'backward'] as const),
  trust: T.Number(),
  conditions: T.Array(Condition),
  assertions: T.Array(AssertionView),
  outcomes: T.Optional(OutcomeCounts),
  /** Refuted so often that somebody should look at it. */
  review: T.Optional(T.Boolean()),
});
export const InterchangeGrade = oneOf(['same', 'drop-in', 'with-changes', 'does-not-fit'] as const);
export const InterchangeEntry = T.Object({
  node: T.String(),
  unitId: T.Optional(T.String()),
  name: T.String(),
  numbers: T.Array(
    T.Object({
      issuer: T.String(),
      written: T.String(),
      status: T.String(),
      /** What lies in its box, in words; absent where nobody said. */
      box: T.Optional(T.String()),
      /** Suppliers that say they have some. */
      stock: T.Array(
        T.Object({
          supplier: T.String(),
          quantity: T.Optional(T.Integer()),
          date: T.String(),
          price: T.Optional(T.Number()),
        }),
      ),
    }),
  ),
  grade: InterchangeGrade,
  disputed: T.Optional(T.String()),
  trust: T.Number(),
  /** Trusted less than the floor: it ranks below everything over it. */
  underFloor: T.Boolean(),
  conditions: T.Array(Condition),
  paths: T.Array(T.Array(InterchangeStep)),
});
export const InterchangePaths = T.Object({ paths: T.Array(T.Array(InterchangeStep)), outcomes: T.Array(OutcomeView) });
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
/**
 * Units that would go into the place of one and have a bore of their own, those with the fewest changes of each bore.
 */
export const OtherBores = T.Object({
  units: T.Array(
    T.Object({
      unitId: T.String(),
      name: T.String(),
      maker: T.String(),
      bore: Quantity,
      /** What differs, each with what closes it. */
      changes: T.Array(T.String()),
      /** What is not recorded of it. */
      open: T.Array(T.String()),
    }),
  ),
  because: T.Optional(T.String()),
});
export type OtherBores = Static<typeof OtherBores>;
export const InterchangeAnswer = T.Object({
  /** The unit that was asked for; for a number of which no unit is recorded, its node. */
  unitId: T.String(),
  /** What it is called. */
  name: T.Optional(T.String()),
  node: T.String(),
  entries: T.Array(InterchangeEntry),
  byGeometry: T.Array(GeometricView),
  byGeometryCount: T.Integer(),
  byGeometryProblem: T.Optional(T.String()),
  truncated: T.Boolean(),
});

export type InterchangeAnswer = Static<typeof InterchangeAnswer>;
export type GeometricView = Static<typeof GeometricView>;
export type InterchangeEntry = Static<typeof InterchangeEntry>;
export type InterchangeStep = Static<typeof InterchangeStep>;
export type InterchangePaths = Static<typeof InterchangePaths>;
export type InterchangeGrade = Static<typeof InterchangeGrade>;
export type NewOutcome = Static<typeof NewOutcome>;
export type OutcomeView = Static<typeof OutcomeView>;
