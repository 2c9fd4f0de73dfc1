import { lookup } from '../../base/lookup/index.js';
import type { JobPlace, JobRows, NetworkPart } from '../types.js';
import type { Refusal } from '../../judge/joint/index.js';
import type { Listing, Override } from '../../judge/verdict/index.js';
import type { Settings } from '../../named/settings/index.js';
import { type Fact, factOf, SOURCES_FROM_WEAKEST, type UnitDesign, type UnitKind } from '../../named/unit/index.js';
import type { ChainFact } from '../../vehicle/chain/index.js';
import { type Change, findSlot, placeStateRow, type Slot, SLOTS } from '../../vehicle/place/index.js';
import { type Evidence, evidenceBase, readingTolerance, slotKey } from '../../vehicle/reading/index.js';
import type { PartFact } from './records.js';
import type { JobReads } from './reads.js';
import { boxOf } from './box.js';
import { listedFor, measuredAt, type SlotChoice, type SlotInput } from './choose.js';
import { decisionOf, entriesFor } from './decided.js';
import { isKnownSame } from './rivals.js';
import { isOfTheVehicle } from '../places.data.js';
import { unansweredIn } from '../question.js';
import { interchangeOf } from './interchange.js';

/** What the places of a vehicle follow from, in a job or in a plan. */
export type PlaceInput = Pick<SlotInput, 'vehicle' | 'known' | 'chain' | 'decisions' | 'settings' | 'plan'> &
  Partial<Pick<SlotInput, 'evidence'>>;
/** What is there and what goes in, at one place. */
export type PlaceChoice = Pick<
  SlotChoice,
  'slot' | 'old' | 'blind' | 'chosen' | 'chosenNumber' | 'measured' | 'stays' | 'brought' | 'state' | 'sides'
>;

/** The rows that a job is judged by, as the core composes them into a chain. */
export function rowsOf(
  choices: readonly SlotChoice[],
  input: SlotInput,
  overrides: readonly Override[],
  reads: JobReads,
): JobRows {
  return {
    ...placeRows(choices, input, reads),
    unanswered: unansweredIn(input.decisions),
    listed: choices.flatMap((choice) => listingsOf(choice, input, reads)),
    refused: choices.flatMap((choice) => refusalsOf(choice, reads)),
    overrides,
  };
}

/** The rows of a vehicle's places alone: nobody lists or refuses anything. */
export function placeRows(choices: readonly PlaceChoice[], input: PlaceInput, reads: JobReads): JobRows {
  const places = SLOTS.flatMap(({ slot }): JobPlace[] => {
    const choice = choices.find((c) => c.slot === slot);
    return choice ? [workedPlace(choice, input, reads)] : standingPlace(slot as Slot, input, reads);
  });
  return {
    places,
    ...(input.vehicle ? networkOf(input.vehicle.id, input, reads) : {}),
    pedal: input.vehicle ? reads.vehicleFacts(input.vehicle.id, 'pedal').map(recorded) : [],
    ...(input.plan?.splits ? { splits: true } : {}),
    ...(input.plan ? { brings: input.plan.brings } : {}),
    ...clutchThen(choices, input, reads),
    ...drivenBy(input),
    booster: !input.vehicle && choices.some((c) => hasBooster(input, c.chosen ?? c.old)),
    listed: [],
    refused: [],
    overrides: [],
    unanswered: [],
    settings: input.settings,
  };
}

/** What drives the booster by the record of the vehicle, where that names one way alone. */
function drivenBy({ vehicle }: PlaceInput): Pick<JobRows, 'assistance'> {
  const drives = (['vacuum', 'pump'] as const).find((one) => one === vehicle?.assistance);
  return drives ? { assistance: drives } : {};
}

/**
 * How a clutch is laid out that the conversion brings: as the sister vehicle has it, else by where it is fed from and
 * what its slave is.
 */
