import type { UnitIs } from '../../find/identify/index.js';
import type {
  ChainEntry,
  DecisionRecord,
  EvidenceRecord,
  IdentificationRecord,
  JobRecord,
  PhotographRecord,
  VehicleRecord,
} from './records.js';
import { subjectText } from '../subject.js';
import { attribute, findAttribute } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import type { Fact, UnitDesign, UnitKind } from '../../named/unit/index.js';
import { isOfForkAlone, isOfNeighbour } from '../places.data.js';
import { findSlot, type PlaceSide, type PlaceState, placeStateRow } from '../../vehicle/place/index.js';
import { type Evidence, factOfEvidence, readingTolerance, settle } from '../../vehicle/reading/index.js';
import type { Plans } from '../../work/conversion/index.js';
import { decisionOf, entriesFor, type VehicleKnown } from './decided.js';
import { isBrought, stateOf, staysBy } from './place-state.js';
import type { JobReads } from './reads.js';
import { exclusionsOf, isKnownSame, rivalWords } from './rivals.js';
import { withoutEndedChecks } from '../question.js';

/** What a slot's computation starts from. */
export interface SlotInput {
  readonly job: JobRecord;
  readonly vehicle: VehicleRecord | undefined;
  /** What is known of this one vehicle: told when it was asked, or read from its plate since. */
  readonly known: VehicleKnown;
  readonly chain: readonly ChainEntry[];
  readonly decisions: readonly DecisionRecord[];
  readonly evidence: readonly EvidenceRecord[];
  readonly photographs: readonly PhotographRecord[];
  readonly settings: Settings;
  /** The conversions that the job is planned by, as one. */
  readonly plan?: Plans;
}

/** What the unit on the vehicle was seen to be, or whose mark it carries; a named person may have said it too. */
export type Seen = 'so' | 'nothing' | { readonly mark: string; readonly of: string };

/** How it is told that a named person said it. */
export const SAID = 'said by';
/** How it is told that nobody saw it. */
export const BY_RECORD = 'by the record alone';

/** A place half computed: who was there and who will be, before the joints are checked. */
export interface SlotChoice {
  readonly slot: string;
  readonly identification: IdentificationRecord;
  readonly unitIs: UnitIs;
  readonly measured: readonly Evidence[];
  /** The vehicle has no such place: the conversion brings it, and there is no unit to identify. */
  readonly brought?: true;
  readonly old?: UnitDesign;
  readonly oldBy?: string;
  /** What was seen of the unit that is there: that it is this one, nothing, or a mark of another one. */
  readonly seen: Seen;
  /**
   * Nothing that can be looked at tells which unit is there: what the record says of its place was made for that unit
   * perhaps and for another one perhaps, and what decides is measured.
   */
  readonly blind?: true;
  /** What was seen that cannot be of the unit that is taken to be there, with both figures. */
  readonly excluded: readonly string[];
  /** Which others what was seen leaves possible, where they differ in what a must reads. */
  readonly rivals?: string;
  readonly chosen?: UnitDesign;
  /** What somebody said becomes of the place, and of one side of it. */
  readonly state?: PlaceState;
  readonly sides?: Readonly<Partial<Record<PlaceSide, PlaceState>>>;
  /**
   * The unit that is there stays: a conversion goes over its joints, it gets new seals, it comes off and goes back, or
   * nothing is done to it at all.
   */
  readonly stays?: 'gone-over' | 'resealed' | 'put-back' | 'left';
  readonly chosenNumber?: string;
}

/** The build month and the options of a job's vehicle; what was read from the plate goes before what was told. */
export function vehicleKnown(job: JobRecord, evidence: SlotInput['evidence']): VehicleKnown {
  const read = evidence.filter(({ view }) => !view.withdrawn).map(({ item }) => item);
  const months = new Set(read.flatMap((e) => (e.attribute === 'build-month' ? [String(e.value)] : [])));
  // Two months that were read contradict each other: neither is known.
  const built = months.size > 1 ? undefined : ([...months][0] ?? job.built);
  const codes = read.filter((e) => e.attribute === 'option-code').map((e) => String(e.value));
  return { ...(typeof built === 'string' ? { built } : {}), options: [...new Set([...codes, ...job.options])] };
}

export const measuredAt = (slot: string, { evidence = [] }: Partial<Pick<SlotInput, 'evidence'>>): Evidence[] =>
  evidence.filter(({ view }) => !view.withdrawn && view.slot === slot).map(({ item }) => item);

