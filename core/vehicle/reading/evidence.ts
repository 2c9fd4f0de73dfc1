import { type Quantity, toBase, UNITS } from '../../base/units/index.js';
import {
  alwaysThere,
  attribute,
  type AttributeName,
  figureProblem,
  findAttribute,
  mayBeNone,
  zeroOf,
} from '../../named/attribute/index.js';
import type { Instrument } from '../../named/settings/index.js';
import { READING_SIGMAS } from './combine.js';
import { findThread } from '../../named/thread/index.js';
import type { Fact } from '../../named/unit/index.js';

/**
 * What somebody saw or measured on one unit. The value's shape follows its kind; "none" says that there is none of it,
 * of a length or a size too: as a choice.
 */
export type EvidenceValue =
  | { readonly kind: 'quantity'; readonly value: Quantity }
  | { readonly kind: 'ratio'; readonly value: number }
  | { readonly kind: 'mark'; readonly value: string }
  | { readonly kind: 'choice'; readonly value: string }
  | { readonly kind: 'count'; readonly value: number }
  | { readonly kind: 'thread'; readonly value: string }
  | { readonly kind: 'month'; readonly value: string };

export const EVIDENCE_KINDS = [
  'quantity',
  'ratio',
  'mark',
  'choice',
  'count',
  'thread',
  'month',
] as const satisfies readonly EvidenceValue['kind'][];

export type Evidence = EvidenceValue & {
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly instrument?: Instrument;
  readonly onVehicle?: boolean;
  /** Standard error of a length, mm, where it is not its instrument's. */
  readonly sigma?: number;
  /** Made of several readings: how many, and the standard error that their instruments leave together, mm. */
  readonly combined?: { readonly count: number; readonly sigma: number };
};

/** A mark with spaces and punctuation taken out, upper case: "kd-4 " and "KD4" are one reading. */
export const markKey = (text: string): string =>
  text
    .normalize('NFKC')
    .toUpperCase()
    .replace(/[^\p{L}\p{N}]/gu, '');

/**
 * The value as the catalogue holds it: base units, a standard designation; null for "none", a count of nought, and
 * nought of a thing that may be missing.
 */
export function evidenceBase(evidence: EvidenceValue & { readonly attribute?: AttributeName }): number | string | null {
  if (evidence.kind === 'quantity') {
    const figure = toBase(evidence.value);
    return figure === 0 && evidence.attribute !== undefined && zeroOf(evidence.attribute) === 'none' ? null : figure;
  }
  if (typeof evidence.value === 'string' && evidence.value.toLowerCase() === 'none') return null;
  if (evidence.kind === 'count' && evidence.value === 0) return null;
  if (evidence.kind === 'thread') return findThread(evidence.value)?.designation ?? evidence.value;
  return evidence.value;
}

/** A piece of evidence as a fact of the unit it was seen on. */
export const factOfEvidence = (item: Evidence, source: string): Fact => ({
  attribute: item.attribute,
  ...(item.position === undefined ? {} : { position: item.position }),
  value: evidenceBase(item),
  source,
});

/** Why a piece of evidence cannot be taken, as a sentence; undefined when it can. */
export function evidenceProblem(
  evidence: { attribute: string; position?: string | undefined; sigma?: number | undefined } & EvidenceValue,
): string | undefined {
  const row = findAttribute(evidence.attribute);
  if (!row) return `"${evidence.attribute}" is not an attribute that is known here.`;
  const none = typeof evidence.value === 'string' && evidence.value.toLowerCase() === 'none';
  if (none && !mayBeNone(row.name)) return alwaysThere(row.name);
  if (none && row.kind === 'quantity' && evidence.kind === 'choice') return undefined;
  const kind = row.dimension === 'ratio' ? 'ratio' : row.kind;
  if (kind !== evidence.kind) return `The ${row.words} is a ${kind}, not a ${evidence.kind}.`;
  if (row.perPort && !evidence.position) return `Say which port is meant: front or rear, left or right.`;
  if (evidence.kind === 'quantity') {
    if (UNITS[evidence.value.unit].dimension !== row.dimension)
      return (
        `The ${row.words} is ${row.dimension === 'angle' ? 'an' : 'a'} ${row.dimension}; ` +
        `"${evidence.value.unit}" is not a unit of it.`
      );
    return figureProblem(row.name, toBase(evidence.value), (evidence.sigma ?? 0) * READING_SIGMAS);
  }
  if (evidence.kind === 'ratio') return figureProblem(row.name, evidence.value, (evidence.sigma ?? 0) * READING_SIGMAS);
  if (evidence.kind === 'thread' && !none && !findThread(evidence.value))
    return `"${evidence.value}" is no thread of a standard series.`;
  if (evidence.kind === 'choice' && !none && !row.choices?.includes(evidence.value))
    return `The ${row.words} is one of: ${row.choices?.join(', ')}.`;
  if (evidence.kind === 'mark' && markKey(evidence.value) === '') return `There is no letter or digit in this mark.`;
  const most = row.most ?? 19;
  if (evidence.kind === 'count' && !(Number.isInteger(evidence.value) && evidence.value >= 0 && evidence.value <= most))
    return `The ${row.words} is a whole number from 0 to ${most}.`;
  if (evidence.kind === 'month' && !/^\d{4}-(0[1-9]|1[0-2])$/.test(evidence.value))
    return `Write the ${row.words} like 2004-09.`;
  return undefined;
}

/** Which attribute of which port: the key that evidence and facts share. */
export const slotKey = (name: AttributeName, position?: string): string =>
  position === undefined ? name : `${attribute(name).name}@${position}`;
