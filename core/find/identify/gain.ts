import { attribute, type AttributeName, attributeWords, type Spot, valueWords } from '../../named/attribute/index.js';
import { epsilonOf, type Instrument, minutesOf, type Settings } from '../../named/settings/index.js';
import { type Evidence, evidenceBase, slotKey } from '../../vehicle/reading/index.js';
import { benchWord } from './bench-line.js';
import type { Column } from './pool.js';
import { liveOf, massesOf, type Shares } from './shares.js';
import { answerGroups, type AnswerGroups, isMeasured, rangeWords, readingSigma } from './weigh.js';

/**
 * Where the unit is while it is being looked at: what a check costs depends on it, and whether it can be made at all.
 */
export type UnitIs = 'on-vehicle' | 'off' | 'lost';

export interface CheckAnswer {
  readonly value: string;
  readonly share: number;
  readonly line?: string;
}

/** A look that would narrow the candidates. */
export interface NextCheck {
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly words: string;
  readonly gainBits: number;
  readonly minutes: number;
  /** What has to come off first; empty when nothing has. */
  readonly removal: string;
  readonly tool: Instrument;
  readonly where: string;
  readonly spot?: Spot;
  /** How the bench line that records it begins. */
  readonly line: string;
  /**
   * The likely answers with the share of probability that each stands for, and the bench line of those that can be told
   * as they are.
   */
  readonly answers: readonly CheckAnswer[];
  readonly separates: string;
}

/** Checks that would tell less than this many bits are not worth proposing. */
const LEAST_GAIN = 0.005;

/**
 * The expected information of one check in bits, H − Σ P(answer) H(after), for candidates with probabilities `p`.
 * Worked out as H(answer) − Σ p H(answer | candidate), which is the same figure (mutual information is symmetric) and
 * needs the candidates only by their recorded values. `sigma` is the standard error of the reading for a measured
 * attribute. Never negative; 0 when nothing is recorded.
 */
export function expectedGain(
  column: Column,
  p: Float64Array,
  epsilon: number,
  settings: Settings,
  sigma?: number,
): number {
  return gainOf(column, massesOf(column, liveOf(p)), epsilon, settings, sigma);
}

function gainOf(column: Column, mass: Float64Array, epsilon: number, settings: Settings, sigma?: number): number {
  if (column.answers.length === 0) return 0;
  const groups = answerGroups(column, settings, Math.max(settings.oneSizeWithin, sigma ?? 0));
  return Math.max(
    0,
    sigma === undefined ? seenGain(mass, groups, epsilon) : measuredGain(column, mass, groups, epsilon, sigma),
  );
}

/** −x log₂ x; Math.log is several times faster than Math.log2. */
const h = (x: number): number => (x > 0 ? (-x * Math.log(x)) / Math.LN2 : 0);

function seenGain(mass: Float64Array, { groupOf, count }: AnswerGroups, epsilon: number): number {
  const byGroup = groupOf ? new Float64Array(count) : mass.subarray(1);
  if (groupOf)
    for (let i = 0; i < groupOf.length; i++) {
      const group = groupOf[i] as number;
      byGroup[group] = (byGroup[group] as number) + (mass[i + 1] as number);
    }
  const k = count + 1;
  const unrecorded = mass[0] ?? 0;
  let recorded = 0;
  for (let i = 0; i < byGroup.length; i++) recorded += byGroup[i] as number;
  const other = epsilon / (k - 1);
  const without = h(recorded * other + unrecorded / k);
  let answers = without;
  for (let i = 0; i < byGroup.length; i++) {
    const m = byGroup[i] as number;
    answers += m === 0 ? without : h(m * (1 - epsilon) + (recorded - m) * other + unrecorded / k);
  }
  const after = recorded * (h(1 - epsilon) + (k - 1) * h(other)) + unrecorded * Math.log2(k);
  return answers - after;
}

/**
 * A reading falls to the group of sizes it is nearest to: each size is read as its neighbours as often as σ says. A
 * unit without a record answers as the mean of the pool's sizes, which is what it weighs in the update: a check that
 * cannot move the shares promises nothing.
 */
