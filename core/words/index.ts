export { lookup } from './lookup.js';
export { jobNumber, plainTextProblem } from './plain.js';
export { checkWords, sentenceOf } from './checks.js';
export { reasonWords, verdictSentence } from './verdict.js';
export { STEPS_IN_WORDS, stepWhy, stepWords } from './card.js';
export { kitSentence } from './kits.js';
export { linesOf } from './lines.js';
export { countedWords, itemWords, withoutWords } from './needs.js';
export { fixWords, FIXES_IN_WORDS, operationsOf, partWordsOf, riskOf } from './fixes.js';
export {
  areasWords,
  bandWords,
  cellWords,
  clutchLossWords,
  clutchPairWords,
  clutchRatioWords,
  clutchWords,
  feelSummary,
  feelVerdictWords,
  pedalLossWords,
  whichBoreNone,
  whichBoreWords,
  type FeelHeard,
} from './feel.js';
export { couplingWords, hexWords, misreadingWords, threadCheckWords, threadIdentityWords } from './threads.js';
export {
  hoseOrderWords,
  hosePlaceWords,
  hoseWords,
  lineCheckWords,
  lineLength,
  lineStepWords,
  routeRefusal,
  routeStepWords,
  routeWhy,
} from './tube-lines.js';
export * from './interchange.js';
