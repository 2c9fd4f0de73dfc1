import { attributeWords, valueWords } from '../attribute/index.js';
import type { Practice } from '../practice/index.js';
import type { UnitDesign } from '../unit/index.js';
import { evidenceBase, type Evidence } from './evidence.js';
import { weigh, type Bearing } from './weigh.js';

export interface PoolMember {
  readonly unit: UnitDesign;
  /** Recorded as fitted to this vehicle as built. */
  readonly recorded: boolean;
  /** Units with the same class are one unit under several records ("same unit" links). */
  readonly classId: string;
}

export interface Candidate {
  readonly unitId: string;
  readonly probability: number;
  readonly recorded: boolean;
  readonly agrees: readonly Bearing[];
  readonly disagrees: readonly Bearing[];
  readonly unrecorded: readonly Bearing[];
}

export interface OddOneOut {
  readonly attribute: string;
  readonly sentence: string;
}

export interface Identification {
  /** Best first; ties in the order of the unit's id. */
  readonly candidates: readonly Candidate[];
  readonly eliminated: readonly Candidate[];
  readonly oddOneOut?: OddOneOut;
  readonly verdict: 'enough' | 'not-enough' | 'contradictory' | 'none';
  readonly advice: string;
  readonly entropyBits: number;
}

/**
 * Ranks a pool of units by evidence. Prior: the vehicle's recorded units share 1 − s, all others share s (a setting);
 * without recorded units all share alike. Evidence multiplies, so its order cannot matter. Probabilities sum to one over
 * candidates and eliminated together; "eliminated" is a word for the display.
 */
export function rank(pool: readonly PoolMember[], evidence: readonly Evidence[], practice: Practice): Identification {
  if (pool.length === 0) {
    return { candidates: [], eliminated: [], verdict: 'none', advice: 'The catalogue has no unit of this kind.', entropyBits: 0 };
  }
  const units = pool.map((member) => member.unit);
  const weighed = evidence.map((item) => ({ item, ...weigh(item, units, practice) }));
  const logs = priors(pool, practice).map((prior, i) => weighed.reduce((sum, { bearings }) => sum + (bearings[i]?.logLikelihood ?? 0), Math.log(prior)));
  const best = Math.max(...logs);
  const total = logs.reduce((sum, log) => sum + Math.exp(log - best), 0);
  const all = pool
    .map((member, i) =>
      candidate(
        member,
        Math.exp((logs[i] ?? -Infinity) - best) / total,
        weighed.flatMap(({ bearings }) => bearings[i] ?? []),
      ),
    )
    .sort((a, b) => b.probability - a.probability || (a.unitId < b.unitId ? -1 : 1));
  const candidates = all.filter((c) => c.probability >= practice.eliminatedBelow);
  const eliminated = all.filter((c) => c.probability < practice.eliminatedBelow);
  const entropyBits = -all.reduce((sum, c) => (c.probability > 0 ? sum + c.probability * Math.log2(c.probability) : sum), 0);
  const odd = oddOneOut(all, weighed);
  const held = classShare(all, pool);
  const verdict = odd ? 'contradictory' : held >= practice.enoughToOrder - ROUNDING ? 'enough' : 'not-enough';
  return { candidates, eliminated, ...(odd ? { oddOneOut: odd } : {}), verdict, advice: advice(verdict, held, evidence.length, practice), entropyBits };
}

/** A share that is exactly the threshold must not hang on the last bit of a sum. */
const ROUNDING = 1e-9;

function priors(pool: readonly PoolMember[], practice: Practice): number[] {
  const recorded = pool.filter((member) => member.recorded).length;
  const others = pool.length - recorded;
  if (recorded === 0 || others === 0) return pool.map(() => 1 / pool.length);
  return pool.map((m) => (m.recorded ? (1 - practice.swappedEarlier) / recorded : practice.swappedEarlier / others));
}

function candidate(member: PoolMember, probability: number, bearings: readonly Bearing[]): Candidate {
  const of = (says: Bearing['says']) => bearings.filter((b) => b.says === says);
  return {
    unitId: member.unit.id,
    probability,
    recorded: member.recorded,
    agrees: of('agrees'),
    disagrees: of('disagrees'),
    unrecorded: of('unrecorded'),
  };
}

/** The share that the best class of interchangeable units holds. */
function classShare(all: readonly Candidate[], pool: readonly PoolMember[]): number {
  const classOf = new Map(pool.map((member) => [member.unit.id, member.classId]));
  const shares = new Map<string, number>();
  for (const c of all) {
    const id = classOf.get(c.unitId) ?? c.unitId;
    shares.set(id, (shares.get(id) ?? 0) + c.probability);
  }
  return Math.max(...shares.values());
}

/** The observation that no candidate can be reconciled with, when every candidate disagrees with at least one. */
function oddOneOut(all: readonly Candidate[], weighed: readonly { item: Evidence; farFromAll: boolean }[]): OddOneOut | undefined {
  const alone = weighed.find(({ farFromAll }) => farFromAll);
  if (alone) {
    const what = attributeWords(alone.item.attribute, alone.item.position);
    const seen = valueWords(alone.item.attribute, evidenceBase(alone.item));
    return { attribute: alone.item.attribute, sentence: `No unit of this kind has ${what} ${seen}. ${usualExplanation(alone.item)}` };
  }
  const top = all[0];
  if (!top || all.some((c) => c.disagrees.length === 0)) return undefined;
  const odd = [...top.disagrees].sort((a, b) => a.logLikelihood - b.logLikelihood)[0];
  if (!odd) return undefined;
  const item = weighed.find(({ item }) => item.attribute === odd.attribute && item.position === odd.position)?.item;
  return {
    attribute: odd.attribute,
    sentence:
      `No unit explains everything. The odd one out is the ${attributeWords(odd.attribute, odd.position)}. ${item ? usualExplanation(item) : ''}`.trim(),
  };
}

/** What usually lies behind a reading that fits nothing. */
function usualExplanation(item: Evidence): string {
  switch (item.attribute) {
    case 'bore':
    case 'mouth':
      return 'Usual reasons: the retaining ring was left in, or the mouth of a stepped unit was measured. Measure again inside the bore.';
    case 'label-code':
      return 'Usual reason: a rebuilder’s label. Trust the casting and the measurements more.';
    case 'casting-number':
      return 'Usual reason: one figure misread under the dirt. Clean it and light it from the side.';
    default:
      return 'Usual reasons: a misreading, or a unit from another vehicle was fitted earlier. Look again.';
  }
}

function advice(verdict: Identification['verdict'], held: number, seen: number, practice: Practice): string {
  const share = `${(held * 100).toFixed(held > 0.995 ? 1 : 0)} %`;
  const wanted = `${Math.round(practice.enoughToOrder * 100)} %`;
  if (verdict === 'enough' && seen === 0)
    return `By the vehicle’s record alone one unit holds ${share}. Nothing on the unit was looked at: read one mark before anything is ordered.`;
  if (verdict === 'enough') return `Enough to order from: one unit, with all its same-unit records, holds ${share}.`;
  if (verdict === 'contradictory') return 'The evidence contradicts itself. Settle the odd one out before anything is ordered.';
  return `Not enough to order from: the best unit holds ${share}, ${wanted} is wanted. Look for what the candidates differ in.`;
}
