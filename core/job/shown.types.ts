import type { FourState } from '../base/state/index.js';
import type { Skill } from '../judge/check/index.js';
import type { ProposedLine } from '../list/parts-list/index.js';
import type { AttributeName } from '../named/attribute/index.js';
import type { LineOf } from '../vehicle/chain/index.js';
import type { StripPlace } from '../vehicle/place/index.js';
import type { Origin } from '../vehicle/reading/index.js';
import type { ShownFaces } from './drawn.js';

/** What the stages show of joints. */

/** What to measure, where to look, and the bench line that records it. */
export interface Measure {
  /** The place that the entry belongs to, where its part is: not always the one whose joint it turns. */
  readonly slot: string;
  /** On the vehicle as it is, or on the new unit of that place. */
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
  /** It was asked and could not be had: once more in another way, when nothing else is left. */
  readonly again?: true;
}

/** A fix as it is offered and taken: accepting it changes the chain, which is judged again. */
export interface ShownFix {
  /** Within its place: "reflare@front-left". */
  readonly key: string;
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
  readonly partsList: readonly ProposedLine[];
  /** What the joints come to with it. */
  readonly after?: {
    readonly state: FourState;
    readonly sentence: string;
    readonly opens: readonly string[];
    /** What the joint is drawn from with it; absent where it is no longer there. */
    readonly drawn?: ShownFaces;
  };
}

export interface ShownCheck {
  readonly id: string;
  readonly words: string;
  /** What the vehicle has, in words; undefined when not known. */
  readonly vehicle?: string;
  readonly vehicleOrigin?: Origin;
  /** What the unit has, in words; undefined when not known. */
  readonly unit?: string;
  readonly rule: string;
  /** The attributes that it compares, of the face with the first role and of the other. */
  readonly about?: readonly [AttributeName, AttributeName];
  readonly state: FourState;
  readonly sentence: string;
  /** The arithmetic with its values in it. */
  readonly working?: string;
  /** How to find out, when the state is "not known": every value that is missing. */
  readonly measures: readonly Measure[];
  readonly fixes: readonly ShownFix[];
  /** Lines that this check puts on the parts list as it stands. */
  readonly partsList: readonly ProposedLine[];
  /** It says something that whoever fits the unit wants to know, and decides nothing. */
  readonly tells?: true;
  /** The place whose unit it is about, where that is another than the joint's. */
  readonly of?: string;
  /** Somebody decides it: another design is wanted. */
  readonly decides?: 'wanted';
}

export interface ShownJoint {
  readonly id: string;
  readonly slot: string;
  /** The other place that is worked on, where it is between the units of two. */
  readonly with?: string;
  readonly words: string;
  readonly place: StripPlace;
  readonly state: FourState;
  readonly checks: readonly ShownCheck[];
  /** The line that it is a joint of. */
  readonly line?: LineOf;
  /** What it is drawn from; absent where there is nothing to draw. */
  readonly drawn?: ShownFaces;
}