/** What has to be said of a vehicle before a record speaks of this one, in words; empty where it does. */
export type Unsaid = '' | 'the build month' | 'the options' | 'the build month and the options';

/**
 * What the record lists in a slot for this very vehicle. A record for another month, or for an option that nobody asked
 * about, is none for this one: `unsaid` is what has to be asked first, where the answer could make one of it.
 */
export function listedFor(
  chain: readonly ChainEntry[],
  slot: string,
  known: VehicleKnown,
): { readonly entries: readonly ChainEntry[]; readonly unsaid: Unsaid } {
  const possible = entriesFor(chain, slot, known);
  const dated = known.built === undefined && possible.some((e) => e.builtFrom !== null || e.builtTo !== null);
  const optional = known.options.length === 0 && possible.some((e) => e.option !== null);
  const unsaid: Unsaid =
    dated && optional ? 'the build month and the options' : dated ? 'the build month' : optional ? 'the options' : '';
  const ours = possible.filter(
    ({ option }) => known.options.length === 0 || option === null || known.options.includes(option),
  );
  return { entries: unsaid === '' ? ours : [], unsaid };
}

const UNIT_IS: readonly UnitIs[] = ['on-vehicle', 'off', 'lost'];
const unitIsAt = (slot: string, { decisions }: SlotInput): UnitIs => {
  const said = decisionOf(decisions, { about: 'at', slot })?.choice;
  return UNIT_IS.find((one) => one === said) ?? 'on-vehicle';
};

/** What is asked of the identification of a place: which of these units it is, by this evidence. */
export interface IdentificationAsk {
  readonly slot: string;
  readonly kinds: readonly UnitKind[];
  readonly evidence: readonly Evidence[];
  readonly fitted: readonly ChainEntry[];
  readonly built?: string;
  readonly unitIs: UnitIs;
  readonly settings: Settings;
}

/** What has to be identified before a place can be worked out. */
export function identificationAsk(slot: string, input: SlotInput): IdentificationAsk {
  const fitted = input.chain.filter((entry) => entry.slot === slot);
  return {
    slot,
    kinds: findSlot(slot)?.kinds ?? [],
    evidence: [
      ...measuredAt(slot, input).filter((e) => !attribute(e.attribute).vehicle && !isOfForkAlone(e.attribute)),
      ...vehicleEvidence(input.known, fitted),
    ],
    fitted,
    ...(input.known.built === undefined ? {} : { built: input.known.built }),
    unitIs: unitIsAt(slot, input),
    settings: input.settings,
  };
}

/**
 * Whether what was seen is recorded so for a unit. What a vehicle offers to whatever sits there says nothing of which
 * unit does, nor does what nobody recorded of it; a mark that is recorded for another one speaks for that.
 */
function seenOf(
  id: string | undefined,
  { slot, measured, named }: Pick<SlotChoice, 'slot' | 'measured'> & { readonly named: boolean },
  { verdict, candidates, marks, possible }: IdentificationRecord,
  settings: Settings,
  reads: JobReads,
): Seen {
  const another = marks.find(({ of }) => of.length > 0 && !of.some((one) => one === id));
  if (another) {
    const other = reads.unit(another.of[0] ?? '');
    return {
      mark: findAttribute(another.attribute)?.words ?? another.attribute,
      of: other ? `${other.maker} ${other.name}` : 'another unit',
    };
  }
  if (verdict !== 'enough') return 'nothing';
  const own = measured.filter(({ attribute: name }) => !attribute(name).vehicle && !isOfNeighbour(name, slot));
  const unit = candidates.find(({ unitId }) => unitId === id);
  const agreed = own.map((one) => one.attribute).filter((name) => unit?.agrees.some((one) => one.attribute === name));
  const design = unit && reads.unit(unit.unitId);
  // What another design may have as well says which one it is no more than nothing.
  const told = possible.every((one) => {
    const other = one === id ? undefined : reads.unit(one);
    return one === id || (design && other && isKnownSame(design, other, settings));
  });
  // Which it is of those that the record names is told by anything that they differ in; of all others by a mark alone,
  // for there are more units than a catalogue has.
  const marked = marks.some(({ of }) => of.some((one) => one === id));
  return agreed.length > 0 && (named || marked) && told && possible.some((one) => one === id) ? 'so' : 'nothing';
}

