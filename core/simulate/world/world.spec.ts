import { expect, it } from 'vitest';
import { runs } from '../../../tools/seeds.js';
import { jointFlaws } from '../judge/index.js';
import { chainWith, unitThere, worldOf } from './index.js';
import type { TrueFact } from './types.js';

/** A simulated vehicle is one: what two of its places say of one joint is the same, whatever was done to it. */

const worldsOf = (length: number) => Array.from({ length }, (_, i) => worldOf(`one truth ${i}`, 'honest'));
const worlds = worldsOf(runs(150));
const value = (facts: readonly TrueFact[] | undefined, name: string) =>
  facts?.find(({ attribute }) => attribute === name)?.value;

it('a booster meets the master that is really there, after a conversion too', () => {
  let [altered, converted] = [0, 0];
  for (const { units, vehicles, seed } of worlds)
    for (const { places, conversions } of vehicles) {
      const master = places.find(({ slot }) => slot === 'brake-master');
      const recess = value(units.get(master?.unit ?? '')?.facts, 'recess-depth');
      const meets = [
        ...places.filter(({ slot }) => slot === 'booster'),
        ...conversions.flatMap((one) =>
          one.places.some(({ slot }) => slot === 'brake-master')
            ? []
            : one.places.filter(({ slot }) => slot === 'booster' && places.some((place) => place.slot === slot)),
        ),
      ];
      for (const place of meets)
        if (value(place.side, 'recess-depth') !== undefined && recess !== undefined)
          expect(value(place.side, 'recess-depth'), `${seed} ${place.slot}`).toBe(recess);
      if (master?.unit !== master?.recorded) altered += meets.length;
      converted += Math.max(0, meets.length - 1);
    }
  expect(altered).toBeGreaterThan(runs(10));
  expect(converted).toBeGreaterThan(runs(10));
});

it('on which side the ports are follows from the ports', () => {
  let sided = 0;
  for (const { units } of worlds)
    for (const { facts } of units.values()) {
      const sides = new Set(
        facts.flatMap(({ attribute, position }) =>
          attribute === 'port-thread' && position !== undefined && position !== 'single' ? position.split('-')[1] : [],
        ),
      );
      const [only] = sides;
      if (only === undefined) continue;
      expect(value(facts, 'port-side')).toBe(sides.size === 1 ? only : 'both');
      sided += 1;
    }
  expect(sided).toBeGreaterThan(runs(100));
});

it('a vehicle as it stands goes together, and takes its own units once more: it was made to take them', () => {
  let [altered, tried] = [0, 0];
  // Hardly one in a thousand vehicles was made to take another booster.
  for (const world of worldsOf(runs(800)))
    for (const vehicle of world.vehicles) {
      expect(jointFlaws(chainWith(world, vehicle)), `${world.seed} ${vehicle.id}`).toEqual([]);
      for (const place of vehicle.places) {
        // A face that was made on a booster is not on a new one.
        const isMadeOn = place.kind === 'booster' && vehicle.places.some((one) => one.altered && one !== place);
        if (isMadeOn) continue;
        const again = chainWith(world, vehicle, { units: new Map([[place.slot, place.unit]]) });
        expect(jointFlaws(again), `${world.seed} ${vehicle.id} ${place.slot}`).toEqual([]);
        tried += 1;
        if (place.altered) altered += 1;
      }
    }
  expect(tried).toBeGreaterThan(runs(500));
  expect(altered).toBeGreaterThan(runs(10));
});

it('what is read of a unit is what its neighbours meet', () => {
  for (const world of worlds)
    for (const vehicle of world.vehicles) {
      const { parts } = chainWith(world, vehicle);
      for (const { slot, unit } of vehicle.places)
        for (const part of parts.filter((one) => one.unit === unit))
          expect(new Set(unitThere(world, vehicle, slot)), `${world.seed} ${vehicle.id} ${slot}`).toEqual(
            new Set(part.facts),
          );
    }
});

it('a conversion leaves pedal and bulkhead as they really are', () => {
  let altered = 0;
  for (const world of worlds)
    for (const vehicle of world.vehicles)
      for (const { id, places } of vehicle.conversions) {
        const of = (chain: ReturnType<typeof chainWith>, part: string) =>
          chain.parts
            .find((one) => one.id === part)
            ?.facts.filter(({ attribute }) => ['stud-spacing', 'rod-length', 'clevis-pin'].includes(attribute));
        const before = chainWith(world, vehicle);
        const after = chainWith(world, vehicle, {
          units: new Map(places.map(({ slot, unit }) => [slot, unit])),
          conversion: id,
        });
        for (const part of ['pedal', 'bulkhead'])
          expect(of(after, part), `${world.seed} ${vehicle.id} ${id} ${part}`).toEqual(of(before, part));
        if (vehicle.places.some((one) => one.altered)) altered += 1;
      }
  expect(altered).toBeGreaterThan(runs(20));
});
