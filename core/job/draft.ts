import type { Variant } from '../judge/check/index.js';
import type { LineFeed } from '../judge/joint/index.js';
import type { AttributeName } from '../named/attribute/index.js';
import type { Fact, UnitDesign } from '../named/unit/index.js';
import type { FaceRef, ChainFact, Edit, Joint, JointKind, Part, PartKind } from '../vehicle/chain/index.js';
import { STUDS } from './places.data.js';
import type { JobPlace } from './types.js';

/** A chain in the making, and how rows become facts of its parts. */

export interface Draft {
  readonly parts: Map<string, Part>;
  readonly joints: Joint[];
  readonly edits: Edit[];
  readonly variants: Variant[];
  /** What the line at a port feeds, where it is known: "master@front-left". */
  readonly feeds: Map<string, string>;
  /** What the port that each line of a master sits in is recorded to feed. */
  readonly lineFeeds: LineFeed[];
}

function chainFact({ attribute, position, value, tolerance, source, unsourced }: Fact, at?: string): ChainFact {
  const face = position ?? at;
  return {
    attribute,
    ...(face === undefined ? {} : { position: face }),
    value,
    ...(tolerance === undefined ? {} : { tolerance }),
    ...(source === '' ? {} : { source }),
    rests: source.startsWith(READ_SOURCE) ? 'measured' : unsourced ? 'listed' : 'recorded',
  };
}
/** Facts of a unit that were measured in the job itself carry this source. */
const READ_SOURCE = 'measured on';

/** A unit's facts as its part's. What a booster's record says of studs without a face is of the bulkhead. */
export const factsOf = (design: UnitDesign): ChainFact[] =>
  design.facts.map((fact) =>
    chainFact(
      fact,
      design.kind === 'booster' && STUDS.some((name) => name === fact.attribute) ? 'bulkhead' : undefined,
    ),
  );

export const named = (facts: readonly ChainFact[], names: readonly AttributeName[]): ChainFact[] =>
  facts.filter((fact) => names.includes(fact.attribute));
export const known = (place: JobPlace): ChainFact[] => [...place.recorded, ...place.read];

export const has = (facts: readonly ChainFact[], name: AttributeName): boolean =>
  facts.some((f) => f.attribute === name && f.value !== null);

export function addPart(
  draft: Draft,
  id: string,
  kind: PartKind,
  facts: readonly ChainFact[],
  more: Partial<Part> = {},
): void {
  const before = draft.parts.get(id);
  draft.parts.set(id, { ...(before ?? { id, kind, facts: [] }), ...more, facts: [...(before?.facts ?? []), ...facts] });
}
export const join = (
  draft: Draft,
  id: string,
  kind: JointKind,
  a: string | FaceRef,
  b: string | FaceRef,
  more: Partial<Joint> = {},
): void => void draft.joints.push({ id, kind, between: [faceIn(a), faceIn(b)], ...more });

/** A part alone, where it has one face of the kind. */
const faceIn = (of: string | FaceRef): FaceRef => (typeof of === 'string' ? { part: of } : of);

/** A unit that comes off and goes back has its own facts, those of its mates too. */
export const isSameAgain = (
  { at, unit, facts }: Extract<Edit, { do: 'put' }>,
  { parts }: Pick<Draft, 'parts'>,
): boolean => facts.length === 0 && unit !== undefined && parts.get(at)?.unit === unit;
