import { attribute, attributeWords, valueWords } from '../../named/attribute/index.js';
import { misreadingsOf } from '../../named/number/index.js';
import { epsilonOf, type Settings } from '../../named/settings/index.js';
import { errorOf, type Evidence, evidenceBase, markKey } from '../../vehicle/reading/index.js';
import type { Answer, Column } from './pool.js';

/**
 * How a record stands to a piece of evidence. The place of the word is its code: a bit each, so that they can be
 * joined.
 */
export const SAYS = ['agrees', 'disagrees', 'unrecorded'] as const;
export type Says = (typeof SAYS)[number];
export const [AGREES, DISAGREES, UNRECORDED] = [0, 1, 2];

/** What one piece of evidence weighs for each answer that the pool has; place 0 is for units without a record. */
export interface Weights {
  readonly evidence: Evidence;
  readonly column: Column | undefined;
  /** ln of the likelihood, by code. */
  readonly logs: Float64Array;
  /** How each answer stands to it, by code, as a place in SAYS. */
  readonly says: Uint8Array;
  /** Nothing in the pool comes near it. A measured value then decides nothing. */
  readonly farFromAll: boolean;
  /** Recorded marks that are one misreading away from a mark that nothing in the pool has. */
  readonly nearMarks: readonly string[];
}

/** A measured value further away than this many σ disagrees. */
export const DISAGREES_BEYOND = 3;
/** An angle is judged by eye. */
const ANGLE_SIGMA = 2;

/** Standard error of one reading of an attribute: √(σ_instrument² + σ_spread²), in mm; 2° for an angle. */
export function readingSigma(
  evidence: Pick<Evidence, 'attribute' | 'combined'> & Parameters<typeof errorOf>[0],
  settings: Settings,
): number {
  if (attribute(evidence.attribute).dimension === 'angle') return ANGLE_SIGMA;
  return Math.hypot(evidence.combined?.sigma ?? errorOf(evidence, settings), settings.sigmaSpread);
}

/** Whether an attribute's values are read off a scale; a nominal size that is cast on the body is read like a word. */
export const isMeasured = (column: Pick<Column, 'attribute'>): boolean => {
  const row = attribute(column.attribute);
  return row.kind === 'quantity' && row.marks === undefined;
};

/**
 * Weighs one piece of evidence against the answers of its column. The answers that were possible are those the pool is
 * recorded with, and "other" (K in all); a match has 1 − ε, another answer ε / (K − 1), a unit without a record 1 / K,
 * of a mark what `markOfAnother` says; a mark that is one misreading away takes `misreadingShare` of ε before the rest
 * is shared. A measured value has exp(−½ z²) but never less than `wrongPlace`, a unit without a record the mean of the
 * weights of the pool's values; the bore of a stepped unit was perhaps read at its mouth (`mouthForBore`). Source: the
 * shop's method of narrowing; ε and σ are settings.
 */
export function weigh(evidence: Evidence, column: Column | undefined, settings: Settings): Weights {
  const seen = evidenceBase(evidence);
  if (!column || column.answers.length === 0 || saysNothing(evidence, column)) return neutral(evidence, column);
  return isMeasured(column) && typeof seen === 'number'
    ? weighMeasured(evidence, seen, column, settings)
    : weighSeen(evidence, seen, column, settings);
}

const neutral = (evidence: Evidence, column: Column | undefined): Weights => {
  const size = 1 + (column?.answers.length ?? 0);
  return {
    evidence,
    column,
    logs: new Float64Array(size),
    says: new Uint8Array(size).fill(UNRECORDED),
    farFromAll: false,
    nearMarks: [],
  };
};

/**
 * An option that no unit of this vehicle's record turns on tells nothing about them, nor does a body on which no size
 * is cast, or a bore without another mouth: it may be any.
 */
const saysNothing = (evidence: Evidence, column: Column): boolean =>
  (evidenceBase(evidence) === null &&
    (evidence.attribute === 'mouth' || attribute(evidence.attribute).marks !== undefined)) ||
  (evidence.attribute === 'option-code' && !column.answers.some((a) => agrees(evidence, evidenceBase(evidence), a, 0)));

