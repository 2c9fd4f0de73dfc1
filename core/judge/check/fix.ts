import type { ItemName } from '../../named/item/index.js';
import type { EditBody, LineOf } from '../../vehicle/chain/index.js';
import type { Figures } from './types.js';

/** Who may do it. Each stands for waiting that a setting puts a figure on. */
export const SKILLS = ['ordinary', 'machinist', 'licensed welder', 'engineer’s approval'] as const;
export type Skill = (typeof SKILLS)[number];

/** What becomes of a part that a fix needs: ordered, moved over from the old unit, or made. */
export const FIX_SECTIONS = ['order', 'move', 'make'] as const;

/** A part or a piece of work that a fix needs. */
export interface FixPart {
  /** Names it within its fix, for its line and its words. */
  readonly key: string;
  readonly section: (typeof FIX_SECTIONS)[number];
  readonly item: ItemName;
  readonly quantity: number;
  readonly thread?: string;
  readonly seat?: string;
  readonly tube?: string;
  readonly sizeMm?: number;
  readonly ends?: string;
  /** Once for both sides of an axle, however many of them the fix is made on. */
  readonly per?: 'axle';
}

/** A way to close a mismatch: edits that are checked like anything else. Its words are made in words/. */
export interface Fix {
  /** The row of the table of fixes. */
  readonly fix: string;
  /** The line or the attribute that it is for, where a fix is offered once for each. */
  readonly at?: string;
  /** The line itself, where it is one of a unit's. */
  readonly line?: LineOf;
  readonly edits: readonly EditBody[];
  /** Least intrusive first: 1 is a screw turned, 9 is something that cannot be undone. */
  readonly order: number;
  readonly minutes: number;
  readonly skill: Skill;
  readonly tools: readonly string[];
  readonly parts: readonly FixPart[];
  /** Figures and words that its sentences are made from. */
  readonly values: Figures;
}
