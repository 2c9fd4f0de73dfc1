import type { RoleView } from '@kerabat/contract';
import type { Role } from '@kerabat/core/conversion';
import { beside, checkLink, hasBooster, isOpen, type FitChain, type FitLink } from '@kerabat/core/fit';
import type { Practice } from '@kerabat/core/practice';
import { factOf, type UnitDesign } from '@kerabat/core/unit';
import type { Stores } from '../main/stores.js';

const SHOWN = 6;
const AT_ONCE = 8;

/**
 * Units for a role, those of the sister vehicles first, then by what does not fit and what is not known. Each is checked in the
 * place of the chain as the conversion changes it, a few at a time: others are answered in between.
 */
export async function candidatesFor(
  role: Role,
  link: FitLink,
  chain: FitChain,
  vehicleId: string,
  practice: Practice,
  stores: Stores,
): Promise<RoleView['candidates']> {
  const place = beside({ ...link, kind: role.kind }, chain);
  const judged = (unitId: string, from: string): RoleView['candidates'] => {
    const unit = stores.units.design(unitId);
    if (!unit || !suits(unit, role)) return [];
    const checks = checkLink(
      { ...place, unit: unit.facts, worked: true, sameAsOld: false },
      hasBooster(chain),
      NONE,
      practice,
    ).joints.flatMap((j) => j.checks);
    const misfits = checks.filter((c) => c.state === 'does-not-fit' && !c.tells);
    const hopeless = misfits.filter((c) => c.remedies.length === 0).length;
    const open = checks.filter(isOpen).length - misfits.length;
    const number = stores.units.numbers(unitId)[0];
    const side = stores.siblings.sideOf(unitId, role.slot);
    const says = misfits[0]?.sentence ?? (open > 0 ? `${open} to measure` : 'every check that is asked fits');
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
  for (const [i, [unitId, from]] of [...stores.siblings.forPlace(role.slot, role.kind, vehicleId)].entries()) {
    if (i % AT_ONCE === AT_ONCE - 1) await new Promise(setImmediate);
    found.push(...judged(unitId, from));
  }
  const rank = (c: (typeof found)[number]): number =>
    c.hopeless * 1000 + (c.from === '' ? 200 : 0) + c.misfits * 30 + c.open * 5;
  return found.sort((a, b) => rank(a) - rank(b) || (a.unitId < b.unitId ? -1 : 1)).slice(0, SHOWN);
}

const NONE: ReadonlySet<string> = new Set();

/** Whether a unit has what the role wants; what is not recorded of it does not rule it out. */
const suits = (unit: UnitDesign, role: Role): boolean =>
  (role.wanted ?? []).every(({ attribute, is }) => {
    const fact = factOf(unit.facts, attribute);
    return fact === undefined || is.includes(fact.value);
  });
