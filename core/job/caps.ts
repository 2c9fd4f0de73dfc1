import type { ChainFact } from '../vehicle/chain/index.js';
import { findSlot, partsOf, type System, SYSTEMS } from '../vehicle/place/index.js';
import { type Draft, isSameAgain, known, named } from './draft.js';
import type { JobPlace } from './types.js';

/** The fluid of each system, as the cap of its reservoir names it. */

/** The system whose fluid a place holds: a booster holds none. */
const systemOf = ({ slot }: JobPlace): System | undefined => (slot === 'booster' ? undefined : findSlot(slot)?.system);

const isFedFromBrake = ({ attribute: name, value }: ChainFact): boolean =>
  name === 'clutch-feed' && value === 'brake-reservoir';

/** One cap names the fluid of a whole system: what is recorded or read at any of its places is of all of them. */
export function addFluids(places: readonly JobPlace[], draft: Draft): void {
  const all = places.filter((place) => systemOf(place) !== undefined);
  const shared = all.some((place) => known(place).some(isFedFromBrake));
  for (const system of SYSTEMS) {
    const here = shared ? all : all.filter((place) => systemOf(place) === system);
    const capsAt = (of: readonly JobPlace[]): ChainFact[] => of.flatMap((place) => named(known(place), ['fluid']));
    const brake = shared ? capsAt(all.filter((place) => systemOf(place) === 'brake')) : [];
    const caps = brake.length > 0 ? brake : capsAt(here);
    if (caps.length === 0) continue;
    const ids = here.flatMap((place) => partsOf(place.slot));
    // The cap stays on the vehicle, whichever unit is or comes under it.
    const capped = (facts: readonly ChainFact[]): ChainFact[] => [
      ...facts.filter((fact) => fact.attribute !== 'fluid'),
      ...caps,
    ];
    for (const part of ids.flatMap((id) => draft.parts.get(id) ?? []))
      draft.parts.set(part.id, { ...part, facts: capped(part.facts) });
    draft.edits.forEach((edit, i) => {
      if (edit.do === 'put' && ids.includes(edit.at) && !isSameAgain(edit, draft))
        draft.edits[i] = { ...edit, facts: capped(edit.facts) };
    });
  }
}
