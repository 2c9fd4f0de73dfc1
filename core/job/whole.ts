import { type FourState, worst } from '../base/state/index.js';
import { spacesOf } from '../judge/joint/index.js';
import { applyEdits, type Chain, type Joint, type Part, type PartKind, partRow } from '../vehicle/chain/index.js';
import { type DrawnFactView, silhouetteOf } from './drawn.js';
import type { JudgedChain } from './fixes.js';
import { shownId } from './fold.js';
import { jointKey, jointWords, partWords, slotOf } from './names.js';
import type { ShownJoint } from './shown.types.js';
import type { JobRows } from './types.js';

/** The whole chain of a job as it is and as it will be, from the pedal to the wheels. */

export const PART_CHANGES = ['stays', 'new', 'changed', 'goes'] as const;
export type PartChange = (typeof PART_CHANGES)[number];

export interface WholePart {
  readonly id: string;
  readonly words: string;
  readonly kind: PartKind;
  /** How far from the pedal, for the indent. */
  readonly depth: number;
  readonly now?: string;
  readonly next?: string;
  readonly change: PartChange;
  /** The gravest of its joints that are judged; undefined where none is opened. */
  readonly state?: FourState;
  /** Which circuit of its master fills it: 1, 2 …; absent where none does, or more than one. */
  readonly circuit?: number;
  /** What its drawing is made from, as it will be; and as it is now, where that is something else. */
  readonly facts: readonly DrawnFactView[];
  readonly was?: readonly DrawnFactView[];
  /** What it meets, in the direction of the wheels. `joint` is where a judged one is told: "brake-master/push". */
  readonly meets: readonly {
    readonly words: string;
    readonly with: string;
    readonly to: string;
    readonly state?: FourState;
    readonly joint?: string;
  }[];
}

/** Parts that only stand for what a unit meets beside the hydraulics. */
const LEFT_OUT: readonly PartKind[] = ['room', 'harness'];

/** What of a line, a hose or a block is said: its tube, its threads. */
function factsWords(part: Part | undefined): string | undefined {
  const said = (part?.facts ?? []).filter(
    (f) => ['tube', 'port-thread', 'hose-length'].includes(f.attribute) && f.value !== null,
  );
  const words = [
    ...new Set(said.map((f) => (f.attribute === 'hose-length' ? `${String(f.value)} mm` : String(f.value)))),
  ];
  return words.length === 0 ? undefined : words.join(', ');
}

/** The parts of a job's chain in order, each with what it meets. */
export function wholeChain(
  rows: JobRows,
  judged: JudgedChain,
  shown: readonly ShownJoint[],
  worked: readonly string[],
): WholePart[] {
  const now: Chain = judged.input;
  const then = applyEdits(now, judged.input.edits);
  if ('faults' in then) return [];
  const names = new Map(
    rows.places.flatMap(({ old, chosen }) => [old, chosen].flatMap((u) => (u ? [[u.id, u.name] as const] : []))),
  );
  const before = new Map(now.parts.map((part) => [part.id, part]));
  const after = new Map(then.parts.map((part) => [part.id, part]));
  const all = new Map([...before, ...after].filter(([, part]) => !LEFT_OUT.includes(part.kind)));
  const joints = [...then.joints, ...now.joints.filter((j) => !then.joints.some((t) => t.id === j.id))];
  const shownState = new Map(shown.map((joint) => [joint.id, joint.state]));
  const judgedAt = new Map(
    (judged.answer?.joints ?? []).map((joint) => [
      joint.id,
      shownState.get(shownId(jointKey(joint.id), shown)) ?? joint.state,
    ]),
  );
  const said = (part: Part | undefined): string | undefined =>
    part && ((part.unit === undefined ? undefined : names.get(part.unit)) ?? factsWords(part));
  const ordered = inOrder(all, joints);
  const circuitsOf = circuitNumbers(then.joints, after);
  const at = new Map(ordered.map(({ id }, i) => [id, i]));
  return ordered.map(({ id, depth }): WholePart => {
    const [was, is] = [before.get(id), after.get(id)];
    const part = (is ?? was) as Part;
    const own = joints.filter((j) => j.between.some((ref) => ref.part === id));
    const states = own.flatMap((j) => judgedAt.get(j.id) ?? []);
    const meets = own.flatMap((joint) => {
      const other = joint.between.map((ref) => ref.part).find((ref) => ref !== id) ?? id;
      const there = all.get(other);
      // Each joint is told once, at the part that is nearer to the pedal.
      if (!there || (at.get(other) ?? -1) < (at.get(id) ?? 0)) return [];
      const state = judgedAt.get(joint.id);
      const slot = slotOf(joint, worked);
      const where =
        state === undefined || slot === undefined ? {} : { joint: `${slot}/${shownId(jointKey(joint.id), shown)}` };
      return [
        {
          words: jointWords(joint),
          with: partWords(there),
          to: other,
          ...(state === undefined ? {} : { state }),
          ...where,
        },
      ];
    });
    const [nowWords, nextWords] = [said(was), said(is)];
    const change = !is
      ? 'goes'
      : !was
        ? 'new'
        : then.changes.get(id) === 'new'
          ? 'new'
          : then.changes.get(id) === 'corrected'
            ? 'changed'
            : 'stays';
    return {
      id,
      words: partWords(part),
      kind: part.kind,
      depth,
      ...(nowWords === undefined || !was ? {} : { now: nowWords }),
      ...(nextWords === undefined || change === 'stays' ? {} : { next: nextWords }),
      change,
      ...circuitsOf(id),
      facts: silhouetteOf(part),
      ...(was && is && change !== 'stays' ? { was: silhouetteOf(was) } : {}),
      ...(states.length === 0 ? {} : { state: worst(states) }),
      meets,
    };
  });
}

