import { attribute, attributeWords, type AttributeName } from '../attribute/index.js';
import { benchWord } from '../identify/bench-line.js';
import type { RuleResult } from './rules.js';
import type { Check, Measure } from './types.js';

/** One row of a joint from its two sides and what the rule said. */
export function checkOf(id: string, words: string, vehicle: string | undefined, unit: string | undefined, rule: string, result: RuleResult): Check {
  return {
    id,
    words,
    ...(vehicle === undefined ? {} : { vehicle }),
    ...(unit === undefined ? {} : { unit }),
    rule,
    state: result.state,
    sentence: result.sentence,
    remedies: result.remedies ?? [],
    slip: result.slip ?? [],
  };
}

/** What to measure, where, and the bench line that records it. */
export function measureOf(side: Measure['side'], name: AttributeName, position?: string): Measure {
  const row = attribute(name);
  return {
    side,
    what: attributeWords(name, position),
    where: row.where,
    line: benchWord(name, position),
    onVehicle: side === 'vehicle' && row.onVehicle === 'yes',
  };
}
