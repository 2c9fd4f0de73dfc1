import type { InterchangeEntry, SlotWork, SplitView } from '@kerabat/contract';
import type { Quantity } from '@kerabat/core/base/units';
import { splitOf } from '@kerabat/core/find/identify';
import type { ShownJoint } from '@kerabat/core/job';
import { boreName } from '@kerabat/core/named/bore';
import { findSeat } from '@kerabat/core/named/seat';
import { BRAKE_THREADS, findThread } from '@kerabat/core/named/thread';
import { tubeNutTorque, tubesFor } from '@kerabat/core/named/tube';
import { numberOf, portPositions, textOf, type UnitDesign } from '@kerabat/core/named/unit';
import { findSlot } from '@kerabat/core/vehicle/place';
import { knownSide, type KnownSide } from '@kerabat/core/vehicle/reading';
import type { Stores } from './needs.js';
import type { SlotChoice, SlotInput } from './choose.js';
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
  const side = knownSide(choice.measured, recorded, old?.facts ?? [], input.settings);
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
    ports: unit ? portViews(unit, stores) : [],
    kits: kits?.views ?? [],
    resealed: choice.stays === 'resealed',
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
  const split = splitOf(entries, slot, input.known.built, found, input.settings.changeMargin);
  if (!split) return {};
  return { split: { ...split, sides: split.sides.map((side) => ({ ...side, units: [...side.units] })) } };
}

const newtonMetre = (value: number): Quantity => ({ value, unit: 'Nm' });

function portViews(unit: UnitDesign, stores: Stores): SlotWork['ports'] {
  return portPositions(unit.facts).map((position) => {
    const [thread, form, feeds] = (['port-thread', 'port-seat', 'port-feeds'] as const).map((name) =>
      textOf(unit.facts, name, position),
    );
    const seat = form === undefined ? undefined : findSeat(form);
    const known = thread === undefined ? undefined : findThread(thread);
    const row = BRAKE_THREADS.find((t) => t.designation === known?.designation);
    const hex = form === 'flare-37' ? (row?.nut37Hex ?? row?.usualHex) : row?.usualHex;
    const torque = known && tubeNutTorque(known.designation, form);
    const [bleedBy, plugBy] = (['bench-bleed', 'plug'] as const).map(
      (part) => known && stores.kits.fittingNumber({ kind: part, thread: known.designation }),
    );
    return {
      position,
      ...(torque
        ? { torque: { least: newtonMetre(torque.leastNm), most: newtonMetre(torque.mostNm), source: torque.source } }
        : {}),
      ...(bleedBy === undefined ? {} : { bleedBy }),
      ...(plugBy === undefined ? {} : { plugBy }),
      ...(form === undefined ? {} : { form }),
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
