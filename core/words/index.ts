export { lookup } from './lookup.js';
export { plainTextProblem } from './plain.js';
export { checkWords, sentenceOf } from './checks.js';
export { reasonWords, verdictSentence } from './verdict.js';
