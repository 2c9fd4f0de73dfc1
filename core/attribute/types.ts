import type { UsualRange } from '../units/index.js';

export type AttributeKind = 'quantity' | 'mark' | 'choice' | 'count' | 'thread' | 'month';

export interface AttributeRow {
  readonly name: string;
  readonly words: string;
  readonly kind: AttributeKind;
  /** For quantities: lengths in mm, angles in degrees, volumes in ml, ratios plain. */
  readonly dimension?: 'length' | 'angle' | 'volume' | 'ratio';
  readonly usual?: UsualRange;
  readonly choices?: readonly string[];
  /** Repeats per port. */
  readonly perPort?: boolean;
  readonly minutes: number;
  /** Can be seen with nothing taken off the vehicle. */
  readonly onVehicle: 'yes' | 'partly' | 'no';
  /** Chance that a careful reading is recorded wrong. */
  readonly epsilon: number;
  readonly where: string;
  readonly trap: string;
}
