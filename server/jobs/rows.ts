import { slotKey } from '@kerabat/core/identify';
import type { ChainFact, BoxItem } from '@kerabat/core/chain';
import type { JobPlace, JobRows, Slot } from '@kerabat/core/job';
import { readingTolerance, type Change, type Remedy } from '@kerabat/core/fit';
import type { Refusal } from '@kerabat/core/joint';
import { evidenceBase, type Evidence } from '@kerabat/core/identify';
import { findSlot, SLOTS } from '@kerabat/core/strip';
import type { Practice } from '@kerabat/core/practice';
import type { Fact, UnitDesign } from '@kerabat/core/unit';
import type { Listing, Override } from '@kerabat/core/verdict';
import { lookup } from '@kerabat/core/words';
import { recordedAt } from '../fit/recorded.js';
import type { Stores } from '../main/stores.js';
import { entriesFor, type SlotChoice, type SlotInput } from './choose.js';
import { hasBooster } from './fit-chain.js';
import { kinOf } from './kin-of.js';

/** The rows that a job is judged by, as the core composes them into a chain. */
export function rowsOf(
  choices: readonly SlotChoice[],
  taken: readonly Remedy[],
  input: SlotInput,
  overrides: readonly Override[],
  stores: Stores,
): JobRows {
  const takenAt = (slot: string): Change[] =>
    taken.filter((remedy) => remedy.key.startsWith(`${slot}/`)).flatMap((remedy) => remedy.changes);
  const places = SLOTS.flatMap(({ slot }): JobPlace[] => {
    const choice = choices.find((c) => c.slot === slot);
    return choice ? [workedPlace(choice, takenAt(slot), input, stores)] : standingPlace(slot as Slot, input, stores);
  });
  const unknownBooster = !input.vehicle && choices.some((c) => hasBooster(input, c.chosen ?? c.old));
  return {
    places,
    pedal: input.vehicle ? stores.vehicles.facts(input.vehicle.id, 'pedal').map(recorded) : [],
    booster: places.some((place) => place.slot === 'booster') || unknownBooster,
    listed: choices.flatMap((choice) => listingsOf(choice, input, stores)),
    refused: choices.flatMap((choice) => refusalsOf(choice, input, stores)),
    overrides,
    unanswered: [],
    practice: input.practice,
  };
}

function workedPlace(choice: SlotChoice, taken: readonly Change[], input: SlotInput, stores: Stores): JobPlace {
  const slot = choice.slot as Slot;
  const { old, chosen } = choice;
  const kind = (chosen ?? old)?.kind ?? findSlot(slot)?.kinds[0] ?? 'brake-master';
  const role = input.plan?.roles.find((r) => r.slot === slot);
  return {
    slot,
    kind: old?.kind ?? kind,
    ...(old ? { old } : {}),
    ...(chosen ? { chosen } : {}),
    recorded: recordedOf(slot, input, stores),
    read: choice.measured.map((item) => readingOf(item, input.practice)),
    ...setOf('oldSet', old, slot, input, stores),
    ...setOf('chosenSet', chosen, slot, input, stores),
    ...(chosen ? { box: boxOf(chosen, choice.chosenNumber, stores) } : {}),
    wanted: role !== undefined || input.decisions.some((d) => d.subject === `wanted:${slot}` && d.value),
    beside: chosen ? besideOf(chosen, slot, input) : [],
    ...(role && input.plan ? { conversion: input.plan.id } : {}),
    changes: [...planned(slot, input), ...taken],
    asks: lookup(input.plan?.asks, slot) ?? [],
  };
}

/** What the conversion of a job changes at a place. */
const planned = (slot: string, input: SlotInput): Change[] =>
  input.plan?.changes.filter((c) => c.slot === slot).map(({ change }) => change) ?? [];

/** A place that nobody works on, with its unit where the record names exactly one. */
function standingPlace(slot: Slot, input: SlotInput, stores: Stores): JobPlace[] {
  const entries = entriesFor(input.chain, slot, input.known);
  const only = entries.length === 1 && entries[0] ? stores.units.design(entries[0].unitId) : undefined;
  const kind = only?.kind ?? findSlot(slot)?.kinds[0];
  if (entries.length === 0 || kind === undefined) return [];
  return [
    {
      slot,
      kind,
      ...(only ? { old: only } : {}),
      recorded: recordedOf(slot, input, stores),
      read: [],
      ...setOf('oldSet', only, slot, input, stores),
      wanted: false,
      beside: [],
      changes: planned(slot, input),
      asks: [],
    },
  ];
}

const recorded = ({ attribute, position, value, tolerance, source }: Fact): ChainFact => ({
  attribute,
  ...(position === undefined ? {} : { position }),
  value,
  ...(tolerance === undefined ? {} : { tolerance }),
  rests: 'recorded',
  ...(source === '' ? {} : { source }),
});

/** What the record says of the vehicle at a place, without what it says of its pedal. */
function recordedOf(slot: Slot, input: SlotInput, stores: Stores): ChainFact[] {
  if (!input.vehicle) return [];
  const own = new Set(stores.vehicles.facts(input.vehicle.id, slot).map((f) => slotKey(f.attribute, f.position)));
  return recordedAt(input.vehicle.id, slot, stores)
    .filter((fact) => fact.attribute === 'driving-side' || own.has(slotKey(fact.attribute, fact.position)))
    .map(recorded);
}

