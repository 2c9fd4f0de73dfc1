import { Type as T, type Static } from '@sinclair/typebox';
import { PIECE_KINDS } from '@kerabat/core/named/fitting';
import { SEAT_FORMS } from '@kerabat/core/named/seat';
import { GENDERS } from '@kerabat/core/named/thread';
import { LINE_FLARES, LINE_OPERATIONS, TUBE_MATERIALS } from '@kerabat/core/named/tube';
import {
  HOSE_PLACES,
  LINE_CHECKS,
  LINE_STEPS,
  ROUTE_ACTS,
  ROUTE_DOUBTS,
  ROUTE_REFUSALS,
} from '@kerabat/core/work/line';
import { FourState, oneOf, Quantity, strict, text } from './shapes.js';

/** Lines: the ways from a port to a line, how a line is made, how long a hose is. */

/** In any writing that people use. */
const Thread = text(60);
const Seat = oneOf(SEAT_FORMS);
const Flare = oneOf([...LINE_FLARES, 'compression'] as const);
const Far = strict({ nut: Thread, flare: oneOf(LINE_FLARES) });

const RouteLineShape = strict({
  tube: text(20),
  nut: Thread,
  flare: Flare,
  hose: T.Optional(T.Boolean()),
  /** Its other end, where a made-up line could take its place. */
  far: T.Optional(Far),
  length: T.Optional(Quantity),
});
export const RouteRequest = strict({
  port: strict({ thread: Thread, seat: Seat, gender: oneOf(GENDERS) }),
  /** Absent: the port is closed. */
  line: T.Optional(RouteLineShape),
  /** A second line for the same port. */
  second: T.Optional(RouteLineShape),
  /** What the workshop can do; all of it where nothing is said. */
  have: T.Optional(T.Array(oneOf(LINE_OPERATIONS), { maxItems: LINE_OPERATIONS.length })),
  avoid: T.Optional(T.Array(oneOf(PIECE_KINDS), { maxItems: PIECE_KINDS.length })),
});
const RoutePiece = T.Object({
  key: T.String(),
  kind: oneOf(PIECE_KINDS),
  name: T.String(),
  number: T.Optional(T.String()),
  price: T.Optional(T.Number()),
  length: T.Optional(Quantity),
});
const RouteStepShape = T.Object({
  do: oneOf(ROUTE_ACTS),
  words: T.String(),
  item: T.Optional(RoutePiece),
  thread: T.Optional(T.String()),
  seat: T.Optional(Seat),
  line: T.Optional(T.Union([T.Literal(1), T.Literal(2)])),
});
export const RouteAnswer = T.Object({
  routes: T.Array(
    T.Object({
      steps: T.Array(RouteStepShape),
      leakJoints: T.Integer(),
      adapters: T.Integer(),
      price: T.Optional(T.Number()),
      minutes: T.Number(),
      acceptable: T.Boolean(),
      needs: T.Array(oneOf(LINE_OPERATIONS)),
      doubts: T.Array(oneOf(ROUTE_DOUBTS)),
      why: T.Array(T.String()),
    }),
  ),
  /** Why there is none that is acceptable. */
  none: T.Optional(strict({ code: oneOf(ROUTE_REFUSALS), sentence: T.String() })),
  /** Sets that are sold ready for this thread, beside the pieces. */
  sets: T.Array(
    T.Object({ name: T.String(), number: T.Optional(T.String()), price: T.Optional(T.Number()), told: T.String() }),
  ),
});

