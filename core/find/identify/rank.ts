import { attribute, type AttributeName } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import { type Evidence, evidenceBase, slotKey } from '../../vehicle/reading/index.js';
import { type NextCheck, nextChecks, type UnitIs } from './gain.js';
import { type Column, type Fitted, placeOf, type Pool, vehicleColumns } from './pool.js';
import { asOnePiece } from './readings.js';
import { entropy, type Shares, sharesOf } from './shares.js';
import {
  adviceFor,
  didYouRead,
  type DidYouRead,
  oddOneOut,
  type OddOneOut,
  ROUNDING,
  type Standing,
  swapped,
  type Swapped,
  type Verdict,
} from './verdict.js';
import { AGREES, DISAGREES, SAYS, type Says, sentenceOf, UNRECORDED, weigh, type Weights } from './weigh.js';

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
  readonly settings: Settings;
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
  /**
   * Units that nothing which was seen speaks against, however unlikely: one more than a list shows where there are
   * more.
   * A mark that is recorded for a unit is no other one's.
   */
  readonly possible: readonly string[];
  /** For each mark that names a unit and was read the units that it is recorded for, as many as a list shows. */
  readonly marks: readonly { readonly attribute: string; readonly of: readonly string[] }[];
  readonly didYouRead: readonly DidYouRead[];
  readonly swapped?: Swapped;
  readonly nextChecks: readonly NextCheck[];
  readonly verdict: Verdict;
  readonly advice: string;
  readonly entropyBits: number;
}

/**
 * Ranks a pool of units by evidence. Prior: the vehicle's recorded units share 1 − s, all others share s (a setting);
 * without recorded units all share alike. Evidence multiplies, so its order cannot matter. Probabilities sum to one
 * over the whole pool; "eliminated" is a word for the display. Source: docs/decisions.md, Identify.
 */
export function identify(pool: Pool, question: Question): Identification {
  const { fitted = [], unitIs = 'on-vehicle', limit = 20, settings } = question;
  const evidence = asOnePiece(question.evidence, settings);
  const size = pool.units.length;
  if (size === 0) return nothing(evidence, settings);
  const ofVehicle = vehicleColumns(pool, fitted);
  const columns = new Map([...pool.columns, ...ofVehicle.map((c): [string, Column] => [c.attribute, c])]);
  const weights = evidence.map((item) => weigh(item, columns.get(slotKey(item.attribute, item.position)), settings));
  const prior = priors(pool, fitted, settings);
  const { recorded } = prior;
  const logs = startOf(size, prior);
  for (const w of weights) addLogs(logs, w);
  const shares = sharesOf(logs);
  const { p } = shares;
  const { best, out, outCount } = select(p, lineFor(size, settings), limit);
  const candidate = (i: number): Candidate => ({
    unitId: pool.units[i] ?? '',
    probability: p[i] ?? 0,
    recorded: recorded.has(i),
    prior: recorded.has(i) ? prior.own : prior.other,
    ...bearings(weights, i),
  });
  const standing = standingOf(weights, shares, lineFor(size, settings));
  const oddPiece = oddOneOut(weights, standing);
  const held = classShare(pool, p, best, question.classOf);
  const verdict: Verdict = oddPiece
    ? 'contradictory'
    : held >= settings.enoughToOrder - ROUNDING
      ? 'enough'
      : 'not-enough';
  const first = p[best[0] ?? 0] ?? 0;
  const alike = p.reduce((n, share) => (share >= first / 2 ? n + 1 : n), 0);
  const checks = nextChecks([...columns.values()], shares, evidence, unitIs, settings);
  const left =
    recorded.size === 0
      ? undefined
      : swapped(
          sumOver(recorded, p),
          allDisagree(recorded, weights),
          verdict === 'enough' ? againstPlate(weights, best[0] ?? 0) : undefined,
          evidence,
          question.built,
          settings,
        );
  return {
    pool: size,
    candidates: best.map(candidate),
    candidateCount: size - outCount,
    eliminated: out.map(candidate),
    eliminatedCount: outCount,
    ...(oddPiece ? { oddOneOut: oddPiece } : {}),
    possible: possibleIn(weights, pool, limit),
    marks: weights.flatMap((w) => (namesUnit(w.evidence) ? [carriers(w, pool, limit)] : [])),
    didYouRead: didYouRead(weights),
    ...(left ? { swapped: left } : {}),
    nextChecks: checks,
    verdict,
    advice: adviceFor(verdict, held, evidence, checks[0], settings, alike),
    entropyBits: entropy(shares),
  };
}

const nothing = (evidence: readonly Evidence[], settings: Settings): Identification => ({
  pool: 0,
  candidates: [],
  candidateCount: 0,
  eliminated: [],
  eliminatedCount: 0,
  possible: [],
  marks: [],
  didYouRead: [],
  nextChecks: [],
  verdict: 'none',
  advice: adviceFor('none', 0, evidence, undefined, settings),
  entropyBits: 0,
});

/** Below this share a unit is called out. In a pool so large that every share is small, a tenth of an equal share. */
const lineFor = (size: number, settings: Settings): number => Math.min(settings.eliminatedBelow, 0.1 / size);

interface Priors {
  /** The places of the units that the vehicle is recorded with. */
  readonly recorded: ReadonlySet<number>;
  /** The share before any evidence of a recorded unit, and of each other one. */
  readonly own: number;
  readonly other: number;
}

