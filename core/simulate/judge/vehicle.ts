import { findThread } from '../../named/thread/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import type { Chain, FaceRef, Joint, JointKind, Part, Value } from '../../vehicle/chain/index.js';
import type { Flaw } from './types.js';

/**
 * Whether a vehicle whose every part is known goes together: geometry and function alone, as somebody finds it out who
 * puts it together. It knows nothing of how Kerabat judges, and shares no limit with it: what differs here differs by
 * so much that no workshop would argue.
 */

/** One side of a joint. */
interface End {
  readonly part: Part;
  readonly face: string | undefined;
}

const valueOf = ({ part, face }: End, name: AttributeName): Value | undefined => {
  const own = part.facts.filter(({ attribute }) => attribute === name);
  return (own.find(({ position }) => position === face) ?? own.find(({ position }) => position === undefined))?.value;
};
const figure = (end: End, name: AttributeName): number | undefined => {
  const value = valueOf(end, name);
  return typeof value === 'number' ? value : undefined;
};
const words = (end: End, name: AttributeName): string | undefined => {
  const value = valueOf(end, name);
  return value === null ? 'none' : typeof value === 'string' ? value : undefined;
};

/** What is wrong between two sides, as people say it; nothing where one side has no such thing. */
type Look = (a: End, b: End, joint: Joint, vehicle: Chain) => readonly (string | undefined)[];

/** Two sizes that have to be the same within so many mm or degrees. */
const alike =
  (name: AttributeName, within: number, said: string) =>
  (a: End, b: End): string | undefined => {
    const [one, other] = [figure(a, name), figure(b, name)];
    return one === undefined || other === undefined || Math.abs(one - other) <= within
      ? undefined
      : `${said}: ${one} and ${other}`;
  };
/** Two things that have to be of one kind. */
const same =
  (name: AttributeName, said: string) =>
  (a: End, b: End): string | undefined => {
    const [one, other] = [words(a, name), words(b, name)];
    return one === undefined || other === undefined || one === other ? undefined : `${said}: ${one} and ${other}`;
  };
/** The first has to have at least what the second wants, and so much more. */
const enough =
  (has: AttributeName, wants: AttributeName, more: number, said: string) =>
  (a: End, b: End): string | undefined => {
    const [one, other] = [figure(a, has), figure(b, wants)];
    return one === undefined || other === undefined || one >= other + more ? undefined : `${said}: ${one} for ${other}`;
  };

/** What lies between the faces of a mount, mm away from the pedal. */
const stacked = (joint: Joint | undefined): number =>
  (joint?.stack ?? []).reduce((sum, { sizeMm, towards }) => sum + (towards === 'pedal' ? -sizeMm : sizeMm), 0);

const isBracketed = ({ stack = [] }: Joint): boolean => stack.some(({ item }) => item === 'bracket');

/** Studs have to reach through flange, what lies between, and a whole nut. */
function studsReach(a: End, b: End, joint: Joint): string | undefined {
  const [length, flange] = [figure(a, 'stud-length'), figure(b, 'flange-thickness')];
  if (length === undefined || flange === undefined) return undefined;
  const nut = (findThread(words(a, 'stud-thread') ?? '')?.majorMm ?? 8) * 0.8;
  const free = length - flange - stacked(joint);
  return free >= nut ? undefined : `no room for a whole nut: ${free.toFixed(1)} mm of thread`;
}

/** The pin may not hold the piston off its stop, nor leave half a stroke of nothing. */
function pinClears(a: End, b: End, joint: Joint, vehicle: Chain): string | undefined {
  const [pin, pocket] = [figure(a, 'booster-pin'), figure(b, 'recess-depth')];
  if (pin === undefined || pocket === undefined) return undefined;
  const mount = vehicle.joints.find(({ id }) => id === joint.through);
  const gap = pocket + stacked(mount) - (figure(b, 'insert') ?? 0) - pin;
  if (gap < 0) return `the pin holds the piston off its stop by ${(-gap).toFixed(2)} mm: it will not release`;
  return gap > 2.5 ? `${gap.toFixed(2)} mm of the stroke are lost before the piston moves` : undefined;
}

/** A nut goes into a port when it is of the same thread. */
function threadsGo(a: End, b: End): string | undefined {
  const [one, other] = [words(a, 'port-thread'), words(b, 'port-thread')];
  if (one === undefined || other === undefined) return undefined;
  const [first, second] = [findThread(one)?.designation ?? one, findThread(other)?.designation ?? other];
  return first === second ? undefined : `the nut does not go in: ${first} and ${second}`;
}

