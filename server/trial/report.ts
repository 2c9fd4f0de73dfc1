import type { FlawKind } from '@kerabat/core/simulate';
import type { Outcome, Policy } from './types.js';

/** What a trial says: how often an order was wrong, by policy, and the jobs that show it. */

export interface Line {
  readonly policy: Policy;
  /** What the jobs of the line have in common: "all", "request replace", "layout diagonal", "place slave". */
  readonly of: string;
  readonly jobs: number;
  readonly safe: number;
  readonly wrongSafe: number;
  /** The unit goes, and something is missing on the bench or left over. */
  readonly tooFew: number;
  readonly tooMany: number;
  /** Of the jobs whose order is in the catalogue, those that were called safe or on listing. */
  readonly there: number;
  readonly thereSaid: number;
  readonly onListing: number;
  readonly wrongListing: number;
  /** Ordered by a policy that has no grades. */
  readonly ordered: number;
  readonly wrongOrdered: number;
  readonly notSafe: number;
  readonly never: number;
  readonly withFixes: number;
  readonly unplayed: number;
  readonly needless: number;
  /** Wrong safe of which Receive was told to look at every joint that is wrong. */
  readonly seen: number;
  /** Wrong safe in which nothing was untrue of what decided. */
  readonly untraced: number;
  readonly asked: number;
  readonly twice: number;
  readonly again: number;
  readonly unanswered: number;
  readonly minutes: number;
  readonly overHttp: number;
  readonly differOverHttp: number;
}

const LIST: readonly FlawKind[] = ['too-few', 'too-many'];
/** The wrong unit: it does not go, does not work, or is another than the one that was meant. */
export const isWrong = ({ flaws }: Pick<Outcome, 'flaws'>): boolean => flaws.some(({ what }) => !LIST.includes(what));
export const isWrongSafe = (o: Outcome): boolean => o.end === 'safe' && isWrong(o);
export const isSaid = ({ end }: Outcome): boolean => end === 'safe' || end === 'on-listing';
const lacks = (o: Outcome, what: FlawKind): boolean => isSaid(o) && !isWrong(o) && o.flaws.some((f) => f.what === what);

/** Counts of the outcomes of one policy that have something in common. */
export function lineOf(
  outcomes: readonly Outcome[],
  policy: Policy,
  of = 'all',
  has: (o: Outcome) => boolean = () => true,
): Line {
  const own = outcomes.filter((o) => o.policy === policy && has(o));
  const count = (is: (o: Outcome) => boolean): number => own.filter(is).length;
  const sum = (what: (o: Outcome) => number): number => own.reduce((all, o) => all + what(o), 0);
  return {
    policy,
    of,
    jobs: own.length,
    safe: count(({ end }) => end === 'safe'),
    wrongSafe: count(isWrongSafe),
    tooFew: count((o) => lacks(o, 'too-few')),
    tooMany: count((o) => lacks(o, 'too-many')),
    there: count(({ there }) => there),
    thereSaid: count((o) => o.there && isSaid(o)),
    onListing: count(({ end }) => end === 'on-listing'),
    wrongListing: count((o) => o.end === 'on-listing' && isWrong(o)),
    ordered: count(({ end }) => end === 'ordered'),
    wrongOrdered: count((o) => o.end === 'ordered' && isWrong(o)),
    notSafe: count(({ end }) => end === 'not-safe' || end === 'nothing'),
    never: count(({ end }) => end === 'never'),
    withFixes: count(({ fixes }) => fixes > 0),
    unplayed: count(({ unplayed }) => unplayed),
    needless: count((o) => o.needless && (isSaid(o) || o.end === 'ordered')),
    seen: count((o) => isWrongSafe(o) && o.seenOnReceipt),
    untraced: count((o) => isWrongSafe(o) && o.lies.length === 0),
    asked: sum(({ asked }) => asked),
    twice: sum(({ twice }) => twice),
    again: sum(({ again }) => again),
    unanswered: sum(({ unanswered }) => unanswered),
    minutes: sum(({ minutes }) => minutes),
    overHttp: count(({ overHttp }) => overHttp !== undefined),
    differOverHttp: count(({ overHttp }) => overHttp === 'differs'),
  };
}

