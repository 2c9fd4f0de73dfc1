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
export { knownSide, type KnownSide, type Origin, ORIGINS, readingTolerance, threadsAt } from './known.js';
