import { asOnePiece } from '../../find/identify/index.js';
import type { UnitDesign } from '../../named/unit/index.js';
import { type AttributeName, findAttribute } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import type { Evidence } from '../../vehicle/reading/index.js';
import { measureOf } from '../measurements.js';
import type { Measure } from '../shown.types.js';
import { endOf } from '../question.js';
import type { SlotChoice, SlotInput } from './choose.js';
import { excludingOf } from './rivals.js';

/**
 * The reading that is taken once more before anything is decided by it: one that excludes the unit that is taken to be
 * there, or the odd one out of what contradicts itself. What was read twice alike is no slip any more.
 */
export function toReadAgain(
  choice: Pick<SlotChoice, 'slot' | 'old' | 'oldBy' | 'measured' | 'identification'>,
  said: boolean,
  { settings, decisions }: Pick<SlotInput, 'settings' | 'decisions'>,
): Measure | undefined {
  const { slot, old, measured, identification } = choice;
  const doubted = [
    ...(old === undefined ? [] : excludingIn(old, measured, settings)),
    ...(identification.verdict === 'contradictory' && identification.oddOneOut && !said
      ? [identification.oddOneOut]
      : []),
  ];
  const once = doubted.find(({ attribute, position }) => {
    const read = measured.filter((one) => one.attribute === attribute && one.position === position);
    const end = endOf(
      { side: 'vehicle', attribute: attribute as AttributeName, ...(position === undefined ? {} : { position }) },
      slot,
      decisions,
    );
    return read.length === 1 && end === undefined;
  });
  const name = once && findAttribute(once.attribute)?.name;
  return once && name ? measureOf(slot, 'vehicle', name, once.position) : undefined;
}

const excludingIn = (old: UnitDesign, measured: readonly Evidence[], settings: Settings): readonly Evidence[] =>
  asOnePiece(measured, settings).filter((item) => excludingOf(old, item, settings) !== undefined);
