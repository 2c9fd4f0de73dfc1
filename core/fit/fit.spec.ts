import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readBenchLine, type Evidence } from '../identify/index.js';
import { STANDARD_PRACTICE } from '../practice/index.js';
import type { Fact, UnitKind } from '../unit/index.js';
import { checkLink, matedJoint, vehicleSide, worst, type Check, type FourState, type Joint } from './index.js';

type FactLine = readonly [attribute: Fact['attribute'], value: Fact['value'], position?: string];
const facts = (...lines: FactLine[]): Fact[] =>
  lines.map(([attribute, value, position]) => ({
    attribute,
    value,
    source: 'test',
    ...(position ? { position } : {}),
  }));
const port = (position: string, thread: string | null, seat: string, feeds: string): FactLine[] => [
  ['port-thread', thread, position],
  ['port-seat', seat, position],
  ['port-feeds', feeds, position],
];
const MASTER: FactLine[] = [
  ['bore', 23.8125],
  ['stud-spacing', 80],
  ['pilot', 42],
  ['recess-depth', 13.8],
  ['reservoir', 'clipped'],
  ['sensor', 'flat 2-pin'],
  ['seals', 'EPDM'],
  ...port('front-left', 'M10x1.0', 'bubble-flare', 'front'),
  ...port('rear-left', 'M10x1.0', 'bubble-flare', 'rear'),
];
const VEHICLE: FactLine[] = [
  ['bore', 23.8125],
  ['stud-spacing', 80],
  ['pilot', 42],
  ['booster-pin', 13.4],
  ['reservoir', 'clipped'],
  ['sensor', 'flat 2-pin'],
  ['fluid', 'DOT 4'],
  ...port('front-left', 'M10x1.0', 'bubble-flare', 'front'),
  ...port('rear-left', 'M10x1.0', 'bubble-flare', 'rear'),
  ['tube', '4.75 mm', 'front-left'],
  ['tube', '4.75 mm', 'rear-left'],
];

/** The list with some facts put in place of those of the same name and position; `undefined` takes one out. */
function but(
  list: readonly FactLine[],
  ...changes: (readonly [Fact['attribute'], Fact['value'] | undefined, string?])[]
): FactLine[] {
  const kept = list.filter(([a, , p]) => !changes.some(([ca, , cp]) => ca === a && cp === p));
  return [
    ...kept,
    ...changes.flatMap(([a, v, p]): FactLine[] => (v === undefined ? [] : [p === undefined ? [a, v] : [a, v, p]])),
  ];
}

interface Setup {
  readonly master?: readonly FactLine[];
  readonly vehicle?: readonly FactLine[];
  readonly kind?: UnitKind;
  readonly booster?: boolean;
  readonly accepted?: readonly string[];
  readonly measured?: readonly Evidence[];
  readonly sameAsOld?: boolean;
}
function fit({
  master = MASTER,
  vehicle = VEHICLE,
  kind = 'brake-master',
  booster = true,
  accepted = [],
  measured = [],
  sameAsOld = false,
}: Setup = {}): Joint[] {
  const side = vehicleSide(measured, facts(...vehicle), []);
  const link = { slot: kind, kind, unit: facts(...master), vehicle: side, worked: true, sameAsOld, asks: [] };
  return checkLink(link, booster, new Set(accepted), STANDARD_PRACTICE).joints;
}
const check = (joints: readonly Joint[], id: string): Check => {
  const found = joints.flatMap((j) => j.checks).find((c) => c.id === id);
  if (!found)
    throw new Error(`no check ${id}; there are ${joints.flatMap((j) => j.checks.map((c) => c.id)).join(', ')}`);
  return found;
};
const states = (joints: readonly Joint[]): Record<string, FourState> =>
  Object.fromEntries(joints.map((j) => [j.id, j.state]));

