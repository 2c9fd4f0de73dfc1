import type { SourceKind } from '../unit/index.js';
import type { Assertion, KinLink } from './types.js';

/** Prior trust by kind of source: mean, and how many cases it is worth (workshop practice). */
export const SOURCE_PRIORS: Readonly<Record<SourceKind, { readonly mean: number; readonly cases: number }>> = {
  'maker-bulletin': { mean: 0.97, cases: 20 },
  'unit-maker': { mean: 0.93, cases: 10 },
  measured: { mean: 0.93, cases: 10 },
  'aftermarket-list': { mean: 0.85, cases: 5 },
  unsourced: { mean: 0.6, cases: 2 },
};

/** Trust of one claim: the prior mean of the best source that asserts it. Nobody asserting it counts as unsourced. */
export function linkTrust(link: Pick<KinLink, 'assertions'>): number {
  const means = link.assertions.map((a: Assertion) => SOURCE_PRIORS[a.source.kind].mean);
  return Math.max(SOURCE_PRIORS.unsourced.mean, ...means);
}
