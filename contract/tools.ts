import { Type as T, type Static } from '@sinclair/typebox';
import type { Reading } from '@kerabat/core/base/units';
import { SEAT_FORMS } from '@kerabat/core/named/seat';
import { MATE_VERDICTS, type ThreadName } from '@kerabat/core/named/thread';
import { Instrument, oneOf, Quantity, strict, text, type Same } from './shapes.js';

/** The calculators that stand on their own. */

export const BoreIdentifyRequest = strict({ diameter: Quantity, instrument: Instrument });
export const BoreIdentifyAnswer = T.Object({
  candidates: T.Array(T.Object({ labels: T.Array(T.String()), diameter: Quantity, probability: T.Number() })),
  verdict: oneOf(['one', 'several', 'none'] as const),
  advice: T.String(),
  working: T.String(),
});

export const BoreChangeRequest = strict({
  kind: oneOf(['brake-master', 'clutch-master', 'slave'] as const),
  from: Quantity,
  to: Quantity,
});
export const BoreChangeAnswer = T.Object({
  pressureRatio: T.Number(),
  travelRatio: T.Number(),
  areaFrom: Quantity,
  areaTo: Quantity,
  summary: T.String(),
  working: T.String(),
});

export const ThreadReadRequest = strict({ text: T.String({ maxLength: 200 }) });
export const ThreadReadAnswer = T.Object({
  recognised: T.Boolean(),
  designation: T.Optional(T.String()),
  unusual: T.Optional(T.String()),
  problem: T.Optional(oneOf(['no-such-pitch', 'family-mismatch', 'left-hand', 'unreadable'] as const)),
  sentence: T.Optional(T.String()),
  nearest: T.Array(T.Object({ designation: T.String(), why: T.String() })),
  /** The seat that was named with it. */
  seat: T.Optional(T.String()),
});

export const QuantityReadRequest = strict({
  text: T.String({ maxLength: 200 }),
  attribute: T.Optional(text(40)),
  assume: T.Optional(oneOf(['mm', 'in'] as const)),
  expects: oneOf(['length', 'pitch', 'pressure', 'force', 'volume', 'torque', 'flow'] as const),
});
export const QuantityReadAnswer = T.Object({
  recognised: T.Boolean(),
  quantity: T.Optional(Quantity),
  also: T.Optional(Quantity),
  doubt: T.Optional(T.String()),
  problem: T.Optional(T.String()),
});

/** Clearance between booster and master, in the unit of each length. */
export const RodGapRequest = strict({
  recessDepth: Quantity,
  pinProtrusion: Quantity,
  plate: T.Optional(Quantity),
  insert: T.Optional(Quantity),
  target: T.Optional(strict({ min: Quantity, max: Quantity })),
  adjusterPitch: T.Optional(Quantity),
  pedalRatio: T.Optional(T.Number({ exclusiveMinimum: 0, maximum: 20 })),
});
export const RodGapAnswer = T.Object({
  gap: Quantity,
  inOther: Quantity,
  /** Two standard errors of the readings together. */
  doubt: Quantity,
  verdict: oneOf(['no-clearance', 'open', 'tight', 'within', 'loose'] as const),
  /** What nobody measured and was taken as none. */
  assumed: T.Optional(T.String()),
  turns: T.Optional(T.Number()),
  pedalFreeTravel: T.Optional(Quantity),
  sentence: T.String(),
  working: T.String(),
  caution: T.Optional(T.String()),
});
/**
 * Thread outside the fork as turns or as a length; what is engaged as measured, or from the whole length of the thread.
 */
export const RodEngagementRequest = strict({
  rodThread: text(40),
  turnsShowing: T.Optional(T.Number({ minimum: 0, maximum: 200 })),
  exposed: T.Optional(Quantity),
  threadLength: T.Optional(Quantity),
  engaged: T.Optional(Quantity),
  cut: T.Optional(Quantity),
});
export const RodEngagementAnswer = T.Object({
  exposed: T.Optional(Quantity),
  exposedAfter: T.Optional(Quantity),
  engaged: T.Optional(Quantity),
  least: T.Optional(Quantity),
  enough: T.Optional(T.Boolean()),
  maxShorter: T.Optional(Quantity),
  sentence: T.Optional(T.String()),
  working: T.Optional(T.String()),
  because: T.Optional(T.String()),
  caution: T.Optional(T.String()),
});
/** Old rod and new rod, taken the same way: by depth, by turns showing, or by a transfer mark. */
export const RodCompareRequest = strict({
  by: oneOf(['depth', 'turns', 'mark'] as const),
  old: T.Union([Quantity, T.Number({ minimum: 0, maximum: 500 })]),
  new: T.Union([Quantity, T.Number({ minimum: 0, maximum: 500 })]),
  rodThread: T.Optional(text(40)),
});
export const RodCompareAnswer = T.Object({
  difference: T.Optional(Quantity),
  sentence: T.Optional(T.String()),
  working: T.Optional(T.String()),
  because: T.Optional(T.String()),
});

