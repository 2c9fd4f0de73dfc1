export { groupsOf, meanOf, type Reading, READING_SIGMAS, settle } from './combine.js';
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
  asReading,
  disputedIn,
  errorOf,
  knownSide,
  type KnownSide,
  type Origin,
  ORIGINS,
  readingTolerance,
  threadsAt,
} from './known.js';
