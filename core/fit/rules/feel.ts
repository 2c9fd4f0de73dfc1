import { changeBore, type BoreChangeKind } from '../../bore/index.js';
import { findFluid, SEAL_MATERIALS, sealsAgainst, type SealMaterial } from '../../fluid/index.js';
import {
  bothLengths,
  figure,
  fits,
  misfit,
  say,
  unknown,
  within,
  withChange,
  type Case,
  type RuleResult,
} from '../rule.js';
import { lookup } from '../../words/lookup.js';

export function bore({ kind, vehicle, unit, practice }: Case): RuleResult {
  if (typeof vehicle !== 'number' || typeof unit !== 'number')
    return unknown('Without both bores nothing can be said about the pedal.');
  const working = `(${unit.toFixed(4)} / ${vehicle.toFixed(4)})² = ${((unit / vehicle) ** 2).toFixed(4)}`;
  if (Math.abs(vehicle - unit) < practice.oneSizeWithin) return fits(`The same bore, ${say('bore', unit)}.`, working);
  if (kind === 'wheel-cylinder' || kind === 'caliper') {
    const force = ((unit / vehicle) ** 2).toFixed(2);
    return {
      ...withChange(
        `Another bore: force at this wheel becomes ${force} of what it was. Front and rear must stay in balance.`,
      ),
      working,
    };
  }
  const changeKind: BoreChangeKind =
    kind === 'clutch-master' ? 'clutch-master' : kind === 'slave' ? 'slave' : 'brake-master';
  return { ...withChange(changeBore(changeKind, vehicle, unit).summary), working };
}

export function travel({ vehicle, unit, open }: Case): RuleResult {
  if (typeof vehicle !== 'number' || typeof unit !== 'number')
    return unknown('The travel of one of them is not known.');
  const verdict = within(vehicle - unit, SHORT_OF_IT_MM, open);
  if (verdict === 'yes') return fits(`It travels ${say('travel', unit)}; ${say('travel', vehicle)} is wanted.`);
  if (verdict === 'open')
    return unknown(`It travels ${say('travel', unit)}; whether that releases the clutch, the readings cannot tell.`);
  return misfit(`It travels only ${say('travel', unit)}; ${say('travel', vehicle)} is wanted to release the clutch.`);
}
/** Figures are recorded to a tenth: what falls short of the release travel by more does not release. */
const SHORT_OF_IT_MM = 0.1;

/**
 * Slave travel that the pedal gives: ((pedal travel − free travel) / ratio − port-closing travel) × A_master / A_slave × η, against
 * the release travel wanted. Free travel that is not known is not nought. Source: volume that the master moves; η and the
 * port-closing travel are settings.
 */
export function clutchTravel({ vehicle, unit, sides, practice }: Case): RuleResult {
  const [ratio, master, wanted] = [
    figure(sides.vehicle, 'pedal-ratio'),
    figure(sides.vehicle, 'bore-of-master' as 'bore'),
    figure(sides.vehicle, 'travel'),
  ];
  if (typeof vehicle !== 'number')
    return unknown('Without the pedal’s travel the slave’s travel cannot be worked out.', {
      side: 'vehicle',
      attribute: 'pedal-travel',
    });
  if (typeof unit !== 'number') return unknown('Without the slave’s bore its travel cannot be worked out.');
  if (ratio === undefined)
    return unknown('Without the pedal’s ratio the slave’s travel cannot be worked out.', {
      side: 'vehicle',
      attribute: 'pedal-ratio',
    });
  if (master === undefined)
    return unknown('Without the bore of the clutch master the slave’s travel cannot be worked out.');
  if (wanted === undefined)
    return unknown('How far the fork must move is not known.', { side: 'vehicle', attribute: 'travel' });
  const free = figure(sides.vehicle, 'free-travel');
  if (free === undefined)
    return unknown('Without the pedal’s free travel the slave’s travel cannot be worked out.', {
      side: 'vehicle',
      attribute: 'free-travel',
    });
  const stroke = (vehicle - free) / ratio - practice.portClosing;
  const gives = stroke * (master / unit) ** 2 * practice.clutchEfficiency;
  const working = `(${vehicle} − ${free}) / ${ratio} − ${practice.portClosing} = ${stroke.toFixed(2)}; × (${master.toFixed(3)} / ${unit.toFixed(3)})² × ${practice.clutchEfficiency} = ${gives.toFixed(2)} mm; ${wanted} mm wanted`;
  if (gives >= wanted)
    return fits(`The pedal gives the slave ${bothLengths(gives)}; ${say('travel', wanted)} is needed.`, working);
  return misfit(
    `The pedal gives the slave only ${bothLengths(gives)}; ${say('travel', wanted)} is wanted to release the clutch.`,
    working,
  );
}

export function seals({ vehicle, unit }: Case): RuleResult {
  const fluid = findFluid(String(vehicle));
  const seal = lookup(SEAL_MATERIALS, String(unit)) ? (String(unit) as SealMaterial) : undefined;
  if (!fluid || !seal) return unknown('Cap or seals are not known.');
  switch (sealsAgainst(seal, fluid.base)) {
    case 'fits':
      return fits(`${seal} seals survive ${fluid.grade}.`);
    case 'not-known':
      return unknown(`Whether ${seal} seals survive ${fluid.grade} depends on their maker: ask.`);
    case 'does-not-fit':
      return misfit(`${fluid.grade} ruins ${seal} seals. Never fit this unit to this system.`);
  }
}
