import { describe, expect, it } from 'vitest';
import { STANDARD_PRACTICE } from '../../practice/index.js';
import type { Fact, UnitKind } from '../../unit/index.js';
import { checkLink } from '../check.js';
import { sideOf } from '../side.js';
import type { Check, FitLink } from '../types.js';
import { REMEDIES } from './index.js';

type Line = readonly [attribute: Fact['attribute'], value: Fact['value'], position?: string];
const facts = (lines: readonly Line[]): Fact[] =>
  lines.map(([attribute, value, position]) => ({ attribute, value, source: '', ...(position ? { position } : {}) }));

interface Example {
  readonly kind?: UnitKind;
  readonly booster?: boolean;
  readonly vehicle: readonly Line[];
  readonly unit: readonly Line[];
  /** What the neighbours of the place say: "drums-at". */
  readonly beside?: readonly (readonly [string, string])[];
  /** The check that it turns. */
  readonly check: string;
  readonly key: string;
  /** What it is still "not known" or changed to afterwards, when that is the honest end. */
  readonly then?: Check['state'];
}

const line = (position: string, thread: string, seat: string, feeds: string): Line[] => [['port-thread', thread, position], ['port-seat', seat, position], ['port-feeds', feeds, position]]; // prettier-ignore
const ROD: Line[] = [['rod-length', 118], ['rod-kind', 'fork'], ['clevis-pin', 8]]; // prettier-ignore

