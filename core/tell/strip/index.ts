import { type FourState, worst } from '../../base/state/index.js';
import { type SlotRow, SLOTS, type StripPlace, type System } from '../../vehicle/place/index.js';

/** The hydraulic chain of a vehicle, from pedal to wheel or from pedal to release fork. */

/** What stands in a slot now and what will. */
export interface SlotFill {
  readonly slot: string;
  /** What is on the vehicle, in words; undefined when it is not known. */
  readonly now?: string;
  /** What will be on it, when something was chosen. */
  readonly next?: string;
  /** The joints of the chosen unit, when one was chosen. */
  readonly joints?: readonly StripJoint[];
}

export interface ChainLink {
  readonly id: string;
  readonly words: string;
  readonly slot?: string;
  readonly now?: string;
  readonly next?: string;
  /** State of what hangs on its side: bulkhead, reservoir, sensors, supply. */
  readonly side?: FourState;
}

export interface ChainJoint {
  readonly from: string;
  readonly to: string;
  readonly state: FourState;
  readonly words: string;
}

export interface Chain {
  readonly system: System;
  readonly links: readonly ChainLink[];
  readonly joints: readonly ChainJoint[];
}

/**
 * The straight view of a chain. A joint takes the gravest state of the chosen units on its two sides; one that nobody
 * touches stays as it was. Slots in `fills` that the vehicle has not (no booster) are left out of the row.
 */
export function chainOf(
  system: System,
  pedal: string | undefined,
  lines: string | undefined,
  fills: readonly SlotFill[],
): Chain {
  const inRow = SLOTS.filter((row) => row.system === system).flatMap((row) => {
    const fill = fills.find((f) => f.slot === row.slot);
    return fill ? [{ row, fill }] : [];
  });
  const masters = inRow.filter(({ row }) => ['booster', 'brake-master', 'clutch-master'].includes(row.slot));
  const ends = inRow.filter((entry) => !masters.includes(entry));
  const links: ChainLink[] = [
    { id: 'pedal', words: 'pedal', ...(pedal === undefined ? {} : { now: pedal }) },
    ...masters.map(linkOf),
    { id: 'lines', words: 'lines', ...(lines === undefined ? {} : { now: lines }) },
    ...ends.map(linkOf),
  ];
  const jointsOf = new Map(inRow.map(({ row, fill }) => [row.slot, fill.joints]));
  const joints = links.slice(1).map((link, i): ChainJoint => {
    // Every wheel unit hangs on the lines, not on the wheel unit before it.
    const from = ends.some(({ row }) => row.slot === link.id) ? 'lines' : (links[i]?.id ?? 'pedal');
    return jointBetween(from, link.id, jointsOf);
  });
  return { system, links, joints };
}

function linkOf({ row, fill }: { row: SlotRow; fill: SlotFill }): ChainLink {
  const side = fill.joints && stateAt(fill.joints, 'side');
  return {
    id: row.slot,
    words: row.words,
    slot: row.slot,
    ...(fill.now === undefined ? {} : { now: fill.now }),
    ...(fill.next === undefined ? {} : { next: fill.next }),
    ...(side === undefined ? {} : { side }),
  };
}

const STATE_WORDS: Readonly<Record<FourState, string>> = {
  fits: 'fits',
  'fits-with-change': 'with a change',
  'does-not-fit': 'does not fit',
  'not-known': 'measure',
};

function jointBetween(
  from: string,
  to: string,
  jointsOf: ReadonlyMap<string, readonly StripJoint[] | undefined>,
): ChainJoint {
  const left = jointsOf.get(from);
  const right = jointsOf.get(to);
  const states = [left && stateAt(left, 'down'), right && stateAt(right, 'up')].filter((s) => s !== undefined);
  if (states.length === 0) return { from, to, state: 'fits', words: 'untouched' };
  const state = worst(states);
  return { from, to, state, words: STATE_WORDS[state] };
}

/** What the strip needs of a joint. */
export interface StripJoint {
  readonly place: StripPlace;
  readonly state: FourState;
}

/** The state of a link's joint on the strip: the gravest of those that lie there. */
const stateAt = (joints: readonly StripJoint[], place: StripPlace): FourState | undefined => {
  const there = joints.filter((joint) => joint.place === place);
  return there.length === 0 ? undefined : worst(there.map((joint) => joint.state));
};