function priors(pool: Pool, fitted: readonly Fitted[], settings: Settings): Priors {
  const size = pool.units.length;
  const recorded = new Set(fitted.map((f) => placeOf(pool, f.unitId)).filter((place) => place >= 0));
  const others = size - recorded.size;
  if (recorded.size === 0 || others === 0) return { recorded, own: 1 / size, other: 1 / size };
  return { recorded, own: (1 - settings.swappedEarlier) / recorded.size, other: settings.swappedEarlier / others };
}

/** ln of every unit's share, before evidence. */
function startOf(size: number, { recorded, own, other }: Priors): Float64Array {
  const logs = new Float64Array(size).fill(Math.log(other));
  for (const place of recorded) logs[place] = Math.log(own);
  return logs;
}

function addLogs(logs: Float64Array, { column, logs: table }: Weights): void {
  if (!column) return;
  const { codes } = column;
  for (let i = 0; i < logs.length; i++) logs[i] = (logs[i] as number) + (table[codes[i] as number] as number);
}

/** Whether each of these units disagrees with something that was seen on the unit. */
const allDisagree = (places: ReadonlySet<number>, weights: readonly Weights[]): boolean =>
  [...places].every((i) =>
    weights.some(
      (w) => attribute(w.evidence.attribute).vehicle !== true && w.says[w.column?.codes[i] ?? 0] === DISAGREES,
    ),
  );

/** What the vehicle's plate has against a unit, as a sentence. */
function againstPlate(weights: readonly Weights[], place: number): string | undefined {
  const against = weights.find(
    (w) => attribute(w.evidence.attribute).vehicle && w.says[w.column?.codes[place] ?? 0] === DISAGREES,
  );
  return against && sentenceOf(against, against.column?.codes[place] ?? 0);
}

const sumOver = (places: ReadonlySet<number>, p: Float64Array): number =>
  [...places].reduce((sum, i) => sum + (p[i] ?? 0), 0);

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
    sorted[SAYS[w.says[code] ?? UNRECORDED] ?? 'unrecorded'].push({
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

function standingOf(weights: readonly Weights[], { p, live }: Shares, line: number): Standing {
  // What the vehicle's plate says is no observation of the unit: a unit from elsewhere does not contradict itself by
  // it.
  const told = weights.filter(
    (w) => w.column && attribute(w.evidence.attribute).vehicle !== true && w.says.includes(AGREES),
  );
  // What the pieces say of each unit, joined.
  const state = new Uint8Array(p.length);
  for (const { says, column } of told) {
    if (!column) continue;
    const { codes } = column;
    for (let n = 0; n < live.length; n++) {
      const i = live[n] as number;
      state[i] = (state[i] as number) | (says[codes[i] as number] as number);
    }
  }
  let [disagreeing, explained] = [0, told.length === 0];
  for (let n = 0; n < live.length && told.length > 0; n++) {
    const i = live[n] as number;
    if ((state[i] as number) & DISAGREES) disagreeing += p[i] as number;
    if (state[i] === AGREES && (p[i] as number) >= line) explained = true;
  }
  return {
    disagreeing,
    explained,
    unrecorded: (w) => unrecordedIn(w, p),
    surprise: () => weights.map((w) => surpriseOf(w, p)),
  };
}

/** Marks that one design has and no other: a plug, or that there is none, is of many. */
const NAMING: readonly AttributeName[] = ['casting-number', 'label-code'];
const namesUnit = (item: Evidence): boolean =>
  item.kind === 'mark' && evidenceBase(item) !== null && NAMING.includes(item.attribute);

function possibleIn(weights: readonly Weights[], { units }: Pool, limit: number): string[] {
  const seen = weights
    .filter(({ evidence, column }) => column !== undefined && !attribute(evidence.attribute).vehicle)
    .map(({ evidence, column, says }) => {
      const { codes } = column as Column;
      const named = namesUnit(evidence) && units.some((_, i) => says[codes[i] as number] === AGREES);
      return (i: number): boolean => {
        const code = codes[i] as number;
        return code === 0 ? !named : says[code] !== DISAGREES;
      };
    });
  const possible: string[] = [];
  for (let i = 0; i < units.length && possible.length <= limit; i++)
    if (seen.every((speaks) => speaks(i))) possible.push(units[i] as string);
  return possible;
}

function carriers(
  { evidence, column, says }: Weights,
  { units }: Pool,
  limit: number,
): Identification['marks'][number] {
  const of: string[] = [];
  for (let i = 0; column && i < units.length && of.length < limit; i++) {
    const code = column.codes[i] as number;
    if (code !== 0 && says[code] === AGREES) of.push(units[i] as string);
  }
  return { attribute: evidence.attribute, of };
}

function unrecordedIn({ column }: Weights, p: Float64Array): number {
  if (!column) return 1;
  let sum = 0;
  for (let i = 0; i < p.length; i++) if (column.codes[i] === 0) sum += p[i] as number;
  return sum;
}

/**
 * ln P(this piece | all others): how little the rest expected it. With p the shares after all evidence and L the
 * piece's likelihood it is −ln Σ p / L.
 */
function surpriseOf({ column, logs }: Weights, p: Float64Array): number {
  if (!column) return 0;
  const { codes } = column;
  const inverse = logs.map((log) => Math.exp(-log));
  let sum = 0;
  for (let i = 0; i < p.length; i++) sum += (p[i] as number) * (inverse[codes[i] as number] as number);
  return -Math.log(sum);
}
