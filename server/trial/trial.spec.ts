import { describe, expect, it } from 'vitest';
import { attribute } from '@kerabat/core/named/attribute';
import {
  ARMS,
  chainWith,
  Draw,
  ERRORS,
  jointFlaws,
  personOf,
  said,
  type TrueVehicle,
  type World,
  worldOf,
} from '@kerabat/core/simulate';
import { readBenchLine } from '@kerabat/core/find/identify';
import { checksFor } from '@kerabat/core/judge/check';
import { FIXES } from '@kerabat/core/judge/fix';
import { CONSUMES } from '@kerabat/core/list/need';
import { SEAL_MATERIALS } from '@kerabat/core/named/fluid';
import { LAYOUTS } from '@kerabat/core/vehicle/layout';
import type { Evidence } from '@kerabat/core/vehicle/reading';
import { CONVERSIONS } from '@kerabat/core/work/conversion';
import { JOINT_KINDS } from '@kerabat/core/vehicle/chain';
import { openDatabase } from '../base/db/open.js';
import { premises } from '../main/premises.js';
import { carryOut } from './consequence.js';
import { asTaken, FAULT_KINDS, FAULTS, plant, trialSettings } from './plant.js';
import { playJob } from './play.js';
import { kindsIn, lineOf, linesOf, share, tableOf } from './report.js';
import { runTrial } from './run.js';
import { playAlone, readWorld, shrink, written } from './shrink.js';
import { REQUESTS, specOf } from './spec.js';
import { type Outcome, POLICIES } from './types.js';
import { bringInWorld, openWorkshop } from './workshop.js';

it('every world comes in through the door of catalogues', () => {
  for (const arm of ARMS)
    for (let seed = 1; seed <= 12; seed++) {
      const db = openDatabase(':memory:', 'catalogue');
      const world = worldOf(String(seed), arm);
      bringInWorld(db, world);
      const { n } = db.prepare('SELECT COUNT(*) AS n FROM unit').get() as { n: number };
      expect(n).toBe(world.units.size);
      db.close();
    }
});

it('jobs are of every kind, at every place', () => {
  const worlds = Array.from({ length: 60 }, (_, i) => worldOf(`s${i}`, 'honest'));
  const specs = worlds.flatMap((world) => Array.from({ length: 10 }, (_, n) => specOf(world, n)));
  expect(new Set(specs.map(({ request }) => request)).size).toBe(REQUESTS.length);
  expect(new Set(specs.map(({ slot }) => slot)).size).toBe(6);
  expect(new Set(specs.map(({ conversion }) => conversion)).size).toBeGreaterThan(8);
  expect(specs.filter(({ cause }) => cause !== 'unit').length).toBeGreaterThan(5);
});

describe('a hundred jobs of one seed', () => {
  const ask = { jobs: 100, seed: 'fixed', arm: 'honest', policies: ['advice'], premises } as const;
  let first: Outcome[];

  it('end, and those that are done over HTTP too come to the same', async () => {
    first = await runTrial(ask);
    expect(first).toHaveLength(100);
    expect(first.filter(({ end }) => end === 'never')).toEqual([]);
    const [all, ...by] = linesOf(first, 'advice');
    expect(all?.overHttp).toBeGreaterThan(4);
    expect(all?.differOverHttp).toBe(0);
    for (const name of ['request', 'place', 'layout'])
      expect(
        by.filter(({ of }) => of.startsWith(name)).reduce((sum, { jobs }) => sum + jobs, 0),
        name,
      ).toBe(100);
    const few = tableOf([lineOf(first, 'advice')]).split('\n');
    expect(few).toHaveLength(3);
    console.log(few.join('\n'));
  });

  it('say the same when they are played again', async () => {
    const again = await runTrial({ ...ask, jobs: 20 });
    expect(again).toEqual(first.slice(0, again.length));
  });

  it('are done by everybody else too, and whoever orders by the record alone is wrong now and then', async () => {
    const others = await runTrial({ ...ask, policies: POLICIES.filter((one) => one !== 'advice'), jobs: 60 });
    const listing = lineOf(others, 'listing');
    expect(listing.wrongOrdered).toBeGreaterThan(0);
    expect(listing.wrongOrdered).toBeLessThan(listing.ordered / 2);
    expect(lineOf(others, 'careful').wrongOrdered).toBeLessThan(listing.wrongOrdered);
  });

  it('what is wrong is made smaller as long as it stays wrong, and can be kept', async () => {
    // With honest people hardly one in a thousand is wrong: this is one where a kit lists for another bore.
    const world = worldOf('lies26/4', 'lies');
    const spec = specOf(world, 5);
    const [kind = ''] = kindsIn(await playAlone(world, spec, premises));
    expect(kind).not.toBe('');
    const least = await shrink(world, spec, kind, premises);
    expect(least?.world.vehicles).toHaveLength(1);
    expect(least?.world.units.size).toBeLessThan(world.units.size / 3);
    if (!least) return;
    const kept = readWorld(JSON.parse(JSON.stringify(written(least.world))) as ReturnType<typeof written>);
    const again = await playAlone(kept, spec, premises);
    expect(kindsIn(again)).toContain(kind);
  });
});

