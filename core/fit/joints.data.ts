import type { AttributeName } from '../attribute/index.js';
import type { UnitKind } from '../unit/index.js';
import type { Place } from './types.js';

export type RuleName = 'length' | 'angle' | 'choice' | 'thread' | 'rod-length' | 'rod-gap' | 'sensor' | 'reservoir' | 'foot' | 'bore' | 'travel' | 'seals';

export interface CheckRow {
  readonly attribute: AttributeName;
  /** The vehicle's counterpart where it has another name (a pin in a recess). */
  readonly against?: AttributeName;
  readonly rule: RuleName;
  /** Largest difference in mm or degrees that still goes together. */
  readonly tolerance?: number;
}

export interface JointRow {
  readonly id: string;
  readonly words: string;
  readonly place: Place;
  readonly kinds: readonly UnitKind[];
  /** Only on vehicles with, or without, a booster between pedal and master. */
  readonly booster?: boolean;
  /** Lines are checked port by port beside these checks. */
  readonly lines?: boolean;
  readonly checks: readonly CheckRow[];
}

/** Every joint that is checked and what it consists of. Tolerances are fitting practice for cast and pressed parts. */
export const JOINTS: readonly JointRow[] = [
  {
    id: 'pedal', words: 'pedal to rod', place: 'up', kinds: ['brake-master', 'clutch-master'], booster: false,
    checks: [
      { attribute: 'rod-kind', rule: 'choice' },
      { attribute: 'rod-length', rule: 'rod-length' },
      { attribute: 'clevis-pin', rule: 'length', tolerance: 0.15 },
    ],
  },
  {
    id: 'pedal', words: 'pedal to booster rod', place: 'up', kinds: ['booster'],
    checks: [
      { attribute: 'rod-length', rule: 'rod-length' },
      { attribute: 'clevis-pin', rule: 'length', tolerance: 0.15 },
    ],
  },
  {
    id: 'mount', words: 'unit to bulkhead', place: 'side', kinds: ['brake-master', 'clutch-master'], booster: false,
    checks: [
      { attribute: 'stud-spacing', rule: 'length', tolerance: 0.5 },
      { attribute: 'flange-angle', rule: 'angle', tolerance: 2 },
      { attribute: 'pilot', rule: 'length', tolerance: 0.5 },
    ],
  },
  {
    id: 'mount', words: 'booster to bulkhead', place: 'side', kinds: ['booster'],
    checks: [{ attribute: 'stud-spacing', rule: 'length', tolerance: 0.5 }],
  },
  {
    id: 'booster', words: 'booster to master', place: 'up', kinds: ['brake-master'], booster: true,
    checks: [
      { attribute: 'stud-spacing', rule: 'length', tolerance: 0.5 },
      { attribute: 'pilot', rule: 'length', tolerance: 0.5 },
      { attribute: 'recess-depth', against: 'booster-pin', rule: 'rod-gap' },
    ],
  },
  {
    id: 'master', words: 'booster to master', place: 'down', kinds: ['booster'],
    checks: [{ attribute: 'booster-pin', against: 'recess-depth', rule: 'rod-gap' }],
  },
  {
    id: 'supply', words: 'what drives the booster', place: 'side', kinds: ['booster'],
    checks: [{ attribute: 'booster-supply', rule: 'choice' }],
  },
  { id: 'lines', words: 'master to lines', place: 'down', kinds: ['brake-master', 'clutch-master'], lines: true, checks: [] },
  {
    id: 'line', words: 'line to slave', place: 'up', kinds: ['slave'], lines: true,
    checks: [{ attribute: 'line-retention', rule: 'choice' }],
  },
  { id: 'line', words: 'line to wheel unit', place: 'up', kinds: ['wheel-cylinder', 'caliper'], lines: true, checks: [] },
  {
    id: 'fork', words: 'slave to release fork', place: 'down', kinds: ['slave'],
    checks: [
      { attribute: 'stud-spacing', rule: 'length', tolerance: 0.5 },
      { attribute: 'foot', rule: 'foot' },
      { attribute: 'travel', rule: 'travel' },
      { attribute: 'bleeder', rule: 'choice' },
    ],
  },
  {
    id: 'reservoir', words: 'reservoir', place: 'side', kinds: ['brake-master', 'clutch-master'],
    checks: [{ attribute: 'reservoir', rule: 'reservoir' }],
  },
  { id: 'sensor', words: 'sensors and switches', place: 'side', kinds: ['brake-master', 'clutch-master'], checks: [{ attribute: 'sensor', rule: 'sensor' }] },
  {
    id: 'feel', words: 'bore and fluid', place: 'side', kinds: ['brake-master', 'clutch-master', 'slave', 'wheel-cylinder', 'caliper'],
    checks: [
      { attribute: 'bore', rule: 'bore' },
      { attribute: 'seals', against: 'fluid', rule: 'seals' },
    ],
  },
];
