import { Type as T, type Static } from '@sinclair/typebox';
import { oneOf } from './shapes.js';

/** What the catalogue lacks that would save most, and how good the advice was in the last trial. */

export const RECORD_STATES = ['not-tried', 'running', 'done', 'failed'] as const;

/** One thing to record, with where it is missing and what it would save in all jobs that were tried. */
export const ToRecordView = T.Object({
  key: T.String(),
  of: oneOf(['unit', 'vehicle'] as const),
  attribute: T.String(),
  words: T.String(),
  place: T.String(),
  minutes: T.Number(),
  notKnown: T.Integer(),
  jobs: T.Integer(),
  where: T.Array(
    T.Object({
      id: T.String(),
      slot: T.String(),
      minutes: T.Number(),
      name: T.String(),
      number: T.Optional(T.String()),
    }),
  ),
});
export const RecordNext = T.Object({
  state: oneOf(RECORD_STATES),
  progress: T.Optional(T.Object({ done: T.Integer(), of: T.Integer() })),
  problem: T.Optional(T.String()),
  at: T.Optional(T.String()),
  /** So many jobs were tried. */
  jobs: T.Optional(T.Integer()),
  /** The catalogue has changed since. */
  stale: T.Optional(T.Boolean()),
  lines: T.Optional(T.Array(ToRecordView)),
});

/** Counts of the jobs of one policy that have something in common. */
export const TrialLine = T.Object({
  policy: T.String(),
  of: T.String(),
  jobs: T.Integer(),
  safe: T.Integer(),
  wrongSafe: T.Integer(),
  tooFew: T.Integer(),
  tooMany: T.Integer(),
  onListing: T.Integer(),
  wrongListing: T.Integer(),
  ordered: T.Integer(),
  wrongOrdered: T.Integer(),
  notSafe: T.Integer(),
  there: T.Integer(),
  thereSaid: T.Integer(),
  seen: T.Integer(),
  asked: T.Integer(),
  minutes: T.Number(),
});
/** A trial: its seed, and lines by policy, request and how well the catalogue is kept. */
export const TrialArm = T.Object({ seed: T.String(), jobs: T.Integer(), lines: T.Array(TrialLine) });
export const TrialReport = T.Object({ at: T.String(), honest: TrialArm, lies: TrialArm });

export type ToRecordView = Static<typeof ToRecordView>;
export type RecordNext = Static<typeof RecordNext>;
export type TrialLine = Static<typeof TrialLine>;
export type TrialArm = Static<typeof TrialArm>;
export type TrialReport = Static<typeof TrialReport>;