/** Numbers the circuits in the order in which masters feed them. */
function circuitNumbers(
  joints: readonly Joint[],
  parts: ReadonlyMap<string, Part>,
): (id: string) => { circuit?: number } {
  const spaces = spacesOf(joints, parts);
  const roots = [
    ...new Set(spaces.all.filter(({ part }) => MASTERS.includes(part.kind)).map(({ space }) => spaces.root(space))),
  ];
  return (id) => {
    const part = parts.get(id);
    const at = part && partRow(part.kind).fluid === 'one' ? roots.indexOf(spaces.root(id)) : -1;
    return at < 0 ? {} : { circuit: at + 1 };
  };
}
const MASTERS: readonly PartKind[] = ['brake-master', 'clutch-master'];

/** From the pedals outwards, each branch to its end; what hangs on nothing comes last. */
function inOrder(
  parts: ReadonlyMap<string, Part>,
  joints: readonly Joint[],
): { readonly id: string; readonly depth: number }[] {
  const next = new Map<string, string[]>();
  for (const joint of joints) {
    const [a, b] = joint.between.map((ref) => ref.part) as [string, string];
    next.set(a, [...(next.get(a) ?? []), b]);
    next.set(b, [...(next.get(b) ?? []), a]);
  }
  const seen = new Map<string, number>();
  const walk = (id: string, depth: number): void => {
    if (seen.has(id) || !parts.has(id)) return;
    seen.set(id, depth);
    for (const other of next.get(id) ?? []) walk(other, depth + 1);
  };
  const starts = [...parts.values()].sort((a, b) => startRank(a) - startRank(b));
  for (const part of starts) walk(part.id, 0);
  return [...seen].map(([id, depth]) => ({ id, depth }));
}
const START: readonly PartKind[] = ['pedal', 'bulkhead', 'booster', 'brake-master', 'clutch-master', 'gearbox'];
const startRank = ({ kind }: Part): number => (START.includes(kind) ? START.indexOf(kind) : START.length);

/** How many of each kind lie between masters and wheels: "2 lines, 1 block, 6 hoses". */
export function networkWords(parts: readonly WholePart[], system: 'brake' | 'clutch'): string | undefined {
  const ofSystem = parts.filter(({ id }) => /^(clutch|slave)/.test(id) === (system === 'clutch'));
  const kinds: readonly PartKind[] = ['line', 'hose', 'block', 'tee', 'modulator', 'valve', 'adapter', 'connector'];
  const counted = kinds.flatMap((kind) => {
    const n = ofSystem.filter((part) => part.kind === kind && part.change !== 'goes').length;
    return n === 0 ? [] : [`${n} ${partRow(kind).words}${n === 1 ? '' : 's'}`];
  });
  return counted.length === 0 ? undefined : counted.join(', ');
}
