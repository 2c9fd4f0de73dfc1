import { describe, expect, it } from 'vitest';
import type { Chain, ChainFact, Part } from '../../vehicle/chain/index.js';
import { ARMS, chainWith, circuitFlaws, fluidFlaws, jointFlaws, listFlaws, type Thing, worldOf } from '../index.js';

const flawsOf = (chain: Chain) => [...jointFlaws(chain), ...circuitFlaws(chain), ...fluidFlaws(chain)];
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
  const worlds = ARMS.flatMap((arm) => Array.from({ length: 25 }, (_, i) => worldOf(`w${i}`, arm)));

  it('every vehicle goes together with the unit that is really on it', () => {
    let altered = 0;
    for (const { vehicles, units } of worlds)
      for (const vehicle of vehicles) {
        const unit = units.get(vehicle.unit);
        expect(unit).toBeDefined();
        if (unit) expect(flawsOf(chainWith(vehicle, unit)), `${vehicle.id} ${vehicle.altered ?? ''}`).toEqual([]);
        altered += vehicle.altered === undefined ? 0 : 1;
      }
    expect(altered).toBeGreaterThan(5);
  });

  it('with one thing made wrong it is refused: each look-alike on the vehicle of its family', () => {
    let refused = 0;
    for (const { vehicles, units } of worlds)
      for (const vehicle of vehicles.filter((one) => one.altered === undefined))
        for (const unit of units.values()) {
          if (unit.differs === undefined || unit.id.slice(0, -1) !== vehicle.recorded.slice(0, -1)) continue;
          expect(flawsOf(chainWith(vehicle, unit)), `${unit.id} differs in ${unit.differs}`).not.toEqual([]);
          refused += 1;
        }
    expect(refused).toBeGreaterThan(300);
  });

  it('the same seed is the same world, and another is another', () => {
    const text = (seed: string) => JSON.stringify([...worldOf(seed, 'lies').units.values()]);
    expect(text('a')).toBe(text('a'));
    expect(text('a')).not.toBe(text('b'));
  });

  it('only the arm of lies has lies', () => {
    expect(worlds.filter(({ arm }) => arm === 'honest').every(({ lies }) => lies.size === 0)).toBe(true);
    expect(worlds.filter(({ arm }) => arm === 'lies').some(({ lies }) => lies.size > 0)).toBe(true);
  });
});
