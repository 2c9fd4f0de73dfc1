export { type ChainAnswer, checkChain, type PartState } from './check-chain.js';
export { type Given, isBound } from './bound.js';
export { composeJob } from './compose.js';
export { FEEL_RESTS, feelOfJob, type FeelRests, type FeelSheet, type FeelSide, type FeelValue } from './feel.js';
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
export {
  type Asked,
  cardOfJob,
  foreseenByFixes,
  listOfJob,
  looksOfJob,
  openedIn,
  type Sealed,
  sealedIn,
  uncountedIn,
  wantOf,
  wordsOfList,
} from './list.js';
export {
  GROUP_WORDS,
  isSameQuestion,
  MEASURE_GROUPS,
  type MeasureGroup,
  type Measurement,
  measurementsFor,
  measureOf,
  sideAt,
} from './measurements.js';
export { jointKey, slotOf } from './names.js';
export { type LikelyJob, type Missing, type Saved, toRecord, type ToRecord, tryJob } from './record-next.js';
export { shownFix, shownJoints } from './shown.js';
export type { Measure, ShownCheck, ShownFix, ShownJoint } from './shown.types.js';
export { type PlaceSubject, readSubject, type Subject, subjectText } from './subject.js';
export { type JobPlace, type JobRows, type NetworkPart } from './types.js';
export { QUESTION_ENDS, type Question, type QuestionEnd, questionText, readQuestion } from './question.js';
export { networkWords, PART_CHANGES, type PartChange, wholeChain, type WholePart } from './whole.js';
export { type IdentificationAsk, ownKind } from './work-out/choose.js';
export { entriesFor, type VehicleKnown } from './work-out/decided.js';
export { isBrought } from './work-out/place-state.js';
export { nextAct } from './work-out/next-act.js';
export { NEXT_ACTS, NEXT_STAGES, type NextAct, type NextStage, type NextTarget } from './work-out/workspace.js';
export { convertedVehicle, readChoices, wantFor } from './work-out/plan.js';
export { gathering, type GatheredRows, type JobReads, readsOf } from './work-out/reads.js';
export { JOB_EVENTS } from './work-out/records.js';
export type * from './work-out/records.js';
export { troubled } from './work-out/trouble.js';
export { type PlaceInput, placeRows } from './work-out/rows.js';
export {
  type IdentifiedJob,
  givenIn,
  contradictions,
  identificationsAsked,
  type JobBase,
  type JobInput,
  judgedRows,
  workOut,
  workThrough,
} from './work-out/work-out.js';
export type {
  FluidView,
  KitView,
  LinePort,
  LookView,
  Safety,
  SlotWork,
  Trouble,
  UnitRef,
  VerdictLine,
  Workspace,
} from './work-out/workspace.js';
export { placeOfReading } from './places.data.js';
