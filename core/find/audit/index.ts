export { classesOf, cyclesIn, type Edges, forksIn, wayBetween } from './graph.js';
export { AUDIT_ROWS, auditRow, type AuditRow, type AuditRule } from './rules.data.js';

/** Contradictions in a catalogue: what is looked for, and the graph questions behind it. */

/** Whether a length below what is usual would be usual if it were inches (exactly 25.4 mm). */
export const looksLikeInches = (value: number, usual: { readonly min: number; readonly max: number }): boolean =>
  value < usual.min && value * 25.4 >= usual.min && value * 25.4 <= usual.max;
