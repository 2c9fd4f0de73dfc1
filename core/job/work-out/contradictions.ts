import { findSlot, PLACE_SIDES, placeStateRow, isPlaceState, SLOTS } from '../../vehicle/place/index.js';
import type { Plans } from '../../work/conversion/index.js';
import { decisionOf } from './decided.js';
import type { DecisionRecord } from './records.js';

/** Decisions of one job that cannot both hold, each in a sentence with both sides. */

export function contradictionsIn(decisions: readonly DecisionRecord[], plan: Plans | undefined): string[] {
  return [...(plan?.clashes ?? []), ...SLOTS.flatMap(({ slot }) => atPlace(slot, decisions, plan))];
}

function atPlace(slot: string, decisions: readonly DecisionRecord[], plan: Plans | undefined): string[] {
  const own = decisionOf(decisions, { about: 'place', slot })?.choice;
  const state = own !== undefined && isPlaceState(own) ? placeStateRow(own) : undefined;
  const words = findSlot(slot)?.words ?? slot;
  const sides = PLACE_SIDES.flatMap((side) => {
    const said = decisionOf(decisions, { about: 'place', slot, side })?.choice;
    // A side may be told apart where nothing, or that it is changed, was said of the whole place.
    if (said === undefined || !isPlaceState(said) || state === undefined || said === state.state) return [];
    if (state.edits === 'another') return [];
    return [
      `The ${words} ${state.words}, and on the ${side} it ${placeStateRow(said).words}: these contradict each other.`,
    ];
  });
  if (state === undefined || state.edits === 'another') return sides;
  const unit = decisionOf(decisions, { about: 'unit', slot })?.choice;
  const resealed = decisionOf(decisions, { about: 'reseal', slot }) !== undefined;
  const role = plan?.roles.find((one) => one.slot === slot && !one.stays);
  return [
    ...sides,
    ...(unit === undefined ? [] : [`The ${words} ${state.words}, and “${unit}” was chosen for it: undo one of them.`]),
    ...(resealed ? [`The ${words} ${state.words}, and it gets new seals: undo one of them.`] : []),
    ...(role ? [`The ${words} ${state.words}, and the conversion wants ${role.words} there: undo one of them.`] : []),
  ];
}