function clutchThen(choices: readonly PlaceChoice[], input: PlaceInput, reads: JobReads): Pick<JobRows, 'layoutsThen'> {
  const brought = choices.filter((one) => one.brought && findSlot(one.slot)?.system === 'clutch');
  if (!brought.some(({ chosen }) => chosen) || !input.vehicle) return {};
  const { id } = input.vehicle;
  const sister = brought.map(({ chosen, slot }) => chosen && reads.sisterWith(chosen.id, slot, id)).find(Boolean);
  const its = sister === undefined ? undefined : reads.layouts(sister).clutch;
  const slave = brought.find(({ slot }) => slot === 'slave')?.chosen;
  const around = slave && factOf(slave.facts, 'slave-form')?.value === 'concentric';
  const shared = planned('clutch-master', input).some(({ to }) => to === 'brake-reservoir');
  return { layoutsThen: { clutch: its ?? (around ? 'clutch-concentric' : shared ? 'clutch-shared' : 'clutch') } };
}

/** How a vehicle is laid out, and what is recorded of its lines for this month and option. */
function networkOf(vehicleId: string, { known }: PlaceInput, reads: JobReads): Pick<JobRows, 'layouts' | 'network'> {
  const { built, options } = known;
  const applies = (row: PartFact): boolean =>
    (built === undefined || (row.builtFrom <= built && (row.builtTo === '' || row.builtTo >= built))) &&
    (row.option === '' || options.length === 0 || options.includes(row.option));
  const byPart = new Map<string, PartFact[]>();
  for (const row of reads.partFacts(vehicleId)) byPart.set(row.part, [...(byPart.get(row.part) ?? []), row]);
  const network = [...byPart].map(([part, all]): NetworkPart => {
    const rows = all.filter(applies);
    const optioned = rows.filter((row) => row.option !== '' && options.includes(row.option));
    // While nobody said which options it has, any of them may be there.
    const plain = options.length === 0 ? rows : rows.filter((row) => row.option === '');
    const own = optioned.length > 0 ? optioned : plain;
    const factsIn = (list: readonly PartFact[]): ChainFact[] =>
      list.flatMap(({ fact }) => (fact ? [recorded(fact)] : []));
    const sets = [...new Set(own.map((row) => row.matedSet))];
    const every = [...new Set(all.map((row) => row.matedSet).filter((s) => s !== ''))];
    const sides = every.map((set) => ({ set, facts: factsIn(all.filter((row) => row.matedSet === set)) }));
    const [set = ''] = sets;
    // Which of several variants is fitted nobody knows: neither its figures nor its side.
    const several = new Set(own.map((row) => `${row.builtFrom} ${row.option}`)).size > 1;
    const side = several ? (every.length > 0 ? 'not-known' : '') : set;
    return { part, ...(side === '' ? {} : { set: side }), facts: several ? agreed(factsIn(own)) : factsIn(own), sides };
  });
  return { layouts: reads.layouts(vehicleId), network };
}

/** What every variant of a part has alike. */
const agreed = (facts: readonly ChainFact[]): ChainFact[] =>
  facts.filter((fact, i) => {
    const same = facts.filter((f) => f.attribute === fact.attribute && f.position === fact.position);
    return same.every((f) => f.value === fact.value) && facts.indexOf(same[0] ?? fact) === i;
  });

/**
 * A vehicle has a booster when its chain says so; without a vehicle, when its master comes without a rod of its own.
 */
export function hasBooster(input: PlaceInput, unit: UnitDesign | undefined): boolean {
  if (input.plan?.roles.some((role) => role.slot === 'booster')) return true;
  if (input.vehicle) return entriesFor(input.chain, 'booster', input.known).length > 0;
  return unit !== undefined && factOf(unit.facts, 'rod-length')?.value === null;
}

/**
 * Whether another unit sits in a place than the record names: studs, rod and lines may have been made to take it, and
 * what the record says of them does not count any more. What no unit meets is as it was, and which lines there are.
 */
