import type { ChainEntry, Decision, FeelView, Job, KinEntry, SlotWork, Vehicle } from '@kerabat/contract';
import { boreName, changeBore, type BoreChangeKind } from '@kerabat/core/bore';
import { findSlot } from '@kerabat/core/chain';
import { checkFit, checkOf, vehicleSide, type Joint, type VehicleSide } from '@kerabat/core/fit';
import { evidenceBase, rank, type Candidate, type Evidence, type PoolMember } from '@kerabat/core/identify';
import { judgeKit } from '@kerabat/core/kit';
import { tubesFor } from '@kerabat/core/line';
import type { Practice } from '@kerabat/core/practice';
import { findSeat } from '@kerabat/core/seat';
import { findThread, BRAKE_THREADS } from '@kerabat/core/thread';
import { factOf, numberOf, portPositions, textOf, type Fact, type UnitDesign } from '@kerabat/core/unit';
import { mm } from '@kerabat/core/units';
import type { Stores } from '../main/stores.js';

/** What a slot's computation starts from. */
export interface SlotInput {
  readonly job: Job;
  readonly vehicle: Vehicle | undefined;
  readonly chain: readonly ChainEntry[];
  readonly decisions: readonly Decision[];
  readonly evidence: ReturnType<Stores['jobs']['evidence']>;
  readonly practice: Practice;
}

/** A slot half computed: who was there and who will be, before the joints are checked. */
export interface SlotChoice {
  readonly slot: string;
  readonly pool: readonly PoolMember[];
  readonly identification: ReturnType<typeof rank>;
  readonly measured: readonly Evidence[];
  readonly old?: UnitDesign;
  readonly oldBy?: string;
  readonly chosen?: UnitDesign;
  readonly chosenNumber?: string;
}

/** The joints and side values that the rest of the job needs. */
export interface SlotResult {
  readonly work: SlotWork;
  readonly choice: SlotChoice;
  readonly joints: readonly Joint[];
  readonly vehicle: VehicleSide;
  readonly booster: boolean;
  /** How the chosen unit is kin of the old one; undefined when it is the old one or no path is known. */
  readonly kin?: KinEntry;
}

export const decisionOf = (decisions: readonly Decision[], subject: string): NonNullable<Decision['value']> | undefined =>
  decisions.find((d) => d.subject === subject)?.value ?? undefined;

/** Chain entries of a slot that apply to this vehicle as built: its month and its options, as far as they are known. */
export function entriesFor(chain: readonly ChainEntry[], slot: string, job: Job): ChainEntry[] {
  const { built, options } = job;
  const inSlot = chain.filter((entry) => entry.slot === slot);
  return inSlot.filter(
    (entry) =>
      (built === null || ((entry.builtFrom ?? '') <= built && (entry.builtTo === null || entry.builtTo >= built))) &&
      (options.length === 0 || entry.option === null || options.includes(entry.option)),
  );
}

/** First half: identifies the old unit and finds the chosen one. */
export function chooseSlot(slot: string, input: SlotInput, stores: Stores): SlotChoice {
  const row = findSlot(slot);
  const entries = entriesFor(input.chain, slot, input.job);
  const recorded = new Set(entries.map((e) => e.unitId));
  const units = (row?.kinds ?? []).flatMap((kind) => stores.units.designsOfKind(kind));
  const classOf = classes(units, stores, input.practice);
  const pool = units.map((unit): PoolMember => ({ unit, recorded: recorded.has(unit.id), classId: classOf(unit.id) }));
  const measured = input.evidence.filter(({ view }) => view.slot === slot && !view.withdrawn).map(({ item }) => item);
  const identification = rank(pool, measured, input.practice);
  const decided = decisionOf(input.decisions, `old:${slot}`);
  const enough = identification.verdict === 'enough' ? identification.candidates[0]?.unitId : undefined;
  const oldId = decided ? decided.choice : enough;
  const old = oldId === undefined ? undefined : units.find((unit) => unit.id === oldId);
  const by = input.decisions.find((d) => d.subject === `old:${slot}`)?.by;
  const chosenAs = decisionOf(input.decisions, `unit:${slot}`);
  const chosen = chosenAs && withMeasured(stores.units.design(chosenAs.choice), input.evidence);
  return {
    slot,
    pool,
    identification,
    measured,
    ...(old ? { old, oldBy: decided ? `said by ${by ?? 'somebody'}` : measured.length > 0 ? 'by the evidence' : 'by the record alone' } : {}),
    ...(chosen ? { chosen } : {}),
    ...(chosen && chosenAs?.detail ? { chosenNumber: chosenAs.detail } : {}),
  };
}

