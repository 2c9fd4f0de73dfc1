import { Type as T, type Static } from '@sinclair/typebox';
import { oneOf, strict } from './shapes.js';

export const PracticeSetting = T.Object({
  key: T.String(),
  group: oneOf(['figures', 'checks'] as const),
  words: T.String(),
  value: T.Number(),
  standard: T.Number(),
  min: T.Number(),
  max: T.Number(),
  unit: T.String(),
  why: T.String(),
  by: T.Optional(T.String()),
  at: T.Optional(T.String()),
  version: T.Integer(),
});
export const PracticeAnswer = T.Object({ settings: T.Array(PracticeSetting) });
export const PracticeChange = strict({ value: T.Number() });
export type PracticeSetting = Static<typeof PracticeSetting>;
export type PracticeAnswer = Static<typeof PracticeAnswer>;
export type PracticeChange = Static<typeof PracticeChange>;