export type RodGapRequest = Static<typeof RodGapRequest>;
export type RodGapAnswer = Static<typeof RodGapAnswer>;
export type RodEngagementRequest = Static<typeof RodEngagementRequest>;
export type RodEngagementAnswer = Static<typeof RodEngagementAnswer>;
export type RodCompareRequest = Static<typeof RodCompareRequest>;
export type RodCompareAnswer = Static<typeof RodCompareAnswer>;
export type BoreIdentifyRequest = Static<typeof BoreIdentifyRequest>;
export type BoreIdentifyAnswer = Static<typeof BoreIdentifyAnswer>;
export type BoreChangeRequest = Static<typeof BoreChangeRequest>;
export type BoreChangeAnswer = Static<typeof BoreChangeAnswer>;
export type ThreadReadRequest = Static<typeof ThreadReadRequest>;
export type QuantityReadRequest = Static<typeof QuantityReadRequest>;

/** A thread in the hand: a diameter, and what else was taken. */
export const ThreadIdentifyRequest = strict({
  gender: oneOf(['male', 'female'] as const),
  diameter: Quantity,
  pitch: T.Optional(Quantity),
  over: T.Optional(
    T.Union([
      strict({ pitches: T.Integer({ minimum: 1, maximum: 60 }), length: Quantity }),
      strict({ crests: T.Integer({ minimum: 2, maximum: 61 }), length: Quantity }),
    ]),
  ),
  taper: T.Optional(strict({ second: Quantity, apart: Quantity })),
  instrument: T.Optional(Instrument),
  /** The wrench that sits on it: a hint, never weighed. */
  hex: T.Optional(text(20)),
});
const ThreadSeen = T.Object({
  designation: T.String(),
  family: T.String(),
  major: Quantity,
  pitch: Quantity,
  uses: T.Array(T.String()),
});
export const ThreadIdentifyAnswer = T.Object({
  verdict: oneOf(['one', 'several', 'none'] as const),
  candidates: T.Array(T.Composite([ThreadSeen, T.Object({ probability: T.Number() })])),
  /** The standard thread that it is and that hydraulics do not use. */
  other: T.Optional(T.Composite([ThreadSeen, T.Object({ probability: T.Number() })])),
  confusedWith: T.Array(ThreadSeen),
  nextCheck: T.Optional(T.String()),
  hexHint: T.Optional(T.String()),
  /** What may have been misread, where the readings do not agree. */
  misread: T.Optional(T.Array(T.String())),
  sentence: T.String(),
});
/** Two threads by their names, in any writing; `turns` is what the nut has. */
export const ThreadMateRequest = strict({
  male: T.String({ minLength: 1, maxLength: 80 }),
  female: T.String({ minLength: 1, maxLength: 80 }),
  turns: T.Optional(T.Number({ exclusiveMinimum: 0, maximum: 100 })),
  /** How each seals, where it is known. */
  maleSeat: T.Optional(oneOf(SEAT_FORMS)),
  femaleSeat: T.Optional(oneOf(SEAT_FORMS)),
});
export const ThreadMateAnswer = T.Object({
  verdict: oneOf(MATE_VERDICTS),
  sentence: T.String(),
  male: T.String(),
  female: T.String(),
  deltaMm: T.Number(),
  deltaPitchDiameterMm: T.Number(),
  driftMm: T.Number(),
  engagement: T.Number(),
  bindsAfterTurns: T.Optional(T.Number()),
  /** Both are tapered: how far the male goes in by hand. */
  makeUpMm: T.Optional(T.Number()),
  /** Whether the seats are of one form, where both were told. */
  seats: T.Optional(T.Object({ meets: T.Boolean(), sentence: T.String() })),
  /** What is said to whoever asked. */
  say: T.String(),
});
export type ThreadMateRequest = Static<typeof ThreadMateRequest>;
export type ThreadMateAnswer = Static<typeof ThreadMateAnswer>;
export type ThreadIdentifyRequest = Static<typeof ThreadIdentifyRequest>;
export type ThreadIdentifyAnswer = Static<typeof ThreadIdentifyAnswer>;

type Loose<A> = { -readonly [K in keyof A]: A[K] };
export const readingIsCores: Same<keyof Static<typeof QuantityReadAnswer>, keyof Loose<Reading>> = true;
export const threadNameIsCores: Same<keyof Static<typeof ThreadReadAnswer>, keyof Loose<ThreadName>> = true;
