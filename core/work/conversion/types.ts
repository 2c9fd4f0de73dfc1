import type { FittingWant } from '../../list/parts-list/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import type { ItemName } from '../../named/item/index.js';
import type { UnitKind } from '../../named/unit/index.js';
import type { PartKind } from '../../vehicle/chain/index.js';
import type { Change } from '../../vehicle/place/index.js';
import type { WorkGroup } from '../work-card/index.js';

/** A part that a conversion brings and that is no unit, by the name that it has in the chain. */
export interface Brought {
  readonly kind: Extract<PartKind, 'pump' | 'valve'>;
  readonly part: string;
}

/** What has to be so before a conversion makes sense, and what to say when it is not. */
export interface Need {
  readonly fact: 'assistance' | 'gearbox' | 'outlets' | 'place' | 'kind-at';
  /** For "place" and "kind-at": which place of the chain. */
  readonly slot?: string;
  readonly is: readonly string[];
  readonly because: string;
}

/** A place in the chain that the conversion fills, and what is wanted of the unit there. */
export interface Role {
  readonly slot: string;
  readonly kind: UnitKind;
  readonly words: string;
  readonly wanted?: readonly { readonly attribute: AttributeName; readonly is: readonly (string | number | null)[] }[];
  /** The unit stays, and its joints are gone over. */
  readonly stays?: true;
  /** Only when this option is chosen. */
  readonly when?: Chosen;
}

export interface Chosen {
  readonly choice: string;
  readonly is: readonly string[];
}

export interface ConversionPart {
  readonly key: string;
  /** What becomes of it. The list counts it from the chain; only what may be wanted is told by the conversion alone. */
  readonly does: 'add' | 'remove' | 'cap' | 'keep' | 'move' | 'perhaps';
  readonly words: string;
  readonly why: string;
  readonly quantity?: number;
  /** The part of the chain that it is or goes on; any of its kind where none is named. */
  readonly at?: string;
  /** What it is, where the catalogue has no number for its kind. */
  readonly item?: ItemName;
  readonly wants?: FittingWant;
  readonly when?: Chosen;
  /** The fix whose pieces lie in it ready-made. */
  readonly setOf?: 'tee';
}

export interface ConversionStep {
  readonly group: WorkGroup;
  readonly words: string;
  readonly minutes?: number;
  readonly tools?: readonly string[];
  readonly caution?: string;
  readonly when?: Chosen;
  /** The step of the card that says the same of a chain: a job that has it does not need this one. */
  readonly repeats?: string;
}

/** Where practitioners disagree, each option with its argument; the first is taken when nobody says otherwise. */
export interface Choice {
  readonly id: string;
  readonly words: string;
  readonly options: readonly { readonly id: string; readonly words: string; readonly argues: string }[];
}

/** One row of the table of conversions. */
export interface ConversionRow {
  readonly id: string;
  readonly words: string;
  readonly about: string;
  readonly system: 'brake' | 'clutch';
  /** Each axle has a circuit of its own afterwards: the rear line leaves the junction. */
  readonly splits?: true;
  /** Parts that are no units and come new, made or bought to what the units want of them. */
  readonly brings?: readonly (Brought & { readonly when?: Chosen })[];
  readonly needs: readonly Need[];
  readonly roles: readonly Role[];
  /** What must be answered at each place although nobody recorded it: only what no joint asks for by itself. */
  readonly asks: Readonly<Record<string, readonly AttributeName[]>>;
  /** What it changes on the vehicle's side of a place. */
  readonly changes: readonly { readonly slot: string; readonly change: Change; readonly when?: Chosen }[];
  readonly parts: readonly ConversionPart[];
  readonly tools: readonly string[];
  readonly steps: readonly ConversionStep[];
  /** Places whose parts must come from the same side of a production change. */
  readonly mated: readonly string[];
  readonly watch: readonly string[];
  readonly choices: readonly Choice[];
  readonly cautions: readonly string[];
}
