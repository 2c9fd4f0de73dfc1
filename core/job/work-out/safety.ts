import { shownId, withoutSide } from '../fold.js';
import { jointKey } from '../names.js';
import type { ShownJoint } from '../shown.types.js';
import type { Finding } from '../../find/ask/index.js';
import type { JudgedJoint } from '../../judge/check/index.js';
import type { JudgedItem, Listing, Override, Verdict } from '../../judge/verdict/index.js';
import type { Look } from '../../list/look/index.js';
import { checkWords, sentenceOf, verdictSentence } from '../../tell/words/index.js';
import { attributeWords, valueWords } from '../../named/attribute/index.js';
import { disputedIn, evidenceBase } from '../../vehicle/reading/index.js';
import { tellsWhich } from './rivals.js';
import { findSlot } from '../../vehicle/place/index.js';
import { listedFor, ownKind, type SlotChoice, type SlotInput } from './choose.js';
import { decisionOf } from './decided.js';
import { wantsUnit } from './place-state.js';
import type { Beside, kitReasons } from './kits.js';
import { contradictionsIn } from './contradictions.js';
import type { Workspace } from './workspace.js';

/** How sure the order of a job is, with every reason: the verdict on its chain, and what stands beside the joints. */

/** What a verdict rests on beside the chain. */
export interface Also {
  readonly fluids: Workspace['fluids'];
  readonly kits: ReturnType<typeof kitReasons>;
  readonly findings: readonly Finding[];
  /** Parts that findings order and that nobody can name yet. */
  readonly open: readonly string[];
}

/** What a job was judged to, before it is known how fluid, kits and findings stand to it. */
interface Judged {
  readonly choices: readonly SlotChoice[];
  readonly input: SlotInput;
  readonly listed: readonly Listing[];
  /** Why something that was decided cannot be taken. */
  readonly faults: readonly string[];
  readonly verdict: Verdict;
  readonly judged: readonly JudgedJoint[];
  readonly items: readonly JudgedItem[];
  readonly joints: readonly ShownJoint[];
  readonly looks: readonly Look[];
  readonly overridden: readonly Override[];
  readonly notes: readonly string[];
}

type Safety = Workspace['safety'];

/** The verdict on a job. */
export function safetyOf(job: Judged, also: Also): Safety {
  const { choices, input, faults, judged, joints, looks, overridden, notes } = job;
  const nothing = nothingToOrder(choices, also);
  if (nothing !== undefined) return { ...EMPTY, sentence: nothing, nothing };
  const more: Beside[] = [
    ...faults.map((words) => ({ words })),
    ...beside(choices, also, input),
    ...plannedAgainst(input),
    ...unidentifiedIn(choices, input),
    ...excludedIn(choices),
    ...contradictedIn(choices, input),
    ...unsaidIn(choices, input),
    ...unrecordedIn(choices),
    ...also.kits.must,
    ...looks.flatMap(({ answer }) => (answer?.refuses === undefined ? [] : [{ words: answer.refuses }])),
  ];
  // That nothing is put in is told by what is missing, and is right where small parts are ordered by what was found.
  const finds = also.findings.some(({ orders }) => orders.length > 0);
  const unasked = more.length > 0 || finds ? job.verdict.reasons.filter(({ code }) => code === 'request.nothing') : [];
  const reasons = job.verdict.reasons.filter((reason) => !unasked.includes(reason));
  const verdict: Verdict = {
    ...job.verdict,
    reasons,
    ...(unasked.length > 0 && reasons.length === 0 ? { grade: 'safe' } : {}),
  };
  const unseen = unseenIn(choices, input);
  const grade = gradeWith(more, unseen.length + also.kits.listing.length, verdict);
  const told = { ...verdict, grade, overridden } as Verdict;
  const [wordsOf, reasonsOf] = [
    (list: readonly { readonly words: string }[]) => list.map(({ words }) => words),
    (list: readonly Reason[]) => once(list.map((reason) => lineOf(reason, judged, joints))),
  ];
  return {
    safe: grade === 'safe',
    grade,
    sentence: verdictSentence(told, judged, wordsOf(more), wordsOf([...unseen, ...also.kits.listing])),
    blockers: [...more.map((one) => ({ ...one, key: one.key ?? one.words })), ...reasonsOf(verdict.reasons)],
    onListing: [
      ...onListingOf(job, unseen),
      ...also.kits.listing.map((one) => ({
        sentence: '',
        ...one,
        key: one.key ?? one.words,
        by: 'unsourced' as const,
      })),
    ],
    receive: [
      ...reasonsOf(verdict.receive),
      ...[...also.kits.receive, ...unseenBore(looks)].map((one) => ({ key: one.words, ...one })),
    ],
    compare: comparedIn(job, also),
    mayOrder:
      more.length === 0 &&
      verdict.reasons.every((r) => overridden.some((o) => o.joint.endsWith(`/${shownId(jointKey(r.joint), joints)}`))),
    notes,
    overridden: overridden.map(({ joint, person, reason }) => ({ joint, person, reason })),
    judged: job.items,
  };
}

