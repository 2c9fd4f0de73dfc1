import { knownAt } from '../../../vehicle/chain/index.js';
import type { Case, Figures, Finding, Want } from '../types.js';
import { doubtOf, EPS, figureAt, finding, notKnown, restsOf, stackOf, tidy } from './finding.js';

/**
 * Clearance between the booster's output rod and the master's pocket: pocket + what lies between the faces − insert −
 * rod, against the target (a setting). Its doubt is that of its readings, in squares. The lower end at or below nought:
 * not known to clear, or no clearance when all of it is. Wholly above the target: lost travel, refused beyond the
 * maker's limit or, where he gives none, beyond what is accepted (a setting). Otherwise its value decides. A rod that
 * can be adjusted turns a miss into a change as far as its adjuster goes (a setting). Source: statics of a rod between
 * two faces.
 */
export function gap(c: Case): Finding {
  const { a: booster, b: master, view } = c;
  // Some makers gauge the rod with vacuum applied, which moves it out: where both are known, the longer one decides.
  const [atRest, vacuum] = [c.va, knownAt(booster, 'pin-under-vacuum')];
  const pin = typeof vacuum?.value === 'number' ? vacuum : atRest;
  const insert = knownAt(master, 'insert');
  const plate = stackOf(c) ?? plateOf(c);
  const adjustable = knownAt(booster, 'pin-adjustable')?.value;
  const { gapMin: low, gapMax: high, gapLost, adjusterRange } = view.settings;
  const [recessMm, pinMm] = [c.vb?.value, pin?.value];
  const values: Figures = {
    recess: recessMm ?? null,
    pin: pinMm ?? null,
    plate: plate ?? null,
    insert: insert === undefined ? null : Number(insert.value ?? 0),
  };
  const known = { ...values, low, high, adjustable: adjustable === undefined ? null : adjustable === 'adjustable' };
  const wants: Want[] = [];
  if (typeof recessMm !== 'number') wants.push({ face: master, attribute: 'recess-depth' });
  if (typeof pinMm !== 'number') wants.push({ face: booster, attribute: 'booster-pin' });
  if (plate === undefined) wants.push({ face: master, attribute: 'plate' });
  if (insert === undefined) wants.push({ face: master, attribute: 'insert' });
  if (typeof recessMm !== 'number' || typeof pinMm !== 'number' || plate === undefined || insert === undefined)
    return notKnown({ ...known, gap: null, doubt: null }, ...wants);
  const gapMm = recessMm + plate - Number(insert.value ?? 0) - pinMm;
  const doubt = doubtOf(c.vb, pin, insert);
  const all: Figures = {
    ...values,
    gap: tidy(gapMm),
    doubt: tidy(doubt),
    low,
    high,
    adjustable: adjustable === undefined ? null : adjustable === 'adjustable',
  };
  const rests = restsOf(c.vb, pin, insert);
  // No adjuster turns further than it has thread.
  const off = Math.max(low - gapMm, gapMm - high);
  const turns = adjustable === 'adjustable' && off <= adjusterRange + EPS ? 'fits-with-change' : undefined;
  // Whether the rod can be set decides between a change and a refusal: somebody has to look.
  const refused = (): Finding =>
    adjustable === undefined
      ? notKnown(all, { face: booster, attribute: 'pin-adjustable' })
      : finding(turns ?? 'does-not-fit', all, rests);
  if (gapMm + doubt <= EPS) return refused();
  if (gapMm - doubt <= EPS)
    return turns ? finding(turns, all, rests) : { ...notKnown(all, ...finer(c)), rests, coarse: true };
  const limit = figureAt(master, 'gap-limit') ?? figureAt(booster, 'gap-limit');
  if (gapMm > high + EPS) {
    const beyond = gapMm > (limit ?? high + gapLost) + EPS;
    return beyond && !(turns && limit === undefined) ? refused() : finding('fits-with-change', all, rests);
  }
  if (gapMm < low - EPS) return refused();
  return finding('fits', all, rests);
}

/** A plate that was recorded on one of the faces, where the mount says nothing of its stack. */
function plateOf(c: Case): number | undefined {
  const known = knownAt(c.b, 'plate') ?? knownAt(c.a, 'plate');
  return known === undefined ? undefined : Number(known.value ?? 0);
}

const finer = (c: Case): Want[] => [
  { face: c.b, attribute: 'recess-depth' },
  { face: c.a, attribute: 'booster-pin' },
];
