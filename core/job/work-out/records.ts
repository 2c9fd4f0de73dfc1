import type { Given } from '../bound.js';
import type { JOB_STATES, Request } from '../../find/ask/index.js';
import type { Assertion, Condition, Grade, Outcomes, Step } from '../../find/interchange/index.js';
import type { Identification } from '../../find/identify/index.js';
import type { BoxPresence, Fact, SourceKind } from '../../named/unit/index.js';
import type { ItemName } from '../../named/item/index.js';
import type { NotCurrent } from '../../list/parts-list/index.js';
import type { Quantity } from '../../base/units/index.js';
import type { Evidence } from '../../vehicle/reading/index.js';

/** The rows that a job is worked out from, as they are kept and sent. */

export interface JobRecord {
  readonly id: number;
  readonly asker: string;
  readonly request: Request;
  readonly complaints: readonly string[];
  readonly words: string;
  readonly vehicleId: string | null;
  readonly built: string | null;
  readonly options: readonly string[];
  readonly chassis?: string;
  readonly plate?: string;
  readonly fleet?: string;
  readonly slot: string | null;
  readonly state: (typeof JOB_STATES)[number];
  readonly openedBy: string;
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly version: number;
}

/** What can be written to a job. */
export const JOB_EVENTS = [
  'opened',
  'changed',
  'evidence',
  'evidence-withdrawn',
  'decided',
  'undecided',
  'line-edited',
  'line-added',
  'photograph',
  'photograph-marked',
  'photograph-withdrawn',
] as const;

/** Something that was decided, the newest version of it. `value` is null where it was undone. */
export interface DecisionRecord {
  readonly subject: string;
  readonly value: { readonly choice: string; readonly detail?: string } | null;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
  readonly version: number;
  /** What it was given for, where it ends with that. */
  readonly bound?: Given;
  /** What changed since it was given: it counts no longer, and can be given again. */
  readonly again?: string;
}

interface Withdrawn {
  readonly by: string;
  readonly at: string;
}

/** A piece of evidence as it is shown, with the reading itself. */
export interface EvidenceRecord {
  readonly view: {
    readonly id: number;
    readonly uid: string;
    readonly slot: string;
    readonly attribute: string;
    readonly position?: string;
    readonly words: string;
    readonly value: string;
    readonly kind: Evidence['kind'];
    readonly entered: Quantity | number | string;
    readonly instrument?: string;
    readonly sigma?: number;
    readonly instead?: string;
    readonly onVehicle: boolean;
    readonly by: string;
    readonly at: string;
    readonly withdrawn?: Withdrawn;
  };
  readonly item: Evidence;
}

export interface PhotographRecord {
  readonly id: number;
  readonly slot: string;
}

export interface VehicleRecord {
  readonly id: string;
  readonly maker: string;
  readonly name: string;
  readonly gearbox: string;
  readonly assistance: string;
}

/** A unit that the record gives to a place of a vehicle, in some months and with some option. */
export interface ChainEntry {
  readonly slot: string;
  readonly unitId: string;
  readonly unitName: string;
  readonly builtFrom: string | null;
  readonly builtTo: string | null;
  readonly option: string | null;
  readonly matedSet: string | null;
  /** Who lists it. */
  readonly sourceKind: SourceKind;
}

/** A fact of a part of the layout, in the months and with the option that it is recorded for. */
export interface PartFact {
  readonly part: string;
  readonly builtFrom: string;
  readonly builtTo: string;
  readonly option: string;
  readonly matedSet: string;
  /** Undefined for an attribute that this version does not know. */
  readonly fact?: Fact;
}

/** What has to come off before a place can be reached. */
export interface AccessRecord {
  readonly comesOff: string;
  readonly minutes: number | null;
  readonly breaks: string;
}

/** What a box is recorded to hold of one thing. */
export interface BoxRecord {
  readonly item: string;
  readonly presence: BoxPresence;
  readonly kind: ItemName | '';
  readonly quantity: number | null;
  readonly thread: string | null;
  readonly size: number | null;
}

/** What is known of getting a number now. */
export interface Supply {
  /** The lowest price of those who have some; where nobody says how many he has, of those who told one. */
  readonly price?: { readonly each: number; readonly supplier: string; readonly date: string };
  /** Everybody who told of it has none left; the number to order instead, where one is known to be on a shelf. */
  readonly soldOut?: { readonly next?: string };
  /** Its maker lists it no longer; the number that came in its place, where one is known. */
  readonly notCurrent?: NotCurrent;
}

/** How one unit is interchange of another, by names that people read. */
export interface InterchangeRecord {
  readonly unitId?: string;
  readonly grade: Grade;
  readonly disputed?: string;
  readonly conditions: readonly (Omit<Condition, 'kind'> & { readonly kind: string })[];
  readonly paths: readonly (readonly {
    readonly from: string;
    readonly to: string;
    readonly kind: Step['kind'];
    readonly review?: boolean;
    readonly outcomes?: Outcomes;
    readonly assertions: readonly {
      readonly source: string;
      readonly sourceKind: SourceKind;
      readonly date: Assertion['date'];
      readonly note?: string;
    }[];
  }[])[];
}

/** Which unit it is, by the evidence at a place. */
export interface IdentificationRecord extends Pick<Identification, 'verdict' | 'advice'> {
  readonly candidates: readonly {
    readonly unitId: string;
    readonly name: string;
    readonly maker: string;
    readonly probability: number;
    /** What was seen and is recorded so for it. */
    readonly agrees: readonly { readonly attribute: string }[];
  }[];
  /** Units that a mark which was read is recorded for. */
  readonly marks: Identification['marks'];
  readonly possible: Identification['possible'];
  readonly oddOneOut?: { readonly attribute: string; readonly position?: string };
  readonly nextChecks: readonly { readonly attribute: string; readonly words: string }[];
}