/** A unit in the hand, with what was measured on it in this job laid over its record. */
function withMeasured(unit: UnitDesign | undefined, evidence: SlotInput['evidence']): UnitDesign | undefined {
  const own = evidence.filter(({ view }) => !view.withdrawn && view.slot === `unit:${unit?.id ?? ''}`);
  if (!unit || own.length === 0) return unit;
  const measured = own.map(({ item }): Fact => ({
    attribute: item.attribute,
    ...(item.position === undefined ? {} : { position: item.position }),
    value: evidenceBase(item),
    source: 'measured on the new unit',
  }));
  const kept = unit.facts.filter((f) => !measured.some((m) => m.attribute === f.attribute && m.position === f.position));
  return { ...unit, facts: [...kept, ...measured] };
}

/** The class of each unit: the smallest key among the units that are one with it. */
function classes(units: readonly UnitDesign[], stores: Stores, practice: Practice): (id: string) => string {
  const known = new Map<string, string>();
  for (const unit of units) {
    if (known.has(unit.id)) continue;
    const members = [...stores.kin.sameUnits(unit.id, practice)].sort();
    for (const member of members) known.set(member, members[0] ?? unit.id);
  }
  return (id) => known.get(id) ?? id;
}

/** Second half: checks every joint of the chosen unit, given what stands in the neighbouring slots. */
export function computeSlot(choice: SlotChoice, all: readonly SlotChoice[], input: SlotInput, stores: Stores, mated: Joint | undefined): SlotResult {
  const { slot, chosen, old } = choice;
  const recorded = input.vehicle ? stores.vehicles.facts(input.vehicle.id, slot) : [];
  const side = vehicleSide(choice.measured, [...recorded, ...neighbourFacts(slot, all, input, stores)], old?.facts ?? []);
  const unit = chosen ?? old;
  const booster = hasBooster(input, unit);
  const accepted = new Set(
    input.decisions.filter((d) => d.value && d.subject.startsWith(`remedy:${slot}/`)).map((d) => d.subject.slice(`remedy:${slot}/`.length)),
  );
  const sameAsOld = chosen !== undefined && old !== undefined && stores.kin.sameUnits(old.id, input.practice).has(chosen.id);
  const kin = kinOf(choice, input, stores);
  const refused = kin && refusalJoint(kin);
  const joints = chosen
    ? [
        ...checkFit({ unit: chosen, vehicle: side, booster, sameAsOld, accepted, practice: input.practice }),
        ...(mated ? [mated] : []),
        ...(refused ? [refused] : []),
      ]
    : [];
  const work: SlotWork = {
    slot,
    words: findSlot(slot)?.words ?? slot,
    kind: unit?.kind ?? findSlot(slot)?.kinds[0] ?? 'brake-master',
    evidence: input.evidence.filter(({ view }) => view.slot === slot || view.slot === `unit:${chosen?.id ?? ''}`).map(({ view }) => view),
    identification: identificationView(choice, input, stores),
    ...(old ? { old: refOf(old, undefined, stores) } : {}),
    ...(choice.oldBy === undefined ? {} : { oldBy: choice.oldBy }),
    ...(chosen ? { chosen: refOf(chosen, choice.chosenNumber, stores) } : {}),
    joints: joints as SlotWork['joints'],
    ports: unit ? portViews(unit) : [],
    kits: unit ? kitViews(unit, side, slot, input, stores) : [],
    ...feelOf(side, chosen),
  };
  return { work, choice, joints, vehicle: side, booster, ...(kin ? { kin } : {}) };
}

