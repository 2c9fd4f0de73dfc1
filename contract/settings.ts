import { Type as T, type Static } from '@sinclair/typebox';
import { SETTING_GROUP_IDS } from '@kerabat/core/named/settings';
import { oneOf, strict } from './shapes.js';

export const WorkshopSetting = T.Object({
  key: T.String(),
  group: oneOf(SETTING_GROUP_IDS),
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
export const SettingsAnswer = T.Object({ settings: T.Array(WorkshopSetting) });
export const SettingsChange = strict({ value: T.Number() });
export type WorkshopSetting = Static<typeof WorkshopSetting>;
export type SettingsAnswer = Static<typeof SettingsAnswer>;
export type SettingsChange = Static<typeof SettingsChange>;
