export { CHECK_CODES, type CheckCode, type CheckRow, CHECKS, checksFor, PLACE_CODES } from './checks.data.js';
export { type Fix, type FixPart, type Skill, SKILLS } from './fix.js';
export { isUnassigned, ownReservoirOf, positionOf, unassigned } from './positions.js';
export { WASHER_MM } from './rules/banjo.js';
export { alike, attributeOf, doubtOf, EPS, leavesOpen, pair, restsOf, tidy, within } from './rules/finding.js';
export { RULES } from './rules/index.js';
export {
  type Answer,
  ANSWERS,
  type Case,
  type Check,
  type Figures,
  type Finding,
  type JudgedJoint,
  type Rank,
  RANKS,
  type Variant,
  type View,
  type Want,
} from './types.js';
