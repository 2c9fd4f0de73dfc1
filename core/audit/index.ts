/** Contradictions in a catalogue: what is looked for, and the graph questions behind it. */
export { AUDIT_ROWS, auditRow, type AuditRow, type AuditRule } from './rules.data.js';
export { classesOf, cyclesIn, forksIn, wayBetween, type Edges } from './graph.js';

/** Whether a length below what is usual would be usual if it were inches (exactly 25.4 mm). */
export const looksLikeInches = (value: number, usual: { readonly min: number; readonly max: number }): boolean =>
  value < usual.min && value * 25.4 >= usual.min && value * 25.4 <= usual.max;
