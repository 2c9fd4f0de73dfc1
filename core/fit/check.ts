import { attribute, valueWords, type AttributeName } from '../attribute/index.js';
import type { Practice } from '../practice/index.js';
import { slotKey } from '../identify/evidence.js';
import { factOf, type UnitDesign } from '../unit/index.js';
import { JOINTS, type CheckRow } from './joints.data.js';
import { checkLines } from './lines.js';
import { applyRule, RULE_WORDS, unknown } from './rules.js';
import { checkOf, measureOf } from './row.js';
import { worst } from './state.js';
import type { Check, Joint, VehicleSide } from './types.js';

export interface FitInput {
  readonly unit: UnitDesign;
  readonly vehicle: VehicleSide;
  /** A booster sits between the pedal and the master. */
  readonly booster: boolean;
  /** The unit is the one that comes off, under whatever number: what neither side records is then as it was. */
  readonly sameAsOld: boolean;
  /** Keys of the remedies that were accepted. */
  readonly accepted: ReadonlySet<string>;
  readonly practice: Practice;
}

/**
 * Checks a unit against the vehicle joint by joint. Each check compares what the vehicle wants with what the unit has;
 * a value that is missing on either side makes it "not known" with what to measure, never a guess.
 */
export function checkFit(input: FitInput): Joint[] {
  return JOINTS.filter((row) => row.kinds.includes(input.unit.kind) && (row.booster === undefined || row.booster === input.booster)).map((row) => {
    const lines = row.lines ? checkLines(input.vehicle, input.unit, input.accepted, input.practice) : [];
    const checks = [...row.checks.map((check) => checkOne(check, input)), ...lines].map((check) => asBefore(check, input));
    return { id: row.id, words: row.words, place: row.place, state: worst(checks.map((c) => c.state)), checks };
  });
}

function checkOne(row: CheckRow, input: FitInput): Check {
  const against = row.against ?? row.attribute;
  const vehicle = input.vehicle.get(slotKey(against));
  const unit = factOf(input.unit.facts, row.attribute);
  const words = attribute(row.attribute).words;
  const vehicleWords = vehicle && sideWords(against, vehicle.value, row.against !== undefined);
  const unitWords = unit && valueWords(row.attribute, unit.value);
  const rule = row.tolerance === undefined ? RULE_WORDS[row.rule] : `within ${row.tolerance}${row.rule === 'angle' ? '°' : ' mm'}`;
  if (!vehicle || !unit) {
    const missing = vehicle
      ? `The ${words} of this unit is not recorded: measure it on the new one.`
      : `What the vehicle has is not known: measure the ${attribute(against).words}.`;
    return {
      ...checkOf(row.attribute, words, vehicleWords, unitWords, rule, unknown(missing)),
      measure: measureOf(vehicle ? 'unit' : 'vehicle', vehicle ? row.attribute : against),
    };
  }
  const { kind } = input.unit;
  const result = applyRule({ row, kind, vehicle: vehicle.value, unit: unit.value, accepted: input.accepted, practice: input.practice });
  return { ...checkOf(row.attribute, words, vehicleWords, unitWords, rule, result), vehicleOrigin: vehicle.origin };
}

const sideWords = (name: AttributeName, value: number | string | null, named: boolean): string =>
  named ? `${attribute(name).words} ${valueWords(name, value)}` : valueWords(name, value);

/** The very unit that comes off fits as it did, wherever nothing speaks against it. */
function asBefore(check: Check, input: FitInput): Check {
  if (!input.sameAsOld || check.state !== 'not-known') return check;
  const { measure: _measure, ...rest } = check;
  return { ...rest, state: 'fits', sentence: 'Not recorded, but it is the unit that comes off: as before.' };
}
