import type { Decision, LookView, Workspace } from '@kerabat/contract';
import {
  type JobRows,
  measurementsFor,
  networkWords,
  readSubject,
  subjectText,
  type WholePart,
} from '@kerabat/core/job';
import { answerWords, type Look, lookKey } from '@kerabat/core/list/look';
import { mergePartsList, type ProposedLine, sumOf } from '@kerabat/core/list/parts-list';
import { positionWords } from '@kerabat/core/named/attribute';
import { cautionsFor } from '@kerabat/core/named/caution';
import { textOf, type UnitKind } from '@kerabat/core/named/unit';
import { chainOf, type SlotFill } from '@kerabat/core/tell/strip';
import { stepsOf } from '@kerabat/core/tell/words';
import { findSlot, SLOTS } from '@kerabat/core/vehicle/place';
import { findConversion, type Plan, planConversion } from '@kerabat/core/work/conversion';
import { WORK_GROUPS, type WorkStep } from '@kerabat/core/work/work-card';
import { convertedVehicle } from '../conversions/plan.js';
import type { Stores } from './needs.js';
import { findingsIn, readingOf } from './asked.js';
import { fluidsOf } from './fluids.js';
import { kitReasons } from './kit-of.js';
import { linesOfJob } from './lines.js';
import { chooseSlot, decisionOf, entriesFor, vehicleKnown, type SlotChoice, type SlotInput } from './choose.js';
import { judgeJob } from './judged.js';
import { rowsOf } from './rows.js';
import { readChoices } from './subjects.js';
import { computeSlot, type SlotResult } from './slot-work.js';

/** What a job's computation starts from. */
function inputOf(id: number, stores: Stores): SlotInput {
  const job = stores.jobs.get(id);
  const vehicle = job.vehicleId === null ? undefined : stores.vehicles.get(job.vehicleId);
  const [evidence, decisions] = [stores.jobs.evidence(id), stores.jobs.decisions(id)];
  const known = vehicleKnown(job, evidence);
  const plan = planOf(decisions, vehicle?.id, known, stores);
  const chain = vehicle ? stores.vehicles.chain(vehicle.id) : [];
  return {
    job,
    vehicle,
    known,
    chain,
    decisions,
    evidence,
    settings: stores.settings.current(),
    ...(plan ? { plan } : {}),
  };
}

const chosenIn = (input: SlotInput, stores: Stores): Promise<SlotChoice[]> =>
  Promise.all(workedSlots(input).map((slot) => chooseSlot(slot, input, stores)));

/** The rows that a job is judged by, without the fixes that were accepted. */
export async function rowsOfJob(id: number, stores: Stores): Promise<JobRows> {
  const input = inputOf(id, stores);
  return rowsOf(await chosenIn(input, stores), input, [], stores);
}

/**
 * A job with everything that is computed for it. Nothing computed is stored: it follows from evidence and decisions.
 */
export async function workspaceOf(id: number, stores: Stores): Promise<Workspace> {
  const before = stores.latest.stamp();
  const known = stores.latest.get(id);
  if (known) return known;
  return stores.latest.shared(id, before, async () => {
    const workspace = await workOut(id, stores);
    stores.latest.keep(id, workspace, before);
    return workspace;
  });
}

