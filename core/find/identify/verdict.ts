import { attribute, attributeWords, valueWords } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import { type Evidence, evidenceBase } from '../../vehicle/reading/index.js';
import type { Weights } from './weigh.js';

export type Verdict = 'enough' | 'not-enough' | 'contradictory' | 'none';

export interface OddOneOut {
  readonly attribute: string;
  readonly position?: string;
  readonly sentence: string;
}

/** A mark that nothing in the pool has, and what it would be with one misread character put right. */
export interface DidYouRead {
  readonly attribute: string;
  readonly position?: string;
  readonly seen: string;
  readonly instead: string;
}

/** A vehicle that does not carry what it left the factory with, as far as can be told. */
export interface Swapped {
  readonly sure: boolean;
  readonly sentence: string;
}

/** A share that is exactly a threshold must not hang on the last bit of a sum. */
export const ROUNDING = 1e-9;

/** Candidates that disagree with something must hold this much before the evidence is called contradictory. */
const CONTRADICTION_SHARE = 0.2;

/** How the pool stands to the whole of the evidence. */
export interface Standing {
  /** Probability of the candidates that disagree with at least one piece. */
  readonly disagreeing: number;
  /** Whether some candidate agrees with every piece that anything in the pool agrees with. */
  readonly explained: boolean;
  /** Probability of the candidates of which nobody recorded what a piece is about. */
  readonly unrecorded: (piece: Weights) => number;
  /** For each piece, ln of its probability given all others: the smallest is the odd one out. */
  readonly surprise: () => readonly number[];
}

/** The piece of evidence that no candidate can be reconciled with; undefined when some candidate explains all of it. */
export function oddOneOut(weights: readonly Weights[], standing: Standing): OddOneOut | undefined {
  // What nobody recorded of the likeliest contradicts nothing.
  const alone = weights.find((w) => w.farFromAll && standing.unrecorded(w) <= 1 - CONTRADICTION_SHARE);
  if (alone) {
    const what = attributeWords(alone.evidence.attribute, alone.evidence.position);
    return odd(
      alone.evidence,
      `No unit of this kind has ${what} ` +
        `${valueWords(alone.evidence.attribute, evidenceBase(alone.evidence))}. ` +
        `${usualReason(alone.evidence)}`,
    );
  }
  if (standing.explained || standing.disagreeing < CONTRADICTION_SHARE) return undefined;
  const surprise = standing.surprise();
  const at = surprise.indexOf(Math.min(...surprise));
  const item = weights[at]?.evidence;
  if (!item) return undefined;
  return odd(
    item,
    'No unit explains everything. The odd one out is the ' +
      `${attributeWords(item.attribute, item.position)}. ${usualReason(item)}`,
  );
}

const odd = (evidence: Evidence, sentence: string): OddOneOut => ({
  attribute: evidence.attribute,
  ...(evidence.position === undefined ? {} : { position: evidence.position }),
  sentence,
});

/** What usually lies behind a reading that fits nothing. */
function usualReason(item: Evidence): string {
  switch (item.attribute) {
    case 'bore':
    case 'mouth':
      return (
        'Usual reasons: the retaining ring was left in, or the mouth of a stepped unit was measured. ' +
        'Measure again inside the bore.'
      );
    case 'label-code':
      return 'Usual reason: a rebuilder’s label. Trust the casting and the measurements more.';
    case 'casting-number':
      return 'Usual reason: one figure misread under the dirt. Clean it and light it from the side.';
    case 'casting-date':
      return 'Usual reason: the cast clock was read the wrong way round. A casting is never younger than its unit.';
    case 'reservoir':
    case 'reservoir-size':
      return 'Usual reason: the same casting carries different reservoirs, and they are moved over.';
    case 'sensor':
      return 'Usual reason: the sensor was moved over from another unit.';
    default:
      return attribute(item.attribute).vehicle
        ? 'Usual reason: the plate says what left the factory, not what is there now: something was swapped earlier.'
        : 'Usual reasons: a misreading, or a unit from another vehicle was fitted earlier. Look again.';
  }
}

