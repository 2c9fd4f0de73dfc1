import { chainOf } from '../../tell/strip/index.js';
import { feelLimits } from '../../work/feel/index.js';
import type { JobBase } from './work-out.js';
import type { VehicleRecord } from './records.js';
import type { Workspace } from './workspace.js';

/** The decision that was taken last and holds. */
function lastDecision({ decisions }: Pick<JobBase, 'decisions'>): string | undefined {
  const held = decisions.filter(({ value }) => value !== null);
  return held.reduce<(typeof held)[number] | undefined>((last, d) => (!last || d.at >= last.at ? d : last), undefined)
    ?.subject;
}

/**
 * A job that could not be worked out, as it opens all the same: what was asked and decided, what happened with its
 * number in the log, and the decision that may be undone. It is not OK to order.
 */
export function troubled(
  base: Pick<JobBase, 'job' | 'decisions' | 'settings'>,
  vehicle: VehicleRecord | undefined,
  number: string,
): Workspace {
  const subject = lastDecision(base);
  const undo = subject === undefined ? '' : ' Undo the last decision, or change what was typed last.';
  const sentence = `This job cannot be worked out; the log has the reason under ${number}.${undo}`;
  return {
    job: base.job,
    ...(vehicle ? { vehicle } : {}),
    chain: { ...chainOf('brake', undefined, undefined, []), parts: [] },
    feel: { limits: feelLimits(base.settings) },
    work: [],
    conversions: [],
    fluids: [],
    decisions: base.decisions,
    partsList: [],
    looks: [],
    sum: { total: 0, priced: 0, unpriced: 0 },
    safety: {
      safe: false,
      sentence,
      grade: 'not-safe',
      mayOrder: false,
      blockers: [],
      onListing: [],
      receive: [],
      compare: [],
      notes: [],
      overridden: [],
      judged: [],
    },
    measurements: [],
    workCard: [],
    cautions: [],
    next: null,
    trouble: { sentence, number, ...(subject === undefined ? {} : { subject }) },
  };
}