/** The lines of a policy: all of it, then by request, by conversion, by place and by layout. */
export function linesOf(outcomes: readonly Outcome[], policy: Policy): Line[] {
  const by = (name: string, of: (o: Outcome) => string | undefined): Line[] =>
    [...new Set(outcomes.flatMap((o) => of(o) ?? []))]
      .sort()
      .map((value) => lineOf(outcomes, policy, `${name} ${value}`, (o) => of(o) === value));
  return [
    lineOf(outcomes, policy),
    ...by('request', ({ request }) => request),
    ...by('convert', ({ conversion }) => conversion),
    ...by('place', ({ slot }) => slot),
    ...by('layout', ({ layout }) => layout),
    ...by('catalogue', ({ quality }) => quality),
  ];
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

const mean = (sum: number, jobs: number): string => (jobs === 0 ? '-' : (sum / jobs).toFixed(1));
const COLUMNS: readonly (readonly [string, (line: Line) => string])[] = [
  ['policy', ({ policy }) => policy],
  ['of', ({ of }) => of],
  ['jobs', ({ jobs }) => String(jobs)],
  ['safe', ({ safe, jobs }) => share(safe, jobs)],
  ['wrong safe', ({ wrongSafe, safe }) => share(wrongSafe, safe)],
  ['seen on receipt', ({ seen, wrongSafe }) => share(seen, wrongSafe)],
  ['without a lie', ({ untraced }) => String(untraced)],
  ['too few', ({ tooFew, safe, onListing }) => share(tooFew, safe + onListing)],
  ['too many', ({ tooMany, safe, onListing }) => share(tooMany, safe + onListing)],
  ['on listing', ({ onListing, jobs }) => share(onListing, jobs)],
  ['wrong on listing', ({ wrongListing, onListing }) => share(wrongListing, onListing)],
  ['of those that can be ordered', ({ thereSaid, there }) => share(thereSaid, there)],
  ['ordered', ({ ordered, jobs }) => share(ordered, jobs)],
  ['wrong ordered', ({ wrongOrdered, ordered }) => share(wrongOrdered, ordered)],
  ['not safe', ({ notSafe, jobs }) => share(notSafe, jobs)],
  ['never', ({ never }) => String(never)],
  ['fixes', ({ withFixes, unplayed }) => (unplayed === 0 ? String(withFixes) : `${withFixes}, ${unplayed} not played`)],
  ['needless', ({ needless }) => String(needless)],
  ['asked', ({ asked, jobs }) => mean(asked, jobs)],
  ['twice', ({ twice }) => String(twice)],
  ['another way', ({ again }) => String(again)],
  ['unanswered', ({ unanswered }) => String(unanswered)],
  ['minutes', ({ minutes, jobs }) => mean(minutes, jobs)],
  ['HTTP', ({ overHttp, differOverHttp }) => (overHttp === 0 ? '-' : `${overHttp - differOverHttp} of ${overHttp}`)],
];

/** The lines as a table in Markdown; a column in which every line has nought is left out. */
export function tableOf(lines: readonly Line[]): string {
  const shown = COLUMNS.filter(([, cell]) => lines.some((line) => !/^(-|0|0 \(.*)$/.test(cell(line))));
  return [
    `| ${shown.map(([name]) => name).join(' | ')} |`,
    `| ${shown.map(() => '---').join(' | ')} |`,
    ...lines.map((line) => `| ${shown.map(([, cell]) => cell(line)).join(' | ')} |`),
  ].join('\n');
}

/** What was wrong with an order that was called safe, in words: what was true, what was said, what came of it. */
export const storyOf = ({
  seed,
  layout,
  quality,
  units,
  kit,
  request,
  slot,
  conversion,
  altered,
  flaws,
  story,
}: Outcome): string =>
  [
    `${seed}: ${conversion ?? request} of the ${slot} on a ${layout} vehicle, a ${quality} catalogue`,
    `  ordered as safe: ${[...Object.values(units), kit ?? ''].join(' ').trim()}`,
    ...(altered === undefined ? [] : [`  it was altered before: its ${altered}`]),
    ...story.map((line) => `  ${line}`),
    ...flaws.map(({ at, sentence }) => `  wrong: ${at}: ${sentence}`),
  ].join('\n');

/** The kinds of wrong in one order: "altered vehicle: joint: it never seals". */
export const kindsIn = ({ flaws, altered, conversion }: Outcome): string[] => [
  ...new Set(
    flaws.map(({ what, at, sentence }) => {
      const [about = ''] = LIST.includes(what) ? at.split(' ') : sentence.split(': ');
      const whose = altered === undefined ? '' : 'altered vehicle: ';
      const plan = conversion === undefined ? '' : `${conversion}: `;
      const where =
        what === 'joint'
          ? `${at.replace(/^(front|rear)-(left|right)/, 'wheel').replace(/(front|rear)-(left|right)$/, 'port')}: `
          : '';
      return `${whose}${plan}${what}: ${where}${about.replace(/[\d.]+/g, '…')}`;
    }),
  ),
];

/** The kinds of wrong in orders that were called safe, the most frequent first. */
export function kindsOf(outcomes: readonly Outcome[]): readonly (readonly [kind: string, count: number])[] {
  const counts = new Map<string, number>();
  for (const outcome of outcomes)
    if (isSaid(outcome)) for (const kind of kindsIn(outcome)) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return [...counts].sort(([, a], [, b]) => b - a);
}
