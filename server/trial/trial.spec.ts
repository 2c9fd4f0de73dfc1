import { describe, expect, it } from 'vitest';
import { attribute } from '@kerabat/core/named/attribute';
import { ARMS, Draw, ERRORS, personOf, said, type TrueVehicle, type World, worldOf } from '@kerabat/core/simulate';
import { openDatabase } from '../base/db/open.js';
import { premises } from '../main/premises.js';
import { playJob } from './play.js';
import { lineOf, share, tableOf } from './report.js';
import { runTrial } from './run.js';
import { POLICIES } from './types.js';
import { bringInWorld, openWorkshop } from './workshop.js';

it('every world comes in through the door of catalogues', () => {
  for (const arm of ARMS)
    for (let seed = 1; seed <= 12; seed++) {
      const db = openDatabase(':memory:', 'catalogue');
      const world = worldOf(String(seed), arm);
      bringInWorld(db, world);
      const { n } = db.prepare(`SELECT COUNT(*) AS n FROM unit WHERE kind = 'brake-master'`).get() as { n: number };
      expect(n).toBe(world.units.size);
      db.close();
    }
});

describe('a hundred jobs of one seed', () => {
  const ask = { jobs: 100, seed: 'fixed', arm: 'honest', policies: POLICIES, premises } as const;

  it('end, each by each policy, and say the same when they are played again', async () => {
    const first = await runTrial(ask);
    expect(first).toHaveLength(500);
    expect(first.filter(({ end }) => end === 'never')).toEqual([]);
    const again = await runTrial({ ...ask, jobs: 30 });
    expect(again).toEqual(first.slice(0, again.length));
    const table = tableOf(POLICIES.map((policy) => lineOf(first, policy, 'all')));
    expect(table.split('\n')).toHaveLength(POLICIES.length + 2);
    // The instrument sees something: whoever orders by the record alone is wrong now and then, and so is not everybody.
    const listing = lineOf(first, 'listing', 'all');
    expect(listing.wrongOrdered).toBeGreaterThan(0);
    expect(listing.wrongOrdered).toBeLessThan(listing.ordered / 2);
  });

  it('stop when they are told to, and keep what was played', async () => {
    const kept = await runTrial({ ...ask, policies: ['listing'], onDone: (_, done) => done < 7 });
    expect(kept).toHaveLength(7);
  });
});

it('truth does not leak: until something true is said, another truth has the same acts', async () => {
  const world = worldOf('leak', 'honest');
  // The same catalogue over other vehicles: each was made to take what no book knows of.
  const otherwise = (vehicle: TrueVehicle): TrueVehicle => ({
    ...vehicle,
    side: vehicle.side.map((one) =>
      one.attribute === 'stud-spacing' ? { ...one, value: Number(one.value) + 6 } : one,
    ),
  });
  const other: World = { ...world, vehicles: world.vehicles.map(otherwise) };
  const shops = [openWorkshop(world, premises()), openWorkshop(other, premises())] as const;
  try {
    let compared = 0;
    for (let n = 0; n < 12; n++) {
      const [a, b] = await Promise.all([playJob(shops[0], n, 'advice'), playJob(shops[1], n, 'advice')]);
      const at = a.story.findIndex((line, i) => line !== b.story[i]);
      if (at >= 0) expect(`${a.story[at]} ${b.story[at]}`).toMatch(/^said: .* said: /);
      else expect(a.end).toBe(b.end);
      compared += a.story.length;
    }
    expect(compared).toBeGreaterThan(20);
  } finally {
    for (const shop of shops) await shop.close();
  }
});

it('what people say errs as it is stated: heavier in the tails than the normal, and now and then nothing', () => {
  const draw = new Draw('quantiles');
  const facts = [{ attribute: 'stud-spacing' as const, value: 80 }];
  expect(attribute('stud-spacing').kind).toBe('quantity');
  const person = { ...personOf(draw, 'honest'), bias: 0 };
  const answers = Array.from({ length: 20_000 }, () => said(facts, 'stud-spacing', undefined, person, draw));
  const unseen = answers.filter((answer) => answer === undefined).length / answers.length;
  expect(unseen).toBeCloseTo(ERRORS.unseen, 2);
  const errors = answers.flatMap((answer) => (answer === undefined ? [] : [Math.abs(Number.parseFloat(answer) - 80)]));
  const beyond = (limit: number): number => errors.filter((error) => error > limit).length / errors.length;
  // Of a normal with this sigma 0.3 in a hundred would lie beyond three sigma, and none in 20 000 beyond six.
  expect(beyond(3 * ERRORS.sigma)).toBeGreaterThan(0.005);
  expect(beyond(3 * ERRORS.sigma)).toBeLessThan(0.05);
  expect(beyond(6 * ERRORS.sigma)).toBeGreaterThan(0.0005);
});

it('a share has its interval, and of nought the bound is three in as many', () => {
  expect(share(0, 300)).toBe('0 (under 1.00 %)');
  expect(share(0, 1)).toBe('0 (under 100.00 %)');
  expect(share(10, 100)).toBe('10.0 % (5.5 to 17.4)');
  expect(share(1, 0)).toBe('-');
});
