import { type AttributeName, attributeWords } from '../named/attribute/index.js';
import type { Settings } from '../named/settings/index.js';
import { type Fact, factOf } from '../named/unit/index.js';
import { findSlot } from '../vehicle/place/index.js';
import type { JobReads } from './work-out/reads.js';
import type { DecisionRecord } from './work-out/records.js';
import { type IdentifiedJob, workThrough } from './work-out/work-out.js';
import type { Workspace } from './work-out/workspace.js';

/**
 * What a workshop would gain by measuring something once and recording it: jobs are worked out from its own catalogue,
 * each with what is missing and with one thing of it recorded. What that saves is what is not asked any more.
 */

/** A job that may come: another unit, or the same, for the one that a vehicle is recorded with. */
export interface LikelyJob {
  readonly vehicle: string;
  readonly slot: string;
  readonly old: string;
  readonly chosen: string;
}

/** Something that nobody recorded: of a unit, or of what a vehicle offers at a place. */
export interface Missing {
  readonly of: 'unit' | 'vehicle';
  readonly id: string;
  readonly slot: string;
  readonly attribute: AttributeName;
  readonly position?: string;
}

/** What one recorded thing saved in one job. */
export interface Saved extends Missing {
  readonly minutes: number;
  readonly notKnown: number;
}

/** A line of the list: one thing to record at units or vehicles, with what it would save in all jobs tried. */
export interface ToRecord {
  readonly key: string;
  readonly of: Missing['of'];
  readonly attribute: AttributeName;
  readonly words: string;
  readonly place: string;
  readonly minutes: number;
  readonly notKnown: number;
  readonly jobs: number;
  /** Where it is missing, the most useful first. */
  readonly where: readonly { readonly id: string; readonly slot: string; readonly minutes: number }[];
}

const AT = '2000-01-01T00:00:00.000Z';
const decided = (subject: string, choice: string): DecisionRecord => ({
  subject,
  value: { choice },
  reason: '',
  by: 'trial',
  at: AT,
  version: 1,
});

function baseOf({ vehicle, slot, old, chosen }: LikelyJob, settings: Settings): IdentifiedJob {
  return {
    job: {
      id: 1,
      asker: '',
      request: 'replace',
      complaints: [],
      words: '',
      vehicleId: vehicle,
      built: null,
      options: [],
      slot,
      state: 'open',
      openedBy: 'trial',
      createdAt: AT,
      updatedAt: AT,
      version: 0,
    },
    evidence: [],
    // Which unit is there is known, and that another design is wanted: what is left is what is not on record.
    decisions: [decided(`old:${slot}`, old), decided(`unit:${slot}`, chosen), decided(`wanted:${slot}`, 'yes')],
    photographs: [],
    edits: [],
    added: [],
    identifications: {},
    settings,
  };
}

/** What a job asks before it can be ordered: minutes of measuring, and checks that stay open. */
const costOf = ({ measurements, safety }: Workspace): { readonly minutes: number; readonly notKnown: number } => ({
  minutes: measurements.reduce((sum, one) => sum + one.minutes, 0),
  notKnown: safety.blockers.length,
});

/**
 * One job, worked out as the catalogue is and once for each thing that it asks for with that recorded. `usual` is what
 * a thing mostly is, where nothing here says what it would be.
 */
export function tryJob(
  job: LikelyJob,
  reads: JobReads,
  settings: Settings,
  usual: (attribute: AttributeName, position?: string) => Fact['value'] | undefined,
): Saved[] {
  const base = baseOf(job, settings);
  const without = workThrough(base, reads);
  const before = costOf(without);
  return without.measurements.flatMap(({ slot, side, attribute, position }): Saved[] => {
    const missing: Missing = {
      of: side,
      id: side === 'unit' ? job.chosen : job.vehicle,
      slot,
      attribute,
      ...(position === undefined ? {} : { position }),
    };
    if (side === 'unit' && slot !== job.slot) return [];
    const value = valueOf(missing, job, reads) ?? usual(attribute, position);
    if (value === undefined) return [];
    const after = costOf(workThrough(base, withFact(reads, missing, value)));
    const saved = { minutes: before.minutes - after.minutes, notKnown: before.notKnown - after.notKnown };
    return saved.minutes > 0 || saved.notKnown > 0 ? [{ ...missing, ...saved }] : [];
  });
}

/** What a missing thing would be: what it meets, or what stood there before. */
function valueOf(
  { attribute, position, slot }: Missing,
  { vehicle, old, chosen }: LikelyJob,
  reads: JobReads,
): Fact['value'] | undefined {
  const there = [
    ...reads.recordedAt(vehicle, slot),
    ...(reads.unit(old)?.facts ?? []),
    ...(reads.unit(chosen)?.facts ?? []),
  ];
  return factOf(there, attribute, position)?.value;
}

/** The catalogue with one thing more in it. */
function withFact(reads: JobReads, { of, id, slot, attribute, position }: Missing, value: Fact['value']): JobReads {
  const fact: Fact = { attribute, value, source: 'tried', ...(position === undefined ? {} : { position }) };
  if (of === 'unit')
    return {
      ...reads,
      unit: (unit) => {
        const found = reads.unit(unit);
        return found && unit === id ? { ...found, facts: [...found.facts, fact] } : found;
      },
    };
  const more =
    (read: JobReads['recordedAt']): JobReads['recordedAt'] =>
    (vehicle, at) => [...read(vehicle, at), ...(vehicle === id && at === slot ? [fact] : [])];
  return { ...reads, recordedAt: more(reads.recordedAt), vehicleFacts: more(reads.vehicleFacts) };
}

/** Everything that was saved, by what would have to be recorded: what saves most minutes first, then most checks. */
export function toRecord(saved: readonly Saved[]): ToRecord[] {
  const groups = new Map<string, Saved[]>();
  for (const one of saved) {
    const key = [one.of, one.slot, one.attribute, ...(one.position === undefined ? [] : [one.position])].join('/');
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  const total = (list: readonly Saved[], of: 'minutes' | 'notKnown'): number =>
    list.reduce((sum, one) => sum + one[of], 0);
  return [...groups]
    .flatMap(([key, list]): ToRecord[] => {
      const [first] = list;
      if (!first) return [];
      const byId = new Map<string, Saved[]>();
      for (const one of list) byId.set(one.id, [...(byId.get(one.id) ?? []), one]);
      return [
        {
          key,
          of: first.of,
          attribute: first.attribute,
          words: attributeWords(first.attribute, first.position),
          place: findSlot(first.slot)?.words ?? first.slot,
          minutes: total(list, 'minutes'),
          notKnown: total(list, 'notKnown'),
          jobs: list.length,
          where: [...byId]
            .map(([id, own]) => ({ id, slot: first.slot, minutes: total(own, 'minutes') }))
            .sort((a, b) => b.minutes - a.minutes || (a.id < b.id ? -1 : 1)),
        },
      ];
    })
    .sort((a, b) => b.minutes - a.minutes || b.notKnown - a.notKnown || (a.key < b.key ? -1 : 1));
}
