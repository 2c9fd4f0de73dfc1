import type { World } from '@kerabat/core/simulate';
import { playSpec } from './play.js';
import { isSaid, kindsIn } from './report.js';
import type { JobSpec } from './spec.js';
import type { Outcome } from './types.js';
import { openWorkshop, type Premises } from './workshop.js';

/**
 * The smallest world that still shows a wrong order: everything is taken away that it goes wrong without. What is left
 * is what it takes.
 */

/** A case that is wrong: the world and the job, as values that go through JSON. */
export interface KnownCase {
  readonly kind: string;
  /** What is wrong, in a sentence. */
  readonly sentence: string;
  readonly seed: string;
  readonly count: number;
  readonly spec: JobSpec;
  readonly world: WrittenWorld;
  readonly story: readonly string[];
}
type WrittenWorld = Omit<World, 'units' | 'holes' | 'miscopied' | 'lies'> & {
  readonly units: readonly (readonly [string, unknown])[];
  readonly holes: readonly string[];
  readonly miscopied: readonly (readonly [string, unknown])[];
  readonly lies: readonly (readonly [string, string])[];
};

/** A world as it is kept in a file, and back. */
export const written = ({ units, holes, miscopied, lies, ...world }: World): WrittenWorld => ({
  ...world,
  units: [...units],
  holes: [...holes],
  miscopied: [...miscopied],
  lies: [...lies],
});
export const readWorld = ({ units, holes, miscopied, lies, ...world }: WrittenWorld): World => ({
  ...world,
  units: new Map(units as [string, never][]),
  holes: new Set(holes),
  miscopied: new Map(miscopied as [string, never][]),
  lies: new Map(lies),
});

/** Plays a job in a world that is opened for it alone. */
export async function playAlone(world: World, spec: JobSpec, premises: () => Premises): Promise<Outcome> {
  const shop = openWorkshop(world, premises());
  try {
    return await playSpec(shop, spec, 'advice');
  } finally {
    await shop.close();
  }
}

/** Whether a job still ends wrong in this way; a world that cannot be played shows nothing. */
async function shows(
  world: World,
  spec: JobSpec,
  kind: string,
  premises: () => Premises,
): Promise<Outcome | undefined> {
  try {
    const outcome = await playAlone(world, spec, premises);
    return isSaidOfKind(outcome, kind) ? outcome : undefined;
  } catch {
    // A world without its vehicle or a unit that is referred to: it was made too small.
    return undefined;
  }
}
/** Whether a job is called OK to order, and is wrong in this way. */
export const isSaidOfKind = (outcome: Outcome, kind: string): boolean =>
  isSaid(outcome) && kindsIn(outcome).includes(kind);

/** Takes away what a wrong order goes wrong without; `undefined` where it is not wrong in this way to begin with. */
export async function shrink(
  world: World,
  spec: JobSpec,
  kind: string,
  premises: () => Premises,
): Promise<{ readonly world: World; readonly outcome: Outcome } | undefined> {
  let outcome = await shows(world, spec, kind, premises);
  if (!outcome) return undefined;
  let least = world;
  const attempt = async (smaller: World): Promise<boolean> => {
    const found = await shows(smaller, spec, kind, premises);
    if (!found) return false;
    [least, outcome] = [smaller, found];
    return true;
  };
  await attempt(onlyVehicle(least, spec));
  await attempt({ ...least, holes: new Set() });
  await attempt({ ...least, miscopied: new Map() });
  await attempt({ ...least, kits: [] });
  await attempt(tidied(least));
  // Halves first, then one by one: holes, units.
  least =
    (await fewer(
      [...least.holes],
      (holes) => attempt({ ...least, holes: new Set(holes) }),
      () => least,
    )) ?? least;
  await fewer(
    [...least.units.keys()],
    (ids) => attempt(withUnits(least, new Set(ids))),
    () => least,
  );
  return { world: least, outcome };
}

/** Leaves out more and more of a list, as long as what is left still shows it. */
async function fewer(
  list: readonly string[],
  holds: (left: readonly string[]) => Promise<boolean>,
  least: () => World,
): Promise<World> {
  let left = [...list];
  for (let size = Math.ceil(left.length / 2); size >= 1; size = size === 1 ? 0 : Math.ceil(size / 2))
    for (let at = 0; at < left.length;) {
      const without = [...left.slice(0, at), ...left.slice(at + size)];
      if (await holds(without)) left = without;
      else at += size;
    }
  return least();
}

/** Only the vehicle of the job, with the units that are spoken of at its places. */
function onlyVehicle(world: World, spec: JobSpec): World {
  const vehicles = world.vehicles.filter(({ id }) => id === spec.vehicle);
  const [digit] = vehicles.map(({ id }) => id.slice(1));
  const ids = new Set([...world.units.keys()].filter((id) => id.startsWith(digit ?? '')));
  return withUnits({ ...world, vehicles }, ids);
}

/** The world with these units alone, and nothing that speaks of another. */
function withUnits(world: World, ids: ReadonlySet<string>): World {
  const has = (...named: readonly string[]): boolean => named.every((id) => ids.has(id));
  return {
    ...world,
    units: new Map([...world.units].filter(([id]) => ids.has(id))),
    kits: world.kits.filter(({ unit }) => has(unit)),
    listed: world.listed.filter(({ from, to }) => has(from, to)),
    offers: world.offers.filter(({ unit }) => has(unit)),
    vehicles: world.vehicles.map((vehicle) => ({
      ...vehicle,
      book: vehicle.book.filter(({ unit }) => has(unit)),
      conversions: vehicle.conversions.filter(({ places }) => places.every(({ unit }) => has(unit))),
    })),
    holes: new Set([...world.holes].filter((hole) => has(hole.split(' ')[0] ?? '') || hole.includes('/'))),
    miscopied: new Map([...world.miscopied].filter(([id]) => has(id))),
  };
}

/** Without former numbers and boxes. */
const tidied = (world: World): World => ({
  ...world,
  units: new Map([...world.units].map(([id, { formerly: _formerly, ...unit }]) => [id, { ...unit, box: [] }])),
});
