import type { SlotChoice } from './choose.js';
import type { InterchangeRecord } from './records.js';
import type { JobReads } from './reads.js';

/**
 * How the chosen unit of a place is interchange of the one that was identified; undefined when it is that one or no
 * path is known.
 */
export function interchangeOf(
  { old, chosen }: Pick<SlotChoice, 'old' | 'chosen'>,
  reads: JobReads,
): InterchangeRecord | undefined {
  return old && chosen && old.id !== chosen.id ? reads.interchange(old.id, chosen.id) : undefined;
}
