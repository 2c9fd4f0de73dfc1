import type { AttributeName } from '../attribute/index.js';
import { knownAt, type ChainFact, type EditBody, type Face, type PartKind } from '../chain/index.js';
import type { CheckCode } from '../joint/checks.data.js';
import { positionOf } from '../joint/judge.js';
import type { Case, Finding } from '../joint/types.js';
import { lookup } from '../words/lookup.js';
import type { Fix, Skill } from './types.js';

/** One row of the table of fixes. */
export interface FixRow {
  readonly fix: string;
  readonly answers: readonly CheckCode[];
  /** Only where the unit is one of these. */
  readonly kinds?: readonly PartKind[];
  readonly order: number;
  readonly minutes: number;
  readonly skill?: Skill;
  /** What it changes; nothing where it cannot be done here. */
  readonly edits: (c: Case, found: Finding) => readonly EditBody[];
  readonly parts?: (c: Case, found: Finding) => Fix['parts'];
}

const MASTERS: readonly PartKind[] = ['brake-master', 'clutch-master'];
const figure = (found: Finding, name: string): number | undefined => {
  const value = lookup(found.values, name);
  return typeof value === 'number' ? value : undefined;
};
const hundredths = (mm: number): number => Math.round(mm * 100) / 100;

/** The facts of one face as facts of the other: a part of one moves to the other, or is made to suit it. */
function copy(from: Face, to: Face, ...names: readonly AttributeName[]): ChainFact[] {
  return names.flatMap((attribute) => {
    const known = knownAt(from, attribute);
    const position = positionOf(to, attribute);
    if (known === undefined) return [];
    const { value, tolerance, rests } = known;
    return [{ attribute, ...(position === undefined ? {} : { position }), value, tolerance, rests, instead: true }];
  });
}
const setOn = (face: Face, facts: readonly ChainFact[]): EditBody[] => (facts.length === 0 ? [] : [{ do: 'set', at: face.part.id, facts }]);

/** The unit that comes off at the place of a face, as that face. */
function oldFace(c: Case, face: Face): Face | undefined {
  const part = c.view.now.get(face.part.id);
  return part && part.kind === face.part.kind && part.unit !== face.part.unit ? { ...face, part } : undefined;
}

/** How much the clearance lacks to the middle of its target; positive when the rod reaches too far. */
const gapMissing = (found: Finding): number => {
  const [low, high, gap] = [figure(found, 'low'), figure(found, 'high'), figure(found, 'gap')];
  return low === undefined || high === undefined || gap === undefined ? 0 : (low + high) / 2 - gap;
};

const ROD_FACTS = ['rod-length', 'rod-kind', 'rod-end', 'clevis-pin', 'rod-thread', 'rod-engaged', 'rod-adjust', 'rod-thread-length'] as const;

/** Length of thread that may be cut off a rod: what is not in the fork, as far as it is known. */
function threadFree(c: Case): number | undefined {
  const [whole, engaged] = [knownAt(c.b, 'rod-thread-length')?.value, knownAt(c.b, 'rod-engaged')?.value];
  return typeof whole === 'number' && typeof engaged === 'number' ? whole - engaged : undefined;
}

/** Flares that can be made new on a cut tube. */
const FLARES: readonly unknown[] = ['inverted-flare', 'bubble-flare'];

