import type { FeelSettings } from './brakes.js';

/** What a set-up is judged by. */
export interface FeelLimits extends FeelSettings {
  /** Rear first under this deceleration is a warning (share of g). */
  readonly rearFirstBelow: number;
  /** Deceleration of an everyday stop (share of g), and the efforts that are comfortable for it, N. */
  readonly everyday: number;
  readonly effortLeast: number;
  readonly effortMost: number;
  /** The knee of the booster should not come before this deceleration (share of g). */
  readonly kneeFrom: number;
  /** Effort between an everyday stop and locking wheels, least, N: less cannot be metered. */
  readonly stepLeast: number;
  /** Grip of a good dry road. */
  readonly dryGrip: number;
  /** The public rule for service and secondary braking, m/s² at so many N. */
  readonly serviceRule: number;
  readonly secondaryRule: number;
  readonly ruleEffort: number;
  /** What a workshop takes of a clutch that does not say. */
  readonly portClosing: number;
  readonly clutchEfficiency: number;
}