const isOther = (old: UnitDesign | undefined, slot: Slot, { chain, known }: PlaceInput): boolean => {
  // What it names for another month or option is not named for this vehicle.
  const named = entriesFor(chain, slot, known);
  return old !== undefined && named.length > 0 && named.every(({ unitId }) => unitId !== old.id);
};
const leftAsRecorded = (facts: readonly ChainFact[]): ChainFact[] =>
  facts.filter(({ attribute: name }) => isOfTheVehicle(name) || name === 'port-feeds');

function workedPlace(choice: PlaceChoice, input: PlaceInput, reads: JobReads): JobPlace {
  const slot = choice.slot as Slot;
  const { blind } = choice;
  // Which unit is there nobody can tell: what goes by it is measured. One that stays is itself again all the same.
  const itself = blind && choice.stays !== undefined && choice.old ? { ...choice.old, facts: [] } : undefined;
  const old = blind ? itself : choice.old;
  const chosen = itself && choice.chosen?.id === itself.id ? itself : choice.chosen;
  const kind = (chosen ?? choice.old)?.kind ?? findSlot(slot)?.kinds[0] ?? 'brake-master';
  const role = input.plan?.roles.find((r) => r.slot === slot);
  // What the record says of a place is of the unit that it names, and was made for that one.
  const unnamed =
    input.vehicle !== undefined && !choice.brought && entriesFor(input.chain, slot, input.known).length === 0;
  const unknown = blind === true || (unnamed && !old);
  const here = recordedOf(slot, input, reads).map((fact) =>
    unknown && !isOfTheVehicle(fact.attribute) ? listedOnly(fact) : fact,
  );
  const counts = choice.state === undefined || placeStateRow(choice.state).record === 'counts';
  const other = !counts || isOther(old, slot, input) || (unnamed && !unknown);
  return {
    slot,
    kind: choice.old?.kind ?? kindRecorded(slot, input, reads) ?? kind,
    ...(old ? { old } : {}),
    ...(chosen ? { chosen } : {}),
    recorded: choice.brought ? sisterFacts(slot, chosen, input, reads) : other ? leftAsRecorded(here) : here,
    ...(other || unknown ? { other: true as const } : {}),
    read: [
      ...choice.measured.map((item) => readingOf(item, input.settings)),
      ...(choice.brought ? decidedFluid(slot, input) : []),
    ],
    ...setOf('oldSet', old, slot, input, reads),
    ...setOf('chosenSet', chosen, slot, input, reads),
    ...(choice.stays === 'resealed' ? { resealed: true as const } : {}),
    ...(choice.state === undefined ? {} : { state: choice.state }),
    ...(choice.sides === undefined ? {} : { sides: choice.sides }),
    ...(chosen && choice.stays === undefined ? { box: boxOf(chosen, choice.chosenNumber, slot, input, reads) } : {}),
    wanted: role !== undefined || decisionOf(input.decisions, { about: 'wanted', slot }) !== undefined,
    // Where another unit sits, what it meets may have been made to take it: the record of the pair says nothing then.
    beside: chosen && !other && !blind ? besideOf(chosen, slot, input) : [],
    ...(role && input.plan ? { conversion: input.plan.words } : {}),
    changes: planned(slot, input),
    asks: lookup(input.plan?.asks, slot) ?? [],
    ...(role?.wanted && !role.stays ? { role: role.wanted } : {}),
    ...(choice.brought && chosen ? { absent: true as const } : {}),
  };
}

const listedOnly = (fact: ChainFact): ChainFact => ({ ...fact, rests: 'listed' });

/** The kind of unit that the record has in a place, where it may be one of several: another kind may go in. */
function kindRecorded(slot: Slot, { chain, known }: PlaceInput, reads: JobReads): UnitKind | undefined {
  const kinds = new Set(entriesFor(chain, slot, known).flatMap(({ unitId }) => reads.unit(unitId)?.kind ?? []));
  const [only] = kinds;
  return kinds.size === 1 ? only : undefined;
}

/** The fluid of a system that is not there yet is the one that was decided: there is no cap that could be read. */
function decidedFluid(slot: Slot, { decisions }: PlaceInput): ChainFact[] {
  const system = findSlot(slot)?.system;
  const grade = system && decisionOf(decisions, { about: 'fluid', system })?.choice;
  return grade === undefined ? [] : [{ attribute: 'fluid', value: grade, rests: 'recorded' }];
}

