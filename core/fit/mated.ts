import { checkOf, measureOf } from './row.js';
import { fits, misfit, unknown, type RuleResult } from './rule.js';
import type { Joint } from './types.js';

/** A slot whose part must come from the same side of a production change as the chosen one. */
export interface Mate {
  readonly slotWords: string;
  /** The mated set of what will be in that slot; undefined when it is not known which is fitted. */
  readonly set?: string;
  readonly unitName?: string;
}

/**
 * The joint between parts that a production change split into sides: they must come from the same side. Undefined when
 * the chosen unit belongs to no set or nothing else does. Either side works if both are changed.
 */
export function matedJoint(chosenSet: string, mates: readonly Mate[]): Joint | undefined {
  if (chosenSet === '' || mates.length === 0) return undefined;
  const checks = mates.map((mate) => {
    const result = judge(chosenSet, mate);
    const check = checkOf(
      `mated@${mate.slotWords}`,
      `same side of the change as the ${mate.slotWords}`,
      mate.set && [mate.unitName, `side ${mate.set}`].filter((part) => part !== undefined).join(', '),
      `side ${chosenSet}`,
      'the same side',
      result,
    );
    if (result.state !== 'not-known') return check;
    return {
      ...check,
      measures: [
        {
          ...measureOf('vehicle', 'label-code'),
          what: `which ${mate.slotWords} is fitted`,
          where: 'read its number or label',
          onVehicle: true,
        },
      ],
    };
  });
  const bad = checks.find((c) => c.state !== 'fits');
  return { id: 'mated', words: 'mated parts', place: 'side', state: bad?.state ?? 'fits', checks, silent: [] };
}

function judge(chosenSet: string, mate: Mate): RuleResult {
  if (mate.set === undefined) {
    return unknown(
      `Production changed: the ${mate.slotWords} must come from the same side (${chosenSet}). Which one is fitted is not known.`,
    );
  }
  if (mate.set === chosenSet) return fits(`Both are of side ${chosenSet}.`);
  return misfit(
    `This one is of side ${chosenSet}, the ${mate.slotWords} of side ${mate.set}: they do not go together. Either side works if both are changed.`,
  );
}
