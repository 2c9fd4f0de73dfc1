import { knownAt, sureAt, sureOf } from '../../../vehicle/chain/index.js';
import type { Case, Figures, Finding, Want } from '../types.js';
import { doubtOf, EPS, finding, notKnown, restsOf, stackOf, tidy } from './finding.js';
import { adjusterOf } from './rod.js';

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
  const vacuum = knownAt(booster, 'pin-under-vacuum');
  const pin = sureOf(vacuum === undefined || vacuum.value === null ? c.va : vacuum);
  const [recess, insert] = [sureOf(c.vb), sureAt(master, 'insert')];
  const plate = plateOf(c);
  const adjustable = sureAt(booster, 'pin-adjustable')?.value;
  const { gapMin: low, gapMax: high, gapLost } = view.settings;
  // A pocket that is none is flush with its face, and so is a rod.
  const [recessMm, pinMm] = [recess, pin].map((known) => (known?.value === null ? 0 : known?.value));
  const values: Figures = {
    recess: recessMm ?? null,
    pin: pinMm ?? null,
    plate: plate?.mm ?? null,
    insert: insert === undefined ? null : Number(insert.value ?? 0),
  };
  const known = { low, high, adjustable: adjustable === undefined ? null : adjustable === 'adjustable' };
  const wants: Want[] = [];
  if (typeof recessMm !== 'number') wants.push({ face: master, attribute: 'recess-depth' });
  if (typeof pinMm !== 'number') wants.push({ face: booster, attribute: 'booster-pin' });
  if (plate === undefined) wants.push({ face: master, attribute: 'plate' });
  if (insert === undefined) wants.push({ face: master, attribute: 'insert' });
  if (typeof recessMm !== 'number' || typeof pinMm !== 'number' || plate === undefined || insert === undefined)
    return notKnown({ ...values, ...known, gap: null, doubt: null }, ...wants);
  const gapMm = recessMm + plate.mm - Number(insert.value ?? 0) - pinMm;
  const doubt = Math.hypot(doubtOf(recess, pin, insert), plate.doubt);
  const all: Figures = { ...values, gap: tidy(gapMm), doubt: tidy(doubt), ...known };
  const rests = restsOf(recess, pin, insert);
  // No adjuster turns further than it has thread: as recorded, or as one usually has.
  const adjuster = adjusterOf(booster, 'pin-adjust', view.settings);
  const turns = adjustable === 'adjustable' && Math.max(low - gapMm, gapMm - high) <= adjuster.range + EPS;
  const refused = (): Finding => {
    // Whether the rod can be set, and how far, decides between a change and a refusal: somebody has to look.
    if (adjustable === undefined)
      return { ...notKnown(all, { face: booster, attribute: 'pin-adjustable' }), beyond: true };
    if (turns) return finding('fits-with-change', all, rests);
    return adjustable === 'adjustable' && !adjuster.recorded
      ? { ...notKnown(all, { face: booster, attribute: 'pin-adjust' }), beyond: true as const }
      : finding('does-not-fit', all, rests);
  };
  if (gapMm + doubt <= EPS) return refused();
  if (gapMm - doubt <= EPS)
    return turns ? finding('fits-with-change', all, rests) : { ...notKnown(all, ...finer(c)), rests, coarse: true };
  if (gapMm < low - EPS) return refused();
  if (gapMm <= high + EPS) return finding('fits', all, rests);
  const limits = [knownAt(master, 'gap-limit'), knownAt(booster, 'gap-limit')];
  if (limits.some((limit) => limit?.disputed)) return notKnown(all, { face: master, attribute: 'gap-limit' });
  const limit = limits.flatMap((one) => (typeof one?.value === 'number' ? one.value : [])).sort((a, b) => a - b)[0];
  const beyond = gapMm > (limit ?? high + gapLost) + EPS;
  return beyond && !(turns && limit === undefined) ? refused() : finding('fits-with-change', all, rests);
}

/** What lies between the faces, and what its reading leaves open: the stack of the mount, or a plate that was seen. */
function plateOf(c: Case): { readonly mm: number; readonly doubt: number } | undefined {
  const stack = stackOf(c);
  if (stack !== undefined) return { mm: stack, doubt: 0 };
  const plate = sureOf(knownAt(c.b, 'plate') ?? knownAt(c.a, 'plate'));
  return plate && { mm: Number(plate.value ?? 0), doubt: plate.tolerance };
}

const finer = (c: Case): Want[] => [
  { face: c.b, attribute: 'recess-depth' },
  { face: c.a, attribute: 'booster-pin' },
];
