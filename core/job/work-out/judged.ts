import type { Workspace } from './workspace.js';
import { composeJob } from '../compose.js';
import { feelOfJob, type FeelSheet } from '../feel.js';
import { judgeAccepted, type TakenFix, type Ways } from '../fixes.js';
import {
  cardOfJob,
  listOfJob,
  looksOfJob,
  openedIn,
  type Sealed,
  sealedIn,
  sharesFluid,
  uncountedIn,
  placelessIn,
  stopsIn,
} from '../list.js';
import { slotOf } from '../names.js';
import { shownJoints } from '../shown.js';
import type { Measure, ShownJoint } from '../shown.types.js';
import { type Bound, isBound } from '../bound.js';
import type { DecisionRecord } from './records.js';
import { readSubject } from '../subject.js';
import { wholeChain, type WholePart } from '../whole.js';
import { FIXES, readWay, type WayStep } from '../../judge/fix/index.js';
import type { Override, Verdict } from '../../judge/verdict/index.js';
import { attributeWords } from '../../named/attribute/index.js';
import type { Look } from '../../list/look/index.js';
import type { Bag, List, Opened, Told } from '../../list/need/index.js';
import type { ProposedLine } from '../../list/parts-list/index.js';
import { partsOf, type Slot } from '../../vehicle/place/index.js';
import type { WorkStep } from '../../work/work-card/index.js';
import { readQuestion, withoutEnded } from '../question.js';
import type { JobReads } from './reads.js';
import type { SlotChoice, SlotInput } from './choose.js';
import { rowsOf } from './rows.js';
import { type Also, safetyOf } from './safety.js';

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
  /** One reservoir feeds brake and clutch. */
  readonly shared: boolean;
  /** What it opens of each hydraulic system. */
  readonly opened: readonly Opened[];
  /** What is asked about and would stop the job. */
  readonly stops: (list: List) => ReturnType<typeof stopsIn>;
  /** What lies in a box and has no place here. */
  readonly placeless: ReadonlyMap<string, string>;
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

const NOTHING: Verdict = { grade: 'not-safe', reasons: [], onListing: [], receive: [], tells: [], overridden: [] };

/** Judges a job with the fixes that were accepted for it. */
export function judgeJob(choices: readonly SlotChoice[], input: SlotInput, reads: JobReads): JudgedWork {
  const overrides = overridesOf(input);
  const worked = choices.filter((c) => c.chosen).map((c) => c.slot);
  const accepted = acceptedIn(input);
  const rows = rowsOf(choices, input, [], reads);
  const { ways, gone } = waysIn(input, reads);
  const chain = judgeAccepted(composeJob(rows), new Set(accepted), (joint) => slotOf(joint, worked), ways);
  const { verdict, joints: judged, judged: items } = chain.answer ?? { verdict: NOTHING, joints: [], judged: [] };
  const joints = withoutEnded(shownJoints(chain, worked), input.decisions, (m) => timesRead(m, choices, input));
  const overridden = overrides.filter((o) => joints.some((j) => `${j.slot}/${j.id}` === o.joint && j.state !== 'fits'));
  const notes = [
    ...input.decisions.flatMap(endedNote),
    ...overrides.filter((o) => !joints.some((j) => `${j.slot}/${j.id}` === o.joint)).map(noteOf),
    ...accepted.filter((key) => !isFix(key, 'way') && !FIXES.some(({ fix }) => isFix(key, fix))).map(lostFix),
    ...gone,
  ];
  const [stays, resealed] = [
    placesThat(choices, ['gone-over', 'resealed', 'put-back']),
    placesThat(choices, ['resealed']),
  ];
  const looks = looksOfJob(chain, foundIn(input), resealed);
  return {
    joints,
    stays,
    parts: wholeChain(rows, chain, joints, worked),
    feel: feelOfJob(chain, rows.settings),
    taken: chain.taken,
    looks,
    sealed: sealedIn(chain),
    shared: sharesFluid(chain),
    opened: openedIn(chain),
    card: (list) => cardOfJob(chain, list, resealed),
    stops: (list) => stopsIn(chain, list),
    placeless: placelessIn(chain),
    uncounted: (list) => uncountedIn(chain, list),
    list: (rounds, bags) => listOfJob(chain, rounds, stays, bags),
    safety: (also) =>
      safetyOf(
        {
          choices,
          input,
          listed: rows.listed,
          faults: chain.faults,
          verdict,
          judged,
          items,
          joints,
          looks,
          overridden,
          notes,
        },
        also,
      ),
  };
}

/** How often what is asked of the vehicle, or of the unit that is chosen, was read. */
const timesRead = (asked: Measure, choices: readonly SlotChoice[], { evidence }: SlotInput): number => {
  const { slot, side, attribute, position } = asked;
  const chosen = choices.find((choice) => choice.slot === slot)?.chosen;
  const at = side === 'unit' ? `unit:${chosen?.id ?? ''}` : slot;
  return evidence.filter(
    ({ view, item }) =>
      !view.withdrawn && view.slot === at && item.attribute === attribute && item.position === position,
  ).length;
};

/** Parts of the places whose unit stays in one of these ways. */
const placesThat = (choices: readonly SlotChoice[], ways: readonly SlotChoice['stays'][]): ReadonlySet<string> =>
  new Set(choices.filter(({ stays }) => stays && ways.includes(stays)).flatMap(({ slot }) => partsOf(slot as Slot)));

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

/** A decision that ended with what it was given for. */
function endedNote({ subject: text, by, again }: DecisionRecord): string[] {
  const subject = readSubject(text);
  if (again === undefined || !subject || !isBound(subject)) return [];
  const what = didWords(subject);
  return [`${by} ${what}. Since then ${again}: it counts no longer. Confirm it again where it still holds.`];
}

/** What somebody did who decided this. */
function didWords(subject: Bound): string {
  switch (subject.about) {
    case 'wanted':
      return 'wanted another design';
    case 'fix':
      return `took "${subject.fix.replace(/[-@]/g, ' ')}"`;
    case 'override':
      return `let "${subject.joint.replace(/-/g, ' ')}" pass`;
    case 'asked': {
      const question = readQuestion(subject.question);
      return `asked about "${question ? attributeWords(question.attribute, question.position) : subject.question}"`;
    }
  }
}

/** An override of a joint that there is not: it stays on record and does not count. */
const noteOf = ({ joint, person, reason }: Override): string =>
  `${person} overrode "${joint.replace('/', ', ')}" (${reason}). There is no such joint any more: ` +
  'it stays on record and does not count.';

const overridesOf = ({ decisions }: SlotInput): Override[] =>
  decisions.flatMap((d) => {
    const subject = d.value && readSubject(d.subject);
    return subject && subject.about === 'override'
      ? [{ joint: `${subject.slot}/${subject.joint}`, person: d.by, reason: d.reason }]
      : [];
  });