describe('a master against the vehicle', () => {
  it('the right one fits at every joint', () => {
    expect(Object.values(states(fit())).every((s) => s === 'fits')).toBe(true);
  });
  it('studs that miss by 6 mm do not fit, and nothing is offered', () => {
    const c = check(fit({ master: but(MASTER, ['stud-spacing', 86]) }), 'stud-spacing');
    expect(c).toMatchObject({ state: 'does-not-fit', remedies: [] });
    expect(c.sentence).toContain('6.00 mm');
  });
  it('an unrecorded value is not known and names what to measure, on which side', () => {
    const unit = check(fit({ master: but(MASTER, ['stud-spacing', undefined]) }), 'stud-spacing');
    expect(unit).toMatchObject({ state: 'not-known', measures: [{ side: 'unit', line: 'studs ' }] });
    const vehicle = check(fit({ vehicle: but(VEHICLE, ['stud-spacing', undefined]) }), 'stud-spacing');
    expect(vehicle).toMatchObject({ state: 'not-known', measures: [{ side: 'vehicle', onVehicle: true }] });
  });
  it('what was measured on the vehicle beats what is on record', () => {
    const read = readBenchLine('studs 86 cal');
    const measured = read.recognised ? [read.evidence] : [];
    expect(check(fit({ measured }), 'stud-spacing').state).toBe('does-not-fit');
    expect(check(fit({ measured }), 'stud-spacing').vehicleOrigin).toBe('measured');
  });
  it('the same thread with another seat never seals', () => {
    const master = but(MASTER, ['port-seat', 'inverted-flare', 'rear-left']);
    expect(check(fit({ master }), 'thread@rear-left').state).toBe('fits');
    const seat = check(fit({ master }), 'seat@rear-left');
    expect(seat.state).toBe('does-not-fit');
    expect(seat.sentence).toContain('never seal');
  });
  it('an inch nut that starts in a metric port is caught', () => {
    const vehicle = but(VEHICLE, ['port-thread', '3/8-24 UNF', 'front-left']);
    expect(check(fit({ vehicle }), 'thread@front-left').sentence).toContain('stops before the seat closes');
  });
  it('cutting, another nut and a new flare closes thread and seat at once', () => {
    const vehicle = but(
      VEHICLE,
      ['port-thread', '3/8-24 UNF', 'front-left'],
      ['port-seat', 'inverted-flare', 'front-left'],
    );
    const open = fit({ vehicle });
    expect(check(open, 'thread@front-left').remedies.map((r) => r.key)).toEqual([
      'adapter@front-left',
      'reflare@front-left',
    ]);
    const closed = fit({ vehicle, accepted: ['reflare@front-left'] });
    expect(states(closed)['lines']).toBe('fits-with-change');
    expect(check(closed, 'thread@front-left').slip.map((l) => l.section)).toEqual(['order', 'make']);
  });
  it('a flare is not offered on a tube that takes no such nut, or that nobody named', () => {
    const seat: [Fact['attribute'], Fact['value'], string] = ['port-seat', 'inverted-flare', 'front-left'];
    expect(
      check(fit({ vehicle: but(VEHICLE, seat, ['tube', '3/8 in', 'front-left']) }), 'seat@front-left').remedies,
    ).toEqual([]);
    expect(
      check(fit({ vehicle: but(VEHICLE, seat, ['tube', undefined, 'front-left']) }), 'seat@front-left').remedies,
    ).toEqual([]);
  });
  it('the line goes to the port that feeds its axle, even when that is the rear one', () => {
    const master = [
      ...MASTER.filter(([a]) => !a.startsWith('port-')),
      ...port('front-left', 'M10x1.0', 'bubble-flare', 'rear'),
      ...port('rear-left', 'M10x1.0', 'bubble-flare', 'front'),
    ];
    const place = check(fit({ master }), 'place@front-left');
    expect(place.state).toBe('does-not-fit');
    expect(place.sentence).toContain('feeds front is at rear left');
    expect(states(fit({ master, accepted: ['reroute@front-left', 'reroute@rear-left'] }))['lines']).toBe(
      'fits-with-change',
    );
  });
  it('two lines and one port do not fit', () => {
    const master = MASTER.filter(([, , p]) => p !== 'rear-left');
    expect(check(fit({ master }), 'line@rear-left').state).toBe('does-not-fit');
  });
  it('a third port is plugged, with a plug on the slip', () => {
    const spare = check(
      fit({ master: [...MASTER, ...port('rear-right', 'M12x1.0', 'bubble-flare', 'all')] }),
      'spare@rear-right',
    );
    expect(spare).toMatchObject({
      state: 'fits-with-change',
      slip: [{ section: 'order', wants: { kind: 'plug', thread: 'M12x1.0' } }],
    });
  });
  it('another connector in the same place: the old sensor is moved over', () => {
    const master = but(MASTER, ['sensor', 'round 3-pin']);
    expect(check(fit({ master }), 'sensor').state).toBe('does-not-fit');
    const moved = check(fit({ master, accepted: ['sensor'] }), 'sensor');
    expect(moved).toMatchObject({ state: 'fits-with-change', slip: [{ section: 'move' }, { section: 'order' }] });
  });
  it('a warning that would be lost has no way out', () => {
    expect(check(fit({ master: but(MASTER, ['sensor', null]) }), 'sensor')).toMatchObject({
      state: 'does-not-fit',
      remedies: [],
    });
  });
  it('a recess that leaves the pin too much room wants the pin set', () => {
    const c = check(fit({ master: but(MASTER, ['recess-depth', 14.6]) }), 'recess-depth');
    expect(c.state).toBe('fits-with-change');
    expect(c.sentence).toContain('1.20 mm');
  });
  it('a larger bore fits with a change of feel, in the right direction', () => {
    const c = check(fit({ master: but(MASTER, ['bore', 25.4]) }), 'bore');
    expect(c.state).toBe('fits-with-change');
    expect(c.sentence).toMatch(/^A shorter, harder pedal/);
  });
  it('27 mm on 1-1/16 in is the same bore', () => {
    expect(
      check(fit({ master: but(MASTER, ['bore', 27]), vehicle: but(VEHICLE, ['bore', 26.9875]) }), 'bore').state,
    ).toBe('fits');
  });
  it('mineral oil on the cap and EPDM seals never go together', () => {
    expect(check(fit({ vehicle: but(VEHICLE, ['fluid', 'mineral']) }), 'seals').state).toBe('does-not-fit');
  });
  it('the unit that comes off fits as before, except where something speaks against it', () => {
    const bare = fit({ master: MASTER.filter(([a]) => a !== 'pilot'), sameAsOld: true });
    expect(check(bare, 'pilot')).toMatchObject({ state: 'fits' });
    expect(check(fit({ master: but(MASTER, ['stud-spacing', 86]), sameAsOld: true }), 'stud-spacing').state).toBe(
      'does-not-fit',
    );
  });
});

