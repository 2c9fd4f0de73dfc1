import type { Settings } from '../../named/settings/index.js';
import type { SourceKind } from '../../named/unit/index.js';
import type { InterchangeLink, Outcomes } from './types.js';

/** A repeated refusal: a link with so many "did not fit" is up for review. */
export const REVIEW_AFTER = 2;

/** Prior trust of a claim by the kind of its source: a mean, and how many cases it is worth. Both are settings. */
export const priorOf = (kind: SourceKind, settings: Settings): { mean: number; cases: number } => ({
  mean: settings[`trust.${kind}`] ?? 0.6,
  cases: settings[`cases.${kind}`] ?? 2,
});

/**
 * Trust of one claim: the Beta mean of the best source that asserts it, moved by recorded outcomes, one each:
 * (mean · cases + fitted) / (cases + all outcomes). Nobody asserting it counts as unsourced. "Fitted with a change"
 * speaks for a link that names changes; for one that promises none it counts half. For a "does not fit" the misfits are
 * what bears it out. Source: the shop's way of trusting; priors are settings.
 */
export function linkTrust(
  link: Pick<InterchangeLink, 'kind' | 'conditions' | 'assertions' | 'outcomes'>,
  settings: Settings,
): number {
  const kinds = link.assertions.length > 0 ? link.assertions.map((a) => a.source.kind) : (['unsourced'] as const);
  const { mean, cases } = kinds
    .map((kind) => priorOf(kind, settings))
    .reduce((best, p) => (p.mean > best.mean ? p : best));
  if (!link.outcomes) return mean;
  const { fitted, changed, misfit } = link.outcomes;
  const all = fitted + changed + misfit;
  return (mean * cases + borneOut(link, link.outcomes)) / (cases + all);
}

function borneOut(
  { kind, conditions }: Pick<InterchangeLink, 'kind' | 'conditions'>,
  { fitted, changed, misfit }: Outcomes,
): number {
  if (kind === 'does-not-fit') return misfit;
  return fitted + changed * (kind === 'with-changes' || conditions.length > 0 ? 1 : 0.5);
}

/** Whether a link was refuted so often that somebody should look at it. */
export const wantsReview = (link: Pick<InterchangeLink, 'kind' | 'outcomes'>): boolean =>
  link.outcomes !== undefined &&
  (link.kind === 'does-not-fit' ? link.outcomes.fitted : link.outcomes.misfit) >= REVIEW_AFTER;
