import { sureAt, type PartKind } from '../../vehicle/chain/index.js';
import { copy, fact, figure, type FixCase, type FixRow, hundredths, make, move, numberAt, oldFace, order, setOn, textAt, valueAt } from './row.js';

const MASTERS: readonly PartKind[] = ['brake-master', 'clutch-master'];

/** How much the clearance lacks to the middle of its target; positive when the rod reaches too far. */
const gapMissing = (c: FixCase): number => {
  const [low, high, gap] = [figure(c, 'low'), figure(c, 'high'), figure(c, 'gap')];
  return low === undefined || high === undefined || gap === undefined ? 0 : (low + high) / 2 - gap;
};

const ROD_FACTS = ['rod-length', 'rod-kind', 'rod-end', 'clevis-pin', 'rod-thread', 'rod-engaged', 'rod-adjust', 'rod-thread-length'] as const; // prettier-ignore

/** The rod that is there: of the unit that comes off, or as its mate says. */
const oldRod = (c: FixCase) => oldFace(c, c.b) ?? (c.view.now.has(c.b.part.id) ? c.a : undefined);

/** Length of thread that may be cut off a rod: what is not in the fork, as far as it is known. */
function threadFree({ b }: FixCase): number | undefined {
  const [whole, engaged] = [numberAt(b, 'rod-thread-length'), numberAt(b, 'rod-engaged')];
  return whole === undefined || engaged === undefined ? undefined : whole - engaged;
}

/** Free length of the studs to order: what is needed, and two millimetres to show. */
const studMm = (c: FixCase): number | undefined => {
  const needed = figure(c, 'needed');
  return needed === undefined ? undefined : Math.ceil(needed + 2);
};

/** Thickness of a bracket and of the steel that it is made from. */
const BRACKET_MM = 6;

