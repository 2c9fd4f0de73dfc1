import { HANGING } from './hanging.data.js';
import { LINE_FIXES } from './lines.data.js';
import { ROD_AND_MOUNT } from './rod-and-mount.data.js';
import { fixOf, type FixCase, type FixRow } from './row.js';
import type { Fix } from './types.js';

export { SKILLS, type Fix, type FixPart, type Skill } from './types.js';
export type { FixCase } from './row.js';
export { wayFix, type WayStep } from './way.js';
export { readWay, wayText, type WayNote } from './way-note.js';

/** Every fix, each as the edits that it makes. */
export const FIXES: readonly FixRow[] = [...ROD_AND_MOUNT, ...LINE_FIXES, ...HANGING];

/**
 * The fixes of a mismatch, the least intrusive first. An empty list: there is no acceptable one, choose another unit.
 */
export const fixesFor = (c: FixCase): Fix[] =>
  FIXES.filter((row) => row.answers.includes(c.code) && (row.kinds?.includes(c.b.part.kind) ?? true))
    .flatMap((row) => fixOf(row, c) ?? [])
    .sort((x, y) => x.order - y.order || (x.fix < y.fix ? -1 : 1));
