import { attribute } from '../../attribute/index.js';
import { findThread } from '../../thread/index.js';
import { slotKey } from '../../identify/evidence.js';
import { hoseNeeded } from '../needed.js';
import { bothLengths, fits, misfit, say, unknown, withChange, type Case, type RuleResult } from '../rule.js';

/** What hangs on a unit: sensors, reservoir, valves, hoses. */

/** What is lost when a sensor or switch is left out. */
const LOST: Readonly<Record<string, string>> = {
  sensor: 'Its warning would be lost.',
  'level-sensor': 'Nobody would be told that the level falls.',
  'brake-light-switch': 'The brake light would be lost.',
  'cruise-switch': 'The speed would be held against the brake.',
  'start-switch': 'It would start in gear, or not at all.',
};

export function sensor({ row, vehicle, unit }: Case): RuleResult {
  const name = row.attribute;
  const what = name === 'sensor' ? 'sensor' : attribute(name).words.replace(' connector', '');
  if (vehicle === unit) return fits(vehicle === null ? `Neither has a ${what}.` : `Both ${say(name, unit)}.`);
  if (vehicle === null) {
    return withChange(`The new unit has a ${what} (${say(name, unit)}) that this vehicle does not use.`, {
      key: `${name}-unused`,
      section: 'make',
      words: `Leave the unused ${what} in place, insulated, or fit a plug`,
      quantity: 1,
      reason: 'the vehicle has no plug for it',
    });
  }
  if (unit === null)
    return misfit(`This unit has no ${what}; the vehicle’s plug is ${say(name, vehicle)}. ${LOST[name] ?? ''}`);
  return misfit(`This unit’s connector is ${say(name, unit)}; the vehicle’s plug is ${say(name, vehicle)}.`);
}

/** Only matters where the old sensor moves over: it has to go into the new unit's thread. */
export function sensorThread({ unit, sides }: Case): RuleResult {
  const moved = sides.unit.get('sensor')?.changedBy === 'sensor';
  if (!moved) return fits(`${say('sensor-thread', unit)}; no sensor moves over.`);
  const [male, female] = [findThread(String(sides.vehicle.get('sensor-thread')?.value)), findThread(String(unit))];
  if (!male || !female)
    return unknown('The sensor moves over, and the thread of the old one is not known.', {
      side: 'vehicle',
      attribute: 'sensor-thread',
    });
  return male.designation === female.designation
    ? fits(`${male.designation}, as the old sensor has.`)
    : misfit(`The old sensor has ${male.designation}, the new unit ${female.designation}: it does not move over.`);
}

export const reservoir = ({ row, vehicle, unit }: Case): RuleResult =>
  vehicle === unit
    ? fits(`Both ${say(row.attribute, unit)}.`)
    : misfit(`The old reservoir is ${say(row.attribute, vehicle)}; this unit’s is ${say(row.attribute, unit)}.`);

/** A clutch that drinks from the brake reservoir wants a nipple there. */
export function feedNipple({ vehicle, sides }: Case): RuleResult {
  if (vehicle !== 'brake-reservoir') return fits('The clutch has a reservoir of its own, or there is none.');
  const nipple = sides.unit.get('feed-nipple');
  if (!nipple)
    return unknown('The clutch drinks from the brake reservoir; whether this one has a nipple for it is not known.', {
      side: 'unit',
      attribute: 'feed-nipple',
    });
  return nipple.value === null
    ? misfit('The clutch drinks from the brake reservoir, and this one has no nipple for it.')
    : withChange('The reservoir has a nipple for the clutch: open it last.', {
        key: 'nipple-last',
        section: 'make',
        words: 'Open the feed nipple for the clutch only when its hose and clamps are ready',
        quantity: 1,
        reason: 'an open nipple empties the brake reservoir',
      });
}

/**
 * A valve must be there once: what sat in the old body and is not in the new one is lost, what is in the new body and in
 * the lines too is doubled. A residual valve holds pressure on: only drums want it. `drums-at` says which axles have drums.
 */
export function valve({ unit, sides }: Case): RuleResult {
  const [old, line] = [sides.vehicle.get(slotKey('valve-in-body')), sides.vehicle.get(slotKey('line-valve'))];
  const drums = sides.vehicle.get('drums-at')?.value;
  const ours = String(unit ?? 'none');
  if (ours === 'residual' && drums === 'none')
    return misfit('This body holds residual pressure, and no axle has drums: discs would drag.');
  if (unit !== null && line?.value === unit)
    return misfit(`A ${ours} valve in the body and another in the lines: its effect would be doubled.`);
  if (unit !== null) {
    if (line === undefined && old?.value !== unit)
      return unknown(`This body has a ${ours} valve; whether one sits in the lines too is not known.`, {
        side: 'vehicle',
        attribute: 'line-valve',
      });
    return fits(`One ${ours} valve, in the body.`);
  }
  if (old === undefined)
    return unknown('This body has no valve; whether the old one had one is not known.', {
      side: 'vehicle',
      attribute: 'valve-in-body',
    });
  const wanted = old.value;
  if (wanted === null)
    return fits(
      line && line.value !== null
        ? `The valve stays in the lines (${String(line.value)}).`
        : 'No valve, before or after.',
    );
  if (line === undefined)
    return unknown(
      `The old body had a ${String(wanted)} valve, this one has none; whether one sits in the lines is not known.`,
      {
        side: 'vehicle',
        attribute: 'line-valve',
      },
    );
  if (line.value === wanted) return fits(`The ${String(wanted)} valve is in the lines.`);
  return misfit(
    `The old body had a ${String(wanted)} valve, this one has none: the balance between the axles would change.`,
  );
}

/** Two fluids side by side ruin each other's seals. */
export const assistFluid = ({ vehicle, unit }: Case): RuleResult =>
  vehicle === unit
    ? withChange(
        `The assistance runs on ${say('assist-fluid', unit)}: keep it and the brake fluid apart, each ruins the other’s seals.`,
        {
          key: 'fluids-apart',
          section: 'make',
          words: 'Mark both fillers; one funnel for each fluid',
          quantity: 1,
          reason: 'two fluids side by side',
        },
      )
    : misfit(
        `The booster wants ${say('assist-fluid', unit)}, the pump has ${say('assist-fluid', vehicle)}: seals would be ruined.`,
      );

/** Long enough at both locks, at droop and at bump, with a spare (a setting). */
export function hose({ vehicle, sides, open, practice }: Case): RuleResult {
  if (typeof vehicle !== 'number') return unknown('The length of the flexible hose is not known.');
  const { mm, missing, ...needed } = hoseNeeded(sides, practice);
  const working = `${needed.working}, hose ${vehicle.toFixed(0)} mm`;
  if (vehicle + open < mm)
    return misfit(`The hose is ${bothLengths(mm - vehicle)} too short: it pulls at lock or droop.`, working);
  if (missing.length > 0) {
    const words = missing.map((name) => attribute(name).words.replace('hose needed at ', '')).join(', ');
    return {
      ...unknown(
        `What the hose needs is not known at ${words}.`,
        ...missing.map((name) => ({ side: 'vehicle' as const, attribute: name })),
      ),
      working,
    };
  }
  if (vehicle - open < mm) return { ...unknown('Whether the hose is long enough, the readings cannot tell.'), working };
  return fits(`The hose is ${say('hose-length', vehicle)}; ${mm.toFixed(0)} mm are needed.`, working);
}

export const tab = ({ vehicle }: Case): RuleResult =>
  vehicle === 'present' ? misfit('A tab beside the caliper fouls the hose.') : fits('Nothing fouls the hose.');
