import type { Fix } from '../check/index.js';
import { HANGING } from './hanging.data.js';
import { LINE_FIXES } from './lines.data.js';
import { ROD_AND_MOUNT } from './rod-and-mount.data.js';
import { type FixCase, fixOf, type FixRow } from './row.js';

export { type FixCase } from './row.js';
export { readNotes, readWay, type WayNote, wayText } from './way-note.js';
export { wayFix, type WayStep } from './way.js';

/** Every fix, each as the edits that it makes. */
export const FIXES: readonly FixRow[] = [...ROD_AND_MOUNT, ...LINE_FIXES, ...HANGING];

/**
 * The fixes of a mismatch, the least intrusive first. An empty list: there is no acceptable one, choose another unit.
 */
export const fixesFor = (c: FixCase): Fix[] =>
  FIXES.filter((row) => row.answers.includes(c.code) && (row.kinds?.includes(c.b.part.kind) ?? true))
    .flatMap((row) => fixOf(row, c) ?? [])
    .sort((x, y) => x.order - y.order || (x.fix < y.fix ? -1 : 1));
