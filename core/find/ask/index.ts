import type { UnitKind } from '../../named/unit/index.js';
import { COMPLAINTS, LOOK_ALIKES } from './complaints.data.js';
import type { Complaint, LookAlike } from './types.js';

export { type Call, readCall } from './call.js';
export { adjustmentOf, type Finding, findingsOf, FOUND, type Found, isCause } from './findings.js';
export { type Complaint, type FindingPart, type LookAlike } from './types.js';

/** The first stage: what is wrong, and which unit that points at. */

export type Request = 'replace' | 'prevent' | 'upgrade' | 'convert' | 'substitute';

/** Where a job stands. */
export const JOB_STATES = ['open', 'ordered', 'closed'] as const;

export const REQUESTS: readonly { readonly id: Request; readonly words: string; readonly means: string }[] = [
  { id: 'replace', words: 'replace', means: 'it leaks, sinks, sticks or makes noise' },
  { id: 'prevent', words: 'prevent', means: 'age unknown, fluid black, still cheap to buy' },
  { id: 'upgrade', words: 'upgrade', means: 'larger brakes or a sibling’s unit' },
  { id: 'convert', words: 'convert', means: 'another system: circuits, assistance, disc, clutch' },
  { id: 'substitute', words: 'substitute', means: 'the original cannot be had' },
];

export { COMPLAINTS, LOOK_ALIKES };

export interface ComplaintReading {
  readonly suspects: readonly UnitKind[];
  readonly sentences: readonly string[];
  readonly ruleOutFirst: readonly LookAlike[];
}

/**
 * The first reading of what is complained of: which units to blame among those the vehicle has, and what to rule out
 * before anything is ordered. A unit that several complaints point at comes first, then in the order in which they name
 * it. Undefined when none of them is in the table.
 */
export function readComplaints(ids: readonly string[], onVehicle: readonly UnitKind[]): ComplaintReading | undefined {
  const complaints = [...new Set(ids)].flatMap((id): readonly Complaint[] => COMPLAINTS.filter((c) => c.id === id));
  if (complaints.length === 0) return undefined;
  const named = complaints.flatMap((complaint) => complaint.suspects);
  const times = (kind: UnitKind): number => named.filter((k) => k === kind).length;
  const suspects = [...new Set(named)]
    .filter((kind) => onVehicle.length === 0 || onVehicle.includes(kind))
    .sort((a, b) => times(b) - times(a));
  const causes = new Set(complaints.flatMap((complaint) => complaint.lookAlikes));
  const ruleOutFirst = LOOK_ALIKES.filter((look) => causes.has(look.id)).sort(
    (a, b) => [...causes].indexOf(a.id) - [...causes].indexOf(b.id),
  );
  return { suspects, sentences: complaints.map((complaint) => complaint.reading), ruleOutFirst };
}