/** What a place that a conversion brings has on the sister vehicle that the new unit comes from. */
function sisterFacts(slot: Slot, chosen: UnitDesign | undefined, input: PlaceInput, reads: JobReads): ChainFact[] {
  const sister = chosen && input.vehicle ? reads.sisterWith(chosen.id, slot, input.vehicle.id) : undefined;
  if (sister === undefined) return [];
  return reads.recordedAt(sister, slot).map((fact) => ({ ...recorded(fact), rests: 'sister' }));
}

/** What the conversion of a job changes at a place. */
const planned = (slot: string, input: PlaceInput): Change[] =>
  input.plan?.changes.filter((c) => c.slot === slot).map(({ change }) => change) ?? [];

/** A place that nobody works on, with its unit where the record names exactly one. */
function standingPlace(slot: Slot, input: PlaceInput, reads: JobReads): JobPlace[] {
  const entries = entriesFor(input.chain, slot, input.known);
  const only = entries.length === 1 && entries[0] ? reads.unit(entries[0].unitId) : undefined;
  const kind = only?.kind ?? findSlot(slot)?.kinds[0];
  if (entries.length === 0 || kind === undefined) return [];
  return [
    {
      slot,
      kind,
      ...(only ? { old: only } : {}),
      recorded: recordedOf(slot, input, reads),
      // What was seen at a place that nobody works on counts where the chain meets it.
      read: measuredAt(slot, input).map((item) => readingOf(item, input.settings)),
      ...setOf('oldSet', only, slot, input, reads),
      wanted: false,
      beside: [],
      changes: planned(slot, input),
      asks: [],
    },
  ];
}

const recorded = ({ attribute, position, value, tolerance, source, unsourced }: Fact): ChainFact => ({
  attribute,
  ...(position === undefined ? {} : { position }),
  value,
  ...(tolerance === undefined ? {} : { tolerance }),
  rests: unsourced ? 'listed' : 'recorded',
  ...(source === '' ? {} : { source }),
});

/** What the record says of the vehicle at a place, without what it says of its pedal. */
function recordedOf(slot: Slot, input: PlaceInput, reads: JobReads): ChainFact[] {
  if (!input.vehicle) return [];
  const own = new Set(reads.vehicleFacts(input.vehicle.id, slot).map((f) => slotKey(f.attribute, f.position)));
  return reads
    .recordedAt(input.vehicle.id, slot)
    .filter((fact) => fact.attribute === 'driving-side' || own.has(slotKey(fact.attribute, fact.position)))
    .map(recorded);
}

export function readingOf(item: Evidence, settings: Settings): ChainFact {
  const tolerance = readingTolerance(item, settings);
  return {
    attribute: item.attribute,
    ...(item.position === undefined ? {} : { position: item.position }),
    value: evidenceBase(item),
    ...(tolerance === undefined ? {} : { tolerance }),
    rests: 'measured',
  };
}

/**
 * The side of a production change that a unit of this vehicle comes from; "not-known" where it belongs to one and none
 * is named.
 */
function setOf<K extends 'oldSet' | 'chosenSet'>(
  key: K,
  unit: UnitDesign | undefined,
  slot: string,
  input: PlaceInput,
  reads: JobReads,
): Partial<Record<K, string>> {
  const planned = input.plan?.mated.includes(slot) === true;
  if (!planned && !input.chain.some((e) => e.slot === slot && e.matedSet)) return {};
  const own = input.chain.find((e) => e.slot === slot && e.unitId === unit?.id)?.matedSet;
  const set = own ?? (planned && unit ? reads.sideOf(unit.id, slot) : undefined);
  if (set) return { [key]: set } as Partial<Record<K, string>>;
  return key === 'oldSet' && !planned ? ({ [key]: 'not-known' } as Partial<Record<K, string>>) : {};
}

