import type { ChainEntry, DecisionRecord } from './records.js';
import { type Subject, subjectText } from '../subject.js';

/** What was decided in a job, and what its record lists for this very vehicle. */

export interface VehicleKnown {
  readonly built?: string;
  readonly options: readonly string[];
}

/** What was decided about something; undefined when nothing was, or when it was taken back. */
export function decisionOf(
  decisions: readonly DecisionRecord[],
  subject: Subject,
): NonNullable<DecisionRecord['value']> | undefined {
  const text = subjectText(subject);
  return decisions.find((d) => d.subject === text)?.value ?? undefined;
}

/** Chain entries of a slot that apply to this vehicle as built: its month and its options, as far as they are known. */
export function entriesFor(chain: readonly ChainEntry[], slot: string, { built, options }: VehicleKnown): ChainEntry[] {
  const ofMonth = chain.filter(
    (entry) =>
      entry.slot === slot &&
      (built === undefined || ((entry.builtFrom ?? '') <= built && (entry.builtTo === null || entry.builtTo >= built))),
  );
  if (options.length === 0) return ofMonth;
  const withOption = ofMonth.filter((entry) => entry.option !== null && options.includes(entry.option));
  if (withOption.length > 0) return withOption;
  const without = ofMonth.filter((entry) => entry.option === null);
  return without.length > 0 ? without : ofMonth;
}