/** Each row of the table with a mismatch that it answers. */
const EXAMPLES: Readonly<Record<string, Example>> = {
  'old-rod': { vehicle: ROD, unit: [['rod-length', 90]], check: 'rod-length', key: 'old-rod' },
  'adjustable-rod': { vehicle: ROD, unit: [['rod-length', null]], check: 'rod-length', key: 'adjustable-rod' },
  'cut-rod': { vehicle: ROD, unit: [['rod-length', 140], ['rod-thread', 'M8x1.25'], ['rod-engaged', 40]], check: 'rod-length', key: 'cut-rod' }, // prettier-ignore
  'weld-rod': { vehicle: ROD, unit: [['rod-length', 140], ['rod-thread', null]], check: 'rod-length', key: 'weld-rod' }, // prettier-ignore
  bushing: { vehicle: ROD, unit: [['clevis-pin', 10]], check: 'clevis-pin', key: 'bushing' },
  nuts: {
    vehicle: [['stud-thread', 'M8x1.25']],
    unit: [['stud-thread', '3/8-24 UNF']],
    check: 'stud-thread',
    key: 'nuts',
  },
  'longer-stud': { vehicle: [['stud-length', 20], ['stud-thread', 'M8x1.25'], ['under-nut', 6]], unit: [['flange-thickness', 12]], check: 'flange-thickness', key: 'longer-stud' }, // prettier-ignore
  bracket: { vehicle: [['stud-spacing', 66], ['flange-angle', 90]], unit: [['stud-spacing', 72], ['flange-angle', 60]], check: 'stud-spacing', key: 'bracket' }, // prettier-ignore
  'cut-out': {
    kind: 'booster',
    vehicle: [['room-behind', 30]],
    unit: [['reach-behind', 46]],
    check: 'reach-behind',
    key: 'cut-out',
  },
  spacer: { booster: true, vehicle: [['booster-pin', 14.3], ['pin-adjustable', 'fixed']], unit: [['recess-depth', 14.2]], check: 'recess-depth', key: 'spacer' }, // prettier-ignore
  shim: { booster: true, vehicle: [['booster-pin', 13], ['pin-adjustable', 'fixed']], unit: [['recess-depth', 15.2]], check: 'recess-depth', key: 'shim' }, // prettier-ignore
  ring: { booster: true, vehicle: [['seal-ring', 42]], unit: [['seal-ring', 45]], check: 'seal-ring', key: 'ring' },
  'swap-bleeder': {
    kind: 'slave',
    vehicle: [['bleeder', 'top']],
    unit: [['bleeder', 'bottom']],
    check: 'bleeder',
    key: 'swap-bleeder',
  },
  reroute: {
    vehicle: line('front-left', 'M10x1.0', 'bubble-flare', 'front'),
    unit: line('front-right', 'M10x1.0', 'bubble-flare', 'front'),
    check: 'place@front-left',
    key: 'reroute@front-left',
  },
  adapter: {
    vehicle: line('front-left', '3/8-24 UNF', 'inverted-flare', 'front'),
    unit: line('front-left', 'M10x1.0', 'bubble-flare', 'front'),
    check: 'thread@front-left',
    key: 'adapter@front-left',
  },
  reflare: {
    vehicle: [...line('front-left', '3/8-24 UNF', 'inverted-flare', 'front'), ['tube', '3/16 in', 'front-left']],
    unit: line('front-left', 'M10x1.0', 'bubble-flare', 'front'),
    check: 'seat@front-left',
    key: 'reflare@front-left',
  },
  tee: {
    vehicle: [
      ...line('front-left', 'M10x1.0', 'bubble-flare', 'front'),
      ...line('front-right', 'M10x1.0', 'bubble-flare', 'front'),
    ],
    unit: line('front-left', 'M10x1.0', 'bubble-flare', 'front'),
    check: 'line@front-right',
    key: 'tee@front-right',
  },
  'tap-port': {
    kind: 'caliper',
    vehicle: line('single', 'M12x1.0', 'banjo', 'front'),
    unit: line('single', 'M10x1.0', 'banjo', 'front'),
    check: 'thread@single',
    key: 'tap-port@single',
  },
  'longer-hose': { kind: 'caliper', vehicle: [['hose-length', 300], ['hose-lock', 310], ['hose-droop', 340], ['hose-bump', 250]], unit: [], check: 'hose-length', key: 'longer-hose' }, // prettier-ignore
  'tab-off': { kind: 'caliper', vehicle: [['tab', 'present']], unit: [], check: 'tab', key: 'tab-off' },
  sensor: { vehicle: [['sensor', 'flat 2-pin'], ['sensor-thread', 'M10x1.0']], unit: [['sensor', 'round 3-pin'], ['sensor-thread', 'M10x1.0']], check: 'sensor', key: 'sensor' }, // prettier-ignore
  harness: {
    vehicle: [['cruise-switch', 'grey']],
    unit: [['cruise-switch', 'black']],
    check: 'cruise-switch',
    key: 'harness-cruise-switch',
  },
  'old-reservoir': { vehicle: [['reservoir', 'clipped'], ['grommet-spacing', 58]], unit: [['reservoir', 'pinned'], ['grommet-spacing', 58]], check: 'reservoir', key: 'old-reservoir' }, // prettier-ignore
  reservoir: {
    vehicle: [['reservoir', 'clipped']],
    unit: [['reservoir', 'remote']],
    check: 'reservoir',
    key: 'reservoir',
  },
  'remote-reservoir': {
    vehicle: [['room-up', 120]],
    unit: [['reach-up', 150]],
    check: 'reach-up',
    key: 'remote-reservoir',
  },
  grommets: { vehicle: [['grommet-size', 12]], unit: [['grommet-size', 14]], check: 'grommet-size', key: 'grommets' },
  'feed-hose': { vehicle: [['feed-hose', 8]], unit: [['feed-hose', 10]], check: 'feed-hose', key: 'feed-hose' },
  'own-clutch-reservoir': {
    vehicle: [['clutch-feed', 'brake-reservoir']],
    unit: [['feed-nipple', null]],
    check: 'clutch-feed',
    key: 'own-clutch-reservoir',
  },
  'tap-nipple': {
    vehicle: [['clutch-feed', 'brake-reservoir']],
    unit: [['feed-nipple', null]],
    check: 'clutch-feed',
    key: 'tap-nipple',
    then: 'fits-with-change',
  },
  'valve-over': { vehicle: [['valve-in-body', 'proportioning'], ['line-valve', null]], unit: [['valve-in-body', null]], check: 'valve-in-body', key: 'valve-over' }, // prettier-ignore
  'valve-in-line': { vehicle: [['valve-in-body', 'proportioning'], ['line-valve', null]], unit: [['valve-in-body', null]], check: 'valve-in-body', key: 'valve-in-line' }, // prettier-ignore
  'valve-out': {
    vehicle: [['line-valve', 'proportioning']],
    unit: [['valve-in-body', 'proportioning']],
    check: 'valve-in-body',
    key: 'valve-out',
  },
  'residual-out': { vehicle: [['valve-in-body', null], ['line-valve', null]], unit: [['valve-in-body', 'residual']], beside: [['drums-at', 'none']], check: 'valve-in-body', key: 'residual-out' }, // prettier-ignore
  'larger-pump': {
    kind: 'booster',
    vehicle: [['pump-flow', 6]],
    unit: [['flow-wanted', 8]],
    check: 'flow-wanted',
    key: 'larger-pump',
  },
  'pressure-hose': { kind: 'booster', vehicle: [['pressure-thread', 'M14x1.5'], ['pressure-end', 'flare-37']], unit: [['pressure-thread', 'M16x1.5'], ['pressure-end', 'o-ring']], check: 'pressure-end', key: 'pressure-hose' }, // prettier-ignore
  'small-hose': {
    kind: 'booster',
    vehicle: [['return-hose', 10]],
    unit: [['return-hose', 13]],
    check: 'return-hose',
    key: 'small-hose-return-hose',
  },
  carrier: {
    kind: 'caliper',
    vehicle: [['carrier-spacing', 140]],
    unit: [['carrier-spacing', 142]],
    check: 'carrier-spacing',
    key: 'carrier',
  },
  disc: { kind: 'caliper', vehicle: [['disc', 256]], unit: [['disc', 276]], check: 'disc', key: 'disc' },
  'wheel-spacer': { kind: 'caliper', vehicle: [['spoke-room', 41], ['hub-bore', 66.1]], unit: [['overhang', 43]], check: 'overhang', key: 'wheel-spacer' }, // prettier-ignore
};

