import { attributeWords, valueWords } from '../../named/attribute/index.js';
import type { JointKind } from '../../vehicle/chain/index.js';
import { factsFor } from './facts.js';
import { gapDetail, mountDrawing } from './joints/mounts.js';
import { forkDrawing, neckDrawing, rodDrawing, roomDrawing, supplyDrawing } from './joints/others.js';
import { plugDrawing, portDrawing, tailDrawing } from './joints/ports.js';
import { type Side, sideOf } from './joints/side.js';
import { carrierDrawing, discDrawing, wheelDrawing } from './joints/wheels.js';
import type { Drawing, DrawnFact } from './types.js';

/** What is known at the two faces of a joint, the one with the first role first. */
export interface JointFaces {
  readonly kind: JointKind;
  readonly a: readonly DrawnFact[];
  readonly b: readonly DrawnFact[];
  /** The clearance between a booster's rod and its pocket in mm, where it is known. */
  readonly gap?: number;
}

const PLUGS = ['sensor', 'level-sensor', 'brake-light-switch', 'cruise-switch', 'start-switch'] as const;
const TAILS = ['vacuum-hose', 'feed-hose', 'return-hose'] as const;

/** The one of several attributes that a joint is about: what either face has on record, else the first. */
const about = <N extends string>(names: readonly N[], { a, b }: JointFaces): N =>
  names.find((name) => [...a, ...b].some((f) => f.attribute === name)) ?? (names[0] as N);

const DRAW: Readonly<Record<JointKind, (a: Side, b: Side, faces: JointFaces) => Drawing>> = {
  rod: rodDrawing,
  mount: (a, b) => mountDrawing(a, b),
  push: (a, b, { gap }) => ({
    ...mountDrawing(a, b, { a, b }),
    ...(gap === undefined ? {} : { details: [gapDetail(gap)] }),
  }),
  port: portDrawing,
  tail: (a, b, faces) => tailDrawing(a, b, about(TAILS, faces)),
  neck: neckDrawing,
  wiring: (a, b, faces) => plugDrawing(a, b, about(PLUGS, faces)),
  fork: forkDrawing,
  carrier: carrierDrawing,
  disc: discDrawing,
  wheel: wheelDrawing,
  supply: supplyDrawing,
  room: roomDrawing,
};

/**
 * A joint drawn from what is known at its two faces: the fields of a check sit on its dimension lines. Keys are
 * "a:stud-spacing" for the face with the first role and "b:…" for the other.
 */
export function jointDrawing(faces: JointFaces): Drawing {
  const drawing = DRAW[faces.kind](sideOf('a', faces.a), sideOf('b', faces.b), faces);
  return { ...drawing, doubts: [...factsFor(faces.a).doubts, ...factsFor(faces.b).doubts] };
}

/** The facts of a drawing in words, for a reader without the picture. */
export const factsWords = (facts: readonly DrawnFact[]): string =>
  facts
    .map(
      (f) =>
        `${attributeWords(f.attribute, f.position)} ${f.value === null ? 'none' : valueWords(f.attribute, f.value)}`,
    )
    .join('; ');
