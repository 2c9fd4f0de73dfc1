import type { FourState } from '../../base/state/index.js';
import type { Quantity } from '../../base/units/index.js';
import type { Found } from '../../find/ask/index.js';
import type { Split, UnitIs } from '../../find/identify/index.js';
import type { JudgedItem, VerdictGrade } from '../../judge/verdict/index.js';
import type { OrderSum, PartsListLine } from '../../list/parts-list/index.js';
import type { SourceKind, UnitKind } from '../../named/unit/index.js';
import type { Chain as StripView } from '../../tell/strip/index.js';
import type { PlaceSide, PlaceState, System } from '../../vehicle/place/index.js';
import type { WorkStep } from '../../work/work-card/index.js';
import type { FeelSheet } from '../feel.js';
import type { Measurement } from '../measurements.js';
import type { Measure, ShownJoint } from '../shown.types.js';
import type { WholePart } from '../whole.js';
import type {
  DecisionRecord,
  EvidenceRecord,
  IdentificationRecord,
  JobRecord,
  PhotographRecord,
  VehicleRecord,
} from './records.js';

/** A job with everything that is worked out for it. */

/** Stages of a job where something is done next. */
export const NEXT_STAGES = ['ask', 'identify', 'interchange', 'joints', 'kit', 'plan', 'look', 'card'] as const;
export type NextStage = (typeof NEXT_STAGES)[number];

/** What is done there. */
export const NEXT_ACTS = [
  'say-what',
  'print',
  'close',
  'confirm-unit',
  'check',
  'read-again',
  'dispute',
  'identify',
  'choose',
  'confirm-wanted',
  'fix',
  'measure',
  'kit',
  'fluid',
  'reason',
  'look',
  'order',
] as const;

/** Where something is done: a stage, and in it a place, a joint or a fact. */
export interface NextTarget {
  readonly stage: NextStage;
  readonly place?: string;
  /** A joint as the stages name it, with its place: "brake-master/push". */
  readonly joint?: string;
  readonly fact?: string;
  /** Another place whose unit may be another instead. */
  readonly or?: string;
  /** Where the fact is entered, where that is another place than the joint's. */
  readonly at?: string;
}

/** The one thing to do next in a job: what it is called, what it is, and where it is done. */
export interface NextAct {
  readonly words: string;
  readonly act: (typeof NEXT_ACTS)[number];
  readonly target: NextTarget;
}

/** A unit by the names that people read. */
export interface UnitRef {
  readonly unitId: string;
  readonly name: string;
  readonly maker: string;
  readonly number?: string;
  readonly bore?: string;
}

/** A port of a unit with what its line's nut takes. */
export interface LinePort {
  readonly position: string;
  readonly thread?: string;
  readonly seat?: string;
  readonly seatForm?: string;
  readonly nutForm?: string;
  readonly feeds?: string;
  readonly tubes: readonly string[];
  readonly hex?: string;
  readonly torque?: { readonly least: Quantity; readonly most: Quantity; readonly source: string };
  readonly bleedBy?: string;
  readonly plugBy?: string;
  readonly form?: string;
}

/** A kit as the stages show it. */
export interface KitView {
  readonly id: string;
  readonly name: string;
  readonly number?: string;
  readonly state: FourState;
  readonly sentence: string;
  readonly contents: readonly string[];
  readonly chosen: boolean;
  /** Its maker is asked by unit and date. */
  readonly asks: boolean;
}

interface FluidGrade {
  readonly grade: string;
  readonly state: FourState;
  readonly sentence: string;
}
/** The fluid of a system: what the cap names, what was chosen, and whether the seals survive it. */
export interface FluidView {
  readonly system: System;
  readonly subject: string;
  readonly cap?: string;
  readonly capOrigin?: string;
  readonly seals: readonly string[];
  readonly chosen?: string;
  /** The conversion brings the system: it has no cap yet. */
  readonly brought?: true;
  readonly conflict?: string;
  readonly state: FourState;
  readonly sentence: string;
  readonly grades: readonly FluidGrade[];
}

/** Readings of one thing that contradict each other: one of them has to be taken back. */
export interface Dispute {
  readonly attribute: string;
  readonly words: string;
  readonly readings: readonly {
    readonly id: number;
    readonly value: string;
    readonly by: string;
    readonly at: string;
  }[];
}

