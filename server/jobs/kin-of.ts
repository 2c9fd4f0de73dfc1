import type { KinEntry } from '@kerabat/contract';
import type { Stores } from '../main/stores.js';
import type { SlotChoice, SlotInput } from './choose.js';

/** How the chosen unit of a place is kin of the one that was identified; undefined when it is that one or no path is known. */
export function kinOf(choice: SlotChoice, input: SlotInput, stores: Stores): KinEntry | undefined {
  const { old, chosen } = choice;
  if (!old || !chosen || old.id === chosen.id) return undefined;
  if (!walked.has(choice))
    walked.set(
      choice,
      stores.kin.kin(old.id, input.practice).answer.entries.find((e) => e.unitId === chosen.id),
    );
  return walked.get(choice);
}

/** One walk for one choice: listings, refusals and conditions are read off the same entry. */
const walked = new WeakMap<SlotChoice, KinEntry | undefined>();
