import type { FluidView } from './workspace.js';
import { subjectText } from '../subject.js';
import type { Opened, Told } from '../../list/need/index.js';
import type { ProposedLine } from '../../list/parts-list/index.js';
import {
  bottlesFor,
  capAgainstSeals,
  findFluid,
  fluidNeeded,
  FLUIDS,
  judgeFluid,
  type SealMaterial,
} from '../../named/fluid/index.js';
import { textOf } from '../../named/unit/index.js';
import { findSlot, partsOf, type Slot, SLOTS, type System, SYSTEMS } from '../../vehicle/place/index.js';
import type { JobReads } from './reads.js';
import { type SlotInput } from './choose.js';
import { decisionOf } from './decided.js';
import type { JudgedWork } from './judged.js';
import { capOf, type SlotResult } from './place-work.js';

/**
 * The fluid of each system that a job is about: what the cap names, what the seals of every part survive, and how much
 * of it.
 */

/** Systems that a job opens, and the one that it is about. */
function systemsOf(results: readonly SlotResult[], { opened }: JudgedWork, input: SlotInput): System[] {
  const own = results.length === 0 ? [input.job.slot] : results.map((r) => r.work.slot);
  const systems = new Set([
    ...own.map((slot) => findSlot(slot ?? '')?.system ?? 'brake'),
    ...opened.map(({ system }) => system),
  ]);
  return SYSTEMS.filter((system) => systems.has(system));
}

/** The fluid that the cap of a system names, read at one of its places or on record. */
function capIn(
  systems: readonly System[],
  results: readonly SlotResult[],
  { vehicle }: SlotInput,
  reads: JobReads,
): ReturnType<typeof capOf> {
  const isHere = (slot: string): boolean => systems.some((one) => findSlot(slot)?.system === one);
  const here = results.filter((r) => isHere(r.work.slot));
  const known = here.map((r) => capOf(r.vehicle)).find((cap) => cap !== undefined);
  if (known) return known;
  const recorded = SLOTS.filter((row) => isHere(row.slot)).map(({ slot }) =>
    vehicle ? textOf(reads.recordedAt(vehicle.id, slot), 'fluid') : undefined,
  );
  const grade = recorded.find((one) => one !== undefined);
  return grade === undefined ? undefined : { grade, origin: 'vehicle-record' };
}

/** A system that the conversion brings, with a reservoir of its own: there is no cap yet. */
const hasNoCap = (system: System, results: readonly SlotResult[], { shared }: JudgedWork): boolean => {
  const here = results.filter(({ work }) => findSlot(work.slot)?.system === system);
  return !shared && here.length > 0 && here.every(({ choice }) => choice.brought);
};
const UNCHOSEN = { state: 'not-known' as const, sentence: 'There is no cap yet: choose the fluid by the seals.' };
const UNREAD_CAP = { state: 'not-known' as const, sentence: 'The fluid is not known: read which grade the cap names.' };

/**
 * Each system's fluid judged by its cap and by the seals of all its parts; a kit brings the seals of the unit that it
 * is for.
 */
export function fluidsOf(
  results: readonly SlotResult[],
  judged: JudgedWork,
  input: SlotInput,
  reads: JobReads,
): FluidView[] {
  const kits = results.flatMap(({ kit, choice, work }) =>
    kit && choice.stays === 'resealed'
      ? partsOf(work.slot as Slot)
          .filter((part) => judged.parts.some(({ id }) => id === part))
          .map((part) => ({ part, seals: kit.kit.seals, system: findSlot(work.slot)?.system }))
      : [],
  );
  return systemsOf(results, judged, input).map((system): FluidView => {
    const capKnown = capIn(judged.shared ? SYSTEMS : [system], results, input, reads);
    const capless = hasNoCap(system, results, judged);
    const cap = (capKnown && findFluid(capKnown.grade)) ?? (capless ? null : undefined);
    const stay = judged.sealed.filter((one) => one.system === system && !kits.some(({ part }) => part === one.part));
    const seals = [
      ...new Set([
        ...stay.map((one) => one.seals),
        ...kits.filter((kit) => kit.system === system).flatMap((kit) => kit.seals ?? []),
      ]),
    ] as SealMaterial[];
    const subject = { about: 'fluid', system } as const;
    const chosen = findFluid(decisionOf(input.decisions, subject)?.choice ?? cap?.grade ?? '');
    const conflict = cap && capAgainstSeals(cap, seals);
    const verdict = conflict
      ? { state: 'does-not-fit' as const, sentence: conflict }
      : chosen
        ? judgeFluid(chosen, cap, seals)
        : capless
          ? UNCHOSEN
          : UNREAD_CAP;
    return {
      system,
      subject: subjectText(subject),
      ...(capKnown ? { cap: capKnown.grade, capOrigin: capKnown.origin } : {}),
      seals,
      ...(chosen ? { chosen: chosen.grade } : {}),
      ...(capless ? { brought: true as const } : {}),
      ...(conflict ? { conflict } : {}),
      ...verdict,
      grades: FLUIDS.map((fluid) => ({ grade: fluid.grade, ...judgeFluid(fluid, cap, seals) })),
    };
  });
}

