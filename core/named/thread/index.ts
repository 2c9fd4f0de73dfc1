export { BRAKE_THREADS } from './brake.data.js';
export { type NearThread, readThread, type ThreadName } from './designation.js';
export { type Engagement, engagementOf } from './engagement.js';
export { findThread } from './find.js';
export {
  crestTolerance,
  expected,
  identifyThread,
  mouthTolerance,
  type OverThreads,
  pitchOf,
  type ThreadCandidate,
  type ThreadCheck,
  type ThreadIdentity,
  type ThreadReading,
} from './identify.js';
export { mate, MATE_VERDICTS, type MateVerdict, type Mating } from './mate.js';
export { type Misreading, MISREADINGS, misreadings } from './misread.js';
export { handTightMm, makeUpMm } from './taper.js';
export {
  type BrakeThread,
  flankAngle,
  type Gender,
  GENDERS,
  minorDiameter,
  pitchDiameter,
  type SeriesThread,
  type ThreadFamily,
} from './types.js';
