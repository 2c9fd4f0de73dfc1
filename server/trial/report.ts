import type { FlawKind } from '@kerabat/core/simulate';
import type { Outcome, Policy } from './types.js';

/** What a trial says: how often an order was wrong, by policy, and the jobs that show it. */

export interface Line {
  readonly policy: Policy;
  readonly request: string;
  readonly jobs: number;
  readonly safe: number;
  readonly wrongSafe: number;
  /** The unit goes, and something is missing on the bench or left over. */
  readonly wrongList: number;
  readonly onListing: number;
  readonly wrongListing: number;
  /** Ordered by a policy that has no grades. */
  readonly ordered: number;
  readonly wrongOrdered: number;
  /** Nothing was ordered, though the unit that the record names would have gone together. */
  readonly notSafe: number;
  readonly never: number;
  readonly withFixes: number;
  readonly asked: number;
  readonly twice: number;
  readonly unanswered: number;
}

const LIST: readonly FlawKind[] = ['too-few', 'too-many'];
/** The wrong unit: it does not go, does not work, or is another than the one that was meant. */
export const isWrong = ({ flaws, fixes }: Outcome): boolean =>
  fixes === 0 && flaws.some(({ what }) => !LIST.includes(what));
const isShort = (o: Outcome): boolean => o.fixes === 0 && o.flaws.length > 0 && !isWrong(o);

/** Counts of the outcomes of one policy, of one kind of request or of all. */
export function lineOf(outcomes: readonly Outcome[], policy: Policy, request: string): Line {
  const own = outcomes.filter((o) => o.policy === policy && (request === 'all' || o.request === request));
  const count = (is: (o: Outcome) => boolean): number => own.filter(is).length;
  const sum = (of: (o: Outcome) => number): number => own.reduce((all, o) => all + of(o), 0);
  return {
    policy,
    request,
    jobs: own.length,
    safe: count(({ end }) => end === 'safe'),
    wrongSafe: count((o) => o.end === 'safe' && isWrong(o)),
    wrongList: count((o) => (o.end === 'safe' || o.end === 'on-listing') && isShort(o)),
    onListing: count(({ end }) => end === 'on-listing'),
    wrongListing: count((o) => o.end === 'on-listing' && isWrong(o)),
    ordered: count(({ end }) => end === 'ordered'),
    wrongOrdered: count((o) => o.end === 'ordered' && isWrong(o)),
    notSafe: count(({ end }) => end === 'not-safe' || end === 'nothing'),
    never: count(({ end }) => end === 'never'),
    withFixes: count(({ fixes }) => fixes > 0),
    asked: sum(({ asked }) => asked),
    twice: sum(({ twice }) => twice),
    unanswered: sum(({ unanswered }) => unanswered),
  };
}

/** A share with the interval that holds it nineteen times in twenty (Wilson's); of nought the bound is 3/n. */
export function share(count: number, of: number): string {
  if (of === 0) return '-';
  if (count === 0) return `0 (under ${Math.min(100, 300 / of).toFixed(2)} %)`;
  const [z, p] = [1.96, count / of];
  const middle = (p + (z * z) / (2 * of)) / (1 + (z * z) / of);
  const half = (z * Math.sqrt((p * (1 - p)) / of + (z * z) / (4 * of * of))) / (1 + (z * z) / of);
  const percent = (x: number): string => (x * 100).toFixed(1);
  return `${percent(p)} % (${percent(Math.max(0, middle - half))} to ${percent(Math.min(1, middle + half))})`;
}

const COLUMNS: readonly (readonly [string, (line: Line) => string])[] = [
  ['policy', ({ policy }) => policy],
  ['request', ({ request }) => request],
  ['jobs', ({ jobs }) => String(jobs)],
  ['safe', ({ safe, jobs }) => share(safe, jobs)],
  ['wrong safe', ({ wrongSafe, safe }) => share(wrongSafe, safe)],
  ['wrong list', ({ wrongList, safe, onListing }) => share(wrongList, safe + onListing)],
  ['on listing', ({ onListing, jobs }) => share(onListing, jobs)],
  ['wrong on listing', ({ wrongListing, onListing }) => share(wrongListing, onListing)],
  ['ordered', ({ ordered, jobs }) => share(ordered, jobs)],
  ['wrong ordered', ({ wrongOrdered, ordered }) => share(wrongOrdered, ordered)],
  ['not safe', ({ notSafe, jobs }) => share(notSafe, jobs)],
  ['never', ({ never }) => String(never)],
  ['with fixes', ({ withFixes }) => String(withFixes)],
  ['asked', ({ asked, jobs }) => (jobs === 0 ? '-' : (asked / jobs).toFixed(1))],
  ['twice', ({ twice }) => String(twice)],
  ['unanswered', ({ unanswered }) => String(unanswered)],
];

/** The lines as a table in Markdown. */
export const tableOf = (lines: readonly Line[]): string =>
  [
    `| ${COLUMNS.map(([name]) => name).join(' | ')} |`,
    `| ${COLUMNS.map(() => '---').join(' | ')} |`,
    ...lines.map((line) => `| ${COLUMNS.map(([, cell]) => cell(line)).join(' | ')} |`),
  ].join('\n');

/** What was wrong with an order that was called safe, in words: what was true, what was said, what came of it. */
export const storyOf = ({ seed, layout, quality, unit, flaws, story }: Outcome): string =>
  [
    `${seed}: a ${layout} vehicle, a ${quality} catalogue; ${unit} was ordered as safe`,
    ...story.map((line) => `  ${line}`),
    ...flaws.map(({ at, sentence }) => `  wrong: ${at}: ${sentence}`),
  ].join('\n');

/** The kinds of wrong in orders that were called safe, the most frequent first: "joint: it never seals". */
export function kindsOf(outcomes: readonly Outcome[]): readonly (readonly [kind: string, count: number])[] {
  const counts = new Map<string, number>();
  for (const { flaws, fixes, end, altered } of outcomes)
    if (end === 'safe' && fixes === 0)
      for (const { what, at, sentence } of flaws) {
        const [about = ''] = LIST.includes(what) ? at.split(' ') : sentence.split(': ');
        const said = `${altered === undefined ? '' : 'altered vehicle: '}${what}: ${about.replace(/[\d.]+/g, '…')}`;
        counts.set(said, (counts.get(said) ?? 0) + 1);
      }
  return [...counts].sort(([, a], [, b]) => b - a);
}
