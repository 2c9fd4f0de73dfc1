import type { JointView } from '@kerabat/contract';

/** Facts of the two faces of a drawn joint, by the names under which the drawing shows them. */

type Face = NonNullable<JointView['drawn']>['faces'][number];
type Side = 'a' | 'b';

/** The name of a fact of one face in a drawing. */
export const sideKey = (side: Side, attribute: string): string => `${side}:${attribute}`;

export const factsBy = (side: Side, face: Face) =>
  face.facts.map((fact) => ({ ...fact, key: sideKey(side, fact.attribute) }));
