import { Draw, type TrueConverted, type TruePlace, type TrueVehicle, type World } from '@kerabat/core/simulate';
import type { Slot } from '@kerabat/core/vehicle/place';

/** What a job is about: one value, drawn from the seed, or made smaller. */

export const REQUESTS = ['replace', 'prevent', 'substitute', 'upgrade', 'convert', 'kit'] as const;
export type TrialRequest = (typeof REQUESTS)[number];

export interface JobSpec {
  readonly number: number;
  readonly vehicle: string;
  readonly slot: Slot;
  readonly request: TrialRequest;
  readonly conversion?: string;
  /** Further conversions of the same job: what they change is theirs where the first changes nothing. */
  readonly also?: readonly string[];
  /** What is really wrong: the unit, or something that looks like it. */
  readonly cause: string;
  /** Whether whoever calls knows when the vehicle was built, and its options. */
  readonly tells: boolean;
  /** Everything that people see and how they err. */
  readonly seed: string;
}

/** What a bad unit is taken for. */
const OTHER_CAUSES = ['engine-dirt', 'collapsed-hose', 'clevis-pin', 'rod-adjustment'];
const SEALED: readonly string[] = ['brake-master', 'clutch-master', 'slave', 'front-brake', 'rear-brake'];

/** The job of a number in a world; of one request where only that is wanted and makes sense. */
export function specOf(world: World, number: number, only?: TrialRequest): JobSpec {
  const draw = new Draw(`${world.seed}/${world.arm}/job ${number}`);
  const vehicle = draw.one(world.vehicles);
  const drawn = draw.one(REQUESTS);
  const wanted = only ?? drawn;
  const place = draw.one(vehicle.places);
  const conversion = wanted === 'convert' && vehicle.conversions.length > 0 ? draw.one(vehicle.conversions) : undefined;
  const goes =
    (wanted !== 'convert' || conversion !== undefined) &&
    (wanted !== 'kit' || SEALED.includes(place.slot)) &&
    (wanted !== 'upgrade' ||
      world.offers.some((o) => o.vehicle === vehicle.id && o.slot === place.slot && o.purpose === 'upgrade'));
  const request = goes ? wanted : 'replace';
  const mayBeOther = request === 'replace' && draw.happens(0.08);
  return {
    number,
    vehicle: vehicle.id,
    slot: conversion?.places[0]?.slot ?? place.slot,
    request,
    ...(conversion === undefined ? {} : { conversion: conversion.id }),
    cause: mayBeOther ? draw.one(OTHER_CAUSES) : 'unit',
    tells: draw.happens(0.7),
    seed: `${world.seed}/${world.arm}/said ${number}`,
  };
}

/** The vehicle of a job. Throws where the world has it not: a programming error. */
export function vehicleOf({ vehicles }: Pick<World, 'vehicles'>, { vehicle }: JobSpec): TrueVehicle {
  const found = vehicles.find(({ id }) => id === vehicle);
  if (!found) throw new Error(`no vehicle "${vehicle}"`);
  return found;
}
const conversionsOf = (vehicle: TrueVehicle, { conversion, also = [] }: JobSpec): TrueConverted[] =>
  [conversion, ...also].flatMap((wanted) => vehicle.conversions.find(({ id }) => id === wanted) ?? []);

/** A place as a job leaves it: of a conversion, as that makes it. */
export const placeAt = (vehicle: TrueVehicle, spec: JobSpec, slot: string): TruePlace | undefined =>
  conversionsOf(vehicle, spec)
    .flatMap(({ places }) => places)
    .find((place) => place.slot === slot) ?? vehicle.places.find((place) => place.slot === slot);

/** The places that a job puts a unit into. */
export function placesOf(world: World, spec: JobSpec): readonly Slot[] {
  const converted = conversionsOf(vehicleOf(world, spec), spec).flatMap(({ places }) => places.map(({ slot }) => slot));
  return converted.length === 0 ? [spec.slot] : [...new Set(converted)];
}

/**
 * What may be ordered for a place: what sellers offer for the purpose, or the unit that is there itself and what is
 * listed for it.
 */
export function offersFor(
  { offers, listed }: Pick<World, 'offers' | 'listed'>,
  { vehicle, request, conversion, also = [] }: JobSpec,
  slot: string,
  old: string | undefined,
): readonly string[] {
  const purposes = conversion !== undefined ? [conversion, ...also] : request === 'upgrade' ? ['upgrade'] : [];
  if (purposes.length > 0)
    return offers
      .filter((one) => one.vehicle === vehicle && one.slot === slot && purposes.includes(one.purpose))
      .map(({ unit }) => unit);
  const others = listed.filter(({ from, kind }) => from === old && kind === 'drop-in').map(({ to }) => to);
  return [...(request === 'substitute' || old === undefined ? [] : [old]), ...others];
}