type Reason = Verdict['reasons'][number];
const once = <L extends { readonly key: string }>(lines: readonly L[]): L[] => [
  ...new Map(lines.map((line) => [line.key, line])).values(),
];

/** What stands beside the joints makes an order unsafe; a unit that nobody saw leaves it on listing at most. */
function gradeWith(more: readonly Beside[], unseen: number, { grade }: Verdict): Safety['grade'] {
  if (more.length > 0) return 'not-safe';
  return grade === 'safe' && unseen > 0 ? 'on-listing' : grade;
}

/** What an order on listing rests on: the record that names the unit, and who lists what was not measured. */
function onListingOf({ listed, verdict, judged, joints }: Judged, unseen: readonly Unseen[]): Safety['onListing'] {
  return once([
    ...unseen.map(({ slot, words, sentence }) => ({
      key: seenKey(slot),
      words: `which ${words} is on the vehicle`,
      sentence,
      by: listed.find((l) => l.vehicle)?.by ?? ('unsourced' as const),
    })),
    ...verdict.onListing.map((reason) => {
      const line = lineOf(reason, judged, joints);
      const listing = listed.find((l) => l.by === reason.by);
      const sentence = [line.sentence, listing && listingWords(listing)].filter(Boolean).join(' ');
      return { ...line, sentence, by: reason.by };
    }),
  ]);
}

/** Nothing is asked and nothing may be ordered. */
const EMPTY: Workspace['safety'] = {
  safe: false,
  grade: 'not-safe',
  sentence: '',
  mayOrder: false,
  blockers: [],
  onListing: [],
  receive: [],
  compare: [],
  notes: [],
  overridden: [],
  judged: [],
};

/** What was decided and contradicts itself, and conversions that make no sense on this vehicle. */
const plannedAgainst = ({ plan, decisions }: SlotInput): Beside[] => [
  ...contradictionsIn(decisions, plan).map((sentence) => ({
    key: `clash/${sentence}`,
    words: 'what was decided contradicts itself',
    sentence,
  })),
  ...(plan?.plans ?? []).flatMap(({ id, words, applies, because }) =>
    applies === 'no'
      ? [{ key: `conversion/${id}`, words: `“${words}” makes no sense here`, sentence: because.join(' ') }]
      : [],
  ),
];

/**
 * Places whose unit the record names and the evidence leaves open: what the record says of lines, studs and rod was
 * made for another unit perhaps, in a conversion too.
 */
const unidentifiedIn = (choices: readonly SlotChoice[], { chain }: SlotInput): Beside[] =>
  choices.flatMap(({ slot, old, chosen, identification, rivals, stays, brought }): Beside[] => {
    const named = chain.some((entry) => entry.slot === slot) && !brought;
    // Of those that could be there as one, none may differ in what decides.
    const open = old ? rivals !== undefined && stays !== 'gone-over' : named && identification.verdict === 'not-enough';
    const back = stays === 'put-back' && !old;
    if (!back && (!chosen || !open)) return [];
    const words = findSlot(slot)?.words ?? slot;
    const [check] = identification.nextChecks;
    const next = `${check ? `look at the ${check.words}` : 'look at one thing more'}, or say which it is.`;
    return [
      {
        key: whichKey(slot),
        words: `which ${words} is on the vehicle is not known`,
        sentence: rivals === undefined ? `What was seen is not enough to order from: ${next}` : `${rivals}: ${next}`,
      },
    ];
  });

/** A record of which nobody knows whether it speaks of this vehicle is no word for which unit is on it. */
const unsaidIn = (choices: readonly SlotChoice[], { chain, known }: SlotInput): Beside[] =>
  choices.flatMap(({ slot, old, seen, chosen, stays }): Beside[] => {
    const { unsaid } = listedFor(chain, slot, known);
    if (
      !old ||
      seen !== 'nothing' ||
      unsaid === '' ||
      (!chosen && stays === undefined) ||
      stays === 'left' ||
      stays === 'gone-over'
    )
      return [];
    const words = findSlot(slot)?.words ?? slot;
    return [
      {
        key: unsaidKey(slot),
        words: `which ${words} is on the vehicle is not known`,
        sentence: `The record names it for some vehicles of this model: say ${unsaid}, or look at the unit.`,
      },
    ];
  });
