import { describe, expect, it } from 'vitest';
import { checkChain } from '../../job/index.js';
import { attribute, type AttributeName } from '../../named/attribute/index.js';
import { STANDARD_SETTINGS } from '../../named/settings/index.js';
import {
  faceRef,
  type ChainFact,
  type Joint,
  type Part,
  type PartKind,
  partRow,
  PARTS,
  ROLES,
} from '../../vehicle/chain/index.js';
import { type CheckCode, type CheckRow, CHECKS } from '../check/index.js';

/**
 * Values of both faces that go together, and that do not. Every row of the table has both, so that a row that judges
 * nothing is noticed.
 */
type Two = readonly [ChainFact['value'], ChainFact['value']];
const VALUES: Readonly<
  Record<
    string,
    {
      readonly of: readonly AttributeName[];
      /** When it is asked, and how sure one has to be before ordering. */
      readonly is: string;
      readonly fits: Two;
      readonly not: Two;
      readonly with?: Readonly<Record<string, ChainFact['value']>>;
    }
  >
> = {
  'rod.length': {
    of: ['rod-length'],
    is: 'always must',
    fits: [120, 120.4],
    not: [120, 158],
    with: { 'rod-adjust': 20 },
  },
  'rod.pin': { of: ['clevis-pin'], is: 'always must', fits: [10, 10.1], not: [10, 12] },
  'rod.kind': { of: ['rod-kind'], is: 'always must', fits: ['fork', 'fork'], not: ['fork', 'ball'] },
  'rod.end': { of: ['rod-end'], is: 'either receive', fits: ['ball', 'ball'], not: ['ball', 'flat'] },
  'rod.retention': { of: ['rod-retention'], is: 'either receive', fits: ['ring', 'ring'], not: ['ring', 'clip'] },
  'rod.linkage': { of: ['linkage'], is: 'either tells', fits: ['direct', null], not: ['cross', null] },
  'rod.height': {
    of: ['pedal-height'],
    is: 'either tells',
    fits: [150, null],
    not: [null, null],
    with: { 'rod-length': 120, 'pedal-ratio': 4 },
  },
  'rod.engaged': {
    of: ['rod-engaged'],
    is: 'either receive',
    fits: [null, 15],
    not: [null, 6],
    with: { 'rod-thread': 'M8x1.25' },
  },
  'mount.spacing': { of: ['stud-spacing'], is: 'always must', fits: [80, 80.4], not: [80, 80.6] },
  'mount.count': { of: ['stud-count'], is: 'both receive', fits: [2, 2], not: [2, 3] },
  'mount.pilot': { of: ['pilot'], is: 'always must', fits: [42, 41.6], not: [42, 42.2] },
  'mount.angle': { of: ['flange-angle'], is: 'always must', fits: [90, 91], not: [90, 80] },
  'mount.thread': {
    of: ['stud-thread'],
    is: 'both receive',
    fits: ['M8x1.25', 'M8x1.25'],
    not: ['M8x1.25', 'M10x1.0'],
  },
  'mount.stud-length': {
    of: ['stud-length', 'flange-thickness'],
    is: 'either receive',
    fits: [22, 10],
    not: [15, 10],
    with: { 'under-nut': null, 'stud-thread': 'M8x1.25' },
  },
  'mount.ring': { of: ['seal-ring'], is: 'either receive', fits: [50, 50.2], not: [50, 54] },
  'mount.hand': { of: ['driving-side'], is: 'both receive', fits: ['left', 'left'], not: ['left', 'right'] },
  'mount.torque': { of: ['torque'], is: 'either tells', fits: [null, 24], not: [null, null] },
  'push.gap': {
    of: ['booster-pin', 'recess-depth'],
    is: 'always must',
    fits: [21.5, 21.9],
    not: [22.3, 21.9],
    with: { insert: null, 'pin-adjustable': 'fixed' },
  },
  'push.force': { of: ['output-force', 'force-limit'], is: 'either receive', fits: [4000, 6000], not: [6000, 4000] },
  'port.thread': {
    of: ['port-thread'],
    is: 'always must',
    fits: ['M10x1.0', 'M10x1.0'],
    not: ['M10x1.0', '3/8-24 UNF'],
  },
  'port.seat': {
    of: ['port-seat'],
    is: 'always must',
    fits: ['bubble-flare', 'bubble-flare'],
    not: ['bubble-flare', 'inverted-flare'],
  },
  'port.gender': { of: ['port-gender'], is: 'both receive', fits: ['female', 'male'], not: ['male', 'male'] },
  'port.feeds': { of: ['port-feeds'], is: 'both receive', fits: ['front', 'front'], not: ['front', 'rear'] },
  'port.tube': { of: ['tube'], is: 'both receive', fits: ['3/16 in', '4.75 mm'], not: ['1/4 in', '6 mm'] },
  'port.bolt': {
    of: ['port-depth', 'bolt-length'],
    is: 'either receive',
    fits: [14, 24],
    not: [8, 24],
    with: { eye: 10 },
  },
  'port.retention': { of: ['line-retention'], is: 'either receive', fits: ['pin', 'pin'], not: ['pin', 'clip'] },
  'tail.vacuum': { of: ['vacuum-hose'], is: 'always must', fits: [11, 11.5], not: [11, 14] },
  'tail.feed': { of: ['feed-hose'], is: 'always must', fits: [7, 7.5], not: [7, 10] },
  'neck.kind': { of: ['reservoir'], is: 'either receive', fits: ['clipped', 'clipped'], not: ['clipped', 'pinned'] },
  'neck.spacing': { of: ['grommet-spacing'], is: 'always must', fits: [40, 40.3], not: [40, 48] },
  'neck.size': { of: ['grommet-size'], is: 'always must', fits: [16, 16.2], not: [16, 17] },
  'wiring.plug': {
    of: ['sensor'],
    is: 'always must',
    fits: ['flat 2-pin', 'flat 2-pin'],
    not: ['flat 2-pin', 'round 3-pin'],
  },
  'fork.travel': { of: ['travel'], is: 'always must', fits: [15, 15.5], not: [15, 14.5] },
  'fork.foot': { of: ['foot'], is: 'always must', fits: ['present', 'present'], not: ['present', null] },
  'fork.bleeder': { of: ['bleeder'], is: 'always must', fits: ['top', 'top'], not: ['top', 'bottom'] },
  'carrier.spacing': { of: ['carrier-spacing'], is: 'always must', fits: [90, 90.2], not: [90, 91] },
  'carrier.offset': { of: ['offset'], is: 'always must', fits: [40, 40.4], not: [40, 42] },
  'carrier.hand': { of: ['hand'], is: 'either receive', fits: ['left', 'left'], not: ['left', 'right'] },
  'disc.diameter': { of: ['disc'], is: 'always must', fits: [260, 260.5], not: [260, 280] },
  'disc.thickness': { of: ['disc-thickness'], is: 'either receive', fits: [22, 22], not: [22, 26] },
  'wheel.size': { of: ['wheel-size', 'wheel-least'], is: 'always design', fits: [406.4, 381], not: [381, 406.4] },
  'wheel.sweep': { of: ['wheel-inside', 'sweep'], is: 'either receive', fits: [190, 160], not: [160, 160] },
  'wheel.spokes': { of: ['spoke-room', 'overhang'], is: 'either receive', fits: [60, 40], not: [40, 40] },
  'supply.kind': { of: ['booster-supply'], is: 'always must', fits: ['pump', 'pump'], not: ['vacuum', 'pump'] },
  'supply.flow': { of: ['pump-flow', 'flow-wanted'], is: 'always design', fits: [8, 6], not: [5, 6] },
  'supply.pressure': { of: ['relief-pressure', 'pressure-wanted'], is: 'always design', fits: [9, 7], not: [6, 7] },
  'supply.returns': { of: ['pump-returns', 'returns-wanted'], is: 'always design', fits: [2, 2], not: [1, 2] },
  'supply.thread': {
    of: ['pressure-thread'],
    is: 'always must',
    fits: ['M16x1.5', 'M16x1.5'],
    not: ['M16x1.5', 'M18x1.5'],
  },
  'supply.end': { of: ['pressure-end'], is: 'always must', fits: ['o-ring', 'o-ring'], not: ['o-ring', 'flare-37'] },
  'supply.return': { of: ['return-hose'], is: 'either receive', fits: [10, 10.5], not: [10, 13] },
  'supply.fluid': {
    of: ['assist-fluid'],
    is: 'either receive',
    fits: ['mineral', 'mineral'],
    not: ['mineral', 'steering-fluid'],
  },
  'room.front': { of: ['room-front', 'reach-front'], is: 'always design', fits: [210, 200], not: [203, 200] },
  'room.left': { of: ['room-left', 'reach-left'], is: 'either receive', fits: [110, 100], not: [103, 100] },
  'room.right': { of: ['room-right', 'reach-right'], is: 'either receive', fits: [110, 100], not: [103, 100] },
  'room.up': { of: ['room-up', 'reach-up'], is: 'either receive', fits: [110, 100], not: [103, 100] },
  'room.behind': { of: ['room-behind', 'reach-behind'], is: 'either receive', fits: [30, 20], not: [20, 20] },
} satisfies Record<
  string,
  { of: AttributeName[]; is: string; fits: Two; not: Two; with?: Record<string, ChainFact['value']> }
