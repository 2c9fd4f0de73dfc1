export { CARD, WORK_GROUPS, WORK_WORDS, type WorkGroup } from './card.data.js';
export { cardOf, type CardStep, type WorkStep } from './card.js';

/** What is done, in the order in which it is done, for whoever fits the parts. */
