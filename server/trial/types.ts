import type { Draw, Flaw, Person, Thing, TrueVehicle } from '@kerabat/core/simulate';
import type { TrialRequest } from './job.js';
import type { Workshop } from './workshop.js';

export const POLICIES = ['advice', 'listing', 'label', 'measures', 'careful'] as const;
export type Policy = (typeof POLICIES)[number];

/** Where a job is played: the workshop, the vehicle, who answers, and what was done so far in words. */
export interface Seat {
  readonly shop: Workshop;
  readonly vehicle: TrueVehicle;
  readonly request: TrialRequest;
  readonly person: Person;
  readonly draw: Draw;
  readonly story: string[];
}

/** How a job ended. */
export interface End {
  readonly end: 'safe' | 'on-listing' | 'not-safe' | 'ordered' | 'nothing' | 'never';
  readonly unit?: string;
  /** What stands on the list under "to order", of a policy that makes one. */
  readonly ordered?: readonly Thing[];
  /** Fixes that were taken: what they do to the vehicle is not played out yet, so that such a job is not judged. */
  readonly fixes: number;
  readonly acts: number;
  readonly asked: number;
  /** Questions that were asked although they had been answered. */
  readonly twice: number;
  readonly unanswered: number;
}

/** A job that was played, and what came of it. */
export interface Outcome extends End {
  readonly seed: string;
  readonly policy: Policy;
  readonly request: TrialRequest;
  readonly layout: TrueVehicle['layout'];
  readonly quality: string;
  /** What had been made to take another unit than the record names. */
  readonly altered?: string;
  readonly flaws: readonly Flaw[];
  readonly story: readonly string[];
}