function weighSeen(evidence: Evidence, seen: Answer, column: Column, settings: Settings): Weights {
  const epsilon = epsilonOf(evidence.attribute, settings);
  const key = evidence.kind === 'mark' ? markKey(evidence.value) : '';
  const keys = evidence.kind === 'mark' && seen !== null ? column.keys : undefined;
  const misreadings = misreadingsOf(key);
  const { count } = answerGroups(column, settings);
  const other = epsilon / count;
  const [match, misreading] = [
    1 - epsilon,
    epsilon * settings.misreadingShare + other * (1 - settings.misreadingShare),
  ];
  const { answers } = column;
  const logs = new Float64Array(answers.length + 1).fill(Math.log(other));
  const says = new Uint8Array(answers.length + 1).fill(DISAGREES);
  let matched = 0;
  const near: string[] = [];
  for (let i = 0; i < answers.length; i++) {
    const answer = answers[i] ?? null;
    if (keys ? keys[i] === key : agrees(evidence, seen, answer, settings.oneSizeWithin)) {
      logs[i + 1] = Math.log(match);
      says[i + 1] = AGREES;
      matched++;
    } else if (misreadings.size > 0 && typeof answer === 'string' && misreadings.has(keys?.[i] ?? markKey(answer))) {
      logs[i + 1] = Math.log(misreading);
      near.push(answer);
    }
  }
  const bound = attribute(evidence.attribute).bound !== undefined;
  const mean = (matched * match + (answers.length - matched) * other) / answers.length;
  const unrecorded = keys && matched > 0 ? markOfAnother(column, epsilon) : 1 / (count + 1);
  logs[0] = Math.log(bound ? mean : unrecorded);
  says[0] = UNRECORDED;
  return { evidence, column, logs, says, farFromAll: matched === 0, nearMarks: matched > 0 ? [] : near };
}

/**
 * The chance that a unit whose mark nobody recorded carries a mark that is recorded for another. Marks of which none is
 * recorded twice tell units apart, so that it is hardly more than a misreading; marks that many share are as likely on
 * one more. With N units recorded and K marks among them: (1 − ε) · (N − K + 1) / N / K + ε / K.
 */
function markOfAnother(column: Column, epsilon: number): number {
  const [n, k] = [unitsRecorded(column), column.answers.length];
  return ((1 - epsilon) * (n - k + 1)) / n / k + epsilon / k;
}

const counted = new WeakMap<Column, number>();
/** How many units have a record in a column; a column is a value, and is counted once. */
function unitsRecorded(column: Column): number {
  const before = counted.get(column);
  if (before !== undefined) return before;
  let n = 0;
  for (const code of column.codes) if (code !== 0) n += 1;
  counted.set(column, n);
  return n;
}

function weighMeasured(evidence: Evidence, measured: number, column: Column, settings: Settings): Weights {
  const sigma = readingSigma(evidence, settings);
  const { groupOf = [] } = answerGroups(column, settings);
  // Names of one size never split the vote: each group is as near as its nearest member.
  const nearest = new Map<number, number>();
  column.answers.forEach((answer, i) => {
    if (typeof answer !== 'number') return;
    const group = groupOf[i] ?? 0;
    nearest.set(group, Math.min(nearest.get(group) ?? Infinity, Math.abs(measured - answer) / sigma));
  });
  const atMouth = (i: number): number => Math.abs(measured - (column.mouths?.[i] ?? Infinity)) / sigma;
  const known = [...nearest.values(), ...(column.mouths ?? []).map((_, i) => atMouth(i))];
  const farFromAll = nearest.size > 0 && Math.min(...known) > settings.noneBeyondSigmas;
  const bell = (z: number): number => Math.max(Math.exp(-0.5 * z * z), settings.wrongPlace);
  const average = nearest.size === 0 ? 1 : mean([...nearest.values()].map(bell));
  const distances = column.answers.map((answer, i) =>
    typeof answer === 'number' ? nearest.get(groupOf[i] ?? 0) : undefined,
  );
  const weights = distances.map((z, i) => {
    if (z === undefined) return settings.wrongPlace;
    return column.mouths?.[i] === undefined
      ? bell(z)
      : (1 - settings.mouthForBore) * bell(z) + settings.mouthForBore * bell(atMouth(i));
  });
  return {
    evidence,
    column,
    logs: farFromAll ? new Float64Array(weights.length + 1) : logsOf(average, weights),
    says: Uint8Array.from([
      UNRECORDED,
      ...distances.map((z) => (z !== undefined && z <= DISAGREES_BEYOND ? AGREES : DISAGREES)),
    ]),
    farFromAll,
    nearMarks: [],
  };
}

/** ln of each likelihood, the one of units without a record first. */
function logsOf(unrecorded: number, weights: readonly number[]): Float64Array {
  const logs = new Float64Array(weights.length + 1);
  logs[0] = Math.log(unrecorded);
  for (let i = 0; i < weights.length; i++) logs[i + 1] = Math.log(weights[i] as number);
  return logs;
}

const mean = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

