import type { Refusal } from '../judge/joint/index.js';
import type { Listing, Override } from '../judge/verdict/index.js';
import type { AttributeName } from '../named/attribute/index.js';
import type { Settings } from '../named/settings/index.js';
import type { UnitDesign, UnitKind } from '../named/unit/index.js';
import type { BoxItem, ChainFact, PartKind, Value } from '../vehicle/chain/index.js';
import type { LayoutName } from '../vehicle/layout/index.js';
import type { Change, PlaceSide, PlaceState, Slot } from '../vehicle/place/index.js';

/** One place of a vehicle in a job: what is recorded and was read there, what was identified and what was chosen. */
export interface JobPlace {
  readonly slot: Slot;
  readonly kind: UnitKind;
  /** What is on the vehicle, where it is known. */
  readonly old?: UnitDesign;
  /** What goes in; undefined for a place that nobody works on. */
  readonly chosen?: UnitDesign;
  /** What the record says of the vehicle at this place. */
  readonly recorded: readonly ChainFact[];
  /** What was read on the vehicle at this place in this job. */
  readonly read: readonly ChainFact[];
  /** Sides of a production change: of what is there, and of what goes in. */
  readonly oldSet?: string;
  readonly chosenSet?: string;
  readonly box?: readonly BoxItem[];
  /** Somebody confirmed that another design is wanted. */
  readonly wanted: boolean;
  /** What becomes of the place, and of one side of it where that is something else. */
  readonly state?: PlaceState;
  readonly sides?: Readonly<Partial<Record<PlaceSide, PlaceState>>>;
  /** The unit stays and gets new seals: it comes off, its reservoir is lifted. */
  readonly resealed?: true;
  /** Units beside which the record lists the chosen one. */
  readonly beside: readonly string[];
  /** The conversion that it belongs to. */
  readonly conversion?: string;
  /** What the conversion changes: on the vehicle's side of the place, or on the new unit. */
  readonly changes: readonly Change[];
  /**
   * The vehicle has no such place now: a conversion brings it. What is recorded here is of the sister vehicle that has
   * one.
   */
  /** Another unit sits there than the record names: what it met may have been made to take it. */
  readonly other?: true;
  readonly absent?: true;
  /** What the conversion wants answered here. */
  readonly asks: readonly AttributeName[];
  /** What the conversion wants the new unit to be. */
  readonly role?: readonly { readonly attribute: AttributeName; readonly is: readonly Value[] }[];
}

/** A part of a vehicle's layout as it is recorded: a line with both its ends, a hose, a block, a modulator. */
export interface NetworkPart {
  /** Its name in the layout: "rear-line". */
  readonly part: string;
  /** Which side of a production change it comes from; "not-known" where several apply. */
  readonly set?: string;
  readonly facts: readonly ChainFact[];
  /** What it is on each side of the change, where several are recorded. */
  readonly sides?: readonly { readonly set: string; readonly facts: readonly ChainFact[] }[];
}

/** Everything that a job is judged by, as rows. */
export interface JobRows {
  readonly places: readonly JobPlace[];
  /** How the systems of the vehicle are laid out, where it is recorded. */
  readonly layouts?: { readonly brake?: LayoutName; readonly clutch?: LayoutName };
  /** What is recorded of lines, hoses, blocks and modulators, by their names in the layout. */
  readonly network?: readonly NetworkPart[];
  /** How systems are laid out afterwards that the vehicle does not have now. */
  readonly layoutsThen?: { readonly clutch: LayoutName };
  /** Parts that the conversion brings new and that are no units. */
  readonly brings?: readonly { readonly kind: PartKind; readonly part: string }[];
  /** The conversion gives each axle a circuit of its own. */
  readonly splits?: boolean;
  /** What is recorded of the pedal, for every place. */
  readonly pedal: readonly ChainFact[];
  /** What drives the booster of the vehicle, by its record as a whole. */
  readonly assistance?: 'vacuum' | 'pump';
  /** The vehicle has a booster that no place names. */
  readonly booster: boolean;
  readonly listed: readonly Listing[];
  readonly refused: readonly Refusal[];
  readonly overrides: readonly Override[];
  readonly unanswered: readonly { readonly part: string; readonly attribute: string; readonly position?: string }[];
  readonly settings: Settings;
}
