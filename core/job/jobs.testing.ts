import { STANDARD_SETTINGS } from '../named/settings/index.js';
import type { Fact, UnitDesign, UnitKind } from '../named/unit/index.js';
import type { ChainFact } from '../vehicle/chain/index.js';
import type { Slot } from '../vehicle/place/index.js';
import { composeJob } from './compose.js';
import { judgeAccepted } from './fixes.js';
import { slotOf } from './names.js';
import { shownJoints } from './shown.js';
import type { JobPlace, JobRows } from './types.js';

/** Jobs of one place, for tests: what the record says of the vehicle there, and what the new unit has. */

export type Line = readonly [attribute: Fact['attribute'], value: Fact['value'], position?: string];

export interface JobExample {
  readonly kind?: UnitKind;
  readonly booster?: boolean;
  readonly vehicle: readonly Line[];
  readonly unit: readonly Line[];
  /** What the unit that comes off has; it is there, and nothing else is known of it, when this is not given. */
  readonly old?: readonly Line[];
  readonly asks?: JobPlace['asks'];
  readonly box?: NonNullable<JobPlace['box']>;
  /** Places that nobody works on. */
  readonly beside?: readonly JobPlace[];
}

export const factsFrom = (lines: readonly Line[]): Fact[] =>
  lines.map(([attribute, value, position]) => ({ attribute, value, source: '', ...(position ? { position } : {}) }));
export const recordedFrom = (lines: readonly Line[]): ChainFact[] =>
  lines.map(([attribute, value, position]) => ({
    attribute,
    value,
    rests: 'recorded',
    ...(position ? { position } : {}),
  }));
const design = (id: string, kind: UnitKind, lines: readonly Line[]): UnitDesign => ({
  id,
  kind,
  name: id,
  maker: 'Ardfrith',
  facts: factsFrom(lines),
});

const SLOT_OF: Readonly<Record<UnitKind, Slot>> = {
  booster: 'booster',
  'brake-master': 'brake-master',
  'clutch-master': 'clutch-master',
  slave: 'slave',
  caliper: 'front-brake',
  'wheel-cylinder': 'rear-brake',
};

/** The rows of a job at one place. */
export function rowsFor({
  kind = 'brake-master',
  booster = false,
  vehicle,
  unit,
  old = [],
  asks = [],
  box,
  beside = [],
}: JobExample): JobRows {
  const place: JobPlace = {
    slot: SLOT_OF[kind],
    kind,
    old: design('old', kind, old),
    chosen: design('new', kind, unit),
    recorded: recordedFrom(vehicle),
    read: [],
    wanted: true,
    beside: [],
    changes: [],
    asks,
    ...(box === undefined ? {} : { box }),
  };
  return {
    places: [place, ...beside],
    pedal: [],
    booster,
    listed: [],
    refused: [],
    overrides: [],
    unanswered: [],
    settings: STANDARD_SETTINGS,
  };
}

/** A job as it is shown, with fixes that were accepted by their names within the place. */
export function lookAt(example: JobExample, ...accepted: readonly string[]) {
  const slot = SLOT_OF[example.kind ?? 'brake-master'];
  const judged = judgeAccepted(
    composeJob(rowsFor(example)),
    new Set(accepted.map((key) => `${slot}/${key}`)),
    (joint) => slotOf(joint, [slot]),
  );
  const joints = shownJoints(judged, [slot]);
  return {
    judged,
    joints,
    checks: joints.flatMap((j) => j.checks),
    check: (id: string) => joints.flatMap((j) => j.checks).find((c) => c.id === id),
    taken: judged.taken.map(({ key }) => key.slice(slot.length + 1)),
  };
}
