/**
 * What is felt at the pedal: shapes. Lengths in mm, forces in N, pressures in MPa, masses in kg, volumes in mm³; shares
 * and ratios are plain numbers; decelerations are shares of g.
 */

/** What is not known of a vehicle is left out, and with it the answers that rest on it; pressures and travel stay. */
export interface Vehicle {
  readonly mass?: number;
  /** Share of the weight on the front axle, standing. */
  readonly frontShare?: number;
  /** Height of the centre of gravity. */
  readonly height?: number;
  readonly wheelbase?: number;
  readonly tyreRadius?: number;
  readonly pedalRatio: number;
  /** Absent: 1, the linkage loses nothing. */
  readonly pedalEfficiency?: number;
}

export interface Master {
  /** The small bore of a stepped one: it makes the pressure. */
  readonly bore: number;
  /** The large bore of a stepped one: it moves the fluid first. */
  readonly largeBore?: number;
  /** Absent: 1. */
  readonly efficiency?: number;
  /** The longest stroke that it has. */
  readonly stroke?: number;
  /** The input force that it bears. */
  readonly limit?: number;
}

export interface Booster {
  /** Output over input below its knee. */
  readonly ratio: number;
  /** The most that it adds. */
  readonly assist: number;
  /** Input before its valve opens: until then nothing comes out. Absent: 0. */
  readonly crack?: number;
  /** What comes out at once when it opens. Absent: 0. */
  readonly jumpIn?: number;
}

/** Of the rear circuit: pressure is passed on whole up to the knee, and by the slope beyond it. */
export interface Valve {
  readonly knee: number;
  /** Where it begins in a case with a load, of one that feels the load. */
  readonly ladenKnee?: number;
  readonly slope: number;
}

interface AxleOfAnyKind {
  /** Effective radius of disc or drum. */
  readonly radius: number;
  /** Pressure that moves nothing yet. Absent: 0. */
  readonly pushOut?: number;
  /** How far each piston moves before the lining is on. */
  readonly lift?: number;
}
export interface DiscAxle extends AxleOfAnyKind {
  readonly kind: 'disc';
  /** Diameters on one side of the disc. */
  readonly pistons: readonly number[];
  /** Whether the other side has the same pistons. Absent: floating. */
  readonly form?: 'floating' | 'fixed';
  readonly friction: number;
}
export interface DrumAxle extends AxleOfAnyKind {
  readonly kind: 'drum';
  readonly cylinder: number;
  /** Drum factor, C* in papers: friction force at the drum over the force of one piston. */
  readonly factor: number;
}
export type Axle = DiscAxle | DrumAxle;

export interface SetUp {
  readonly master: Master;
  readonly booster?: Booster;
  readonly valve?: Valve;
  /**
   * How many residual valves lie on the way to an axle; absent: not known. They act on release: no force hangs on them.
   */
  readonly residual?: { readonly front?: number; readonly rear?: number };
  /** A metering valve holds the front off up to this pressure. */
  readonly metering?: number;
  readonly front: Axle;
  readonly rear: Axle;
  /** Its own pedal ratio, where it is not the vehicle’s. */
  readonly pedalRatio?: number;
  /** Clearance of the rod. */
  readonly gap?: number;
  /** Port-closing travel of the master. Absent: 0, and said so. */
  readonly cutOff?: number;
  /** What the booster's own valve takes at its input. */
  readonly valveTravel?: number;
  /** What hoses, calipers and linings give, in mm³ for each MPa. */
  readonly give?: number;
}

export interface Case {
  readonly name?: string;
  /** What the tyres can take; absent: nothing bounds them. */
  readonly grip?: number;
  /**
   * Friction of the disc linings in this case; a drum's factor follows in proportion to the front linings, which is
   * said.
   */
  readonly friction?: number;
  readonly lost?: Lost;
  /** Share of the assistance that is left: altitude, a pump on its reserve. */
  readonly assistance?: number;
  /** How far a turn has pushed the pistons of discs back, mm. */
  readonly pushedBack?: number;
  /** Metres above the sea, for vacuum. */
  readonly altitude?: number;
  /** The vehicle with another load: what it is then. */
  readonly load?: Partial<Pick<Vehicle, 'mass' | 'frontShare' | 'height'>>;
}
export const LOSSES = ['front', 'rear', 'diagonal', 'assistance'] as const;
export type Lost = (typeof LOSSES)[number];

/** What one push on the pedal does. */
export interface Point {
  readonly pedalForce: number;
  readonly frontPressure: number;
  readonly rearPressure: number;
  /** At the tyres of an axle; absent without the radius of the tyre. */
  readonly frontForce?: number;
  readonly rearForce?: number;
  /**
   * Share of g, bounded by the grip of the case; absent without the mass, or where the vehicle would tip before its
   * wheels lock.
   */
  readonly deceleration?: number;
  /** Friction that each axle would use to do it; absent without share, height and wheelbase. */
  readonly frontAdhesion?: number;
  readonly rearAdhesion?: number;
  /** The axle that uses more. */
  readonly firstToLock?: 'front' | 'rear';
  /** Absent where the travel of the pistons is not known. */
  readonly stroke?: number;
  readonly pedalTravel?: number;
}
