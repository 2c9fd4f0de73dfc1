import { Type as T, type Static } from '@sinclair/typebox';
import type { Reading } from '@kerabat/core/units';
import type { ThreadName } from '@kerabat/core/thread';
import { Instrument, oneOf, Quantity, strict, text, type Same } from './shapes.js';

/** The calculators that stand on their own. */

export const BoreIdentifyRequest = strict({ diameter: Quantity, instrument: Instrument });
export const BoreIdentifyAnswer = T.Object({
  candidates: T.Array(T.Object({ labels: T.Array(T.String()), diameter: Quantity, probability: T.Number() })),
  verdict: oneOf(['one', 'several', 'none'] as const),
  advice: T.String(),
  working: T.String(),
});

export const BoreChangeRequest = strict({ kind: oneOf(['brake-master', 'clutch-master', 'slave'] as const), from: Quantity, to: Quantity });
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
  problem: T.Optional(oneOf(['no-such-pitch', 'family-mismatch', 'unreadable'] as const)),
  sentence: T.Optional(T.String()),
  nearest: T.Array(T.Object({ designation: T.String(), why: T.String() })),
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

export type BoreIdentifyRequest = Static<typeof BoreIdentifyRequest>;
export type BoreIdentifyAnswer = Static<typeof BoreIdentifyAnswer>;
export type BoreChangeRequest = Static<typeof BoreChangeRequest>;
export type BoreChangeAnswer = Static<typeof BoreChangeAnswer>;
export type ThreadReadRequest = Static<typeof ThreadReadRequest>;
export type QuantityReadRequest = Static<typeof QuantityReadRequest>;

type Loose<A> = { -readonly [K in keyof A]: A[K] };
export const readingIsCores: Same<keyof Static<typeof QuantityReadAnswer>, keyof Loose<Reading>> = true;
export const threadNameIsCores: Same<keyof Static<typeof ThreadReadAnswer>, keyof Loose<ThreadName>> = true;
