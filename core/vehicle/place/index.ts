import type { AttributeName } from '../../named/attribute/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import type { ChainFact } from '../chain/index.js';

export {
  isPlaceState,
  PLACE_SIDES,
  PLACE_STATE_ROWS,
  PLACE_STATES,
  type PlaceSide,
  type PlaceState,
  placeStateRow,
  type PlaceStateRow,
} from './states.data.js';

/** Places of a vehicle where units sit, and the parts of a chain that stand there. */

export const SYSTEMS = ['brake', 'clutch'] as const;
export type System = (typeof SYSTEMS)[number];

/** Places of a vehicle as the record and a job name them. */
export type Slot = 'booster' | 'brake-master' | 'front-brake' | 'rear-brake' | 'clutch-master' | 'slave';

export interface SlotRow {
  readonly slot: string;
  readonly words: string;
  readonly system: System;
  readonly kinds: readonly UnitKind[];
}

/** Where a unit can sit, in the order of the chain. */
export const SLOTS: readonly SlotRow[] = [
  { slot: 'booster', words: 'booster', system: 'brake', kinds: ['booster'] },
  { slot: 'brake-master', words: 'master', system: 'brake', kinds: ['brake-master'] },
  { slot: 'front-brake', words: 'front wheel unit', system: 'brake', kinds: ['caliper', 'wheel-cylinder'] },
  { slot: 'rear-brake', words: 'rear wheel unit', system: 'brake', kinds: ['caliper', 'wheel-cylinder'] },
  { slot: 'clutch-master', words: 'clutch master', system: 'clutch', kinds: ['clutch-master'] },
  { slot: 'slave', words: 'slave', system: 'clutch', kinds: ['slave'] },
];

export const findSlot = (slot: string): SlotRow | undefined => SLOTS.find((row) => row.slot === slot);

/** The places of a unit in a chain: an axle has one on each side, a vehicle with one wheel there has one. */
const PARTS_OF: Readonly<Record<Slot, readonly string[]>> = {
  booster: ['booster'],
  'brake-master': ['master'],
  'front-brake': ['front-left', 'front-right', 'front'],
  'rear-brake': ['rear-left', 'rear-right', 'rear'],
  'clutch-master': ['clutch-master'],
  slave: ['slave'],
};
/** Every part that can stand at a place. */
export const partsOf = (slot: Slot): readonly string[] => PARTS_OF[slot];
/** The parts that stand at a place, by the parts of the vehicle's layout: one of a wheel alone, or one on each side. */
export function standingAt(slot: Slot, ofLayout: readonly string[]): readonly string[] {
  const [one, two] = [ofLayout.filter((id) => PARTS_OF[slot].includes(id)), PARTS_OF[slot].slice(0, 2)];
  return one.length > 0 ? one : two;
}
/** The slot that a part is a unit of; undefined for what is none. */
export const slotOfPart = (id: string): Slot | undefined => SLOTS_OF.get(id);
const SLOTS_OF = new Map(
  (Object.entries(PARTS_OF) as [Slot, readonly string[]][]).flatMap(([slot, ids]) =>
    ids.map((id) => [id, slot] as const),
  ),
);
/** The one part of a place that has one: not an axle. */
export const partOf = (slot: Exclude<Slot, 'front-brake' | 'rear-brake'>): string => PARTS_OF[slot][0] ?? slot;

/** Where a joint lies on the strip, seen from its unit. */
export const STRIP_PLACES = ['up', 'down', 'side'] as const;
export type StripPlace = (typeof STRIP_PLACES)[number];

/** What a conversion changes at a place: a value on the vehicle's side or on the new unit, or so much more of one. */
export interface Change {
  readonly face: 'vehicle' | 'unit';
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly to?: ChainFact['value'];
  readonly by?: number;
}
