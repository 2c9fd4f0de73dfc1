import { afterAll, describe, expect, it } from 'vitest';
import type { Workspace } from '@kerabat/contract';
import { type TruePlace, type TrueVehicle, type World, worldOf } from '@kerabat/core/simulate';
import { premises } from '../main/premises.js';
import { TrialJob } from './job.js';
import { openWorkshop, type Workshop } from './workshop.js';

/** What the trial taught, as laws over simulated vehicles of every layout. */

const WORLDS = 6;
const shops: Workshop[] = [];
const opened = (make: (seed: string) => World): Workshop[] => {
  const own = Array.from({ length: WORLDS }, (_, i) => openWorkshop(make(`law ${i}`), premises()));
  shops.push(...own);
  return own;
};
afterAll(async () => {
  for (const shop of shops) await shop.close();
});

/** A job about a place whose unit is to be replaced. */
const replacing = (vehicle: TrueVehicle, place: TruePlace): TrialJob =>
  new TrialJob(vehicle, {
    number: 0,
    vehicle: vehicle.id,
    slot: place.slot,
    request: 'replace',
    cause: 'unit',
    tells: true,
    seed: '',
  });

/** The same unit that the record names goes in again, with what was told. */
async function replaced(
  shop: Workshop,
  vehicle: TrueVehicle,
  place: TruePlace,
  ...lines: readonly string[]
): Promise<Workspace> {
  const job = replacing(vehicle, place);
  for (const line of lines) expect(job.tell(line, place.slot, true), line).toBeUndefined();
  job.decide(`unit:${place.slot}`, place.recorded, shop.world.units.get(place.recorded)?.number ?? '');
  return shop.workOut(job.base());
}
const labelOf = ({ units }: World, id: string): string =>
  `label ${String(units.get(id)?.facts.find(({ attribute }) => attribute === 'label-code')?.value)}`;
const each = (shop: Workshop): { vehicle: TrueVehicle; place: TruePlace }[] =>
  shop.world.vehicles.flatMap((vehicle) => vehicle.places.map((place) => ({ vehicle, place })));

describe('like for like', () => {
  const whole = opened((seed) => ({ ...worldOf(seed, 'honest'), holes: new Set() }));
  const kept = opened((seed) => worldOf(seed, 'honest'));

  it('is quiet where all is recorded and the unit was seen: nothing stands in the way of an order', async () => {
    let quiet = 0;
    for (const shop of whole)
      for (const { vehicle, place } of each(shop)) {
        if (vehicle.places.some(({ unit, recorded }) => unit !== recorded)) continue;
        const { safety } = await replaced(shop, vehicle, place, labelOf(shop.world, place.unit));
        const named = `${shop.world.seed} ${vehicle.id} ${vehicle.layout.name} ${vehicle.clutch ?? ''} ${place.slot}`;
        expect(safety.blockers, named).toEqual([]);
        // A booster meets the master that stays, and of that nothing was seen.
        expect(safety.grade, named).toBe(place.slot === 'booster' ? 'on-listing' : 'safe');
        quiet += 1;
      }
    expect(quiet).toBeGreaterThan(30);
  });

  it('is never safe while nothing was seen of the unit on the vehicle, and what to look at is next', async () => {
    let blind = 0;
    for (const shop of [...whole, ...kept])
      for (const { vehicle, place } of each(shop)) {
        const { safety, next } = await replaced(shop, vehicle, place);
        expect(safety.grade, `${shop.world.seed} ${vehicle.id} ${place.slot}`).not.toBe('safe');
        if (safety.grade !== 'on-listing') continue;
        expect(safety.onListing.map(({ key }) => key)).toContain(`${place.slot}/seen`);
        expect(next?.act).toBe('check');
        blind += 1;
      }
    expect(blind).toBeGreaterThan(80);
  });

  it('is never safe by a mark that is recorded for another unit', async () => {
    let others = 0;
    for (const shop of [...whole, ...kept])
      for (const { vehicle, place } of each(shop)) {
        const { units, holes } = shop.world;
        const other = [...units.values()].find(
          ({ id, kind }) => kind === place.kind && id !== place.recorded && !holes.has(`${id} label-code`),
        );
        if (!other) continue;
        // Even beside a bore that is the recorded unit's.
        const bore = units.get(place.recorded)?.facts.find(({ attribute }) => attribute === 'bore')?.value;
        const lines = [labelOf(shop.world, other.id), ...(typeof bore === 'number' ? [`bore ${bore} mic`] : [])];
        const { safety } = await replaced(shop, vehicle, place, ...lines);
        expect(safety.grade, `${shop.world.seed} ${vehicle.id} ${place.slot} ${other.id}`).not.toBe('safe');
        others += 1;
      }
    expect(others).toBeGreaterThan(80);
  });

  it('where another unit sits, nothing of studs, rod and lines rests on the record any more', async () => {
    let checked = 0;
    for (const shop of whole)
      for (const { vehicle, place } of each(shop)) {
        // Booster and master are each other's record.
        if (vehicle.layout.assistance !== 'none' && ['booster', 'brake-master'].includes(place.slot)) continue;
        const other = [...shop.world.units.values()].find(
          ({ kind, id }) => kind === place.kind && !vehicle.book.some(({ unit }) => unit === id),
        );
        if (!other) continue;
        const job = replacing(vehicle, place);
        job.decide(`old:${place.slot}`, other.id);
        job.decide(`unit:${place.slot}`, other.id);
        const { work } = await shop.workOut(job.base());
        // The unit that is there goes in again: what it meets is as it was, whatever the book says of another.
        const joints = work.find(({ slot }) => slot === place.slot)?.joints ?? [];
        const refused = joints.filter(({ id, state }) => state === 'does-not-fit' && /line|hose|mount|rod/.test(id));
        expect(
          refused.map(({ id }) => id),
          `${shop.world.seed} ${vehicle.id} ${place.slot} ${other.id}`,
        ).toEqual([]);
        checked += joints.length;
      }
    expect(checked).toBeGreaterThan(50);
  });

  it('where another unit sits, no list of the vehicle speaks for the unit that it names', async () => {
    let listed = 0;
    for (const shop of kept)
      for (const { vehicle, place } of each(shop)) {
        const others = [...shop.world.units.values()].filter(
          ({ kind, id }) =>
            kind === place.kind &&
            !vehicle.book.some(({ unit }) => unit === id) &&
            !shop.world.listed.some(({ from, to }) => from === place.recorded && to === id),
        );
        for (const other of others.slice(0, 2)) {
          const job = replacing(vehicle, place);
          job.decide(`old:${place.slot}`, other.id);
          job.decide(`unit:${place.slot}`, place.recorded);
          const { safety } = await shop.workOut(job.base());
          expect(safety.grade, `${shop.world.seed} ${vehicle.id} ${place.slot} ${other.id}`).not.toBe('on-listing');
          listed += 1;
        }
      }
    expect(listed).toBeGreaterThan(50);
  });
});
