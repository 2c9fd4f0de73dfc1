import type { World } from '@kerabat/core/simulate';
import { consequenceOf } from './consequence.js';
import { type JobSpec, offersFor, placesOf, vehicleOf } from './spec.js';

/**
 * Whether what a job asks for can be ordered at all: units that are offered for its places and go as they are, by the
 * judge and by what is really there; of a kit, whether one of its unit's bore is in the catalogue.
 */
export function isThere(world: World, spec: JobSpec): boolean {
  const there = (slot: string): string | undefined =>
    vehicleOf(world, spec).places.find((place) => place.slot === slot)?.unit;
  if (spec.request === 'kit') return world.kits.some(({ unit }) => unit === there(spec.slot));
  const sets = placesOf(world, spec).reduce<readonly Readonly<Record<string, string>>[]>(
    (before, slot) =>
      before.flatMap((units) =>
        offersFor(world, spec, slot, there(slot))
          .filter((id) => world.units.has(id))
          .map((id) => ({ ...units, [slot]: id })),
      ),
    [{}],
  );
  return sets.some(
    (units) => consequenceOf(world, spec, { units, fixes: [], askedFor: [], end: 'ordered' }).flaws.length === 0,
  );
}
