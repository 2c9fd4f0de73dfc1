import type { AttributeName } from '../../../named/attribute/index.js';
import { type Facts, factsFor, type Size } from '../facts.js';
import type { DrawnFact, FactKey } from '../types.js';

/** The two faces of a joint, as a drawing of it reads them: "a" has the first role of the joint, "b" the second. */

export type FaceName = 'a' | 'b';

/** Names a fact of one face in a drawing of a joint: "b:stud-spacing". */
export const faceKey = (face: FaceName, name: AttributeName): FactKey => `${face}:${name}`;

export interface Side extends Pick<Facts, 'text' | 'count' | 'none'> {
  readonly size: (name: AttributeName, usual: number) => Size;
  readonly mm: (name: AttributeName) => number | undefined;
  readonly key: (name: AttributeName) => FactKey;
  readonly thread: (name: AttributeName, usual: number) => Size;
}

export function sideOf(face: FaceName, facts: readonly DrawnFact[]): Side {
  const read = factsFor(facts.map(({ attribute, value }) => ({ attribute, value })));
  const key = (name: AttributeName): FactKey => faceKey(face, name);
  return {
    ...read,
    key,
    size: (name, usual) => ({ ...read.size(name, usual), key: key(name) }),
    thread: (name, usual) => ({ ...read.thread(name, usual), key: key(name) }),
  };
}

/**
 * The size of one face where it is known, else that of the other: nothing is drawn apart that nobody has seen to
 * differ.
 */
export const orOther = (own: Size, other: Size): Size =>
  own.unknown && !other.unknown ? { ...own, mm: other.mm } : own;
