import type { AttributeName } from '../attribute/index.js';
import type { BoxItem, ChainFact } from '../chain/index.js';
import type { Change } from '../fit/types.js';
import type { Refusal } from '../joint/index.js';
import type { Listing, Override } from '../verdict/index.js';
import type { Practice } from '../practice/index.js';
import type { UnitDesign, UnitKind } from '../unit/index.js';

/** Places of a vehicle as the record and a job name them. */
export type Slot = 'booster' | 'brake-master' | 'front-brake' | 'rear-brake' | 'clutch-master' | 'slave';

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
  /** Units beside which the record lists the chosen one. */
  readonly beside: readonly string[];
  /** The conversion that it belongs to. */
  readonly conversion?: string;
  /** What accepted fixes and the conversion change: on the vehicle's side of the place, or on the new unit. */
  readonly changes: readonly Change[];
  /** What the conversion wants answered here. */
  readonly asks: readonly AttributeName[];
}

/** Everything that a job is judged by, as rows. */
export interface JobRows {
  readonly places: readonly JobPlace[];
  /** What is recorded of the pedal, for every place. */
  readonly pedal: readonly ChainFact[];
  /** The vehicle has a booster, whether or not it is known which. */
  readonly booster: boolean;
  readonly listed: readonly Listing[];
  readonly refused: readonly Refusal[];
  readonly overrides: readonly Override[];
  readonly unanswered: readonly { readonly part: string; readonly attribute: string; readonly position?: string }[];
  readonly practice: Practice;
}
