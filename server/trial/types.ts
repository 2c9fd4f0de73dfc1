import type { Draw, Flaw, Person, Thing, TruePlace, TrueVehicle } from '@kerabat/core/simulate';
import type { Edit } from '@kerabat/core/vehicle/chain';
import type { JobSpec, TrialRequest } from './spec.js';
import type { Workshop } from './workshop.js';

export const POLICIES = ['advice', 'listing', 'label', 'measures', 'careful'] as const;
export type Policy = (typeof POLICIES)[number];

/** Where a job is played: the workshop, the vehicle, who answers, and what was done so far in words. */
export interface Seat {
  readonly shop: Workshop;
  readonly spec: JobSpec;
  readonly vehicle: TrueVehicle;
  /** The place that the job is about, as it will be: of a conversion, as that leaves it. */
  readonly place: TruePlace;
  readonly person: Person;
  readonly draw: Draw;
  readonly story: string[];
}

/** What a fix that was taken does, by its name. */
export interface FixDone {
  readonly fix: string;
  readonly edits: readonly Edit[];
}

/** How a job ended. */
export interface End {
  readonly end: 'safe' | 'on-listing' | 'not-safe' | 'ordered' | 'nothing' | 'never';
  /** What was ordered, by the place that it goes into. */
  readonly units: Readonly<Record<string, string>>;
  readonly kit?: string;
  /** What stands on the list under "to order", of a policy that makes one. */
  readonly ordered?: readonly Thing[];
  /** Items that the list asks about before it can name them. */
  readonly askedFor: readonly string[];
  readonly fixes: readonly FixDone[];
  /** Joints that the program said to look at when the part is there. */
  readonly receive: readonly string[];
  readonly acts: number;
  readonly asked: number;
  /** Questions that were asked although they had been answered. */
  readonly twice: number;
  /** Questions that could not be answered at first and were asked in another way. */
  readonly again: number;
  readonly unanswered: number;
  readonly minutes: number;
}

/** A job that was played, and what came of it. */
export interface Outcome extends Omit<End, 'fixes' | 'ordered' | 'receive' | 'askedFor'> {
  readonly seed: string;
  readonly policy: Policy;
  readonly request: TrialRequest;
  readonly conversion?: string;
  readonly slot: string;
  readonly layout: string;
  readonly quality: string;
  /** What had been made to take another unit than the record names. */
  readonly altered?: string;
  /** Nothing was wrong with the unit: an order changes nothing. */
  readonly needless: boolean;
  /** What was asked for can be ordered: something that is offered goes. */
  readonly there: boolean;
  readonly fixes: number;
  /** What a fix does to the vehicle could not be played out: what came of it is not judged. */
  readonly unplayed: boolean;
  readonly flaws: readonly Flaw[];
  /** Lies of the catalogue about what was there and what was ordered, and what people misread. */
  readonly lies: readonly string[];
  /** Every flaw is at a joint that Receive was told to look at. */
  readonly seenOnReceipt: boolean;
  /** Whether the same job over HTTP came to the same; only where it was tried. */
  readonly overHttp?: 'agrees' | 'differs';
  readonly story: readonly string[];
}
