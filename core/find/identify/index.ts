export { BENCH_WORDS, type BenchLine, benchWord, readBenchLine } from './bench-line.js';
export { type CompareRow, compareUnits } from './compare.js';
export { type CheckAnswer, type NextCheck, nextChecks, type UnitIs } from './gain.js';
export {
  type Answer,
  type Column,
  type Fitted,
  patchPool,
  placeOf,
  type Pool,
  poolBuilder,
  poolOf,
  vehicleColumns,
} from './pool.js';
export { type Bearing, type Candidate, type Identification, identify, type Question } from './rank.js';
export { asOnePiece } from './readings.js';
export { monthWords, type Split, type SplitEntry, splitOf, type SplitSide } from './split.js';
export {
  adviceFor,
  type DidYouRead,
  didYouRead,
  minutesWords,
  type OddOneOut,
  oddOneOut,
  ROUNDING,
  type Standing,
  type Swapped,
  swapped,
  type Verdict,
} from './verdict.js';
export {
  AGREES,
  type AnswerGroups,
  answerGroups,
  DISAGREES,
  DISAGREES_BEYOND,
  isMeasured,
  rangeWords,
  readingSigma,
  SAYS,
  type Says,
  sentenceOf,
  UNRECORDED,
  weigh,
  type Weights,
} from './weigh.js';
