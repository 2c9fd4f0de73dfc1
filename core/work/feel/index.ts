import type { Settings } from '../../named/settings/index.js';
import type { FeelLimits } from './limits.js';

export {
  type Band,
  type BoreBands,
  chance,
  drawn,
  type SampleAsk,
  type Sampled,
  sampleFeel,
  setterOf,
  type SetUpBands,
  type Uncertain,
} from './bands.js';
export {
  assistOf,
  bendsOf,
  boosterIn,
  boosterOut,
  brakingAt,
  type FeelSettings,
  filledArea,
  G,
  kneeAt,
  linePressure,
  loaded,
  pedalTravelAt,
  pushed,
  ratioOf,
  rodForce,
  strokeFor,
  workingArea,
} from './brakes.js';
export {
  CLUTCH_FIELDS,
  CLUTCH_MEASURED,
  type ClutchField,
  type ClutchKey,
  type ClutchMeasuredKey,
} from './clutch-fields.data.js';
export {
  type ClutchAdvice,
  type ClutchInput,
  clutchInput,
  clutchRatios,
  type ClutchSettings,
  type ClutchSide,
  type ClutchTravel,
  clutchTravel,
  slaveArea,
} from './clutch.js';
export { locksFirst, type Locking, rearFirstFrom } from './balance.js';
export { type Compared, compareFeel, type Knee } from './compare.js';
export { effortFor } from './effort.js';
export { type FeelFault, feelFaults } from './faults.js';
export {
  type AxleKind,
  FEEL_FIELDS,
  FEEL_GROUPS,
  FEEL_KEYS,
  FEEL_PATHS,
  type FeelField,
  type FeelGroup,
  type FeelInputs,
  type FeelKey,
  type FeelKinds,
  isAsked,
  missingFor,
  setUpOf,
  type Usual,
} from './fields.data.js';
export { type FeelLimits } from './limits.js';
export {
  airFor,
  type ClutchLoss,
  clutchLoss,
  type ClutchMeasured,
  type ClutchPair,
  clutchPairs,
  type PedalLoss,
  pedalLoss,
} from './loss.js';
export { type FeelRatios, ratiosOf } from './ratios.js';
export { type FeelSummary, summaryOf } from './summary.js';
export { type CaseCell, caseTable, type InCases, type Said, saidOnce, worstOf } from './table.js';
export {
  type Axle,
  type Booster,
  type Case,
  type DiscAxle,
  type DrumAxle,
  LOSSES,
  type Lost,
  type Master,
  type Point,
  type SetUp,
  type Valve,
  type Vehicle,
} from './types.js';
export { type FittingValve, fittingValves, rearFirstAt, VALVE_SLOPES } from './valves.js';
export { type FeelCode, type FeelVerdict, judge, type Judged } from './verdicts.js';
export { type BoreWanted, type RankedBore, type WhichBore, whichBore, type Window } from './which-bore.js';

/** What the workshop's settings say of the feel. */
export const feelLimits = (settings: Settings): FeelLimits => ({
  byPass: settings.feelByPass,
  rearFirstBelow: settings.feelRearFirst,
  everyday: settings.feelEveryday,
  effortLeast: settings.feelEffortLeast,
  effortMost: settings.feelEffortMost,
  kneeFrom: settings.feelKneeFrom,
  stepLeast: settings.feelStepLeast,
  dryGrip: settings.feelDryGrip,
  serviceRule: settings.feelServiceRule,
  secondaryRule: settings.feelSecondaryRule,
  ruleEffort: settings.feelRuleEffort,
  portClosing: settings.portClosing,
  clutchEfficiency: settings.clutchEfficiency,
});