>;

/** A kind of part with a face of one role of a joint, as a row of the table allows. */
function kindFor(row: CheckRow, side: 0 | 1): PartKind {
  const only = side === 0 ? row.first : row.second;
  const kinds = PARTS.filter((part) =>
    row.joint === 'port'
      ? part.kind === (side === 0 ? 'caliper' : 'line')
      : part.faces.some((f) => f.joint === row.joint && f.role === ROLES[row.joint][side]),
  ).map((part) => part.kind);
  const kind = kinds.find((k) => only?.includes(k) ?? true);
  if (kind === undefined) throw new Error(`No part for ${row.code}`);
  return kind;
}

/** The check of one row in a chain of two parts, the second one new, with these values. */
function checkWith(
  row: CheckRow,
  [a, b]: Two,
  more: Readonly<Record<string, ChainFact['value']>> = {},
  open: readonly [number, number] = [0, 0],
) {
  const kinds = [kindFor(row, 0), kindFor(row, 1)] as const;
  const at = (side: 0 | 1): string | undefined => {
    if (row.joint === 'port') return side === 0 ? 'in' : 'from';
    const faces = partRow(kinds[side]).faces.filter((f) => f.joint === row.joint);
    const face = faces.find((f) => f.role === ROLES[row.joint][side]);
    return faces.length > 1 && face ? face.at : undefined;
  };
  const position = (side: 0 | 1) => {
    const name = at(side);
    return name === undefined ? {} : { position: name };
  };
  const facts = (side: 0 | 1, value: ChainFact['value'], name: CheckRow['a']): ChainFact[] => [
    { attribute: name, ...position(side), value, ...(open[side] === 0 ? {} : { tolerance: open[side] }) },
    ...(Object.entries(more) as [CheckRow['a'], ChainFact['value']][]).map(([attribute, v]): ChainFact => ({
      attribute,
      ...position(side),
      value: v,
    })),
  ];
  const first: Part = { id: 'first', kind: kinds[0], facts: facts(0, a, row.a) };
  const second: Part = { id: 'second', kind: kinds[1], facts: [] };
  const mount: Joint[] =
    row.joint === 'push'
      ? [{ id: 'mount', kind: 'mount', between: [faceRef('first', 'master'), faceRef('second')], stack: [] }]
      : [];
  const joint: Joint = {
    id: 'joint',
    kind: row.joint,
    between: [faceRef('first', at(0)), faceRef('second', at(1))],
    ...(row.joint === 'push' ? { through: 'mount' } : {}),
    ...(row.joint === 'mount' ? { stack: [] } : {}),
  };
  const answer = checkChain({
    parts: [first, second],
    joints: [...mount, joint],
    edits: [
      {
        id: 'put',
        do: 'put',
        at: 'second',
        kind: kinds[1],
        unit: 'new',
        facts: facts(1, b, row.b ?? row.a),
        wanted: true,
      },
    ],
    listed: [],
    settings: STANDARD_SETTINGS,
  });
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer.joints.find((j) => j.id === 'joint')?.checks.find((c) => c.code === row.code);
}

