import { describe, expect, it } from 'vitest';
import type { Chain, ChainFact, Part } from '../../vehicle/chain/index.js';
import { LAYOUT_NAMES } from '../../vehicle/layout/index.js';
import {
  ARMS,
  chainWith,
  circuitFlaws,
  clutchFlaws,
  fluidFlaws,
  jointFlaws,
  listFlaws,
  type Thing,
  worldOf,
} from '../index.js';

/** Written down here, so that one that is added has to be thought of. */
const CONVERSION_IDS = [
  'single-to-dual',
  'three-to-two',
  'universal-master',
  'sibling-master',
  'self-shifting-to-manual',
  'vacuum-to-hydraulic',
  'assist',
  'drum-to-disc',
  'larger-calipers',
  'anti-lock',
  'raised',
];
const flawsOf = (chain: Chain) => [
  ...jointFlaws(chain),
  ...circuitFlaws(chain),
  ...clutchFlaws(chain),
  ...fluidFlaws(chain),
];
const part = (
  id: string,
  kind: Part['kind'],
  ...facts: readonly (readonly [ChainFact['attribute'], ChainFact['value'], string?])[]
): Part => ({
  id,
  kind,
  facts: facts.map(([attribute, value, position]) => ({ attribute, value, ...(position ? { position } : {}) })),
});
const port = (id: string, a: string, b: string): Chain['joints'][number] => {
  const [[one = '', face = ''], [other = '', end = '']] = [a.split('@'), b.split('@')];
  return {
    id,
    kind: 'port',
    between: [
      { part: one, face },
      { part: other, face: end },
    ],
  };
};

describe('vehicles that were put together by hand', () => {
  const master = part(
    'master',
    'brake-master',
    ['port-feeds', 'front', 'front'],
    ['port-feeds', 'rear', 'rear'],
    ['seals', 'EPDM'],
  );
  const wheels = ['front-left', 'rear-left'].map((id) => part(id, 'wheel-cylinder', ['seals', 'EPDM']));
  const lines = ['front-line', 'rear-line'].map((id) => part(id, 'line'));
  const reservoir = part('reservoir', 'reservoir', ['fluid', 'DOT 4']);
  const whole: Chain = {
    parts: [master, ...wheels, ...lines, reservoir],
    joints: [
      port('1', 'master@front', 'front-line@from'),
      port('2', 'front-left@in', 'front-line@to'),
      port('3', 'master@rear', 'rear-line@from'),
      port('4', 'rear-left@in', 'rear-line@to'),
    ],
  };
  it('one that goes together has no flaw', () => expect(flawsOf(whole)).toEqual([]));
  it('lines that change places feed the wrong axles', () => {
    const crossed = {
      ...whole,
      joints: [
        port('1', 'master@rear', 'front-line@from'),
        port('2', 'front-left@in', 'front-line@to'),
        port('3', 'master@front', 'rear-line@from'),
        port('4', 'rear-left@in', 'rear-line@to'),
      ],
    };
    expect(
      flawsOf(crossed)
        .map(({ at }) => at)
        .sort(),
    ).toEqual(['front-left', 'rear-left']);
  });
  it('a port that is left open runs out, and its axle is without a feed', () => {
    const open = { ...whole, joints: whole.joints.slice(0, 2) };
    expect(flawsOf(open).map(({ sentence }) => sentence)).toEqual([
      'fluid runs out of an open port: rear of master',
      'nothing feeds rear-left',
    ]);
    expect(circuitFlaws(open, new Set(['master@rear'])).map(({ at }) => at)).toEqual(['rear-left']);
  });
  it('a modulator keeps its circuits apart', () => {
    const modulator = part(
      'modulator',
      'modulator',
      ...(['in-1', 'out-1'] as const).map((at) => ['port-circuit', '1', at] as const),
      ...(['in-2', 'out-2'] as const).map((at) => ['port-circuit', '2', at] as const),
    );
    const through: Chain = {
      parts: [...whole.parts, modulator],
      joints: [
        port('1', 'master@front', 'front-line@from'),
        port('2', 'modulator@in-1', 'front-line@to'),
        port('3', 'master@rear', 'rear-line@from'),
        port('4', 'modulator@in-2', 'rear-line@to'),
        port('5', 'front-left@in', 'modulator@out-1'),
        port('6', 'rear-left@in', 'modulator@out-2'),
      ],
    };
    expect(flawsOf(through)).toEqual([]);
    const swapped = {
      ...through,
      joints: [
        ...through.joints.slice(0, 4),
        port('5', 'front-left@in', 'modulator@out-2'),
        port('6', 'rear-left@in', 'modulator@out-1'),
      ],
    };
    expect(flawsOf(swapped)).toHaveLength(2);
  });
  it('mineral oil ruins the rubber of glycol', () => {
    const filled = {
      ...whole,
      parts: [
        ...whole.parts.filter(({ id }) => id !== 'reservoir'),
        part('reservoir', 'reservoir', ['fluid', 'mineral']),
      ],
    };
    expect(flawsOf(filled).map(({ what }) => what)).toEqual(['fluid', 'fluid', 'fluid']);
  });
  it('a pin that is too long holds the piston, one that is too short loses the stroke', () => {
    const pushed = (pin: number): Chain => ({
      parts: [part('booster', 'booster', ['booster-pin', pin]), part('m', 'brake-master', ['recess-depth', 14])],
      joints: [
        {
          id: 'mount',
          kind: 'mount',
          between: [{ part: 'booster', face: 'master' }, { part: 'm' }],
          stack: [{ item: 'spacer', sizeMm: 1 }],
        },
        { id: 'push', kind: 'push', between: [{ part: 'booster' }, { part: 'm' }], through: 'mount' },
      ],
    });
    expect(jointFlaws(pushed(14.6))).toEqual([]);
    expect(jointFlaws(pushed(15.2))[0]?.sentence).toContain('will not release');
    expect(jointFlaws(pushed(11))[0]?.sentence).toContain('are lost');
  });
});

