export { composeJob } from './compose.js';
export { partsOf, slotOfPart } from './draft.js';
export type { NetworkPart } from './network.js';
export {
  checkKey,
  editsOf,
  fixKey,
  isOpen,
  judgeAccepted,
  type JudgedChain,
  type TakenFix,
  type Ways,
} from './fixes.js';
export { shownId, withoutSide } from './fold.js';
export { knownSide, ORIGINS, readingTolerance, threadsAt, type KnownSide, type Origin } from './known.js';
export {
  GROUP_WORDS,
  MEASURE_GROUPS,
  measureOf,
  measurementsFor,
  type Measure,
  type MeasureGroup,
  type Measurement,
} from './measurements.js';
export { jointKey, slotOf, STRIP_PLACES, type StripPlace } from './names.js';
export {
  cardOfJob,
  foreseenByFixes,
  listOfJob,
  looksOfJob,
  openedIn,
  sealedIn,
  uncountedIn,
  type Sealed,
  wantOf,
  wordsOfList,
  type Asked,
} from './list.js';
export { shownFix, shownJoints, type ShownCheck, type ShownFix, type ShownJoint } from './shown.js';
export { networkWords, PART_CHANGES, wholeChain, type PartChange, type WholePart } from './whole.js';
export type { Change, JobPlace, JobRows, Slot } from './types.js';
export { readSubject, subjectText, type PlaceSubject, type Subject } from './subject.js';
export { FEEL_RESTS, feelOfJob, type FeelRests, type FeelSheet, type FeelSide, type FeelValue } from './feel.js';