async function workOut(id: number, stores: Stores): Promise<Workspace> {
  const input = inputOf(id, stores);
  const { job, vehicle, plan } = input;
  const choices = await chosenIn(input, stores);
  const judged = judgeJob(choices, input, stores);
  const results = choices.map((choice) => {
    const joints = judged.joints.filter((joint) => joint.slot === choice.slot);
    return computeSlot(choice, joints, input, stores);
  });
  const fluids = fluidsOf(results, judged, input, stores);
  const { lines, list, open } = linesOfJob(results, judged, fluids, input, stores);
  const partsList = mergePartsList(
    withNumbers(lines, stores),
    stores.jobs.partsListEdits(id),
    stores.jobs.partsListAdded(id),
  );
  const card = judged.card(list);
  const findings = findingsIn(input.decisions);
  const kits = kitReasons(
    results.map(({ work: { slot }, choice, kit }) => ({
      slot,
      resealed: choice.stays === 'resealed',
      ...(kit ? { kit } : {}),
    })),
  );
  return {
    job,
    ...(vehicle ? { vehicle } : {}),
    ...readingOf(job, input.decisions, kindsOn(input)),
    chain: { ...chainFor(input, results, judged.parts, stores), parts: [...judged.parts] } as Workspace['chain'],
    work: results.map((r) => r.work),
    feel: judged.feel as Workspace['feel'],
    fluids,
    decisions: input.decisions as Decision[],
    partsList: partsList as Workspace['partsList'],
    looks: looksFor(judged.looks, input),
    sum: sumOf(partsList),
    safety: judged.safety({ fluids, kits, findings, open }),
    measurements: measurementsFor(judged.joints) as Workspace['measurements'],
    ...(plan
      ? {
          conversion: {
            id: plan.id,
            words: plan.words,
            applies: plan.applies,
            because: [...plan.because],
            choices: Object.fromEntries(plan.choices.map((c) => [c.id, c.taken])),
          },
        }
      : {}),
    workCard: onceInWords([
      ...card,
      ...(plan
        ? [toolsOf(plan), ...plan.steps.flatMap(({ repeats, ...step }) => (isOn(card, repeats) ? [] : [step]))]
        : []),
      ...accessSteps(results, input, stores),
      ...noteSteps(results, stores),
      ...stepsOf(judged.taken),
    ]).sort(byGroup) as Workspace['workCard'],
    cautions: [
      ...new Set([
        ...cautionsFor(
          results.flatMap((r) => kindOf(r) ?? []),
          results.some((r) => hydraulicAssistance(r, input, stores)),
        ),
        ...(plan?.cautions ?? []),
      ]),
    ],
  };
}

/**
 * Works a job out after a write and keeps its safety sentence for the list of jobs. The answer has what was written in
 * it.
 */
export const settle = (id: number, stores: Stores): Promise<Workspace> =>
  stores.latest.inTurn(id, async () => {
    const before = stores.latest.stamp();
    const workspace = await workOut(id, stores);
    stores.latest.keep(id, workspace, before, () =>
      stores.jobs.saveSafety(id, workspace.safety.safe, workspace.safety.sentence),
    );
    return workspace;
  });

/** The conversion that a job is planned by, when one was decided: its id, and its choices as JSON. */
function planOf(
  decisions: readonly Decision[],
  vehicleId: string | undefined,
  known: SlotInput['known'],
  stores: Stores,
): Plan | undefined {
  const decided = decisionOf(decisions, { about: 'conversion' });
  const row = decided && findConversion(decided.choice);
  if (!decided || !row || vehicleId === undefined) return undefined;
  return planConversion(row, convertedVehicle(vehicleId, known, stores), readChoices(decided.detail));
}

const toolsOf = (plan: Plan): WorkStep => ({
  key: `${plan.id}-tools`,
  group: 'before',
  words: `Have ready: ${plan.tools.join(', ')}`,
  why: plan.words,
});

/** What has to come off before a place can be reached. */
const accessSteps = (results: readonly SlotResult[], { vehicle }: SlotInput, stores: Stores): WorkStep[] =>
  results.flatMap(({ work }) =>
    (vehicle ? stores.vehicles.access(vehicle.id, work.slot) : []).map(
      ({ comesOff, minutes, breaks }, i): WorkStep => ({
        key: `access-${work.slot}-${i}`,
        group: 'before',
        words: `Take off first: ${comesOff}${breaks === '' ? '' : `; it breaks ${breaks}`}`,
        why: `to reach the ${work.words}`,
        ...(minutes === null ? {} : { minutes }),
      }),
    ),
  );

