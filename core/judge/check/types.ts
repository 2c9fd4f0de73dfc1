import type { FourState } from '../../base/state/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import type {
  EditedChain,
  Face,
  Joint,
  Known,
  Part,
  Rests,
  FaceRef,
  LineOf,
  Value,
} from '../../vehicle/chain/index.js';
import type { CheckCode, CheckRow } from './checks.data.js';
import type { Fix } from './fix.js';

/** Must be known before ordering; seen when the new part is there; only tells something. */
export const RANKS = ['must', 'receive', 'tells'] as const;
export type Rank = (typeof RANKS)[number];

/** How something that is not known can be answered. */
export const ANSWERS = ['measure', 'look', 'ask', 'decide'] as const;
export interface Answer {
  readonly how: (typeof ANSWERS)[number];
  readonly part: string;
  readonly attribute?: AttributeName;
  readonly position?: string;
  readonly tool?: string;
  /** The line that the part is, where it is one of a unit's. */
  readonly line?: LineOf;
}

export type Figures = Readonly<Record<string, number | string | boolean | null>>;

/** What a rule leans on and does not know: an attribute of a face. */
export interface Want {
  readonly face: Face;
  readonly attribute: AttributeName;
}

/** What a rule says: a state with the values that it comes from. No prose: sentences are made in words/. */
export interface Finding {
  readonly state: FourState;
  readonly values: Figures;
  readonly rests: Rests;
  readonly wants?: readonly Want[];
  /** Decided only as far as the readings go: read again with a finer instrument. */
  readonly coarse?: true;
  /** Readings of one of its values contradict each other: what was read. */
  readonly disputed?: readonly Value[];
  /** What is known does not go together; only a part that nobody looked at, an adjuster, could still save it. */
  readonly beyond?: true;
}

export interface Check extends Finding {
  readonly code: CheckCode;
  readonly rank: Rank;
  /** Its source was asked and did not say: it is looked at when the part is there. */
  readonly unanswered?: true;
  readonly answers: readonly Answer[];
  readonly fixes: readonly Fix[];
}

/** A joint that an edit made or opened, with its checks. */
export interface JudgedJoint {
  readonly id: string;
  readonly between: readonly [FaceRef, FaceRef];
  /** The line that it is a joint of, where it is one of a unit's. */
  readonly line?: LineOf;
  readonly is: 'new' | 'opened';
  readonly state: FourState;
  readonly checks: readonly Check[];
}

/** What a part is on one side of a production change. */
export interface Variant {
  readonly part: string;
  readonly set: string;
  readonly facts: Part['facts'];
}

/** A chain now and then, as rules see it. */
export interface View {
  readonly now: ReadonlyMap<string, Part>;
  readonly nowJoints: ReadonlyMap<string, Joint>;
  /** Joints of lines and hoses now, by each of their faces. */
  readonly nowPorts: ReadonlyMap<string, Joint>;
  readonly then: EditedChain;
  /** Joints then, by the parts that they join. */
  readonly jointsOf: ReadonlyMap<string, readonly Joint[]>;
  readonly parts: ReadonlyMap<string, Part>;
  readonly joints: ReadonlyMap<string, Joint>;
  readonly settings: Settings;
  readonly variants: readonly Variant[];
  /** Questions that were asked of a named source without an answer: "part attribute position". */
  readonly unanswered: ReadonlySet<string>;
  /** What has to be answered although nobody recorded it, "part attribute": a conversion asks for it. */
  readonly asks: ReadonlySet<string>;
}

/** What a rule is given: both faces in the order of the joint's roles, and what is known of its two attributes. */
export interface Case {
  readonly row: CheckRow;
  readonly joint: Joint;
  readonly a: Face;
  readonly b: Face;
  readonly va: Known | undefined;
  readonly vb: Known | undefined;
  readonly view: View;
}
