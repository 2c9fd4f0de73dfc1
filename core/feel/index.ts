import type { Settings } from '../settings/index.js';
import type { FeelLimits } from './limits.js';

export * from './bands.js';
export * from './brakes.js';
export * from './clutch.js';
export * from './clutch-fields.data.js';
export * from './limits.js';
export * from './loss.js';
export * from './compare.js';
export * from './effort.js';
export * from './faults.js';
export * from './fields.data.js';
export * from './ratios.js';
export * from './summary.js';
export * from './table.js';
export * from './types.js';
export * from './valves.js';
export * from './verdicts.js';
export * from './which-bore.js';

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