/** What an opened system is filled with. */
const gradeOf = (fluids: readonly FluidView[], system: System): string | undefined =>
  fluids.find((fluid) => fluid.system === system)?.chosen;

/** Caps that are to be read before fluid can be ordered. */
export const capsToRead = (fluids: readonly FluidView[], { opened }: JudgedWork): ProposedLine[] =>
  opened
    .filter(({ system }) => gradeOf(fluids, system) === undefined)
    .map(({ system }) => ({
      key: `fluid-${system}`,
      section: 'ask',
      words: `Which fluid for the ${system}: read the cap`,
      quantity: 1,
      reason: 'fluid goes by the cap and the seals, not by habit',
    }));

/**
 * What an opened system takes, and how that is worked out: what the new units hold, the flush of what hangs on it, and
 * waste.
 */
function takenBy(
  { system, holds, wheels, unknown }: Opened,
  { settings }: SlotInput,
): { readonly ml: number; readonly reason: string } {
  const axles = system === 'clutch' ? 1 : unknown ? 2 : wheels / 2;
  const flush = Math.ceil(axles * settings.flushMillilitres);
  const ml = Math.ceil(fluidNeeded(holds ?? 0, flush, settings.wasteShare));
  const wheelsWords = unknown
    ? 'two axles (its wheels are not on record)'
    : axles === 1
      ? 'one axle'
      : `${axles} axles`;
  const reason = [
    holds === undefined ? `${system}: what the unit holds is not on record` : `${system}: unit ${holds} ml`,
    `flush of ${system === 'clutch' ? 'its line' : wheelsWords} ${flush} ml`,
    `${Math.round(settings.wasteShare * 100)} % waste: ${ml} ml`,
  ].join(', ');
  return { ml, reason };
}

/** Fluid in bottles, of each grade the cheapest set for all the systems that take it. */
export function bottlesOf(
  fluids: readonly FluidView[],
  { opened: all }: JudgedWork,
  input: SlotInput,
  reads: JobReads,
): Told[] {
  return [...new Set(all.flatMap(({ system }) => gradeOf(fluids, system) ?? []))].flatMap((grade) => {
    const opened = all.filter(({ system }) => gradeOf(fluids, system) === grade);
    const taken = opened.map((one) => takenBy(one, input));
    const ml = taken.reduce((sum, t) => sum + t.ml, 0);
    const line = {
      item: 'fluid' as const,
      grade,
      because: 'fluid',
      section: 'order' as const,
      at: opened.flatMap(({ units }) => units),
      reason: taken.map((t) => t.reason).join('; '),
    };
    const bottles = bottlesFor(ml, reads.bottles(grade));
    const key = `fluid-${grade.replace(/ /g, '-')}`;
    if (bottles.length === 0)
      return [
        { ...line, key, quantity: Math.ceil(ml / USUAL_BOTTLE_ML), words: `${grade}, bottle of ${USUAL_BOTTLE_ML} ml` },
      ];
    return bottles.map(({ number, millilitres, quantity }) => ({
      ...line,
      key: `${key}-${millilitres}`,
      number,
      quantity,
      words: `${grade}, bottle of ${millilitres} ml`,
    }));
  });
}

/** What is said where the catalogue knows no bottle of a grade. */
const USUAL_BOTTLE_ML = 500;
