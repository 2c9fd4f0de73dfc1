import {
  faceName,
  applyEdits,
  type Chain,
  type ChainFault,
  chainFaults,
  type Joint,
  partsById,
} from '../../vehicle/chain/index.js';
import type { JudgedJoint, View } from '../check/index.js';
import {
  byItsMates,
  judge,
  judgeAsked,
  judgeCircuits,
  judgeClutch,
  judgedJoints,
  judgeFeeds,
  judgePlaces,
  judgeRefusals,
  judgeSets,
  judgeVehicle,
  vouched,
  withoutAnswer,
} from '../joint/index.js';
import { gradeOf } from './grade.js';
import { judgedOf, unjudgedIn, type Wanted } from './judged.js';
import type { ChainInput, JudgedInput } from './types.js';

export {
  type ChainInput,
  JUDGED_WHATS,
  type JudgedItem,
  type JudgedInput,
  type Listing,
  type Override,
  type Reason,
  type Verdict,
  VERDICT_GRADES,
  type VerdictGrade,
} from './types.js';

/** Now and then as rules see them, or why they cannot be taken. An input is a value: what was seen of it stays. */
export function viewOf(input: ChainInput): View | { readonly faults: readonly ChainFault[] } {
  const before = viewed.get(input);
  if (before) return before;
  const view = viewMade(input);
  viewed.set(input, view);
  return view;
}
const viewed = new WeakMap<ChainInput, ReturnType<typeof viewMade>>();

function viewMade(input: ChainInput): View | { readonly faults: readonly ChainFault[] } {
  const now = asItIs(input);
  if ('faults' in now) return now;
  const then = applyEdits(now, input.edits);
  if ('faults' in then) return then;
  const after = isRebuilt(now, input.edits) ? chainFaults(then, '', new Set(now.joints.map((joint) => joint.id))) : [];
  if (after.length > 0)
    return { faults: after.map((f) => ({ pointer: '/edits', sentence: `As it will be: ${f.sentence}` })) };
  return {
    now: partsById(now),
    nowJoints: new Map(now.joints.map((joint) => [joint.id, joint])),
    nowPorts: new Map(
      now.joints.flatMap((j) => (j.kind === 'port' ? j.between.map((ref) => [faceName(ref), j] as const) : [])),
    ),
    then,
    jointsOf: byPart(then.joints),
    parts: partsById(then),
    joints: new Map(then.joints.map((joint) => [joint.id, joint])),
    settings: input.settings,
    variants: input.variants ?? [],
    asks: new Set(input.asks?.flatMap((ask) => (ask.is ? [] : [`${ask.part} ${ask.attribute}`]))),
    unanswered: new Set(input.unanswered?.map((q) => `${q.part} ${q.attribute} ${q.position ?? ''}`.trim())),
  };
}

/**
 * Whether edits make other joints, or put another kind of part into a place: a chain that was whole may not be any
 * more.
 */
function isRebuilt(now: Chain, edits: ChainInput['edits']): boolean {
  const before = partsById(now);
  const named = now.joints.every(
    (joint) => joint.kind !== 'port' || joint.between.every((ref) => ref.face !== undefined),
  );
  return edits.some((edit) =>
    edit.do === 'put' ? before.get(edit.at)?.kind !== edit.kind || !named : edit.do === 'join' || edit.do === 'part',
  );
}

/**
 * The vehicle as it is, by what sits in what, or what is wrong with it. The same vehicle is asked about with many sets
 * of edits.
 */
function asItIs(input: ChainInput): Chain | { readonly faults: readonly ChainFault[] } {
  const before = looked.get(input.parts);
  if (before?.joints === input.joints) return before.now;
  const faults = chainFaults(input);
  const now = faults.length > 0 ? { faults } : byItsMates({ parts: input.parts, joints: input.joints });
  looked.set(input.parts, { joints: input.joints, now });
  return now;
}
type Looked = { readonly joints: Chain['joints']; readonly now: ReturnType<typeof asItIs> };
const looked = new WeakMap<Chain['parts'], Looked>();

function byPart(joints: readonly Joint[]): ReadonlyMap<string, readonly Joint[]> {
  const by = new Map<string, Joint[]>();
  for (const joint of joints) {
    for (const part of new Set(joint.between.map((ref) => ref.part))) {
      const before = by.get(part);
      if (before) before.push(joint);
      else by.set(part, [joint]);
    }
  }
  return by;
}

/**
 * A chain with edits, judged: every joint that is made or opened, and how sure an order is.
 * Pure: rows in, verdict out.
 */
export function judgeChain(input: ChainInput): JudgedInput | { readonly faults: readonly ChainFault[] } {
  const view = viewOf(input);
  if ('faults' in view) return view;
  const [every, wanted] = [judgeEvery(input, view), wantedIn(input)];
  const judged = judgedOf(every, view, wanted);
  return {
    view,
    // What found nothing to say was looked at, and is nothing to show.
    joints: every.filter(({ id, checks }) => checks.length > 0 || view.joints.has(id)),
    verdict: gradeOf(every, view, input.listed, input.overrides ?? [], unjudgedIn(judged, every, view, wanted)),
    judged,
  };
}

/** Everything that was judged, also what was looked at and says nothing. */
export function judgeEvery(input: ChainInput, view: View): JudgedJoint[] {
  const { whole, fluids } = wantedIn(input);
  return [
    ...judgedJoints(view).map((entry) => judge(entry, view)),
    ...judgePlaces(view),
    ...judgeSets(view),
    ...judgeCircuits(view, whole, fluids),
    ...judgeFeeds(view, input.lineFeeds ?? []),
    ...judgeClutch(view),
    ...judgeVehicle(view),
    ...judgeAsked(view, input.asks ?? []),
    ...judgeRefusals(input.refused ?? [], view),
  ]
    .map((joint) => withoutAnswer(vouched(joint, view), view))
    .sort(byWeight);
}

/** What of a request cannot be told by its chain. */
export const wantedIn = ({ whole = false, fluids = false, circuits }: ChainInput): Wanted => ({
  whole,
  fluids: whole || fluids,
  ...(circuits === undefined ? {} : { circuits }),
});

/** Joints with an open must first, then those that had one to decide, then the rest, each as they were given. */
const byWeight = (a: JudgedJoint, b: JudgedJoint): number => weight(a) - weight(b);
function weight({ state, checks }: JudgedJoint): number {
  if (state === 'not-known' || state === 'does-not-fit') return 0;
  return checks.some((check) => check.rank === 'must') ? 1 : 2;
}
