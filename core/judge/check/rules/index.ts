import type { Case, Finding } from '../types.js';
import { bolt } from './banjo.js';
import { gap } from './gap.js';
import {
  atLeastB,
  atLeastNamed,
  atMostB,
  gender,
  hasToo,
  near,
  plug,
  room,
  same,
  seat,
  spigot,
  thread,
  travel,
  tube,
} from './plain.js';
import { linkage, pedalHeight, rodEngaged, rodLength, studLength, torque } from './rod.js';

/** How each rule of the table is answered. */
export const RULES = {
  near,
  spigot,
  same,
  thread,
  seat,
  gender,
  tube,
  plug,
  bolt,
  'at-most-b': atMostB,
  'at-least-b': atLeastB,
  'at-least-named': atLeastNamed,
  room,
  'has-too': hasToo,
  travel,
  'rod-length': rodLength,
  'rod-engaged': rodEngaged,
  linkage,
  'pedal-height': pedalHeight,
  'stud-length': studLength,
  torque,
  gap,
} as const satisfies Readonly<Record<string, (c: Case) => Finding>>;

export type RuleName = keyof typeof RULES;
