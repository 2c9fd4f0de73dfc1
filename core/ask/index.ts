import type { UnitKind } from '../unit/index.js';
import { COMPLAINTS, LOOK_ALIKES } from './complaints.data.js';
import type { Complaint, LookAlike } from './types.js';

/** The first stage: what is wrong, and which unit that points at. */

export type Request = 'replace' | 'prevent' | 'upgrade' | 'convert' | 'substitute';

export const REQUESTS: readonly { readonly id: Request; readonly words: string; readonly means: string }[] = [
  { id: 'replace', words: 'replace', means: 'it leaks, sinks, sticks or makes noise' },
  { id: 'prevent', words: 'prevent', means: 'age unknown, fluid black, still cheap to buy' },
  { id: 'upgrade', words: 'upgrade', means: 'larger brakes or a sibling’s unit' },
  { id: 'convert', words: 'convert', means: 'another system: circuits, assistance, disc, clutch' },
  { id: 'substitute', words: 'substitute', means: 'the original cannot be had' },
];

export { COMPLAINTS, LOOK_ALIKES };
export type { Complaint, LookAlike };

export interface ComplaintReading {
  readonly complaint: Complaint;
  readonly suspects: readonly UnitKind[];
  readonly sentence: string;
  readonly ruleOutFirst: readonly LookAlike[];
}

/**
 * The first reading of a complaint: which unit to blame among those the vehicle has, and what to rule out before
 * anything is ordered. Undefined for a complaint that is not in the table.
 */
export function readComplaint(id: string, onVehicle: readonly UnitKind[]): ComplaintReading | undefined {
  const complaint = COMPLAINTS.find((c) => c.id === id);
  if (!complaint) return undefined;
  const suspects = complaint.suspects.filter((kind) => onVehicle.length === 0 || onVehicle.includes(kind));
  const ruleOutFirst = complaint.lookAlikes.flatMap((key) => LOOK_ALIKES.filter((l) => l.id === key));
  return { complaint, suspects, sentence: complaint.reading, ruleOutFirst };
}