const look = (
  { kind = 'brake-master', booster = false, vehicle, unit, beside = [] }: Example,
  ...accepted: string[]
) => {
  const side = new Map(sideOf(facts(vehicle), 'vehicle-record'));
  for (const [key, value] of beside) side.set(key, { value, origin: 'neighbour' });
  const link: FitLink = {
    slot: kind,
    kind,
    unit: facts(unit),
    vehicle: side,
    worked: true,
    sameAsOld: false,
    asks: [],
  };
  const { joints, taken } = checkLink(link, booster, new Set(accepted), STANDARD_PRACTICE);
  return { check: (id: string) => joints.flatMap((j) => j.checks).find((c) => c.id === id), taken };
};

describe('the table of remedies', () => {
  it('every row has an example, and no example is of a row that is gone', () => {
    expect(Object.keys(EXAMPLES).sort()).toEqual(REMEDIES.map((row) => row.id).sort());
  });
  it.each(REMEDIES.map((row) => [row.id, row] as const))('%s is offered for its mismatch, and closes it', (id, row) => {
    const example = EXAMPLES[id] as Example;
    const before = look(example).check(example.check);
    expect(before?.state, before?.sentence).toBe('does-not-fit');
    const offered = before?.remedies.find((r) => r.key === example.key);
    expect(offered, `offered: ${before?.remedies.map((r) => r.key).join(', ')}`).toBeDefined();
    expect(offered).toMatchObject({ row: id, accepted: false });
    expect(offered?.changes.length).toBeGreaterThan(0);
    expect(offered?.operations.length).toBeGreaterThan(0);
    expect(offered?.slip.length).toBeGreaterThan(0);
    const { check, taken } = look(example, example.key);
    const after = check(example.check);
    expect(after?.state, after?.sentence).toBe(example.then ?? 'fits-with-change');
    expect(after?.remedies.find((r) => r.key === example.key)?.accepted).toBe(true);
    expect(after?.sentence).toContain(offered?.words ?? '');
    expect(taken.map((r) => r.key)).toEqual([example.key]);
    for (const part of offered?.slip ?? []) expect(after?.slip.map((l) => l.key)).toContain(part.key);
    expect(row.order).toBeGreaterThanOrEqual(1);
    expect(row.risk).not.toBe('');
  });
  it('the least intrusive comes first', () => {
    const orders =
      look(EXAMPLES['reflare'] as Example)
        .check('seat@front-left')
        ?.remedies.map((r) => r.order) ?? [];
    expect(orders).toEqual([...orders].sort((a, b) => a - b));
  });
  it('what takes a welder or an approval says so', () => {
    expect(REMEDIES.filter((r) => r.skill === 'licensed welder').map((r) => r.id)).toEqual(['weld-rod']);
    expect(
      REMEDIES.filter((r) => r.skill === 'engineer’s approval')
        .map((r) => r.id)
        .sort(),
    ).toEqual(['cut-out', 'tap-port', 'wheel-spacer']);
  });
});

