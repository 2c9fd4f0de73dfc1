import type { ItemName } from '../../named/item/index.js';
import type { BoxItem, FaceRef, LineOf } from '../../vehicle/chain/index.js';

/** What a small part is made for, as far as it is known. */
export interface Sized {
  readonly thread?: string;
  readonly seat?: string;
  readonly tube?: string;
  readonly sizeMm?: number;
  readonly grade?: string;
  /**
   * What every end of a joining piece goes into, where they are not alike: an adapter has one that fits nothing else.
   */
  readonly ends?: string;
}

/** Where a line of the parts list stands. */
export const LIST_SECTIONS = ['order', 'box', 'stays', 'move', 'make', 'ask', 'perhaps'] as const;
export type ListSection = (typeof LIST_SECTIONS)[number];

/** Something that the edits or a joint need, and why. */
export interface Need extends Sized {
  readonly id: string;
  readonly item: ItemName;
  readonly unit?: string;
  readonly quantity: number;
  /** The edit, the joint, the opening or the part that needs it. */
  readonly because: string;
  /** The opening that needs it, where it is one. */
  readonly face?: FaceRef;
  /** The line whose joint needs it. */
  readonly line?: LineOf;
  /** Parts of the chain that it goes on. */
  readonly at: readonly string[];
}

/**
 * A part that a fix, a conversion or a hand foresees. It may be the very thing that the chain counts too: then both are
 * one, and the larger quantity holds.
 */
export interface Foreseen extends Sized {
  /** Names it for hand edits and for its words. */
  readonly key: string;
  readonly item: ItemName;
  readonly quantity: number;
  readonly because: string;
  /** Only words: it says better what is counted already, and adds nothing. */
  readonly section: Exclude<ListSection, 'box' | 'ask'> | 'words';
  /** Parts of the chain that it goes on; anywhere in the job when empty. */
  readonly at: readonly string[];
}

/** What covers a need without ordering. */
export interface Have {
  readonly need: string;
  readonly from: 'box' | 'stays' | 'moved' | 'workshop';
  readonly quantity: number;
}

export interface ListLine extends Sized {
  readonly section: ListSection;
  readonly item: ItemName;
  readonly unit?: string;
  readonly quantity: number;
  /** Ids of the needs that it covers. */
  readonly needs: readonly string[];
  /** Keys of what was foreseen and is this very thing. */
  readonly foreseen?: readonly string[];
}

/** Needs, what covers them, and the lines that are left: needs less haves. */
export interface List {
  readonly needs: readonly Need[];
  readonly haves: readonly Have[];
  readonly list: readonly ListLine[];
}

/** What lies in a kit that is ordered for a place. */
export interface Bag {
  readonly place: string;
  readonly items: readonly BoxItem[];
}

/** What a writer foresees, with its own words. */
export interface Told extends Foreseen {
  readonly words: string;
  readonly reason: string;
  readonly number?: string;
}

/** A list as the door to single chains answers it: without sizes that only number a line, and without places. */
export interface BareList {
  readonly needs: readonly Omit<Need, 'at' | 'sizeMm'>[];
  readonly haves: readonly Have[];
  readonly list: readonly Omit<ListLine, 'sizeMm'>[];
}