/** First half of a place: which unit was there, and which will be. */
export function chooseSlot(
  slot: string,
  input: SlotInput,
  answered: IdentificationRecord,
  reads: JobReads,
): SlotChoice {
  const identification = withoutEndedChecks(answered, slot, input.decisions);
  const measured = measuredAt(slot, input);
  const unitIs = unitIsAt(slot, input);
  const decided = decisionOf(input.decisions, { about: 'old', slot });
  const { state, sides, fitted } = stateOf(slot, input);
  const brought = decided === undefined && isBrought(slot, input);
  const found = reads.unit(fitted ?? decided?.choice ?? (brought ? '' : likeliestOf(identification)));
  const by = input.decisions.find((d) => d.subject === subjectText({ about: 'old', slot }))?.by;
  const wanted = decisionOf(input.decisions, { about: 'unit', slot });
  const here = entriesFor(input.chain, slot, input.known);
  const seen =
    decided || fitted !== undefined
      ? 'so'
      : seenOf(
          found?.id,
          { slot, measured, named: here.some((e) => e.unitId === found?.id) },
          identification,
          input.settings,
          reads,
        );
  // Where the record does not count, only what was seen or said names the unit.
  const named = state === undefined || placeStateRow(state).record === 'counts';
  const old = named || seen === 'so' ? found : undefined;
  const stays =
    staysBy(state) ?? (old && wanted?.choice !== old.id && wanted ? undefined : stayOf(slot, wanted, input));
  const left = stays === 'left';
  const chosenAs = left ? undefined : (wanted ?? (old && stays ? { choice: old.id } : undefined));
  const chosen = chosenAs && withMeasured(designOf(chosenAs, slot, reads), input.evidence, input.settings);
  // Which one it is nobody can tell where nothing is left to look at: nothing goes by it then.
  const blind = seen === 'nothing' && old !== undefined && identification.nextChecks.length === 0;
  const rivals = decided || brought || blind ? undefined : rivalWords(identification, input, reads);
  return {
    slot,
    identification,
    unitIs,
    measured,
    seen,
    ...(blind ? { blind: true as const } : {}),
    ...(brought ? { brought } : {}),
    excluded: old ? exclusionsOf(old, { measured, identification }, input.settings, reads) : [],
    ...(rivals === undefined ? {} : { rivals }),
    ...(old
      ? {
          old,
          oldBy: decided ? `${SAID} ${by ?? 'somebody'}` : seen === 'so' ? 'by the evidence' : BY_RECORD,
        }
      : {}),
    ...(chosen ? { chosen } : {}),
    ...(stays === undefined || (!old && !left && stays !== 'put-back') ? {} : { stays }),
    ...(state === undefined ? {} : { state }),
    ...(sides === undefined ? {} : { sides }),
    ...(chosen && chosenAs?.detail && ownKind(chosenAs.choice) === undefined ? { chosenNumber: chosenAs.detail } : {}),
  };
}

/**
 * The unit that is taken to be there: where it is known well enough, and where nothing is left that could be looked at;
 * empty where somebody has to look on, or to say so.
 */
function likeliestOf({ verdict, nextChecks, candidates }: IdentificationRecord): string {
  const ends = verdict === 'enough' || (verdict === 'not-enough' && nextChecks.length === 0);
  return ends ? (candidates[0]?.unitId ?? '') : '';
}

/**
 * Whether the unit of a place stays: a conversion that leaves it has its joints gone over all the same, and one may be
 * sealed anew.
 */
function stayOf(
  slot: string,
  wanted: DecisionRecord['value'] | undefined,
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
  { choice, detail }: NonNullable<DecisionRecord['value']>,
  slot: string,
  reads: JobReads,
): UnitDesign | undefined {
  const kind = ownKind(choice);
  if (kind === undefined) return reads.unit(choice);
  return { id: `${OWN}${slot}`, kind, name: detail ?? 'unit by its dimensions', maker: '', facts: [] };
}

/**
 * A unit in the hand, with what was measured on it in this job laid over its record: where a reading agrees the record
 * stays, where readings contradict each other they stand as they are.
 */
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
  const isOf = (fact: Fact) => (other: Fact) => other.attribute === fact.attribute && other.position === fact.position;
  const things = measured.filter((fact) => measured.find(isOf(fact)) === fact);
  return {
    ...unit,
    facts: [
      ...unit.facts.filter((fact) => !measured.some(isOf(fact))),
      ...things.flatMap((fact): readonly Fact[] => {
        const settled = settle(measured.filter(isOf(fact)), unit.facts.filter(isOf(fact)).slice(0, 1));
        return settled?.is === 'known' ? [settled.of] : (settled?.of ?? []);
      }),
    ],
  };
}
