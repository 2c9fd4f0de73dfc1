import { attribute, attributeWords, valueWords, type AttributeName } from '../attribute/index.js';
import { sigmaOf, type Practice } from '../practice/index.js';
import { factOf, type UnitDesign } from '../unit/index.js';
import { evidenceBase, markKey, type Evidence } from './evidence.js';

/** What one piece of evidence says about one candidate. */
export interface Bearing {
  /** ln of the likelihood. */
  readonly logLikelihood: number;
  readonly says: 'agrees' | 'disagrees' | 'unrecorded';
  readonly attribute: AttributeName;
  readonly position?: string;
  readonly sentence: string;
}

/** A measured value weighs at least this much, so that one slip can never rule a unit out for ever. */
const FLOOR = Math.log(1e-9);
/** A measured value further away than this many σ disagrees. */
const DISAGREES_BEYOND = 3;

type Value = number | string | null;

/**
 * Weighs one piece of evidence against every candidate of the pool. The answers that were possible are those the pool is
 * recorded with, and "other"; a match has 1 − ε, another answer ε / (K − 1), an unrecorded candidate 1 / K. A measured
 * value has exp(−½ z²) for a recorded candidate and the mean of the pool's weights for an unrecorded one.
 * `farFromAll` is said when a measured value is beyond `noneBeyondSigmas` of everything in the pool; it then decides nothing.
 */
export function weigh(evidence: Evidence, pool: readonly UnitDesign[], practice: Practice): { bearings: Bearing[]; farFromAll: boolean } {
  const recorded = pool.map((unit) => factOf(unit.facts, evidence.attribute, evidence.position)?.value);
  const seen = evidenceBase(evidence);
  return evidence.kind === 'quantity' && typeof seen === 'number' ? weighMeasured(evidence, seen, recorded, practice) : weighSeen(evidence, seen, recorded);
}

function weighSeen(evidence: Evidence, seen: Value, recorded: readonly (Value | undefined)[]): { bearings: Bearing[]; farFromAll: boolean } {
  const epsilon = attribute(evidence.attribute).epsilon;
  const answer = (value: Value): string => (value === null ? 'none' : evidence.kind === 'mark' ? markKey(String(value)) : String(value));
  const answers = new Set(recorded.filter((v) => v !== undefined).map(answer));
  const k = answers.size + 1;
  const what = attributeWords(evidence.attribute, evidence.position);
  const bearings = recorded.map((value): Bearing => {
    const base = bearingBase(evidence);
    if (value === undefined) {
      return { ...base, says: 'unrecorded', logLikelihood: Math.log(1 / k), sentence: `${what}: not recorded for this unit` };
    }
    const match = answer(value) === answer(seen);
    const says = match ? 'agrees' : 'disagrees';
    const logLikelihood = match ? Math.log(1 - epsilon) : Math.log(epsilon / Math.max(k - 1, 1));
    const sentence = match
      ? `${what} ${valueWords(evidence.attribute, value)}, as seen`
      : `${what} ${valueWords(evidence.attribute, seen)}: this unit has ${valueWords(evidence.attribute, value)}`;
    return { ...base, says, logLikelihood, sentence };
  });
  return { bearings, farFromAll: answers.size > 0 && !answers.has(answer(seen)) };
}

function weighMeasured(
  evidence: Evidence,
  measured: number,
  recorded: readonly (Value | undefined)[],
  practice: Practice,
): { bearings: Bearing[]; farFromAll: boolean } {
  const angle = attribute(evidence.attribute).dimension === 'angle';
  const sigma = angle ? 2 : Math.hypot(sigmaOf(evidence.instrument ?? 'ruler', practice), practice.sigmaSpread);
  const values = recorded.map((v) => (typeof v === 'number' ? v : undefined));
  const sizes = values.filter((v) => v !== undefined);
  const distance = (value: number): number => {
    const sameSize = sizes.filter((s) => Math.abs(s - value) < practice.oneSizeWithin);
    return Math.min(...[value, ...sameSize].map((s) => Math.abs(measured - s))) / sigma;
  };
  const distances = values.map((value) => (value === undefined ? undefined : distance(value)));
  const known = distances.filter((d) => d !== undefined);
  const farFromAll = known.length > 0 && Math.min(...known) > practice.noneBeyondSigmas;
  const logs = distances.map((d) => (d === undefined ? undefined : Math.max(-0.5 * d * d, FLOOR)));
  const distinct = [...new Map(values.map((v, i) => [v, logs[i]])).values()].filter((l) => l !== undefined);
  const mean = distinct.length === 0 ? 0 : Math.log(distinct.reduce((sum, l) => sum + Math.exp(l), 0) / distinct.length);
  const what = attributeWords(evidence.attribute, evidence.position);
  const bearings = recorded.map((value, i): Bearing => {
    const base = bearingBase(evidence);
    const d = distances[i];
    if (value === null) return { ...base, says: 'disagrees', logLikelihood: FLOOR, sentence: `${what}: this unit has none` };
    if (d === undefined || typeof value !== 'number') {
      return { ...base, says: 'unrecorded', logLikelihood: farFromAll ? 0 : mean, sentence: `${what}: not recorded for this unit` };
    }
    const agrees = d <= DISAGREES_BEYOND;
    const off = `${Math.abs(measured - value).toFixed(2)} mm apart`;
    const sentence = agrees
      ? `${what} measured ${valueWords(evidence.attribute, measured)}: this unit has ${valueWords(evidence.attribute, value)}`
      : `${what} measured ${valueWords(evidence.attribute, measured)}: this unit has ${valueWords(evidence.attribute, value)}${angle ? '' : `, ${off}`}`;
    return { ...base, says: agrees ? 'agrees' : 'disagrees', logLikelihood: farFromAll ? 0 : (logs[i] ?? 0), sentence };
  });
  return { bearings, farFromAll };
}

const bearingBase = (evidence: Evidence): Pick<Bearing, 'attribute' | 'position'> => ({
  attribute: evidence.attribute,
  ...(evidence.position === undefined ? {} : { position: evidence.position }),
});
