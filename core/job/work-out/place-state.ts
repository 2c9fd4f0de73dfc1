import {
  isPlaceState,
  PLACE_SIDES,
  type PlaceSide,
  type PlaceState,
  placeStateRow,
} from '../../vehicle/place/index.js';
import { type SlotChoice, type SlotInput } from './choose.js';
import { decisionOf, entriesFor } from './decided.js';

/** What becomes of a place in a job: what somebody said of it, and what a conversion brings or leaves. */

/** What somebody said becomes of a place and its sides; `fitted` is the unit that was fitted before. */
export function stateOf(
  slot: string,
  input: Pick<SlotInput, 'decisions' | 'plan' | 'job'>,
): Pick<SlotChoice, 'state' | 'sides'> & { readonly fitted?: string } {
  const { decisions } = input;
  const at = (side?: PlaceSide) =>
    decisionOf(decisions, { about: 'place', slot, ...(side === undefined ? {} : { side }) });
  const own = at();
  const sides = PLACE_SIDES.flatMap((side): [PlaceSide, PlaceState][] => {
    const said = at(side)?.choice;
    return said !== undefined && isPlaceState(said) ? [[side, said]] : [];
  });
  const fitted = own?.choice === 'fitted-already' ? own.detail : undefined;
  const next = own === undefined && besideBooster(input).includes(slot) ? ('stays' as const) : undefined;
  return {
    ...(next === undefined ? {} : { state: next }),
    ...(own && isPlaceState(own.choice) ? { state: own.choice } : {}),
    ...(sides.length === 0 ? {} : { sides: Object.fromEntries(sides) }),
    ...(fitted === undefined ? {} : { fitted }),
  };
}

/**
 * Places that nothing is done to and that meet what is: the master that another booster goes behind is looked at, for
 * which one it is decides how both go together.
 */
export function besideBooster({
  plan,
  decisions,
  job,
}: Pick<SlotInput, 'decisions' | 'plan' | 'job'>): readonly string[] {
  const has = (slot: string): boolean => plan?.roles.some((role) => role.slot === slot) === true;
  const [master, booster] = ['brake-master', 'booster'];
  const worked = (slot: string): boolean =>
    job.slot === slot || decisionOf(decisions, { about: 'unit', slot }) !== undefined;
  const kept = decisionOf(decisions, { about: 'place', slot: booster });
  const changes = has(booster) || (worked(booster) && (kept === undefined || placeEdits(kept.choice) === 'another'));
  return changes && !has(master) && !worked(master) ? [master] : [];
}
const placeEdits = (state: string): string | undefined =>
  isPlaceState(state) ? placeStateRow(state).edits : undefined;

/** How a unit stays by what somebody said becomes of its place. */
export function staysBy(state: PlaceState | undefined): SlotChoice['stays'] {
  if (state === undefined) return undefined;
  const { edits } = placeStateRow(state);
  return edits === 'same-again' ? 'put-back' : edits === 'another' ? undefined : 'left';
}

/** Whether a unit has to be chosen for a place: nobody said that it stays, comes back or goes. */
export const wantsUnit = ({ stays }: Pick<SlotChoice, 'stays'>): boolean => stays !== 'left' && stays !== 'put-back';

/** Whether the record of a vehicle has nothing in a place, and its conversion puts a unit there. */
export const isBrought = (
  slot: string,
  { vehicle, chain, known, plan }: Pick<SlotInput, 'vehicle' | 'chain' | 'known' | 'plan'>,
): boolean =>
  vehicle !== undefined &&
  plan?.roles.some((role) => role.slot === slot && !role.stays) === true &&
  entriesFor(chain, slot, known).length === 0;
