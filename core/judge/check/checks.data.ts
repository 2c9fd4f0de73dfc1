import type { AttributeName } from '../../named/attribute/index.js';
import type { Settings } from '../../named/settings/index.js';
import type { JointKind, PartKind } from '../../vehicle/chain/index.js';
import type { RuleName } from './rules/index.js';

/** One check of a joint: which attribute of each face, by which rule. */
export interface CheckRow {
  readonly code: CheckCode;
  readonly joint: JointKind;
  /** Attribute of the face with the first role, and of the other; the same when only one is given. */
  readonly a: AttributeName;
  readonly b?: AttributeName;
  readonly rule: RuleName;
  /** The setting that says what difference still goes together. */
  readonly within?: keyof Settings;
  /**
   * "always": every face of this kind has it, so that it is asked for when nobody knows. "either": asked as soon as one
   * face has it on record; what nobody recorded of the other is looked at when the part is there. "both": a second
   * witness beside another check of the same joint, heard when both faces have it.
   */
  readonly asked: 'always' | 'either' | 'both';
  /** "design": a must for a unit of another design, otherwise seen when the part is there. */
  readonly rank: 'must' | 'receive' | 'tells' | 'design';
  /** Once it is known to fit, it decides nothing more: it is looked at when the part is there. */
  readonly soft?: true;
  /** A face whose mate is known has the same. */
  readonly mates?: true;
  /** Only for a booster that a pump drives, as far as that is known: vacuum and a motor of its own want none. */
  readonly pumped?: true;
  /** Only between these kinds of parts. */
  readonly first?: readonly PartKind[];
  readonly second?: readonly PartKind[];
}

const MASTERS = ['brake-master', 'clutch-master'] as const satisfies readonly PartKind[];
/** Units that a spigot centres. */
const SPIGOTS = [...MASTERS, 'wheel-cylinder'] as const satisfies readonly PartKind[];
const BOLTED_UNITS = ['brake-master', 'clutch-master', 'booster', 'slave'] as const satisfies readonly PartKind[];

