import { lookup } from '../../base/lookup/index.js';
import { answerWords, type Look, lookKey } from '../../list/look/index.js';
import {
  mergePartsList,
  type PartsListEdit,
  type PartsListLine,
  type ProposedLine,
  sumOf,
} from '../../list/parts-list/index.js';
import { positionWords } from '../../named/attribute/index.js';
import { cautionsFor } from '../../named/caution/index.js';
import type { Settings } from '../../named/settings/index.js';
import { textOf, type UnitKind } from '../../named/unit/index.js';
import { chainOf, type SlotFill } from '../../tell/strip/index.js';
import { stepsOf } from '../../tell/words/index.js';
import { findSlot, SLOTS } from '../../vehicle/place/index.js';
import { findConversion, planConversion, type Plans, together } from '../../work/conversion/index.js';
import { WORK_GROUPS, type WorkStep } from '../../work/work-card/index.js';
import { changedSince, type Given, givenFor, isBound } from '../bound.js';
import { measurementsFor } from '../measurements.js';
import { readSubject, subjectText } from '../subject.js';
import type { JobRows } from '../types.js';
import { networkWords, type WholePart } from '../whole.js';
import { findingsIn, readingOf } from './asked.js';
import {
  chooseSlot,
  type IdentificationAsk,
  identificationAsk,
  type SlotChoice,
  type SlotInput,
  vehicleKnown,
} from './choose.js';
import { besideBooster } from './place-state.js';
import { entriesFor } from './decided.js';
import { contradictionsIn } from './contradictions.js';
import { fluidsOf } from './fluids.js';
import { judgeJob } from './judged.js';
import { kitReasons } from './kits.js';
import { linesOfJob } from './lines.js';
import { nextAct } from './next-act.js';
import { computeSlot, type SlotResult } from './place-work.js';
import { convertedVehicle, readChoices } from './plan.js';
import { type GatheredRows, type JobReads, readsOf } from './reads.js';
import type { DecisionRecord, EvidenceRecord, IdentificationRecord, JobRecord, PhotographRecord } from './records.js';
import { rowsOf } from './rows.js';
import type { LookView, Workspace } from './workspace.js';

/** A job worked out from what was asked, seen, decided and recorded: one pure function. */

/** Everything that a job is worked out from: plain JSON, the same wherever it is worked out. */
export interface JobInput {
  readonly job: JobRecord;
  readonly evidence: readonly EvidenceRecord[];
  readonly decisions: readonly DecisionRecord[];
  readonly photographs: readonly PhotographRecord[];
  /** Lines of the parts list that were edited, and those that were added by hand. */
  readonly edits: readonly PartsListEdit[];
  readonly added: readonly PartsListLine[];
  readonly settings: Settings;
  /** Which unit it is, by place. */
  readonly identifications: Readonly<Record<string, IdentificationRecord>>;
  /** The rows of the catalogue that it needs. */
  readonly rows: GatheredRows;
}

/** A job before its places are identified. */
export type JobBase = Omit<JobInput, 'identifications' | 'rows'>;
/** A job whose rows are read as they are needed. */
export type IdentifiedJob = Omit<JobInput, 'rows'>;

/** What the places of a job start from, by the decisions that are given. */
function inputOf(base: JobBase, reads: JobReads, decisions: readonly DecisionRecord[] = said(base)): SlotInput {
  const { job, evidence, photographs, settings } = base;
  const vehicle = job.vehicleId === null ? undefined : reads.vehicle(job.vehicleId);
  const known = vehicleKnown(job, evidence);
  const plan = planOf(decisions, vehicle?.id, known, reads);
  const chain = vehicle ? reads.chain(vehicle.id) : [];
  return {
    job,
    vehicle,
    known,
    chain,
    decisions,
    evidence,
    photographs,
    settings,
    ...(plan ? { plan } : {}),
  };
}

/** Decisions as they were said: "no" to what is allowed or wanted is none. */
const said = ({ decisions }: JobBase): DecisionRecord[] =>
  decisions.map((decision) => {
    const about = readSubject(decision.subject)?.about;
    const no = decision.value?.choice === 'no' && about !== undefined && YES_OR_NO.includes(about);
    return no ? { ...decision, value: null } : decision;
  });
const YES_OR_NO: readonly string[] = ['fix', 'override', 'wanted', 'slot', 'reseal'];

