import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { Fact, UnitDesign } from '../../named/unit/index.js';
import { changeWords } from '../../tell/words/index.js';
import { poolOf } from '../identify/index.js';
import { interchangeByGeometry } from './geometry.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

type Values = Readonly<Record<string, number | string | null>>;
const master = (id: string, values: Values): UnitDesign => ({
  id,
  kind: 'brake-master',
  name: id,
  maker: 'Ardfrith',
  facts: Object.entries(values).map(([name, value]): Fact => {
    const [attribute = '', position] = name.split('@');
    return { attribute: attribute as Fact['attribute'], value, source: 'list', ...(position ? { position } : {}) };
  }),
});
const WANTED: Values = {
  bore: 22.225,
  'bore-form': 'straight',
  'stud-spacing': 80,
  'flange-angle': 90,
  pilot: 42,
  reservoir: 'clipped',
  sensor: 'round 3-pin',
  'rod-length': 118,
  'port-count': 1,
  'port-thread@rear-left': 'M10x1.0',
  'port-seat@rear-left': 'bubble-flare',
};
const search = (others: Readonly<Record<string, Values>>, wanted = WANTED, without: string[] = []) =>
  interchangeByGeometry(
    poolOf([master('wanted', wanted), ...Object.entries(others).map(([id, v]) => master(id, v))]),
    'wanted',
    'brake-master',
    STANDARD_SETTINGS,
    10,
    new Set(without),
  );
const ids = (...args: Parameters<typeof search>) => search(...args).found.map((f) => f.unitId);

describe('interchange by geometry', () => {
  it('a unit whose every joint matches is found, within the tolerances of Fit; the bore must be the same size', () => {
    expect(
      ids({
        twin: WANTED,
        near: { ...WANTED, 'stud-spacing': 80.5, 'flange-angle': 91 },
        far: { ...WANTED, 'stud-spacing': 80.6 },
        larger: { ...WANTED, bore: 23.8125 },
      }),
    ).toEqual(['near', 'twin']);
  });
  it('of any bore: those of another are found too, and it is no difference of theirs', () => {
    const pool = poolOf([
      master('wanted', WANTED),
      master('larger', { ...WANTED, bore: 23.8125 }),
      master('far', { ...WANTED, bore: 25.4, 'stud-spacing': 86 }),
    ]);
    const { found } = interchangeByGeometry(pool, 'wanted', 'brake-master', STANDARD_SETTINGS, 10, new Set(), true);
    expect(found.map(({ unitId, differences }) => [unitId, differences])).toEqual([['larger', []]]);
  });
  it('inch and metric names of one bore are one bore', () => {
    const wanted = { ...WANTED, bore: 26.9875 };
    expect(ids({ metric: { ...wanted, bore: 27 } }, wanted)).toEqual(['metric']);
  });
  it('a difference that a change closes is named, with the change; fewer changes come first', () => {
    const { found } = search({
      a: { ...WANTED, sensor: 'flat 2-pin', 'rod-length': 122 },
      b: { ...WANTED, 'rod-length': 122 },
    });
    expect(found.map((f) => f.unitId)).toEqual(['b', 'a']);
    expect(found[1]?.differences.map(changeWords)).toEqual(['Move the old sensor over']);
    // Whether a rod of another length can be set nobody says here.
    expect(found[1]?.open).toContain('rod length from the flange face');
    expect(found[1]?.differences[0]?.sentence).toBe('sensor connector: round 3-pin there, flat 2-pin here');
  });
  it.each([
    ['another form of the bore', { 'bore-form': 'stepped' }],
    ['another thread', { 'port-thread@rear-left': '3/8-24 UNF' }],
    ['another seat', { 'port-seat@rear-left': 'inverted-flare' }],
    ['no such port', { 'port-thread@rear-left': null, 'port-thread@rear-right': 'M10x1.0' }],
    ['a sensor that would be lost', { sensor: null }],
  ])('%s is none that fits', (_, change) => expect(ids({ other: { ...WANTED, ...change } })).toEqual([]));
  it('a port more wants a plug', () => {
    const other = {
      ...WANTED,
      'port-count': 2,
      'port-thread@front-left': 'M12x1.0',
      'port-seat@front-left': 'bubble-flare',
    };
    expect(search({ other }).found[0]?.differences.map(changeWords)).toEqual(['Plug the port that is left over']);
  });
  it('what is not recorded is open, and too much of it is nothing to show', () => {
    const { pilot: _p, sensor: _s, ...some } = WANTED;
    expect(search({ some }).found[0]?.open).toEqual(['spigot diameter', 'sensor connector']);
    expect(ids({ bare: { bore: 22.225, 'stud-spacing': 80 } })).toEqual([]);
  });
  it('says when too little is recorded of the wanted unit, and leaves out what is known interchange', () => {
    expect(search({ twin: WANTED }, { bore: 22.225 })).toMatchObject({
      found: [],
      because: expect.stringContaining('Only 1 of the joints'),
    });
    expect(ids({ twin: WANTED }, WANTED, ['twin'])).toEqual([]);
  });
  it('without changes and unknowns it holds both ways', () => {
    const values = fc.record({
      bore: fc.constantFrom(22.225, 23.8125),
      studs: fc.constantFrom(80, 80.4, 82),
      sensor: fc.constantFrom('a', 'b', null),
      rod: fc.constantFrom(118, 118.4, 121),
    });
    fc.assert(
      fc.property(values, values, (a, b) => {
        const facts = (v: typeof a): Values => ({
          ...WANTED,
          bore: v.bore,
          'stud-spacing': v.studs,
          sensor: v.sensor,
          'rod-length': v.rod,
        });
        const plain = (x: typeof a, y: typeof a): boolean =>
          search({ other: facts(y) }, facts(x)).found.some((f) => f.differences.length === 0);
        expect(plain(a, b)).toBe(plain(b, a));
        expect(plain(a, a)).toBe(true);
      }),
    );
  });
});
