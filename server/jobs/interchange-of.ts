import type { InterchangeEntry } from '@kerabat/contract';
import type { Stores } from './needs.js';
import type { SlotChoice, SlotInput } from './choose.js';

/**
 * How the chosen unit of a place is interchange of the one that was identified; undefined when it is that one or no
 * path is known.
 */
export function interchangeOf(choice: SlotChoice, input: SlotInput, stores: Stores): InterchangeEntry | undefined {
  const { old, chosen } = choice;
  if (!old || !chosen || old.id === chosen.id) return undefined;
  if (!walked.has(choice))
    walked.set(
      choice,
      stores.interchange.entriesOf(old.id, input.settings).find((e) => e.unitId === chosen.id),
    );
  return walked.get(choice);
}

/** One walk for one choice: listings, refusals and conditions are read off the same entry. */
const walked = new WeakMap<SlotChoice, InterchangeEntry | undefined>();
