import type { EditBody } from '../chain/types.js';
import type { ItemName } from '../need/items.data.js';

/** Who may do it. Each stands for waiting that a setting puts a figure on. */
export const SKILLS = ['ordinary', 'machinist', 'licensed welder', 'engineer’s approval'] as const;
export type Skill = (typeof SKILLS)[number];

/** A way to close a mismatch: edits that are checked like anything else. */
export interface Fix {
  /** The row of the table of fixes. */
  readonly fix: string;
  readonly edits: readonly EditBody[];
  /** Least intrusive first: 1 is a screw turned, 9 is something that cannot be undone. */
  readonly order: number;
  readonly minutes: number;
  readonly skill: Skill;
  /** Parts to order for it. */
  readonly parts: readonly { readonly item: ItemName; readonly quantity: number }[];
}
