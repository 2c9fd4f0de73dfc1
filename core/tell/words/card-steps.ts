import { lookup } from '../../base/lookup/index.js';
import type { Fix } from '../../judge/check/index.js';
import { STANDS, STORED } from '../../named/caution/index.js';
import type { CardStep, WorkStep } from '../../work/work-card/index.js';
import { stepWhy, stepWords } from './card.js';
import { fixWords, operationsOf } from './fixes.js';

/** The work card in words: steps of the chain, and operations of the fixes that were taken. */

/** Fixes of these rows cannot be taken back, or carry lives: the caution stands at their first step. */
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

/**
 * The operations of the fixes that were taken, one step each; minutes, skill and caution stand at the first step of
 * each.
 */
export function stepsOf(taken: readonly { readonly key: string; readonly fix: Fix }[]): WorkStep[] {
  return taken.flatMap(({ key, fix }) =>
    operationsOf(fix).map((words, i): WorkStep => {
      const step = { key: `${key}-${i}`, group: 'parts' as const, words, why: i === 0 ? fixWords(fix) : '' };
      const caution = lookup(CAUTIONS, fix.fix);
      return i > 0
        ? step
        : {
            ...step,
            minutes: fix.minutes,
            skill: fix.skill,
            ...(fix.tools.length > 0 ? { tools: fix.tools } : {}),
            ...(caution === undefined ? {} : { caution }),
          };
    }),
  );
}

/** The card of a chain in words; `placeOf` names a joint or a part. */
export const cardInWords = (card: readonly CardStep[], placeOf: (at: string) => string): WorkStep[] =>
  card.map((step): WorkStep => {
    const { group, at, tools, minutes, caution } = step;
    return {
      key: at === '' ? step.step : `${step.step}-${at.replace(/[ :]/g, '-')}`,
      group,
      words: stepWords(step, placeOf(at)),
      why: stepWhy(step),
      ...(minutes === undefined ? {} : { minutes }),
      ...(tools.length === 0 ? {} : { tools }),
      ...(caution === undefined ? {} : { caution }),
    };
  });
