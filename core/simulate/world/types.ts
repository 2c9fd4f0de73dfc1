import type { AttributeName } from '../../named/attribute/index.js';
import type { Chain, Value } from '../../vehicle/chain/index.js';

/** A fact that is true, whoever recorded it. */
export interface TrueFact {
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly value: Value;
}

/** A unit as it really is. */
export interface TrueUnit {
  readonly id: string;
  readonly maker: string;
  readonly name: string;
  readonly number: string;
  readonly facts: readonly TrueFact[];
  /** In what it differs from the unit of its family; nothing where it is as good as that one. */
  readonly differs?: AttributeName;
}

/** A vehicle as it really is: the unit on it, what it offers to a unit at that place, and how its fluid runs. */
export interface TrueVehicle {
  readonly id: string;
  readonly layout: 'one-circuit' | 'front-rear-unboosted' | 'front-rear-block';
  readonly built: string;
  /** The unit that is really on it; the record may name another. */
  readonly unit: string;
  readonly recorded: string;
  /** What was made to take another unit than the record names. */
  readonly altered?: AttributeName;
  /** What of the vehicle a master meets: pedal or booster, studs, lines. */
  readonly side: readonly TrueFact[];
  /** The same as it left the works: what a parts book can know. */
  readonly works: readonly TrueFact[];
}

/** How well a catalogue is kept: the chance that an attribute of a unit, or of a vehicle, was never recorded. */
export interface Quality {
  readonly name: 'kept' | 'patchy' | 'poor';
  readonly holes: number;
}

export const ARMS = ['honest', 'lies'] as const;
export type Arm = (typeof ARMS)[number];

/** What a list says of two units. */
export interface Listed {
  readonly from: string;
  readonly to: string;
  readonly kind: 'drop-in' | 'does-not-fit';
}

/** A row of a table of the catalogue, as its file has it. */
export type TableRow = Readonly<Record<string, string>>;

/** A workshop with everything that is true in it, and the catalogue that it works from. */
export interface World {
  readonly seed: string;
  readonly arm: Arm;
  readonly quality: Quality;
  readonly units: ReadonlyMap<string, TrueUnit>;
  readonly vehicles: readonly TrueVehicle[];
  /** Tables of the catalogue by their file. */
  readonly tables: Readonly<Record<string, readonly TableRow[]>>;
  /** What lists say of units for each other. */
  readonly listed: readonly Listed[];
  /** What the catalogue says that is not so, in words, by the unit that it is about. */
  readonly lies: ReadonlyMap<string, string>;
}

export type { Chain };
