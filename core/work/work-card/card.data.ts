import { SEALED } from '../../list/kit/index.js';
import { STANDS, STORED } from '../../named/caution/index.js';
import type { ItemName } from '../../named/item/index.js';
import type { JointKind, PartKind } from '../../vehicle/chain/index.js';

/** What is done to a chain, as a table: by the kinds of joints that are opened and made, and of the parts that go in. */

export type WorkGroup = 'before' | 'parts' | 'open' | 'bench' | 'fit' | 'bleed' | 'prove';

/** In the order of the work. */
export const WORK_GROUPS: readonly WorkGroup[] = ['before', 'parts', 'open', 'bench', 'fit', 'bleed', 'prove'];

export const WORK_WORDS: Readonly<Record<WorkGroup, string>> = {
  before: 'before anything is taken apart',
  parts: 'parts to be made ready',
  open: 'taking off',
  bench: 'on the bench',
  fit: 'fitting',
  bleed: 'bleeding',
  prove: 'before the first drive',
};

/** What has to be so for a step to be there. */
export type When =
  | 'brake' // something of the brakes is worked on
  | 'clutch' // something of the clutch is worked on
  | 'hydraulic' // a line or hose is opened
  | 'stored' // a pump or an accumulator holds pressure
  | 'wheel' // something at a wheel is opened
  | 'rod-push' // a rod goes into the unit from a booster
  | 'brake-rod' // a rod from the brake pedal
  | 'banjo' // an eye with its bolt
  | 'held' // a spigot that a pin or a clip holds
  | 'nut' // a nut that is screwed in
  | 'modulator' // the maker's routine bleeds it
  | 'shared' // the clutch draws from the reservoir of the brakes
  | 'plugged' // an opening is closed by a plug
  | 'bench-bled' // the unit is bled before it goes in
  | 'two-fluids' // two systems are opened that take fluids of two bases
  | 'resealed' // the unit stays and gets new seals
  | 'fresh'; // another unit goes in

export interface CardRow {
  readonly step: string;
  readonly group: WorkGroup;
  /** Once for each opened or made joint of these kinds; once for each new part of these; once for the job when neither is given. */
  readonly joints?: readonly JointKind[];
  readonly parts?: readonly PartKind[];
  readonly when?: readonly When[];
  /** It takes a joint apart that is there now, or it closes one that will be. */
  readonly does?: 'opens' | 'closes';
  /** What has to lie ready before a joint of this kind is opened. */
  readonly closedBy?: readonly ItemName[];
  readonly tools?: readonly string[];
  readonly minutes?: number;
  readonly caution?: string;
}

const GOGGLES = 'Glycol fluid strips paint and hurts eyes: goggles on, water at hand.';
const FLARE = ['flare wrench'];

/**
 * The table. Sources: makers’ workshop data in general and the settings of the trade (work.md, revised.md); the maker’s own order
 * comes first wherever he gives one.
 */