/** What its maker says of handling a unit that goes in, at the step where it counts. */
const noteSteps = (results: readonly SlotResult[], stores: Stores): WorkStep[] =>
  results.flatMap(({ choice: { chosen, slot } }) =>
    (chosen ? stores.units.notes(chosen.id) : []).map(({ about, words, source }, i): WorkStep => ({
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
    const { row, at, count, answer } = look;
    return {
      subject: subjectText({ about: 'look', slot, look: lookKey(look) }),
      words: at === '' ? row.words : `${row.words}, ${partWords(at)}`,
      count,
      how: row.how,
      minutes: row.minutes,
      answers: row.answers.map((one) => ({ id: one.id, words: answerWords(one, input.settings) })),
      ...(answer ? { answer: answer.id } : {}),
      ...(answer?.finding === undefined ? {} : { finding: answer.finding }),
    };
  });
}
/** "rear left" of "master line rear-left" */
const partWords = (id: string): string => positionWords(/(?:line|hose) (.+)$/.exec(id)?.[1] ?? id);

/** What a conversion and the joints both say is done once. */
/** Whether a card has a step, for the whole job or at some joint. */
const isOn = (card: readonly WorkStep[], step: string | undefined): boolean =>
  step !== undefined && card.some(({ key }) => key === step || key.startsWith(`${step}-`));

const onceInWords = (steps: readonly WorkStep[]): WorkStep[] => [
  ...new Map(steps.map((step) => [step.words, step])).values(),
];

const byGroup = (a: WorkStep, b: WorkStep): number => WORK_GROUPS.indexOf(a.group) - WORK_GROUPS.indexOf(b.group);

/** The slots a job works on: the one it was opened for, then those added by decision. */
function workedSlots({ job, decisions, plan }: SlotInput): string[] {
  const roles = plan?.roles.map((role) => role.slot) ?? [];
  const added = decisions.flatMap((d) => {
    const subject = d.value && readSubject(d.subject);
    return subject && subject.about === 'slot' ? [subject.slot] : [];
  });
  return [...new Set([...(job.slot === null ? [] : [job.slot]), ...added, ...roles])].filter((slot) => findSlot(slot));
}

/** Every part number that the catalogue knows for a small part is put on its line, with what suppliers told of it. */
const withNumbers = (proposals: ProposedLine[], stores: Stores): ProposedLine[] =>
  proposals.map((line) => {
    const number = line.number ?? (line.wants ? stores.kits.fittingNumber(line.wants) : undefined);
    if (number === undefined) return line;
    return { ...line, number, ...(line.section === 'order' ? stores.stock.supplyOf(number) : {}) };
  });

const kindsOn = (input: SlotInput): UnitKind[] =>
  SLOTS.filter((row) => input.chain.some((e) => e.slot === row.slot)).flatMap((row) => [...row.kinds]);

const kindOf = (r: SlotResult): UnitKind | undefined =>
  (r.choice.chosen ?? r.choice.old)?.kind ?? findSlot(r.work.slot)?.kinds[0];

function hydraulicAssistance(result: SlotResult, input: SlotInput, stores: Stores): boolean {
  const boosters = entriesFor(input.chain, 'booster', input.known).map((e) => stores.units.design(e.unitId));
  const units = [result.choice.chosen, result.choice.old, ...(result.work.slot === 'brake-master' ? boosters : [])];
  return units.some((unit) => unit && ['pump', 'electric'].includes(textOf(unit.facts, 'booster-supply') ?? ''));
}

function chainFor(input: SlotInput, results: readonly SlotResult[], parts: readonly WholePart[], stores: Stores) {
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
    const nextWords =
      next && (stays ? `${next.name}, new seals` : [next.number, next.bore].filter(Boolean).join(' · '));
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
    input.vehicle && stores.vehicles.facts(input.vehicle.id, 'pedal').find((f) => f.attribute === 'pedal-ratio')?.value;
  return chainOf(system, typeof ratio === 'number' ? `ratio ${ratio}` : undefined, networkWords(parts, system), fills);
}
