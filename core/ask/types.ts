import type { UnitKind } from '../unit/index.js';

export interface LookAlike {
  readonly id: string;
  readonly cause: string;
  readonly check: string;
  readonly minutes: number;
  readonly then: string;
}

export interface Complaint {
  readonly id: string;
  readonly words: string;
  readonly system: 'brake' | 'clutch' | 'any';
  /** Unit kinds it points at, most likely first. */
  readonly suspects: readonly UnitKind[];
  readonly reading: string;
  readonly lookAlikes: readonly string[];
}
