import { expect, it } from 'vitest';
import { runs } from '../../../tools/seeds.js';
import { worldOf } from './index.js';
import type { TrueFact } from './types.js';

/** A simulated vehicle is one: what two of its places say of one joint is the same, whatever was done to it. */

const worlds = Array.from({ length: runs(150) }, (_, i) => worldOf(`one truth ${i}`, 'honest'));
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
