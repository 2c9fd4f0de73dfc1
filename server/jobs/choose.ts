import type { ChainEntry, Decision, IdentifyAnswer, Job, UnitIs, Vehicle } from '@kerabat/contract';
import { type Subject, subjectText } from '@kerabat/core/job';
import { attribute } from '@kerabat/core/named/attribute';
import type { Settings } from '@kerabat/core/named/settings';
import type { Fact, UnitDesign, UnitKind } from '@kerabat/core/named/unit';
import { findSlot } from '@kerabat/core/vehicle/place';
import { type Evidence, factOfEvidence, readingTolerance } from '@kerabat/core/vehicle/reading';
import type { Plan } from '@kerabat/core/work/conversion';
import type { Stores } from './needs.js';

/** What a slot's computation starts from. */
export interface SlotInput {
  readonly job: Job;
  readonly vehicle: Vehicle | undefined;
  /** What is known of this one vehicle: told when it was asked, or read from its plate since. */
  readonly known: VehicleKnown;
  readonly chain: readonly ChainEntry[];
  readonly decisions: readonly Decision[];
  readonly evidence: ReturnType<Stores['jobs']['evidence']>;
  readonly settings: Settings;
  /** The conversion that the job is planned by. */
  readonly plan?: Plan;
}

export interface VehicleKnown {
  readonly built?: string;
  readonly options: readonly string[];
}

/** A slot half computed: who was there and who will be, before the joints are checked. */
export interface SlotChoice {
  readonly slot: string;
  readonly identification: IdentifyAnswer;
  readonly unitIs: UnitIs;
  readonly measured: readonly Evidence[];
  readonly old?: UnitDesign;
  readonly oldBy?: string;
  readonly chosen?: UnitDesign;
  /** The unit that is there stays: a conversion goes over its joints, or it gets new seals. */
  readonly stays?: 'gone-over' | 'resealed';
  readonly chosenNumber?: string;
}

/** What was decided about something; undefined when nothing was, or when it was taken back. */
export function decisionOf(
  decisions: readonly Decision[],
  subject: Subject,
): NonNullable<Decision['value']> | undefined {
  const text = subjectText(subject);
  return decisions.find((d) => d.subject === text)?.value ?? undefined;
}

/** The build month and the options of a job's vehicle; what was read from the plate goes before what was told. */
export function vehicleKnown(job: Job, evidence: SlotInput['evidence']): VehicleKnown {
  const read = evidence.filter(({ view }) => !view.withdrawn).map(({ item }) => item);
  const built = read.filter((e) => e.attribute === 'build-month').at(-1)?.value ?? job.built;
  const codes = read.filter((e) => e.attribute === 'option-code').map((e) => String(e.value));
  return { ...(typeof built === 'string' ? { built } : {}), options: [...new Set([...codes, ...job.options])] };
}

/** Chain entries of a slot that apply to this vehicle as built: its month and its options, as far as they are known. */
export function entriesFor(chain: readonly ChainEntry[], slot: string, { built, options }: VehicleKnown): ChainEntry[] {
  const ofMonth = chain.filter(
    (entry) =>
      entry.slot === slot &&
      (built === undefined || ((entry.builtFrom ?? '') <= built && (entry.builtTo === null || entry.builtTo >= built))),
  );
  if (options.length === 0) return ofMonth;
  const withOption = ofMonth.filter((entry) => entry.option !== null && options.includes(entry.option));
  if (withOption.length > 0) return withOption;
  const without = ofMonth.filter((entry) => entry.option === null);
  return without.length > 0 ? without : ofMonth;
}

