import type { FourState } from './state.js';
import type { SlipProposal } from '../slip/types.js';

/** A value on the vehicle's side of a joint, and how it came to be known. */
export interface KnownValue {
  readonly value: number | string | null;
  readonly tolerance?: number;
  readonly origin: 'measured' | 'vehicle-record' | 'old-unit';
}

/** The vehicle's side: what its pedal, bulkhead, lines and sensors want, by attribute and position ("port-thread@rear-left"). */
export type VehicleSide = ReadonlyMap<string, KnownValue>;

/** A way out of a mismatch. Accepting it turns the check into "fits with a change" and puts its lines on the slip. */
export interface Remedy {
  readonly key: string;
  readonly words: string;
  readonly minutes: number;
  readonly risk: string;
  readonly accepted: boolean;
  readonly slip: readonly SlipProposal[];
}

/** What to measure, on which side of the joint, where to look, and the bench line that records it. */
export interface Measure {
  readonly side: 'vehicle' | 'unit';
  readonly what: string;
  readonly where: string;
  readonly line: string;
  readonly onVehicle: boolean;
}

export interface Check {
  readonly id: string;
  readonly words: string;
  /** What the vehicle has, in words; undefined when not known. */
  readonly vehicle?: string;
  readonly vehicleOrigin?: KnownValue['origin'];
  /** What the unit has, in words; undefined when not known. */
  readonly unit?: string;
  readonly rule: string;
  readonly state: FourState;
  readonly sentence: string;
  /** How to find out, when the state is "not known". */
  readonly measure?: Measure;
  readonly remedies: readonly Remedy[];
  /** Lines that this check puts on the slip as it stands. */
  readonly slip: readonly SlipProposal[];
}

/** Where the joint lies on the chain, seen from the unit. */
export type Place = 'up' | 'down' | 'side';

export interface Joint {
  readonly id: string;
  readonly words: string;
  readonly place: Place;
  readonly state: FourState;
  readonly checks: readonly Check[];
}
