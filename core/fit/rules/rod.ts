import { engagementOf } from '../../rod/index.js';
import { findThread } from '../../thread/index.js';
import { slotKey } from '../../identify/evidence.js';
import { clearanceOf, studNeeded } from '../needed.js';
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

/** A rod that is out by more than half a millimetre is noticed at the pedal. */
const ROD_NOTICED_MM = 0.5;

/** How far the rod's adjuster goes: as recorded, on either side, or as one usually does (a setting). */
const adjuster = ({ sides, practice }: Case): number =>
  figure(sides.unit, 'rod-adjust') ?? figure(sides.vehicle, 'rod-adjust') ?? practice.adjusterRange;

/** The same length, or a difference that the adjuster takes up. */
export function rodLength(c: Case): RuleResult {
  const { vehicle, unit, open } = c;
  if (typeof vehicle !== 'number') return unknown('The old rod’s length is not known.');
  if (unit === null) return misfit('The new unit comes without a rod.');
  if (typeof unit !== 'number') return unknown('The new rod’s length is not known.');
  const apart = Math.abs(vehicle - unit);
  const working = `${unit.toFixed(2)} − ${vehicle.toFixed(2)} = ${(unit - vehicle).toFixed(2)} mm; the adjuster takes up ${adjuster(c)} mm`;
  const which = unit < vehicle ? 'shorter' : 'longer';
  if (within(apart, ROD_NOTICED_MM, 0) === 'yes') return fits(`Rod ${say('rod-length', unit)}, as before.`, working);
  const reach = within(apart, adjuster(c), open);
  if (reach === 'no')
    return misfit(`The rod is ${bothLengths(apart)} ${which}: more than the adjuster takes up.`, working);
  if (reach === 'open')
    return {
      ...unknown(
        `The rod is about ${bothLengths(apart)} ${which}: whether the adjuster takes it up, the readings cannot tell.`,
      ),
      working,
    };
  const words = `Adjust the rod by ${apart.toFixed(1)} mm · ${(apart / 25.4).toFixed(2)} in; pedal height as before`;
  const change = withChange(`The rod is ${apart.toFixed(1)} mm ${which}: within the adjuster.`, {
    key: 'adjust-rod',
    section: 'make',
    words,
    quantity: 1,
    reason: 'rod length old to new',
  });
  return { ...change, working };
}

/** Enough thread stays engaged in the fork. Source: statics of a thread in shear; the multiple of the diameter is a setting. */
export function rodEngaged({ unit, sides, practice }: Case): RuleResult {
  const thread = sides.unit.get(slotKey('rod-thread'))?.value;
  const found = typeof thread === 'string' ? findThread(thread) : undefined;
  if (typeof unit !== 'number') return unknown('How much thread is engaged is not known.');
  if (!found)
    return unknown('The thread of the rod is not known: without its diameter the engagement cannot be judged.', {
      side: 'unit',
      attribute: 'rod-thread',
    });
  const { enough, sentence, working } = engagementOf(unit, found, practice);
  return enough ? fits(sentence, working) : misfit(sentence, working);
}

/** What a rod of another length does to the height of the pedal, until it is adjusted. */
export function pedalHeight(c: Case): RuleResult {
  const { sides, vehicle } = c;
  const [ours, theirs, ratio] = [
    figure(sides.unit, 'rod-length'),
    figure(sides.vehicle, 'rod-length'),
    figure(sides.vehicle, 'pedal-ratio'),
  ];
  if (typeof vehicle !== 'number')
    return unknown('The pedal height is not known: measure it before anything is taken off.');
  if (ours === undefined || theirs === undefined || ratio === undefined) {
    const note = {
      key: 'pedal-height',
      section: 'make',
      words: `Set the pedal to ${say('pedal-height', vehicle)}, as before`,
      quantity: 1,
      reason: 'pedal height',
    } as const;
    return withChange(`It was ${say('pedal-height', vehicle)}: set it to the same with the new rod.`, note);
  }
  const off = (ours - theirs) * ratio;
  const working = `(${ours.toFixed(2)} − ${theirs.toFixed(2)}) × ${ratio} = ${off.toFixed(1)} mm at the pad`;
  if (Math.abs(off) <= ROD_NOTICED_MM * ratio) return fits(`It stays at ${say('pedal-height', vehicle)}.`, working);
  const note = {
    key: 'pedal-height',
    section: 'make',
    words: `Set the pedal back to ${say('pedal-height', vehicle)}`,
    quantity: 1,
    reason: 'rod length old to new',
  } as const;
  return {
    ...withChange(
      `Unadjusted, the pad would stand ${Math.abs(off).toFixed(1)} mm ${off > 0 ? 'higher' : 'lower'}; mind the brake-light switch.`,
      note,
    ),
    working,
  };
}

/** Studs long enough for the flange, what lies under the nut, a plate between the faces, and the nut itself. */
export function studLength({ vehicle, unit, open, sides }: Case): RuleResult {
  if (typeof vehicle !== 'number' || typeof unit !== 'number')
    return unknown('Stud length and flange thickness: one of them is not known.');
  const needed = studNeeded(unit, sides);
  if (!needed)
    return unknown('The thread of the studs is not known: the height of the nut follows from it.', {
      side: 'vehicle',
      attribute: 'stud-thread',
    });
  const working = `${needed.working}, stud ${vehicle.toFixed(1)} mm`;
  const verdict = within(needed.mm, vehicle, open);
  if (verdict === 'yes')
    return fits(`Stud ${say('stud-length', vehicle)}; ${needed.mm.toFixed(1)} mm are needed.`, working);
  if (verdict === 'open')
    return {
      ...unknown(`Stud ${say('stud-length', vehicle)}, ${needed.mm.toFixed(1)} mm needed: measure more closely.`),
      working,
    };
  return misfit(`The stud is ${bothLengths(needed.mm - vehicle)} too short for flange and nut.`, working);
}

/** Recess + plate − insert − pin. A pin that can be adjusted is a change; one that cannot fits or does not, as far as the readings can tell. */
export function gap({ row, vehicle, unit, sides, practice, open }: Case): RuleResult {
  if (typeof vehicle !== 'number' || typeof unit !== 'number')
    return unknown('The clearance cannot be worked out: measure recess and pin from the mating faces.');
  const unitIsMaster = row.attribute === 'recess-depth';
  const { gapMm, sentence, working } = clearanceOf(unitIsMaster, vehicle, unit, sides, practice);
  const [least, most] = [gapMm - open, gapMm + open];
  if (least >= practice.gapMin - 1e-9 && most <= practice.gapMax + 1e-9) return fits(sentence, working);
  const outside = most < practice.gapMin - 1e-9 || least > practice.gapMax + 1e-9;
  const fixed = (unitIsMaster ? sides.vehicle : sides.unit).get('pin-adjustable')?.value === 'fixed';
  if (!outside && (fixed || open > practice.gapMax - practice.gapMin))
    return {
      ...unknown(`${sentence} But the readings are open to ±${open.toFixed(2)} mm: use a depth gauge.`),
      working,
    };
  if (fixed) return misfit(`${sentence} The booster’s pin cannot be adjusted.`, working);
  const words = 'Set the booster pin to its clearance and check before bolting up';
  return {
    ...withChange(sentence, { key: 'adjust-pin', section: 'make', words, quantity: 1, reason: sentence }),
    working,
  };
}