/**
 * What marks would be with one misread character put right, for marks that nothing in the pool has. Offered, never
 * taken.
 */
export function didYouRead(weights: readonly Weights[]): DidYouRead[] {
  return weights.flatMap(({ evidence, nearMarks }) =>
    nearMarks.map((instead) => ({
      attribute: evidence.attribute,
      ...(evidence.position === undefined ? {} : { position: evidence.position }),
      seen: String(evidence.value),
      instead,
    })),
  );
}

/**
 * Whether the vehicle carries what its record says. It surely does not when the recorded units hold less than 1 − the
 * threshold for ordering, or when the unit that is there is one that the plate speaks against; it may not when they
 * hold less than half and each disagrees with something that was seen. A casting that is younger than the vehicle
 * proves that the unit was changed, though perhaps for one of the same design.
 */
export function swapped(
  recordedShare: number,
  allDisagree: boolean,
  againstPlate: string | undefined,
  evidence: readonly Evidence[],
  built: string | undefined,
  settings: Settings,
): Swapped | undefined {
  const looked = evidence.some((e) => attribute(e.attribute).vehicle !== true);
  if (looked && recordedShare <= 1 - settings.enoughToOrder + ROUNDING) {
    return {
      sure: true,
      sentence:
        'This vehicle does not carry what it left the factory with. Go on from the unit that is there; ' +
        'what hangs on it (lines, rod, reservoir) may have been changed with it.',
    };
  }
  if (allDisagree && recordedShare < 0.5) {
    return {
      sure: false,
      sentence:
        'What was seen speaks against every unit that this vehicle is recorded with. Perhaps something ' +
        'was swapped earlier: one more check decides.',
    };
  }
  if (looked && againstPlate !== undefined)
    return { sure: true, sentence: `What is there is not what the plate points at: ${againstPlate}. Go by the part.` };
  const cast = evidence.find((e) => e.attribute === 'casting-date');
  if (cast && built !== undefined && String(cast.value) > built) {
    return {
      sure: true,
      sentence:
        `The casting (${String(cast.value)}) is younger than the vehicle (built ${built}): this is not ` +
        'the unit it left with. It may be of the same design.',
    };
  }
  return undefined;
}

/** Below this share no unit stands out among the others. */
const STANDS_OUT = 0.1;

/** The verdict in words, with the threshold it was measured by; `alike` is how many share the first place. */
export function adviceFor(
  verdict: Verdict,
  held: number,
  evidence: readonly Evidence[],
  next: { words: string; minutes: number; removal: string } | undefined,
  settings: Settings,
  alike = 1,
): string {
  const share = `${(held * 100).toFixed(held > 0.995 ? 1 : 0)} %`;
  const wanted = `${Math.round(settings.enoughToOrder * 100)} %`;
  const looked = evidence.some((e) => attribute(e.attribute).vehicle !== true);
  if (verdict === 'none') return 'The catalogue has no unit of this kind.';
  if (verdict === 'enough' && !looked)
    return (
      `By the vehicle’s record alone one unit matches ${share}. Nothing on the unit was looked at: ` +
      'read one mark before anything is ordered.'
    );
  if (verdict === 'enough') return `Enough to order from: one unit, with all its same-unit records, matches ${share}.`;
  if (verdict === 'contradictory')
    return 'The evidence contradicts itself. Settle the odd one out before anything is ordered.';
  const look = next
    ? ` Next: ${next.words}, ${minutesWords(next.minutes)}, ` +
      `${next.removal === '' ? 'nothing taken off' : `off first: ${next.removal}`}.`
    : ' No check on record would separate what is left.';
  // Where none stands out, a share says nothing: how many are alike does.
  if (held < STANDS_OUT && alike > 1)
    return `Not enough to order from: ${alike} units are alike so far; ${wanted} needed for one.${look}`;
  return `Not enough to order from: best match ${share}; ${wanted} needed.${look}`;
}

/** "1 minute", "13 minutes" */
export const minutesWords = (minutes: number): string =>
  `${Math.round(minutes * 10) / 10} minute${minutes === 1 ? '' : 's'}`;