it('truth does not leak: until something true is said, another truth has the same acts', async () => {
  const world = worldOf('leak', 'honest');
  // The same catalogue over other vehicles: each was made to take what no book knows of.
  const otherwise = (vehicle: TrueVehicle): TrueVehicle => ({
    ...vehicle,
    places: vehicle.places.map((place) => ({
      ...place,
      side: place.side.map((one) =>
        one.attribute === 'stud-spacing' ? { ...one, value: Number(one.value) + 6 } : one,
      ),
    })),
  });
  const other: World = { ...world, vehicles: world.vehicles.map(otherwise) };
  const shops = [openWorkshop(world, premises()), openWorkshop(other, premises())] as const;
  try {
    let compared = 0;
    for (let n = 0; n < 14; n++) {
      const [a, b] = await Promise.all([playJob(shops[0], n, 'advice'), playJob(shops[1], n, 'advice')]);
      const at = a.story.findIndex((line, i) => line !== b.story[i]);
      if (at >= 0) expect(`${a.story[at]} ${b.story[at]}`).toMatch(/^said: .* said: /);
      else expect(a.end).toBe(b.end);
      compared += a.story.length;
    }
    expect(compared).toBeGreaterThan(30);
  } finally {
    for (const shop of shops) await shop.close();
  }
});

describe('a fix is played out on the vehicle as it is', () => {
  const worlds = Array.from({ length: 20 }, (_, i) => worldOf(`f${i}`, 'honest'));
  const found = worlds.flatMap((world) =>
    world.vehicles.filter(({ layout }) => layout.name === 'one-circuit').map((vehicle) => ({ world, vehicle })),
  )[0];
  const chain = found && chainWith(found.world, found.vehicle);
  const adapter = (thread: string) => ({
    fix: 'adapter',
    edits: [
      {
        id: 'a',
        do: 'part' as const,
        part: {
          id: 'piece',
          kind: 'adapter' as const,
          facts: [
            { attribute: 'port-thread' as const, position: 'port', value: thread },
            { attribute: 'port-thread' as const, position: 'line', value: thread },
          ],
        },
      },
      {
        id: 'b',
        do: 'join' as const,
        joint: {
          id: 'master line front-left',
          kind: 'port' as const,
          between: [
            { part: 'master', face: 'front-left' },
            { part: 'piece', face: 'port' },
          ] as const,
        },
      },
      {
        id: 'c',
        do: 'join' as const,
        joint: {
          id: 'behind',
          kind: 'port' as const,
          between: [
            { part: 'piece', face: 'line' },
            { part: 'master line front-left', face: 'end' },
          ] as const,
        },
      },
    ],
  });
  const thread = chain?.parts
    .find(({ id }) => id === 'master')
    ?.facts.find(({ attribute: name }) => name === 'port-thread')?.value;

  it('a piece of the right thread goes in, one of another does not', () => {
    const flaws = (of: string) =>
      jointFlaws(carryOut(chain ?? { parts: [], joints: [] }, [adapter(of)])?.chain ?? { parts: [], joints: [] });
    expect(flaws(String(thread))).toEqual([]);
    expect(flaws('M16x1.5').map(({ at }) => at)).toEqual(['master line front-left', 'behind']);
  });
  it('a fix of something that is not simulated is not judged', () => {
    const strange = [{ fix: 'x', edits: [{ id: 'x', do: 'set' as const, at: 'nowhere', facts: [] }] }];
    expect(carryOut(chain ?? { parts: [], joints: [] }, strange)).toBeUndefined();
  });
});

