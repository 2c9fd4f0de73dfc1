import { STANDS, STORED } from '../caution/index.js';
import type { Remedy } from '../fit/types.js';
import { lookup } from '../words/lookup.js';

/** What is done, in the order in which it is done, for whoever fits the parts. */

export type WorkGroup = 'before' | 'parts' | 'fit' | 'bleed' | 'prove';

export const WORK_GROUPS: readonly WorkGroup[] = ['before', 'parts', 'fit', 'bleed', 'prove'];

export const WORK_WORDS: Readonly<Record<WorkGroup, string>> = {
  before: 'before anything is taken apart',
  parts: 'parts to be made ready',
  fit: 'fitting',
  bleed: 'bleeding',
  prove: 'before the first drive',
};

export interface WorkStep {
  readonly key: string;
  readonly group: WorkGroup;
  readonly words: string;
  /** What it follows from. */
  readonly why: string;
  readonly minutes?: number;
  readonly skill?: string;
  readonly tools?: readonly string[];
  /** One quiet line at the step where the hurt happens. */
  readonly caution?: string;
}

/** Remedies of these rows cannot be taken back, or carry lives: the caution stands at their first step. */
const CAUTIONS: Readonly<Record<string, string>> = {
  'weld-rod': 'A cut and welded pedal link is work for a licensed welder alone. When it breaks there is no brake.',
  'cut-rod': 'Cut a little, measure, cut again. Too little thread in the fork pulls off.',
  'cut-out': 'A bulkhead carries load and keeps fire out. Nothing is cut before an engineer has approved it.',
  'tap-port': 'A port wall that bursts takes the brakes with it. Approval first.',
  'wheel-spacer':
    'A spacer changes what the wheel bolts carry; in many places it has to be entered in the vehicle’s papers.',
  'larger-pump': STORED,
  'pressure-hose': STORED,
  'longer-hose': STANDS,
};

/** The operations of the remedies that were taken, one step each; minutes, skill and caution stand at the first step of each. */
export function stepsOf(remedies: readonly Remedy[]): WorkStep[] {
  return remedies.flatMap((remedy) =>
    remedy.operations.map((words, i): WorkStep => {
      const step = { key: `${remedy.key}-${i}`, group: 'parts' as const, words, why: i === 0 ? remedy.words : '' };
      const caution = lookup(CAUTIONS, remedy.row);
      return i > 0
        ? step
        : {
            ...step,
            minutes: remedy.minutes,
            skill: remedy.skill,
            ...(remedy.tools.length > 0 ? { tools: remedy.tools } : {}),
            ...(caution === undefined ? {} : { caution }),
          };
    }),
  );
}