/** What a decision is bound to, as a job is now. */
export function givenIn(identified: IdentifiedJob, reads: JobReads, subject: string): Given | undefined {
  const about = readSubject(subject);
  return about && isBound(about) ? givenFor(about, unbound(identified, reads), identified.job.vehicleId) : undefined;
}

/** The rows of a job without what is bound: what such a decision is given for does not hang on it. */
function unbound(identified: IdentifiedJob, reads: JobReads): JobRows {
  const decisions = said(identified).filter(({ subject }) => {
    const about = readSubject(subject);
    return !about || !isBound(about);
  });
  const input = inputOf(identified, reads, decisions);
  return rowsOf(chosenIn(identified, input, reads), input, [], reads);
}

/** Decisions with those that ended told: what they were about is not what it was. */
function inForce(
  identified: IdentifiedJob,
  reads: JobReads,
): { readonly all: DecisionRecord[]; readonly counts: DecisionRecord[] } {
  const decisions = said(identified);
  const bound = (one: DecisionRecord) => {
    const about = one.value ? readSubject(one.subject) : undefined;
    return about && isBound(about) ? about : undefined;
  };
  if (!decisions.some(bound)) return { all: decisions, counts: decisions };
  const rows = unbound(identified, reads);
  const all = decisions.map((decision) => {
    const about = bound(decision);
    const again = about && changedSince(decision.bound, givenFor(about, rows, identified.job.vehicleId));
    return again === undefined ? decision : { ...decision, again };
  });
  return { all, counts: all.map((one) => (one.again === undefined ? one : { ...one, value: null })) };
}

/** What is decided in a job and cannot both hold, each in a sentence with both sides. */
export function contradictions(base: JobBase, reads: JobReads): string[] {
  const { decisions, plan } = inputOf(base, reads);
  return contradictionsIn(decisions, plan);
}

/** What has to be identified before a job can be worked out, one question for each place that it works on. */
export function identificationsAsked(base: JobBase, reads: JobReads): IdentificationAsk[] {
  const input = inputOf(base, reads);
  return workedSlots(input).map((slot) => identificationAsk(slot, input));
}

/** A place of which nobody asked which unit it is. */
const NOT_ASKED: IdentificationRecord = {
  verdict: 'none',
  advice: '',
  candidates: [],
  possible: [],
  marks: [],
  nextChecks: [],
};

const chosenIn = (identified: IdentifiedJob, input: SlotInput, reads: JobReads): SlotChoice[] =>
  workedSlots(input).map((slot) =>
    chooseSlot(slot, input, lookup(identified.identifications, slot) ?? NOT_ASKED, reads),
  );

/** The rows that a job is judged by, without the fixes that were accepted. */
export function judgedRows(identified: IdentifiedJob, reads: JobReads): JobRows {
  const input = inputOf(identified, reads, inForce(identified, reads).counts);
  return rowsOf(chosenIn(identified, input, reads), input, [], reads);
}

/**
 * A job with everything that follows from it. Nothing of it is stored: it follows from evidence, decisions, settings
 * and rows alone.
 */
export const workOut = (input: JobInput): Workspace => workThrough(input, readsOf(input.rows));

/** The same with rows that are read as they are needed: whoever gathers them works the job out in the same pass. */
export function workThrough(identified: IdentifiedJob, reads: JobReads): Workspace {
  const decisions = inForce(identified, reads);
  const input = inputOf(identified, reads, decisions.counts);
  const { job, vehicle, plan } = input;
  const choices = chosenIn(identified, input, reads);
  const judged = judgeJob(choices, input, reads);
  const results = choices.map((choice) => {
    const joints = judged.joints.filter((joint) => joint.slot === choice.slot);
    return computeSlot(choice, joints, input, reads);
  });
  const fluids = fluidsOf(results, judged, input, reads);
  const { lines, list, open } = linesOfJob(results, judged, fluids, input, reads);
  const partsList = mergePartsList(withNumbers(lines, reads), identified.edits, identified.added);
  const card = judged.card(list);
  const findings = findingsIn(input.decisions);
  const kits = kitReasons(
    results.map(({ work: { slot }, choice, kit }) => ({
      slot,
      resealed: choice.stays === 'resealed',
      ...(kit ? { kit } : {}),
    })),
  );
  const done = {
    job,
    ...(vehicle ? { vehicle } : {}),
    ...readingOf(job, input.decisions, kindsOn(input)),
    chain: { ...chainFor(input, results, judged.parts, reads), parts: [...judged.parts] },
    work: results.map((r) => r.work),
    feel: judged.feel,
    fluids,
    decisions: decisions.all.map(({ bound: _bound, ...decision }) => decision),
    partsList: partsList,
    looks: looksFor(judged.looks, input),
    sum: sumOf(partsList),
    safety: judged.safety({ fluids, kits, findings, open }),
    measurements: measurementsFor(
      judged.joints,
      results.flatMap(({ work: { kitBore } }) => kitBore ?? []),
    ),
    conversions: conversionsIn(input),
    workCard: onceInWords([
      ...card,
      ...(plan
        ? [toolsOf(plan), ...plan.steps.flatMap(({ repeats, ...step }) => (isOn(card, repeats) ? [] : [step]))]
        : []),
      ...accessSteps(results, input, reads),
      ...noteSteps(results, reads),
      ...stepsOf(judged.taken),
    ]).sort(byGroup),
    cautions: [
      ...new Set([
        ...cautionsFor(
          results.flatMap((r) => kindOf(r) ?? []),
          results.some((r) => hydraulicAssistance(r, input, reads)),
        ),
        ...(plan?.cautions ?? []),
      ]),
    ],
  };
  return { ...done, next: nextAct(done) };
}

