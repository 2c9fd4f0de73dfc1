export { CHECK_CODES, CHECKS, PLACE_CODES, type CheckCode, type CheckRow } from './checks.data.js';
export { isNew, isSameUnit, judge, judgedJoints, wantKey } from './judge.js';
export { byItsMates } from './mates.js';
export { DESIGN } from './places.js';
export { RULES } from './rules/index.js';
export { FOUR_STATES, worst, type FourState } from './state.js';
export {
  ANSWERS,
  RANKS,
  type Answer,
  type Check,
  type Figures,
  type JudgedJoint,
  type Rank,
  type View,
} from './types.js';
export { asOneFace, type Refusal } from './vehicle.js';
export { spacesOf } from './circuits.js';