function measuredGain(
  column: Column,
  mass: Float64Array,
  { groupOf = [], count }: AnswerGroups,
  epsilon: number,
  sigma: number,
): number {
  const edges = groupEdges(column, groupOf);
  const k = count + 1;
  const silent = mass[0] ?? 0;
  const answer = new Float64Array(k);
  const unrecorded = new Float64Array(k);
  const members = new Float64Array(count);
  for (const group of groupOf) members[group] = (members[group] ?? 0) + 1;
  let after = 0;
  for (const [i, value] of column.answers.entries()) {
    const m = mass[i + 1] ?? 0;
    const own = groupOf[i] ?? 0;
    const part = silent > 0 ? 1 / (count * (members[own] || 1)) : 0;
    if (m <= 0 && part === 0) continue;
    let spread = h(epsilon);
    answer[count] = (answer[count] ?? 0) + m * epsilon;
    unrecorded[count] = (unrecorded[count] ?? 0) + part * epsilon;
    const add = (group: number, share: number): void => {
      const likelihood = (1 - epsilon) * share;
      answer[group] = (answer[group] ?? 0) + m * likelihood;
      unrecorded[group] = (unrecorded[group] ?? 0) + part * likelihood;
      spread += h(likelihood);
    };
    if (typeof value !== 'number') add(own, 1);
    else spreadOver(edges, own, value, sigma, add);
    after += m * spread;
  }
  after += silent * unrecorded.reduce((sum, x) => sum + h(x), 0);
  return answer.reduce((sum, x, i) => sum + h(x + silent * (unrecorded[i] ?? 0)), 0) - after;
}

/** For each group of sizes, in order, where the next one begins: half-way between them. */
function groupEdges(column: Column, groupOf: readonly number[]): number[] {
  const low: number[] = [];
  const high: number[] = [];
  for (const [i, value] of column.answers.entries()) {
    if (typeof value !== 'number') continue;
    const g = groupOf[i] ?? 0;
    low[g] = Math.min(low[g] ?? Infinity, value);
    high[g] = Math.max(high[g] ?? -Infinity, value);
  }
  return low.slice(1).map((next, i) => ((high[i] ?? 0) + next) / 2);
}

function spreadOver(
  edges: readonly number[],
  own: number,
  value: number,
  sigma: number,
  add: (group: number, share: number) => void,
): void {
  const below = (group: number): number =>
    group < 0 ? 0 : group >= edges.length ? 1 : normal(((edges[group] ?? 0) - value) / sigma);
  for (const step of [-1, 1]) {
    for (let group = step < 0 ? own : own + 1; group >= 0 && group <= edges.length; group += step) {
      const share = below(group) - below(group - 1);
      if (share < 1e-12 && group !== own) break;
      add(group, share);
    }
  }
}

/** The normal distribution function, to 1.5e-7 (Abramowitz and Stegun 7.1.26). */
function normal(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    Math.exp(-x * x);
  return z >= 0 ? 1 - tail / 2 : tail / 2;
}

/**
 * Whether something is of a port that the unit does not have: it was looked for and is not there, or all that were
 * counted are known elsewhere.
 */
function noPortsBy(evidence: readonly Evidence[]): (column: Pick<Column, 'attribute' | 'position'>) => boolean {
  const ofPorts = evidence.filter((one) => attribute(one.attribute).perPort === true && one.attribute !== 'tube');
  const at = (is: (one: Evidence) => boolean) => new Set(ofPorts.filter(is).flatMap(({ position }) => position ?? []));
  const there = at((one) => evidenceBase(one) !== null);
  const gone = at((one) => one.attribute === 'port-thread' && evidenceBase(one) === null);
  const counted = evidence.find((one) => one.attribute === 'port-count');
  const all = counted !== undefined && evidenceBase(counted) === there.size && !there.has('single');
  return ({ attribute: name, position }) =>
    position !== undefined &&
    attribute(name).perPort === true &&
    !there.has(position) &&
    (gone.has(position) || (all && position !== 'single'));
}

/**
 * The checks that are worth making, most information for the work first: gain divided by minutes, where taking
 * something off a fitted unit costs `removalMinutes` more (half of it where it is only in the way). What was looked at
 * already is left out, but for measures that a better instrument would read finer. Of a lost unit only what is left on
 * the vehicle can be looked at.
 */