/** The conversions that a job is planned by: each its own decision, with its choices as text. */
function planOf(
  decisions: readonly DecisionRecord[],
  vehicleId: string | undefined,
  known: SlotInput['known'],
  reads: JobReads,
): Plans | undefined {
  const rows = conversionsDecided(decisions);
  if (rows.length === 0 || vehicleId === undefined) return undefined;
  const vehicle = convertedVehicle(vehicleId, known, reads);
  return together(rows.map(({ row, detail }) => planConversion(row, vehicle, readChoices(detail))));
}

/** Conversions as they were decided, each once. */
function conversionsDecided(decisions: readonly DecisionRecord[]) {
  const found = decisions.flatMap(({ subject: text, value }) => {
    const subject = value && readSubject(text);
    if (subject?.about !== 'conversion') return [];
    const row = findConversion(subject.conversion ?? value?.choice ?? '');
    return row ? [[row.id, { subject: text, row, detail: value?.detail }] as const] : [];
  });
  return [...new Map(found).values()];
}

/** What a job is planned by, as it is shown. */
const conversionsIn = ({ plan, decisions }: SlotInput): Workspace['conversions'] => {
  const decided = conversionsDecided(decisions);
  return (plan?.plans ?? []).map((one) => ({
    subject: decided.find(({ row }) => row.id === one.id)?.subject ?? '',
    id: one.id,
    words: one.words,
    applies: one.applies,
    because: [...one.because],
    choices: Object.fromEntries(one.choices.map((c) => [c.id, c.taken])),
  }));
};

const toolsOf = (plan: Plans): WorkStep => ({
  key: 'conversion-tools',
  group: 'before',
  words: `Have ready: ${plan.tools.join(', ')}`,
  why: plan.words,
});

/** What has to come off before a place can be reached. */
const accessSteps = (results: readonly SlotResult[], { vehicle }: SlotInput, reads: JobReads): WorkStep[] =>
  results.flatMap(({ work }) =>
    (vehicle ? reads.access(vehicle.id, work.slot) : []).map(({ comesOff, minutes, breaks }, i): WorkStep => ({
      key: `access-${work.slot}-${i}`,
      group: 'before',
      words: `Take off first: ${comesOff}${breaks === '' ? '' : `; it breaks ${breaks}`}`,
      why: `to reach the ${work.words}`,
      ...(minutes === null ? {} : { minutes }),
    })),
  );

/** What its maker says of handling a unit that goes in, at the step where it counts. */
const noteSteps = (results: readonly SlotResult[], reads: JobReads): WorkStep[] =>
  results.flatMap(({ choice: { chosen, slot } }) =>
    (chosen ? reads.notesOf(chosen.id) : []).map(({ about, words, source }, i): WorkStep => ({
      key: `note-${slot}-${i}`,
      group: about,
      words,
      why: `${chosen?.name ?? ''}: ${source}`,
    })),
  );

