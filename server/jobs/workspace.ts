import type { Decision, FluidView, JointView, Workspace } from '@kerabat/contract';
import { readComplaint } from '@kerabat/core/ask';
import type { JobRows } from '@kerabat/core/job';
import { chainOf, findSlot, SLOTS, type SlotFill } from '@kerabat/core/strip';
import { cautionsFor } from '@kerabat/core/caution';
import {
  findConversion,
  linesOfPlan,
  planConversion,
  withoutDoubles,
  type ConversionPart,
  type Plan,
} from '@kerabat/core/conversion';
import { checkChain, matedJoint, measurementsFor, withOutlook, type FitChain, type Joint } from '@kerabat/core/fit';
import { capAgainstSeals, findFluid, FLUIDS, judgeFluid, type SealMaterial } from '@kerabat/core/fluid';
import { mergeSlip, type FittingWant } from '@kerabat/core/slip';
import { textOf, type UnitKind } from '@kerabat/core/unit';
import { stepsOf, WORK_GROUPS, type WorkStep } from '@kerabat/core/workcard';
import { convertedVehicle, wantFor } from '../fit/plan.js';
import type { Stores } from '../main/stores.js';
import { proposalsFor } from './proposals.js';
import { chooseSlot, decisionOf, entriesFor, vehicleKnown, type SlotChoice, type SlotInput } from './choose.js';
import { judgeJob } from './judged.js';
import { rowsOf } from './rows.js';
import { readChoices } from './subjects.js';
import { fitChainOf } from './fit-chain.js';
import { capOf, computeSlot, type SlotResult } from './slot-work.js';

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
    practice: stores.practice.current(),
    ...(plan ? { plan } : {}),
  };
}

const chosenIn = (input: SlotInput, stores: Stores): Promise<SlotChoice[]> =>
  Promise.all(workedSlots(input).map((slot) => chooseSlot(slot, input, stores)));

/** The chain of a job as one value, with what was decided to close it left out. */
export async function fitChainOfJob(id: number, stores: Stores): Promise<FitChain> {
  const input = inputOf(id, stores);
  return fitChainOf(await chosenIn(input, stores), input, stores);
}

/** The rows that a job is judged by. */
export async function rowsOfJob(id: number, stores: Stores): Promise<JobRows> {
  const input = inputOf(id, stores);
  const choices = await chosenIn(input, stores);
  const { taken } = checkChain(fitChainOf(choices, input, stores), acceptedIn(input.decisions), input.practice);
  return rowsOf(choices, taken, input, [], stores);
}

/** A job with everything that is computed for it. Nothing computed is stored: it follows from evidence and decisions. */
export async function workspaceOf(id: number, stores: Stores): Promise<Workspace> {
  const before = stores.latest.stamp();
  const known = stores.latest.get(id);
  if (known) return known;
  const workspace = await workOut(id, stores);
  stores.latest.keep(id, workspace, before);
  return workspace;
}

