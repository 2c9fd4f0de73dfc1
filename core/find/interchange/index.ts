export { differencesBetween, type FactDifference } from './compare.js';
export { type Difference, type GeometricInterchange, type GeometrySearch, interchangeByGeometry } from './geometry.js';
export { type Reach, WORK_LIMIT } from './graph.js';
export { linkTrust, priorOf, REVIEW_AFTER, wantsReview } from './trust.js';
export {
  type Assertion,
  type Condition,
  CONDITION_KINDS,
  type ConditionKind,
  type Grade,
  type Interchange,
  type InterchangeEntry,
  type InterchangeLink,
  type InterchangeNode,
  type InterchangeSource,
  LINK_KINDS,
  type LinkKind,
  OUTCOMES,
  type Outcomes,
  type Step,
} from './types.js';
export { oneUnitWith, pathsOfInterchange, walkInterchange } from './walk.js';