const BendShape = strict({
  angle: T.Number({ description: 'degrees' }),
  radius: Quantity,
  rotation: T.Optional(T.Number({ minimum: -360, maximum: 360, description: 'degrees' })),
  byArc: T.Optional(T.Boolean()),
});
const EndShape = strict({
  flare: oneOf(LINE_FLARES),
  nut: T.Optional(Thread),
  /** What a test flare took. */
  allowance: T.Optional(Quantity),
});
/** Points in mm: 10 000 of them are refused with a sentence, and so are more bends than a line has. */
const Point = T.Array(T.Number({ minimum: -50_000, maximum: 50_000 }), { minItems: 3, maxItems: 3 });
export const LineCutRequest = strict({
  tube: text(20),
  material: T.Optional(oneOf(TUBE_MATERIALS)),
  legs: T.Optional(T.Array(Quantity, { maxItems: 20_000 })),
  bends: T.Optional(T.Array(BendShape, { maxItems: 20_000 })),
  /** Instead of legs and bends: corners of the line in mm, each with this radius. */
  points: T.Optional(T.Array(Point, { maxItems: 20_000 })),
  radius: T.Optional(Quantity),
  ends: T.Tuple([EndShape, EndShape]),
  /** What either flare takes where its end says nothing else. */
  allowance: T.Optional(Quantity),
  protectors: T.Optional(T.Integer({ minimum: 0, maximum: 40 })),
});
const Points = T.Array(Point);
export const LineCutAnswer = T.Object({
  developed: Quantity,
  cut: Quantity,
  /** Rounded up to the millimetre. */
  cutTo: Quantity,
  allowances: T.Array(strict({ length: Quantity, calibrated: T.Boolean() })),
  legs: T.Array(Quantity),
  marks: T.Array(
    T.Object({
      n: T.Integer(),
      fromFace: Quantity,
      fromCut: Quantity,
      angle: T.Number(),
      set: T.Number(),
      rotation: T.Number(),
      radius: Quantity,
    }),
  ),
  order: T.Array(T.Object({ step: oneOf(LINE_STEPS), words: T.String() })),
  checks: T.Array(
    T.Object({ code: oneOf(LINE_CHECKS), state: FourState, at: T.Optional(T.Integer()), sentence: T.String() }),
  ),
  /** The centre line as it lies, in mm: it begins at 0 along x. */
  path: Points,
  grams: T.Number(),
  fluid: Quantity,
  working: T.String(),
});
/** Points of a line as a list with a heading: x, y, z in mm. */
export const LinePointsRequest = strict({ text: T.String({ maxLength: 400_000 }) });
export const LinePointsAnswer = T.Object({ points: Points });
export const LINE_FILES = ['csv', 'dxf', 'pdf'] as const;
export const LineFileRequest = strict({
  ...LineCutRequest.properties,
  file: oneOf(LINE_FILES),
  title: T.Optional(text(120)),
});

const HoseNeeded = strict({
  bump: T.Optional(Quantity),
  droop: T.Optional(Quantity),
  lockLeft: T.Optional(Quantity),
  lockRight: T.Optional(Quantity),
});
const HoseEndShape = strict({
  /** Which way the fitting points, looked at along the hose from its first end, clockwise, degrees. */
  clocking: T.Optional(T.Number({ minimum: -360, maximum: 360 })),
  /** Angle between the fitting and the straight line to the other end, degrees. */
  away: T.Optional(T.Number()),
});
export const HoseRequest = strict({
  needed: HoseNeeded,
  ends: T.Tuple([HoseEndShape, HoseEndShape]),
  bendRadius: Quantity,
  slack: T.Optional(Quantity),
  /** How far a fitting moves from where it was measured: raised bars, another carrier. */
  moved: T.Optional(Quantity),
});
export const HoseAnswer = T.Object({
  free: Quantity,
  because: T.Array(T.String()),
  clocking: T.Optional(T.Number()),
  needs: T.Array(T.Object({ place: oneOf(HOSE_PLACES), string: Quantity, least: Quantity })),
});

/** A line that was made for a vehicle, kept to be made again. */
export const LineTemplateRequest = strict({ line: LineCutRequest });
const LineTemplateShape = T.Object({
  name: T.String(),
  line: LineCutRequest,
  version: T.Integer(),
  by: T.String(),
  at: T.String(),
});
export const LineTemplates = T.Object({ lines: T.Array(LineTemplateShape) });

export type LineTemplate = Static<typeof LineTemplateShape>;
export type LineTemplates = Static<typeof LineTemplates>;
export type RouteRequest = Static<typeof RouteRequest>;
export type RouteAnswer = Static<typeof RouteAnswer>;
export type LineCutRequest = Static<typeof LineCutRequest>;
export type LineCutAnswer = Static<typeof LineCutAnswer>;
export type LineFileRequest = Static<typeof LineFileRequest>;
export type LinePointsAnswer = Static<typeof LinePointsAnswer>;
export type HoseRequest = Static<typeof HoseRequest>;
export type HoseAnswer = Static<typeof HoseAnswer>;
