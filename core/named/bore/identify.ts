import { type Instrument, type Settings, sigmaOf, STANDARD_SETTINGS } from '../settings/index.js';
import { BORE_SIZES, type BoreSize } from './sizes.data.js';

/** Sizes that are one size under several names: "1-1/16 in" and "27 mm". */
export interface BoreGroup {
  readonly labels: readonly string[];
  /** Diameters of the members in mm, in the order of the labels. */
  readonly diametersMm: readonly number[];
}

export interface BoreCandidate {
  readonly labels: readonly string[];
  readonly diameterMm: number;
  readonly probability: number;
}

export interface BoreIdentity {
  readonly candidates: readonly BoreCandidate[];
  readonly verdict: 'one' | 'several' | 'none';
  readonly advice: string;
  /** The standard error that was used, in mm: √(instrument² + spread²). */
  readonly sigmaMm: number;
}

/** Groups sizes that lie closer together than `settings.oneSizeWithin`, smallest first. */
export function groupSizes(sizes: readonly BoreSize[], settings: Settings): BoreGroup[] {
  const groups: { labels: string[]; diametersMm: number[] }[] = [];
  for (const size of [...sizes].sort((a, b) => a.diameterMm - b.diameterMm)) {
    const last = groups.at(-1);
    const inLast = last && size.diameterMm - (last.diametersMm[0] ?? 0) < settings.oneSizeWithin;
    if (inLast) {
      // The inch name leads: it is the size that the unit was drawn to.
      const at = size.system === 'inch' ? 0 : last.labels.length;
      last.labels.splice(at, 0, size.label);
      last.diametersMm.splice(at, 0, size.diameterMm);
    } else groups.push({ labels: [size.label], diametersMm: [size.diameterMm] });
  }
  return groups;
}

/** Standard error of one bore reading in mm: √(σ_instrument² + σ_spread²). */
export function boreSigma(instrument: Instrument, settings: Settings): number {
  return Math.hypot(sigmaOf(instrument, settings), settings.sigmaSpread);
}

/**
 * Which nominal bore a reading in mm supports. Weight of a size d is exp(−½((m−d)/σ)²); the weights, normalised, are
 * probabilities. If even the nearest size is more than `noneBeyondSigmas` away the verdict is "none": measure again.
 * `sizes` are those that may compete; all nominal sizes when nothing else is known.
 */
export function identifyBore(
  measuredMm: number,
  instrument: Instrument,
  settings: Settings = STANDARD_SETTINGS,
  sizes: readonly BoreSize[] = BORE_SIZES,
): BoreIdentity {
  const sigmaMm = boreSigma(instrument, settings);
  const rated = groupSizes(sizes, settings)
    .map((group) => {
      const distance = Math.min(...group.diametersMm.map((d) => Math.abs(measuredMm - d))) / sigmaMm;
      return { group, distance };
    })
    .sort((a, b) => a.distance - b.distance);
  const nearest = rated[0];
  if (!nearest || nearest.distance > settings.noneBeyondSigmas) {
    return { candidates: [], verdict: 'none', advice: noneAdvice(nearest?.group), sigmaMm };
  }
  const best = nearest.distance;
  const weights = rated.map(({ distance }) => Math.exp(-0.5 * (distance ** 2 - best ** 2)));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const candidates = rated
    .map(({ group }, i) => ({
      labels: group.labels,
      diameterMm: group.diametersMm[0] ?? 0,
      probability: (weights[i] ?? 0) / total,
    }))
    .filter((candidate) => candidate.probability >= 0.005);
  const one = (candidates[0]?.probability ?? 0) >= settings.enoughToOrder;
  return { candidates, verdict: one ? 'one' : 'several', advice: adviceFor(candidates, instrument, one), sigmaMm };
}

function adviceFor(candidates: readonly BoreCandidate[], instrument: Instrument, one: boolean): string {
  const names = candidates.map((c) => c.labels.join(' ≡ '));
  if (one)
    return (
      `${names[0]}. Check that it was read inside the bore: a retaining ring or the mouth of a stepped ` +
      'unit reads another size.'
    );
  const better =
    instrument === 'ruler'
      ? 'a caliper'
      : instrument === 'caliper'
        ? 'a micrometer or a bore gauge'
        : 'a clean bore, across two diameters';
  return (
    `This reading cannot tell ${listOr(names)} apart: measure again with ${better}, or look for a ` +
    'size cast on the body.'
  );
}

function noneAdvice(nearest: BoreGroup | undefined): string {
  const near = nearest ? ` The nearest, ${nearest.labels.join(' ≡ ')}, is too far off to be meant.` : '';
  return (
    `None of these sizes: measure again.${near} A retaining ring in the way, the wrong place or a ` +
    'damaged mouth reads like this.'
  );
}

/** "a, b or c". */
export function listOr(names: readonly string[]): string {
  if (names.length < 2) return names[0] ?? '';
  return `${names.slice(0, -1).join(', ')} or ${names.at(-1)}`;
}

/** The names of a bore in mm when it is a nominal size (to 0.06 mm), else undefined: 26.9875 → "1-1/16 in ≡ 27 mm". */
export function boreName(diameterMm: number, settings: Settings = STANDARD_SETTINGS): string | undefined {
  const near = groupSizes(BORE_SIZES, settings).find((g) => g.diametersMm.some((d) => Math.abs(d - diameterMm) < 0.02));
  return near?.labels.join(' ≡ ');
}