describe('what a way out does elsewhere', () => {
  it('a bracket brings the unit forward and shortens the reach of its rod', () => {
    const base = EXAMPLES['bracket'] as Example;
    const example = {
      ...base,
      vehicle: [...base.vehicle, ...ROD, ['room-front', 170] as Line],
      unit: [...base.unit, ...ROD, ['reach-front', 160] as Line],
    };
    expect(look(example).check('reach-front')?.state).toBe('fits');
    const { check } = look(example, 'bracket');
    expect(check('reach-front')?.state).toBe('does-not-fit');
    expect(check('rod-length')?.sentence).toContain('6.0 mm shorter');
  });
  it('a spacer takes thread from the studs, and longer studs give it back', () => {
    const base = EXAMPLES['spacer'] as Example;
    const example = {
      ...base,
      vehicle: [...base.vehicle, ['stud-length', 19.5], ['stud-thread', 'M8x1.25']] as Line[],
      unit: [...base.unit, ['flange-thickness', 12]] as Line[],
    };
    expect(look(example).check('flange-thickness')?.state).toBe('fits');
    expect(look(example, 'spacer').check('flange-thickness')?.state).toBe('does-not-fit');
    expect(look(example, 'spacer', 'longer-stud').check('flange-thickness')?.state).toBe('fits-with-change');
  });
  it('a rod that is cut too far leaves too little thread', () => {
    const base = EXAMPLES['cut-rod'] as Example;
    const example = { ...base, unit: [['rod-length', 140], ['rod-thread', 'M8x1.25'], ['rod-engaged', 30]] as Line[] }; // prettier-ignore
    expect(look(example).check('rod-engaged')?.state).toBe('fits');
    expect(look(example, 'cut-rod').check('rod-engaged')?.sentence).toContain('pull off');
  });
  it('the old sensor does not move into another thread: the harness is left', () => {
    const base = EXAMPLES['sensor'] as Example;
    const example = { ...base, unit: [['sensor', 'round 3-pin'], ['sensor-thread', 'M12x1.5']] as Line[] }; // prettier-ignore
    expect(
      look(example)
        .check('sensor')
        ?.remedies.map((r) => r.key),
    ).toEqual(['harness-sensor']);
  });
  it('fluid that ruins the seals has no way out', () => {
    const lost = look({ vehicle: [['fluid', 'mineral']], unit: [['seals', 'EPDM']], check: 'seals', key: '' }).check(
      'seals',
    );
    expect(lost).toMatchObject({ state: 'does-not-fit', remedies: [] });
  });
});

describe('a clearance that the readings cannot tell', () => {
  const pin = (recess: number, open: number) => {
    const vehicle = new Map(sideOf(facts([['booster-pin', 14], ['pin-adjustable', 'fixed']]), 'vehicle-record')); // prettier-ignore
    vehicle.set('booster-pin', { value: 14, tolerance: open, origin: 'measured' });
    const link: FitLink = { slot: 'brake-master', kind: 'brake-master', unit: facts([['recess-depth', recess]]), vehicle, worked: true, sameAsOld: false, asks: [] }; // prettier-ignore
    return checkLink(link, true, new Set(), STANDARD_PRACTICE).joints.flatMap((j) => j.checks).find((c) => c.id === 'recess-depth'); // prettier-ignore
  };
  it('with a staked pin is not known as long as it may be right, and does not fit when it cannot', () => {
    expect(pin(14.2, 0.1)?.state).toBe('not-known');
    expect(pin(14.2, 0.1)?.measures[0]).toMatchObject({ side: 'vehicle', attribute: 'booster-pin' });
    expect(pin(14.2, 0.02)?.state).toBe('does-not-fit');
    expect(pin(14.38, 0.1)?.state).toBe('fits');
  });
});
