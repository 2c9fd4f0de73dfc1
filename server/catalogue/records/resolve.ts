import type { NumberSearch, NumberView, Resolved } from '@kerabat/contract';

/** What two numbers lead to is the same, or neither is known to lead anywhere and both are one maker's. */
const placeOf = (n: NumberView): string =>
  n.leadsTo.kind === 'nothing' || n.leadsTo.kind === 'mark'
    ? `${n.issuer} ${n.written}`
    : `${n.leadsTo.kind} ${n.leadsTo.id ?? ''}`;

/**
 * One row of many: the surest reading that there is, or that it is to be chosen between several. Nothing doubtful is
 * settled by itself.
 */
export function resolved(query: string, found: NumberSearch): Resolved {
  if (found.problem !== undefined) return { query, how: 'none', sentence: found.problem };
  for (const how of ['exact', 'normalised', 'near', 'misread'] as const) {
    const numbers = found[how];
    const [first] = numbers;
    if (!first) continue;
    const places = new Set(numbers.map(placeOf)).size;
    if (places > 1) {
      const words = numbers.slice(0, 4).map((n) => `${n.issuer} ${n.written}`);
      return {
        query,
        how: 'several',
        sentence: `${numbers.length} different numbers could be meant: ${words.join(', ')}.`,
      };
    }
    return { query, how, sentence: SENTENCES[how], number: first };
  }
  return { query, how: 'none', sentence: 'No number like this is in the catalogue.' };
}

const SENTENCES = {
  exact: 'written just so',
  normalised: 'the same number in its maker’s writing',
  near: 'near: its maker’s marks differ, make sure',
  misread: 'one character differs: read it again',
} as const;
