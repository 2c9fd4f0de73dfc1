import { describe, expect, it } from 'vitest';
import { partRow, PARTS, ROLES, type ChainFact, type Joint, type Part, type PartKind } from '../chain/index.js';
import { STANDARD_PRACTICE } from '../practice/index.js';
import { checkChain } from '../verdict/index.js';
import { CHECKS, type CheckCode, type CheckRow } from './index.js';

/** Values of both faces that go together, and that do not. Every row of the table has both, so that a row that judges nothing is noticed. */
type Two = readonly [ChainFact['value'], ChainFact['value']];
const VALUES: Readonly<
  Record<
    string,
    { readonly fits: Two; readonly not: Two; readonly with?: Readonly<Record<string, ChainFact['value']>> }
  >
> = {
  'rod.length': { fits: [120, 120.4], not: [120, 158] },
  'rod.pin': { fits: [10, 10.1], not: [10, 12] },
  'rod.kind': { fits: ['fork', 'fork'], not: ['fork', 'ball'] },
  'rod.end': { fits: ['ball', 'ball'], not: ['ball', 'flat'] },
  'rod.retention': { fits: ['ring', 'ring'], not: ['ring', 'clip'] },
  'rod.linkage': { fits: ['direct', null], not: ['cross', null] },
  'rod.engaged': { fits: [null, 15], not: [null, 6], with: { 'rod-thread': 'M8x1.25' } },
  'mount.spacing': { fits: [80, 80.4], not: [80, 80.6] },
  'mount.count': { fits: [2, 2], not: [2, 3] },
  'mount.pilot': { fits: [42, 41.6], not: [42, 42.2] },
  'mount.angle': { fits: [90, 91], not: [90, 80] },
  'mount.thread': { fits: ['M8x1.25', 'M8x1.25'], not: ['M8x1.25', 'M10x1.0'] },
  'mount.stud-length': { fits: [22, 10], not: [15, 10], with: { 'under-nut': null, 'stud-thread': 'M8x1.25' } },
  'mount.ring': { fits: [50, 50.2], not: [50, 54] },
  'mount.hand': { fits: ['left', 'left'], not: ['left', 'right'] },
  'mount.torque': { fits: [null, 24], not: [null, null] },
  'push.gap': { fits: [21.5, 21.9], not: [22.3, 21.9], with: { insert: null, 'pin-adjustable': 'fixed' } },
  'push.force': { fits: [4000, 6000], not: [6000, 4000] },
  'port.thread': { fits: ['M10x1.0', 'M10x1.0'], not: ['M10x1.0', '3/8-24 UNF'] },
  'port.seat': { fits: ['bubble-flare', 'bubble-flare'], not: ['bubble-flare', 'inverted-flare'] },
  'port.gender': { fits: ['female', 'male'], not: ['male', 'male'] },
  'port.feeds': { fits: ['front', 'front'], not: ['front', 'rear'] },
  'port.tube': { fits: ['3/16 in', '4.75 mm'], not: ['1/4 in', '6 mm'] },
  'port.bolt': { fits: [14, 24], not: [8, 24], with: { eye: 10 } },
  'port.retention': { fits: ['pin', 'pin'], not: ['pin', 'clip'] },
  'tail.vacuum': { fits: [11, 11.5], not: [11, 14] },
  'tail.feed': { fits: [7, 7.5], not: [7, 10] },
  'neck.kind': { fits: ['clipped', 'clipped'], not: ['clipped', 'pinned'] },
  'neck.spacing': { fits: [40, 40.3], not: [40, 48] },
  'neck.size': { fits: [16, 16.2], not: [16, 17] },
  'wiring.plug': { fits: ['flat 2-pin', 'flat 2-pin'], not: ['flat 2-pin', 'round 3-pin'] },
  'fork.travel': { fits: [15, 15.5], not: [15, 14.5] },
  'fork.foot': { fits: ['present', 'present'], not: ['present', null] },
  'fork.bleeder': { fits: ['top', 'top'], not: ['top', 'bottom'] },
  'carrier.spacing': { fits: [90, 90.2], not: [90, 91] },
  'carrier.offset': { fits: [40, 40.4], not: [40, 42] },
  'carrier.hand': { fits: ['left', 'left'], not: ['left', 'right'] },
  'disc.diameter': { fits: [260, 260.5], not: [260, 280] },
  'disc.thickness': { fits: [22, 22], not: [22, 26] },
  'wheel.size': { fits: [406.4, 381], not: [381, 406.4] },
  'wheel.sweep': { fits: [190, 160], not: [160, 160] },
  'wheel.spokes': { fits: [60, 40], not: [40, 40] },
  'supply.kind': { fits: ['pump', 'pump'], not: ['vacuum', 'pump'] },
  'supply.flow': { fits: [8, 6], not: [5, 6] },
  'supply.pressure': { fits: [9, 7], not: [6, 7] },
  'supply.returns': { fits: [2, 2], not: [1, 2] },
  'supply.thread': { fits: ['M16x1.5', 'M16x1.5'], not: ['M16x1.5', 'M18x1.5'] },
  'supply.end': { fits: ['o-ring', 'o-ring'], not: ['o-ring', 'flare-37'] },
  'supply.return': { fits: [10, 10.5], not: [10, 13] },
  'supply.fluid': { fits: ['mineral', 'mineral'], not: ['mineral', 'steering-fluid'] },
  'room.front': { fits: [210, 200], not: [203, 200] },
  'room.left': { fits: [110, 100], not: [103, 100] },
  'room.right': { fits: [110, 100], not: [103, 100] },
  'room.up': { fits: [110, 100], not: [103, 100] },
  'room.behind': { fits: [30, 20], not: [20, 20] },
} satisfies Record<string, { fits: Two; not: Two; with?: Record<string, ChainFact['value']> }>;

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
function checkWith(row: CheckRow, [a, b]: Two, more: Readonly<Record<string, ChainFact['value']>> = {}) {
  const kinds = [kindFor(row, 0), kindFor(row, 1)] as const;
  const at = (side: 0 | 1): string => {
    if (row.joint === 'port') return side === 0 ? '@in' : '@from';
    const faces = partRow(kinds[side]).faces.filter((f) => f.joint === row.joint);
    const face = faces.find((f) => f.role === ROLES[row.joint][side]);
    return faces.length > 1 && face ? `@${face.at}` : '';
  };
  const position = (side: 0 | 1) => {
    const name = at(side).slice(1);
    return name === '' ? {} : { position: name };
  };
  const facts = (side: 0 | 1, value: ChainFact['value'], name: CheckRow['a']): ChainFact[] => [
    { attribute: name, ...position(side), value },
    ...(Object.entries(more) as [CheckRow['a'], ChainFact['value']][]).map(([attribute, v]): ChainFact => ({
      attribute,
      ...position(side),
      value: v,
    })),
  ];
  const first: Part = { id: 'first', kind: kinds[0], facts: facts(0, a, row.a) };
  const second: Part = { id: 'second', kind: kinds[1], facts: [] };
  const mount: Joint[] =
    row.joint === 'push' ? [{ id: 'mount', kind: 'mount', between: ['first@master', 'second'], stack: [] }] : [];
  const joint: Joint = {
    id: 'joint',
    kind: row.joint,
    between: [`first${at(0)}`, `second${at(1)}`],
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
    practice: STANDARD_PRACTICE,
  });
  if ('faults' in answer) throw new Error(JSON.stringify(answer.faults));
  return answer.joints.find((j) => j.id === 'joint')?.checks.find((c) => c.code === row.code);
}

/** Rows that only tell something: their state is no refusal. */
const TOLD: readonly CheckCode[] = ['rod.linkage', 'mount.torque'];

describe('every row of the table of joints judges', () => {
  it('and the table of values has a row for each', () => {
    expect(Object.keys(VALUES).sort()).toEqual(CHECKS.map((row) => row.code).sort());
    expect(new Set(CHECKS.map((row) => row.code)).size).toBe(CHECKS.length);
  });
  it.each(CHECKS.map((row) => [row.code, row] as const))('%s', (code, row) => {
    const { fits, not, with: more } = VALUES[code] as (typeof VALUES)[string];
    expect(checkWith(row, fits, more)).toMatchObject({ state: 'fits', fixes: [] });
    const refused = checkWith(row, not, more);
    expect(refused?.state).toBe(
      TOLD.includes(code) ? (code === 'rod.linkage' ? 'fits-with-change' : 'not-known') : 'does-not-fit',
    );
    // What cannot be known until the part is there never stands in the way of ordering; everything else does.
    expect(refused?.rank).toBe(row.rank === 'design' ? 'must' : row.rank);
  });
});
