import type { FeelView, KinEntry, SlotWork, SplitView } from '@kerabat/contract';
import { boreName, changeBore, type BoreChangeKind } from '@kerabat/core/bore';
import { findSlot } from '@kerabat/core/strip';
import { checkOf, type FitLink, type Joint, type VehicleSide } from '@kerabat/core/fit';
import { splitOf } from '@kerabat/core/identify';
import { judgeKit } from '@kerabat/core/kit';
import { tubesFor } from '@kerabat/core/line';
import { findSeat } from '@kerabat/core/seat';
import { findThread, BRAKE_THREADS } from '@kerabat/core/thread';
import { numberOf, portPositions, textOf, type UnitDesign } from '@kerabat/core/unit';
import { mm } from '@kerabat/core/units';
import type { Stores } from '../main/stores.js';
import { decisionOf, type SlotChoice, type SlotInput } from './choose.js';
import { hasBooster } from './fit-chain.js';
import { kinOf } from './kin-of.js';

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

/** Second half: what follows from the joints of the chosen unit, which were checked with the whole chain. */
export function computeSlot(
  choice: SlotChoice,
  link: FitLink,
  checked: readonly Joint[],
  mated: Joint | undefined,
  input: SlotInput,
  stores: Stores,
): SlotResult {
  const { slot, chosen, old } = choice;
  const side = link.vehicle;
  const unit = chosen ?? old;
  const booster = hasBooster(input, unit);
  const kin = kinOf(choice, input, stores);
  const planned = input.plan?.roles.some((role) => role.slot === slot) === true;
  const refused = kin && refusalJoint(kin, planned);
  const joints = chosen ? [...checked, ...(mated ? [mated] : []), ...(refused ? [refused] : [])] : [];
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
    joints: joints as SlotWork['joints'],
    ports: unit ? portViews(unit) : [],
    kits: unit ? kitViews(unit, side, slot, input, stores) : [],
    ...feelOf(side, chosen),
  };
  return { work, choice, joints, vehicle: side, booster, ...(kin ? { kin } : {}) };
}

/**
 * What is on record against the interchange is a joint of its own, and stops the order like any other: a "does not fit"
 * between the old unit and the chosen one, or a link on the way that did not work out repeatedly.
 */
function refusalJoint(kin: KinEntry, planned: boolean): Joint | undefined {
  const path = kin.paths[0] ?? [];
  const refusal = path.find((step) => step.kind === 'does-not-fit');
  const doubted = path.find((step) => step.review === true);
  if (kin.disputed !== undefined) return recordJoint('does-not-fit', `The interchange is ${kin.disputed}`);
  if (kin.grade === 'does-not-fit') {
    const said = refusal?.assertions.map((a) => `${a.source}${a.note ? `: ${a.note}` : ''}`).join('; ');
    // A conversion is what makes it fit: the record speaks of an exchange without one, and every joint is checked all the same.
    if (planned)
      return recordJoint(
        'fits-with-change',
        `Recorded as not fitting by itself; the conversion changes what it goes to. ${said ?? ''}`,
      );
    return recordJoint('does-not-fit', `Recorded as not fitting. ${said ?? ''}`);
  }
  if (!doubted) return undefined;
  const times = doubted.outcomes?.misfit ?? 0;
  return recordJoint(
    'not-known',
    `That ${doubted.to} does instead of ${doubted.from} turned out wrong ${times} times. Read in Kin what was found.`,
  );
}

function recordJoint(state: 'does-not-fit' | 'not-known' | 'fits-with-change', sentence: string): Joint {
  const check = checkOf('record', 'what is on record', 'fitted', 'chosen', 'no record against it', { state, sentence });
  return { id: 'record', words: 'what is on record', place: 'side', state, checks: [check], silent: [] };
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

function kitViews(
  unit: UnitDesign,
  side: VehicleSide,
  slot: string,
  input: SlotInput,
  stores: Stores,
): SlotWork['kits'] {
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
