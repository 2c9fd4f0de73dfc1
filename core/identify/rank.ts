import { attribute } from '../attribute/index.js';
import type { Practice } from '../practice/index.js';
import { slotKey, type Evidence } from './evidence.js';
import { nextChecks, type NextCheck, type UnitIs } from './gain.js';
import { placeOf, vehicleColumns, type Column, type Fitted, type Pool } from './pool.js';
import { adviceFor, didYouRead, oddOneOut, ROUNDING, swapped, type DidYouRead, type OddOneOut, type Standing, type Swapped, type Verdict } from './verdict.js';
import { sentenceOf, weigh, type Says, type Weights } from './weigh.js';

/** What one piece of evidence says about one candidate. */
export interface Bearing {
  readonly attribute: string;
  readonly position?: string;
  readonly sentence: string;
  /** The likelihood by which the candidate's share was multiplied. */
  readonly weight: number;
}

export interface Candidate {
  readonly unitId: string;
  readonly probability: number;
  /** Recorded as fitted to this vehicle. */
  readonly recorded: boolean;
  /** Its share before any evidence. */
  readonly prior: number;
  readonly agrees: readonly Bearing[];
  readonly disagrees: readonly Bearing[];
  readonly unrecorded: readonly Bearing[];
}

export interface Question {
  readonly evidence: readonly Evidence[];
  /** What the vehicle's record has in this place; empty when no vehicle is known. */
  readonly fitted?: readonly Fitted[];
  readonly built?: string;
  readonly unitIs?: UnitIs;
  /** How many candidates, and how many of those that are out, to answer with. */
  readonly limit?: number;
  readonly practice: Practice;
  /** The class of interchangeable units ("same unit" links) a unit belongs to; each is its own when not given. */
  readonly classOf?: (unitId: string) => string;
}

export interface Identification {
  readonly pool: number;
  /** Best first; ties in the order of the unit's id. */
  readonly candidates: readonly Candidate[];
  readonly candidateCount: number;
  readonly eliminated: readonly Candidate[];
  readonly eliminatedCount: number;
  readonly oddOneOut?: OddOneOut;
  readonly didYouRead: readonly DidYouRead[];
  readonly swapped?: Swapped;
  readonly nextChecks: readonly NextCheck[];
  readonly verdict: Verdict;
  readonly advice: string;
  readonly entropyBits: number;
}

/**
 * Ranks a pool of units by evidence. Prior: the vehicle's recorded units share 1 − s, all others share s (a setting);
 * without recorded units all share alike. Evidence multiplies, so its order cannot matter. Probabilities sum to one over
 * the whole pool; "eliminated" is a word for the display. Source: docs/decisions.md, Identify.
 */
export function identify(pool: Pool, question: Question): Identification {
  const { evidence, fitted = [], unitIs = 'on-vehicle', limit = 20, practice } = question;
  const size = pool.units.length;
  if (size === 0) return nothing(evidence, practice);
  const ofVehicle = vehicleColumns(pool, fitted);
  const columns = new Map([...pool.columns, ...ofVehicle.map((c): [string, Column] => [c.attribute, c])]);
  const weights = evidence.map((item) => weigh(item, columns.get(slotKey(item.attribute, item.position)), practice));
  const { prior, recorded } = priors(pool, fitted, practice);
  const logs = new Float64Array(prior);
  for (const w of weights) addLogs(logs, w);
  const p = normalised(logs);
  const { best, out, outCount } = select(p, lineFor(size, practice), limit);
  const candidate = (i: number): Candidate => ({
    unitId: pool.units[i] ?? '',
    probability: p[i] ?? 0,
    recorded: recorded.has(i),
    prior: Math.exp(prior[i] ?? 0),
    ...bearings(weights, i),
  });
  const standing = standingOf(weights, logs, p, lineFor(size, practice));
  const oddPiece = oddOneOut(weights, standing);
  const held = classShare(pool, p, best, question.classOf);
  const verdict: Verdict = oddPiece ? 'contradictory' : held >= practice.enoughToOrder - ROUNDING ? 'enough' : 'not-enough';
  const checks = nextChecks([...columns.values()], p, evidence, unitIs, practice);
  const left =
    recorded.size === 0
      ? undefined
      : swapped(
          sumOver(recorded, p),
          allDisagree(recorded, weights),
          verdict === 'enough' ? againstPlate(weights, best[0] ?? 0) : undefined,
          evidence,
          question.built,
          practice,
        );
  return {
    pool: size,
    candidates: best.map(candidate),
    candidateCount: size - outCount,
    eliminated: out.map(candidate),
    eliminatedCount: outCount,
    ...(oddPiece ? { oddOneOut: oddPiece } : {}),
    didYouRead: didYouRead(weights),
    ...(left ? { swapped: left } : {}),
    nextChecks: checks,
    verdict,
    advice: adviceFor(verdict, held, evidence, checks[0], practice),
    entropyBits: entropy(p),
  };
}