// prettier-ignore
const ROWS = [
  // pedal to rod
  { code: 'rod.length', joint: 'rod', a: 'rod-length', rule: 'rod-length', asked: 'always', rank: 'must', soft: true, mates: true },
  { code: 'rod.pin', joint: 'rod', a: 'clevis-pin', rule: 'near', within: 'clevisWithin', asked: 'always', rank: 'must', soft: true, mates: true },
  { code: 'rod.kind', joint: 'rod', a: 'rod-kind', rule: 'same', asked: 'always', rank: 'must', soft: true, mates: true, second: MASTERS },
  { code: 'rod.end', joint: 'rod', a: 'rod-end', rule: 'same', asked: 'either', rank: 'receive', mates: true },
  { code: 'rod.retention', joint: 'rod', a: 'rod-retention', rule: 'same', asked: 'either', rank: 'receive' },
  { code: 'rod.linkage', joint: 'rod', a: 'linkage', rule: 'linkage', asked: 'either', rank: 'tells' },
  { code: 'rod.height', joint: 'rod', a: 'pedal-height', rule: 'pedal-height', asked: 'either', rank: 'tells' },
  { code: 'rod.engaged', joint: 'rod', a: 'rod-engaged', rule: 'rod-engaged', asked: 'either', rank: 'receive' },
  // a unit on its studs
  { code: 'mount.spacing', joint: 'mount', a: 'stud-spacing', rule: 'near', within: 'spacingWithin', asked: 'always', rank: 'must', mates: true, second: BOLTED_UNITS },
  { code: 'mount.count', joint: 'mount', a: 'stud-count', rule: 'same', asked: 'both', rank: 'receive', mates: true },
  { code: 'mount.pilot', joint: 'mount', a: 'pilot', rule: 'spigot', asked: 'always', rank: 'must', mates: true, second: SPIGOTS },
  { code: 'mount.angle', joint: 'mount', a: 'flange-angle', rule: 'near', within: 'angleWithin', asked: 'always', rank: 'must', mates: true, first: ['bulkhead'], second: MASTERS },
  { code: 'mount.thread', joint: 'mount', a: 'stud-thread', rule: 'same', asked: 'both', rank: 'receive', mates: true },
  { code: 'mount.stud-length', joint: 'mount', a: 'stud-length', b: 'flange-thickness', rule: 'stud-length', asked: 'either', rank: 'receive' },
  { code: 'mount.ring', joint: 'mount', a: 'seal-ring', rule: 'near', within: 'ringWithin', asked: 'either', rank: 'receive', mates: true, first: ['booster'] },
  { code: 'mount.hand', joint: 'mount', a: 'driving-side', rule: 'same', asked: 'both', rank: 'receive' },
  { code: 'mount.torque', joint: 'mount', a: 'torque', rule: 'torque', asked: 'either', rank: 'tells' },
  // booster to master
  { code: 'push.gap', joint: 'push', a: 'booster-pin', b: 'recess-depth', rule: 'gap', asked: 'always', rank: 'must' },
  { code: 'push.force', joint: 'push', a: 'output-force', b: 'force-limit', rule: 'at-most-b', asked: 'either', rank: 'receive' },
  // lines and hoses
  { code: 'port.thread', joint: 'port', a: 'port-thread', rule: 'thread', asked: 'always', rank: 'must', mates: true },
  { code: 'port.seat', joint: 'port', a: 'port-seat', rule: 'seat', asked: 'always', rank: 'must', mates: true },
  { code: 'port.gender', joint: 'port', a: 'port-gender', rule: 'gender', asked: 'both', rank: 'receive' },
  { code: 'port.feeds', joint: 'port', a: 'port-feeds', rule: 'same', asked: 'both', rank: 'receive' },
  { code: 'port.tube', joint: 'port', a: 'tube', rule: 'tube', asked: 'both', rank: 'receive' },
  { code: 'port.bolt', joint: 'port', a: 'port-depth', b: 'bolt-length', rule: 'bolt', asked: 'either', rank: 'receive' },
  { code: 'port.retention', joint: 'port', a: 'line-retention', rule: 'same', asked: 'either', rank: 'receive', mates: true },
  // hoses over nipples, reservoirs, plugs
  { code: 'tail.vacuum', joint: 'tail', a: 'vacuum-hose', rule: 'near', within: 'hoseWithin', asked: 'always', rank: 'must', soft: true, mates: true, first: ['booster'] },
  { code: 'tail.feed', joint: 'tail', a: 'feed-hose', rule: 'near', within: 'hoseWithin', asked: 'always', rank: 'must', soft: true, mates: true, first: ['brake-master', 'clutch-master', 'reservoir'] },
  { code: 'neck.kind', joint: 'neck', a: 'reservoir', rule: 'same', asked: 'either', rank: 'receive', mates: true },
  { code: 'neck.spacing', joint: 'neck', a: 'grommet-spacing', rule: 'near', within: 'spacingWithin', asked: 'always', rank: 'must', soft: true, mates: true },
  { code: 'neck.size', joint: 'neck', a: 'grommet-size', rule: 'near', within: 'neckWithin', asked: 'always', rank: 'must', soft: true, mates: true },
  { code: 'wiring.plug', joint: 'wiring', a: 'sensor', rule: 'plug', asked: 'always', rank: 'must', mates: true },
  // slave and fork
  { code: 'fork.travel', joint: 'fork', a: 'travel', rule: 'travel', asked: 'always', rank: 'must', mates: true },
  { code: 'fork.foot', joint: 'fork', a: 'foot', rule: 'has-too', asked: 'always', rank: 'must', mates: true },
  { code: 'fork.bleeder', joint: 'fork', a: 'bleeder', rule: 'same', asked: 'always', rank: 'must', mates: true },
  // caliper, carrier, disc, wheel
  { code: 'carrier.spacing', joint: 'carrier', a: 'carrier-spacing', rule: 'near', within: 'carrierWithin', asked: 'always', rank: 'must', mates: true },
  { code: 'carrier.offset', joint: 'carrier', a: 'offset', rule: 'near', within: 'offsetWithin', asked: 'always', rank: 'must', mates: true },
  { code: 'carrier.hand', joint: 'carrier', a: 'hand', rule: 'same', asked: 'either', rank: 'receive', mates: true },
  { code: 'disc.diameter', joint: 'disc', a: 'disc', rule: 'near', within: 'discWithin', asked: 'always', rank: 'must', mates: true },
  { code: 'disc.thickness', joint: 'disc', a: 'disc-thickness', rule: 'near', within: 'discWithin', asked: 'either', rank: 'receive', mates: true },
  { code: 'wheel.size', joint: 'wheel', a: 'wheel-size', b: 'wheel-least', rule: 'at-least-named', asked: 'always', rank: 'design' },
  { code: 'wheel.sweep', joint: 'wheel', a: 'wheel-inside', b: 'sweep', rule: 'room', asked: 'either', rank: 'receive' },
  { code: 'wheel.spokes', joint: 'wheel', a: 'spoke-room', b: 'overhang', rule: 'room', asked: 'either', rank: 'receive' },
  // what drives a booster
  { code: 'supply.kind', joint: 'supply', a: 'booster-supply', rule: 'same', asked: 'always', rank: 'must', mates: true },
  { code: 'supply.flow', joint: 'supply', a: 'pump-flow', b: 'flow-wanted', rule: 'at-least-b', asked: 'always', rank: 'design', pumped: true },
  { code: 'supply.pressure', joint: 'supply', a: 'relief-pressure', b: 'pressure-wanted', rule: 'at-least-b', asked: 'always', rank: 'design', pumped: true },
  { code: 'supply.returns', joint: 'supply', a: 'pump-returns', b: 'returns-wanted', rule: 'at-least-b', asked: 'always', rank: 'design', pumped: true },
  { code: 'supply.thread', joint: 'supply', a: 'pressure-thread', rule: 'thread', asked: 'always', rank: 'must', mates: true, pumped: true },
  { code: 'supply.end', joint: 'supply', a: 'pressure-end', rule: 'same', asked: 'always', rank: 'must', mates: true, pumped: true },
  { code: 'supply.return', joint: 'supply', a: 'return-hose', rule: 'near', within: 'hoseWithin', asked: 'either', rank: 'receive', mates: true, pumped: true },
  { code: 'supply.fluid', joint: 'supply', a: 'assist-fluid', rule: 'same', asked: 'either', rank: 'receive', mates: true },
  // room
  { code: 'room.front', joint: 'room', a: 'room-front', b: 'reach-front', rule: 'room', asked: 'always', rank: 'design' },
  { code: 'room.left', joint: 'room', a: 'room-left', b: 'reach-left', rule: 'room', asked: 'either', rank: 'receive' },
  { code: 'room.right', joint: 'room', a: 'room-right', b: 'reach-right', rule: 'room', asked: 'either', rank: 'receive' },
  { code: 'room.up', joint: 'room', a: 'room-up', b: 'reach-up', rule: 'room', asked: 'either', rank: 'receive' },
  { code: 'room.behind', joint: 'room', a: 'room-behind', b: 'reach-behind', rule: 'room', asked: 'either', rank: 'receive' },
] as const;

