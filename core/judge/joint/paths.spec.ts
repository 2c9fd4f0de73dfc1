import { describe, expect, it } from 'vitest';
import { checkChain } from '../../job/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import type { ChainFact, Part } from '../../vehicle/chain/index.js';

/**
 * A clutch master is changed: pedal 135 mm, free 12, ratio 5.6, cut-off 1.2, slave 19.05, 0.95 of it arrives. Master
 * 15.875: (123 / 5.6 − 1.2) × (15.875 / 19.05)² × 0.95 = 13.70; master 19.05: 19.73.
 */
type Given = Partial<Record<AttributeName, number | null>>;
const facts = (given: Given, tolerance?: number): ChainFact[] =>
  Object.entries(given).map(([attribute, value]) => ({
    attribute: attribute as AttributeName,
    value,
    ...(tolerance === undefined ? {} : { tolerance, rests: 'measured' as const }),
  }));
const PEDAL: Given = { 'pedal-travel': 135, 'free-travel': 12, 'pedal-ratio': 5.6 };

function travelWith({
  master,
  pedal = PEDAL,
  wanted = 14,
  longest = 22,
  slave = { bore: 19.05 },
  coarse,
}: {
  readonly master: number;
  readonly pedal?: Given;
  readonly wanted?: number;
  /** null: nobody knows. */
  readonly longest?: number | null;
  /** Around the shaft where it has an inside, or is as wide as such a one. */
  readonly slave?: Given;
  readonly coarse?: number;
}) {
  const { 'pedal-ratio': ratio, ...travels } = pedal;
  const part = (id: string, kind: Part['kind'], given: ChainFact[]): Part => ({ id, kind, facts: given });
  const answer = checkChain({
    parts: [
      part('clutch-pedal', 'pedal', [
        ...facts(ratio === undefined ? {} : { 'pedal-ratio': ratio }),
        ...facts(travels, coarse),
      ]),
      part('clutch-master', 'clutch-master', facts({ bore: 17.463 })),
      part('slave', 'slave', [
        ...(Number(slave.bore) > 30 ? [{ attribute: 'slave-form' as const, value: 'concentric' }] : []),
        ...facts({ ...slave, ...(longest === null ? {} : { travel: longest }) }),
      ]),
      part('fork', 'fork', facts({ travel: wanted })),
    ],
    joints: [{ id: 'clutch-rod', kind: 'rod', between: [{ part: 'clutch-pedal' }, { part: 'clutch-master' }] }],
    edits: [
      { id: 'put', do: 'put', at: 'clutch-master', kind: 'clutch-master', unit: 'new', facts: facts({ bore: master }) },
    ],
    listed: [],
    settings: { ...STANDARD_SETTINGS, portClosing: 1.2, clutchEfficiency: 0.95 },
  });
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  const check = answer.joints.flatMap(({ checks }) => checks).find(({ code }) => code === 'path.clutch');
  if (!check) throw new Error('not judged');
  return check;
}
const asked = (check: ReturnType<typeof travelWith>) =>
  check.answers.map(({ part, attribute }) => `${part} ${attribute}`);

describe('travel at the release fork', () => {
  it('is the worked example: 13.70 are too little for 14, 19.73 are enough', () => {
    const short = travelWith({ master: 15.875 });
    expect(short).toMatchObject({ state: 'does-not-fit' });
    expect(Number(short.values['gives'])).toBeCloseTo(13.7, 2);
    const enough = travelWith({ master: 19.05 });
    expect(enough).toMatchObject({ state: 'fits' });
    expect(Number(enough.values['gives'])).toBeCloseTo(19.73, 2);
  });
  it('more than the slave’s piston can go does not fit either', () => {
    expect(travelWith({ master: 19.05, longest: 19 }).state).toBe('does-not-fit');
    expect(travelWith({ master: 19.05, longest: 19.8 }).state).toBe('fits');
  });
  it('how far the slave can go is asked where nobody knows it', () => {
    const open = travelWith({ master: 19.05, longest: null });
    expect(open.state).toBe('not-known');
    expect(asked(open)).toEqual(['slave piston-reach']);
  });
  it('readings that leave it open on either side are not known, and are read again', () => {
    expect(travelWith({ master: 19.05, longest: 20.2, coarse: 3 })).toMatchObject({ state: 'not-known', coarse: true });
    expect(travelWith({ master: 15.875, wanted: 13.5, coarse: 3 })).toMatchObject({ state: 'not-known', coarse: true });
    expect(travelWith({ master: 19.05, coarse: 3 }).state).toBe('fits');
  });
  it('no free travel is one of nought, and what nobody measured is none', () => {
    const { 'free-travel': _free, ...rest } = PEDAL;
    expect(travelWith({ master: 15.875, wanted: 15, pedal: { ...rest, 'free-travel': null } }).state).toBe('fits');
    expect(asked(travelWith({ master: 15.875, pedal: rest }))).toEqual(['clutch-pedal free-travel']);
  });
  it('of a slave around the shaft the ring counts: 38 mm outside and 30 inside push as 23.32 mm do', () => {
    const ring = { bore: 38, 'bore-inside': 30 };
    const check = travelWith({ master: 19.05, slave: ring, wanted: 12 });
    expect(Number(check.values['gives'])).toBeCloseTo(20.7643 * (19.05 ** 2 / (38 ** 2 - 30 ** 2)) * 0.95, 3);
    expect(asked(travelWith({ master: 19.05, slave: { bore: 38 } }))).toEqual(['slave bore-inside']);
  });
  it('with nothing measured a larger master is no promise: it may push the slave too far', () => {
    expect(travelWith({ master: 19.05, pedal: {}, longest: null }).state).toBe('not-known');
    expect(travelWith({ master: 15.875, pedal: {}, longest: null }).state).toBe('not-known');
  });
});