const nothing = (evidence: readonly Evidence[], practice: Practice): Identification => ({
  pool: 0,
  candidates: [],
  candidateCount: 0,
  eliminated: [],
  eliminatedCount: 0,
  didYouRead: [],
  nextChecks: [],
  verdict: 'none',
  advice: adviceFor('none', 0, evidence, undefined, practice),
  entropyBits: 0,
});

/** Below this share a unit is called out. In a pool so large that every share is small, a tenth of an equal share. */
const lineFor = (size: number, practice: Practice): number => Math.min(practice.eliminatedBelow, 0.1 / size);

/** ln of each unit's share before evidence, and the places of the units that the vehicle is recorded with. */
function priors(pool: Pool, fitted: readonly Fitted[], practice: Practice): { prior: Float64Array; recorded: Set<number> } {
  const size = pool.units.length;
  const recorded = new Set(fitted.map((f) => placeOf(pool, f.unitId)).filter((place) => place >= 0));
  const others = size - recorded.size;
  if (recorded.size === 0 || others === 0) return { prior: new Float64Array(size).fill(-Math.log(size)), recorded };
  const prior = new Float64Array(size).fill(Math.log(practice.swappedEarlier / others));
  for (const place of recorded) prior[place] = Math.log((1 - practice.swappedEarlier) / recorded.size);
  return { prior, recorded };
}

function addLogs(logs: Float64Array, weights: Weights, sign: 1 | -1 = 1): void {
  const codes = weights.column?.codes;
  if (!codes) return;
  const table = sign === 1 ? weights.logs : weights.logs.map((x) => -x);
  for (let i = 0; i < logs.length; i++) logs[i] = (logs[i] ?? 0) + (table[codes[i] ?? 0] ?? 0);
}

/** e^x over its sum, without overflow. */
function normalised(logs: Float64Array): Float64Array {
  let top = -Infinity;
  for (const log of logs) if (log > top) top = log;
  const p = new Float64Array(logs.length);
  let total = 0;
  for (let i = 0; i < p.length; i++) total += p[i] = Math.exp((logs[i] ?? 0) - top);
  for (let i = 0; i < p.length; i++) p[i] = (p[i] ?? 0) / total;
  return p;
}

function entropy(p: Float64Array): number {
  let bits = 0;
  for (const x of p) if (x > 0) bits -= x * Math.log2(x);
  return bits;
}

/** Whether each of these units disagrees with something that was seen on the unit. */
const allDisagree = (places: ReadonlySet<number>, weights: readonly Weights[]): boolean =>
  [...places].every((i) => weights.some((w) => attribute(w.evidence.attribute).vehicle !== true && w.says[w.column?.codes[i] ?? 0] === 'disagrees'));

