import { lookup } from '../../base/lookup/index.js';
import type { Chain, Part } from '../../vehicle/chain/index.js';
import type { Flaw } from './types.js';

/** Whether the rubber stands the fluid that is in the system. */

/** What each rubber stands, by the kind of the fluid. */
const STANDS: Readonly<Record<string, readonly string[]>> = {
  EPDM: ['glycol', 'silicone'],
  SBR: ['glycol', 'silicone'],
  NBR: ['mineral'],
  FKM: ['mineral', 'silicone'],
};
/** "DOT 4" is glycol, "DOT 5" silicone, mineral oil is mineral. */
function familyOf(fluid: string): string {
  if (/^DOT 5$/i.test(fluid)) return 'silicone';
  return /^(DOT|ISO)/i.test(fluid) ? 'glycol' : 'mineral';
}
const textOf = (part: Part, attribute: string): string | undefined => {
  const value = part.facts.find((f) => f.attribute === attribute)?.value;
  return typeof value === 'string' ? value : undefined;
};

/** Units whose seals the fluid of their system ruins. */
export function fluidFlaws(vehicle: Chain): Flaw[] {
  const filled = (clutch: boolean): string | undefined =>
    vehicle.parts
      .filter((part) => /^clutch/.test(part.id) === clutch || part.kind !== 'reservoir')
      .flatMap((part) => textOf(part, 'fluid') ?? [])[0];
  return vehicle.parts.flatMap((part): Flaw[] => {
    const [seals, fluid] = [textOf(part, 'seals'), filled(/^(clutch|slave)/.test(part.id)) ?? filled(false)];
    if (seals === undefined || fluid === undefined) return [];
    const stands = lookup(STANDS, seals);
    return stands === undefined || stands.includes(familyOf(fluid))
      ? []
      : [{ what: 'fluid', at: part.id, sentence: `${fluid} ruins the ${seals} of ${part.id}` }];
  });
}