/** Units that the record lists with one for this vehicle, in a month and an option that go together. */
function besideOf(unit: UnitDesign, slot: string, input: PlaceInput): string[] {
  const own = input.chain.filter((e) => e.slot === slot && e.unitId === unit.id);
  return input.chain.filter((other) => other.slot !== slot && own.some((e) => together(e, other))).map((e) => e.unitId);
}

type Entry = SlotInput['chain'][number];
const together = (a: Entry, b: Entry): boolean =>
  (a.builtFrom ?? '') <= (b.builtTo ?? '9999') &&
  (b.builtFrom ?? '') <= (a.builtTo ?? '9999') &&
  (a.option === null || b.option === null || a.option === b.option);

/** Who lists the chosen unit for this vehicle as built, and who lists it instead of the one that was identified. */
function listingsOf(choice: SlotChoice, input: SlotInput, reads: JobReads): Listing[] {
  const { slot, old, chosen } = choice;
  if (!chosen) return [];
  const listings: Listing[] = [];
  const { entries } = listedFor(input.chain, slot, input.known);
  // Where two units are listed that may differ, neither is listed for this vehicle.
  const others = entries.flatMap(({ unitId }) => (unitId === chosen.id ? [] : (reads.unit(unitId) ?? [])));
  const alone = others.every((other) => isKnownSame(chosen, other, input.settings));
  const by = SOURCES_FROM_WEAKEST.findLast((kind) =>
    entries.some((e) => e.unitId === chosen.id && e.sourceKind === kind),
  );
  // Where another unit sits, or nobody can tell which, the vehicle is not the one that the record lists it for.
  const asListed = !choice.blind && !isOther(old, slot as Slot, input);
  if (asListed && alone && by !== undefined) listings.push({ unit: chosen.id, by, vehicle: true });
  // What stands for which unit nobody knows it to be is no unit that another is listed for.
  if (!old || choice.blind || old.id === chosen.id) return listings;
  const interchange = interchangeOf(choice, reads);
  if (!interchange || interchange.disputed !== undefined || !['same', 'drop-in'].includes(interchange.grade))
    return listings;
  const steps = interchange.paths[0] ?? [];
  const said = steps.flatMap((step) => step.assertions);
  const weakest = SOURCES_FROM_WEAKEST.find((kind) => said.some((a) => a.sourceKind === kind));
  const claim = said.find((a) => a.sourceKind === weakest);
  const misfits = steps.reduce((sum, step) => sum + (step.outcomes?.misfit ?? 0), 0);
  const fitted = steps.reduce((sum, step) => sum + (step.outcomes?.fitted ?? 0), 0);
  if (!weakest || !claim) return listings;
  const { source: title, date } = claim;
  return [...listings, { unit: chosen.id, by: weakest, instead: old.id, title, date, fitted, misfits }];
}

/** What is on record against putting the chosen unit in place of the one that was identified. */
function refusalsOf(choice: SlotChoice, reads: JobReads): Refusal[] {
  const { old, chosen } = choice;
  if (!old || !chosen || old.id === chosen.id) return [];
  const interchange = interchangeOf(choice, reads);
  if (!interchange) return [];
  const path = interchange.paths[0] ?? [];
  const refusal = path.find((step) => step.kind === 'does-not-fit');
  const doubted = path.find((step) => step.review === true);
  const pair = { unit: chosen.id, instead: old.id };
  if (interchange.disputed !== undefined)
    return [{ ...pair, state: 'does-not-fit', by: interchange.disputed, disputed: true }];
  if (interchange.grade === 'does-not-fit') {
    const said = refusal?.assertions.map((a) => `${a.source}${a.note ? `: ${a.note}` : ''}`).join('; ');
    return [{ ...pair, state: 'does-not-fit', by: said ?? '' }];
  }
  if (!doubted) return [];
  const times = doubted.outcomes?.misfit ?? 0;
  return [{ ...pair, state: 'not-known', by: `${doubted.to} instead of ${doubted.from}, ${times} times` }];
}