describe('the list', () => {
  const need = [
    { item: 'unit', number: 'U 1', quantity: 1 },
    { item: 'bench-bleed', thread: 'M10x1.0', quantity: 2 },
    { item: 'fluid', quantity: 1 },
  ];
  const said = (ordered: readonly Thing[]) => listFlaws(need, ordered).map(({ what, at }) => `${what} ${at}`);
  it('just so is right, and a bottle more is no fault', () => {
    expect(said([...need.slice(0, 2), { item: 'fluid', quantity: 2 }, { item: 'nut', quantity: 4 }])).toEqual([]);
  });
  it('too few, too many, another number, and what is left over', () => {
    expect(
      said([
        { item: 'unit', number: 'U 2', quantity: 1 },
        { item: 'bench-bleed', thread: 'M10x1.0', quantity: 1 },
        { item: 'bench-bleed', thread: 'M12x1.0', quantity: 1 },
      ]),
    ).toEqual(['wrong-thing unit', 'too-few bench-bleed M10x1.0', 'too-few fluid', 'too-many bench-bleed M12x1.0']);
    expect(said([...need, { item: 'unit', number: 'U 1', quantity: 1 }])).toEqual(['too-many unit']);
  });
});

describe('worlds', () => {
  const worlds = ARMS.flatMap((arm) => Array.from({ length: 40 }, (_, i) => worldOf(`w${i}`, arm)));
  const all = worlds.flatMap((world) => world.vehicles.map((vehicle) => ({ world, vehicle })));

  it('have vehicles of every layout, places of every kind, altered ones, changes of the works and options', () => {
    const layouts = new Set(all.map(({ vehicle }) => vehicle.layout.name));
    expect([...layouts].sort()).toEqual(
      LAYOUT_NAMES.filter((name) => !['clutch', 'clutch-shared', 'clutch-concentric'].includes(name)).sort(),
    );
    expect(new Set(all.map(({ vehicle }) => vehicle.clutch)).size).toBe(4);
    const places = all.flatMap(({ vehicle }) => vehicle.places);
    expect(new Set(places.map(({ kind }) => kind)).size).toBe(6);
    expect(places.filter(({ altered }) => altered !== undefined).length).toBeGreaterThan(10);
    const entries = all.flatMap(({ vehicle }) => vehicle.book);
    expect(entries.filter(({ builtFrom }) => builtFrom !== undefined).length).toBeGreaterThan(20);
    expect(entries.filter(({ option }) => option !== undefined).length).toBeGreaterThan(10);
    // Lengthening hoses changes no unit: it is the one conversion that has nothing to be wrong here.
    const made = new Set(all.flatMap(({ vehicle }) => vehicle.conversions.map(({ id }) => id)));
    expect([...made].sort()).toEqual(CONVERSION_IDS.filter((id) => id !== 'raised').sort());
  });

  it('every vehicle goes together with the units that are really on it', () => {
    for (const { world, vehicle } of all)
      expect(flawsOf(chainWith(world, vehicle)), `${world.seed} ${vehicle.id} ${vehicle.layout.name}`).toEqual([]);
  });

  it('every vehicle goes together once it is converted with the units that were made for it', () => {
    let converted = 0;
    for (const { world, vehicle } of all)
      for (const { id, places } of vehicle.conversions) {
        // On an altered vehicle a conversion may not go together with what was altered.
        if (vehicle.places.some(({ altered }) => altered !== undefined)) continue;
        const units = new Map(places.map((place) => [place.slot, place.unit]));
        // The hoses of drums keep their ends: calipers may want others.
        const flaws = flawsOf(chainWith(world, vehicle, { units, conversion: id })).filter(
          ({ at }) => id !== 'drum-to-disc' || !at.includes('hose'),
        );
        expect(flaws, `${world.seed} ${vehicle.id} ${id}`).toEqual([]);
        converted += 1;
      }
    expect(converted).toBeGreaterThan(300);
  });

  it('with one thing made wrong it is refused: each look-alike in the place of its family', () => {
    const seen = new Set<string>();
    for (const { world, vehicle } of all)
      for (const { slot, unit, altered } of vehicle.places) {
        if (altered !== undefined || vehicle.places.some((place) => place.altered !== undefined)) continue;
        for (const letter of ['c', 'd']) {
          const alike = world.units.get(`${unit.slice(0, -1)}${letter}`);
          if (!alike) continue;
          const flaws = flawsOf(chainWith(world, vehicle, { units: new Map([[slot, alike.id]]) }));
          expect(flaws, `${world.seed} ${vehicle.id}: ${alike.id} differs in ${alike.differs}`).not.toEqual([]);
          seen.add(alike.differs ?? '');
        }
      }
    // Whatever a look-alike can differ in is refused.
    expect(seen.size).toBeGreaterThan(15);
  });

  it('the same seed is the same world, and another is another', () => {
    const text = (seed: string) => JSON.stringify([...worldOf(seed, 'lies').units.values()]);
    expect(text('a')).toBe(text('a'));
    expect(text('a')).not.toBe(text('b'));
  });

  it('only the arm of lies has lies, of every kind', () => {
    expect(worlds.filter(({ arm }) => arm === 'honest').every(({ lies }) => lies.size === 0)).toBe(true);
    const said = worlds.flatMap(({ lies }) => [...lies.values()]).join(' ');
    for (const kind of ['listed as a drop-in', 'of another bore', 'changed round', 'of another line', 'an old list'])
      expect(said).toContain(kind);
  });
});
