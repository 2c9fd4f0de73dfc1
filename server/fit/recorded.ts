import type { Fact } from '@kerabat/core/unit';
import type { Stores } from '../main/stores.js';

/** What the catalogue records of a vehicle at a place, and of its pedal and driving side, which every place leans on. */
export function recordedAt(vehicleId: string, slot: string, stores: Stores): Fact[] {
  const own = stores.vehicles.facts(vehicleId, slot);
  const pedal = stores.vehicles
    .facts(vehicleId, 'pedal')
    .filter((fact) => !own.some((o) => o.attribute === fact.attribute));
  const drivingSide = stores.vehicles.get(vehicleId)?.drivingSide;
  const side: Fact[] = drivingSide ? [{ attribute: 'driving-side', value: drivingSide, source: '' }] : [];
  return [...side, ...pedal, ...own];
}
