import type { AttributeName } from '../../named/attribute/index.js';
import type { Face } from '../../vehicle/chain/index.js';

/**
 * The position that a fact of a face is recorded under: the port, the plug, or the face where a part has several of a
 * kind.
 */
export function positionOf(face: Face, name: AttributeName): string | undefined {
  if (face.row === undefined) return face.at;
  if (face.row.joint === 'wiring') return undefined;
  const several = face.part.kind === 'booster' && face.row.joint === 'mount';
  return several && !['booster-pin', 'plate'].includes(name) ? face.at : undefined;
}

/** The name of a reservoir that an edit puts in for a unit. */
export const ownReservoirOf = (unit: string): string => `${unit}-own-reservoir`;

/** The name of an opening that a line would need and that nobody found: every port that there is has a line already. */
export const unassigned = (position: string): string => `none for ${position}`;
export const isUnassigned = (at: string): boolean => at.startsWith('none for ');
