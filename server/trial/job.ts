import { readBenchLine } from '@kerabat/core/find/identify';
import {
  type DecisionRecord,
  type EvidenceRecord,
  type Given,
  isBound,
  type JobBase,
  placeOfReading,
  readSubject,
} from '@kerabat/core/job';
import type { TrueVehicle } from '@kerabat/core/simulate';
import { evidenceBase } from '@kerabat/core/vehicle/reading';
import { asTaken, trialSettings } from './plant.js';
import type { JobSpec } from './spec.js';

/** A job as it grows: what was asked, and everything that was said and decided since. */

const AT = '2024-01-01T00:00:00.000Z';

/** A reading as it stands in a job: of one thing at a place the first, the second and so on, from nought. */
export interface Reading {
  readonly slot: string;
  readonly attribute: string;
  readonly position?: string;
  readonly nth: number;
}

/** Something that was done in a job, as somebody would do it at the counter. */
export type Act =
  | { readonly tell: string; readonly slot: string; readonly onVehicle: boolean }
  | { readonly takeBack: Reading }
  | { readonly decide: string; readonly value: { readonly choice: string; readonly detail?: string } };

export class TrialJob {
  private evidence: EvidenceRecord[] = [];
  private told = 0;
  private readonly decisions = new Map<string, DecisionRecord>();
  /** Everything that was done, in order. */
  readonly acts: Act[] = [];
  private vehicleId: string;

  constructor(
    private readonly vehicle: TrueVehicle,
    private readonly spec: JobSpec,
  ) {
    this.vehicleId = vehicle.id;
  }

  /** Another vehicle was meant. */
  isOf(vehicleId: string): void {
    this.vehicleId = vehicleId;
  }

  /** What was asked. A kit alone is asked for as anything else is, and then decided. */
  get asked() {
    const { request, slot, tells } = this.spec;
    return {
      asker: 'somebody',
      request: request === 'kit' ? ('prevent' as const) : request,
      complaints: [],
      words: '',
      vehicleId: this.vehicleId,
      built: tells ? this.vehicle.built : null,
      options: tells ? [...this.vehicle.options] : [],
      slot,
    };
  }

  base(): JobBase {
    const { built, ...asked } = this.asked;
    return {
      job: {
        id: 1,
        ...asked,
        built,
        state: 'open',
        openedBy: 'trial',
        createdAt: AT,
        updatedAt: AT,
        version: 0,
      },
      evidence: [...this.evidence],
      decisions: [...this.decisions.values()],
      photographs: [],
      edits: [],
      added: [],
      settings: trialSettings(),
    };
  }

  /** Records a bench line; what cannot be read is not recorded, and is answered. */
  tell(line: string, slot: string, onVehicle: boolean): string | undefined {
    const read = readBenchLine(line);
    if (!read.recognised) return read.problem;
    this.acts.push({ tell: line, slot, onVehicle });
    for (const item of [read.evidence, ...(read.also ? [read.also] : [])])
      this.evidence.push({
        view: {
          id: ++this.told,
          uid: `evidence-${this.told}`,
          slot,
          attribute: item.attribute,
          ...(item.position === undefined ? {} : { position: item.position }),
          words: item.attribute,
          value: read.echo,
          kind: item.kind,
          entered: item.value,
          ...(item.instrument === undefined ? {} : { instrument: item.instrument }),
          onVehicle,
          by: 'trial',
          at: AT,
        },
        item: asTaken({ ...item, onVehicle }, slot),
      });
    return undefined;
  }

  /** The readings of one thing that stand, in their order. */
  readingsLike(
    id: number,
  ): readonly (Reading & { readonly id: number; readonly value: string; readonly figure: number | undefined })[] {
    const one = this.evidence.find(({ view }) => view.id === id);
    const ofWhat = ({ view: { slot }, item: { attribute, position } }: EvidenceRecord): string =>
      [placeOfReading(slot, attribute), attribute, position].join(' ');
    const like = one && this.evidence.filter((held) => ofWhat(held) === ofWhat(one));
    return (like ?? []).map(({ view: { id: own, slot, attribute, position, value }, item }, i, all) => ({
      id: own,
      slot,
      attribute,
      ...(position === undefined ? {} : { position }),
      nth: all.slice(0, i).filter(({ view }) => view.slot === slot).length,
      value,
      figure: item.kind === 'quantity' ? Number(evidenceBase(item)) : undefined,
    }));
  }

  /** Takes a reading back. */
  withdraw({ id, slot, attribute, position, nth }: Reading & { readonly id: number }): void {
    this.evidence = this.evidence.filter(({ view }) => view.id !== id);
    this.acts.push({ takeBack: { slot, attribute, ...(position === undefined ? {} : { position }), nth } });
  }

  decide(subject: string, choice: string, detail?: string): void {
    const value = detail === undefined ? { choice } : { choice, detail };
    this.acts.push({ decide: subject, value });
    const version = (this.decisions.get(subject)?.version ?? 0) + 1;
    this.decisions.set(subject, { subject, value, reason: 'trial', by: 'trial', at: AT, version });
  }

  /** How often something was decided. */
  timesDecided(subject: string): number {
    return this.decisions.get(subject)?.version ?? 0;
  }

  /** Undoes a decision. */
  takeBack(subject: string): void {
    const before = this.decisions.get(subject);
    if (before) this.decisions.set(subject, { ...before, value: null, version: before.version + 1 });
  }

  /** Keeps with each new decision what it was given for. */
  async bind(given: (subject: string) => Promise<Given | undefined>): Promise<void> {
    for (const [subject, decision] of this.decisions) {
      const about = readSubject(subject);
      if (decision.bound !== undefined || !about || !isBound(about)) continue;
      const bound = await given(subject);
      if (bound) this.decisions.set(subject, { ...decision, bound });
    }
  }
}