// prettier-ignore
export const CARD: readonly CardRow[] = [
  { step: 'empty-stored', group: 'before', when: ['stored'], minutes: 5, caution: STORED },
  { step: 'on-stands', group: 'before', when: ['wheel'], tools: ['stands', 'chocks'], minutes: 10, caution: STANDS },
  { step: 'have-ready', group: 'before', minutes: 5 },
  { step: 'photograph', group: 'before', minutes: 3 },
  { step: 'note-rod', group: 'before', joints: ['rod'], tools: ['ruler'], minutes: 3 },
  { step: 'make-line', group: 'parts', parts: ['line'], tools: ['tube cutter', 'deburring tool', 'flaring tool'], minutes: 25 },
  { step: 'compare', group: 'parts', parts: ['brake-master', 'clutch-master', 'booster', 'slave', 'caliper', 'wheel-cylinder'], when: ['fresh'], tools: ['caliper'], minutes: 5 },
  { step: 'bench-bleed', group: 'parts', parts: SEALED, when: ['bench-bled', 'hydraulic', 'fresh'], closedBy: ['bench-bleed'], tools: ['vice with soft jaws'], minutes: 15, caution: 'Never stroke it to its end: worn seals would run over the edge of the bore.' },
  { step: 'drain', group: 'open', when: ['hydraulic'], tools: ['clean syringe'], minutes: 5, caution: GOGGLES },
  { step: 'unplug', group: 'open', joints: ['wiring'], does: 'opens', minutes: 1 },
  { step: 'undo-vacuum', group: 'open', joints: ['tail'], does: 'opens', minutes: 2 },
  { step: 'undo-line', group: 'open', joints: ['port'], does: 'opens', closedBy: ['crush-washer', 'roll-pin', 'o-ring', 'clip', 'tube-nut'], tools: FLARE, minutes: 5 },
  { step: 'undo-supply', group: 'open', joints: ['supply'], does: 'opens', tools: FLARE, minutes: 10, caution: STORED },
  { step: 'undo-rod', group: 'open', joints: ['rod'], does: 'opens', minutes: 5 },
  { step: 'undo-fork', group: 'open', joints: ['fork'], does: 'opens', minutes: 5 },
  { step: 'undo-wheel', group: 'open', joints: ['carrier'], does: 'opens', closedBy: ['carrier'], minutes: 15, caution: 'Hang the caliper on a wire, never on its hose.' },
  { step: 'undo-mount', group: 'open', joints: ['mount'], does: 'opens', closedBy: ['booster-seal', 'nut'], minutes: 10 },
  { step: 'look-inside', group: 'open', joints: ['push'], when: ['rod-push'], minutes: 2 },
  { step: 'lift-reservoir', group: 'open', joints: ['neck'], does: 'opens', closedBy: ['grommet', 'reservoir-pin'], minutes: 5 },
  { step: 'take-apart', group: 'bench', parts: SEALED, when: ['resealed'], tools: ['ring pliers', 'clean tray'], minutes: 15, caution: 'Springs and compressed air throw pistons out: a rag and a block before the bore, fingers and face away.' },
  { step: 'look-bore', group: 'bench', parts: SEALED, when: ['resealed'], tools: ['lamp'], minutes: 5 },
  { step: 'new-seals', group: 'bench', parts: SEALED, when: ['resealed'], closedBy: ['seal-kit'], minutes: 15, caution: 'Petroleum in any form ruins the seals of glycol systems: brake fluid or the maker’s rubber grease, nothing else.' },
  { step: 'test-sealed', group: 'bench', parts: SEALED, when: ['resealed'], minutes: 10 },
  { step: 'bench-bleed', group: 'bench', parts: SEALED, when: ['bench-bled', 'hydraulic', 'resealed'], closedBy: ['bench-bleed'], tools: ['vice with soft jaws'], minutes: 15, caution: 'Never stroke it to its end: worn seals would run over the edge of the bore.' },
  { step: 'clearance', group: 'bench', joints: ['push'], when: ['rod-push'], tools: ['depth gauge'], minutes: 10 },
  { step: 'set-reservoir', group: 'fit', joints: ['neck'], does: 'closes', minutes: 5 },
  { step: 'mount-loose', group: 'fit', joints: ['mount'], does: 'closes', minutes: 5 },
  { step: 'start-by-hand', group: 'fit', when: ['nut'], minutes: 5 },
  { step: 'washers', group: 'fit', joints: ['port'], when: ['banjo'], does: 'closes', minutes: 3 },
  { step: 'pin-line', group: 'fit', joints: ['port'], when: ['held'], does: 'closes', minutes: 3 },
  { step: 'plug-ports', group: 'fit', when: ['plugged'], minutes: 3 },
  { step: 'tighten-mount', group: 'fit', joints: ['mount'], tools: ['torque wrench'], minutes: 3 },
  { step: 'tighten-line', group: 'fit', joints: ['port'], when: ['nut'], does: 'closes', tools: FLARE, minutes: 3 },
  { step: 'carrier-on', group: 'fit', joints: ['carrier'], does: 'closes', tools: ['torque wrench'], minutes: 10 },
  { step: 'fork-on', group: 'fit', joints: ['fork'], does: 'closes', minutes: 3 },
  { step: 'rod-on', group: 'fit', joints: ['rod'], does: 'closes', tools: ['ruler'], minutes: 10 },
  { step: 'supply-on', group: 'fit', joints: ['supply'], does: 'closes', tools: FLARE, minutes: 10 },
  { step: 'hose-on', group: 'fit', joints: ['tail'], does: 'closes', minutes: 3 },
  { step: 'plug-in', group: 'fit', joints: ['wiring'], does: 'closes', minutes: 1 },
  { step: 'two-fluids', group: 'bleed', when: ['two-fluids'], minutes: 1, caution: 'Mineral oil in a glycol system, or the other way round, ruins every seal that it reaches.' },
  { step: 'fill', group: 'bleed', when: ['hydraulic'], minutes: 3 },
  { step: 'joints-first', group: 'bleed', when: ['hydraulic'], minutes: 10 },
  { step: 'routine', group: 'bleed', when: ['modulator'], minutes: 20 },
  { step: 'bleed', group: 'bleed', when: ['hydraulic', 'brake'], minutes: 40 },
  { step: 'bleed-slave', group: 'bleed', when: ['hydraulic', 'clutch'], minutes: 20 },
  { step: 'bleed-clutch', group: 'bleed', when: ['shared'], minutes: 15 },
  { step: 'hold', group: 'prove', when: ['hydraulic'], minutes: 3 },
  { step: 'assistance', group: 'prove', joints: ['push'], when: ['rod-push'], minutes: 3 },
  { step: 'free', group: 'prove', when: ['wheel'], minutes: 5 },
  { step: 'pedal-free', group: 'prove', joints: ['rod'], when: ['brake-rod'], tools: ['ruler'], minutes: 3 },
  { step: 'free-travel', group: 'prove', when: ['clutch'], tools: ['ruler'], minutes: 3 },
  { step: 'release', group: 'prove', when: ['clutch'], minutes: 5 },
  { step: 'first-stops', group: 'prove', when: ['brake'], minutes: 10 },
];