it('what people say errs as it is stated: heavier in the tails than the normal, and now and then nothing', () => {
  const draw = new Draw('quantiles');
  const facts = [{ attribute: 'stud-spacing' as const, value: 80 }];
  expect(attribute('stud-spacing').kind).toBe('quantity');
  const person = { ...personOf(draw, 'lies'), bias: 0 };
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

it('in the arm of lies a few answers are blunders of each kind, and in the other none', () => {
  const facts = [
    { attribute: 'bore' as const, value: 22.2 },
    { attribute: 'port-thread' as const, position: 'front-left', value: 'M10x1.0' },
    { attribute: 'port-thread' as const, position: 'front-right', value: 'M12x1.0' },
  ];
  const answers = (arm: (typeof ARMS)[number]) => {
    const draw = new Draw('blunders');
    const person = { arm, bias: 0, slips: [] };
    return Array.from({ length: 6000 }, () => [
      said(facts, 'bore', undefined, person, draw),
      said(facts, 'port-thread', 'front-left', person, draw),
    ]);
  };
  const far = (list: ReturnType<typeof answers>): number =>
    list.filter(([bore]) => bore !== undefined && Math.abs(Number.parseFloat(bore) - 22.2) > 0.9).length;
  const threads = (list: ReturnType<typeof answers>): Set<string | undefined> =>
    new Set(list.map(([, thread]) => thread));
  const [honest, lies] = [answers('honest'), answers('lies')];
  expect(threads(honest)).toEqual(new Set(['M10x1.0', undefined]));
  expect(far(lies) / lies.length).toBeGreaterThan(ERRORS.blunder / 2);
  expect(far(lies) / lies.length).toBeLessThan(ERRORS.blunder * 1.5);
  // The line of the other side, and what its thread is taken for.
  expect(threads(lies)).toEqual(new Set(['M10x1.0', 'M12x1.5', undefined]));
});

/** One reading of each thing that a fault takes for another. */
const READ: readonly Evidence[] = [
  'port front-left thread M12x1.0',
  'port front-left seat bubble-flare',
  'foot none',
  'bleed screw side',
  'seals NBR',
  'studs 62 cal',
  'spigot 31 cal',
  'rod 120 cal',
  'booster pin 12 cal',
  'recess 12.4 cal',
  'travel 20 cal',
  'clevis 10 cal',
  'feed hose 12 cal',
  'disc 280 ruler',
].flatMap((line) => {
  const read = readBenchLine(line);
  return read.recognised ? [read.evidence] : [];
});

it('there are forty faults and more, of every kind, and each can be planted and taken out again', () => {
  const tables = () =>
    JSON.stringify([
      JOINT_KINDS.map((kind) => checksFor(kind)),
      CONSUMES,
      FIXES.map(({ parts }) => String(parts)),
      CONVERSIONS,
      LAYOUTS,
      SEAL_MATERIALS,
      trialSettings(),
      READ.map((item) => [asTaken(item, 'brake-master'), asTaken(item, 'unit:new')]),
    ]);
  const before = tables();
  expect(new Set(FAULTS.map(({ name }) => name)).size).toBeGreaterThanOrEqual(40);
  expect(new Set(FAULTS.map(({ kind }) => kind)).size).toBe(FAULT_KINDS.length);
  for (const { name } of FAULTS) {
    const takeOut = plant(name);
    expect(tables(), name).not.toEqual(before);
    takeOut();
    expect(tables(), name).toEqual(before);
  }
  expect(() => plant('no such.check')).toThrow();
});