function kinOf({ old, chosen }: SlotChoice, input: SlotInput, stores: Stores): KinEntry | undefined {
  if (!old || !chosen || old.id === chosen.id) return undefined;
  return stores.kin.kin(old.id, input.practice, input.practice.kinDepth, '', 0).entries.find((e) => e.unitId === chosen.id);
}

/** A recorded "does not fit" between the old unit and the chosen one is a joint of its own: it stops the order like any other. */
function refusalJoint(kin: KinEntry): Joint | undefined {
  const disputed = kin.disputed !== undefined;
  if (kin.grade !== 'does-not-fit' && !disputed) return undefined;
  const step = kin.paths[0]?.at(-1);
  const said = step?.assertions.map((a) => `${a.source}${a.note ? `: ${a.note}` : ''}`).join('; ');
  const sentence = disputed ? `The interchange is ${kin.disputed ?? ''}` : `Recorded as not fitting. ${said ?? ''}`;
  const check = checkOf('record', 'what is on record', 'fitted', 'chosen', 'no record against it', { state: 'does-not-fit', sentence });
  return { id: 'record', words: 'what is on record', place: 'side', state: 'does-not-fit', checks: [check] };
}

/** What the units beside this slot bring to its joints: the booster's pin to the master's recess, and the reverse. */
function neighbourFacts(slot: string, all: readonly SlotChoice[], input: SlotInput, stores: Stores): Fact[] {
  const wanted = slot === 'brake-master' ? (['booster', 'booster-pin'] as const) : slot === 'booster' ? (['brake-master', 'recess-depth'] as const) : undefined;
  if (!wanted) return [];
  const [neighbour, attribute] = wanted;
  const worked = all.find((c) => c.slot === neighbour);
  const onVehicle = entriesFor(input.chain, neighbour, input.job);
  const only = onVehicle.length === 1 && onVehicle[0] ? stores.units.design(onVehicle[0].unitId) : undefined;
  const fact = factOf((worked?.chosen ?? worked?.old ?? only)?.facts ?? [], attribute);
  return fact ? [fact] : [];
}

/** A vehicle has a booster when its chain says so; without a vehicle, when its master comes without a rod of its own. */
function hasBooster(input: SlotInput, unit: UnitDesign | undefined): boolean {
  if (input.vehicle) return entriesFor(input.chain, 'booster', input.job).length > 0;
  return unit !== undefined && factOf(unit.facts, 'rod-length')?.value === null;
}

const refOf = (unit: UnitDesign, number: string | undefined, stores: Stores): NonNullable<SlotWork['old']> => {
  const bore = numberOf(unit.facts, 'bore');
  const ordered = number ?? stores.units.numbers(unit.id)[0];
  const name = bore === undefined ? undefined : boreName(bore);
  return { unitId: unit.id, name: unit.name, maker: unit.maker, ...(ordered ? { number: ordered } : {}), ...(name ? { bore: name } : {}) };
};

const MOST_ELIMINATED = 20;

function identificationView(choice: SlotChoice, input: SlotInput, stores: Stores): SlotWork['identification'] {
  const { identification, pool, slot } = choice;
  const unitOf = new Map(pool.map((m) => [m.unit.id, m.unit]));
  const entries = entriesFor(input.chain, slot, input.job);
  const view = (c: Candidate): SlotWork['identification']['candidates'][number] => {
    const entry = entries.find((e) => e.unitId === c.unitId);
    const unit = unitOf.get(c.unitId);
    return {
      ...c,
      name: unit?.name ?? c.unitId,
      maker: unit?.maker ?? '',
      numbers: stores.units.numbers(c.unitId),
      fitted: entry ? fittedWords(entry) : 'not recorded for this vehicle',
      agrees: [...c.agrees],
      disagrees: [...c.disagrees],
      unrecorded: [...c.unrecorded],
    };
  };
  return {
    pool: pool.length,
    candidates: identification.candidates.slice(0, 20).map(view),
    eliminated: identification.eliminated.slice(0, MOST_ELIMINATED).map(view),
    eliminatedCount: identification.eliminated.length,
    ...(identification.oddOneOut ? { oddOneOut: identification.oddOneOut } : {}),
    verdict: identification.verdict,
    advice: identification.advice,
    entropyBits: identification.entropyBits,
  };
}

