import { engagementOf, findThread } from '../../../named/thread/index.js';
import type { AttributeName } from '../../../named/attribute/index.js';
import type { Settings } from '../../../named/settings/index.js';
import { type Face, knownAt, sureAt } from '../../../vehicle/chain/index.js';
import type { Case, Figures, Finding, Want } from '../types.js';
import {
  alike,
  decided,
  doubtOf,
  EPS,
  figureAt,
  figureOf,
  finding,
  leavesOpen,
  missing,
  notKnown,
  pair,
  restsOf,
  stackOf,
  tidy,
  within,
} from './finding.js';

/**
 * How far an adjuster goes: as recorded (nought where there is none), or as one usually does (a setting); not known
 * while what is said of it is disputed.
 */
export function adjusterOf(
  face: Face,
  name: AttributeName,
  { adjusterRange }: Settings,
): { readonly range: number; readonly recorded: boolean } {
  const known = knownAt(face, name);
  if (known === undefined || known.disputed) return { range: known ? 0 : adjusterRange, recorded: false };
  return { range: typeof known.value === 'number' ? known.value : 0, recorded: true };
}

/**
 * By how much the unit stands further from the pedal than it did: what was laid into the stack of its mount since. A
 * bracket towards the pedal takes away.
 */
export function standsFurther(c: Case): number {
  const { view, b } = c;
  const of = (joints: Case['view']['joints']): number => {
    const mount = [...joints.values()].find(
      (j) =>
        j.kind === 'mount' &&
        j.between.some((ref) => ref.part === b.part.id && (ref.face ?? 'bulkhead') === 'bulkhead'),
    );
    return mount?.stack?.reduce((sum, s) => sum + (s.towards === 'pedal' ? -s.sizeMm : s.sizeMm), 0) ?? 0;
  };
  return of(view.joints) - of(view.nowJoints);
}

/** The rod reaches the pedal: the same length, or a difference that its adjuster takes up. Longer is positive. */
export function rodLength(c: Case): Finding {
  const wants = missing(c);
  if (wants.length > 0) return notKnown(pair(c), ...wants);
  const [needed, own] = [c.va?.value, c.vb?.value];
  // None on one side alone: there is no rod that reaches.
  if (typeof needed !== 'number' || typeof own !== 'number')
    return finding(needed === own ? 'fits' : 'does-not-fit', pair(c), restsOf(c.va, c.vb));
  const { settings } = c.view;
  const [over, doubt] = [own - (needed + standsFurther(c)), doubtOf(c.va, c.vb)];
  const { range, recorded } = adjusterOf(c.b, 'rod-adjust', settings);
  const values: Figures = { ...pair(c), over: tidy(over), adjuster: range };
  const rests = restsOf(c.va, c.vb);
  const same = alike(Math.abs(over), settings.rodWithin, doubt, leavesOpen('rod-length', settings));
  if (same === 'yes') return finding('fits', values, rests);
  const verdict = within(Math.abs(over), range, doubt);
  // Whether it has an adjuster, and how far that goes, is known or asked; beyond what one usually does there are fixes.
  if (!recorded) {
    const open = notKnown(values, { face: c.b, attribute: 'rod-adjust' });
    return verdict === 'no' ? { ...open, beyond: true } : open;
  }
  return decided(c, verdict, values, { rests, misfits: Math.abs(over) > range, fits: 'fits-with-change' });
}

/** Enough of the rod's thread stays in the fork: at least so many diameters (a setting). */
export function rodEngaged(c: Case): Finding {
  const own = figureOf(c.b, 'rod-engaged');
  const engaged = own?.value;
  const name = sureAt(c.b, 'rod-thread')?.value;
  const thread = typeof name === 'string' ? findThread(name) : undefined;
  const values = { engaged: engaged ?? null, thread: name ?? null };
  // A rod in one piece has no thread that could be too short; none of a thread in its fork holds nothing.
  const [solid, out] = [sureAt(c.b, 'rod-thread'), sureAt(c.b, 'rod-engaged')];
  if (solid?.value === null) return finding('fits', values, restsOf(solid));
  if (out?.value === null) return finding('does-not-fit', values, restsOf(out));
  if (engaged === undefined) return notKnown(values, { face: c.b, attribute: 'rod-engaged' });
  if (!thread) return notKnown(values, { face: c.b, attribute: 'rod-thread' });
  const { leastMm } = engagementOf(engaged, thread, c.view.settings);
  const verdict = within(leastMm, engaged, doubtOf(own));
  const all = { ...values, least: tidy(leastMm) };
  return decided(c, verdict, all, { rests: restsOf(c.vb), misfits: leastMm > engaged + EPS });
}

