import type { Unit, UsualRange } from '../../base/units/index.js';

export type AttributeKind = 'quantity' | 'mark' | 'choice' | 'count' | 'thread' | 'month';

/** The unit in which a recorded quantity is held and in which a bare figure of a file is read. */
export const BASE_UNIT = {
  length: 'mm',
  angle: 'deg',
  volume: 'ml',
  pressure: 'MPa',
  flow: 'l/min',
  force: 'N',
  torque: 'Nm',
} as const satisfies Readonly<Record<string, Unit>>;
export type MeasuredDimension = keyof typeof BASE_UNIT;

/** Places on a unit, as the drawing marks them. */
export type Spot =
  | 'nose'
  | 'body'
  | 'underside'
  | 'mouth'
  | 'flange'
  | 'ports'
  | 'reservoir'
  | 'rod'
  | 'bleeder'
  | 'sensor'
  | 'shell'
  | 'vehicle';

export interface AttributeRow {
  readonly name: string;
  readonly words: string;
  readonly kind: AttributeKind;
  /** For quantities; the value is in the base unit of its dimension (see BASE_UNIT), a ratio is plain. */
  readonly dimension?: MeasuredDimension | 'ratio';
  readonly usual?: UsualRange;
  readonly choices?: readonly string[];
  /** The largest count that makes sense; 19 when not given. */
  readonly most?: number;
  /** Repeats per port. */
  readonly perPort?: boolean;
  /** Stands on the unit as a nominal size of this other attribute. */
  readonly marks?: string;
  /** A record says "not before": a later observation agrees with it too. */
  readonly bound?: 'from-below';
  /** A fact of the vehicle; it speaks of units through the vehicle's record alone. */
  readonly vehicle?: boolean;
  /** From paperwork, or no property of a design: never proposed as a check. */
  readonly paper?: boolean;
  /** What the check is usually made with; the eye when not given. */
  readonly tool?: 'caliper' | 'ruler' | 'thread-gauge';
  /** What has to come off, or be cleaned, first. */
  readonly off?: string;
  /** Where on the drawn unit it is found. */
  readonly spot?: Spot;
  /** Where the same thing can still be found when the unit itself is lost. */
  readonly gone?: string;
  readonly minutes: number;
  /** Can be seen with nothing taken off the vehicle. */
  readonly onVehicle: 'yes' | 'partly' | 'no';
  /** Chance that a careful reading is recorded wrong. */
  readonly epsilon: number;
  readonly where: string;
  readonly trap: string;
}
