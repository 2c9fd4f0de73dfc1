import type { AttributeName } from '../../named/attribute/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import type { JointKind, PartKind } from './vocabulary.js';

/** The two roles of a joint, in the order in which a check reads them. */
export const ROLES = {
  rod: ['pedal', 'unit'],
  mount: ['base', 'flange'],
  push: ['pin', 'pocket'],
  port: ['port', 'end'],
  tail: ['nipple', 'hose'],
  neck: ['body', 'reservoir'],
  wiring: ['harness', 'unit'],
  fork: ['fork', 'slave'],
  carrier: ['carrier', 'caliper'],
  disc: ['disc', 'caliper'],
  wheel: ['wheel', 'caliper'],
  supply: ['pump', 'booster'],
  room: ['room', 'unit'],
} as const satisfies Readonly<Record<JointKind, readonly [string, string]>>;
export type Role = (typeof ROLES)[JointKind][number];

/** A face that a kind of part has, whatever is recorded of it. */
export interface FaceRow {
  readonly at: string;
  readonly joint: JointKind;
  readonly role: Role;
  /** Facts of these attributes that name no position are this face's where a part has several of a kind. */
  readonly owns?: readonly AttributeName[];
  /** What every face of this kind has, so that it is asked for when nobody recorded it. */
  readonly has?: readonly AttributeName[];
}

export interface PartRow {
  readonly kind: PartKind;
  readonly words: string;
  /** Ordered under a number of its own, with a design in the catalogue. */
  readonly unit?: UnitKind;
  readonly faces: readonly FaceRow[];
  /** Gender of its ports; "either" where each end says it. Undefined: it has no ports. */
  readonly ports?: 'female' | 'male' | 'either';
  /** How fluid goes through it: all its ports are one space, each circuit is one of its own, or none. */
  readonly fluid?: 'one' | 'circuits';
  /** It has to be fed, or nothing happens at its wheel or fork. */
  readonly fed?: true;
}

const face = (at: string, joint: JointKind, role: Role, rest: Omit<FaceRow, 'at' | 'joint' | 'role'> = {}): FaceRow => ({
  at,
  joint,
  role,
  ...rest,
});
const ROOM = face('around', 'room', 'unit');
const WIRING = face('plug', 'wiring', 'unit');
const MOUNT: readonly AttributeName[] = ['stud-spacing', 'stud-count', 'stud-thread', 'stud-length', 'flange-thickness'];