/** Rows that only tell something: their state is no refusal. */
const TOLD: readonly CheckCode[] = ['rod.linkage', 'rod.height', 'mount.torque'];

/** Everything that a row of the table claims, asserted. */
function expectJudges(row: CheckRow): void {
  const { of, is, fits, not, with: more } = VALUES[row.code] as (typeof VALUES)[string];
  // A fact goes to where the trade looks for it, and the row says how much hangs on it.
  expect([row.a, ...(row.b === undefined ? [] : [row.b])]).toEqual(of);
  expect(`${row.asked} ${row.rank}`).toBe(is);
  expect(checkWith(row, fits, more)).toMatchObject({ state: 'fits', fixes: [] });
  const refused = checkWith(row, not, more);
  const told = row.code === 'rod.linkage' ? 'fits-with-change' : 'not-known';
  expect(refused?.state).toBe(TOLD.includes(row.code) ? told : 'does-not-fit');
  // What cannot be known until the part is there never stands in the way of ordering; everything else does.
  expect(refused?.rank).toBe(row.rank === 'design' ? 'must' : row.rank);
}

describe('every row of the table of joints judges', () => {
  it('and the table of values has a row for each', () => {
    expect(Object.keys(VALUES).sort()).toEqual(CHECKS.map((row) => row.code).sort());
    expect(new Set(CHECKS.map((row) => row.code)).size).toBe(CHECKS.length);
  });
  it.each(CHECKS.map((row) => [row.code, row] as const))('%s', (_, row) => expectJudges(row));
});