export function readingOf(item: Evidence, practice: Practice): ChainFact {
  const tolerance = readingTolerance(item, practice);
  return {
    attribute: item.attribute,
    ...(item.position === undefined ? {} : { position: item.position }),
    value: evidenceBase(item),
    ...(tolerance === undefined ? {} : { tolerance }),
    rests: 'measured',
  };
}

/** The side of a production change that a unit of this vehicle comes from; "not-known" where it belongs to one and none is named. */
function setOf<K extends 'oldSet' | 'chosenSet'>(
  key: K,
  unit: UnitDesign | undefined,
  slot: string,
  input: SlotInput,
  stores: Stores,
): Partial<Record<K, string>> {
  const planned = input.plan?.mated.includes(slot) === true;
  if (!planned && !input.chain.some((e) => e.slot === slot && e.matedSet)) return {};
  const own = input.chain.find((e) => e.slot === slot && e.unitId === unit?.id)?.matedSet;
  const set = own ?? (planned && unit ? stores.siblings.sideOf(unit.id, slot) : undefined);
  if (set) return { [key]: set } as Partial<Record<K, string>>;
  return key === 'oldSet' && !planned ? ({ [key]: 'not-known' } as Partial<Record<K, string>>) : {};
}

/** Units that the record lists with one for this vehicle, in a month and an option that go together. */
function besideOf(unit: UnitDesign, slot: string, input: SlotInput): string[] {
  const own = input.chain.filter((e) => e.slot === slot && e.unitId === unit.id);
  return input.chain.filter((other) => other.slot !== slot && own.some((e) => together(e, other))).map((e) => e.unitId);
}

type Entry = SlotInput['chain'][number];
const together = (a: Entry, b: Entry): boolean =>
  (a.builtFrom ?? '') <= (b.builtTo ?? '9999') &&
  (b.builtFrom ?? '') <= (a.builtTo ?? '9999') &&
  (a.option === null || b.option === null || a.option === b.option);

/** Who lists the chosen unit for this vehicle as built, and who lists it instead of the one that was identified. */
function listingsOf(choice: SlotChoice, input: SlotInput, stores: Stores): Listing[] {
  const { slot, old, chosen } = choice;
  if (!chosen) return [];
  const listings: Listing[] = [];
  if (entriesFor(input.chain, slot, input.known).some((e) => e.unitId === chosen.id))
    listings.push({ unit: chosen.id, by: 'maker-bulletin', vehicle: true });
  if (!old || old.id === chosen.id) return listings;
  const kin = kinOf(choice, input, stores);
  if (!kin || kin.disputed !== undefined || !['same', 'drop-in'].includes(kin.grade)) return listings;
  const steps = kin.paths[0] ?? [];
  const kinds = steps.flatMap((step) => step.assertions.map((a) => a.sourceKind));
  const weakest = WEAKEST.find((kind) => kinds.includes(kind));
  const misfits = steps.reduce((sum, step) => sum + (step.outcomes?.misfit ?? 0), 0);
  const fitted = steps.reduce((sum, step) => sum + (step.outcomes?.fitted ?? 0), 0);
  return weakest ? [...listings, { unit: chosen.id, by: weakest, instead: old.id, fitted, misfits }] : listings;
}
const WEAKEST: readonly Listing['by'][] = ['unsourced', 'aftermarket-list', 'unit-maker', 'measured', 'maker-bulletin'];

/** What is on record against putting the chosen unit in place of the one that was identified. */
function refusalsOf(choice: SlotChoice, input: SlotInput, stores: Stores): Refusal[] {
  const { old, chosen } = choice;
  if (!old || !chosen || old.id === chosen.id) return [];
  const kin = kinOf(choice, input, stores);
  if (!kin) return [];
  const path = kin.paths[0] ?? [];
  const refusal = path.find((step) => step.kind === 'does-not-fit');
  const doubted = path.find((step) => step.review === true);
  const pair = { unit: chosen.id, instead: old.id };
  if (kin.disputed !== undefined) return [{ ...pair, state: 'does-not-fit', by: kin.disputed, disputed: true }];
  if (kin.grade === 'does-not-fit') {
    const said = refusal?.assertions.map((a) => `${a.source}${a.note ? `: ${a.note}` : ''}`).join('; ');
    return [{ ...pair, state: 'does-not-fit', by: said ?? '' }];
  }
  if (!doubted) return [];
  const times = doubted.outcomes?.misfit ?? 0;
  return [{ ...pair, state: 'not-known', by: `${doubted.to} instead of ${doubted.from}, ${times} times` }];
}

/** The names under which boxes hold small parts, as items. */
const ITEM_OF: Readonly<Record<string, BoxItem['item']>> = {
  'reservoir with cap': 'reservoir',
  reservoir: 'reservoir',
  boot: 'boot',
  rod: 'rod',
  'seal ring': 'booster-seal',
  'pressure sensor': 'sensor',
  sensor: 'sensor',
  'bench-bleed hose': 'bench-bleed-set',
  nuts: 'nut',
  plugs: 'plug',
  'blanking plugs': 'plug',
};
const PRESENCE = { included: 'with', 'left-out': 'without', unknown: 'not-known' } as const;

function boxOf(chosen: UnitDesign, ordered: string | undefined, stores: Stores): BoxItem[] {
  const number = ordered ?? stores.units.numbers(chosen.id)[0];
  if (number === undefined) return [];
  return stores.kits.box(chosen.id, number).flatMap(({ item, presence }): BoxItem[] => {
    const known = lookup(ITEM_OF, item);
    return known === undefined ? [] : [{ item: known, presence: PRESENCE[presence] }];
  });
}
