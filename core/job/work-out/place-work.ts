import type { IdentificationRecord, InterchangeRecord } from './records.js';
import type { Dispute, SlotWork } from './workspace.js';
import type { Quantity } from '../../base/units/index.js';
import { splitOf } from '../../find/identify/index.js';
import type { ShownJoint } from '../shown.types.js';
import { boreName } from '../../named/bore/index.js';
import { findSeat } from '../../named/seat/index.js';
import { BRAKE_THREADS, findThread } from '../../named/thread/index.js';
import { tubeNutTorque, tubesFor } from '../../named/tube/index.js';
import { numberOf, portPositions, textOf, type UnitDesign } from '../../named/unit/index.js';
import { findSlot } from '../../vehicle/place/index.js';
import { disputedIn, knownSide, type KnownSide } from '../../vehicle/reading/index.js';
import type { JobReads } from './reads.js';
import { SAID, type SlotChoice, type SlotInput } from './choose.js';
import { wantsUnit } from './place-state.js';
import { boreToMeasure, kitsFor, type JudgedKit } from './kits.js';
import { toReadAgain } from './doubted.js';
import { interchangeOf } from './interchange.js';
import { hasBooster } from './rows.js';
import { placeOfReading } from '../places.data.js';

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
  readonly interchange?: InterchangeRecord;
}

/** A unit of which nobody can tell which one it is: its bore is measured. */
const boreless = (unit: UnitDesign): UnitDesign => ({
  ...unit,
  facts: unit.facts.filter(({ attribute }) => attribute !== 'bore'),
});

/** Second half: what follows from the joints of the chosen unit, which were judged with the whole chain. */
export function computeSlot(
  choice: SlotChoice,
  joints: readonly ShownJoint[],
  input: SlotInput,
  reads: JobReads,
): SlotResult {
  const { slot, chosen, old } = choice;
  const recorded = input.vehicle ? reads.recordedAt(input.vehicle.id, slot) : [];
  const side = knownSide(choice.measured, recorded, old?.facts ?? [], input.settings);
  const unit = chosen ?? old;
  const booster = hasBooster(input, unit);
  const interchange = interchangeOf(choice, reads);
  const kits = unit ? kitsFor(choice.blind ? boreless(unit) : unit, capOf(side)?.grade, slot, input, reads) : undefined;
  const work: SlotWork = {
    slot,
    words: findSlot(slot)?.words ?? slot,
    kind: unit?.kind ?? findSlot(slot)?.kinds[0] ?? 'brake-master',
    evidence: input.evidence
      .filter(({ view }) => view.slot === slot || view.slot === `unit:${chosen?.id ?? ''}`)
      .map(({ view }) => view),
    photographs: input.photographs.filter((p) => p.slot === slot),
    identification: told(choice),
    unitIs: choice.unitIs,
    ...(choice.brought ? { brought: true as const } : {}),
    ...(choice.state === undefined ? {} : { state: choice.state }),
    ...(choice.sides === undefined ? {} : { sides: choice.sides }),
    ...(wantsUnit(choice) ? {} : { left: true as const }),
    ...splitFor(slot, old?.id, input),
    ...(old ? { old: refOf(old, undefined, reads) } : {}),
    ...(choice.oldBy === undefined ? {} : { oldBy: choice.oldBy }),
    ...(chosen ? { chosen: refOf(chosen, choice.chosenNumber, reads) } : {}),
    ...again(choice, input),
    disputes: disputesIn([slot, `unit:${chosen?.id ?? ''}`], input),
    joints: joints.map(({ slot: _slot, ...joint }) => joint),
    ports: unit ? portViews(unit, reads) : [],
    kits: kits?.views ?? [],
    ...(choice.stays === 'resealed' ? unmeasured(kits?.chosen, slot, input) : {}),
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

function again(choice: SlotChoice, input: SlotInput): Pick<SlotWork, 'readAgain'> {
  const measure = toReadAgain(choice, choice.oldBy?.startsWith(SAID) === true, input);
  return measure ? { readAgain: measure } : {};
}

const unmeasured = (kit: JudgedKit | undefined, slot: string, input: SlotInput): Pick<SlotWork, 'kitBore'> => {
  const measure = boreToMeasure(kit, slot, input);
  return measure ? { kitBore: measure } : {};
};

const refOf = (unit: UnitDesign, number: string | undefined, reads: JobReads): NonNullable<SlotWork['old']> => {
  const bore = numberOf(unit.facts, 'bore');
  const ordered = number ?? reads.numbersOf(unit.id)[0];
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
function splitFor(slot: string, found: string | undefined, input: SlotInput): Pick<SlotWork, 'split'> {
  const entries = input.chain.map((e) => ({ ...e, slotWords: findSlot(e.slot)?.words ?? e.slot }));
  const split = splitOf(entries, slot, input.known.built, found, input.settings.changeMargin);
  if (!split) return {};
  return { split: { ...split, sides: split.sides.map((side) => ({ ...side, units: [...side.units] })) } };
}

const newtonMetre = (value: number): Quantity => ({ value, unit: 'Nm' });

function portViews(unit: UnitDesign, reads: JobReads): SlotWork['ports'] {
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
      (part) => known && reads.fittingNumber({ kind: part, thread: known.designation }),
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

/** What was found out, with the advice as it stands once somebody said which unit it is. */
function told({ identification, old, oldBy, excluded }: SlotChoice): IdentificationRecord {
  if (!old || !oldBy?.startsWith(SAID)) return identification;
  const unit = `${old.maker} ${old.name}, ${oldBy}`;
  const advice =
    excluded.length > 0
      ? `${unit}: what was seen excludes it. ${excluded.join('; ')}.`
      : `${unit}.${identification.verdict === 'contradictory' ? '' : ' What was seen does not exclude it.'}`;
  return { ...identification, advice };
}

/**
 * Readings at a place, or of the unit in the hand for it, that contradict each other, wherever the same thing was read:
 * the pocket of a master is read at its booster too.
 */
function disputesIn(slots: readonly string[], { evidence, settings }: SlotInput): Dispute[] {
  const standing = evidence.filter(({ view }) => !view.withdrawn);
  return slots.flatMap((slot) => {
    const readHere = new Set(standing.filter(({ view }) => view.slot === slot).map(ofWhat));
    const held = standing.filter((one) => readHere.has(ofWhat(one)));
    return disputedIn(held, ({ item }) => item, settings).map((list): Dispute => ({
      attribute: list[0]?.view.attribute ?? '',
      words: list[0]?.view.words ?? '',
      readings: list.map(({ view: { id, value, by, at } }) => ({ id, value, by, at })),
    }));
  });
}
const ofWhat = ({ view: { slot }, item: { attribute } }: SlotInput['evidence'][number]): string =>
  `${placeOfReading(slot, attribute)} ${attribute}`;
