export { agree, groupsOf, meanOf, type Reading } from './combine.js';
export {
  type Evidence,
  EVIDENCE_KINDS,
  evidenceBase,
  evidenceProblem,
  type EvidenceValue,
  factOfEvidence,
  markKey,
  slotKey,
} from './evidence.js';
export {
  errorOf,
  knownSide,
  type KnownSide,
  type Origin,
  ORIGINS,
  READING_SIGMAS,
  readingTolerance,
  threadsAt,
} from './known.js';