/** One place of a job with everything worked out for it. */
export interface SlotWork {
  readonly slot: string;
  readonly words: string;
  readonly kind: UnitKind;
  readonly evidence: readonly EvidenceRecord['view'][];
  readonly photographs: readonly PhotographRecord[];
  readonly identification: IdentificationRecord;
  readonly unitIs: UnitIs;
  /** The vehicle has no such place: the conversion brings it. */
  readonly brought?: true;
  /** What somebody said becomes of the place, and whether that leaves it without a unit to choose. */
  readonly state?: PlaceState;
  readonly sides?: Readonly<Partial<Record<PlaceSide, PlaceState>>>;
  readonly left?: true;
  readonly split?: Split;
  readonly old?: UnitRef;
  readonly oldBy?: string;
  readonly chosen?: UnitRef;
  readonly disputes: readonly Dispute[];
  /** A reading that is taken once more before anything is decided by it. */
  readonly readAgain?: Measure;
  readonly joints: readonly Omit<ShownJoint, 'slot'>[];
  readonly ports: readonly LinePort[];
  readonly kits: readonly KitView[];
  /** The bore that has to be measured before its kit is ordered. */
  readonly kitBore?: Measure;
  readonly resealed: boolean;
}

/** Something that stays and is looked at while it is open. */
export interface LookView {
  readonly subject: string;
  readonly words: string;
  readonly count: number;
  readonly how: string;
  readonly minutes: number;
  readonly answers: readonly { readonly id: string; readonly words: string }[];
  readonly answer?: string;
  readonly finding?: string;
}

/** One reason of a verdict. `joint` is where it stands in the stages: "brake-master/push". */
export interface VerdictLine {
  readonly key: string;
  readonly words: string;
  readonly sentence?: string;
  readonly joint?: string;
  readonly part?: string;
}

/** How sure an order is, and every reason. */
export interface Safety {
  readonly safe: boolean;
  readonly sentence: string;
  readonly grade: VerdictGrade;
  readonly nothing?: string;
  readonly mayOrder: boolean;
  readonly blockers: readonly VerdictLine[];
  readonly onListing: readonly (VerdictLine & { readonly by: SourceKind })[];
  readonly receive: readonly VerdictLine[];
  /** What the new parts are compared by with the old ones before anything comes off. */
  readonly compare: readonly { readonly key: string; readonly words: string }[];
  readonly notes: readonly string[];
  readonly overridden: readonly { readonly joint: string; readonly person: string; readonly reason: string }[];
  /** What had to be judged, and what came of each. */
  readonly judged: readonly JudgedItem[];
}

/** A cause that looks like a bad unit, with what was found of it. */
interface RuleOut {
  readonly subject: string;
  readonly cause: string;
  readonly check: string;
  readonly minutes: number;
  readonly then: string;
  readonly turned?: true;
  readonly found?: Found;
  readonly detail?: string;
}

export interface Workspace {
  readonly job: JobRecord;
  readonly vehicle?: VehicleRecord;
  readonly reading?: {
    readonly sentences: readonly string[];
    readonly suspects: readonly UnitKind[];
    readonly ruleOutFirst: readonly RuleOut[];
  };
  readonly chain: StripView & { readonly parts: readonly WholePart[] };
  readonly feel: FeelSheet;
  readonly work: readonly SlotWork[];
  readonly fluids: readonly FluidView[];
  readonly decisions: readonly DecisionRecord[];
  readonly partsList: readonly PartsListLine[];
  readonly looks: readonly LookView[];
  readonly sum: OrderSum;
  readonly safety: Safety;
  readonly measurements: readonly Measurement[];
  /** The conversions that the job is planned by, each with the decision that it rests on. */
  readonly conversions: readonly {
    readonly subject: string;
    readonly id: string;
    readonly words: string;
    readonly applies: string;
    readonly because: readonly string[];
    readonly choices: Readonly<Record<string, string>>;
  }[];
  readonly workCard: readonly WorkStep[];
  readonly cautions: readonly string[];
  /** What is done next. */
  readonly next: NextAct | null;
  /** What went wrong in working it out, where something did. */
  readonly trouble?: Trouble;
}

/** A job that could not be worked out: it opens all the same. */
export interface Trouble {
  readonly sentence: string;
  /** The number under which the log has it. */
  readonly number: string;
  /** The decision that was taken last, which may be undone. */
  readonly subject?: string;
}
