export { cardInWords, stepsOf } from './card-steps.js';
export { STEPS_IN_WORDS, stepWhy, stepWords } from './card.js';
export { checkWords, sentenceOf } from './checks.js';
export {
  areasWords,
  bandWords,
  cellWords,
  clutchLossWords,
  clutchPairWords,
  clutchRatioWords,
  clutchWords,
  type FeelHeard,
  feelSummary,
  feelVerdictWords,
  pedalLossWords,
  whichBoreNone,
  whichBoreWords,
} from './feel.js';
export { FIXES_IN_WORDS, fixWords, operationsOf, partWordsOf, riskOf } from './fixes.js';
export { changeWords } from './interchange.js';
export { kitSentence } from './kits.js';
export { linesOf } from './lines.js';
export { countedWords, itemWords, withoutWords } from './needs.js';
export { jobNumber, plainTextProblem } from './plain.js';
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
export { judgedWords } from './judged.js';
export { reasonWords, verdictSentence } from './verdict.js';