/** First half: identifies the old unit and finds the chosen one. */
export async function chooseSlot(slot: string, input: SlotInput, stores: Stores): Promise<SlotChoice> {
  const seen = input.evidence.filter(({ view }) => !view.withdrawn);
  const measured = seen.filter(({ view }) => view.slot === slot).map(({ item }) => item);
  const fitted = input.chain.filter((entry) => entry.slot === slot);
  const unitIs = (decisionOf(input.decisions, { about: 'at', slot })?.choice ?? 'on-vehicle') as UnitIs;
  const identification = await stores.identify.answer({
    kinds: findSlot(slot)?.kinds ?? [],
    evidence: [...measured.filter((e) => !attribute(e.attribute).vehicle), ...vehicleEvidence(input.known, fitted)],
    fitted,
    ...(input.known.built === undefined ? {} : { built: input.known.built }),
    unitIs,
    limit: 20,
    settings: input.settings,
  });
  const decided = decisionOf(input.decisions, { about: 'old', slot });
  const enough = identification.verdict === 'enough' ? identification.candidates[0]?.unitId : undefined;
  const old = stores.units.design(decided?.choice ?? enough ?? '');
  const by = input.decisions.find((d) => d.subject === subjectText({ about: 'old', slot }))?.by;
  const wanted = decisionOf(input.decisions, { about: 'unit', slot });
  const stays = old && (wanted === undefined || wanted.choice === old.id) ? stayOf(slot, wanted, input) : undefined;
  const chosenAs = wanted ?? (old && stays ? { choice: old.id } : undefined);
  const chosen = chosenAs && withMeasured(designOf(chosenAs, slot, stores), input.evidence, input.settings);
  return {
    slot,
    identification,
    unitIs,
    measured,
    ...(old
      ? {
          old,
          oldBy: decided
            ? `said by ${by ?? 'somebody'}`
            : measured.length > 0
              ? 'by the evidence'
              : 'by the record alone',
        }
      : {}),
    ...(chosen ? { chosen } : {}),
    ...(stays === undefined ? {} : { stays }),
    ...(chosen && chosenAs?.detail && ownKind(chosenAs.choice) === undefined ? { chosenNumber: chosenAs.detail } : {}),
  };
}

/**
 * Whether the unit of a place stays: a conversion that leaves it has its joints gone over all the same, and one may be
 * sealed anew.
 */
function stayOf(
  slot: string,
  wanted: Decision['value'] | undefined,
  { plan, decisions }: SlotInput,
): SlotChoice['stays'] {
  if (plan?.roles.some((role) => role.slot === slot && role.stays)) return 'gone-over';
  return !wanted && decisionOf(decisions, { about: 'reseal', slot }) ? 'resealed' : undefined;
}

/** What is known of the vehicle, as evidence about its units; what its record does not turn on says nothing of them. */
function vehicleEvidence({ built, options }: VehicleKnown, fitted: readonly ChainEntry[]): Evidence[] {
  const dated = fitted.some((e) => e.builtFrom !== null || e.builtTo !== null);
  return [
    ...(built === undefined || !dated ? [] : [{ attribute: 'build-month', kind: 'month', value: built } as const]),
    ...options
      .filter((code) => fitted.some((e) => e.option === code))
      .map((value) => ({ attribute: 'option-code', kind: 'mark', value }) as const),
  ];
}

/** A unit that is in no catalogue is chosen as "own:KIND"; everything that is known of it was measured in this job. */
const OWN = 'own:';
export const ownKind = (choice: string): UnitKind | undefined =>
  choice.startsWith(OWN) ? (choice.slice(OWN.length) as UnitKind) : undefined;

function designOf(
  { choice, detail }: NonNullable<Decision['value']>,
  slot: string,
  stores: Stores,
): UnitDesign | undefined {
  const kind = ownKind(choice);
  if (kind === undefined) return stores.units.design(choice);
  return { id: `${OWN}${slot}`, kind, name: detail ?? 'unit by its dimensions', maker: '', facts: [] };
}

/** A unit in the hand, with what was measured on it in this job laid over its record. */
function withMeasured(
  unit: UnitDesign | undefined,
  evidence: SlotInput['evidence'],
  settings: Settings,
): UnitDesign | undefined {
  const own = evidence.filter(({ view }) => !view.withdrawn && view.slot === `unit:${unit?.id ?? ''}`);
  if (!unit || own.length === 0) return unit;
  const measured = own.map(({ item }): Fact => {
    const tolerance = readingTolerance(item, settings);
    return { ...factOfEvidence(item, 'measured on the new unit'), ...(tolerance === undefined ? {} : { tolerance }) };
  });
  const kept = unit.facts.filter(
    (f) => !measured.some((m) => m.attribute === f.attribute && m.position === f.position),
  );
  return { ...unit, facts: [...kept, ...measured] };
}
