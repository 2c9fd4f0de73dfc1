import type { AttributeName } from '../../named/attribute/index.js';
import { type Design, lookAlike } from './designs.js';
import type { Draw } from './draw.js';
import { CHANCE } from './chances.js';
import type { TrueFact, TruePlace, TrueUnit } from './types.js';

/** What became of a place since its design was drawn: the works changed it, or a workshop made it take another unit. */

/** The design as the works changed it: one thing is another on both sides. */
export function changedDesign(
  design: Design,
  draw: Draw,
): { readonly design: Design; readonly differs: AttributeName } | undefined {
  const { facts, differs } = lookAlike(design, draw);
  // The face between booster and master is of both: the works would have changed both at once.
  const shared = design.own.some(({ attribute }) => attribute === 'recess-depth' || attribute === 'booster-pin');
  if (shared && AT_THE_BOOSTER.includes(differs)) return undefined;
  const side = madeToTake(design.own, facts, differs, design.side);
  return side && { differs, design: { ...design, own: facts, side } };
}

/** What was fitted last time: mostly what the record says; now and then another unit, the vehicle made to take it. */
export function fitted(
  right: TrueUnit,
  { twin, alikes }: { readonly twin: TrueUnit; readonly alikes: readonly TrueUnit[] },
  side: readonly TrueFact[],
  draw: Draw,
): Pick<TruePlace, 'unit' | 'side' | 'altered'> {
  if (draw.happens(CHANCE.twin)) return { unit: twin.id, side };
  if (!draw.happens(CHANCE.altered)) return { unit: right.id, side };
  const alike = draw.one(alikes);
  const made = alike.differs && madeToTake(right.facts, alike.facts, alike.differs, side);
  return made && alike.differs ? { unit: alike.id, side: made, altered: alike.differs } : { unit: right.id, side };
}

/** The vehicle's side made to take another unit; undefined where that cannot be done to a vehicle. */
function madeToTake(
  was: readonly TrueFact[],
  is: readonly TrueFact[],
  differs: AttributeName,
  side: readonly TrueFact[],
): TrueFact[] | undefined {
  const changed = is.find(
    ({ attribute, position, value }) =>
      attribute === differs &&
      was.some((one) => one.attribute === attribute && one.position === position && one.value !== value),
  );
  if (!changed || !ALTERABLE.includes(differs)) return undefined;
  // A deeper pocket was met by a longer pin; everything else was made the same.
  const deeper = differs === 'recess-depth';
  const before = Number(was.find(({ attribute }) => attribute === differs)?.value);
  const met = (one: TrueFact): boolean =>
    deeper ? one.attribute === 'booster-pin' : one.attribute === changed.attribute && one.position === changed.position;
  // What it differs in is met by another place: the booster's face by its master. That is not changed from here.
  if (!side.some(met)) return undefined;
  return side.map((one) => {
    if (deeper && met(one))
      return { ...one, value: Math.round((Number(one.value) + Number(changed.value) - before) * 100) / 100 };
    return met(one) ? { ...one, value: changed.value } : one;
  });
}
const AT_THE_BOOSTER: readonly AttributeName[] = ['stud-spacing', 'pilot', 'recess-depth', 'booster-pin'];
/** What workshops change on a vehicle to make another unit go. */
const ALTERABLE: readonly AttributeName[] = [
  'stud-spacing',
  'pilot',
  'rod-length',
  'clevis-pin',
  'recess-depth',
  'port-thread',
  'port-seat',
  'feed-hose',
  'vacuum-hose',
  'carrier-spacing',
  'disc',
];
