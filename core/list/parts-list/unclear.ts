import { findThread } from '../../named/thread/index.js';

/** Words that mean two things in the trade: whoever writes such a line is asked before it is counted. */

interface UnclearRow {
  readonly words: RegExp;
  /** What makes it clear. */
  readonly clearBy: (text: string) => boolean;
  readonly question: string;
}

const hasThread = (text: string): boolean => {
  const words = text.split(/[\s,;]+/).filter(Boolean);
  return words.some(
    (word, i) => findThread(word) !== undefined || findThread(words.slice(i, i + 2).join(' ')) !== undefined,
  );
};

/** Source: what people order at a counter and get wrong (work.md, chain.md case 26). */
const ROWS: readonly UnclearRow[] = [
  {
    words: /washers?\b.*\bper eye|\bper eye\b.*washers?/i,
    clearBy: (text) => /\bin all\b|altogether|for \w+ bolts?/i.test(text),
    question:
      'Washers go by the bolt, not by the eye: one more than there are eyes on it, so a bolt with two ' +
      'eyes takes three. Write how many in all.',
  },
  {
    words: /\b\d+(?:[.,]\d+)?\s*mm\s+(?:\w+\s+)?nuts?\b|\bnuts?\s+(?:of\s+)?\d+(?:[.,]\d+)?\s*mm\b/i,
    clearBy: (text) => hasThread(text) || /across|spanner|wrench|\bAF\b/i.test(text),
    question:
      'Is that the thread or the spanner? A nut M10x1.0 is 10 or 11 mm across its flats. Write the ' +
      'thread, like "nut M10x1.0".',
  },
  {
    words: /\b(?:bolts?|cap screws?)\b/i,
    clearBy: (text) => /banjo|wheel|old one/i.test(text) || (hasThread(text) && /\d\s*(?:mm|in)\b/i.test(text)),
    question:
      'Bolts differ by position: a switch or a bracket under one makes it longer. Write where it sits, its ' +
      'thread and its length under the head, like "bolt M8x1.25, 35 mm, upper left of the slave".',
  },
  {
    words: /\bunions?\b/i,
    clearBy: (text) => /join|inline|connector|tube nut|two lines/i.test(text),
    question:
      'Some call the tube nut a union, others the piece that joins two lines. Write "tube nut" or ' +
      '"connector that joins two lines".',
  },
  {
    words:
      /\b\d+(?:[.,]\d+)?\s*(?:lbs?|pounds?|psi)\b.*\bvalves?\b|\bvalves?\b.*\b\d+(?:[.,]\d+)?\s*(?:lbs?|pounds?|psi)\b/i,
    clearBy: (text) => /residual|proportioning|relief|check/i.test(text),
    question:
      'Which valve: one that keeps residual pressure (about 10 psi for drums, 2 psi for discs below ' +
      'the master), or one that proportions it? Write which, and whether the master has one already.',
  },
];

/** What is asked about a line before it is counted; undefined where it means one thing. */
export const unclear = (text: string): string | undefined =>
  ROWS.find(({ words, clearBy }) => words.test(text) && !clearBy(text))?.question;
