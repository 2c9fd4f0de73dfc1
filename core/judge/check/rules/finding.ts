import type { FourState } from '../../../base/state/index.js';
import type { AttributeName } from '../../../named/attribute/index.js';
import { type Face, type Known, knownAt, type Rests, weaker } from '../../../vehicle/chain/index.js';
import type { Case, Figures, Finding, Want } from '../types.js';

/**
 * A difference that is known to ± doubt, against a limit: yes, no, or too close to call. Taken on the values, never on
 * what is shown.
 */
export function within(difference: number, limit: number, doubt: number): 'yes' | 'no' | 'open' {
  if (difference + doubt <= limit + EPS) return 'yes';
  return difference - doubt > limit + EPS ? 'no' : 'open';
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
  if (c.va === undefined || c.va.disputed) wants.push({ face: c.a, attribute: attributeOf(c, 'a') });
  if (c.vb === undefined || c.vb.disputed) wants.push({ face: c.b, attribute: attributeOf(c, 'b') });
  return wants;
}

/** A figure of a face; undefined when it is not known or there is none. */
export function figureAt(face: Face, name: AttributeName): number | undefined {
  const value = knownAt(face, name)?.value;
  return typeof value === 'number' ? value : undefined;
}

/**
 * What lies between the faces of the mount that a joint is reached through: its thickness; undefined when nobody
 * looked.
 */
export function stackOf({ joint, view }: Pick<Case, 'joint' | 'view'>): number | undefined {
  const mount = joint.through === undefined ? joint : view.joints.get(joint.through);
  return mount?.stack?.reduce((sum, item) => sum + item.sizeMm, 0);
}
