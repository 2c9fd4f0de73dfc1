import type { AttributeName } from '../../attribute/index.js';
import { slotKey } from '../../identify/evidence.js';
import type { Practice } from '../../practice/index.js';
import type { FittingWant, SlipProposal, SlipSection } from '../../slip/types.js';
import type { UnitKind } from '../../unit/index.js';
import type { Change, Sides, Skill, Value } from '../types.js';

/** A check that does not fit, as the table of remedies sees it. */
export interface Mismatch {
  readonly kind: UnitKind;
  /** The attribute that does not match, or "lines" for one that has no port. */
  readonly attribute: AttributeName | 'place' | 'no-port';
  readonly vehicle: Value;
  readonly unit: Value;
  readonly sentence: string;
  readonly sides: Sides;
  readonly practice: Practice;
  /** For lines: where the line comes to, and the port that it is to go into. */
  readonly at?: string;
  readonly port?: string;
  readonly feeds?: string;
  /** For lines without a port: another line with a port that feeds the same. */
  readonly sibling?: string;
}

/** One row of the table of remedies. */
export interface RemedyRow {
  readonly id: string;
  /** Which mismatches it answers. */
  readonly answers: readonly Mismatch['attribute'][];
  readonly kinds?: readonly UnitKind[];
  /** It is offered once for each line, or for each attribute, under a key of its own. */
  readonly per?: 'line' | 'attribute';
  /** Intrusion, least first: 1 is a screw turned, 9 is something that cannot be undone. */
  readonly order: number;
  readonly minutes: number;
  readonly skill?: Skill;
  readonly tools?: readonly string[];
  readonly risk: string;
  /** Whether it can be done here; always when not given. */
  readonly when?: (m: Mismatch) => boolean;
  readonly words: (m: Mismatch) => string;
  /** What is done, step by step, for the work card. The words of the remedy alone when not given. */
  readonly operations?: (m: Mismatch) => readonly string[];
  readonly parts: (m: Mismatch) => readonly SlipProposal[];
  readonly changes: (m: Mismatch) => readonly Change[];
}

export const line = (
  section: SlipSection,
  key: string,
  words: string,
  reason: string,
  quantity = 1,
  wants?: FittingWant,
): SlipProposal => ({
  key,
  section,
  words,
  quantity,
  reason,
  ...(wants === undefined ? {} : { wants }),
});

/** The unit's value becomes the vehicle's (a part of the old unit moves over). */
export const toVehicle = (m: Mismatch, ...names: readonly AttributeName[]): Change[] =>
  names.flatMap((name) => {
    const known = m.sides.vehicle.get(slotKey(name));
    return known === undefined ? [] : [{ face: 'unit' as const, key: slotKey(name), to: known.value }];
  });

/** The vehicle's value becomes the unit's (something on the vehicle is changed to suit). */
export const toUnit = (m: Mismatch, ...names: readonly AttributeName[]): Change[] =>
  names.flatMap((name) => {
    const known = m.sides.unit.get(slotKey(name));
    return known === undefined ? [] : [{ face: 'vehicle' as const, key: slotKey(name), to: known.value }];
  });

export const set = (face: 'vehicle' | 'unit', key: string, to: Value): Change => ({ face, key, to });
export const add = (face: 'vehicle' | 'unit', key: string, by: number): Change => ({ face, key, by });

export const numbers = ({ vehicle, unit }: Mismatch): boolean =>
  typeof vehicle === 'number' && typeof unit === 'number';
export const valueAt = (
  side: Mismatch['sides']['vehicle'],
  name: AttributeName,
  position?: string,
): Value | undefined => side.get(slotKey(name, position))?.value;