describe('rods and reservoirs without a booster', () => {
  const MASTER19: FactLine[] = but(
    MASTER,
    ['rod-kind', 'fork'],
    ['rod-length', 118],
    ['clevis-pin', 8],
    ['flange-angle', 90],
  );
  const vehicle: FactLine[] = but(
    VEHICLE,
    ['rod-kind', 'fork'],
    ['rod-length', 118],
    ['clevis-pin', 8],
    ['flange-angle', 90],
  );
  const rod = (mm: Fact['value'], accepted: string[] = []) =>
    check(fit({ master: but(MASTER19, ['rod-length', mm]), vehicle, booster: false, accepted }), 'rod-length');
  it.each([
    [118.3, 'fits'],
    [112.5, 'fits-with-change'],
    [100, 'does-not-fit'],
    [null, 'does-not-fit'],
  ] as const)('a rod of %s mm where 118 was: %s', (mm, state) => expect(rod(mm).state).toBe(state));
  it('the old rod can be taken over', () => {
    expect(rod(100, ['old-rod'])).toMatchObject({ state: 'fits-with-change', slip: [{ section: 'move' }] });
  });
  it('a flange that leans is refused', () => {
    expect(
      check(fit({ master: but(MASTER19, ['flange-angle', 75]), vehicle, booster: false }), 'flange-angle').state,
    ).toBe('does-not-fit');
  });
  it('a remote reservoir brings its hose and its two clamps', () => {
    const c = check(
      fit({ master: but(MASTER19, ['reservoir', 'remote']), vehicle, booster: false, accepted: ['reservoir'] }),
      'reservoir',
    );
    expect(c.slip.map((l) => [l.wants?.kind, l.quantity])).toEqual([['feed-hose', 1], ['hose-clamp', 2]]); // prettier-ignore
  });
});

