import { attribute } from '../../attribute/index.js';
import { findThread, mate } from '../../thread/index.js';
import { bothLengths, fits, misfit, say, unknown, within, withChange, type Case, type RuleResult } from '../rule.js';

/** "26.9 against 27.5: closer than the readings can tell" */
const tooClose = (what: string): RuleResult =>
  unknown(`${what} The readings cannot tell: measure again with a finer instrument.`);

/** The same within a tolerance; with what the readings leave open, it can also be too close to call. */
export function near({ row, vehicle, unit, open }: Case): RuleResult {
  const name = row.attribute;
  const [theirs, ours] = [say(row.against ?? name, vehicle), say(name, unit)];
  if (typeof vehicle !== 'number' || typeof unit !== 'number') {
    return vehicle === unit ? fits('Neither has one.') : misfit(`The vehicle: ${theirs}; this unit: ${ours}.`);
  }
  const [apart, tolerance] = [Math.abs(vehicle - unit), row.tolerance ?? 0];
  const off = row.rule === 'angle' ? `${apart.toFixed(0)}°` : bothLengths(apart);
  const working = `|${unit.toFixed(3)} − ${vehicle.toFixed(3)}| = ${apart.toFixed(3)}${open > 0 ? ` ± ${open.toFixed(2)}` : ''}, at most ${tolerance}`;
  const verdict = within(apart, tolerance, open);
  if (verdict === 'yes') return fits(`${ours} on ${theirs}.`, working);
  if (verdict === 'no') return misfit(`${ours} does not go on ${theirs}: ${off} apart.`, working);
  return { ...tooClose(`${ours} on ${theirs}, known to ±${open.toFixed(2)}.`), working };
}

/** Nominal sizes of spigot and hole are the same figure; what is larger by more than this is larger. */
const SPIGOT_OVER_MM = 0.1;

/** A spigot goes into its hole and is centred by it: larger it does not go in, smaller by more than the tolerance it hangs off centre. */
export function spigot({ row, vehicle, unit, open }: Case): RuleResult {
  const [theirs, ours] = [say(row.against ?? row.attribute, vehicle), say(row.attribute, unit)];
  if (typeof vehicle !== 'number' || typeof unit !== 'number') {
    return vehicle === unit ? fits('Neither has one.') : misfit(`The vehicle: ${theirs}; this unit: ${ours}.`);
  }
  const [over, tolerance] = [unit - vehicle, row.tolerance ?? 0];
  const doubt = open > 0 ? ` ± ${open.toFixed(2)}` : '';
  const working = `${unit.toFixed(3)} − ${vehicle.toFixed(3)} = ${over.toFixed(3)}${doubt}, at most ${SPIGOT_OVER_MM} over and ${tolerance} under`;
  const [goesIn, isCentred] = [within(over, SPIGOT_OVER_MM, open), within(-over, tolerance, open)];
  if (goesIn === 'no')
    return misfit(`A spigot of ${ours} does not go into ${theirs}: ${bothLengths(over)} too large.`, working);
  if (isCentred === 'no')
    return misfit(`A spigot of ${ours} is not centred by ${theirs}: ${bothLengths(-over)} too small.`, working);
  if (goesIn === 'open' || isCentred === 'open')
    return { ...tooClose(`${ours} into ${theirs}, known to ±${open.toFixed(2)}.`), working };
  return fits(`${ours} in ${theirs}.`, working);
}

export const same = ({ row, vehicle, unit }: Case): RuleResult =>
  vehicle === unit
    ? fits(vehicle === null ? 'Neither has one.' : `Both ${say(row.attribute, unit)}.`)
    : misfit(`The vehicle wants ${say(row.attribute, vehicle)}; this unit has ${say(row.attribute, unit)}.`);

export function threads({ row, vehicle, unit, practice }: Case): RuleResult {
  if (vehicle === null && unit === null) return fits('Neither has one.');
  const [male, female] = [findThread(String(vehicle)), findThread(String(unit))];
  if (!male || !female)
    return unknown(
      `"${male ? unit : vehicle}" is no thread of a standard series: measure the ${attribute(row.attribute).words}.`,
    );
  const mating = mate(male, female, practice);
  return mating.verdict === 'mates' ? fits(mating.sentence) : misfit(mating.sentence);
}

/** What the unit takes or wants is at most what the vehicle has: room, flow, pressure, returns. */
export function atMost({ row, vehicle, unit, open, practice }: Case): RuleResult {
  const [name, against] = [row.attribute, row.against ?? row.attribute];
  if (typeof unit !== 'number') return fits(`It has no ${attribute(name).words}.`);
  const words = `${attribute(name).words} ${say(name, unit)}, ${attribute(against).words} ${say(against, vehicle)}`;
  if (typeof vehicle !== 'number') return misfit(`${capital(words)}: there is none.`);
  const margin = name.startsWith('reach-') || name === 'sweep' || name === 'overhang' ? practice.clearance : 0;
  const working = `${unit.toFixed(2)} + ${margin} ≤ ${vehicle.toFixed(2)}${open > 0 ? ` ± ${open.toFixed(2)}` : ''}`;
  const verdict = within(unit + margin, vehicle, open);
  if (verdict === 'yes') return fits(`${capital(words)}.`, working);
  if (verdict === 'open') return { ...tooClose(`${capital(words)}, known to ±${open.toFixed(1)}.`), working };
  return misfit(
    `${capital(words)}: ${margin > 0 ? `it fouls, ${practice.clearance} mm are to stay clear` : 'too little'}.`,
    working,
  );
}

/** What the unit bears is at least what the vehicle brings. */
export function atLeast({ row, vehicle, unit }: Case): RuleResult {
  const [name, against] = [row.attribute, row.against ?? row.attribute];
  if (typeof unit !== 'number' || typeof vehicle !== 'number')
    return unknown(`Without both figures nothing can be said about the ${attribute(name).words}.`);
  const words = `${attribute(against).words} ${say(against, vehicle)}, ${attribute(name).words} ${say(name, unit)}`;
  return unit >= vehicle ? fits(`${capital(words)}.`) : misfit(`${capital(words)}: it would be overloaded.`);
}

export const foot = ({ vehicle, unit }: Case): RuleResult =>
  vehicle !== null && unit === null
    ? misfit('The old slave has a steadying foot, this one has none: it tilts under load.')
    : fits(unit === null ? 'Neither has a foot.' : 'It has a foot.');

export const torque = ({ unit, sides }: Case): RuleResult => {
  const source = sides.unit.get('torque')?.source;
  return typeof unit === 'number'
    ? fits(`${say('torque', unit)}${source ? `, by ${source}` : ''}.`)
    : unknown('No tightening torque is on record: ask the maker.');
};

export const linkage = ({ vehicle }: Case): RuleResult =>
  vehicle === 'cross'
    ? withChange(
        'The pedal works through a cross linkage with its own adjustment: set that first, it is part of the pedal height.',
        {
          key: 'cross-linkage',
          section: 'make',
          words: 'Set the cross linkage to the maker’s figure before the rod is adjusted; look at its bushings',
          quantity: 1,
          reason: 'the pedal works through a cross linkage',
        },
      )
    : fits('The pedal works on the rod directly.');

export const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
