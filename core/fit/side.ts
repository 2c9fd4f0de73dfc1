import { slotKey, evidenceBase, type Evidence } from '../identify/evidence.js';
import type { Fact } from '../unit/index.js';
import type { KnownValue, VehicleSide } from './types.js';

/**
 * The vehicle's side of every joint, from what is known, the surest first: what was measured on it; for its lines, the
 * ports of the identified old unit that they sat in (an option or a build month brings other lines than the record's);
 * what the catalogue records for the vehicle; and what else the old unit has (it fitted). Later evidence on the same
 * thing replaces earlier evidence.
 */
export function vehicleSide(measured: readonly Evidence[], recorded: readonly Fact[], oldUnit: readonly Fact[]): VehicleSide {
  const side = new Map<string, KnownValue>();
  const put = (facts: readonly Fact[], origin: KnownValue['origin']): void => {
    for (const fact of facts) {
      const { value, tolerance } = fact;
      side.set(slotKey(fact.attribute, fact.position), { value, origin, ...(tolerance === undefined ? {} : { tolerance }) });
    }
  };
  put(oldUnit, 'old-unit');
  put(recorded, 'vehicle-record');
  put(
    oldUnit.filter((fact) => fact.attribute.startsWith('port-') && fact.position !== undefined),
    'old-unit',
  );
  for (const item of measured) side.set(slotKey(item.attribute, item.position), { value: evidenceBase(item), origin: 'measured' });
  return side;
}
