import type { Check, CheckCode, Fix, JudgedJoint } from '../judge/check/index.js';
import { wayFix, type WayStep } from '../judge/fix/index.js';
import { type ChainInput, judgeChain, type JudgedInput } from '../judge/verdict/index.js';
import { fixWords } from '../tell/words/index.js';
import { type Edit, type EditBody } from '../vehicle/chain/index.js';
import { isOfConversion } from './changes.js';

/** Fixes that somebody accepted, by name: each is laid into the chain as its edits, and everything is judged again. */

/** The name of a fix at its place: "reflare@front-left", "harness-level-sensor", "old-rod". */
export function fixKey({ fix, at, line }: Pick<Fix, 'fix' | 'at' | 'line'>): string {
  if (line !== undefined) return `${fix}@${line.position}`;
  return at === undefined || at === fix ? fix : `${fix}-${at}`;
}

/** What names a joint, whether or not it is judged any more. */
export type JointName = Pick<JudgedJoint, 'id' | 'between' | 'line'>;
const nameOf = ({ id, between, line }: JudgedJoint): JointName => ({ id, between, ...(line ? { line } : {}) });
/** A check that a fix answered. */
export interface Answered {
  readonly joint: JointName;
  readonly code: CheckCode;
}

/** A fix that was taken, with the checks that it answered. */
export interface TakenFix {
  /** With its place: "brake-master/old-rod". */
  readonly key: string;
  readonly fix: Fix;
  /** The fix at each place that it is made: of an axle left and right. */
  readonly sides: readonly Fix[];
  readonly answered: readonly Answered[];
}

export const hasAnswered = ({ answered }: TakenFix, joint: JointName, code: CheckCode): boolean =>
  answered.some((a) => a.joint.id === joint.id && a.code === code);

export const checkKey = (joint: Pick<JudgedJoint, 'id'>, check: Pick<Check, 'code'>): string =>
  `${joint.id} ${check.code}`;

export interface JudgedChain {
  /** The chain with the edits of the fixes that were taken. */
  readonly input: ChainInput;
  readonly answer: JudgedInput | undefined;
  readonly taken: readonly TakenFix[];
  /** Why something cannot be taken: edits that contradict each other, by their names. */
  readonly faults: readonly string[];
}

/** Where a joint belongs among the places that are worked on. */
export type SlotOf = (joint: JointName) => string | undefined;

/**
 * Judges a chain with the fixes that were accepted. A round takes every fix that is offered and accepted, and rounds go
 * on until none is new, so that the outcome depends on the set of names and not on their order. A fix that contradicts
 * another edit is named and not taken.
 */
export function judgeAccepted(
  input: ChainInput,
  accepted: ReadonlySet<string>,
  slotOf: SlotOf,
  ways: Ways = new Map(),
): JudgedChain {
  const taken = new Map<string, TakenFix>();
  const faults: string[] = [];
  let now: ChainInput = input;
  let answer = judgeChain(now);
  if ('faults' in answer) return { input, answer: undefined, taken: [], faults: answer.faults.map((f) => f.sentence) };
  for (;;) {
    const offers = [...offered(answer, accepted, slotOf), ...waysIn(answer, ways, slotOf, input)].filter(
      ([key]) => !taken.has(key),
    );
    const fresh = oneForEach(offers);
    if (fresh.length === 0) break;
    for (const [key, { fixes, answered }] of fresh) {
      const [fix] = fixes as [Fix, ...Fix[]];
      const next = { ...now, edits: withFix(now.edits, editsOf(key, fixes, now.edits)) };
      const tried = judgeChain(next);
      taken.set(key, { key, fix, sides: distinct(fixes), answered });
      if ('faults' in tried) faults.push(...tried.faults.map((f) => f.sentence));
      else now = next;
    }
    const after = judgeChain(now);
    if ('faults' in after) break;
    faults.push(...needless(offers, fresh, after));
    answer = after;
  }
  return { input: now, answer, taken: [...taken.values()], faults };
}

interface Offer {
  readonly fixes: readonly Fix[];
  readonly answered: readonly Answered[];
}
const answerKeys = ({ answered }: Offer): string[] => answered.map(({ joint, code }) => checkKey(joint, { code }));

/** Of several fixes that answer one check the one that is offered first; the others come again where it stays open. */
function oneForEach<F extends readonly [string, Offer]>(offers: readonly F[]): F[] {
  const answered = new Set<string>();
  const byOrder = [...offers].sort(([a, one], [b, other]) => orderOf(one) - orderOf(other) || (a < b ? -1 : 1));
  return byOrder.filter(([, offer]) => {
    const names = answerKeys(offer);
    if (names.some((name) => answered.has(name))) return false;
    for (const name of names) answered.add(name);
    return true;
  });
}

/** Two accepted fixes of one thing contradict each other where one is enough: an adapter, and the flare it replaces. */
function needless<F extends readonly [string, Offer]>(
  offers: readonly F[],
  fresh: readonly F[],
  after: JudgedInput,
): string[] {
  const open = new Set(after.joints.flatMap((joint) => joint.checks.filter(isOpen).map((c) => checkKey(joint, c))));
  return offers.flatMap((one) => {
    const [, offer] = one;
    if (fresh.includes(one) || answerKeys(offer).some((key) => open.has(key))) return [];
    const first = fresh.find(([, other]) => answerKeys(other).some((key) => answerKeys(offer).includes(key)));
    const [a, b] = [first?.[1].fixes[0], offer.fixes[0]];
    return a && b
      ? [`“${fixWords(a)}” and “${fixWords(b)}” contradict each other: either is enough. Take one back.`]
      : [];
  });
}
const orderOf = ({ fixes: [fix] }: { readonly fixes: readonly Fix[] }): number => fix?.order ?? 0;