/** Whether an answer of the record and what was seen are the same answer; marks are compared by their keys. */
function agrees(evidence: Evidence, seen: Answer, answer: Answer, oneSizeWithin: number): boolean {
  if (seen === null || answer === null) return seen === answer;
  if (evidence.attribute === 'build-month')
    return String(answer)
      .split(',')
      .some((range) => inRange(String(seen), range));
  if (evidence.attribute === 'option-code')
    return String(answer)
      .split(',')
      .some((code) => markKey(code) === markKey(String(seen)));
  if (attribute(evidence.attribute).bound === 'from-below') return String(seen) >= String(answer);
  if (typeof seen === 'number' && typeof answer === 'number')
    return Math.abs(seen - answer) <= (evidence.kind === 'quantity' ? oneSizeWithin : 0);
  return seen === answer;
}

function inRange(month: string, range: string): boolean {
  const [from = '', to = ''] = range.split('..');
  return month >= from && (to === '' || month <= to);
}

/** How many different answers a column has, and the group of each; without groups each answer is its own. */
export interface AnswerGroups {
  readonly groupOf?: readonly number[];
  readonly count: number;
}

/** The answers that count as one: for sizes, those closer together than `within`; for a bound there are two. */
export function answerGroups(column: Column, settings: Settings, within = settings.oneSizeWithin): AnswerGroups {
  if (attribute(column.attribute).bound !== undefined) return { groupOf: column.answers.map(() => 0), count: 1 };
  if (attribute(column.attribute).kind !== 'quantity') return { count: column.answers.length };
  const order = column.answers
    .map((answer, i) => ({ answer, i }))
    .filter((a): a is { answer: number; i: number } => typeof a.answer === 'number');
  order.sort((a, b) => a.answer - b.answer);
  const groupOf = new Array<number>(column.answers.length).fill(-1);
  let [count, first] = [0, -Infinity];
  for (const { answer, i } of order) {
    if (answer - first >= within) {
      count++;
      first = answer;
    }
    groupOf[i] = count - 1;
  }
  // "None" is an answer of its own.
  return {
    groupOf: groupOf.map((g) => (g < 0 ? count : g)),
    count: count + (order.length < column.answers.length ? 1 : 0),
  };
}

/** Why a unit with this answer speaks for or against a piece of evidence, as a sentence. */
export function sentenceOf({ evidence, column, says, farFromAll }: Weights, code: number): string {
  const what = attributeWords(evidence.attribute, evidence.position);
  const seen = evidenceBase(evidence);
  if (code === 0 || says[code] === UNRECORDED || !column)
    return attribute(evidence.attribute).vehicle
      ? `${what}: the vehicle’s record does not tie this unit to one`
      : `${what}: not recorded for this unit`;
  const answer = column.answers[code - 1] ?? null;
  const seenWords = valueWords(evidence.attribute, seen);
  if (evidence.attribute === 'build-month')
    return `built ${seenWords}: this unit was fitted ${rangeWords(String(answer))}`;
  if (evidence.attribute === 'option-code')
    return (
      `option ${seenWords}: this unit belongs to ` +
      `${answer === null ? 'the vehicle without it' : `option ${String(answer)}`}`
    );
  if (attribute(evidence.attribute).bound !== undefined)
    return `${what} ${seenWords}: this unit is cast from ${String(answer)} on`;
  if (answer === null && seen !== null) return `${what} ${seenWords}: this unit has none`;
  const has = valueWords(evidence.attribute, answer);
  const mouth = column.mouths?.[code - 1];
  if (says[code] === DISAGREES && mouth !== undefined && typeof seen === 'number' && Math.abs(seen - mouth) < 0.5)
    return (
      `${what} measured ${seenWords}: this unit has ${has}, and ${valueWords('mouth', mouth)} at its ` +
      'mouth. Was it read there?'
    );
  if (!isMeasured(column))
    return says[code] === AGREES ? `${what} ${seenWords}, as seen` : `${what} ${seenWords}: this unit has ${has}`;
  const apart =
    says[code] === AGREES ||
    typeof seen !== 'number' ||
    typeof answer !== 'number' ||
    attribute(evidence.attribute).dimension === 'angle'
      ? ''
      : `, ${Math.abs(seen - answer).toFixed(2)} mm apart`;
  return `${what} measured ${seenWords}: this unit has ${has}${apart}${farFromAll ? '; it decides nothing' : ''}`;
}

/** "2000-11..2006-06" as people say it. */
export function rangeWords(ranges: string): string {
  return ranges
    .split(',')
    .map((range) => {
      const [from = '', to = ''] = range.split('..');
      return from === '' && to === ''
        ? 'in all build months'
        : from === ''
          ? `up to ${to}`
          : to === ''
            ? `from ${from}`
            : `from ${from} to ${to}`;
    })
    .join(' and ');
}
