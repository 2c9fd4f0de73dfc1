import type { Source } from '../../named/unit/index.js';

/**
 * A node of the interchange graph: a number as an issuer writes it ("n:…") or a unit record ("u:…"). Casting marks are
 * not nodes: they are shared by variants and lead nowhere.
 */
export type InterchangeNode = `n:${string}` | `u:${string}`;

export const LINK_KINDS = [
  /** The same physical unit under another number or record. */
  'same',
  /** `from` was superseded by `to` in the issuer's list: one way unless stated. */
  'superseded-by',
  /** `to` will do instead of `from`, nothing changed. */
  'drop-in',
  /** `to` will do instead of `from` with the conditions named. */
  'with-changes',
  /** Looks alike and does not fit. */
  'does-not-fit',
] as const;
export type LinkKind = (typeof LINK_KINDS)[number];

/**
 * What kind of change a link asks for: a part moved over, a part of the other production side, something left out, a
 * rod altered.
 */
export const CONDITION_KINDS = [
  'move-over',
  'mated-part',
  'without-reservoir',
  'rod',
  'line',
  'order',
  'check',
] as const;
export type ConditionKind = (typeof CONDITION_KINDS)[number];

/** What came of acting on a link. */
export const OUTCOMES = ['fitted', 'fitted-with-change', 'did-not-fit'] as const;

export interface Condition {
  readonly kind: ConditionKind;
  readonly text: string;
  /** A number that this condition wants ordered, when it names one. */
  readonly number?: string;
}

export interface Assertion {
  readonly source: Source;
  readonly date: string;
  readonly person?: string;
  readonly note?: string;
}

/** What came of acting on a link, counted: how often the part fitted, fitted with a change, or did not fit. */
export interface Outcomes {
  readonly fitted: number;
  readonly changed: number;
  readonly misfit: number;
}

/** One claim between two nodes, asserted by one or more sources. */
export interface InterchangeLink {
  /** The same for the same claim in every reading of the catalogue: outcomes are kept under it. */
  readonly id: string;
  readonly from: InterchangeNode;
  readonly to: InterchangeNode;
  readonly kind: LinkKind;
  readonly bothWays: boolean;
  readonly conditions: readonly Condition[];
  readonly assertions: readonly Assertion[];
  readonly outcomes?: Outcomes;
}

/** Where the graph comes from. */
export interface InterchangeSource {
  /** Every link that touches one of the nodes, in either direction. A link may be told more than once. */
  linksOf(nodes: readonly InterchangeNode[]): readonly InterchangeLink[];
}

export interface Step {
  readonly link: string;
  readonly from: InterchangeNode;
  readonly to: InterchangeNode;
  readonly kind: LinkKind;
  readonly direction: 'forward' | 'backward';
  readonly trust: number;
  readonly conditions: readonly Condition[];
  readonly assertions: readonly Assertion[];
  readonly outcomes?: Outcomes;
}

export type Grade = 'same' | 'drop-in' | 'with-changes' | 'does-not-fit';

export interface InterchangeEntry {
  readonly node: InterchangeNode;
  readonly grade: Grade;
  readonly disputed?: { readonly refusal: Step; readonly refusalTrust: number };
  readonly trust: number;
  /** The best path is trusted less than the floor asks: it ranks below every path over it. */
  readonly underFloor: boolean;
  readonly conditions: readonly Condition[];
  readonly paths: readonly (readonly Step[])[];
}

export interface Interchange {
  readonly entries: readonly InterchangeEntry[];
  /** True when the walk stopped at its limit of depth or work before everything was seen. */
  readonly truncated: boolean;
  /** True when it was the limit of work. */
  readonly tired: boolean;
}
