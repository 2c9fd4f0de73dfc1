import type { FeelView, InterchangeEntry, SlotWork, SplitView, WheelView } from '@kerabat/contract';
import { boreName, changeBore, changeWheels, type BoreChangeKind, type WheelUnits } from '@kerabat/core/bore';
import { findSlot } from '@kerabat/core/strip';
import { knownSide, partsOf, type KnownSide, type ShownJoint, type Slot } from '@kerabat/core/job';
import { splitOf } from '@kerabat/core/identify';
import { tubesFor } from '@kerabat/core/line';
import { findSeat } from '@kerabat/core/seat';
import { findThread, BRAKE_THREADS } from '@kerabat/core/thread';
import { numberOf, portPositions, textOf, type UnitDesign } from '@kerabat/core/unit';
import { mm } from '@kerabat/core/units';
import { wheelSentence } from '@kerabat/core/words';
import type { Stores } from './needs.js';
import { entriesFor, type SlotChoice, type SlotInput } from './choose.js';
import { kitsFor, type JudgedKit } from './kit-of.js';
import { interchangeOf } from './interchange-of.js';
import { hasBooster } from './rows.js';

/** The joints and side values that the rest of the job needs. */
export interface SlotResult {
  readonly work: SlotWork;
  readonly choice: SlotChoice;
  readonly joints: readonly ShownJoint[];
  readonly vehicle: KnownSide;
  readonly booster: boolean;
  /** The kit that was chosen. */
  readonly kit?: JudgedKit;
  /** How the chosen unit is interchange of the old one; undefined when it is the old one or no path is known. */
  readonly interchange?: InterchangeEntry;
}

/** Second half: what follows from the joints of the chosen unit, which were judged with the whole chain. */
export function computeSlot(
  choice: SlotChoice,
  joints: readonly ShownJoint[],
  input: SlotInput,
  stores: Stores,
): SlotResult {
  const { slot, chosen, old } = choice;
  const recorded = input.vehicle ? stores.vehicles.recordedAt(input.vehicle.id, slot) : [];
  const side = knownSide(choice.measured, recorded, old?.facts ?? [], input.practice);
  const unit = chosen ?? old;
  const booster = hasBooster(input, unit);
  const interchange = interchangeOf(choice, input, stores);
  const kits = unit ? kitsFor(unit, capOf(side)?.grade, slot, input, stores) : undefined;
  const work: SlotWork = {
    slot,
    words: findSlot(slot)?.words ?? slot,
    kind: unit?.kind ?? findSlot(slot)?.kinds[0] ?? 'brake-master',
    evidence: input.evidence
      .filter(({ view }) => view.slot === slot || view.slot === `unit:${chosen?.id ?? ''}`)
      .map(({ view }) => view),
    photographs: stores.photographs.list(input.job.id).filter((p) => p.slot === slot),
    identification: choice.identification,
    unitIs: choice.unitIs,
    ...splitFor(slot, old?.id, input),
    ...(old ? { old: refOf(old, undefined, stores) } : {}),
    ...(choice.oldBy === undefined ? {} : { oldBy: choice.oldBy }),
    ...(chosen ? { chosen: refOf(chosen, choice.chosenNumber, stores) } : {}),
    joints: joints.map(({ slot: _slot, ...joint }) => joint) as SlotWork['joints'],
    ports: unit ? portViews(unit) : [],
    kits: kits?.views ?? [],
    resealed: choice.stays === 'resealed',
    ...feelOf(side, chosen),
    ...wheelsOf(side, old, chosen, slot, input, stores),
  };
  return {
    work,
    choice,
    joints,
    vehicle: side,
    booster,
    ...(kits?.chosen ? { kit: kits.chosen } : {}),
    ...(interchange ? { interchange } : {}),
  };
}

