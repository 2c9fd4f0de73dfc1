import { worst } from '../base/state/index.js';
import { type Check, type CheckCode, CHECKS, type Fix, type JudgedJoint } from '../judge/check/index.js';
import type { ProposedLine } from '../list/parts-list/index.js';
import { type AttributeName, findAttribute } from '../named/attribute/index.js';
import { FITTING_KINDS } from '../named/item/index.js';
import { checkWords, fixWords, linesOf, operationsOf, partWordsOf, riskOf, sentenceOf } from '../tell/words/index.js';
import { slotOfPart } from '../vehicle/place/index.js';
import type { Origin } from '../vehicle/reading/index.js';
import { drawerOf } from './drawn.js';
import { fixKey, hasAnswered, type JointName, type JudgedChain, outlookOf } from './fixes.js';
import { foldSides } from './fold.js';
import { jointKey, jointWords, placeOf, slotOf, slotsOf } from './names.js';
import type { ShownCheck, ShownFix, ShownJoint } from './shown.types.js';
import { measuresOf, sidesOf, workingOf } from './sides.js';

/**
 * Judged joints of a chain as the stages show them: by the place that is worked on, each check with what the vehicle
 * and the new unit have, what answers it, and the fixes that the table of fixes has for it.
 */

const ORIGIN: Readonly<Record<Check['rests'], Origin | undefined>> = {
  measured: 'measured',
  recorded: 'vehicle-record',
  'by-its-mate': 'old-unit',
  'as-it-was': 'old-unit',
  sister: 'neighbour',
  listed: 'vehicle-record',
  'not-known': undefined,
};
const RANK_WORDS = {
  must: 'before ordering',
  receive: 'when the part is there',
  tells: 'for whoever fits it',
} as const;

/** The other place that is worked on whose unit a joint is of. */
function beside(slot: string, slots: readonly string[]): Pick<ShownJoint, 'with'> {
  const other = slots.find((one) => one !== slot);
  return other === undefined ? {} : { with: other };
}

/** The judged joints of each place that is worked on, with the fixes that are offered and those that were taken. */
export function shownJoints(judged: JudgedChain, worked: readonly string[]): ShownJoint[] {
  const joints = judged.answer?.joints ?? [];
  const drawer = drawerOf(judged);
  const closed = judged.taken.flatMap(({ answered }) => answered.map(({ joint }) => joint));
  const gone = closed.filter(
    (joint, i) => closed.findIndex((j) => j.id === joint.id) === i && !joints.some((j) => j.id === joint.id),
  );
  const shown = [...joints, ...gone.map((joint) => ({ ...joint, checks: [] }))].flatMap((joint): ShownJoint[] => {
    const slot = slotOf(joint, worked);
    if (slot === undefined) return [];
    const seen = new Map<string, number>();
    const standing = joint.checks.map((check) => {
      const id = idOf(check.code, joint);
      const n = seen.get(id) ?? 0;
      seen.set(id, n + 1);
      return shownCheck(check, n === 0 ? id : `${id}-${n}`, joint as JudgedJoint, slot, judged);
    });
    const checks = [...standing, ...closedChecks(joint, judged)];
    const deciding = checks.filter((check) => !check.tells);
    const state = deciding.length === 0 ? 'fits' : worst(deciding.map((check) => check.state));
    const codes = joint.checks.map((check) => check.code.split('.')[0] ?? '');
    const drawn = drawer.facesFor(joint as JudgedJoint, slot);
    return [
      {
        id: jointKey(joint.id),
        slot,
        words: jointWords(joint),
        place: placeOf(joint, codes, slot),
        state,
        checks,
        ...beside(slot, slotsOf(joint, worked)),
        ...(joint.line ? { line: joint.line } : {}),
        ...(drawn ? { drawn } : {}),
      },
    ];
  });
  return foldSides(shown);
}

/**
 * Checks that a taken fix closed so well that nothing asks them any more: a line that found no port goes to a tee now.
 */
const closedChecks = (joint: JointName & Pick<JudgedJoint, 'checks'>, { taken }: JudgedChain): ShownCheck[] =>
  taken.flatMap(({ fix, answered }) =>
    answered.flatMap(({ joint: { id }, code }): ShownCheck[] => {
      if (id !== joint.id || joint.checks.some((check) => check.code === code)) return [];
      const sentence = `${fixWords(fix)}.`;
      const fixes = [shownFix(fix, sentence, true)];
      const words = checkWords(code);
      return [
        {
          id: idOf(code, joint),
          words,
          rule: RANK_WORDS.must,
          state: 'fits-with-change',
          sentence,
          measures: [],
          fixes,
          partsList: [],
        },
      ];
    }),
  );

/** Parts where another unit goes in. */
const putIn = ({ input }: JudgedChain): ReadonlySet<string> =>
  new Set(input.edits.flatMap((edit) => (edit.do === 'put' ? [edit.at] : [])));

/** The name of a check within its joint: what it is about, and at a line which one. */
function idOf(code: CheckCode, joint: JointName): string {
  const line = joint.line?.position;
  const own = OWN_ID[code];
  if (own !== undefined) return line === undefined ? own : `${own}@${line}`;
  if (code === 'wiring.plug') return joint.between[1].face ?? 'sensor';
  const row = CHECKS.find((r) => r.code === code);
  return row ? (row.b ?? row.a) : code;
}
const OWN_ID: Readonly<Partial<Record<Check['code'], string>>> = {
  'push.gap': 'recess-depth',
  'port.thread': 'thread',
  'port.seat': 'seat',
  'port.place': 'place',
  'port.none': 'line',
  'place.reservoir': 'reservoir',
  'vehicle.valve': 'valve-in-body',
  'vehicle.residual': 'master-stands',
  'vehicle.nipple': 'clutch-feed',
  'vehicle.hose': 'hose-length',
  'vehicle.tab': 'tab',
  'fluid.seals': 'seals',
  'place.bore': 'bore',
  'place.wanted': 'bore',
  'path.clutch': 'pedal-travel',
};