/** The key of the reason that a record may speak of another vehicle. */
export const unsaidKey = (slot: string): string => `${slot}/unsaid`;

/** The key of the reason that the unit of a place cannot be the one that it is taken to be. */
export const excludedKey = (slot: string): string => `${slot}/excluded`;
/** The reason that what was seen contradicts itself. */
export const CONTRADICTORY = 'the evidence contradicts itself';

/** A unit that what was seen excludes, whoever named it. */
const excludedIn = (choices: readonly SlotChoice[]): Beside[] =>
  choices.flatMap(({ slot, old, excluded }): Beside[] =>
    old && excluded.length > 0
      ? [
          {
            key: excludedKey(slot),
            words: `the ${findSlot(slot)?.words ?? slot} on the vehicle cannot be the ${old.name}`,
            sentence:
              `It is taken to be the ${old.maker} ${old.name}, and what was seen excludes that: ` +
              `${excluded.join('; ')}. Take the reading back, or name another.`,
          },
        ]
      : [],
  );

/** Readings of which unit it is that contradict each other: one of them is of another unit, or wrong. */
const contradictedIn = (choices: readonly SlotChoice[], { settings }: SlotInput): Beside[] =>
  choices.flatMap(({ slot, measured, chosen }): Beside[] => {
    const [list] = disputedIn(measured.filter(tellsWhich), (item) => item, settings);
    if (!chosen || !list?.[0]) return [];
    const { attribute: name, position } = list[0];
    const read = list.map((item) => valueWords(name, evidenceBase(item))).join(' and ');
    return [
      {
        key: `${slot}/disputed`,
        words: `readings of the ${findSlot(slot)?.words ?? slot} contradict each other`,
        sentence: `${attributeWords(name, position)}: ${read} were read of one unit. Take one back.`,
      },
    ];
  });

/** A unit of which nothing is on record or measured is not ordered on a word. */
const unrecordedIn = (choices: readonly SlotChoice[]): Beside[] =>
  choices.flatMap(({ slot, chosen, stays }): Beside[] =>
    chosen && ownKind(chosen.id) === undefined && chosen.facts.length === 0 && stays === undefined
      ? [
          {
            key: `${slot}/unrecorded`,
            words: `nothing is known of the ${chosen.name}`,
            sentence: 'Not one fact of it is on record: measure it, or choose one that is recorded.',
          },
        ]
      : [],
  );
/** The key of the reason that a unit is not identified. */
export const whichKey = (slot: string): string => `${slot}/which`;

/**
 * What the new unit is compared by before anything comes off: every joint of it that goes together by what is recorded
 * and that nobody measured, and the seals of a kit. A record may be wrong; the part in the hand is not.
 */
function comparedIn({ judged, joints }: Judged, { kits }: Also): Safety['compare'] {
  const byRecord = judged.filter(({ checks }) =>
    checks.some(({ rank, state, rests }) => rank === 'must' && state !== 'not-known' && rests !== 'measured'),
  );
  return once([
    ...byRecord.flatMap((joint) => {
      const shown = joints.find(({ id }) => id === shownId(jointKey(joint.id), joints));
      return shown ? [{ key: `${shown.slot}/${shown.id}`, words: shown.words }] : [];
    }),
    ...kits.chosen.map((slot) => ({ key: `${slot}/kit`, words: 'seals of the kit, beside the old ones' })),
  ]);
}

interface Unseen {
  readonly slot: string;
  readonly words: string;
  readonly sentence: string;
}
/** The key of what an order rests on where nobody saw the unit. */
export const seenKey = (slot: string): string => `${slot}/seen`;

/** Places of which the record alone says what sits there: nobody saw that it is so on this vehicle. */
function unseenIn(choices: readonly SlotChoice[], { chain }: SlotInput): Unseen[] {
  const own = choices.flatMap(({ slot, old, chosen, stays, seen }): Unseen[] => {
    if (!old || seen === 'so' || (!chosen && stays === undefined) || stays === 'left' || stays === 'gone-over')
      return [];
    const words = findSlot(slot)?.words ?? slot;
    const rests = `That the ${words} on the vehicle is the ${old.maker} ${old.name} rests on the record`;
    const because =
      seen === 'nothing'
        ? 'nothing was seen of it. Look at it, or say which it is.'
        : `the ${seen.mark} that was read is that of ${seen.of}. Look once more, or say which it is.`;
    return [{ slot, words, sentence: `${rests}: ${because}` }];
  });
  return [...own, ...unseenBeside(choices, chain)];
}

