import type { Check } from '@kerabat/core/fit';
import { bagFor } from '@kerabat/core/kit';
import { boreName } from '@kerabat/core/bore';
import { KIND_WORDS, numberOf, type UnitDesign } from '@kerabat/core/unit';
import type { SlipProposal, SlipSection } from '@kerabat/core/slip';
import type { Stores } from '../main/stores.js';
import { decisionOf, type SlotInput } from './choose.js';
import type { SlotResult } from './slot-work.js';
import { lookup } from '@kerabat/core/words';

/** Everything that one slot puts on the slip: the unit, its box, its conditions, its joints, its kit and its bag. */
export function proposalsFor(
  result: SlotResult,
  fluid: string | undefined,
  input: SlotInput,
  stores: Stores,
): SlipProposal[] {
  const { chosen } = result.choice;
  if (!chosen) return [];
  const { slot } = result.work;
  const stays =
    input.plan?.roles.some((role) => role.slot === slot && role.stays) === true && chosen.id === result.choice.old?.id;
  const keyed = (line: SlipProposal): SlipProposal => ({ ...line, key: `${slot}/${line.key}` });
  const bag = bagFor({
    unit: chosen,
    vehicle: result.vehicle,
    booster: result.booster,
    ...(fluid ? { capGrade: fluid } : {}),
    practice: input.practice,
  });
  if (stays) return result.joints.flatMap((joint) => joint.checks.flatMap(checkLines)).map(keyed);
  return [
    unitLine(result, chosen, input, stores),
    ...boxLines(result, chosen, stores),
    ...conditionLines(result),
    ...result.joints.flatMap((joint) => joint.checks.flatMap(checkLines)),
    ...kitLine(result, input),
    ...bag,
  ].map(keyed);
}

function unitLine(result: SlotResult, chosen: UnitDesign, input: SlotInput, stores: Stores): SlipProposal {
  const number = result.choice.chosenNumber ?? stores.units.numbers(chosen.id)[0];
  const bore = numberOf(chosen.facts, 'bore');
  const decision = input.decisions.find((d) => d.subject === `unit:${result.work.slot}`);
  const old = result.choice.old;
  const planned = input.plan?.roles.some((role) => role.slot === result.work.slot) === true;
  const fitted =
    old === undefined && planned ? `${result.work.words} of the conversion` : `the ${result.work.words} that is fitted`;
  const instead = old === undefined || old.id === chosen.id ? fitted : `instead of ${old.name}`;
  return {
    key: 'unit',
    section: 'order',
    words: `${KIND_WORDS[chosen.kind]}, ${chosen.name}${bore === undefined ? '' : `, ${boreName(bore) ?? ''}`}`,
    quantity: 1,
    reason: decision?.reason ? `${instead}: ${decision.reason}` : instead,
    ...(number ? { number } : {}),
  };
}

function boxLines(result: SlotResult, chosen: UnitDesign, stores: Stores): SlipProposal[] {
  const number = result.choice.chosenNumber ?? stores.units.numbers(chosen.id)[0];
  if (!number) return [];
  return stores.kits.box(chosen.id, number).map(({ item, presence }) => {
    const line = { key: `box-${item}`, quantity: 1 };
    if (presence === 'included')
      return { ...line, section: 'box' as const, words: item, reason: `in the box of ${number}` };
    if (presence === 'left-out')
      return {
        ...line,
        section: 'move' as const,
        words: item,
        reason: `not in the box of ${number}: take it from the old unit`,
      };
    return {
      ...line,
      section: 'measure' as const,
      words: `Ask the supplier: is the ${item} in the box of ${number}?`,
      reason: 'not recorded',
    };
  });
}

const SECTION_OF: Readonly<Record<string, SlipSection>> = {
  'move-over': 'move',
  'mated-part': 'order',
  'without-reservoir': 'move',
  rod: 'make',
  line: 'make',
  order: 'order',
  check: 'measure',
};

/** Lines of a checked joint that say the same as a condition of this kind, with figures. */
const COVERS: readonly (readonly [key: string, kind: string])[] = [
  ['adjust-rod', 'rod'],
  ['old-rod', 'rod'],
  ['reflare@', 'line'],
  ['sensor', 'move-over'],
];

/** The conditions of the kin path from the old unit to the chosen one, as far as no checked joint says them already. */
function conditionLines(result: SlotResult): SlipProposal[] {
  const covered = new Set(
    result.joints
      .flatMap((j) => j.checks.flatMap((c) => c.slip))
      .flatMap((line) => COVERS.find(([key]) => line.key.startsWith(key))?.[1] ?? []),
  );
  return (result.kin?.conditions ?? [])
    .filter((condition) => !covered.has(condition.kind))
    .map((condition, i) => ({
      key: `condition-${i}-${condition.kind}`,
      section: lookup(SECTION_OF, condition.kind) ?? 'perhaps',
      words: condition.text,
      quantity: 1,
      reason: 'condition of the interchange',
      ...(condition.number ? { number: condition.number } : {}),
    }));
}

/** Lines of a check: what a change needs, or what to measure while it is not known. */
function checkLines(check: Check): SlipProposal[] {
  const measure = check.measures.map((m): SlipProposal => ({
    key: `measure-${m.side}-${m.attribute}${m.position === undefined ? '' : `@${m.position}`}`,
    section: 'measure',
    words: `${m.what}, ${m.side === 'unit' ? 'new unit' : 'vehicle'}`,
    quantity: 1,
    reason: m.where || check.sentence,
  }));
  return [...check.slip, ...measure];
}

function kitLine(result: SlotResult, input: SlotInput): SlipProposal[] {
  const chosen = decisionOf(input.decisions, `kit:${result.work.slot}`)?.choice;
  const kit = result.work.kits.find((k) => k.id === chosen);
  if (!kit) return [];
  return [
    {
      key: 'kit',
      section: 'order',
      words: kit.name,
      quantity: 1,
      reason: kit.sentence,
      ...(kit.number ? { number: kit.number } : {}),
    },
  ];
}