describe('slaves and mated parts', () => {
  const SLAVE: FactLine[] = [['bore', 20.6375], ['stud-spacing', 60], ['foot', 'present'], ['travel', 22], ['bleeder', 'top'], ['line-retention', 'thread'], ['seals', 'EPDM'], ...port('single', 'M10x1.0', 'bubble-flare', 'slave')]; // prettier-ignore
  const vehicle: FactLine[] = [...SLAVE, ['fluid', 'DOT 4']];
  const slave = (...changes: Parameters<typeof but>[1][]) =>
    fit({ kind: 'slave', master: but(SLAVE, ...changes), vehicle });
  it('one without the steadying foot tilts', () => {
    expect(check(slave(['foot', null]), 'foot').sentence).toContain('tilts');
  });
  it('one that travels too little does not release', () => {
    expect(check(slave(['travel', 18]), 'travel').state).toBe('does-not-fit');
  });
  it('a pinned line does not go where a nut was', () => {
    const joints = slave(['line-retention', 'pin'], ['port-thread', null, 'single'], ['port-seat', 'spigot', 'single']);
    expect(check(joints, 'thread@single').sentence).toContain('no thread');
    expect(states(joints)['line']).toBe('does-not-fit');
  });
  it('parts of a production change must come from one side, and either side will do', () => {
    expect(matedJoint('B', [{ slotWords: 'clutch master', set: 'A' }])?.checks[0]?.sentence).toContain(
      'Either side works if both are changed',
    );
    expect(matedJoint('B', [{ slotWords: 'clutch master', set: 'B' }])?.state).toBe('fits');
    expect(matedJoint('B', [{ slotWords: 'clutch master' }])?.state).toBe('not-known');
    expect(matedJoint('', [{ slotWords: 'clutch master', set: 'A' }])).toBeUndefined();
  });
});

describe('laws of fitting', () => {
  const removable = fc.subarray(MASTER.map((_, i) => i));
  it('taking knowledge away never makes a joint fit that did not, nor the reverse', () => {
    const wrong = but(
      MASTER,
      ['stud-spacing', 86],
      ['port-seat', 'inverted-flare', 'rear-left'],
      ['sensor', 'round 3-pin'],
    );
    const full = new Map(
      fit({ master: wrong })
        .flatMap((j) => j.checks)
        .map((c) => [c.id, c.state]),
    );
    fc.assert(
      fc.property(removable, (gone) => {
        for (const c of fit({ master: wrong.filter((_, i) => !gone.includes(i)) }).flatMap((j) => j.checks)) {
          const before = full.get(c.id);
          if (before === 'does-not-fit') expect(c.state).not.toBe('fits');
        }
      }),
    );
  });
  it('a way out taken and given back leaves everything as it was', () => {
    const vehicle = but(VEHICLE, ['port-seat', 'inverted-flare', 'front-left']);
    const accepted = new Set<string>();
    const look = () => fit({ vehicle, accepted: [...accepted] });
    const before = look();
    accepted.add('reflare@front-left');
    expect(states(look())['lines']).toBe('fits-with-change');
    accepted.delete('reflare@front-left');
    expect(look()).toEqual(before);
    expect(states(before)['lines']).toBe('does-not-fit');
  });
  it('the gravest state counts, and nothing checked is not known', () => {
    expect(worst(['fits', 'not-known', 'fits-with-change'])).toBe('not-known');
    expect(worst(['not-known', 'does-not-fit'])).toBe('does-not-fit');
    expect(worst([])).toBe('not-known');
  });
});