/** Fixes at pedal, rod, bulkhead and booster face. Nobody is told to make an insert; studs that miss are never slotted. */
// prettier-ignore
export const ROD_AND_MOUNT: readonly FixRow[] = [
  {
    // What belongs to the new body, the retention of its rod, stays the new body's.
    fix: 'old-rod', answers: ['rod.length', 'rod.kind', 'rod.end', 'rod.pin'], kinds: MASTERS, order: 1, minutes: 10,
    edits: (c) => {
      const old = oldRod(c);
      return old && numberAt(old, 'rod-length') !== undefined ? setOn(c.b, ...copy(old, c.b, ...ROD_FACTS)) : [];
    },
    parts: () => [move('rod', 'rod')],
    values: (c) => ({ rod: valueAt(oldRod(c) ?? c.a, 'rod-length') ?? null }),
  },
  {
    fix: 'adjustable-rod', answers: ['rod.length'], kinds: MASTERS, order: 3, minutes: 20, tools: ['caliper'],
    edits: (c) => (numberAt(c.a, 'rod-length') === undefined ? [] : setOn(c.b, ...copy(c.a, c.b, 'rod-length', 'rod-kind', 'clevis-pin'), fact(c.b, 'rod-adjust', c.view.settings.adjustableRod))),
    parts: () => [order('rod', 'adjustable-rod')],
    values: (c) => ({ rod: valueAt(c.a, 'rod-length') ?? null }),
  },
  {
    // Never while its thread is not known, nor beyond what the thread allows.
    fix: 'cut-rod', answers: ['rod.length'], kinds: MASTERS, order: 5, minutes: 30, tools: ['fine saw', 'file', 'die'],
    edits: (c) => {
      const [over, own, free] = [figure(c, 'over') ?? 0, figure(c, c.b.label), threadFree(c)];
      if (over <= 0 || own === undefined || free === undefined || over > free) return [];
      const whole = numberAt(c.b, 'rod-thread-length') ?? 0;
      return setOn(c.b, fact(c.b, 'rod-length', hundredths(own - over)), fact(c.b, 'rod-thread-length', hundredths(whole - over)));
    },
    parts: () => [make('cut', 'rod')],
    values: (c) => ({ over: figure(c, 'over') ?? null, left: hundredths((threadFree(c) ?? 0) - (figure(c, 'over') ?? 0)) }),
  },
  {
    fix: 'weld-rod', answers: ['rod.length'], order: 9, minutes: 60, skill: 'licensed welder',
    edits: (c) => (numberAt(c.a, 'rod-length') !== undefined && numberAt(c.b, 'rod-length') !== undefined && valueAt(c.b, 'rod-thread') === null ? setOn(c.b, ...copy(c.a, c.b, 'rod-length')) : []),
    parts: () => [make('weld', 'rod')],
  },
  {
    // The rod of a booster on the pedal's side is captive: another fork on its thread, or the linkage.
    fix: 'fork', answers: ['rod.length', 'rod.pin', 'rod.end'], kinds: ['booster'], order: 3, minutes: 20, tools: ['spanners for the lock nut'],
    edits: (c) => {
      const [over, free] = [Math.abs(figure(c, 'over') ?? 0), threadFree(c)];
      if (textAt(c.b, 'rod-thread') === undefined || (c.code === 'rod.length' && (free === undefined || over > free))) return [];
      return setOn(c.b, ...copy(c.a, c.b, 'rod-length', 'clevis-pin', 'rod-end'));
    },
    parts: (c) => {
      const thread = textAt(c.b, 'rod-thread');
      return [order('fork', 'fork', 1, thread === undefined ? {} : { thread })];
    },
    values: (c) => ({ thread: valueAt(c.b, 'rod-thread') ?? null, pin: valueAt(c.a, 'clevis-pin') ?? null, rod: valueAt(c.a, 'rod-length') ?? null }),
  },
  {
    fix: 'linkage', answers: ['rod.length', 'rod.kind', 'rod.end', 'rod.pin'], kinds: ['booster'], order: 8, minutes: 180, skill: 'engineer’s approval',
    edits: (c) => (numberAt(c.b, 'rod-length') === undefined ? [] : setOn(c.a, ...copy(c.b, c.a, 'rod-length', 'rod-kind', 'rod-end', 'clevis-pin'))),
    parts: () => [make('linkage', 'work')],
    values: (c) => ({ rod: valueAt(c.b, 'rod-length') ?? null }),
  },
  {
    fix: 'bushing', answers: ['rod.pin'], order: 2, minutes: 10,
    edits: (c) => ((figure(c, c.b.label) ?? 0) > (figure(c, c.a.label) ?? Infinity) ? setOn(c.b, ...copy(c.a, c.b, 'clevis-pin')) : []),
    parts: () => [order('bushing', 'clevis-set')],
    values: (c) => ({ pin: figure(c, c.a.label) ?? null, fork: figure(c, c.b.label) ?? null }),
  },
  {
    fix: 'nuts', answers: ['mount.thread'], order: 1, minutes: 0,
    edits: (c) => setOn(c.b, ...copy(c.a, c.b, 'stud-thread')),
    parts: (c) => [order('nuts', 'nut', numberAt(c.a, 'stud-count') ?? numberAt(c.b, 'stud-count') ?? 2, { thread: textAt(c.a, 'stud-thread') ?? '' })],
    values: (c) => ({ thread: valueAt(c.a, 'stud-thread') ?? null }),
  },
  {
    fix: 'longer-stud', answers: ['mount.stud-length'], order: 4, minutes: 30, tools: ['stud extractor'],
    edits: (c) => {
      const mm = studMm(c);
      return mm === undefined ? [] : setOn(c.a, fact(c.a, 'stud-length', mm));
    },
    parts: (c) => {
      const thread = textAt(c.a, 'stud-thread');
      return [order('studs', 'stud', numberAt(c.a, 'stud-count') ?? numberAt(c.b, 'stud-count') ?? 2, { sizeMm: studMm(c) ?? 0, ...(thread === undefined ? {} : { thread }) })];
    },
    values: (c) => ({ length: studMm(c) ?? null, thread: valueAt(c.a, 'stud-thread') ?? null }),
  },
  {
    // Between the bulkhead and a master or a booster: it brings the unit forward, and its rod and its room with it.
    fix: 'bracket', answers: ['mount.spacing', 'mount.angle', 'mount.pilot'], kinds: [...MASTERS, 'booster'], order: 6, minutes: 120, skill: 'machinist',
    edits: (c) => (c.a.part.kind === 'bulkhead' ? [{ do: 'stack', joint: c.joint.id, item: 'bracket', sizeMm: BRACKET_MM }] : []),
    parts: () => [make('bracket', 'bracket'), order('bolts', 'bolt', 2)],
    values: () => ({ steel: BRACKET_MM }),
  },
  {
    fix: 'cut-out', answers: ['room.behind'], order: 8, minutes: 90, skill: 'engineer’s approval', tools: ['hole saw', 'file', 'zinc paint'],
    edits: (c) => {
      const reach = numberAt(c.b, 'reach-behind');
      return reach === undefined ? [] : setOn(c.a, fact(c.a, 'room-behind', Math.ceil(reach + 2 * c.view.settings.clearance)));
    },
    parts: () => [make('cut-out', 'work')],
    values: (c) => ({ deep: Math.ceil((numberAt(c.b, 'reach-behind') ?? 0) + c.view.settings.clearance) }),
  },
  {
    // Brings the master forward and takes thread from the studs.
    fix: 'spacer', answers: ['push.gap'], order: 5, minutes: 60, skill: 'machinist',
    edits: (c) => {
      const missing = gapMissing(c);
      if (c.found.state === 'not-known' && (figure(c, 'gap') ?? 1) > 0) return [];
      return missing > 0 && c.joint.through !== undefined ? [{ do: 'stack', joint: c.joint.through, item: 'spacer', sizeMm: hundredths(missing) }] : [];
    },
    parts: (c) => {
      const pilot = sureAt(c.b, 'pilot')?.value;
      return [make('plate', 'spacer', 1, { sizeMm: hundredths(gapMissing(c)) }), order('ring', 'booster-seal', 1, typeof pilot === 'number' ? { sizeMm: pilot } : {})];
    },
    values: (c) => ({ plate: hundredths(gapMissing(c)) }),
  },
  {
    fix: 'ring', answers: ['mount.ring'], order: 1, minutes: 0,
    edits: (c) => setOn(c.a, ...copy(c.b, c.a, 'seal-ring')),
    parts: (c) => [order('ring', 'booster-seal', 1, { sizeMm: numberAt(c.b, 'seal-ring') ?? 0 })],
    values: (c) => ({ ring: valueAt(c.b, 'seal-ring') ?? null }),
  },
  {
    fix: 'swap-bleeder', answers: ['fork.bleeder'], order: 1, minutes: 5,
    edits: (c) => (valueAt(c.b, 'bleeder') === 'top' ? [] : setOn(c.b, ...copy(c.a, c.b, 'bleeder'))),
    parts: () => [make('bleeder', 'work')],
  },
];
