import type { AttributeName } from '../attribute/index.js';
import type { SlipProposal } from '../slip/types.js';
import type { Fact, UnitKind } from '../unit/index.js';
import type { FourState } from './state.js';

export type Value = number | string | null;

/** How a value came to be known. `neighbour`: the unit in the next place has it; `planned`: a conversion brings it. */
export type Origin = 'measured' | 'vehicle-record' | 'old-unit' | 'unit-record' | 'neighbour' | 'planned';

/** A value on one side of a joint, and how it came to be known. */
export interface KnownValue {
  readonly value: Value;
  /** What the reading or the making leaves open, ± in the value's unit. */
  readonly tolerance?: number;
  readonly origin: Origin;
  readonly source?: string;
  /** The remedy that made it what it is. */
  readonly changedBy?: string;
}

/** One side of the joints of a place, by attribute and position ("port-thread@rear-left"). A key that is not there is not known. */
export type VehicleSide = ReadonlyMap<string, KnownValue>;

/** Both sides of the joints of a place: the vehicle's and the unit's. */
export interface Sides {
  readonly vehicle: VehicleSide;
  readonly unit: VehicleSide;
}

/** What a remedy does to a joint: sets a value, or adds to one. `key` as in a side. */
export interface Change {
  readonly face: 'vehicle' | 'unit';
  readonly key: string;
  readonly to?: Value;
  readonly by?: number;
}

/** Who may do it. Each stands for waiting that a setting puts a figure on. */
export type Skill = 'ordinary' | 'machinist' | 'licensed welder' | 'engineer’s approval';

/** A way out of a mismatch. Accepting it changes the joint, which is checked again. */
export interface Remedy {
  readonly key: string;
  /** The row of the table of remedies. */
  readonly row: string;
  readonly words: string;
  /** Least intrusive first. */
  readonly order: number;
  readonly minutes: number;
  readonly skill: Skill;
  readonly tools: readonly string[];
  readonly operations: readonly string[];
  /** What could go wrong. */
  readonly risk: string;
  readonly accepted: boolean;
  readonly slip: readonly SlipProposal[];
  readonly changes: readonly Change[];
  /** What the joints come to with it: filled in where remedies are compared. */
  readonly after?: { readonly state: FourState; readonly sentence: string; readonly opens: readonly string[] };
}

/** What to measure, on which side of the joint, where to look, and the bench line that records it. */
export interface Measure {
  readonly side: 'vehicle' | 'unit';
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly what: string;
  readonly where: string;
  readonly line: string;
  /** Nothing has to come off for it. */
  readonly onVehicle: boolean;
  /** What has to come off first. */
  readonly off?: string;
  readonly tool?: string;
  readonly minutes: number;
}

export interface Check {
  readonly id: string;
  readonly words: string;
  /** What the vehicle has, in words; undefined when not known. */
  readonly vehicle?: string;
  readonly vehicleOrigin?: Origin;
  /** What the unit has, in words; undefined when not known. */
  readonly unit?: string;
  readonly rule: string;
  readonly state: FourState;
  readonly sentence: string;
  /** The arithmetic with its values in it. */
  readonly working?: string;
  /** How to find out, when the state is "not known": every value that is missing. */
  readonly measures: readonly Measure[];
  readonly remedies: readonly Remedy[];
  /** Lines that this check puts on the slip as it stands. */
  readonly slip: readonly SlipProposal[];
  /** It says something that whoever fits the unit wants to know, and decides nothing. */
  readonly tells?: true;
  /** Somebody decides it: another design is wanted. */
  readonly decides?: 'wanted';
}

/** Where the joint lies on the chain, seen from the unit. */
export type Place = 'up' | 'down' | 'side';

export interface Joint {
  readonly id: string;
  readonly words: string;
  readonly place: Place;
  readonly state: FourState;
  readonly checks: readonly Check[];
  /** Checks that were not asked, because neither side has anything on record about them. */
  readonly silent: readonly string[];
}

/** One place of a chain: what the vehicle has there and the unit that will be in it. */
export interface FitLink {
  readonly slot: string;
  readonly kind: UnitKind;
  /** The facts of the unit that will be there; undefined when none is chosen and the old one is not known. */
  readonly unit?: readonly Fact[];
  readonly vehicle: VehicleSide;
  /** Another unit goes in, or this one is gone over: its joints are checked. */
  readonly worked: boolean;
  /** The very unit that comes off, under whatever number: what neither side records is then as it was. */
  readonly sameAsOld: boolean;
  /** Attributes that must be answered here, also when nothing is recorded about them. */
  readonly asks: readonly AttributeName[];
}

/** The whole chain as one value: every place with both sides of its joints. */
export interface FitChain {
  readonly system: 'brake' | 'clutch';
  readonly links: readonly FitLink[];
}
