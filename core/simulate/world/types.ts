import type { AttributeName } from '../../named/attribute/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import type { Value } from '../../vehicle/chain/index.js';
import type { Slot } from '../../vehicle/place/index.js';
import type { TrueLayout } from './layouts.js';

/** A fact that is true, whoever recorded it. */
export interface TrueFact {
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly value: Value;
}

/** What lies in the box of a unit, or is said not to. */
export interface TrueBox {
  readonly item: 'bench-bleed' | 'booster-seal';
  readonly quantity: number;
  readonly thread?: string;
}

/** A unit as it really is. */
export interface TrueUnit {
  readonly id: string;
  readonly kind: UnitKind;
  readonly maker: string;
  readonly name: string;
  /** The number that it is ordered under today. */
  readonly number: string;
  /** The number that it was ordered under before. */
  readonly formerly?: string;
  readonly facts: readonly TrueFact[];
  readonly box: readonly TrueBox[];
  /** In what it differs from the unit of its family; nothing where it is as good as that one. */
  readonly differs?: AttributeName;
}

/** A seal kit, and the unit that it was made for. */
export interface TrueKit {
  readonly id: string;
  readonly unit: string;
  readonly boreMm: number;
}

/** A place of a vehicle as it really is: the unit in it, and what the vehicle offers to a unit there. */
export interface TruePlace {
  readonly slot: Slot;
  readonly kind: UnitKind;
  /** The unit that is really in it; the record may name another. */
  readonly unit: string;
  readonly recorded: string;
  /** What was made to take another unit than the record names. */
  readonly altered?: AttributeName;
  /** What a unit meets there. */
  readonly side: readonly TrueFact[];
  /** The same as it left the works: what a parts book can know. */
  readonly works: readonly TrueFact[];
}

/** What the book names at a place where it names more than one unit. */
export interface Entry {
  readonly slot: Slot;
  readonly unit: string;
  readonly builtFrom?: string;
  readonly builtTo?: string;
  readonly option?: string;
}

/** A vehicle as a conversion leaves it: what it then offers at the places that change, and the units made for them. */
export interface TrueConverted {
  readonly id: string;
  readonly layout: TrueLayout;
  readonly places: readonly TruePlace[];
}

/** A vehicle as it really is. */
export interface TrueVehicle {
  readonly id: string;
  readonly layout: TrueLayout;
  readonly clutch: 'clutch' | 'clutch-shared' | 'clutch-concentric' | undefined;
  readonly built: string;
  /** Option codes on its plate. */
  readonly options: readonly string[];
  readonly places: readonly TruePlace[];
  readonly book: readonly Entry[];
  /** Conversions that make sense on it. */
  readonly conversions: readonly TrueConverted[];
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

/** What a seller offers for a place of a vehicle: a larger unit, or the unit of a conversion. */
export interface Offer {
  readonly vehicle: string;
  readonly slot: Slot;
  readonly purpose: string;
  readonly unit: string;
}

/** A row of a table of the catalogue, as its file has it. */
export type TableRow = Readonly<Record<string, string>>;

/** A workshop with everything that is true in it, and what its catalogue has of it. */
export interface World {
  readonly seed: string;
  readonly arm: Arm;
  readonly quality: Quality;
  readonly units: ReadonlyMap<string, TrueUnit>;
  readonly kits: readonly TrueKit[];
  readonly vehicles: readonly TrueVehicle[];
  /** Facts that nobody recorded, by `holeOf`. */
  readonly holes: ReadonlySet<string>;
  /** Units of which something else was recorded than is so, with what was recorded. */
  readonly miscopied: ReadonlyMap<string, readonly TrueFact[]>;
  /** What lists say of units for each other. */
  readonly listed: readonly Listed[];
  readonly offers: readonly Offer[];
  /** What the catalogue says that is not so, in words, by the unit or kit that it is about. */
  readonly lies: ReadonlyMap<string, string>;
}

/** The name of a fact of a unit, or of a place of a vehicle: "0pa port-thread front-left". */
export const holeOf = (whose: string, { attribute, position }: Omit<TrueFact, 'value'>): string =>
  [whose, attribute, ...(position === undefined ? [] : [position])].join(' ');

export const fact = (attribute: AttributeName, value: Value, position?: string): TrueFact => ({
  attribute,
  value,
  ...(position === undefined ? {} : { position }),
});