async function workOut(id: number, stores: Stores): Promise<Workspace> {
  const input = inputOf(id, stores);
  const { job, vehicle, plan } = input;
  const choices = await chosenIn(input, stores);
  const chain = fitChainOf(choices, input, stores);
  const accepted = acceptedIn(input.decisions);
  const fit = withOutlook(chain, checkChain(chain, accepted, input.practice), accepted, input.practice);
  const results = choices.flatMap((choice) => {
    const link = chain.links.find((l) => l.slot === choice.slot);
    const checked = fit.joints
      .filter((joint) => joint.slot === choice.slot)
      .map(({ slot: _slot, id: whole, ...joint }) => ({ ...joint, id: whole.split('/')[1] ?? whole }));
    return link ? [computeSlot(choice, link, checked, matedFor(choice, choices, input, stores), input, stores)] : [];
  });
  const fluid = fluidOf(results, input);
  const chosenFluid = fluid.chosen;
  const planLines =
    plan && vehicle
      ? linesOfPlan({ ...plan, parts: plan.parts.map((part) => withWant(part, wantFor(part, vehicle.id, stores))) })
      : [];
  const asked = results.flatMap((result) => proposalsFor(result, chosenFluid, input, stores));
  const proposals = [...asked, ...withoutDoubles(planLines, asked)];
  const slip = mergeSlip(
    withNumbers(oneFluid(proposals), stores),
    stores.jobs.slipEdits(id),
    stores.jobs.slipAdded(id),
  );
  const { joints, safety } = judgeJob(choices, results, fit.taken, fluid.state, input, stores);
  const shownAt = (slot: string): JointView[] =>
    joints.filter((joint) => joint.slot === slot).map(({ slot: _slot, ...joint }) => joint as JointView);
  const shown = results.map((r): SlotResult => ({ ...r, work: { ...r.work, joints: shownAt(r.work.slot) } }));
  const reading = job.complaint === null ? undefined : readComplaint(job.complaint, kindsOn(input));
  return {
    job,
    ...(vehicle ? { vehicle } : {}),
    ...(reading
      ? {
          reading: {
            sentence: reading.sentence,
            suspects: [...reading.suspects],
            ruleOutFirst: [...reading.ruleOutFirst],
          },
        }
      : {}),
    chain: chainFor(input, shown, stores) as Workspace['chain'],
    work: shown.map((r) => r.work),
    fluid,
    decisions: input.decisions as Decision[],
    slip,
    safety,
    measurements: measurementsFor(joints) as Workspace['measurements'],
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
    workCard: [...(plan ? [toolsOf(plan), ...plan.steps] : []), ...stepsOf(fit.taken)].sort(
      byGroup,
    ) as Workspace['workCard'],
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

/** Keeps a job's safety sentence for the list of jobs. */
export async function settle(id: number, stores: Stores): Promise<void> {
  const before = stores.latest.stamp();
  const workspace = await workOut(id, stores);
  stores.latest.keep(id, workspace, before, () =>
    stores.jobs.saveSafety(id, workspace.safety.safe, workspace.safety.sentence),
  );
}

/** The conversion that a job is planned by, when one was decided: its id, and its choices as JSON. */
function planOf(
  decisions: readonly Decision[],
  vehicleId: string | undefined,
  known: SlotInput['known'],
  stores: Stores,
): Plan | undefined {
  const decided = decisionOf(decisions, 'conversion');
  const row = decided && findConversion(decided.choice);
  if (!decided || !row || vehicleId === undefined) return undefined;
  return planConversion(row, convertedVehicle(vehicleId, known, stores), readChoices(decided.detail));
}

const withWant = (part: ConversionPart, wants: FittingWant | undefined): ConversionPart =>
  wants === undefined ? part : { ...part, wants };

const toolsOf = (plan: Plan): WorkStep => ({
  key: `${plan.id}-tools`,
  group: 'before',
  words: `Have ready: ${plan.tools.join(', ')}`,
  why: plan.words,
});

const byGroup = (a: WorkStep, b: WorkStep): number => WORK_GROUPS.indexOf(a.group) - WORK_GROUPS.indexOf(b.group);

/** The slots a job works on: the one it was opened for, then those added by decision. */
function workedSlots({ job, decisions, plan }: SlotInput): string[] {
  const roles = plan?.roles.map((role) => role.slot) ?? [];
  const added = decisions.filter((d) => d.value && d.subject.startsWith('slot:')).map((d) => d.subject.slice(5));
  return [...new Set([...(job.slot === null ? [] : [job.slot]), ...added, ...roles])].filter((slot) => findSlot(slot));
}

/** The fluid of a job is bought once, however many of its units are opened: the largest need counts. */
function oneFluid(proposals: ReturnType<typeof proposalsFor>): ReturnType<typeof proposalsFor> {
  const fluids = proposals.filter((line) => line.key.endsWith('/fluid') && line.section === 'order');
  const most = fluids.reduce<(typeof fluids)[number] | undefined>(
    (best, line) => (best && best.quantity >= line.quantity ? best : line),
    undefined,
  );
  return proposals.filter((line) => line === most || !fluids.includes(line));
}

/** Every part number that the catalogue knows for a small part is put on its line. */
const withNumbers = (proposals: ReturnType<typeof proposalsFor>, stores: Stores): ReturnType<typeof proposalsFor> =>
  proposals.map((line) => {
    const number = line.number ?? (line.wants ? stores.kits.fittingNumber(line.wants) : undefined);
    return number === undefined ? line : { ...line, number };
  });

/** Keys of the remedies that were taken, with their place: "brake-master/old-rod". */
const acceptedIn = (decisions: readonly Decision[]): string[] =>
  decisions.filter((d) => d.value && d.subject.startsWith('remedy:')).map((d) => d.subject.slice('remedy:'.length));

const kindsOn = (input: SlotInput): UnitKind[] =>
  SLOTS.filter((row) => input.chain.some((e) => e.slot === row.slot)).flatMap((row) => [...row.kinds]);

const kindOf = (r: SlotResult): UnitKind | undefined =>
  (r.choice.chosen ?? r.choice.old)?.kind ?? findSlot(r.work.slot)?.kinds[0];

function hydraulicAssistance(result: SlotResult, input: SlotInput, stores: Stores): boolean {
  const boosters = entriesFor(input.chain, 'booster', input.known).map((e) => stores.units.design(e.unitId));
  const units = [result.choice.chosen, result.choice.old, ...(result.work.slot === 'brake-master' ? boosters : [])];
  return units.some((unit) => unit && ['pump', 'electric'].includes(textOf(unit.facts, 'booster-supply') ?? ''));
}

/** The joint with parts of the same production change, when the chosen unit belongs to one. */
function matedFor(choice: SlotChoice, all: readonly SlotChoice[], input: SlotInput, stores: Stores): Joint | undefined {
  const setOf = (unitId: string | undefined, slot: string): string | undefined =>
    input.chain.find((e) => e.slot === slot && e.unitId === unitId)?.matedSet ??
    (input.plan?.mated.includes(slot) && unitId !== undefined ? stores.siblings.sideOf(unitId, slot) : undefined);
  const chosenSet = setOf(choice.chosen?.id, choice.slot);
  if (!choice.chosen || !chosenSet) return undefined;
  const recorded = input.chain.filter((e) => e.matedSet).map((e) => e.slot);
  const otherSlots = [...new Set([...recorded, ...(input.plan?.mated ?? [])])].filter((slot) => slot !== choice.slot);
  const mates = otherSlots.map((slot) => {
    const worked = all.find((c) => c.slot === slot);
    const entries = entriesFor(input.chain, slot, input.known);
    const id = worked?.chosen?.id ?? worked?.old?.id ?? (entries.length === 1 ? entries[0]?.unitId : undefined);
    const set = setOf(id, slot);
    const name = worked?.chosen?.name ?? input.chain.find((e) => e.unitId === id)?.unitName;
    return { slotWords: findSlot(slot)?.words ?? slot, ...(set ? { set } : {}), ...(name ? { unitName: name } : {}) };
  });
  return matedJoint(chosenSet, mates);
}

const UNREAD_CAP = { state: 'not-known' as const, sentence: 'The fluid is not known: read which grade the cap names.' };

function fluidOf(results: readonly SlotResult[], input: SlotInput): FluidView {
  const capKnown = results.map((r) => capOf(r.vehicle)).find((c) => c !== undefined);
  const cap = capKnown && findFluid(capKnown.grade);
  const seals = [
    ...new Set(results.flatMap((r) => textOf((r.choice.chosen ?? r.choice.old)?.facts ?? [], 'seals') ?? [])),
  ] as SealMaterial[];
  const chosen = findFluid(decisionOf(input.decisions, 'fluid')?.choice ?? cap?.grade ?? '');
  const conflict = cap && capAgainstSeals(cap, seals);
  const verdict = conflict
    ? { state: 'does-not-fit' as const, sentence: conflict }
    : chosen
      ? judgeFluid(chosen, cap, seals)
      : UNREAD_CAP;
  return {
    ...(capKnown ? { cap: capKnown.grade, capOrigin: capKnown.origin } : {}),
    seals,
    ...(chosen ? { chosen: chosen.grade } : {}),
    ...(conflict ? { conflict } : {}),
    ...verdict,
    grades: FLUIDS.map((fluid) => ({ grade: fluid.grade, ...judgeFluid(fluid, cap, seals) })),
  };
}

function chainFor(input: SlotInput, results: readonly SlotResult[], stores: Stores) {
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
    const nextWords = next && [next.number, next.bore].filter(Boolean).join(' · ');
    return [
      {
        slot: row.slot,
        ...(now ? { now } : {}),
        ...(next ? { next: nextWords || next.name } : {}),
        ...(next && result ? { joints: result.work.joints as Joint[] } : {}),
      },
    ];
  });
  const ratio =
    input.vehicle && stores.vehicles.facts(input.vehicle.id, 'pedal').find((f) => f.attribute === 'pedal-ratio')?.value;
  return chainOf(system, typeof ratio === 'number' ? `ratio ${ratio}` : undefined, linesWords(results), fills);
}

function linesWords(results: readonly SlotResult[]): string | undefined {
  const tubes = new Set(
    results.flatMap((r) =>
      [...r.vehicle].filter(([key]) => key.startsWith('tube@')).map(([, known]) => String(known.value)),
    ),
  );
  return tubes.size === 0 ? undefined : [...tubes].join(', ');
}
