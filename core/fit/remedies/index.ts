import type { Remedy } from '../types.js';
import { HANGING } from './hanging.data.js';
import { LINE_REMEDIES } from './lines.data.js';
import { ROD_AND_MOUNT } from './rod-and-mount.data.js';
import type { Mismatch, RemedyRow } from './row.js';

export const REMEDIES: readonly RemedyRow[] = [...ROD_AND_MOUNT, ...LINE_REMEDIES, ...HANGING];

/** Remedies whose row has one key for several attributes keep the first attribute's name out of it: "sensor", "harness-level-sensor". */
function keyOf(row: RemedyRow, m: Mismatch): string {
  if (row.per === 'line') return `${row.id}@${m.at ?? ''}`;
  return row.per === 'attribute' && m.attribute !== row.id ? `${row.id}-${m.attribute}` : row.id;
}

/** The ways out of a mismatch, the least intrusive first. An empty list: there is no acceptable one, another unit is wanted. */
export function remediesFor(m: Mismatch): Remedy[] {
  return REMEDIES.filter(
    (row) => row.answers.includes(m.attribute) && (row.kinds?.includes(m.kind) ?? true) && (row.when?.(m) ?? true),
  )
    .map((row): Remedy => {
      const words = row.words(m);
      return {
        key: keyOf(row, m),
        row: row.id,
        words,
        order: row.order,
        minutes: row.minutes,
        skill: row.skill ?? 'ordinary',
        tools: row.tools ?? [],
        operations: row.operations?.(m) ?? [words],
        risk: row.risk,
        accepted: false,
        slip: row.parts(m),
        changes: row.changes(m),
      };
    })
    .sort((a, b) => a.order - b.order || (a.key < b.key ? -1 : 1));
}