/**
 * How high the pedal stood, and how far a rod of another length moves its pad until it is adjusted: the difference
 * times the ratio.
 */
export function pedalHeight(c: Case): Finding {
  const height = figureAt(c.a, 'pedal-height');
  if (height === undefined) return notKnown({ height: null }, { face: c.a, attribute: 'pedal-height' });
  const [own, was, ratio] = [figureAt(c.b, 'rod-length'), figureAt(c.a, 'rod-length'), figureAt(c.a, 'pedal-ratio')];
  const known = own !== undefined && was !== undefined && ratio !== undefined;
  const off = known ? (own - was - standsFurther(c)) * ratio : undefined;
  const values = { height, off: off === undefined ? null : tidy(off) };
  const asBefore = off !== undefined && known && Math.abs(off) <= c.view.settings.rodWithin * ratio + EPS;
  return finding(asBefore ? 'fits' : 'fits-with-change', values, restsOf(c.va));
}

/** A cross linkage has an adjustment of its own, which is set first. */
export const linkage = (c: Case): Finding =>
  finding(c.va?.value === 'cross' ? 'fits-with-change' : 'fits', { linkage: c.va?.value ?? null }, restsOf(c.va));

/**
 * Studs long enough for the flange, what lies between and under the nut, and the nut itself. Missing is never nought.
 */
export function studLength(c: Case): Finding {
  const [stud, flange] = [figureAt(c.a, 'stud-length'), figureAt(c.b, 'flange-thickness')];
  const under = sureAt(c.a, 'under-nut');
  const plate = sureAt(c.a, 'plate');
  const between = stackOf(c) ?? (plate === undefined ? undefined : Number(plate.value ?? 0));
  const threadName = sureAt(c.a, 'stud-thread')?.value ?? sureAt(c.b, 'stud-thread')?.value;
  const thread = typeof threadName === 'string' ? findThread(threadName) : undefined;
  const values: Figures = {
    stud: stud ?? null,
    flange: flange ?? null,
    under: under?.value ?? null,
    between: between ?? null,
    thread: threadName ?? null,
  };
  // Where bolts go through there is no stud that could be too short.
  const bolted = [sureAt(c.a, 'stud-length'), sureAt(c.a, 'stud-thread')].find((known) => known?.value === null);
  if (bolted) return finding('fits', values, restsOf(bolted));
  const wants: Want[] = [];
  const want = (face: Face, attribute: Want['attribute'], there: boolean): void => {
    if (!there) wants.push({ face, attribute });
  };
  want(c.a, 'stud-length', stud !== undefined);
  want(c.b, 'flange-thickness', flange !== undefined);
  want(c.a, 'under-nut', under !== undefined);
  want(c.a, 'plate', between !== undefined);
  want(c.a, 'stud-thread', thread !== undefined);
  if (stud === undefined || flange === undefined || between === undefined || !under || !thread)
    return notKnown(values, ...wants);
  const needed = flange + Number(under.value ?? 0) + between + c.view.settings.nutHeight * thread.majorMm;
  const all = { ...values, needed: tidy(needed) };
  const verdict = within(needed, stud, doubtOf(c.va, c.vb, under, stackOf(c) === undefined ? plate : undefined));
  return decided(c, verdict, all, { rests: restsOf(c.va, c.vb, under), misfits: needed > stud + EPS });
}

/** A torque is the maker's or none. */
export function torque(c: Case): Finding {
  const known = c.vb ?? c.va;
  return typeof known?.value === 'number'
    ? finding('fits', { torque: known.value }, known.rests)
    : notKnown({ torque: null }, { face: c.b, attribute: 'torque' });
}