export function nextChecks(
  columns: readonly Column[],
  shares: Shares,
  evidence: readonly Evidence[],
  unitIs: UnitIs,
  settings: Settings,
): NextCheck[] {
  const isNoPort = noPortsBy(evidence);
  const checks = columns.flatMap((column): NextCheck[] => {
    const row = attribute(column.attribute);
    if (row.paper || column.alias || isNoPort(column) || (unitIs === 'lost' && row.gone === undefined)) return [];
    const tool = toolFor(column, evidence);
    if (tool === undefined) return [];
    const sigma = isMeasured(column)
      ? readingSigma({ attribute: column.attribute, instrument: tool }, settings)
      : undefined;
    const mass = massesOf(column, shares);
    const gainBits = gainOf(column, mass, epsilonOf(column.attribute, settings), settings, sigma);
    if (gainBits < LEAST_GAIN) return [];
    const fitted = unitIs === 'on-vehicle' && row.onVehicle !== 'yes';
    const minutes =
      minutesOf(column.attribute, settings) +
      (fitted ? settings.removalMinutes * (row.onVehicle === 'no' ? 1 : 0.5) : 0);
    const answers = likelyAnswers(column, mass);
    return [
      {
        attribute: column.attribute,
        ...(column.position === undefined ? {} : { position: column.position }),
        words: attributeWords(column.attribute, column.position),
        gainBits,
        minutes,
        removal: fitted ? (row.off ?? '') : '',
        tool,
        where: unitIs === 'lost' ? (row.gone ?? row.where) : row.where,
        ...(row.spot ? { spot: row.spot } : {}),
        line: benchWord(column.attribute, column.position),
        answers,
        separates: answers.map((a) => `${a.value} ${percent(a.share)}`).join(' · '),
      },
    ];
  });
  return checks.sort(
    (a, b) =>
      b.gainBits / b.minutes - a.gainBits / a.minutes ||
      (slotKey(a.attribute, a.position) < slotKey(b.attribute, b.position) ? -1 : 1),
  );
}

const FINER: readonly Instrument[] = ['ruler', 'caliper', 'micrometer', 'bore-gauge'];

/** The instrument for a check; undefined when it was made already and no finer instrument would help. */
function toolFor(column: Column, evidence: readonly Evidence[]): Instrument | undefined {
  const row = attribute(column.attribute);
  const usual = row.tool ?? 'eye';
  const made = evidence.filter((e) => e.attribute === column.attribute && e.position === column.position);
  if (made.length === 0) return usual;
  if (!isMeasured(column) || row.dimension === 'angle') return undefined;
  const best = Math.max(...made.map((e) => FINER.indexOf(e.instrument ?? 'ruler')));
  const next = Math.max(best + 1, FINER.indexOf(usual as Instrument));
  return next > FINER.indexOf('micrometer') && row.name !== 'bore' ? undefined : FINER[next];
}

/** The answers that are likely, most likely first, with what no record says anything of at the end. */
function likelyAnswers(column: Column, mass: Float64Array): CheckAnswer[] {
  const words = (answer: number | string | null): string =>
    column.attribute === 'build-month' && answer !== null
      ? rangeWords(String(answer))
      : valueWords(column.attribute, answer);
  const told =
    !isMeasured(column) && column.attribute !== 'build-month' && attribute(column.attribute).bound === undefined;
  const list = new Map<string, CheckAnswer>();
  for (let i = 0; i < column.answers.length; i++) {
    const share = mass[i + 1] ?? 0;
    if (share < 0.005) continue;
    const answer = column.answers[i] ?? null;
    const value = words(answer);
    const line = `${benchWord(column.attribute, column.position)}${String(answer ?? 'none')}`;
    list.set(value, {
      value,
      share: (list.get(value)?.share ?? 0) + share,
      ...(told && !(answer === null && column.attribute === 'port-thread') ? { line } : {}),
    });
  }
  const sorted = [...list.values()].sort((a, b) => b.share - a.share || (a.value < b.value ? -1 : 1));
  const open = mass[0] ?? 0;
  return [...sorted.slice(0, 5), ...(open >= 0.005 ? [{ value: 'not recorded', share: open }] : [])];
}

const percent = (share: number): string => `${Math.round(share * 100)} %`;