function fittedWords(entry: ChainEntry): string {
  const range = entry.builtFrom || entry.builtTo ? `built ${entry.builtFrom ?? 'from the start'} to ${entry.builtTo ?? 'the end'}` : 'all build months';
  return `${range}${entry.option ? `, option ${entry.option}` : ''}`;
}

function portViews(unit: UnitDesign): SlotWork['ports'] {
  return portPositions(unit.facts).map((position) => {
    const [thread, form, feeds] = (['port-thread', 'port-seat', 'port-feeds'] as const).map((name) => textOf(unit.facts, name, position));
    const seat = form === undefined ? undefined : findSeat(form);
    const known = thread === undefined ? undefined : findThread(thread);
    const hex = BRAKE_THREADS.find((t) => t.designation === known?.designation)?.usualHex;
    return {
      position,
      ...(thread ? { thread } : {}),
      ...(seat ? { seat: seat.name, seatForm: seat.portForm, nutForm: seat.nutForm } : {}),
      ...(feeds ? { feeds } : {}),
      tubes: thread ? tubesFor(thread).map((t) => t.tube) : [],
      ...(hex && hex !== '-' ? { hex } : {}),
    };
  });
}

function kitViews(unit: UnitDesign, side: VehicleSide, slot: string, input: SlotInput, stores: Stores): SlotWork['kits'] {
  const cap = capOf(side)?.grade;
  const chosen = decisionOf(input.decisions, `kit:${slot}`)?.choice;
  return stores.kits.forUnit(unit).map((kit) => ({
    id: kit.id,
    name: kit.name,
    ...(kit.number ? { number: kit.number } : {}),
    ...judgeKit(unit, kit, cap, input.practice),
    contents: kit.contents.map((c) => `${c.quantity} × ${c.item}${c.note ? `, ${c.note}` : ''}`),
    chosen: kit.id === chosen,
  }));
}

/** The fluid that the cap names, and how it is known. */
export function capOf(side: VehicleSide): { grade: string; origin: string } | undefined {
  const known = side.get('fluid');
  return typeof known?.value === 'string' ? { grade: known.value, origin: known.origin } : undefined;
}

const FEEL_KINDS: readonly string[] = ['brake-master', 'clutch-master', 'slave'] satisfies BoreChangeKind[];

function feelOf(side: VehicleSide, chosen: UnitDesign | undefined): { feel?: FeelView } {
  const from = side.get('bore')?.value;
  const to = chosen && numberOf(chosen.facts, 'bore');
  if (!chosen || !FEEL_KINDS.includes(chosen.kind) || typeof from !== 'number' || to === undefined) return {};
  const kind = chosen.kind as BoreChangeKind;
  const change = changeBore(kind, from, to);
  return {
    feel: {
      kind,
      from: mm(from),
      to: mm(to),
      pressureRatio: change.pressureRatio,
      travelRatio: change.travelRatio,
      areaFrom: { value: change.areaFromMm2, unit: 'mm2' },
      areaTo: { value: change.areaToMm2, unit: 'mm2' },
      summary: change.summary,
      working: boreWorking(from, to),
    },
  };
}

/** The arithmetic of a change of bore with its values in it. */
export const boreWorking = (from: number, to: number): string =>
  `(${from.toFixed(4)} / ${to.toFixed(4)})² = ${((from / to) ** 2).toFixed(4)}; areas π d² / 4 = ${((Math.PI * from ** 2) / 4).toFixed(2)} and ${((Math.PI * to ** 2) / 4).toFixed(2)} mm²`;