/** Lines of a fix, as it is offered. */
function linesOfFix(fix: Fix, key: string, because: string): ProposedLine[] {
  return fix.parts.map((part): ProposedLine => {
    const [words, why] = partWordsOf(fix, part);
    const { section, item, quantity, thread, seat, tube, sizeMm } = part;
    const sized = {
      ...(thread ? { thread } : {}),
      ...(seat ? { seat } : {}),
      ...(tube ? { tube } : {}),
      ...(sizeMm === undefined ? {} : { sizeMm }),
    };
    const kind = FITTING_KINDS.find((k) => k === item);
    const wants = section === 'order' && kind !== undefined ? { wants: { kind, ...sized } } : {};
    return { key: `${key}-${part.key}`, section, words, quantity, reason: why ?? because, ...wants };
  });
}

/** A fix as it is shown. */
export function shownFix(fix: Fix, because: string, accepted: boolean): ShownFix {
  const key = fixKey(fix);
  const { fix: row, order, minutes, skill, tools } = fix;
  return {
    key,
    row,
    words: fixWords(fix),
    order,
    minutes,
    skill,
    tools,
    operations: operationsOf(fix),
    risk: riskOf(fix),
    accepted,
    partsList: linesOfFix(fix, key, because),
  };
}

function fixesOf(check: Check, joint: JudgedJoint, slot: string, judged: JudgedChain): ShownFix[] {
  const because = sentenceOf(check, joint);
  const mine = judged.taken.filter((t) => hasAnswered(t, joint, check.code));
  const offered = check.fixes.map((fix): ShownFix => {
    const taken = judged.taken.find((t) => t.key === `${slot}/${fixKey(fix)}`);
    const shown = shownFix(fix, because, taken !== undefined);
    if (taken) return shown;
    const { state, opens, faults, judged: then, after } = outlookOf(judged, fix, joint);
    const drawn = then && after && drawerOf(then).facesFor(after, slot);
    const told = [...opens.map((o) => `${checkWords(o.check.code)}: ${sentenceOf(o.check, o.joint)}`), ...faults];
    const sentence = told.length > 0 ? `Then: ${told.join(' ')}` : '';
    return {
      ...shown,
      after: { state, sentence, opens: opens.map((o) => checkWords(o.check.code)), ...(drawn ? { drawn } : {}) },
    };
  });
  // What leaves it as it is comes last.
  const closes = ({ after }: ShownFix): number => (after?.state === 'does-not-fit' ? 1 : 0);
  offered.sort((a, b) => closes(a) - closes(b));
  const known = new Set(offered.map((f) => f.key));
  return [...mine.filter((t) => !known.has(fixKey(t.fix))).map((t) => shownFix(t.fix, because, true)), ...offered];
}

/** What a check compares: at a plug, the connector that its joint names. */
/** The place of the unit that a check is about, where it stands at a joint of another one. */
function aboutAnother({ values }: Check, slot: string): Pick<ShownCheck, 'of'> {
  const about = typeof values['part'] === 'string' ? slotOfPart(values['part']) : undefined;
  return about === undefined || about === slot ? {} : { of: about };
}

function aboutOf(code: CheckCode, { between }: JointName): { about?: readonly [AttributeName, AttributeName] } {
  const row = CHECKS.find((r) => r.code === code);
  if (!row) return {};
  if (row.joint !== 'wiring') return { about: [row.a, row.b ?? row.a] };
  const plug = findAttribute(between[1].face ?? '')?.name ?? row.a;
  return { about: [plug, plug] };
}

function shownCheck(check: Check, id: string, joint: JudgedJoint, slot: string, judged: JudgedChain): ShownCheck {
  const [vehicle, unit] = sidesOf(check, joint, slot);
  const origin = ORIGIN[check.rests];
  const fixes = fixesOf(check, joint, slot, judged);
  const closed = check.state === 'fits' && fixes.some((r) => r.accepted);
  return {
    id,
    words: checkWords(check.code),
    ...(vehicle === undefined ? {} : { vehicle }),
    ...(vehicle !== undefined && origin !== undefined ? { vehicleOrigin: origin } : {}),
    ...(unit === undefined ? {} : { unit }),
    rule: RANK_WORDS[check.rank],
    ...aboutOf(check.code, joint),
    state: closed ? 'fits-with-change' : check.state,
    sentence: sentenceOf(check, joint),
    ...workingOf(check),
    measures:
      (check.rank === 'must' || check.unanswered) && check.state === 'not-known'
        ? measuresOf(check, joint, slot, putIn(judged))
        : [],
    fixes,
    partsList: closed ? [] : linesOf(check, joint),
    // What its source did not say is open until the part is there.
    ...(check.rank === 'must' || check.unanswered || check.state === 'does-not-fit' ? {} : { tells: true as const }),
    ...aboutAnother(check, slot),
    ...(check.answers.some((a) => a.how === 'decide') && check.code.startsWith('place.')
      ? { decides: 'wanted' as const }
      : {}),
  };
}