/** What the vehicle's plate has against a unit, as a sentence. */
function againstPlate(weights: readonly Weights[], place: number): string | undefined {
  const against = weights.find((w) => attribute(w.evidence.attribute).vehicle && w.says[w.column?.codes[place] ?? 0] === 'disagrees');
  return against && sentenceOf(against, against.column?.codes[place] ?? 0);
}

const sumOver = (places: ReadonlySet<number>, p: Float64Array): number => [...places].reduce((sum, i) => sum + (p[i] ?? 0), 0);

/** The best on either side of the line, without sorting the whole pool; ties in the order of the pool. */
function select(p: Float64Array, line: number, limit: number): { best: number[]; out: number[]; outCount: number } {
  const best: number[] = [];
  const out: number[] = [];
  let outCount = 0;
  for (let i = 0; i < p.length; i++) {
    const isOut = (p[i] ?? 0) < line;
    if (isOut) outCount++;
    const list = isOut ? out : best;
    if (list.length >= limit && (p[i] ?? 0) <= (p[list[limit - 1] ?? 0] ?? 0)) continue;
    let at = list.length;
    while (at > 0 && (p[i] ?? 0) > (p[list[at - 1] ?? 0] ?? 0)) at--;
    list.splice(at, 0, i);
    if (list.length > limit) list.pop();
  }
  return { best, out, outCount };
}

function bearings(weights: readonly Weights[], place: number): Pick<Candidate, Says> {
  const sorted: Record<Says, Bearing[]> = { agrees: [], disagrees: [], unrecorded: [] };
  for (const w of weights) {
    const code = w.column?.codes[place] ?? 0;
    const { attribute: name, position } = w.evidence;
    sorted[w.says[code] ?? 'unrecorded'].push({
      attribute: name,
      ...(position === undefined ? {} : { position }),
      sentence: sentenceOf(w, code),
      weight: Math.exp(w.logs[code] ?? 0),
    });
  }
  return sorted;
}

/** A share below this cannot lift a class over the threshold by itself. */
const WORTH_CLASSING = 0.002;

/** The share that the best class of interchangeable units holds, among the candidates that can matter. */
function classShare(pool: Pool, p: Float64Array, best: readonly number[], classOf: Question['classOf']): number {
  const shares = new Map<string, number>();
  for (const i of best) {
    if ((p[i] ?? 0) < WORTH_CLASSING && shares.size > 0) break;
    const id = pool.units[i] ?? '';
    const name = classOf?.(id) ?? id;
    shares.set(name, (shares.get(name) ?? 0) + (p[i] ?? 0));
  }
  return Math.max(...shares.values());
}

function standingOf(weights: readonly Weights[], logs: Float64Array, p: Float64Array, line: number): Standing {
  // What the vehicle's plate says is no observation of the unit: a unit from elsewhere does not contradict itself by it.
  const told = weights.filter((w) => w.column && attribute(w.evidence.attribute).vehicle !== true && w.says.includes('agrees'));
  let [disagreeing, explained] = [0, told.length === 0];
  for (let i = 0; i < p.length && told.length > 0; i++) {
    let [against, agreeing] = [false, true];
    for (const w of told) {
      const says = w.says[w.column?.codes[i] ?? 0];
      if (says !== 'agrees') agreeing = false;
      if (says === 'disagrees') against = true;
    }
    if (against) disagreeing += p[i] ?? 0;
    if (agreeing && (p[i] ?? 0) >= line) explained = true;
  }
  return { disagreeing, explained, surprise: () => weights.map((w) => surpriseOf(w, logs)) };
}

/** ln P(this piece | all others): how little the rest expected it. */
function surpriseOf(weights: Weights, logs: Float64Array): number {
  const without = new Float64Array(logs);
  addLogs(without, weights, -1);
  return logSum(logs) - logSum(without);
}

function logSum(logs: Float64Array): number {
  let top = -Infinity;
  for (const log of logs) if (log > top) top = log;
  let total = 0;
  for (const log of logs) total += Math.exp(log - top);
  return top + Math.log(total);
}
