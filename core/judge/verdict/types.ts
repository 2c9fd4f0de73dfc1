import type { FourState } from '../../base/state/index.js';
import type { Settings } from '../../named/settings/index.js';
import type { SourceKind } from '../../named/unit/index.js';
import type { Chain, Edit } from '../../vehicle/chain/index.js';
import type { CheckCode, JudgedJoint, Variant, View } from '../check/index.js';
import type { Asked, LineFeed, Refusal } from '../joint/index.js';

/** How sure an order is. */
export const VERDICT_GRADES = ['safe', 'on-listing', 'not-safe'] as const;
export type VerdictGrade = (typeof VERDICT_GRADES)[number];

/** Somebody lists a unit for this vehicle, month and option, or instead of the very unit that was identified. */
export interface Listing {
  readonly unit: string;
  readonly by: SourceKind;
  /** The unit that it is listed instead of; it counts where that very unit was identified. */
  readonly instead?: string;
  /** It is listed for this vehicle, month and option. */
  readonly vehicle?: boolean;
  readonly title?: string;
  readonly date?: string;
  /** How often it went in, and how often not: one that did not cancels the listing. */
  readonly fitted?: number;
  readonly misfits?: number;
}

/** A joint, or one check of it, that a named person lets pass. It stands beside the grade and never changes it. */
export interface Override {
  readonly joint: string;
  readonly code?: CheckCode;
  readonly person: string;
  readonly reason: string;
}

export interface Reason {
  readonly joint: string;
  readonly code: CheckCode;
  readonly state: FourState;
}

export interface Verdict {
  readonly grade: VerdictGrade;
  readonly reasons: readonly Reason[];
  readonly onListing: readonly (Reason & { readonly by: SourceKind })[];
  /** What is looked at when the part is there, before the vehicle is taken apart. */
  readonly receive: readonly Reason[];
  readonly tells: readonly Reason[];
  readonly overridden: readonly Override[];
}

/** What kinds of things have to be judged for a request. */
export const JUDGED_WHATS = ['request', 'circuits', 'joint', 'place', 'feed', 'outlet', 'seals'] as const;

/** Something that had to be judged, and what came of it. What nobody judged is not known. */
export interface JudgedItem {
  readonly what: (typeof JUDGED_WHATS)[number];
  /** The joint, place, part or opening: "rod", "master", "rear-left", "master@front". */
  readonly of: string;
  readonly state: FourState;
}

/** Everything that a chain is judged by. */
export interface ChainInput extends Chain {
  readonly edits: readonly Edit[];
  readonly listed: readonly Listing[];
  readonly settings: Settings;
  readonly overrides?: readonly Override[];
  /** What is on record against an exchange. */
  readonly refused?: readonly Refusal[];
  /** Questions that a named source was asked without an answer. */
  readonly unanswered?: readonly { readonly part: string; readonly attribute: string; readonly position?: string }[];
  /** Parts that are recorded for the other side of a production change too. */
  readonly variants?: readonly Variant[];
  /** What a conversion wants answered of a part, although nobody recorded it. */
  readonly asks?: readonly Asked[];
  /** The parts and joints are the whole of a system: circuits are judged too. */
  readonly whole?: boolean;
  /** What lines without another end feed now. */
  readonly lineFeeds?: readonly LineFeed[];
  /** The fluid of every system that a new unit belongs to is known, or asked for. */
  readonly fluids?: boolean;
  /** So many circuits are asked for: what a conversion is for is looked at in what comes of it. */
  readonly circuits?: number;
}

/** A chain that was judged. */
export interface JudgedInput {
  readonly view: View;
  readonly joints: readonly JudgedJoint[];
  readonly verdict: Verdict;
  /** What had to be judged, and what came of each. */
  readonly judged: readonly JudgedItem[];
}