describe('pedal travel against release travel', () => {
  const slave = (bore: number, wanted: number, free: FactLine[] = [['free-travel', 12]]) => {
    const vehicle = new Map(
      vehicleSide([], facts(['pedal-travel', 135], ...free, ['pedal-ratio', 5.6], ['travel', wanted]), []),
    );
    vehicle.set('bore-of-master', { value: bore, origin: 'neighbour' });
    const unit = facts(['bore', 19.05], ['travel', 30]);
    return checkLink(
      { slot: 'slave', kind: 'slave', unit, vehicle, worked: true, sameAsOld: false, asks: [] },
      false,
      new Set(),
      STANDARD_PRACTICE,
    ).joints;
  };
  it('the worked example: a 15.875 master gives 13.70 mm, a 19.05 one 19.73; without the port-closing travel 14 would pass', () => {
    expect(check(slave(15.875, 14), 'pedal-travel')).toMatchObject({ state: 'does-not-fit' });
    expect(check(slave(15.875, 14), 'pedal-travel').sentence).toContain('13.70 mm');
    expect(check(slave(19.05, 14), 'pedal-travel')).toMatchObject({ state: 'fits' });
    expect(check(slave(19.05, 14), 'pedal-travel').sentence).toContain('19.73 mm');
    expect(check(slave(15.875, 14), 'pedal-travel').working).toContain('(135 − 12) / 5.6 − 1.2 = 20.76');
  });
  it('free travel that is not known is not nought: nothing is said, and it is asked for', () => {
    const found = check(slave(15.875, 15, []), 'pedal-travel');
    expect(found).toMatchObject({ state: 'not-known', measures: [{ side: 'vehicle', attribute: 'free-travel' }] });
    expect(found.sentence).not.toContain('gives the slave');
  });
  it('what does not release the clutch does not fit, and no way out is offered', () => {
    expect(check(slave(15.875, 16), 'pedal-travel')).toMatchObject({ state: 'does-not-fit', remedies: [] });
  });
});

describe('a tolerance has a direction', () => {
  const pilot = (hole: number, spigot: number) =>
    check(
      fit({
        master: [...MASTER.filter(([a]) => a !== 'pilot'), ['pilot', spigot]],
        vehicle: [...VEHICLE.filter(([a]) => a !== 'pilot'), ['pilot', hole]],
      }),
      'pilot',
    ).state;
  it.each([
    [45, 45, 'fits'],
    [45, 45.1, 'fits'],
    [45, 45.45, 'does-not-fit'],
    [45, 44.6, 'fits'],
    [45, 44.4, 'does-not-fit'],
  ])('a hole of %f takes a spigot of %f: %s', (hole, spigot, state) => expect(pilot(hole, spigot)).toBe(state));
  it('a slave that travels half a millimetre less than is needed does not release the clutch', () => {
    const travel = (has: number) => {
      const vehicle = new Map(vehicleSide([], facts(['travel', 15]), []));
      const unit = facts(['bore', 19.05], ['travel', has]);
      return check(
        checkLink(
          { slot: 'slave', kind: 'slave', unit, vehicle, worked: true, sameAsOld: false, asks: [] },
          false,
          new Set(),
          STANDARD_PRACTICE,
        ).joints,
        'travel',
      ).state;
    };
    expect([14.5, 15, 15.4].map(travel)).toEqual(['does-not-fit', 'fits', 'fits']);
  });
});
