import type { AttributeName } from '../attribute/index.js';
import { slotKey } from '../identify/evidence.js';
import type { Practice } from '../practice/index.js';
import { rodGap, type RodGap } from '../rod/index.js';
import { findThread } from '../thread/index.js';
import { figure } from './rule.js';
import type { Sides } from './types.js';

/** What a joint needs, worked out once: for the rule that judges it and for the remedy that closes it. */

/** Height of a hexagon nut, as a share of its thread's diameter (ISO 4032 is 0.8 to 0.9). */
const NUT_HEIGHT = 0.9;

export interface Needed {
  readonly mm: number;
  readonly working: string;
}

/** Free length of a stud: flange, what lies under the nut, a plate between the faces, the nut. Undefined without the thread of the studs. */
export function studNeeded(flangeMm: number, sides: Sides): Needed | undefined {
  const name = sides.vehicle.get(slotKey('stud-thread'))?.value ?? sides.unit.get(slotKey('stud-thread'))?.value;
  const thread = findThread(String(name ?? ''));
  if (!thread) return undefined;
  const [under, plate] = [figure(sides.vehicle, 'under-nut') ?? 0, figure(sides.vehicle, 'plate') ?? 0];
  const mm = flangeMm + under + plate + NUT_HEIGHT * thread.majorMm;
  return {
    mm,
    working: `flange ${flangeMm} + under the nut ${under} + plate ${plate} + nut ${NUT_HEIGHT} × ${thread.majorMm} = ${mm.toFixed(1)} mm`,
  };
}

const HOSE_NEEDS = ['hose-lock', 'hose-droop', 'hose-bump'] as const satisfies readonly AttributeName[];

/** Length of a flexible hose: the most that lock, droop and bump need, how much further the port sits, and a spare; with what of it is not known. */
export function hoseNeeded(sides: Sides, practice: Practice): Needed & { readonly missing: readonly AttributeName[] } {
  const needs = HOSE_NEEDS.map((name) => figure(sides.vehicle, name));
  const more = figure(sides.unit, 'hose-offset') ?? 0;
  const mm = Math.max(...needs.map((n) => n ?? 0)) + more + practice.hoseSpare;
  const working = `max(${needs.map((n) => n ?? '?').join(', ')}) + ${more} + spare ${practice.hoseSpare} = ${mm.toFixed(0)} mm`;
  return { mm, working, missing: HOSE_NEEDS.filter((_, i) => needs[i] === undefined) };
}

/** Clearance between booster and master, told from either place: the master's recess and insert on one side, the booster's pin on the other. */
export function clearanceOf(
  unitIsMaster: boolean,
  vehicleMm: number,
  unitMm: number,
  sides: Sides,
  practice: Practice,
): RodGap {
  const [recessMm, pinMm] = unitIsMaster ? [unitMm, vehicleMm] : [vehicleMm, unitMm];
  const insertMm = figure(unitIsMaster ? sides.unit : sides.vehicle, 'insert') ?? 0;
  return rodGap({ recessMm, pinMm, plateMm: figure(sides.vehicle, 'plate') ?? 0, insertMm }, practice);
}
