import type { AttributeName } from '../../named/attribute/index.js';
import type { ItemName } from '../../named/item/index.js';
import type { UnitKind } from '../../named/unit/index.js';

export interface LookAlike {
  readonly id: string;
  readonly cause: string;
  readonly check: string;
  readonly minutes: number;
  readonly then: string;
  /** What is ordered when it was this; nothing where it is left out. */
  readonly orders?: readonly FindingPart[];
  /** How far it was turned may be said: "4 turns M8x1.25". */
  readonly turned?: true;
}

/** A part that a finding orders, and the value of the vehicle that sizes it. */
export interface FindingPart {
  readonly item: ItemName;
  readonly quantity: number;
  readonly words: string;
  /** Without it the part cannot be named. */
  readonly sizedBy?: AttributeName;
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
