import { lookup } from '../base/lookup/index.js';
import type { AttributeName } from '../named/attribute/index.js';
import { slotOfPart } from '../vehicle/place/index.js';

/** Where facts that the record keeps of a vehicle's place belong in its chain. */

/** What belongs to the studs and holes that a unit is bolted to. */
export const STUDS = [
  'stud-spacing',
  'stud-count',
  'stud-thread',
  'stud-length',
  'under-nut',
  'pilot',
  'flange-angle',
  'seal-ring',
  'driving-side',
  'plate',
] as const satisfies readonly AttributeName[];

/** What belongs to the pedal and what hangs on it. */
export const PEDAL = [
  'rod-length',
  'clevis-pin',
  'rod-kind',
  'rod-end',
  'rod-retention',
  'rod-adjust',
  'linkage',
  'pedal-height',
  'pedal-ratio',
  'pedal-travel',
  'free-travel',
] as const satisfies readonly AttributeName[];

/** What is free around a unit. */
export const ROOM = [
  'room-front',
  'room-left',
  'room-right',
  'room-up',
  'room-behind',
] as const satisfies readonly AttributeName[];

/** Plugs of the harness at a unit. */
export const PLUGS = ['sensor', 'level-sensor'] as const satisfies readonly AttributeName[];
/** Plugs at the pedal: a unit has them only where the one that comes off has. */
export const PEDAL_PLUGS = ['brake-light-switch', 'cruise-switch', 'start-switch'] as const satisfies readonly AttributeName[];

/** What drives a booster. */
export const SUPPLY = [
  'booster-supply',
  'pump-flow',
  'relief-pressure',
  'pump-returns',
  'pressure-thread',
  'pressure-end',
  'return-hose',
  'assist-fluid',
] as const satisfies readonly AttributeName[];

/** What the disc, the carrier and the wheel bring to a caliper. */
export const CARRIER = ['carrier-spacing', 'offset'] as const satisfies readonly AttributeName[];
export const DISC = ['disc', 'disc-thickness'] as const satisfies readonly AttributeName[];
export const WHEEL = ['wheel-inside', 'spoke-room', 'hub-bore', 'wheel-size'] as const satisfies readonly AttributeName[];

/** What the release fork wants of its slave. */
export const FORK = ['travel', 'foot', 'bleeder'] as const satisfies readonly AttributeName[];

/** What a booster's output side is to the master that sits on it. */
export const BOOSTER_FACE = [
  'stud-spacing',
  'stud-count',
  'stud-thread',
  'stud-length',
  'under-nut',
  'pilot',
  'seal-ring',
  'driving-side',
] as const satisfies readonly AttributeName[];
export const BOOSTER_PUSH = [
  'booster-pin',
  'pin-under-vacuum',
  'pin-adjustable',
  'pin-adjust',
  'output-force',
] as const satisfies readonly AttributeName[];

/** Facts of a line's end, by the port that it sits in. */
export const LINE_END = [
  'port-thread',
  'port-seat',
  'tube',
  'line-reaches',
] as const satisfies readonly AttributeName[];

/** What a flexible hose is, and what it needs. */
export const HOSE = ['hose-length', 'hose-lock', 'hose-droop', 'hose-bump', 'tab'] as const satisfies readonly AttributeName[];
/** What a master brings to the booster behind it. */
export const MASTER_PUSH = ['recess-depth', 'insert', 'force-limit', 'gap-limit'] as const satisfies readonly AttributeName[];

/** What a place reads of the unit in the next place, by that unit's part. */
const OF_NEXT: Readonly<Record<string, Readonly<Record<string, readonly AttributeName[]>>>> = {
  'brake-master': { booster: [...BOOSTER_FACE, ...BOOSTER_PUSH] },
  booster: { master: MASTER_PUSH },
};
/** Parts that are no unit and are read at one place, whichever joint asks of them. */
const READ_AT: Readonly<Record<string, string>> = { fork: 'slave', gearbox: 'slave' };
/** The place where a part that is no unit is read; undefined where that is the place of the joint. */
export const readAt = (part: string): string | undefined => lookup(READ_AT, part);

/** Whether a reading of the unit in the next place counts where it is taken at this one. */
export const readsOfNext = (slot: string, part: string, name: AttributeName): boolean =>
  slotOfPart(part) === slot || lookup(lookup(OF_NEXT, slot) ?? {}, part)?.includes(name) === true;

/**
 * The place of the unit that a reading is of: the pocket of a master is read at its booster too, the pin of a booster at
 * its master.
 */
export const placeOfReading = (slot: string, name: AttributeName): string =>
  slot === 'booster' && MASTER_PUSH.some((one) => one === name)
    ? 'brake-master'
    : slot === 'brake-master' && BOOSTER_PUSH.some((one) => one === name)
      ? 'booster'
      : slot;

/** What no unit has, but a neighbour of its place. */
const NEIGHBOURS: ReadonlySet<AttributeName> = new Set<AttributeName>([
  ...STUDS,
  ...PEDAL,
  ...ROOM,
  ...PLUGS,
  ...PEDAL_PLUGS,
  ...SUPPLY,
  ...LINE_END,
  ...CARRIER,
  ...DISC,
  ...WHEEL,
  ...FORK,
  ...BOOSTER_PUSH,
  ...HOSE,
  'hose-outside',
  'line-valve',
  'master-stands',
  'clutch-feed',
  'fluid',
  'tube',
  'plate',
]);
/** What is measured on the vehicle whichever part it is asked of: no unit has it. */
const OF_THE_VEHICLE: ReadonlySet<AttributeName> = new Set<AttributeName>([
  ...ROOM,
  ...WHEEL,
  ...HOSE,
  'hose-outside',
  'stud-length',
  'under-nut',
  'linkage',
  'pedal-height',
  'pedal-ratio',
  'pedal-travel',
  'free-travel',
  'pump-flow',
  'relief-pressure',
  'pump-returns',
  'vacuum-source',
  'line-valve',
  'master-stands',
  'clutch-feed',
  'fluid',
  'plate',
]);
export const isOfTheVehicle = (name: AttributeName): boolean => OF_THE_VEHICLE.has(name);

/** Whether a reading at a place says nothing of its unit: what a fork wants is less than its slave can do. */
export const isOfForkAlone = (name: AttributeName): boolean => name === 'travel';

/**
 * Whether a reading at a place is of what a unit meets there: what is not is of the unit itself, as a booster's pin is
 * at the booster and not at the master.
 */
export const isOfNeighbour = (name: AttributeName, slot: string): boolean =>
  NEIGHBOURS.has(name) && !(slot === 'booster' && BOOSTER_PUSH.some((own) => own === name));