const LOOKS: Readonly<Record<JointKind, readonly Look[]>> = {
  rod: [
    (a, b) => [
      alike('clevis-pin', 0.4, 'the pin does not fit its eye')(a, b),
      same('rod-kind', 'another kind of rod')(a, b),
      same('rod-end', 'another end of the rod')(a, b),
      rodReaches(a, b),
    ],
  ],
  mount: [
    (a, b, joint) => [
      // A bracket is made with the holes of the one and the studs of the other.
      ...(isBracketed(joint)
        ? []
        : [
            alike('stud-spacing', 1.2, 'the studs do not meet the holes')(a, b),
            spigotGoes(a, b),
            alike('flange-angle', 8, 'it stands turned')(a, b),
          ]),
      alike('stud-count', 0, 'another number of studs')(a, b),
      same('stud-thread', 'the nuts do not go on')(a, b),
      alike('seal-ring', 1, 'the ring does not seal')(a, b),
      studsReach(a, b, joint),
    ],
  ],
  push: [
    (a, b, joint, vehicle) => [
      pinClears(a, b, joint, vehicle),
      enough('force-limit', 'output-force', 0, 'it is pushed harder than it stands')(b, a),
    ],
  ],
  port: [
    (a, b) => [
      threadsGo(a, b),
      same('port-seat', 'it never seals: another seat')(a, b),
      same('line-retention', 'it is held in another way')(a, b),
      endsMeet(a, b),
    ],
  ],
  tail: [
    (a, b) => [
      alike('vacuum-hose', 1.2, 'the hose does not hold on the nipple')(a, b),
      alike('feed-hose', 1.2, 'the hose does not hold on the nipple')(a, b),
    ],
  ],
  neck: [
    (a, b) => [
      same('reservoir', 'another kind of reservoir')(a, b),
      alike('grommet-spacing', 1.2, 'the spouts do not meet the grommets')(a, b),
      alike('grommet-size', 0.8, 'the spout does not seal in the grommet')(a, b),
    ],
  ],
  wiring: [(a, b) => [same('sensor', 'the plug does not go on')(a, b)]],
  fork: [
    (a, b) => [
      enough('travel', 'travel', 0, 'the clutch does not release')(b, a),
      words(a, 'foot') === 'present' && words(b, 'foot') === 'none' ? 'nothing steadies it' : undefined,
      same('bleeder', 'its bleed screw is not on top')(a, b),
    ],
  ],
  carrier: [
    (a, b) => [
      alike('carrier-spacing', 0.8, 'the bolts do not meet the holes')(a, b),
      alike('offset', 1.5, 'it does not stand over the disc')(a, b),
      same('hand', 'its bleed screw is not on top')(a, b),
    ],
  ],
  disc: [
    (a, b) => [
      alike('disc', 2.5, 'it does not stand over the disc')(a, b),
      alike('disc-thickness', 2.5, 'the disc does not go between')(a, b),
    ],
  ],
  wheel: [
    (a, b) => [
      enough('wheel-size', 'wheel-least', -0.5, 'the wheel does not go over')(a, b),
      enough('wheel-inside', 'sweep', 2, 'it touches the rim')(a, b),
      enough('spoke-room', 'overhang', 2, 'it touches the spokes')(a, b),
    ],
  ],
  supply: [
    (a, b) => [
      same('booster-supply', 'nothing drives it')(a, b),
      enough('pump-flow', 'flow-wanted', -0.1, 'the pump gives too little')(a, b),
      enough('relief-pressure', 'pressure-wanted', -0.05, 'the pump gives too little pressure')(a, b),
      enough('pump-returns', 'returns-wanted', 0, 'there is no way back')(a, b),
      same('pressure-thread', 'the pressure hose does not go in')(a, b),
      same('pressure-end', 'the pressure hose does not seal')(a, b),
      alike('return-hose', 1.2, 'the return hose does not hold')(a, b),
      same('assist-fluid', 'another fluid than it stands')(a, b),
    ],
  ],
  room: [
    (a, b) =>
      (['front', 'left', 'right', 'up', 'behind'] as const).map((side) =>
        enough(`room-${side}`, `reach-${side}`, 0, `it touches what is ${side}`)(a, b),
      ),
  ],
};

/** A rod reaches its pedal when it is as long as is wanted, or can be made so within its thread. */
function rodReaches(a: End, b: End): string | undefined {
  const [wanted, has] = [figure(a, 'rod-length'), figure(b, 'rod-length')];
  if (wanted === undefined || has === undefined) return undefined;
  const adjusts = figure(b, 'rod-adjust') ?? 0;
  return Math.abs(wanted - has) <= 1.5 + adjusts ? undefined : `the rod is ${has} mm where ${wanted} are wanted`;
}

/** A spigot has to go into its hole, and may not rattle in it. */
function spigotGoes(a: End, b: End): string | undefined {
  const [hole, spigot] = [figure(a, 'pilot'), figure(b, 'pilot')];
  if (hole === undefined || spigot === undefined) return undefined;
  if (spigot > hole + 0.15) return `the spigot does not go in: ${spigot} into ${hole}`;
  return spigot < hole - 1 ? `nothing centres it: ${spigot} in ${hole}` : undefined;
}

/** Two female or two male ends do not go into each other. */
function endsMeet(a: End, b: End): string | undefined {
  const [one, other] = [words(a, 'port-gender'), words(b, 'port-gender')];
  return one !== undefined && one === other && one !== 'either' ? `two ${one} ends` : undefined;
}

/** The two sides of a joint, as far as they are there. */
function endsOf(joint: Joint, parts: ReadonlyMap<string, Part>): readonly [End, End] | FaceRef {
  const ends = joint.between.map(({ part, face }) => ({ part: parts.get(part), face }));
  const missing = joint.between.find(({ part }) => !parts.has(part));
  return missing ?? (ends as unknown as readonly [End, End]);
}

/** Every joint that does not go together. */
export function jointFlaws(vehicle: Chain): Flaw[] {
  const parts = new Map(vehicle.parts.map((part) => [part.id, part]));
  return vehicle.joints.flatMap((joint): Flaw[] => {
    const ends = endsOf(joint, parts);
    if (!('length' in ends)) return [{ what: 'joint', at: joint.id, sentence: `nothing is there: ${ends.part}` }];
    const [a, b] = ends;
    return LOOKS[joint.kind]
      .flatMap((look) => look(a, b, joint, vehicle))
      .flatMap((sentence) => (sentence === undefined ? [] : [{ what: 'joint' as const, at: joint.id, sentence }]));
  });
}
