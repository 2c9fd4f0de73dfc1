import type { AttributeName } from '../attribute/index.js';

/** A unit is a physical design. Its numbers, kits and links are kept beside it, never in it. */

export const UNIT_KINDS = ['brake-master', 'clutch-master', 'slave', 'booster', 'wheel-cylinder', 'caliper'] as const;
export type UnitKind = (typeof UNIT_KINDS)[number];

export const KIND_WORDS: Readonly<Record<UnitKind, string>> = {
  'brake-master': 'brake master',
  'clutch-master': 'clutch master',
  slave: 'slave cylinder',
  booster: 'booster',
  'wheel-cylinder': 'wheel cylinder',
  caliper: 'caliper',
};

/** What a number stands for, and whether it can be had. */
export const NUMBER_KINDS = ['order', 'casting', 'label'] as const;
export const NUMBER_STATES = ['current', 'superseded', 'withdrawn', 'unknown'] as const;
/** What a maker makes. */
export const MAKER_ROLES = ['vehicles', 'units', 'aftermarket', 'rebuilder'] as const;
/** Whether something is recorded to lie in a box. */
export const BOX_PRESENCES = ['included', 'left-out', 'unknown'] as const;
export type BoxPresence = (typeof BOX_PRESENCES)[number];
/** Faces of a unit that has several of a kind: a booster is bolted to the bulkhead and carries the master. */
export const FACE_POSITIONS = ['bulkhead', 'master'] as const;
/** What is sold under a number. */
export const CONDITIONS = ['new', 'rebuilt', 'used'] as const;
/** What a maker says of handling a unit, by where in the work it counts. */
export const NOTE_SUBJECTS = ['parts', 'fit', 'bleed', 'prove'] as const;
export type NoteSubject = (typeof NOTE_SUBJECTS)[number];

/** Where a claim comes from. Trust follows from the kind. */
export const SOURCE_KINDS = ['maker-bulletin', 'unit-maker', 'aftermarket-list', 'measured', 'unsourced'] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];
/** Which of two is used where they say different things: the later of this list. */
export const SOURCES_FROM_WEAKEST: readonly SourceKind[] = [
  'unsourced',
  'aftermarket-list',
  'unit-maker',
  'measured',
  'maker-bulletin',
];

export interface Source {
  readonly id: string;
  readonly kind: SourceKind;
  readonly title: string;
  /** ISO date of issue, as far as known. */
  readonly date: string;
}

/**
 * One attribute fact. `value` is in base units (mm, degrees) for quantities, a designation for threads, otherwise text.
 * `null` says "has none" (no rod, no foot). A fact that is not there is not known: absent is neither zero nor none.
 */
export interface Fact {
  readonly attribute: AttributeName;
  /** Which port: "rear-left". Only for attributes that repeat. */
  readonly position?: string;
  readonly value: number | string | null;
  readonly tolerance?: number;
  readonly source: string;
  /** Nobody is named who says so. */
  readonly unsourced?: true;
}

export interface UnitDesign {
  readonly id: string;
  readonly kind: UnitKind;
  readonly name: string;
  readonly maker: string;
  readonly facts: readonly Fact[];
}

/** The fact for an attribute (at a position), or undefined when it is not known. */
export function factOf(facts: readonly Fact[], attribute: AttributeName, position?: string): Fact | undefined {
  return facts.find((fact) => fact.attribute === attribute && fact.position === position);
}

/** The recorded number of an attribute; undefined when absent or "has none". */
export function numberOf(facts: readonly Fact[], attribute: AttributeName): number | undefined {
  const value = factOf(facts, attribute)?.value;
  return typeof value === 'number' ? value : undefined;
}

/** The recorded text of an attribute; undefined when absent or "has none". */
export function textOf(facts: readonly Fact[], attribute: AttributeName, position?: string): string | undefined {
  const value = factOf(facts, attribute, position)?.value;
  return typeof value === 'string' ? value : undefined;
}

/** Positions of the ports that any port fact names, sorted. */
export function portPositions(facts: readonly Fact[]): string[] {
  const positions = facts
    .filter((f) => f.attribute.startsWith('port-') && f.position !== undefined)
    .map((f) => f.position ?? '');
  return [...new Set(positions)].sort();
}