/** Every kind of part with its faces. */
export const PARTS: readonly PartRow[] = [
  { kind: 'pedal', words: 'pedal', faces: [face('rod', 'rod', 'pedal'), WIRING] },
  { kind: 'bulkhead', words: 'bulkhead', faces: [face('mount', 'mount', 'base', { has: ['stud-spacing'] })] },
  {
    kind: 'booster',
    words: 'booster',
    unit: 'booster',
    ports: 'female',
    fluid: 'circuits',
    faces: [
      face('rod', 'rod', 'unit', { has: ['rod-length', 'clevis-pin'] }),
      face('bulkhead', 'mount', 'flange', { owns: MOUNT, has: ['stud-spacing'] }),
      face('master', 'mount', 'base', { owns: ['plate'], has: ['stud-spacing', 'pilot'] }),
      face('push', 'push', 'pin', { has: ['booster-pin'] }),
      face('vacuum', 'tail', 'nipple', { has: ['vacuum-hose'] }),
      face('supply', 'supply', 'booster', { has: ['booster-supply'] }),
      WIRING,
      ROOM,
    ],
  },
  {
    kind: 'brake-master',
    words: 'brake master',
    unit: 'brake-master',
    ports: 'female',
    fluid: 'circuits',
    faces: [
      face('rod', 'rod', 'unit', { has: ['rod-length', 'clevis-pin'] }),
      face('mount', 'mount', 'flange', { has: ['stud-spacing', 'pilot'] }),
      face('push', 'push', 'pocket', { has: ['recess-depth', 'insert'] }),
      face('neck', 'neck', 'body'),
      face('feed', 'tail', 'nipple'),
      WIRING,
      ROOM,
    ],
  },
  {
    kind: 'clutch-master',
    words: 'clutch master',
    unit: 'clutch-master',
    ports: 'female',
    fluid: 'one',
    faces: [
      face('rod', 'rod', 'unit', { has: ['rod-length', 'clevis-pin'] }),
      face('mount', 'mount', 'flange', { has: ['stud-spacing', 'pilot'] }),
      face('neck', 'neck', 'body'),
      face('feed', 'tail', 'nipple'),
      WIRING,
      ROOM,
    ],
  },
  {
    kind: 'reservoir',
    words: 'reservoir',
    faces: [face('neck', 'neck', 'reservoir'), face('feed', 'tail', 'nipple', { owns: ['feed-hose'] }), WIRING, ROOM],
  },
  { kind: 'modulator', words: 'modulator', ports: 'female', fluid: 'circuits', faces: [WIRING] },
  { kind: 'valve', words: 'valve', ports: 'female', fluid: 'one', faces: [WIRING] },
  { kind: 'line', words: 'line', ports: 'male', fluid: 'one', faces: [] },
  { kind: 'hose', words: 'hose', ports: 'either', fluid: 'one', faces: [face('tail', 'tail', 'hose')] },
  { kind: 'block', words: 'block', ports: 'female', fluid: 'one', faces: [WIRING] },
  { kind: 'connector', words: 'inline connector', ports: 'female', fluid: 'one', faces: [] },
  { kind: 'tee', words: 'tee', ports: 'female', fluid: 'one', faces: [] },
  { kind: 'adapter', words: 'adapter', ports: 'either', fluid: 'one', faces: [] },
  {
    kind: 'caliper',
    words: 'caliper',
    unit: 'caliper',
    ports: 'female',
    fluid: 'one',
    fed: true,
    faces: [face('carrier', 'carrier', 'caliper'), face('disc', 'disc', 'caliper'), face('wheel', 'wheel', 'caliper'), ROOM],
  },
  {
    kind: 'wheel-cylinder',
    words: 'wheel cylinder',
    unit: 'wheel-cylinder',
    ports: 'female',
    fluid: 'one',
    fed: true,
    faces: [face('mount', 'mount', 'flange')],
  },
  { kind: 'carrier', words: 'carrier', faces: [face('carrier', 'carrier', 'carrier')] },
  { kind: 'disc', words: 'disc', faces: [face('disc', 'disc', 'disc')] },
  { kind: 'backing-plate', words: 'backing plate', faces: [face('mount', 'mount', 'base')] },
  { kind: 'wheel', words: 'wheel', faces: [face('wheel', 'wheel', 'wheel')] },
  {
    kind: 'slave',
    words: 'slave cylinder',
    unit: 'slave',
    ports: 'female',
    fluid: 'one',
    fed: true,
    faces: [face('mount', 'mount', 'flange', { has: ['stud-spacing'] }), face('fork', 'fork', 'slave', { has: ['travel'] }), ROOM],
  },
  { kind: 'gearbox', words: 'gearbox', faces: [face('mount', 'mount', 'base', { has: ['stud-spacing'] })] },
  { kind: 'fork', words: 'release fork', faces: [face('fork', 'fork', 'fork')] },
  { kind: 'pump', words: 'pump', ports: 'female', faces: [face('supply', 'supply', 'pump')] },
  { kind: 'steering-gear', words: 'steering gear', ports: 'female', faces: [] },
  { kind: 'bracket', words: 'bracket', faces: [face('mount', 'mount', 'base'), face('back', 'mount', 'flange')] },
  { kind: 'harness', words: 'harness', faces: [face('plug', 'wiring', 'harness')] },
  { kind: 'room', words: 'room', faces: [face('around', 'room', 'room')] },
];

const BY_KIND = new Map(PARTS.map((row) => [row.kind, row]));

/** The row of a kind of part. Throws on a kind that no row has: a programming error. */
export function partRow(kind: PartKind): PartRow {
  const row = BY_KIND.get(kind);
  if (!row) throw new Error(`No part kind "${kind}"`);
  return row;
}