describe('a wheel and the smallest that a caliper takes', () => {
  const row = CHECKS.find(({ code }) => code === 'wheel.size') as CheckRow;
  it.each<[string, Two, readonly [number, number], string]>([
    ['16 in has room for what wants 16 in', [406.4, 406.4], [0, 0], 'fits'],
    ['a wheel written 405 mm is one of 16 in', [405, 406.4], [0, 0], 'fits'],
    ['15 in has none for what wants 16 in', [381, 406.4], [0, 0], 'does-not-fit'],
    ['half an inch is another name', [393.7, 406.4], [0, 0], 'does-not-fit'],
    ['a reading between two names is open', [400, 406.4], [3, 0], 'not-known'],
    ['a coarse one that could only be larger fits', [430, 406.4], [6, 0], 'fits'],
  ])('%s', (_, two, open, state) => {
    expect(checkWith(row, two, {}, open)?.state).toBe(state);
  });
});

describe('more doubt never makes a row fit', () => {
  const FIGURES = CHECKS.filter((row) => {
    const { fits, not } = VALUES[row.code] as (typeof VALUES)[string];
    const counted = [row.a, row.b ?? row.a].some((name) => attribute(name).kind === 'count');
    return [fits, not].every((two) => two.every((v) => typeof v === 'number')) && !counted && row.rank !== 'tells';
  });
  const OPEN = [0, 0.03, 0.1, 0.4, 2, 15, 4000];
  it.each(FIGURES.map((row) => [row.code, row] as const))('%s', (_, row) => {
    const { fits, not, with: more } = VALUES[row.code] as (typeof VALUES)[string];
    for (let step = 0; step <= 20; step++) {
      const two = ([0, 1] as const).map(
        (i) => Number(fits[i]) + ((Number(not[i]) - Number(fits[i])) * step) / 20,
      ) as unknown as Two;
      for (const side of [0, 1] as const) {
        const states = OPEN.map((open) => {
          const check = checkWith(row, two, more, side === 0 ? [open, 0] : [0, open]);
          return check?.state ?? 'none';
        });
        const told = `${String(two)}, side ${side}: ${states.join(', ')}`;
        // The clearance is decided on its value, its danger on its interval.
        if (row.code !== 'push.gap') {
          const first = states.findIndex((state) => !state.startsWith('fits'));
          expect(
            states.slice(first < 0 ? states.length : first).filter((s) => s.startsWith('fits')),
            told,
          ).toEqual([]);
          expect(states.at(-1)?.startsWith('fits'), told).toBe(false);
        }
        if (row.rank === 'receive' && states[0] === 'does-not-fit')
          expect(new Set(states), told).toEqual(new Set(['does-not-fit']));
      }
    }
  });
});

describe('a row that is broken is noticed', () => {
  /**
   * Ways to break a row: another attribute, another rule, another rank, another time to ask, a limit that takes
   * anything.
   */
  const BREAKS: readonly (readonly [string, (row: CheckRow) => Partial<CheckRow>])[] = [
    ['another attribute', (row) => ({ a: row.a === 'bore' ? 'mouth' : 'bore' })],
    ['a rule that lets everything through', () => ({ rule: 'linkage' })],
    ['another rank', (row) => ({ rank: row.rank === 'must' ? 'receive' : 'must' })],
    ['another time to ask', (row) => ({ asked: row.asked === 'always' ? 'both' : 'always' })],
  ];
  it.each(CHECKS.map((row) => [row.code, row] as const))('%s', (code, row) => {
    for (const [words, broken] of BREAKS) {
      const change = broken(row);
      if (code === 'rod.linkage' && words.startsWith('a rule')) continue; // its own rule
      const before = { ...row };
      Object.assign(row, change);
      try {
        expect(() => expectJudges(row), `${code}: ${words}`).toThrow();
      } finally {
        Object.assign(row, before);
      }
    }
    expectJudges(row);
  });
});
