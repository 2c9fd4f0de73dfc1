import type { RoleView } from '@kerabat/contract';
import {
  checkChain,
  composeJob,
  entriesFor,
  isBrought,
  isOpen,
  type JobReads,
  type PlaceInput,
  placeRows,
} from '@kerabat/core/job';
import { factOf, type UnitDesign } from '@kerabat/core/named/unit';
import { sentenceOf } from '@kerabat/core/tell/words';
import type { Role } from '@kerabat/core/work/conversion';
import { inTurns } from '../../base/work/turns.js';
import type { Stores } from './needs.js';

const SHOWN = 6;

/**
 * Units for a role, those of the sister vehicles first, then by what does not fit and what is not known. Each is judged
 * in the chain as the conversion changes it, a few at a time: others are answered in between.
 */
export async function candidatesFor(
  role: Role,
  input: PlaceInput,
  vehicleId: string,
  reads: JobReads,
  stores: Stores,
): Promise<RoleView['candidates']> {
  const entries = entriesFor(input.chain, role.slot, input.known);
  const old = entries.length === 1 ? reads.unit(entries[0]?.unitId ?? '') : undefined;
  const place = {
    slot: role.slot,
    measured: [],
    ...(old ? { old } : {}),
    ...(isBrought(role.slot, input) ? { brought: true as const } : {}),
  };
  const judged = (unitId: string, from: string): RoleView['candidates'] => {
    const unit = reads.unit(unitId);
    if (!unit || !suits(unit, role)) return [];
    const rows = placeRows([{ ...place, chosen: unit }], input, reads);
    const answer = checkChain(composeJob(rows));
    if ('faults' in answer) return [];
    const checks = answer.joints.flatMap((joint) => joint.checks.filter(isOpen).map((check) => ({ joint, check })));
    const misfits = checks.filter(({ check }) => check.state === 'does-not-fit');
    const hopeless = misfits.filter(({ check }) => check.fixes.length === 0).length;
    const open = checks.length - misfits.length;
    const number = reads.numbersOf(unitId)[0];
    const side = reads.sideOf(unitId, role.slot);
    const [first] = misfits;
    const says = first
      ? sentenceOf(first.check, first.joint)
      : open > 0
        ? `${open} to measure`
        : 'every check that is asked fits';
    const named = {
      unitId,
      name: unit.name,
      maker: unit.maker,
      from,
      ...(number ? { number } : {}),
      ...(side ? { side } : {}),
    };
    return [{ ...named, misfits: misfits.length, hopeless, open, sentence: says }];
  };
  const found: RoleView['candidates'] = [];
  const turn = inTurns();
  for (const [unitId, from] of stores.siblings.forPlace(role.slot, role.kind, vehicleId)) {
    await turn();
    found.push(...judged(unitId, from));
  }
  const rank = (c: (typeof found)[number]): number =>
    c.hopeless * 1000 + (c.from === '' ? 200 : 0) + c.misfits * 30 + c.open * 5;
  return found.sort((a, b) => rank(a) - rank(b) || (a.unitId < b.unitId ? -1 : 1)).slice(0, SHOWN);
}

/** Whether a unit has what the role wants; what is not recorded of it does not rule it out. */
const suits = (unit: UnitDesign, role: Role): boolean =>
  (role.wanted ?? []).every(({ attribute, is }) => {
    const fact = factOf(unit.facts, attribute);
    return fact === undefined || is.includes(fact.value);
  });