/** A booster that goes in meets the master that stays: which one that is rests on the record until it is looked at. */
function unseenBeside(choices: readonly SlotChoice[], chain: SlotInput['chain']): Unseen[] {
  const slot = 'brake-master';
  const isSeen = (c: SlotChoice): boolean => c.slot === slot && (c.chosen !== undefined || c.seen === 'so');
  const meets = choices.some((c) => c.slot === 'booster' && c.chosen) && !choices.some(isSeen);
  if (!meets || !chain.some((entry) => entry.slot === slot)) return [];
  const words = findSlot(slot)?.words ?? slot;
  const met = `The booster goes behind the ${words} that the record names: nothing was seen of it.`;
  return [{ slot, words, sentence: `${met} Work on it too, and look at it.` }];
}

/** What was found, where it orders nothing and no unit goes in. */
function nothingToOrder(choices: readonly SlotChoice[], { findings }: Also): string | undefined {
  if (findings.length === 0 || choices.some(({ chosen }) => chosen) || findings.some(({ orders }) => orders.length > 0))
    return undefined;
  return `Order nothing. ${findings.map(({ sentence }) => sentence).join(' ')}`;
}

/** The bore of a unit that gets new seals is seen when it is open. */
const unseenBore = (looks: readonly Look[]): Beside[] =>
  looks
    .filter(({ row, answer }) => row.look === 'bore' && !answer)
    .map(() => ({
      words: 'the bore',
      sentence: 'A scratch that a fingernail feels, pitting or a taper means another unit, not a kit.',
    }));

/** Who lists it and since when, and how often it went in and how often not. */
function listingWords({ title, date, fitted, misfits }: Listing): string {
  const named = [title, date].filter((part) => part !== undefined && part !== '').join(', ');
  const tried =
    fitted === undefined || misfits === undefined
      ? ''
      : fitted + misfits === 0
        ? 'nobody has said yet whether it went in'
        : `it went in ${fitted} times and ${misfits} times it did not`;
  return [named, tried].filter((part) => part !== '').join(': ') + (named === '' && tried === '' ? '' : '.');
}

/** A reason as a line: where it stands in the stages, and its sentence. */
function lineOf(
  reason: Verdict['reasons'][number],
  judged: readonly JudgedJoint[],
  shown: readonly ShownJoint[],
  words = checkWords(reason.code),
): Workspace['safety']['blockers'][number] {
  const joint = judged.find((j) => j.id === reason.joint);
  const check = joint?.checks.find((c) => c.code === reason.code && c.state === reason.state);
  const id = shownId(jointKey(reason.joint), shown);
  const there = shown.find((j) => j.id === id);
  const slot = there?.slot ?? '';
  const own = joint && check ? sentenceOf(check, joint) : '';
  // Both sides of an axle are told in the words of the joint that stands for them.
  const sentence = there?.checks.find((c) => c.sentence === withoutSide(own))?.sentence ?? own;
  const part = joint ? joint.between[1].part.replace(/-/g, ' ') : '';
  return {
    key: `${slot}/${id}/${reason.code}`,
    words,
    sentence,
    joint: `${slot}/${id}`,
    part,
  };
}

/** What stands in the way beside the joints. */
function beside(choices: readonly SlotChoice[], { fluids, findings, open }: Also, input: SlotInput): Beside[] {
  const wanting = choices.filter(wantsUnit);
  const unfilled = wanting.filter((c) => !c.chosen).map((c) => findSlot(c.slot)?.words ?? c.slot);
  const contradictory = choices.some(
    (c) =>
      !c.brought &&
      c.identification.verdict === 'contradictory' &&
      !decisionOf(input.decisions, { about: 'old', slot: c.slot }),
  );
  const none = choices.length === 0 || (wanting.length > 0 && unfilled.length === wanting.length);
  // What was found orders small parts: then no unit need be chosen.
  if (none && findings.length > 0) return open.map((words) => ({ words }));
  const words = [
    ...(none && choices.length < 2 ? ['no unit is chosen'] : unfilled.map((name) => `no ${name} is chosen`)),
    ...(contradictory ? [CONTRADICTORY] : []),
    ...fluids.flatMap(({ system, state }) => {
      if (none || state === 'fits' || state === 'fits-with-change') return [];
      const of = fluids.length === 1 ? '' : ` of the ${system}`;
      return [state === 'does-not-fit' ? `the fluid${of} is wrong for cap or seals` : `the fluid${of} is not settled`];
    }),
    ...open,
  ];
  return words.map((one) => ({ words: one }));
}