/** The look-list of a job; its answers are kept at the first place that is worked on. */
function looksFor(looks: readonly Look[], input: SlotInput): LookView[] {
  const slot = workedSlots(input)[0] ?? '';
  return looks.map((look): LookView => {
    const { row, at, line, count, answer } = look;
    return {
      subject: subjectText({ about: 'look', slot, look: lookKey(look) }),
      words: at === '' ? row.words : `${row.words}, ${positionWords(line?.position ?? at)}`,
      count,
      how: row.how,
      minutes: row.minutes,
      answers: row.answers.map((one) => ({ id: one.id, words: answerWords(one, input.settings) })),
      ...(answer ? { answer: answer.id } : {}),
      ...(answer?.finding === undefined ? {} : { finding: answer.finding }),
    };
  });
}

/** What a conversion and the joints both say is done once. */
/** Whether a card has a step, for the whole job or at some joint. */
const isOn = (card: readonly WorkStep[], step: string | undefined): boolean =>
  step !== undefined && card.some(({ key }) => key === step || key.startsWith(`${step}-`));

const onceInWords = (steps: readonly WorkStep[]): WorkStep[] => [
  ...new Map(steps.map((step) => [step.words, step])).values(),
];

const byGroup = (a: WorkStep, b: WorkStep): number => WORK_GROUPS.indexOf(a.group) - WORK_GROUPS.indexOf(b.group);

/** The slots a job works on: the one it was opened for, then those added by decision. */
function workedSlots(input: SlotInput): string[] {
  const { job, decisions, plan } = input;
  const roles = plan?.roles.map((role) => role.slot) ?? [];
  const added = decisions.flatMap((d) => {
    const subject = d.value && readSubject(d.subject);
    return subject && (subject.about === 'slot' || subject.about === 'place') ? [subject.slot] : [];
  });
  return [...new Set([...(job.slot === null ? [] : [job.slot]), ...added, ...roles, ...besideBooster(input)])].filter(
    (slot) => findSlot(slot),
  );
}

/** Every part number that the catalogue knows for a small part is put on its line, with what suppliers told of it. */
const withNumbers = (proposals: ProposedLine[], reads: JobReads): ProposedLine[] =>
  proposals.map((line) => {
    const number = line.number ?? (line.wants ? reads.fittingNumber(line.wants) : undefined);
    if (number === undefined) return line;
    return { ...line, number, ...(line.section === 'order' ? reads.supplyOf(number) : {}) };
  });

const kindsOn = (input: SlotInput): UnitKind[] =>
  SLOTS.filter((row) => input.chain.some((e) => e.slot === row.slot)).flatMap((row) => [...row.kinds]);

const kindOf = (r: SlotResult): UnitKind | undefined =>
  (r.choice.chosen ?? r.choice.old)?.kind ?? findSlot(r.work.slot)?.kinds[0];

function hydraulicAssistance(result: SlotResult, input: SlotInput, reads: JobReads): boolean {
  const boosters = entriesFor(input.chain, 'booster', input.known).map((e) => reads.unit(e.unitId));
  const units = [result.choice.chosen, result.choice.old, ...(result.work.slot === 'brake-master' ? boosters : [])];
  return units.some((unit) => unit && ['pump', 'electric'].includes(textOf(unit.facts, 'booster-supply') ?? ''));
}

function chainFor(input: SlotInput, results: readonly SlotResult[], parts: readonly WholePart[], reads: JobReads) {
  const focus = results[0]?.work.slot ?? input.job.slot;
  const system = findSlot(focus ?? '')?.system ?? 'brake';
  const fills = SLOTS.filter((row) => row.system === system).flatMap((row): SlotFill[] => {
    const result = results.find((r) => r.work.slot === row.slot);
    const entries = entriesFor(input.chain, row.slot, input.known);
    if (!result && entries.length === 0) return [];
    const now =
      result?.work.old?.name ??
      (entries.length === 1 ? entries[0]?.unitName : entries.length > 1 ? `one of ${entries.length}` : undefined);
    const next = result?.work.chosen;
    const stays = result?.work.resealed === true;
    const nextWords = next && (stays ? `${next.name}, resealed` : [next.number, next.bore].filter(Boolean).join(' · '));
    return [
      {
        slot: row.slot,
        ...(now && !stays ? { now } : {}),
        ...(next ? { next: nextWords || next.name } : {}),
        ...(next && result ? { joints: result.joints } : {}),
      },
    ];
  });
  const ratio =
    input.vehicle && reads.vehicleFacts(input.vehicle.id, 'pedal').find((f) => f.attribute === 'pedal-ratio')?.value;
  return chainOf(system, typeof ratio === 'number' ? `ratio ${ratio}` : undefined, networkWords(parts, system), fills);
}