/** Every fix, each as the edits that it makes. */
export const FIXES: readonly FixRow[] = [
  {
    // The old rod goes into the new unit; what belongs to the new body, its retention, stays the new body's.
    fix: 'old-rod',
    answers: ['rod.length', 'rod.kind', 'rod.end', 'rod.pin'],
    order: 1,
    minutes: 10,
    edits: (c) => {
      const old = oldFace(c, c.b);
      return old ? setOn(c.b, copy(old, c.b, ...ROD_FACTS)) : [];
    },
  },
  {
    fix: 'adjustable-rod',
    answers: ['rod.length'],
    order: 3,
    minutes: 20,
    edits: (c) => [{ do: 'set', at: c.b.part.id, facts: [...copy(c.a, c.b, 'rod-length', 'clevis-pin'), { attribute: 'rod-adjust', value: 20, instead: true }] }],
    parts: () => [{ item: 'rod', quantity: 1 }],
  },
  {
    // Never while its thread is not known, nor beyond what the thread allows.
    fix: 'cut-rod',
    answers: ['rod.length'],
    order: 5,
    minutes: 30,
    edits: (c, found) => {
      const [over, own, free] = [figure(found, 'over') ?? 0, figure(found, c.b.ref), threadFree(c)];
      if (over <= 0 || own === undefined || free === undefined || over > free) return [];
      return [{ do: 'set', at: c.b.part.id, facts: [{ attribute: 'rod-length', value: hundredths(own - over), rests: 'recorded', instead: true }] }];
    },
  },
  {
    fix: 'bushing',
    answers: ['rod.pin'],
    order: 2,
    minutes: 10,
    edits: (c, found) => ((figure(found, c.b.ref) ?? 0) > (figure(found, c.a.ref) ?? 0) ? setOn(c.b, copy(c.a, c.b, 'clevis-pin')) : []),
    parts: () => [{ item: 'clevis-pin', quantity: 1 }],
  },
  {
    fix: 'nuts',
    answers: ['mount.thread'],
    order: 1,
    minutes: 0,
    edits: (c) => setOn(c.b, copy(c.a, c.b, 'stud-thread')),
    parts: () => [{ item: 'nut', quantity: 2 }],
  },
  {
    fix: 'longer-stud',
    answers: ['mount.stud-length'],
    order: 4,
    minutes: 30,
    edits: (c, found) => {
      const needed = figure(found, 'needed');
      const position = positionOf(c.a, 'stud-length');
      if (needed === undefined) return [];
      return setOn(c.a, [{ attribute: 'stud-length', ...(position === undefined ? {} : { position }), value: Math.ceil(needed + 2), rests: 'recorded', instead: true }]);
    },
    parts: () => [{ item: 'bolt', quantity: 2 }],
  },
  {
    // A bracket between the bulkhead and a master; studs that miss are never slotted.
    fix: 'bracket',
    answers: ['mount.spacing', 'mount.angle', 'mount.pilot'],
    kinds: MASTERS,
    order: 6,
    minutes: 120,
    skill: 'machinist',
    edits: (c) =>
      c.a.part.kind === 'bulkhead'
        ? [{ do: 'stack', joint: c.joint.id, item: 'bracket', sizeMm: BRACKET_MM }]
        : [],
    parts: () => [{ item: 'bracket', quantity: 1 }],
  },
  {
    // Brings the master forward and takes thread from the studs. Nobody is told to make an insert.
    fix: 'spacer',
    answers: ['push.gap'],
    order: 5,
    minutes: 60,
    skill: 'machinist',
    edits: (c, found) => {
      const missing = gapMissing(found);
      if (found.state === 'not-known' && (figure(found, 'gap') ?? 1) > 0) return [];
      return missing > 0 && c.joint.through !== undefined
        ? [{ do: 'stack', joint: c.joint.through, item: 'spacer', sizeMm: hundredths(missing) }]
        : [];
    },
    parts: () => [{ item: 'spacer', quantity: 1 }],
  },
  {
    // Another nut and flare, made on the line that is there.
    fix: 'reflare',
    answers: ['port.thread', 'port.seat'],
    order: 4,
    minutes: 25,
    edits: (c) => {
      const [port, seat] = [knownAt(c.a, 'port-thread')?.value, knownAt(c.a, 'port-seat')?.value];
      return c.b.part.kind === 'line' && typeof port === 'string' && FLARES.includes(seat)
        ? setOn(c.b, copy(c.a, c.b, 'port-thread', 'port-seat'))
        : [];
    },
    parts: () => [{ item: 'tube-nut', quantity: 1 }],
  },
  {
    fix: 'small-hose',
    answers: ['tail.vacuum', 'tail.feed'],
    order: 2,
    minutes: 15,
    edits: (c) => setOn(c.b, copy(c.a, c.b, c.row.a)),
    parts: () => [
      { item: 'feed-hose', quantity: 1 },
      { item: 'hose-clamp', quantity: 2 },
    ],
  },
  {
    fix: 'grommets',
    answers: ['neck.size'],
    order: 1,
    minutes: 5,
    edits: (c) => setOn(c.a, copy(c.b, c.a, 'grommet-size')),
    parts: () => [{ item: 'grommet', quantity: 2 }],
  },
  {
    fix: 'move-sensor',
    answers: ['wiring.plug'],
    order: 2,
    minutes: 10,
    edits: (c) => {
      const old = oldFace(c, c.b);
      const name = c.b.at as AttributeName;
      return old && knownAt(c.b, name)?.value !== null && knownAt(old, name)?.value === knownAt(c.a, name)?.value
        ? setOn(c.b, copy(old, c.b, name))
        : [];
    },
  },
  {
    fix: 'harness',
    answers: ['wiring.plug'],
    order: 5,
    minutes: 40,
    edits: (c) => {
      const name = c.b.at as AttributeName;
      return typeof knownAt(c.b, name)?.value === 'string' ? setOn(c.a, copy(c.b, c.a, name)) : [];
    },
  },
  {
    fix: 'swap-bleeder',
    answers: ['fork.bleeder'],
    order: 1,
    minutes: 5,
    edits: (c, found) => (lookup(found.values, c.b.ref) === 'top' ? [] : setOn(c.b, copy(c.a, c.b, 'bleeder'))),
  },
  {
    // The carrier that belongs to the caliper, with its bolts.
    fix: 'carrier',
    answers: ['carrier.spacing', 'carrier.offset'],
    order: 4,
    minutes: 30,
    edits: (c) => setOn(c.a, copy(c.b, c.a, 'carrier-spacing', 'offset')),
    parts: () => [{ item: 'bracket', quantity: 1 }],
  },
];

const BRACKET_MM = 6;
