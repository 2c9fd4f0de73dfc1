import type { RuleName } from '../joints.data.js';
import type { Case, RuleResult } from '../rule.js';
import { bore, clutchTravel, seals, travel } from './feel.js';
import { atLeast, atMost, foot, linkage, near, same, spigot, threads, torque } from './general.js';
import { assistFluid, feedNipple, hose, reservoir, sensor, sensorThread, tab, valve } from './hanging.js';
import { gap, pedalHeight, rodEngaged, rodLength, studLength } from './rod.js';

/** What each rule asks, as the table's column says it, and how it is answered. */
const RULES: Readonly<Record<RuleName, { readonly words: string; readonly apply: (c: Case) => RuleResult }>> = {
  length: { words: 'same, within tolerance', apply: near },
  angle: { words: 'same, within tolerance', apply: near },
  spigot: { words: 'goes in, and is centred', apply: spigot },
  choice: { words: 'the same', apply: same },
  thread: { words: 'mates', apply: threads },
  'at-most': { words: 'no more than there is', apply: atMost },
  'at-least': { words: 'at least what is brought', apply: atLeast },
  'rod-length': { words: 'same, or within the adjuster', apply: rodLength },
  'rod-engaged': { words: 'enough thread in the fork', apply: rodEngaged },
  'pedal-height': { words: 'as before', apply: pedalHeight },
  linkage: { words: 'its own adjustment first', apply: linkage },
  'stud-length': { words: 'long enough for flange, bracket and nut', apply: studLength },
  'rod-gap': { words: 'clearance within target', apply: gap },
  sensor: { words: 'same connector', apply: sensor },
  'sensor-thread': { words: 'the old sensor goes in', apply: sensorThread },
  reservoir: { words: 'same kind', apply: reservoir },
  'feed-nipple': { words: 'there if the clutch drinks from it', apply: feedNipple },
  foot: { words: 'there if the old one had it', apply: foot },
  valve: { words: 'there once', apply: valve },
  'assist-fluid': { words: 'the same, apart from the brake fluid', apply: assistFluid },
  hose: { words: 'long enough at lock, droop and bump', apply: hose },
  tab: { words: 'nothing fouls the hose', apply: tab },
  bore: { words: 'same area, or a change that is wanted', apply: bore },
  travel: { words: 'reaches what the old one did', apply: travel },
  'clutch-travel': { words: 'pedal travel reaches release travel', apply: clutchTravel },
  seals: { words: 'seals survive the fluid', apply: seals },
  torque: { words: 'by the maker', apply: torque },
};

export const ruleWords = (rule: RuleName): string => RULES[rule].words;

/** Applies one rule to two known values. */
export const applyRule = (c: Case): RuleResult => RULES[c.row.rule].apply(c);
