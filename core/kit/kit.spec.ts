import { describe, expect, it } from 'vitest';
import { vehicleSide } from '../fit/index.js';
import { STANDARD_PRACTICE } from '../practice/index.js';
import type { Fact, UnitDesign, UnitKind } from '../unit/index.js';
import { bagFor, judgeKit, type KitRecord } from './index.js';

const unit = (kind: UnitKind, ...facts: [Fact['attribute'], Fact['value'], string?][]): UnitDesign => ({
  id: 'u',
  kind,
  name: 'u',
  maker: 'Ardfrith',
  facts: facts.map(([attribute, value, position]) => ({
    attribute,
    value,
    source: 'test',
    ...(position ? { position } : {}),
  })),
});

describe('a seal kit', () => {
  const kit = (over: Partial<KitRecord> = {}): KitRecord => ({
    id: 'k',
    name: 'kit',
    boreMm: 22.225,
    seals: 'EPDM',
    contents: [],
    source: 'test',
    listed: true,
    ...over,
  });
  const judged = (u: UnitDesign, k: KitRecord, cap?: string) => judgeKit(u, k, cap, STANDARD_PRACTICE);
  const straight = unit('brake-master', ['bore', 22.225], ['bore-large', null]);
  const stepped = unit('brake-master', ['bore', 22.225], ['bore-large', 28.575]);
  it('fits by bore and list', () => expect(judged(straight, kit(), 'DOT 4').state).toBe('fits'));
  it('found by bore alone it is to be compared', () =>
    expect(judged(straight, kit({ listed: false })).state).toBe('fits-with-change'));
  it('of another bore is refused although a list names it', () => {
    expect(judged(straight, kit({ boreMm: 23.8125 })).sentence).toContain('although it is listed');
  });
  it('for a stepped unit needs the large seal too', () => {
    expect(judged(stepped, kit()).state).toBe('does-not-fit');
    expect(judged(stepped, kit({ boreLargeMm: 28.575 })).state).toBe('fits');
  });
  it('whose seals the fluid ruins is refused', () =>
    expect(judged(straight, kit(), 'mineral').state).toBe('does-not-fit'));
  it('cannot be judged without the bore', () => expect(judged(unit('slave'), kit()).state).toBe('not-known'));
});

describe('what else goes in the bag', () => {
  const bag = (u: UnitDesign, booster = false, capGrade?: string) =>
    bagFor({
      unit: u,
      vehicle: vehicleSide([], [], u.facts),
      booster,
      practice: STANDARD_PRACTICE,
      ...(capGrade ? { capGrade } : {}),
    });
  const keys = (u: UnitDesign, booster = false) => bag(u, booster, 'DOT 4').map((l) => l.key);
  it('two new washers for each banjo eye', () => {
    const lines = bag(unit('caliper', ['port-seat', 'banjo', 'single'], ['port-thread', 'M10x1.0', 'single']));
    expect(lines.find((l) => l.key === 'banjo-washers')?.quantity).toBe(2);
  });
  it('the ring between booster and master', () => {
    expect(keys(unit('brake-master'), true)).toContain('booster-seal');
    expect(keys(unit('brake-master'))).not.toContain('booster-seal');
  });
  it('both clamps of a remote reservoir', () => {
    expect(bag(unit('clutch-master', ['reservoir', 'remote'])).find((l) => l.key === 'clamps')?.quantity).toBe(2);
  });
  it('a new pin and ring where the line is pinned', () => {
    expect(keys(unit('slave', ['line-retention', 'pin']))).toEqual(expect.arrayContaining(['roll-pin', 'spigot-ring']));
  });
  it('bench-bleed fittings by port thread, counted', () => {
    const master = unit(
      'brake-master',
      ['port-thread', 'M10x1.0', 'front-left'],
      ['port-thread', 'M10x1.0', 'rear-left'],
      ['port-thread', 'M12x1.0', 'rear-right'],
    );
    expect(bag(master).filter((l) => l.key.startsWith('bench-')).map((l) => [l.wants?.thread, l.quantity])).toEqual([['M10x1.0', 2], ['M12x1.0', 1]]); // prettier-ignore
  });
  it('fluid in bottles, or the order to read the cap', () => {
    const master = unit('brake-master', ['holds', 90]);
    expect(bag(master, false, 'DOT 4').find((l) => l.key === 'fluid')).toMatchObject({ section: 'order', quantity: 2 });
    expect(bag(master).find((l) => l.key === 'fluid')).toMatchObject({ section: 'measure' });
  });
});
