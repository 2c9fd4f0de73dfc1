import type { AttributeName } from '../attribute/index.js';
import type { UnitKind } from '../unit/index.js';
import type { Place } from './types.js';

export type RuleName =
  | 'length' | 'angle' | 'spigot' | 'choice' | 'thread' | 'at-most' | 'at-least' | 'rod-length' | 'rod-engaged' | 'pedal-height' | 'linkage' | 'stud-length' | 'rod-gap'
  | 'sensor' | 'sensor-thread' | 'reservoir' | 'feed-nipple' | 'foot' | 'valve' | 'assist-fluid' | 'hose' | 'tab' | 'bore' | 'travel' | 'clutch-travel' | 'seals' | 'torque';

export interface CheckRow {
  readonly attribute: AttributeName;
  /** The vehicle's counterpart where it has another name (a pin in a recess). */
  readonly against?: AttributeName;
  readonly rule: RuleName;
  /** Largest difference in mm or degrees that still goes together. */
  readonly tolerance?: number;
  /** Asked as soon as one side says anything about it, or the unit does, or a conversion wants it answered; otherwise always. */
  readonly asked?: 'if-either' | 'if-unit';
  /** Only one side has a say: it is not compared between two units. */
  readonly only?: 'vehicle' | 'unit';
  /** The rule does without the vehicle's value and says itself what it misses. */
  readonly needs?: 'unit';
  /** Says something for whoever fits the unit, and decides nothing. */
  readonly tells?: true;
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

const if_ = { asked: 'if-either' } as const;

const ROD: readonly CheckRow[] = [
  { attribute: 'linkage', rule: 'linkage', only: 'vehicle', ...if_ },
  { attribute: 'driving-side', rule: 'choice', asked: 'if-unit' },
  { attribute: 'rod-length', rule: 'rod-length' },
  { attribute: 'rod-engaged', rule: 'rod-engaged', only: 'unit', ...if_ },
  { attribute: 'pedal-height', rule: 'pedal-height', only: 'vehicle', ...if_ },
  { attribute: 'clevis-pin', rule: 'length', tolerance: 0.15 },
];

const ROD_END: readonly CheckRow[] = [
  { attribute: 'rod-end', rule: 'choice', ...if_ },
  { attribute: 'rod-retention', rule: 'choice', ...if_ },
];

const ROOM: readonly CheckRow[] = [
  { attribute: 'reach-front', against: 'room-front', rule: 'at-most', ...if_ },
  { attribute: 'reach-left', against: 'room-left', rule: 'at-most', ...if_ },
  { attribute: 'reach-right', against: 'room-right', rule: 'at-most', ...if_ },
  { attribute: 'reach-up', against: 'room-up', rule: 'at-most', ...if_ },
];

const BULKHEAD: readonly CheckRow[] = [
  { attribute: 'stud-spacing', rule: 'length', tolerance: 0.5 },
  { attribute: 'stud-thread', rule: 'choice', ...if_ },
  { attribute: 'flange-thickness', against: 'stud-length', rule: 'stud-length', ...if_ },
  { attribute: 'reach-behind', against: 'room-behind', rule: 'at-most', ...if_ },
  ...ROOM,
  { attribute: 'torque', rule: 'torque', only: 'unit', tells: true },
];

/** Every joint that is checked and what it consists of. Tolerances are fitting practice for cast and pressed parts. */
// prettier-ignore
export const JOINTS: readonly JointRow[] = [
  {
    id: 'pedal', words: 'pedal to rod', place: 'up', kinds: ['brake-master', 'clutch-master'], booster: false,
    checks: [{ attribute: 'rod-kind', rule: 'choice' }, ...ROD],
  },
  { id: 'pedal', words: 'pedal to booster rod', place: 'up', kinds: ['booster'], checks: ROD },
  { id: 'rod', words: 'rod to unit', place: 'up', kinds: ['brake-master', 'clutch-master'], booster: false, checks: ROD_END },
  { id: 'rod', words: 'rod to booster', place: 'up', kinds: ['booster'], checks: ROD_END },
  {
    id: 'mount', words: 'unit to bulkhead', place: 'side', kinds: ['brake-master', 'clutch-master'], booster: false,
    checks: [
      { attribute: 'flange-angle', rule: 'angle', tolerance: 2 },
      { attribute: 'pilot', rule: 'spigot', tolerance: 0.5 },
      ...BULKHEAD,
    ],
  },
  { id: 'mount', words: 'booster to bulkhead', place: 'side', kinds: ['booster'], checks: BULKHEAD },
  {
    id: 'booster', words: 'booster to master', place: 'up', kinds: ['brake-master'], booster: true,
    checks: [
      { attribute: 'stud-spacing', rule: 'length', tolerance: 0.5 },
      { attribute: 'driving-side', rule: 'choice', asked: 'if-unit' },
      { attribute: 'pilot', rule: 'spigot', tolerance: 0.5 },
      { attribute: 'flange-thickness', against: 'stud-length', rule: 'stud-length', ...if_ },
      { attribute: 'seal-ring', rule: 'length', tolerance: 0.5, ...if_ },
      { attribute: 'recess-depth', against: 'booster-pin', rule: 'rod-gap' },
      { attribute: 'force-limit', against: 'output-force', rule: 'at-least', ...if_ },
      ...ROOM,
      { attribute: 'torque', rule: 'torque', only: 'unit', tells: true },
    ],
  },
  {
    id: 'master', words: 'booster to master', place: 'down', kinds: ['booster'],
    checks: [{ attribute: 'booster-pin', against: 'recess-depth', rule: 'rod-gap' }],
  },
  {
    id: 'supply', words: 'what drives the booster', place: 'side', kinds: ['booster'],
    checks: [
      { attribute: 'booster-supply', rule: 'choice' },
      { attribute: 'vacuum-hose', rule: 'length', tolerance: 1, ...if_ },
      { attribute: 'flow-wanted', against: 'pump-flow', rule: 'at-most', ...if_ },
      { attribute: 'pressure-wanted', against: 'relief-pressure', rule: 'at-most', ...if_ },
      { attribute: 'returns-wanted', against: 'pump-returns', rule: 'at-most', ...if_ },
      { attribute: 'pressure-thread', rule: 'thread', ...if_ },
      { attribute: 'pressure-end', rule: 'choice', ...if_ },
      { attribute: 'return-hose', rule: 'length', tolerance: 1, ...if_ },
      { attribute: 'assist-fluid', rule: 'assist-fluid', ...if_ },
    ],
  },
  { id: 'lines', words: 'master to lines', place: 'down', kinds: ['brake-master', 'clutch-master'], lines: true, checks: [] },
  {
    id: 'line', words: 'line to slave', place: 'up', kinds: ['slave'], lines: true,
    checks: [{ attribute: 'line-retention', rule: 'choice' }],
  },
  {
    id: 'line', words: 'line and hose to wheel unit', place: 'up', kinds: ['wheel-cylinder', 'caliper'], lines: true,
    checks: [{ attribute: 'hose-offset', against: 'hose-length', rule: 'hose', only: 'vehicle', ...if_ }, { attribute: 'tab', rule: 'tab', only: 'vehicle', ...if_ }],
  },
  {
    id: 'wheel', words: 'caliper, carrier, disc and wheel', place: 'side', kinds: ['caliper'],
    checks: [
      { attribute: 'disc', rule: 'length', tolerance: 1, ...if_ },
      { attribute: 'disc-thickness', rule: 'length', tolerance: 1, ...if_ },
      { attribute: 'carrier-spacing', rule: 'length', tolerance: 0.3, ...if_ },
      { attribute: 'offset', rule: 'length', tolerance: 0.5, ...if_ },
      { attribute: 'sweep', against: 'wheel-inside', rule: 'at-most', ...if_ },
      { attribute: 'overhang', against: 'spoke-room', rule: 'at-most', ...if_ },
    ],
  },
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
    id: 'travel', words: 'pedal travel to release travel', place: 'side', kinds: ['slave'],
    checks: [{ attribute: 'bore', against: 'pedal-travel', rule: 'clutch-travel', only: 'vehicle', ...if_ }],
  },
  {
    id: 'reservoir', words: 'reservoir', place: 'side', kinds: ['brake-master', 'clutch-master'],
    checks: [
      { attribute: 'reservoir', rule: 'reservoir' },
      { attribute: 'grommet-spacing', rule: 'length', tolerance: 0.5, ...if_ },
      { attribute: 'grommet-size', rule: 'length', tolerance: 0.3, ...if_ },
      { attribute: 'feed-hose', rule: 'length', tolerance: 0.5, ...if_ },
      { attribute: 'feed-nipple', against: 'clutch-feed', rule: 'feed-nipple', only: 'vehicle', ...if_ },
    ],
  },
  {
    id: 'sensor', words: 'sensors and switches', place: 'side', kinds: ['brake-master', 'clutch-master'],
    checks: [
      { attribute: 'sensor', rule: 'sensor' },
      { attribute: 'sensor-thread', rule: 'sensor-thread', only: 'unit', ...if_ },
      { attribute: 'level-sensor', rule: 'sensor', ...if_ },
      { attribute: 'brake-light-switch', rule: 'sensor', ...if_ },
      { attribute: 'cruise-switch', rule: 'sensor', ...if_ },
      { attribute: 'start-switch', rule: 'sensor', ...if_ },
    ],
  },
  {
    id: 'sensor', words: 'switches at the booster', place: 'side', kinds: ['booster'],
    checks: [
      { attribute: 'brake-light-switch', rule: 'sensor', ...if_ },
      { attribute: 'cruise-switch', rule: 'sensor', ...if_ },
    ],
  },
  {
    id: 'valve', words: 'valves', place: 'side', kinds: ['brake-master'],
    checks: [
      { attribute: 'valve-in-body', rule: 'valve', needs: 'unit', ...if_ },
      { attribute: 'valve-thread', rule: 'thread', ...if_ },
    ],
  },
  {
    id: 'feel', words: 'bore and fluid', place: 'side', kinds: ['brake-master', 'clutch-master', 'slave', 'wheel-cylinder', 'caliper'],
    checks: [
      { attribute: 'bore', rule: 'bore' },
      { attribute: 'seals', against: 'fluid', rule: 'seals' },
    ],
  },
];

/** What the unit of a neighbouring place brings to the joints of a place. */
export const NEIGHBOURS: readonly { readonly slot: string; readonly from: string; readonly attribute: AttributeName; readonly as: string }[] = [
  { slot: 'brake-master', from: 'booster', attribute: 'booster-pin', as: 'booster-pin' },
  { slot: 'brake-master', from: 'booster', attribute: 'pin-adjustable', as: 'pin-adjustable' },
  { slot: 'brake-master', from: 'booster', attribute: 'output-force', as: 'output-force' },
  { slot: 'booster', from: 'brake-master', attribute: 'recess-depth', as: 'recess-depth' },
  { slot: 'slave', from: 'clutch-master', attribute: 'bore', as: 'bore-of-master' },
];
