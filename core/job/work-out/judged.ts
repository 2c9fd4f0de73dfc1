import type { Workspace } from './workspace.js';
import { attribute } from '../../named/attribute/index.js';
import type { Finding } from '../../find/ask/index.js';
import { composeJob } from '../compose.js';
import { feelOfJob, type FeelSheet } from '../feel.js';
import { judgeAccepted, type TakenFix, type Ways } from '../fixes.js';
import { shownId, withoutSide } from '../fold.js';
import { cardOfJob, listOfJob, looksOfJob, openedIn, type Sealed, sealedIn, uncountedIn } from '../list.js';
import { jointKey, slotOf } from '../names.js';
import { shownJoints } from '../shown.js';
import type { ShownJoint } from '../shown.types.js';
import { readSubject } from '../subject.js';
import { wholeChain, type WholePart } from '../whole.js';
import type { JudgedJoint } from '../../judge/check/index.js';
import { FIXES, readWay, type WayStep } from '../../judge/fix/index.js';
import type { Listing, Override, Verdict } from '../../judge/verdict/index.js';
import type { Look } from '../../list/look/index.js';
import type { Bag, List, Opened, Told } from '../../list/need/index.js';
import type { ProposedLine } from '../../list/parts-list/index.js';
import { checkWords, sentenceOf, verdictSentence } from '../../tell/words/index.js';
import { findSlot, partsOf, type Slot } from '../../vehicle/place/index.js';
import type { WorkStep } from '../../work/work-card/index.js';
import type { JobReads } from './reads.js';
import { decisionOf, type SlotChoice, type SlotInput } from './choose.js';
import type { Beside, kitReasons } from './kits.js';
import { rowsOf } from './rows.js';

/** A job judged as a chain: its joints as the stages show them, the fixes that were taken, and the verdict. */
export interface JudgedWork {
  readonly joints: readonly ShownJoint[];
  /** The whole chain, from the pedal to the wheels. */
  readonly parts: readonly WholePart[];
  /** What the chains say of the feel. */
  readonly feel: FeelSheet;
  readonly taken: readonly TakenFix[];
  /** Its parts list, with what writers foresee laid over it, and what lies in kits. */
  readonly list: (rounds: readonly (readonly Told[])[], bags: readonly Bag[]) => List;
  /** Places whose unit stays. */
  readonly stays: ReadonlySet<string>;
  /** What is looked at while it is open, with what was found. */
  readonly looks: readonly Look[];
  /** Seals of every part. */
  readonly sealed: readonly Sealed[];
  /** What it opens of each hydraulic system. */
  readonly opened: readonly Opened[];
  /** What the list cannot count yet. */
  readonly uncounted: (list: List) => ProposedLine[];
  /** The work of what is opened and made. */
  readonly card: (list: List) => WorkStep[];
  /**
   * The verdict, once it is known how the fluid that was chosen agrees with cap and seals, how the kits fit, and what
   * was found.
   */
  readonly safety: (also: Also) => Workspace['safety'];
}

/** What a verdict rests on beside the chain. */
export interface Also {
  readonly fluids: Workspace['fluids'];
  readonly kits: ReturnType<typeof kitReasons>;
  readonly findings: readonly Finding[];
  /** Parts that findings order and that nobody can name yet. */
  readonly open: readonly string[];
}

const NOTHING: Verdict = { grade: 'not-safe', reasons: [], onListing: [], receive: [], tells: [], overridden: [] };

