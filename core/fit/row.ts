import { attribute, attributeWords, type AttributeName } from '../attribute/index.js';
import { benchWord } from '../identify/bench-line.js';
import type { RuleResult } from './rule.js';
import type { Check, Measure } from './types.js';

/** One row of a joint from its two sides and what the rule said. */
export function checkOf(
  id: string,
  words: string,
  vehicle: string | undefined,
  unit: string | undefined,
  rule: string,
  result: RuleResult,
): Check {
  return {
    id,
    words,
    ...(vehicle === undefined ? {} : { vehicle }),
    ...(unit === undefined ? {} : { unit }),
    rule,
    state: result.state,
    sentence: result.sentence,
    ...(result.working === undefined ? {} : { working: result.working }),
    measures: [],
    remedies: [],
    slip: result.slip ?? [],
  };
}

/** What to measure, where, what it costs, and the bench line that records it. */
export function measureOf(side: Measure['side'], name: AttributeName, position?: string): Measure {
  const row = attribute(name);
  return {
    side,
    attribute: name,
    ...(position === undefined ? {} : { position }),
    what: attributeWords(name, position),
    where: row.where,
    line: benchWord(name, position),
    onVehicle: side === 'vehicle' && row.onVehicle === 'yes',
    ...(side === 'vehicle' && row.off !== undefined ? { off: row.off } : {}),
    ...(row.tool === undefined ? {} : { tool: row.tool }),
    minutes: row.minutes,
  };
}
