import type { AttributeName } from '../../named/attribute/index.js';
import type { ItemName } from '../../named/item/index.js';
import type { JointKind, PartKind, Presence, Rests, StackItem } from './vocabulary.js';

export type Value = number | string | null;

/**
 * One fact of a part. `null` says "has none"; a fact that is not there is not known. Figures are in the attribute's
 * base unit.
 */
export interface ChainFact {
  readonly attribute: AttributeName;
  /** Names the face that it is of: "master" of a booster, "rear-left" of a master, an end of a line. */
  readonly position?: string;
  readonly value: Value;
  /** ± in the value's unit. */
  readonly tolerance?: number;
  /** "recorded" when it is not said. */
  readonly rests?: Rests;
  readonly source?: string;
  /** In an edit: the part is changed, and what was known of it before does not count any more. */
  readonly instead?: true;
}

/** What a maker's box holds of one item. */
export interface BoxItem {
  readonly item: ItemName;
  readonly presence: Presence;
  readonly quantity?: number;
  readonly thread?: string;
  readonly sizeMm?: number;
}

/** A place of the vehicle and what occupies it. */
export interface Part {
  readonly id: string;
  readonly kind: PartKind;
  /** The design that occupies it, where it is known by name. */
  readonly unit?: string;
  /**
   * Which side of a production change it comes from: parts of two sides do not go together. "not-known" where it
   * belongs to one.
   */
  readonly set?: string;
  readonly facts: readonly ChainFact[];
  /** A line or hose of a unit: whose, and at which port. */
  readonly line?: LineOf;
}

/**
 * Something that lies between the faces of a mount. `towards` says to which side it brings the unit; away from the
 * pedal if not said.
 */
export interface Stacked {
  readonly item: StackItem;
  readonly sizeMm: number;
  readonly towards?: 'pedal';
}

/** A face of a part; the part alone where it has one face of that kind. */
export interface FaceRef {
  readonly part: string;
  readonly face?: string;
}

/** The line or hose of a unit, by the port that it belongs to. */
export interface LineOf {
  readonly unit: string;
  readonly what: 'line' | 'hose';
  readonly position: string;
  /** What is put between the port and the line, at which this is the joint behind it. */
  readonly behind?: 'adapter' | 'connector';
}

/** Two faces that meet. */
export interface Joint {
  readonly id: string;
  readonly kind: JointKind;
  readonly between: readonly [FaceRef, FaceRef];
  /** The line that it is a joint of, where it is one of a unit's. */
  readonly line?: LineOf;
  /** The mount that it is reached through: what lies in its stack counts here too. */
  readonly through?: string;
  /** What lies between the faces, in order; absent: nobody looked. */
  readonly stack?: readonly Stacked[];
}

export type Edit = { readonly id: string } & (
  | {
      readonly do: 'put';
      readonly at: string;
      readonly kind: PartKind;
      readonly unit?: string;
      readonly set?: string;
      /** Empty for the unit that is there already: its own facts. */
      readonly facts: readonly ChainFact[];
      readonly box?: readonly BoxItem[];
      /** Somebody asked for this very unit though the record gives it to another vehicle, month or option. */
      readonly wanted?: boolean;
      /**
       * Units beside which the record lists it: what it meets of them goes together, as far as nothing contradicts it.
       */
      readonly beside?: readonly string[];
      /** It stands elsewhere then: what the record says of what it meets does not count, only what was measured. */
      readonly moved?: true;
      /** It belongs to a conversion: no listing settles anything of it. */
      readonly conversion?: string;
    }
  | { readonly do: 'remove'; readonly at: string }
  | { readonly do: 'part'; readonly part: Part; readonly box?: readonly BoxItem[] }
  /** `follows`: the line goes to the port that feeds the same, and nobody has looked whether it reaches. */
  | { readonly do: 'join'; readonly joint: Joint; readonly follows?: true }
  | { readonly do: 'plug'; readonly face: FaceRef }
  | { readonly do: 'set'; readonly at: string; readonly facts: readonly ChainFact[] }
  | ({ readonly do: 'stack'; readonly joint: string } & Stacked)
);

/** An edit without its name: what a fix proposes. */
export type EditBody<E = Edit> = E extends Edit ? Omit<E, 'id'> : never;

/** A vehicle as it is. */
export interface Chain {
  readonly parts: readonly Part[];
  readonly joints: readonly Joint[];
}

/** What became of a place by the edits. */
export type Change = 'kept' | 'new' | 'removed' | 'corrected';

/** A vehicle as it will be. */
export interface EditedChain extends Chain {
  readonly changes: ReadonlyMap<string, Change>;
  /** Places whose occupant is new, by the edit that put it there. */
  readonly putBy: ReadonlyMap<string, Extract<Edit, { do: 'put' }>>;
  /** Faces that are closed by a plug. */
  readonly plugs: ReadonlySet<string>;
  /** Joints that an edit made, moved or opened. */
  readonly touched: ReadonlySet<string>;
}

/** Why a chain or its edits cannot be taken. `pointer` names the place in what was given (RFC 6901). */
export interface ChainFault {
  readonly pointer: string;
  readonly sentence: string;
}
