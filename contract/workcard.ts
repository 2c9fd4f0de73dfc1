import { Type as T, type Static } from '@sinclair/typebox';
import { WORK_GROUPS, type WorkStep as CoreStep } from '@kerabat/core/work/work-card';
import { oneOf, type Same } from './shapes.js';

/** One step on the work card. `why` says what it follows from; a caution stands at the step where the hurt happens. */
export const WorkStep = T.Object({
  key: T.String(),
  group: oneOf(WORK_GROUPS),
  words: T.String(),
  why: T.String(),
  minutes: T.Optional(T.Number()),
  skill: T.Optional(T.String()),
  tools: T.Optional(T.Array(T.String())),
  caution: T.Optional(T.String()),
});
export type WorkStep = Static<typeof WorkStep>;
export const workStepIsCores: Same<keyof WorkStep, keyof CoreStep> = true;
