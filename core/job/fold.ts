import type { ShownJoint } from './shown.types.js';

/** Both sides of an axle as one, where nothing tells them apart: the same is not said twice. */

const SIDE = /\b(front|rear)([- ])(?:left|right)(?=\b)/g;
/** A name without its side: "front-carrier" of "front-left-carrier". */
export const withoutSide = (text: string): string => text.replace(SIDE, '$1');

const AXLES: readonly string[] = ['front-brake', 'rear-brake'];

/**
 * The joints of a job with those of left and right told once where they are the same; a joint that differs stands by
 * itself.
 */
export function foldSides(joints: readonly ShownJoint[]): ShownJoint[] {
  const plain = joints.map((joint) => (AXLES.includes(joint.slot) ? sideless(joint) : joint));
  const same = (i: number, j: number): boolean => JSON.stringify(plain[i]) === JSON.stringify(plain[j]);
  return joints.flatMap((joint, i): ShownJoint[] => {
    const folded = plain[i];
    if (folded === undefined || folded === joint) return [joint];
    const twins = plain.flatMap((other, j) => (other.id === folded.id && j !== i ? [j] : []));
    if (twins.length === 0 || !twins.every((j) => same(i, j))) return [joint];
    return twins.some((j) => j < i) ? [] : [folded];
  });
}

function sideless(joint: ShownJoint): ShownJoint {
  const id = withoutSide(joint.id);
  if (id === joint.id) return joint;
  return { ...(JSON.parse(withoutSide(JSON.stringify(joint))) as ShownJoint), id };
}

/** The name under which a joint of a chain is shown: its own, or that of both sides. */
export const shownId = (id: string, shown: readonly Pick<ShownJoint, 'id'>[]): string =>
  shown.some((joint) => joint.id === id) ? id : withoutSide(id);