/** Ways from ports to lines that were taken, by the name of their fix with its place. */
export type Ways = ReadonlyMap<string, readonly WayStep[]>;

/** What a way answers at its joint. */
const ANSWERED: readonly CheckCode[] = ['port.thread', 'port.seat'];

function* waysIn(answer: JudgedInput, ways: Ways, slotOf: SlotOf, { parts }: ChainInput) {
  for (const joint of answer.joints) {
    const way = fixKey({ fix: 'way', at: joint.id, ...(joint.line ? { line: joint.line } : {}) });
    const key = `${slotOf(joint) ?? ''}/${way}`;
    const steps = ways.get(key);
    if (!steps) continue;
    const line = parts.find((part) => part.id === joint.between[1].part);
    const tube = line?.facts.find((f) => f.attribute === 'tube')?.value;
    const fix = wayFix(joint, steps, typeof tube === 'string' ? tube : undefined);
    const named = nameOf(joint);
    yield [key, { fixes: [fix], answered: ANSWERED.map((code): Answered => ({ joint: named, code })) }] as const;
  }
}

/** One fix answers several checks of a joint: it is made once. */
const distinct = (fixes: readonly Fix[]): Fix[] => [
  ...new Map(fixes.map((fix) => [JSON.stringify(fix.edits), fix])).values(),
];

/** Fixes that are offered and accepted, by name: one for each side of an axle is one fix. */
function offered(answer: JudgedInput, accepted: ReadonlySet<string>, slotOf: SlotOf) {
  const found = new Map<string, { readonly fixes: Fix[]; readonly answered: Answered[] }>();
  for (const joint of answer.joints) {
    const slot = slotOf(joint) ?? '';
    for (const check of joint.checks) {
      for (const fix of check.fixes) {
        const key = `${slot}/${fixKey(fix)}`;
        if (!accepted.has(key)) continue;
        const there = found.get(key) ?? { fixes: [], answered: [] };
        there.fixes.push(fix);
        there.answered.push({ joint: nameOf(joint), code: check.code });
        found.set(key, there);
      }
    }
  }
  return found;
}

const setIn = (edit: Edit): string[] =>
  edit.do === 'set' ? edit.facts.map(({ attribute, position = '' }) => `${edit.at} ${attribute} ${position}`) : [];
/** Edits with those of a fix: what a conversion only makes so by what was read there is then as the fix makes it. */
function withFix(edits: readonly Edit[], fix: readonly Edit[]): Edit[] {
  const made = new Set(fix.flatMap(setIn));
  const left = edits.flatMap((edit): Edit[] => {
    if (edit.do !== 'set' || !isOfConversion(edit) || made.size === 0) return [edit];
    const facts = edit.facts.filter(({ attribute, position = '' }) => !made.has(`${edit.at} ${attribute} ${position}`));
    return facts.length === 0 ? [] : [{ ...edit, facts }];
  });
  return [...left, ...fix];
}

/** The edits of fixes under their name; one that is made already is left out. */
export function editsOf(key: string, fixes: readonly Fix[], there: readonly Edit[] = []): Edit[] {
  const bodies = new Map<string, EditBody>();
  for (const edit of fixes.flatMap((fix) => fix.edits)) bodies.set(JSON.stringify(edit), edit);
  for (const { id: _id, ...body } of there) bodies.delete(JSON.stringify(body));
  return [...bodies.values()].map((edit, i): Edit => ({ id: i === 0 ? key : `${key} ${i + 1}`, ...edit }) as Edit);
}

/** A check that keeps a job from being ordered or fitted. */
export const isOpen = ({ state, rank }: Pick<Check, 'state' | 'rank'>): boolean =>
  (state === 'does-not-fit' && rank !== 'tells') || (state === 'not-known' && rank === 'must');

/** What a fix would lead to: the state of the joint that it is offered at, and the checks that it would open. */
export function outlookOf({ input, answer, taken }: JudgedChain, fix: Fix, joint: JudgedJoint) {
  const changed = { ...input, edits: withFix(input.edits, editsOf(`then ${fix.fix}`, [fix], input.edits)) };
  const then = judgeChain(changed);
  if ('faults' in then || answer === undefined)
    return {
      state: 'not-known' as const,
      opens: [],
      faults: 'faults' in then ? then.faults.map((f) => f.sentence) : [],
    };
  const openNow = new Set(answer.joints.flatMap((j) => j.checks.filter(isOpen).map((c) => checkKey(j, c))));
  const opens = then.joints.flatMap((j) =>
    j.checks.filter((c) => isOpen(c) && !openNow.has(checkKey(j, c))).map((check) => ({ joint: j, check })),
  );
  const after = then.joints.find((j) => j.id === joint.id);
  const state = after?.state ?? 'fits';
  const judged: JudgedChain = { input: changed, answer: then, taken, faults: [] };
  return { state: state === 'fits' ? ('fits-with-change' as const) : state, opens, faults: [], judged, after };
}
