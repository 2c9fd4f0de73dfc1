import { findSlot, SLOTS } from '@kerabat/core/strip';
import { vehicleSide, type FitChain, type FitLink } from '@kerabat/core/fit';
import { factOf, type UnitDesign } from '@kerabat/core/unit';
import { planned } from '../fit/plan.js';
import { recordedAt } from '../fit/recorded.js';
import type { Stores } from '../main/stores.js';
import { entriesFor, type SlotChoice, type SlotInput } from './choose.js';
import { lookup } from '@kerabat/core/words';

/**
 * The chain of a job as one value: every place that is worked on, with both sides of its joints, and the units that stay beside
 * them as far as the record names exactly one.
 */
export function fitChainOf(choices: readonly SlotChoice[], input: SlotInput, stores: Stores): FitChain {
  const focus = choices[0]?.slot ?? input.job.slot ?? '';
  const worked = choices.map((choice) => workedLink(choice, input, stores));
  const beside = SLOTS.filter((row) => !choices.some((choice) => choice.slot === row.slot)).flatMap(
    (row): FitLink[] => {
      const unit = onlyUnit(row.slot, input, stores);
      const there = entriesFor(input.chain, row.slot, input.known).length > 0;
      const kind = unit?.kind ?? row.kinds[0];
      if (!there || kind === undefined) return [];
      return [
        {
          slot: row.slot,
          kind,
          ...(unit ? { unit: unit.facts } : {}),
          vehicle: new Map(),
          worked: false,
          sameAsOld: true,
          asks: [],
        },
      ];
    },
  );
  const booster =
    !input.vehicle &&
    !choices.some((c) => c.slot === 'booster') &&
    choices.some((c) => hasBooster(input, c.chosen ?? c.old));
  return {
    system: findSlot(focus)?.system ?? 'brake',
    links: [...worked, ...beside, ...(booster ? [UNKNOWN_BOOSTER] : [])],
  };
}

/** A master without a rod of its own sits on a booster, whichever that is. */
const UNKNOWN_BOOSTER: FitLink = {
  slot: 'booster',
  kind: 'booster',
  vehicle: new Map(),
  worked: false,
  sameAsOld: true,
  asks: [],
};

function workedLink(choice: SlotChoice, input: SlotInput, stores: Stores): FitLink {
  const { slot, chosen, old } = choice;
  const unit = chosen ?? old ?? onlyUnit(slot, input, stores);
  const known = vehicleSide(
    choice.measured,
    input.vehicle ? recordedAt(input.vehicle.id, slot, stores) : [],
    old?.facts ?? [],
    input.practice,
  );
  const vehicle = input.plan ? planned(known, slot, input.plan) : known;
  const sameAsOld =
    chosen !== undefined && old !== undefined && stores.kin.sameUnits(old.id, input.practice).has(chosen.id);
  const kind = unit?.kind ?? findSlot(slot)?.kinds[0] ?? 'brake-master';
  return {
    slot,
    kind,
    ...(unit ? { unit: unit.facts } : {}),
    vehicle,
    worked: chosen !== undefined,
    sameAsOld,
    asks: lookup(input.plan?.asks, slot) ?? [],
  };
}

function onlyUnit(slot: string, input: SlotInput, stores: Stores): UnitDesign | undefined {
  const onVehicle = entriesFor(input.chain, slot, input.known);
  return onVehicle.length === 1 && onVehicle[0] ? stores.units.design(onVehicle[0].unitId) : undefined;
}

/** A vehicle has a booster when its chain says so; without a vehicle, when its master comes without a rod of its own. */
export function hasBooster(input: SlotInput, unit: UnitDesign | undefined): boolean {
  if (input.plan?.roles.some((role) => role.slot === 'booster')) return true;
  if (input.vehicle) return entriesFor(input.chain, 'booster', input.known).length > 0;
  return unit !== undefined && factOf(unit.facts, 'rod-length')?.value === null;
}