/** Judges a job with the fixes that were accepted for it. */
export function judgeJob(choices: readonly SlotChoice[], input: SlotInput, reads: JobReads): JudgedWork {
  const overrides = overridesOf(input);
  const worked = choices.filter((c) => c.chosen).map((c) => c.slot);
  const accepted = acceptedIn(input);
  const rows = rowsOf(choices, input, [], reads);
  const { ways, gone } = waysIn(input, reads);
  const chain = judgeAccepted(composeJob(rows), new Set(accepted), (joint) => slotOf(joint, worked), ways);
  const { verdict, joints: judged } = chain.answer ?? { verdict: NOTHING, joints: [] };
  const joints = shownJoints(chain, worked);
  const overridden = overrides.filter((o) => joints.some((j) => `${j.slot}/${j.id}` === o.joint && j.state !== 'fits'));
  const notes = [
    ...overrides.filter((o) => !joints.some((j) => `${j.slot}/${j.id}` === o.joint)).map(noteOf),
    ...accepted.filter((key) => !isFix(key, 'way') && !FIXES.some(({ fix }) => isFix(key, fix))).map(lostFix),
    ...gone,
  ];
  const [stays, resealed] = [placesThat(choices, ['gone-over', 'resealed']), placesThat(choices, ['resealed'])];
  const looks = looksOfJob(chain, foundIn(input), resealed);
  return {
    joints,
    stays,
    parts: wholeChain(rows, chain, joints, worked),
    feel: feelOfJob(chain, rows.settings),
    taken: chain.taken,
    looks,
    sealed: sealedIn(chain),
    opened: openedIn(chain),
    card: (list) => cardOfJob(chain, list, resealed),
    uncounted: (list) => uncountedIn(chain, list),
    list: (rounds, bags) => listOfJob(chain, rounds, stays, bags),
    safety: (also) => {
      const nothing = nothingToOrder(choices, also);
      if (nothing !== undefined) return { ...EMPTY, sentence: nothing, nothing };
      const more: Beside[] = [
        ...chain.faults.map((words) => ({ words })),
        ...beside(choices, also, input),
        ...unidentifiedIn(choices, input),
        ...also.kits.must,
        ...looks.flatMap(({ answer }) => (answer?.refuses === undefined ? [] : [{ words: answer.refuses }])),
      ];
      const unseen = unseenIn(choices);
      const judgedGrade = verdict.grade === 'safe' && unseen.length > 0 ? 'on-listing' : verdict.grade;
      const grade = more.length > 0 ? 'not-safe' : judgedGrade;
      const told = { ...verdict, grade, overridden } as Verdict;
      const lineFor = (reason: Verdict['reasons'][number], words?: string) => lineOf(reason, judged, joints, words);
      const once = <L extends { readonly key: string }>(lines: readonly L[]): L[] => [
        ...new Map(lines.map((l) => [l.key, l])).values(),
      ];
      return {
        safe: grade === 'safe',
        grade,
        sentence: verdictSentence(
          told,
          judged,
          more.map(({ words }) => words),
          unseen.map(({ words }) => words),
        ),
        blockers: [
          ...more.map((one) => ({ ...one, key: one.key ?? one.words })),
          ...once(verdict.reasons.map((r) => lineFor(r))),
        ],
        onListing: once([
          ...unseen.map(({ slot, words, sentence }) => ({
            key: `${slot}/seen`,
            words: `which ${words} is on the vehicle`,
            sentence,
            by: rows.listed.find((l) => l.vehicle)?.by ?? ('unsourced' as const),
          })),
          ...verdict.onListing.map((r) => {
            const line = lineFor(r);
            const listing = rows.listed.find((l) => l.by === r.by);
            return {
              ...line,
              sentence: [line.sentence, listing && listingWords(listing)].filter(Boolean).join(' '),
              by: r.by,
            };
          }),
        ]),
        receive: [
          ...once(verdict.receive.map((r) => lineFor(r))),
          ...[...also.kits.receive, ...unseenBore(looks)].map((one) => ({ key: one.words, ...one })),
        ],
        mayOrder:
          more.length === 0 &&
          verdict.reasons.every((r) =>
            overridden.some((o) => o.joint.endsWith(`/${shownId(jointKey(r.joint), joints)}`)),
          ),
        notes,
        overridden: overridden.map(({ joint, person, reason }) => ({ joint, person, reason })),
      };
    },
  };
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
  notes: [],
  overridden: [],
};

/** Parts of the places whose unit stays in one of these ways. */
const placesThat = (choices: readonly SlotChoice[], ways: readonly SlotChoice['stays'][]): ReadonlySet<string> =>
  new Set(choices.filter(({ stays }) => stays && ways.includes(stays)).flatMap(({ slot }) => partsOf(slot as Slot)));

/**
 * Places whose unit the record names and the evidence leaves open: what the record says of lines, studs and rod was made
 * for another unit perhaps. A conversion asks for what it needs itself.
 */
const unidentifiedIn = (choices: readonly SlotChoice[], { chain, plan }: SlotInput): Beside[] =>
  choices.flatMap(({ slot, old, chosen, identification }): Beside[] => {
    const named = chain.some((entry) => entry.slot === slot) && !plan?.roles.some((role) => role.slot === slot);
    if (old || !chosen || !named || identification.verdict !== 'not-enough') return [];
    const words = findSlot(slot)?.words ?? slot;
    return [
      {
        key: whichKey(slot),
        words: `which ${words} is on the vehicle is not known`,
        sentence: 'What was seen is not enough to order from: look at one thing more, or say which it is.',
      },
    ];
  });
/** The key of the reason that a unit is not identified. */
export const whichKey = (slot: string): string => `${slot}/which`;

