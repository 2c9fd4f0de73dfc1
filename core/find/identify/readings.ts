import { toBase } from '../../base/units/index.js';
import { attribute } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import { asReading, errorOf, type Evidence, groupsOf, meanOf, slotKey } from '../../vehicle/reading/index.js';

/**
 * Several readings of one thing as one piece of evidence: their mean, with a standard error that shrinks with their
 * number; the spread of making and wear never averages away. The same word noted twice is one. Readings that disagree
 * stay apart: which of them is odd is told, not averaged away.
 */
export function asOnePiece(evidence: readonly Evidence[], settings: Settings): Evidence[] {
  const byThing = new Map<string, Evidence[]>();
  for (const item of evidence) {
    const key = slotKey(item.attribute, item.position);
    byThing.set(key, [...(byThing.get(key) ?? []), item]);
  }
  return [...byThing.values()].flatMap((items) =>
    items.length === 1
      ? items
      : groupsOf(items, (item) => asReading(item, settings)).map((group) => merged(group, settings)),
  );
}

function merged(group: readonly Evidence[], settings: Settings): Evidence {
  const last = group.at(-1) as Evidence;
  if (group.length === 1 || last.kind !== 'quantity' || attribute(last.attribute).dimension !== 'length') return last;
  const figures = group.flatMap((item) =>
    item.kind === 'quantity' ? [{ value: toBase(item.value), sigma: errorOf(item, settings) }] : [],
  );
  const { value, sigma } = meanOf(figures);
  return { ...last, value: { value, unit: 'mm' }, combined: { count: group.length, sigma } };
}