const refOf = (unit: UnitDesign, number: string | undefined, stores: Stores): NonNullable<SlotWork['old']> => {
  const bore = numberOf(unit.facts, 'bore');
  const ordered = number ?? stores.units.numbers(unit.id)[0];
  const name = bore === undefined ? undefined : boreName(bore);
  return {
    unitId: unit.id,
    name: unit.name,
    maker: unit.maker,
    ...(ordered ? { number: ordered } : {}),
    ...(name ? { bore: name } : {}),
  };
};

/** The production change that touches a place, with its mates in other places. */
function splitFor(slot: string, found: string | undefined, input: SlotInput): { split?: SplitView } {
  const entries = input.chain.map((e) => ({ ...e, slotWords: findSlot(e.slot)?.words ?? e.slot }));
  const split = splitOf(entries, slot, input.known.built, found, input.practice.changeMargin);
  if (!split) return {};
  return { split: { ...split, sides: split.sides.map((side) => ({ ...side, units: [...side.units] })) } };
}

function portViews(unit: UnitDesign): SlotWork['ports'] {
  return portPositions(unit.facts).map((position) => {
    const [thread, form, feeds] = (['port-thread', 'port-seat', 'port-feeds'] as const).map((name) =>
      textOf(unit.facts, name, position),
    );
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

/** The fluid that the cap names, and how it is known. */
export function capOf(side: KnownSide): { grade: string; origin: string } | undefined {
  const known = side.get('fluid');
  return typeof known?.value === 'string' ? { grade: known.value, origin: known.origin } : undefined;
}

const FEEL_KINDS: readonly string[] = ['brake-master', 'clutch-master', 'slave'] satisfies BoreChangeKind[];

function feelOf(side: KnownSide, chosen: UnitDesign | undefined): { feel?: FeelView } {
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

const WHEEL_KINDS: readonly string[] = ['caliper', 'wheel-cylinder'];

/** What other wheel units do, beside the master that stays: its bore where the record names exactly one. */
function wheelsOf(
  side: KnownSide,
  old: UnitDesign | undefined,
  chosen: UnitDesign | undefined,
  slot: string,
  input: SlotInput,
  stores: Stores,
): { wheels?: WheelView } {
  if (!old || !chosen || !WHEEL_KINDS.includes(chosen.kind) || old.kind !== chosen.kind) return {};
  const unitsOf = (unit: UnitDesign): WheelUnits | undefined => {
    const boreMm = numberOf(unit.facts, 'bore');
    // A sliding caliper and a cylinder have one that counts where nobody says more.
    const pistons = numberOf(unit.facts, 'piston-count') ?? 1;
    const discMm = numberOf(unit.facts, 'disc');
    return boreMm === undefined
      ? undefined
      : { boreMm, pistons, units: partsOf(slot as Slot).length, ...(discMm === undefined ? {} : { discMm }) };
  };
  const measured = side.get('bore')?.value;
  const before = unitsOf(old);
  const [from, to] = [
    before && typeof measured === 'number' ? { ...before, boreMm: measured } : before,
    unitsOf(chosen),
  ];
  if (!from || !to) return {};
  const masters = entriesFor(input.chain, 'brake-master', input.known);
  const master = masters.length === 1 ? stores.units.design(masters[0]?.unitId ?? '') : undefined;
  const change = changeWheels(from, to, master && numberOf(master.facts, 'bore'));
  const { areaRatio, torqueRatio, working } = change;
  return {
    wheels: {
      areaRatio,
      ...(torqueRatio === undefined ? {} : { torqueRatio }),
      sentence: wheelSentence(change),
      working,
    },
  };
}

/** The arithmetic of a change of bore with its values in it. */
export const boreWorking = (from: number, to: number): string =>
  `(${from.toFixed(4)} / ${to.toFixed(4)})² = ${((from / to) ** 2).toFixed(4)}; areas π d² / 4 = ${((Math.PI * from ** 2) / 4).toFixed(2)} and ${((Math.PI * to ** 2) / 4).toFixed(2)} mm²`;
