import { describe, expect, it } from 'vitest';
import { foreseenByFixes, type JobPlace } from '../../job/index.js';
import { type JobExample, type Line, lookAt } from '../../job/jobs.testing.js';
import { FIXES_IN_WORDS } from '../../tell/words/index.js';
import { FIXES } from './index.js';

interface Example extends JobExample {
  /** The check that it turns, and the name of the fix. */
  readonly check: string;
  readonly key: string;
}

const line = (position: string, thread: string, seat: string, feeds: string): Line[] => [
  ['port-thread', thread, position],
  ['port-seat', seat, position],
  ['port-feeds', feeds, position],
];
const ROD: Line[] = [
  ['rod-length', 118],
  ['rod-kind', 'fork'],
  ['clevis-pin', 8],
];
/** A rod that its own adjuster does not save. */
const SHORT: Line[] = [
  ['rod-length', 90],
  ['rod-adjust', 5],
];
const PIN: Line[] = [
  ['booster-pin', 14.3],
  ['pin-adjustable', 'fixed'],
  ['plate', null],
];
const wheels: JobPlace = {
  slot: 'front-brake',
  kind: 'caliper',
  recorded: [],
  read: [],
  wanted: false,
  beside: [],
  changes: [],
  asks: [],
};

/** Each row of the table with a mismatch that it answers. */
const EXAMPLES: Readonly<Record<string, Example>> = {
  'old-rod': { vehicle: ROD, unit: SHORT, check: 'rod-length', key: 'old-rod' },
  'adjustable-rod': { vehicle: ROD, unit: [['rod-length', null]], check: 'rod-length', key: 'adjustable-rod' },
  'cut-rod': {
    vehicle: ROD,
    unit: [
      ['rod-length', 140],
      ['rod-adjust', 5],
      ['rod-thread', 'M8x1.25'],
      ['rod-engaged', 14],
      ['rod-thread-length', 60],
    ],
    check: 'rod-length',
    key: 'cut-rod',
  },
  fork: {
    kind: 'booster',
    vehicle: ROD,
    unit: [
      ['rod-length', 128],
      ['rod-adjust', 2],
      ['rod-thread', 'M10x1.25'],
      ['rod-engaged', 14],
      ['rod-thread-length', 40],
    ],
    check: 'rod-length',
    key: 'fork',
  },
  linkage: {
    kind: 'booster',
    vehicle: ROD,
    unit: [
      ['rod-length', 128],
      ['rod-adjust', 2],
    ],
    check: 'rod-length',
    key: 'linkage',
  },
  'weld-rod': {
    vehicle: ROD,
    unit: [
      ['rod-length', 140],
      ['rod-adjust', 5],
      ['rod-thread', null],
    ],
    check: 'rod-length',
    key: 'weld-rod',
  },
  bushing: { vehicle: ROD, unit: [['clevis-pin', 10]], check: 'clevis-pin', key: 'bushing' },
  nuts: {
    vehicle: [['stud-thread', 'M8x1.25']],
    unit: [['stud-thread', '3/8-24 UNF']],
    check: 'stud-thread',
    key: 'nuts',
  },
  'longer-stud': {
    vehicle: [
      ['stud-length', 20],
      ['stud-thread', 'M8x1.25'],
      ['under-nut', 6],
      ['plate', null],
    ],
    unit: [['flange-thickness', 12]],
    check: 'flange-thickness',
    key: 'longer-stud',
  },
  bracket: {
    vehicle: [
      ['stud-spacing', 66],
      ['flange-angle', 90],
    ],
    unit: [
      ['stud-spacing', 72],
      ['flange-angle', 60],
    ],
    check: 'stud-spacing',
    key: 'bracket',
  },
  'cut-out': {
    kind: 'booster',
    vehicle: [['room-behind', 30]],
    unit: [['reach-behind', 46]],
    check: 'reach-behind',
    key: 'cut-out',
  },
  spacer: {
    booster: true,
    vehicle: PIN,
    unit: [
      ['recess-depth', 14.2],
      ['insert', null],
    ],
    check: 'recess-depth',
    key: 'spacer',
  },
  ring: { booster: true, vehicle: [['seal-ring', 42]], unit: [['seal-ring', 45]], check: 'seal-ring', key: 'ring' },
  'swap-bleeder': {
    kind: 'slave',
    vehicle: [['bleeder', 'top']],
    unit: [['bleeder', 'bottom']],
    check: 'bleeder',
    key: 'swap-bleeder',
  },
  reroute: {
    old: line('front-left', 'M10x1.0', 'bubble-flare', 'front'),
    vehicle: [],
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
  'other-hose': {
    kind: 'caliper',
    old: line('single', '7/16-24 UNS', 'inverted-flare', 'front'),
    vehicle: [],
    unit: line('single', 'M12x1.5', 'banjo', 'front'),
    check: 'thread@single',
    key: 'other-hose@single',
  },
  tee: {
    old: [
      ...line('front-left', 'M10x1.0', 'bubble-flare', 'front'),
      ...line('front-right', 'M12x1.0', 'bubble-flare', 'front'),
    ],
    vehicle: [],
    unit: [...line('front-left', 'M10x1.0', 'bubble-flare', 'front'), ['port-count', 1]],
    check: 'line@front-right',
    key: 'tee@front-right',
  },
  'tap-port': {
    kind: 'wheel-cylinder',
    vehicle: line('single', 'M12x1.0', 'banjo', 'front'),
    unit: line('single', 'M10x1.0', 'banjo', 'front'),
    check: 'thread@single',
    key: 'tap-port@single',
  },
  'longer-hose': {
    kind: 'caliper',
    vehicle: [
      ['hose-length', 300],
      ['hose-lock', 310],
      ['hose-droop', 340],
      ['hose-bump', 250],
      ...line('single', 'M10x1.0', 'banjo', 'front'),
    ],
    unit: [...line('single', 'M10x1.0', 'banjo', 'front'), ['hose-offset', null]],
    check: 'hose-length',
    key: 'longer-hose',
  },
  'tab-off': {
    kind: 'caliper',
    vehicle: [['tab', 'present'], ...line('single', 'M10x1.0', 'banjo', 'front')],
    unit: line('single', 'M10x1.0', 'banjo', 'front'),
    check: 'tab',
    key: 'tab-off',
  },
  sensor: {
    vehicle: [['sensor', 'flat 2-pin']],
    old: [
      ['sensor', 'flat 2-pin'],
      ['sensor-thread', 'M10x1.0'],
    ],
    unit: [
      ['sensor', 'round 3-pin'],
      ['sensor-thread', 'M10x1.0'],
    ],
    check: 'sensor',
    key: 'sensor',
  },
  harness: {
    old: [['cruise-switch', 'grey']],
    vehicle: [['cruise-switch', 'grey']],
    unit: [['cruise-switch', 'black']],
    check: 'cruise-switch',
    key: 'harness-cruise-switch',
  },
  'old-reservoir': {
    old: [
      ['reservoir', 'clipped'],
      ['grommet-spacing', 58],
    ],
    vehicle: [],
    unit: [
      ['reservoir', 'pinned'],
      ['grommet-spacing', 58],
    ],
    check: 'reservoir',
    key: 'old-reservoir',
  },
  reservoir: {
    old: [['reservoir', 'clipped']],
    vehicle: [],
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
  grommets: {
    box: [{ item: 'reservoir', presence: 'without' }],
    vehicle: [['grommet-size', 12]],
    unit: [['grommet-size', 14]],
    check: 'grommet-size',
    key: 'grommets',
  },
  'feed-hose': { vehicle: [['feed-hose', 8]], unit: [['feed-hose', 11]], check: 'feed-hose', key: 'feed-hose' },
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
  },
  'valve-over': {
    old: [['valve-in-body', 'proportioning']],
    vehicle: [['line-valve', null]],
    unit: [['valve-in-body', null]],
    check: 'valve-in-body',
    key: 'valve-over',
  },
  'valve-in-line': {
    old: [['valve-in-body', 'proportioning']],
    vehicle: [['line-valve', null]],
    unit: [['valve-in-body', null]],
    check: 'valve-in-body',
    key: 'valve-in-line',
  },
  'valve-out': {
    vehicle: [['line-valve', 'proportioning']],
    unit: [['valve-in-body', 'proportioning']],
    check: 'valve-in-body',
    key: 'valve-out',
  },
  'residual-out': {
    beside: [wheels],
    old: [['valve-in-body', null]],
    vehicle: [['line-valve', null]],
    unit: [['valve-in-body', 'residual']],
    check: 'valve-in-body',
    key: 'residual-out',
  },
  'larger-pump': {
    kind: 'booster',
    vehicle: [['pump-flow', 6]],
    unit: [['flow-wanted', 8]],
    check: 'flow-wanted',
    key: 'larger-pump',
  },
  'pressure-hose': {
    kind: 'booster',
    vehicle: [
      ['pressure-thread', 'M14x1.5'],
      ['pressure-end', 'flare-37'],
    ],
    unit: [
      ['pressure-thread', 'M16x1.5'],
      ['pressure-end', 'o-ring'],
    ],
    check: 'pressure-end',
    key: 'pressure-hose',
  },
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
  'wheel-spacer': {
    kind: 'caliper',
    vehicle: [
      ['spoke-room', 41],
      ['hub-bore', 66.1],
    ],
    unit: [['overhang', 43]],
    check: 'overhang',
    key: 'wheel-spacer',
  },
};

/**
 * A part of a production change has two sides, which no job of one place has: a whole job takes it, with the record of
 * the demo.
 */
const ELSEWHERE = ['its-side'];
const ROWS = FIXES.filter((row) => !ELSEWHERE.includes(row.fix));

describe('the table of fixes', () => {
  it('every row has an example and words, and no example is of a row that is gone', () => {
    expect(Object.keys(EXAMPLES).sort()).toEqual(ROWS.map((row) => row.fix).sort());
    // A way is found over the catalogue and is no row of the table.
    expect([...FIXES_IN_WORDS].sort()).toEqual([...FIXES.map((row) => row.fix), 'way'].sort());
  });
  it.each(ROWS.map((row) => [row.fix, row] as const))('%s is offered for its mismatch, and closes it', (id, row) => {
    const example = EXAMPLES[id] as Example;
    const before = lookAt(example).check(example.check);
    expect(before?.state, before?.sentence).toBe('does-not-fit');
    const offered = before?.fixes.find((r) => r.key === example.key);
    expect(offered, `offered: ${before?.fixes.map((r) => r.key).join(', ')}`).toMatchObject({
      row: id,
      accepted: false,
    });
    expect(offered?.operations.length).toBeGreaterThan(0);
    expect(offered?.partsList.length).toBeGreaterThan(0);
    expect(offered?.risk).toMatch(/\S/);
    for (const words of [
      offered?.words,
      ...(offered?.operations ?? []),
      ...(offered?.partsList ?? []).map((l) => l.words),
    ])
      expect(words).not.toMatch(/undefined|NaN|null|\?/);
    const { check, taken, judged } = lookAt(example, example.key);
    expect(judged.faults).toEqual([]);
    const after = check(example.check);
    expect(after?.state, after?.sentence).toBe('fits-with-change');
    expect(after?.fixes.find((r) => r.key === example.key)?.accepted).toBe(true);
    expect(taken).toEqual([example.key]);
    // What is taken is what was offered, once for each side of an axle.
    expect(new Set(foreseenByFixes(judged.taken).map((l) => l.key.split('/')[1]))).toEqual(
      new Set(offered?.partsList.map((l) => l.key)),
    );
    expect(row.order).toBeGreaterThanOrEqual(1);
  });
  it('the least intrusive comes first', () => {
    const orders =
      lookAt(EXAMPLES['reflare'] as Example)
        .check('seat@front-left')
        ?.fixes.map((r) => r.order) ?? [];
    expect(orders).toEqual([...orders].sort((a, b) => a - b));
  });
  it('what takes a welder or an approval says so', () => {
    expect(FIXES.filter((r) => r.skill === 'licensed welder').map((r) => r.fix)).toEqual(['weld-rod']);
    const approved = FIXES.filter((r) => r.skill === 'engineer’s approval').map((r) => r.fix);
    expect(approved.sort()).toEqual(['cut-out', 'linkage', 'tap-port', 'wheel-spacer']);
  });
});

describe('what a fix does elsewhere', () => {
  const over = (fix: string, vehicle: readonly Line[], unit: readonly Line[]): Example => {
    const base = EXAMPLES[fix] as Example;
    return { ...base, vehicle: [...base.vehicle, ...vehicle], unit: [...base.unit, ...unit] };
  };
  it('a bracket brings the unit forward, and its rod with it', () => {
    const example = over(
      'bracket',
      [...ROD, ['room-front', 170]],
      [
        ['rod-length', 118],
        ['clevis-pin', 8],
        ['rod-kind', 'fork'],
        ['reach-front', 160],
      ],
    );
    expect(lookAt(example).check('reach-front')?.state).toBe('fits');
    const { check } = lookAt(example, 'bracket');
    expect(check('reach-front')?.state).toBe('does-not-fit');
    expect(check('rod-length')?.sentence).toContain('6.00 mm · 0.236 in shorter');
  });
  it('a spacer takes thread from the studs, and longer studs give it back', () => {
    const example = over(
      'spacer',
      [
        ['stud-length', 19.5],
        ['stud-thread', 'M8x1.25'],
        ['under-nut', null],
      ],
      [['flange-thickness', 12]],
    );
    expect(lookAt(example).check('flange-thickness')?.state).toBe('fits');
    expect(lookAt(example, 'spacer').check('flange-thickness')?.state).toBe('does-not-fit');
    expect(lookAt(example, 'spacer', 'longer-stud').check('flange-thickness')?.state).toBe('fits-with-change');
  });
  it('a rod is not cut while its thread is not known, nor beyond what it allows', () => {
    const cut = (unit: readonly Line[]) =>
      lookAt({ vehicle: ROD, unit })
        .check('rod-length')
        ?.fixes.map((r) => r.row);
    expect(
      cut([
        ['rod-length', 140],
        ['rod-adjust', 5],
        ['rod-thread', 'M8x1.25'],
      ]),
    ).not.toContain('cut-rod');
    expect(
      cut([
        ['rod-length', 140],
        ['rod-adjust', 5],
        ['rod-thread', 'M8x1.25'],
        ['rod-engaged', 14],
        ['rod-thread-length', 30],
      ]),
    ).not.toContain('cut-rod');
  });
  it('the old sensor does not move into another thread: the harness is left', () => {
    const base = EXAMPLES['sensor'] as Example;
    const unit: Line[] = [
      ['sensor', 'round 3-pin'],
      ['sensor-thread', 'M12x1.5'],
    ];
    expect(
      lookAt({ ...base, unit })
        .check('sensor')
        ?.fixes.map((r) => r.key),
    ).toEqual(['harness-sensor']);
  });
  it('a tee has an arm for each line as it is, and its short line an end for each thread', () => {
    const { judged } = lookAt(EXAMPLES['tee'] as Example, 'tee@front-right');
    const part = (id: string) =>
      judged.input.edits.flatMap((e) => (e.do === 'part' && e.part.id === id ? e.part.facts : []));
    const threads = (id: string) =>
      part(id)
        .filter((f) => f.attribute === 'port-thread')
        .map((f) => [f.position, f.value]);
    expect(threads('master line front-right tee')).toEqual([
      ['line', 'M12x1.0'],
      ['other', 'M10x1.0'],
      ['port', 'M12x1.0'],
    ]);
    expect(threads('master line front-right short line')).toEqual([
      ['port', 'M10x1.0'],
      ['tee', 'M12x1.0'],
    ]);
  });
  it('two fixes of one thing contradict each other: both are named, and neither passes in silence', () => {
    const { judged } = lookAt({ vehicle: ROD, unit: SHORT }, 'old-rod', 'adjustable-rod');
    expect(judged.faults.join(' ')).toContain('contradict each other');
    expect(judged.taken).toHaveLength(1);
    const ends = [
      ['port-thread', 'M12x1.0', 'front-left'],
      ['port-seat', 'bubble-flare', 'front-left'],
      ['tube', '4.75 mm', 'front-left'],
    ] as const;
    const port = [['port-thread', 'M10x1.0', 'front-left'], ends[1]] as const;
    const both = lookAt({ vehicle: ends, unit: port }, 'adapter@front-left', 'reflare@front-left');
    expect(both.judged.faults.join(' ')).toContain('contradict each other');
    expect(both.judged.taken.map(({ fix }) => fix.fix)).toEqual(['adapter']);
  });
  it('fluid that ruins the seals has no fix', () => {
    const lost = lookAt({ vehicle: [['fluid', 'mineral']], unit: [['seals', 'EPDM']] }).check('seals');
    expect(lost).toMatchObject({ state: 'does-not-fit', fixes: [] });
  });
});
