import type { FourState } from '../../../base/state/index.js';
import { attribute, type AttributeName } from '../../../named/attribute/index.js';
import { type Settings, sigmaOf } from '../../../named/settings/index.js';
import { type Face, type Known, type Rests, type Sure, sureAt, sureOf, weaker } from '../../../vehicle/chain/index.js';
import { READING_SIGMAS } from '../../../vehicle/reading/index.js';
import type { Case, Figures, Finding, Want } from '../types.js';

/**
 * A difference that is known to ± doubt, against a limit: yes, no, or too close to call. Taken on the values, never on
 * what is shown.
 */
export function within(difference: number, limit: number, doubt: number): 'yes' | 'no' | 'open' {
  if (difference + doubt <= limit + EPS) return 'yes';
  return difference - doubt > limit + EPS ? 'no' : 'open';
}
/**
 * Whether two figures are one size: no further apart than the limit, and with all that is left open no further than
 * what the usual instrument for it leaves open beside, so that it settles like for like. More doubt never makes it so.
 */
export function alike(apart: number, limit: number, doubt: number, leaves: number): 'yes' | 'no' | 'open' {
  if (apart <= limit + EPS && apart + doubt <= limit + leaves + EPS) return 'yes';
  return apart - doubt > limit + EPS ? 'no' : 'open';
}

/** What the instrument that a figure is usually taken with leaves open, mm. */
export const leavesOpen = (name: AttributeName, settings: Settings): number =>
  READING_SIGMAS * sigmaOf(attribute(name).tool === 'ruler' ? 'ruler' : 'caliper', settings);

/**
 * What a comparison comes to: what is too close to call is read again. What is looked at on receipt stays a misfit as
 * long as its figures are, however coarse they are.
 */
export function decided(
  c: Case,
  verdict: 'yes' | 'no' | 'open',
  values: Figures,
  { rests, misfits, fits = 'fits' }: { readonly rests: Rests; readonly misfits: boolean; readonly fits?: FourState },
): Finding {
  if (verdict === 'yes') return finding(fits, values, rests);
  return verdict === 'no' || (misfits && c.row.rank === 'receive')
    ? finding('does-not-fit', values, rests)
    : tooCoarse(c, values);
}

/** Floating-point noise: far below what any instrument shows. */
export const EPS = 1e-9;

/** Two doubts together: in squares. */
export const doubtOf = (...known: readonly (Known | undefined)[]): number =>
  Math.hypot(...known.map((k) => k?.tolerance ?? 0));

/** The less sure of what a result was worked out from. */
export const restsOf = (...known: readonly (Known | undefined)[]): Rests =>
  known.reduce<Rests>((rests, k) => (k ? weaker(rests, k.rests) : rests), 'measured');

/** Figures without floating-point noise: to a thousandth. */
export const tidy = (value: number): number => Math.round(value * 1000) / 1000 + 0;

export const finding = (state: FourState, values: Figures, rests: Rests): Finding => ({ state, values, rests });

export const notKnown = (values: Figures, ...wants: readonly Want[]): Finding => ({
  state: 'not-known',
  values,
  rests: 'not-known',
  wants,
});

/** Known in part, and the readings do not decide: the coarser of the two is read again. */
export function tooCoarse(c: Case, values: Figures): Finding {
  const face = (c.va?.tolerance ?? 0) > (c.vb?.tolerance ?? 0) || c.va?.rests === 'by-its-mate' ? c.a : c.b;
  const attribute = face === c.a ? attributeOf(c, 'a') : attributeOf(c, 'b');
  return { state: 'not-known', values, rests: restsOf(c.va, c.vb), wants: [{ face, attribute }], coarse: true };
}

/** The attribute of a face that a check turns on: that of its row, or the plug that the face is. */
export const attributeOf = ({ row, a, b }: Pick<Case, 'row' | 'a' | 'b'>, side: 'a' | 'b'): AttributeName =>
  row.joint === 'wiring' ? ((side === 'a' ? a : b).at as AttributeName) : side === 'a' ? row.a : (row.b ?? row.a);

/** Both values by the faces that they are of; null where one is not known or where there is none. */
export const pair = ({ a, b, va, vb }: Case): Figures => ({
  [a.label]: va?.value ?? null,
  [b.label]: vb?.value ?? null,
});

/** Which of the two values nobody knows. */
export function missing(c: Case): Want[] {
  const wants: Want[] = [];
  if (sureOf(c.va) === undefined) wants.push({ face: c.a, attribute: attributeOf(c, 'a') });
  if (sureOf(c.vb) === undefined) wants.push({ face: c.b, attribute: attributeOf(c, 'b') });
  return wants;
}

/** A figure of a face with what it leaves open; undefined when it is not known, disputed, or there is none. */
export function figureOf(face: Face, name: AttributeName): (Sure & { readonly value: number }) | undefined {
  const known = sureAt(face, name);
  return typeof known?.value === 'number' ? { ...known, value: known.value } : undefined;
}
/** A figure of a face alone. */
export const figureAt = (face: Face, name: AttributeName): number | undefined => figureOf(face, name)?.value;

/**
 * What lies between the faces of the mount that a joint is reached through: its thickness; undefined when nobody
 * looked.
 */
export function stackOf({ joint, view }: Pick<Case, 'joint' | 'view'>): number | undefined {
  const mount = joint.through === undefined ? joint : view.joints.get(joint.through);
  return mount?.stack?.reduce((sum, item) => sum + item.sizeMm, 0);
}
