import { row, type SettingsRow } from './row.js';

/** What the feel is judged by. */
export interface FeelFigures {
  readonly feelByPass: number;
  readonly feelRearFirst: number;
  readonly feelEveryday: number;
  readonly feelEffortLeast: number;
  readonly feelEffortMost: number;
  readonly feelKneeFrom: number;
  readonly feelStepLeast: number;
  readonly feelDryGrip: number;
  readonly feelServiceRule: number;
  readonly feelSecondaryRule: number;
  readonly feelRuleEffort: number;
  readonly feelVacuum: number;
}

export const FEEL_ROWS: readonly SettingsRow[] = [
  row('feelByPass', 'By-pass pressure of a stepped master', 0.5, 0.05, 3, 'MPa', 'up to it the large bore moves the fluid'),
  row('feelRearFirst', 'Rear wheels must not lock first below', 0.8, 0.1, 1, 'g', 'UN R13-H annex 5: front before rear up to 0.8'),
  row('feelEveryday', 'An everyday stop', 0.3, 0.05, 0.6, 'g', 'workshop practice'),
  row('feelEffortLeast', 'Effort of an everyday stop, least', 25, 1, 200, 'N', 'less is braked with the weight of the leg'),
  row('feelEffortMost', 'Effort of an everyday stop, most', 160, 20, 600, 'N', 'more tires a leg in a day’s work'),
  row('feelKneeFrom', 'Assistance should last to', 0.6, 0.1, 1, 'g', 'beyond its knee the pedal turns hard'),
  row('feelStepLeast', 'Effort between an everyday stop and locking wheels, least', 60, 5, 400, 'N', 'less cannot be metered'),
  row('feelDryGrip', 'Grip of a good dry road', 0.9, 0.3, 1.4, 'of the load', 'workshop practice'),
  row('feelServiceRule', 'Service braking asked by rule', 6.43, 1, 10, 'm/s²', 'UN R13-H; R13 asks 5.0 at 700 N of goods vehicles; local codes go first'),
  row('feelSecondaryRule', 'Secondary braking asked by rule', 2.44, 0.5, 6, 'm/s²', 'UN R13-H; R13 asks 2.2 at 700 N of goods vehicles'),
  row('feelRuleEffort', 'at no more than', 500, 100, 1000, 'N', 'UN R13-H'),
  row('feelVacuum', 'Vacuum that an engine makes at idle', 0.07, 0.02, 0.1, 'MPa', 'at sea level, less rod and return spring'),
]; // prettier-ignore
