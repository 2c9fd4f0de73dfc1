import type { Found, Vehicle } from '@kerabat/contract';
import { findFluid, judgeFluid, type SealMaterial } from '@kerabat/core/named/fluid';
import { numberOf, textOf } from '@kerabat/core/named/unit';
import { findSlot, type Slot, SLOTS, type System } from '@kerabat/core/vehicle/place';
import type { Stores } from './needs.js';

/**
 * What is asked of a vehicle and can be said on the spot: its fluid, its seal kit. Where the answer depends on which
 * unit is fitted, it says on what; where nobody recorded it, it says that.
 */

type Said = Pick<Found['hits'][number], 'words' | 'detail'>;

/** The fluid of each system that the vehicle has, or of the one of the place that was named. */
export function fluidAnswers(vehicle: Vehicle, slot: Slot | undefined, stores: Stores): Said[] {
  const chain = stores.vehicles.chain(vehicle.id);
  const asked = slot === undefined ? undefined : findSlot(slot)?.system;
  const systems = [...new Set(chain.flatMap((entry) => findSlot(entry.slot)?.system ?? []))];
  return systems
    .filter((system) => asked === undefined || system === asked)
    .map((system) => fluidOf(vehicle, system, stores));
}

function fluidOf(vehicle: Vehicle, system: System, stores: Stores): Said {
  const places = SLOTS.filter((row) => row.system === system).map((row) => row.slot);
  const caps = new Set(places.flatMap((place) => textOf(stores.vehicles.recordedAt(vehicle.id, place), 'fluid') ?? []));
  const [grade] = caps;
  const name = `${vehicle.maker} ${vehicle.name}`;
  if (grade === undefined || caps.size > 1)
    return {
      words: `The ${system} fluid of the ${name} is not known`,
      detail: caps.size > 1 ? `the record names ${[...caps].join(' and ')}: read the cap` : 'read what the cap names',
    };
  const fluid = findFluid(grade);
  const units = stores.vehicles
    .chain(vehicle.id)
    .filter((entry) => findSlot(entry.slot)?.system === system)
    .map((entry) => ({ name: entry.unitName, facts: stores.units.design(entry.unitId)?.facts ?? [] }));
  const against = units.filter(({ facts }) => {
    const seals = textOf(facts, 'seals') as SealMaterial | undefined;
    return fluid !== undefined && seals !== undefined && judgeFluid(fluid, fluid, [seals]).state !== 'fits';
  });
  return against.length > 0
    ? {
        words: `The ${system} fluid of the ${name} depends on the unit`,
        detail: `the cap on record names ${grade}, and it ruins the seals of ${against[0]?.name ?? ''}`,
      }
    : {
        words: `${grade} for the ${system} of the ${name}`,
        detail: 'as the cap on record says; read it before filling',
      };
}

/** The seal kit of a place of a vehicle: one where every unit that it was built with takes the same. */
export function kitAnswers(vehicle: Vehicle, slot: Slot, stores: Stores): Said[] {
  const place = findSlot(slot)?.words ?? slot;
  const name = `${vehicle.maker} ${vehicle.name}`;
  const units = new Map(
    stores.vehicles
      .chain(vehicle.id)
      .filter((entry) => entry.slot === slot)
      .map((entry) => [entry.unitId, entry]),
  );
  if (units.size === 0)
    return [{ words: `No ${place} of the ${name} is on record`, detail: 'identify the unit first' }];
  const listed = [...units].map(([id, entry]) => ({ entry, kits: listedFor(id, stores) }));
  const common = (listed[0]?.kits ?? []).filter((kit) =>
    listed.every(({ kits }) => kits.some(({ id }) => id === kit.id)),
  );
  if (common.length > 0)
    return common.map((kit) => ({
      words: `${kit.number ?? kit.name} for the ${place} of the ${name}`,
      detail: `${kit.name}, listed by ${kit.source} for ${units.size > 1 ? `each of ${units.size} units` : 'its unit'}`,
    }));
  if (units.size === 1)
    return [{ words: `No list names a kit for the ${place} of the ${name}`, detail: 'its maker can be asked' }];
  return [
    {
      words: `The kit depends on which ${place} the ${name} has`,
      detail: listed
        .slice(0, 3)
        .map(({ entry, kits }) => `${entry.unitName}: ${kits[0]?.number ?? kits[0]?.name ?? 'none listed'}`)
        .join('; '),
    },
  ];
}

function listedFor(unit: string, stores: Stores) {
  const design = stores.units.design(unit);
  if (!design) return [];
  const { kind, facts } = design;
  return stores.kits.forUnit(unit, kind, numberOf(facts, 'bore') ?? -1, 0).filter((kit) => kit.listed);
}