/** Checks that belong to more than one joint: a circuit, a path, a place. */
export const PLACE_CODES = [
  'joint.gone',
  'port.none',
  'port.place',
  'place.record',
  'place.bore',
  'place.wanted',
  'place.reservoir',
  'place.mated',
  'place.asked',
  'place.role',
  'circuit.crossed',
  'circuit.fed',
  'circuit.feeds',
  'circuit.axle',
  'circuit.chamber',
  'circuit.open-port',
  'fluid.seals',
  'fluid.cap',
  'path.clutch',
  'vehicle.valve',
  'vehicle.residual',
  'vehicle.nipple',
  'vehicle.hose',
  'vehicle.tab',
  'record.refused',
  'request.nothing',
  'request.circuits',
  'joint.unjudged',
] as const;

export type CheckCode = (typeof ROWS)[number]['code'] | (typeof PLACE_CODES)[number];

/** Every check of every joint: the table face × face. */
export const CHECKS: readonly CheckRow[] = ROWS;

/** Every code that a check can have. */
export const CHECK_CODES: readonly CheckCode[] = [...ROWS.map((row) => row.code), ...PLACE_CODES];

const BY_JOINT = new Map<JointKind, CheckRow[]>();
for (const row of CHECKS) BY_JOINT.set(row.joint, [...(BY_JOINT.get(row.joint) ?? []), row]);

/** The checks of a joint of one kind. */
export const checksFor = (kind: JointKind): readonly CheckRow[] => BY_JOINT.get(kind) ?? [];
