import { createHash } from 'node:crypto';
import type { AuditRule } from '@kerabat/core/find/audit';
import type { KeptName } from '../history/kept.js';
import type { Cells } from '../history/ledger.js';

/** Rows that are concerned, before they are read for a person. */
export interface Row {
  readonly kept: KeptName;
  readonly key: Cells;
}
export interface Found {
  readonly rule: AuditRule;
  readonly sentence: string;
  readonly rows: readonly Row[];
  /** Units that are concerned, by their ids: how many vehicles carry them ranks findings of one rule. */
  readonly units: readonly number[];
}
export interface Looked {
  readonly found: readonly Found[];
  readonly counts: Readonly<Record<string, number>>;
}

/** Takes a finding. All are counted; when enough of a rule are told, `wants` says that its words need not be made. */
export interface Add {
  (finding: Found): void;
  wants(rule: AuditRule): boolean;
}

/** No more rows are told of one finding. */
export const MOST_ROWS = 12;

/** The same for the same finding in every audit: what is accepted stays accepted until something in it changes. */
export const fingerprintOf = ({ rule, sentence }: Pick<Found, 'rule' | 'sentence'>): string =>
  createHash('sha1').update(`${rule}|${sentence}`).digest('hex').slice(0, 20);