/** Places of which the record alone says what sits there: nobody saw that it is so on this vehicle. */
const unseenIn = (choices: readonly SlotChoice[]): { slot: string; words: string; sentence: string }[] =>
  choices.flatMap(({ slot, old, chosen, stays, seen }) => {
    if (!old || seen === 'so' || (!chosen && stays === undefined) || stays === 'gone-over') return [];
    const words = findSlot(slot)?.words ?? slot;
    const rests = `That the ${words} on the vehicle is the ${old.maker} ${old.name} rests on the record`;
    const because =
      seen === 'nothing'
        ? 'nothing was seen of it. Look at it, or say which it is.'
        : `the ${attribute(seen.mark).words} that was read is that of ${seen.of}. Look once more, or say which it is.`;
    return [{ slot, words, sentence: `${rests}: ${because}` }];
  });

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

/** Fixes that were accepted, by their names with their place: "brake-master/old-rod". */
const acceptedIn = ({ decisions }: SlotInput): string[] =>
  decisions.flatMap((d) => {
    const subject = d.value && readSubject(d.subject);
    return subject && subject.about === 'fix' ? [`${subject.slot}/${subject.fix}`] : [];
  });

/** Ways from ports to lines that were taken, with the pieces of the catalogue as it is now; what is gone is told. */
function waysIn({ decisions }: SlotInput, reads: JobReads): { readonly ways: Ways; readonly gone: readonly string[] } {
  const ways = new Map<string, readonly WayStep[]>();
  const gone: string[] = [];
  for (const { subject, value } of decisions) {
    const about = value && readSubject(subject);
    if (about?.about !== 'fix' || !about.fix.startsWith('way@')) continue;
    const way = readWay(value?.detail ?? '', (key) => reads.fitting(key));
    if ('steps' in way) ways.set(`${about.slot}/${about.fix}`, way.steps);
    else gone.push(lostWay(about.fix, way.gone));
  }
  return { ways, gone };
}
const lostWay = (fix: string, piece: string): string =>
  `The way taken at ${fix.replace('way@', '').replace('-', ' ')} ` +
  `${piece === '' ? 'cannot be read' : `used a piece, "${piece}", that the catalogue does not hold any more`}: ` +
  'it changes nothing. Take another.';

/** What was found on looking, by the keys of the looks. */
const foundIn = ({ decisions }: SlotInput): ReadonlyMap<string, string> =>
  new Map(
    decisions.flatMap((d) => {
      const subject = d.value && readSubject(d.subject);
      return subject && subject.about === 'look' && d.value ? [[subject.look, d.value.choice] as const] : [];
    }),
  );

const isFix = (key: string, fix: string): boolean => {
  const name = key.split('/')[1] ?? '';
  return name === fix || name.startsWith(`${fix}@`) || name.startsWith(`${fix}-`);
};

/** A fix of an earlier version that there is not any more: it stays on record and changes nothing. */
const lostFix = (key: string): string =>
  `"${key.replace('/', ', ')}" was accepted as a fix. There is no such fix any more: it stays on ` +
  'record and changes nothing.';

/** An override of a joint that there is not: it stays on record and does not count. */
const noteOf = ({ joint, person, reason }: Override): string =>
  `${person} overrode "${joint.replace('/', ', ')}" (${reason}). There is no such joint any more: ` +
  'it stays on record and does not count.';

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
  const unfilled = choices.filter((c) => !c.chosen).map((c) => findSlot(c.slot)?.words ?? c.slot);
  const contradictory = choices.some(
    (c) => c.identification.verdict === 'contradictory' && !decisionOf(input.decisions, { about: 'old', slot: c.slot }),
  );
  const none = choices.length === 0 || unfilled.length === choices.length;
  // What was found orders small parts: then no unit need be chosen.
  if (none && findings.length > 0) return open.map((words) => ({ words }));
  const words = [
    ...(none && choices.length < 2 ? ['no unit is chosen'] : unfilled.map((name) => `no ${name} is chosen`)),
    ...(contradictory ? ['the evidence contradicts itself'] : []),
    ...fluids.flatMap(({ system, state }) => {
      if (none || state === 'fits' || state === 'fits-with-change') return [];
      const of = fluids.length === 1 ? '' : ` of the ${system}`;
      return [state === 'does-not-fit' ? `the fluid${of} is wrong for cap or seals` : `the fluid${of} is not settled`];
    }),
    ...open,
  ];
  return words.map((one) => ({ words: one }));
}

const overridesOf = ({ decisions }: SlotInput): Override[] =>
  decisions.flatMap((d) => {
    const subject = d.value && readSubject(d.subject);
    return subject && subject.about === 'override'
      ? [{ joint: `${subject.slot}/${subject.joint}`, person: d.by, reason: d.reason }]
      : [];
  });
