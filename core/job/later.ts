import type { ChainFact } from '../vehicle/chain/index.js';
import { partOf, PLACE_SIDES, type PlaceState } from '../vehicle/place/index.js';
import { withChanges } from './changes.js';
import { standing } from './network.js';
import { BOOSTER_FACE, BOOSTER_PUSH } from './places.data.js';
import type { JobPlace, JobRows } from './types.js';

/** A vehicle's places as they will be: what somebody said becomes of them, and what a conversion changes. */

/** What becomes of a part of a place, as somebody said it; undefined where nobody did. */
export const stateAt = ({ state, sides = {} }: JobPlace, id: string): PlaceState | undefined =>
  PLACE_SIDES.flatMap((side) => (id.endsWith(side) ? (sides[side] ?? []) : []))[0] ?? state;
/** Parts that somebody takes away. */
export const goneIn = (rows: JobRows): ReadonlySet<string> =>
  new Set(rows.places.flatMap((place) => standing(place.slot, rows).filter((id) => stateAt(place, id) === 'goes')));

/**
 * Places as they are afterwards: one of which everything goes is none. What the record of a master says of a booster's
 * face says nothing of the bulkhead that it is bolted to then.
 */
export function laterPlaces(rows: JobRows, gone: ReadonlySet<string>): JobPlace[] {
  const left = rows.places.filter((place) => !standing(place.slot, rows).every((id) => gone.has(id)));
  const unboosted = gone.has(partOf('booster'));
  const ofBooster = (fact: ChainFact): boolean =>
    [...BOOSTER_FACE, ...BOOSTER_PUSH, 'plate'].some((name) => name === fact.attribute);
  return left
    .map((place) =>
      unboosted && place.slot === 'brake-master'
        ? { ...place, recorded: place.recorded.filter((fact) => !ofBooster(fact)) }
        : place,
    )
    .map(withChanges);
}

/** The rows of a vehicle as its conversion leaves it. */
export const afterwards = (rows: JobRows): JobRows => ({ ...rows, layouts: { ...rows.layouts, ...rows.layoutsThen } });
