import type { Workspace } from '@kerabat/contract';
import { readRef } from '@kerabat/core/chain';
import type { Remedy } from '@kerabat/core/fit';
import { composeJob } from '@kerabat/core/job';
import type { JudgedJoint } from '@kerabat/core/joint';
import { findSlot } from '@kerabat/core/strip';
import { checkChain, type Override, type Verdict } from '@kerabat/core/verdict';
import { checkWords, sentenceOf, verdictSentence } from '@kerabat/core/words';
import type { Stores } from '../main/stores.js';
import { decisionOf, type SlotChoice, type SlotInput } from './choose.js';
import { rowsOf } from './rows.js';
import { jointKey, shownJoints, type ShownJoint } from './shown.js';
import type { SlotResult } from './slot-work.js';

/** A job judged as a chain: its joints as the stages show them, and the verdict. */
export interface JudgedWork {
  readonly joints: readonly ShownJoint[];
  readonly safety: Workspace['safety'];
}

const NOTHING: Verdict = { grade: 'not-safe', reasons: [], onListing: [], receive: [], tells: [], overridden: [] };

/** Judges a job. `fluid`: how the fluid that was chosen agrees with cap and seals. */
export function judgeJob(
  choices: readonly SlotChoice[],
  results: readonly SlotResult[],
  taken: readonly Remedy[],
  fluid: Workspace['fluid']['state'],
  input: SlotInput,
  stores: Stores,
): JudgedWork {
  const overrides = overridesOf(input);
  const answer = checkChain(composeJob(rowsOf(choices, taken, input, [], stores)));
  const [verdict, judged] = 'faults' in answer ? [NOTHING, []] : [answer.verdict, answer.joints];
  const faults = 'faults' in answer ? answer.faults.map((f) => f.sentence) : [];
  const worked = choices.filter((c) => c.chosen).map((c) => c.slot);
  const joints = shownJoints(judged, worked, new Map(results.map((r) => [r.work.slot, r.joints])));
  const more = [...faults, ...beside(choices, fluid, input)];
  const overridden = overrides.filter((o) => joints.some((j) => `${j.slot}/${j.id}` === o.joint && j.state !== 'fits'));
  const grade = more.length > 0 ? 'not-safe' : verdict.grade;
  const told = { ...verdict, grade, overridden } as Verdict;
  return {
    joints,
    safety: {
      safe: grade === 'safe',
      grade,
      sentence: verdictSentence(told, judged, more),
      blockers: [
        ...more.map((words) => ({ key: words, words })),
        ...verdict.reasons.map((r) => lineOf(r, judged, joints, checkWords(r.code))),
      ],
      onListing: verdict.onListing.map((r) => ({ ...lineOf(r, judged, joints), by: r.by })),
      receive: [
        ...new Map(
          verdict.receive.map((r) => [`${r.joint} ${r.code}`, lineOf(r, judged, joints, checkWords(r.code))]),
        ).values(),
      ],
      mayOrder:
        more.length === 0 &&
        verdict.reasons.every((r) => overridden.some((o) => o.joint.endsWith(`/${jointKey(r.joint)}`))),
      notes: overrides.filter((o) => !joints.some((j) => `${j.slot}/${j.id}` === o.joint)).map(noteOf),
      overridden: overridden.map(({ joint, person, reason }) => ({ joint, person, reason })),
    },
  };
}

/** An override of a joint that there is not: it stays on record and does not count. */
const noteOf = ({ joint, person, reason }: Override): string =>
  `${person} overrode "${joint.replace('/', ', ')}" (${reason}). There is no such joint any more: it stays on record and does not count.`;

/** A reason as a line: where it stands in the stages, and its sentence. */
function lineOf(
  reason: Verdict['reasons'][number],
  judged: readonly JudgedJoint[],
  shown: readonly ShownJoint[],
  words = checkWords(reason.code),
): Workspace['safety']['blockers'][number] {
  const joint = judged.find((j) => j.id === reason.joint);
  const check = joint?.checks.find((c) => c.code === reason.code && c.state === reason.state);
  const slot = shown.find((j) => j.id === jointKey(reason.joint))?.slot ?? '';
  const sentence = joint && check ? sentenceOf(check, joint) : '';
  const part = joint ? readRef(joint.between[1]).part.replace(/-/g, ' ') : '';
  return {
    key: `${slot}/${jointKey(reason.joint)}/${reason.code}`,
    words,
    sentence,
    joint: `${slot}/${jointKey(reason.joint)}`,
    part,
  };
}

/** What stands in the way beside the joints. */
function beside(choices: readonly SlotChoice[], fluid: Workspace['fluid']['state'], input: SlotInput): string[] {
  const unfilled = choices.filter((c) => !c.chosen).map((c) => findSlot(c.slot)?.words ?? c.slot);
  const contradictory = choices.some(
    (c) => c.identification.verdict === 'contradictory' && !decisionOf(input.decisions, `old:${c.slot}`),
  );
  const none = choices.length === 0 || unfilled.length === choices.length;
  return [
    ...(none && choices.length < 2 ? ['no unit is chosen'] : unfilled.map((words) => `no ${words} is chosen`)),
    ...(contradictory ? ['the evidence contradicts itself'] : []),
    ...(none || fluid === 'fits' || fluid === 'fits-with-change'
      ? []
      : [fluid === 'does-not-fit' ? 'the fluid is wrong for cap or seals' : 'the fluid is not settled']),
  ];
}

function overridesOf({ decisions }: SlotInput): Override[] {
  return decisions
    .filter((d) => d.value && d.subject.startsWith('override:'))
    .map((d) => ({ joint: d.subject.slice('override:'.length), person: d.by, reason: d.reason }));
}
