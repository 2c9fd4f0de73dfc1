import type { JudgedJoint, View } from '../../judge/check/index.js';
import { isNew } from '../../judge/joint/index.js';
import type { AttributeName } from '../../named/attribute/index.js';
import { endsOf } from '../../named/fitting/index.js';
import type { ItemName } from '../../named/item/index.js';
import {
  faceName,
  faceRef,
  type FaceRef,
  facesOf,
  sureAt,
  sameFace,
  type Edit,
  type Part,
  type PartKind,
  partRow,
  portsOf,
} from '../../vehicle/chain/index.js';
import { CONSUMED, consumed, threaded, type Unnamed } from './consumes.data.js';
import type { Sized } from './types.js';

/** Everything that a change of a chain needs, from its edits, its openings, its joints and its boxes. */

/** A place that an edit adds or changes, as the item that is ordered for it. */
const ADDED: Readonly<Partial<Record<PartKind, ItemName>>> = {
  line: 'line',
  hose: 'hose',
  tee: 'tee',
  connector: 'connector',
  adapter: 'adapter',
  reservoir: 'reservoir',
  bracket: 'bracket',
  carrier: 'carrier',
  disc: 'disc',
  pump: 'pump',
  valve: 'valve',
};

/** What comes off whole and goes on the new unit. */
const MOVABLE: ReadonlySet<ItemName> = new Set<ItemName>([
  'reservoir',
  'sensor',
  'rod',
  'bracket',
  'carrier',
  'harness',
  'valve',
]);

/** What an edit needs by itself: the part that it adds, the plug that it sets. */
function neededBy(edit: Edit, view: View): Unnamed[] {
  if (edit.do === 'plug') return [{ item: 'plug', ...threadAt(edit.face, view), quantity: 1, because: edit.id }];
  if (edit.do !== 'part') return [];
  const { kind, unit, id } = edit.part;
  if (kind === 'pump' && !isPumped(edit.part)) return [];
  if (kind === 'pedal') return PEDAL_ITEMS.map((item) => ({ item, quantity: 1, because: edit.id }));
  const item = kind === 'hose' ? hoseAt(id, view) : ADDED[kind];
  if (kind === 'line') return [{ item: 'line', ...tubeOf(edit.part), quantity: 1, because: edit.id }, ...nutsOf(edit)];
  if (item !== undefined) return [{ item, ...piece(edit.part), quantity: 1, because: edit.id }];
  return unit === undefined ? [] : [{ item: 'unit', unit, quantity: 1, because: edit.id }];
}

/** What comes with a clutch pedal where there was none. */
const PEDAL_ITEMS = ['pedal-box', 'start-switch'] as const satisfies readonly ItemName[];

/** Whether it drives a booster by oil: what sucks on a vacuum booster is the engine. */
const isPumped = ({ facts }: Pick<Part, 'facts'>): boolean =>
  facts.some((f) => f.attribute === 'booster-supply' && f.value === 'pump');

/** Hoses and fluid of a booster that a pump drives, where none did before. */
function drivenByPump(view: View): Unnamed[] {
  const pumped = (parts: Iterable<Part>): boolean =>
    [...parts].some((part) => (part.kind === 'pump' || part.kind === 'booster') && isPumped(part));
  const supply = view.then.joints.find(({ kind }) => kind === 'supply');
  if (!supply || pumped(view.now.values()) || !pumped(view.parts.values())) return [];
  return [
    { item: 'pressure-hose', quantity: 2, because: supply.id },
    { item: 'return-hose', quantity: 1, because: supply.id },
    { item: 'assist-fluid', quantity: 1, because: supply.id },
  ];
}

/**
 * A tee, a connector and an adapter go by the thread of their first opening, and by all of their ends where these are
 * not alike.
 */
function piece({ kind, facts }: Part): Sized {
  if (!['tee', 'connector', 'adapter'].includes(kind)) return {};
  const at = (name: AttributeName, position: string | undefined) =>
    facts.find((f) => f.attribute === name && f.position === position)?.value;
  const ends = facts
    .filter((f) => f.attribute === 'port-thread')
    .map(({ position, value }) => ({
      ...threaded(value),
      gender: text(at('port-gender', position)),
      seat: text(at('port-seat', position)),
    }));
  return { ...threaded(facts.find((f) => f.attribute === 'port-thread')?.value), ...endsOf(ends) };
}

const text = (value: unknown): string | undefined => (typeof value === 'string' ? value : undefined);

const tubeOf = ({ facts }: Part): Sized => {
  const tube = facts.find((f) => f.attribute === 'tube')?.value;
  return typeof tube === 'string' ? { tube } : {};
};

/** Seats whose nut slides on the tube before it is flared. */
const FLARED: readonly unknown[] = ['inverted-flare', 'bubble-flare', 'flare-37'];

/** A line that is made has a nut at each end whose thread is known. */
function nutsOf({ id, part }: Extract<Edit, { do: 'part' }>): Unnamed[] {
  return part.facts.flatMap(({ attribute, position, value }): Unnamed[] => {
    if (attribute !== 'port-thread') return [];
    const seat = part.facts.find((f) => f.attribute === 'port-seat' && f.position === position)?.value;
    if (!FLARED.includes(seat)) return [];
    return [{ item: 'tube-nut', ...threaded(value), seat: String(seat), ...tubeOf(part), quantity: 1, because: id }];
  });
}

/** What goes in at a place: a unit by its design, or a part that has none. */
const unitsOf = (view: View): Unnamed[] =>
  [...view.then.putBy.values()].flatMap((put): Unnamed[] => {
    if (put.unit !== undefined) return [{ item: 'unit', unit: put.unit, quantity: 1, because: put.id }];
    const item = put.kind === 'hose' ? hoseAt(put.at, view) : ADDED[put.kind];
    return item === undefined ? [] : [{ item, quantity: 1, because: put.id }];
  });

/** Which hose it is: one that feeds a unit, one that drives a booster, or one under pressure. */
function hoseAt(id: string, view: View): ItemName {
  const tail = (view.jointsOf.get(id) ?? []).find((j) => j.kind === 'tail');
  if (!tail) return 'hose';
  const drives = tail.between.some((ref) => view.parts.get(ref.part)?.kind === 'booster');
  return drives ? 'small-hose' : 'feed-hose';
}

/** The thread of an opening, as far as it is known. */
function threadAt({ part, face }: FaceRef, view: View): Sized {
  const facts = view.parts.get(part)?.facts;
  return threaded(facts?.find((f) => f.attribute === 'port-thread' && f.position === face)?.value);
}

/** Plugs for openings that nothing fills, by the opening. */
const openPorts = (joints: readonly JudgedJoint[], view: View): Unnamed[] =>
  joints.flatMap((joint) =>
    joint.checks
      .filter((check) => check.code === 'circuit.open-port')
      .map((check): Unnamed => {
        const face = faceRef(String(check.values['part']), String(check.values['port']));
        return { item: 'plug', ...threadAt(face, view), quantity: 1, because: faceName(face), face };
      }),
  );

/** A unit that is bled on the bench before it goes in: as its maker says, and where he says nothing a brake master. */
export function isBenchBled({ kind, facts }: Part): boolean {
  const said = facts.find((f) => f.attribute === 'bled-where')?.value;
  return said === undefined ? kind === 'brake-master' : said === 'bench';
}

/**
 * A fitting with its hose for each port that a line goes to, of a unit that is bled on the bench and was not there
 * before.
 */
const benchBleed = (view: View): Unnamed[] =>
  bledPorts(view).flatMap((face): Unnamed[] => {
    const size = threadOrMates(face, view);
    return size.thread === undefined
      ? []
      : [{ item: 'bench-bleed', ...size, quantity: 1, because: faceName(face), face }];
  });
/** Ports that take a fitting on the bench and whose thread nobody knows: which fitting is asked. */
export const unthreaded = (view: View): FaceRef[] =>
  bledPorts(view).filter((face) => threadOrMates(face, view).thread === undefined);

const bledPorts = (view: View): FaceRef[] =>
  [...view.parts.values()].flatMap((part) => {
    if (!isBenchBled(part) || partRow(part.kind).ports === undefined || !isNew(view, part.id)) return [];
    const [described, count] = [portsOf(part), part.facts.find((f) => f.attribute === 'port-count')?.value];
    const all = typeof count === 'number' && described.length >= count;
    // A port that a line goes to is there, whoever described it, unless all are counted.
    return [...usedPorts(part, view)].flatMap((at) => (!all || described.includes(at) ? [faceRef(part.id, at)] : []));
  });

/** The thread of a port, or of what is screwed into it. */
function threadOrMates(face: FaceRef, view: View): Sized {
  const own = threadAt(face, view);
  if (own.thread !== undefined) return own;
  const joint = (view.jointsOf.get(face.part) ?? []).find(
    (j) => j.kind === 'port' && j.between.some((ref) => sameFace(ref, face)),
  );
  const faces = joint && facesOf(joint, view.parts);
  if (faces === undefined || 'because' in faces) return {};
  const mate = faces.find(({ ref }) => !sameFace(ref, face));
  return threaded(mate && sureAt(mate, 'port-thread')?.value);
}

const usedPorts = (part: Part, view: View): ReadonlySet<string> =>
  new Set(
    (view.jointsOf.get(part.id) ?? []).flatMap((j) =>
      j.kind === 'port' ? j.between.flatMap((ref) => (ref.part === part.id ? [ref.face ?? ''] : [])) : [],
    ),
  );

/** What belongs to a unit itself and its box speaks of: a reservoir, a sensor, a rod. */
const ofTheBox = (view: View, stays: ReadonlySet<string>): Unnamed[] =>
  [...view.then.putBy.values()].flatMap((put) =>
    (stays.has(put.at) ? [] : (put.box ?? []))
      .filter(({ item }) => !CONSUMED.has(item))
      .map(({ item, quantity, thread, sizeMm }): Unnamed => ({
        item,
        ...threaded(thread),
        ...(sizeMm === undefined ? {} : { sizeMm }),
        quantity: quantity ?? 1,
        because: put.at,
      })),
  );

/**
 * What becomes of something that the new unit comes without: it stays where it is, comes off the old unit whole, or
 * neither.
 */
export function leftOver(item: ItemName, place: string, view: View): 'stays' | 'move' | undefined {
  const now = view.now.get(place);
  if (!MOVABLE.has(item) || now === undefined || now.kind !== view.parts.get(place)?.kind) return undefined;
  // A reservoir that sits apart from the unit and feeds it by a hose is not taken off with it.
  const apart = now.facts.some((f) => f.attribute === 'reservoir' && f.value === 'remote');
  return item === 'reservoir' && apart ? 'stays' : 'move';
}

/** Pads for each axle that gets discs where there were none. */
function padsFor(view: View): Unnamed[] {
  const fresh = [...view.parts.values()].filter(({ id, kind }) => kind === 'disc' && isNew(view, id));
  const axles = new Map(fresh.map(({ id }) => [id.replace(/-(left|right)/, ''), id]));
  return [...axles.values()].map((id): Unnamed => ({ item: 'pads', quantity: 1, because: id }));
}

/** A cap for each vacuum line whose hose goes and whose booster nothing drives by it any more. */
const capped = (view: View): Unnamed[] =>
  [...view.nowJoints.values()].flatMap(({ id, kind, between }): Unnamed[] => {
    const hose = between.find(({ part }) => view.now.get(part)?.kind === 'hose');
    const drives = kind === 'tail' && between.some(({ part }) => view.now.get(part)?.kind === 'booster');
    if (!drives || !hose || view.parts.has(hose.part)) return [];
    const mm = view.now.get(hose.part)?.facts.find(({ attribute }) => attribute === 'vacuum-hose')?.value;
    return [{ item: 'vacuum-cap', ...(typeof mm === 'number' ? { sizeMm: mm } : {}), quantity: 1, because: id }];
  });

/** Every need of a change, each by what it is because of. */
export const wantsOf = (
  view: View,
  edits: readonly Edit[],
  joints: readonly JudgedJoint[],
  stays: ReadonlySet<string>,
): Unnamed[] => [
  ...unitsOf(view),
  ...edits.flatMap((edit) => neededBy(edit, view)),
  ...ofTheBox(view, stays),
  ...openPorts(joints, view),
  ...consumed(view),
  ...benchBleed(view),
  ...capped(view),
  ...padsFor(view),
  ...drivenByPump(view),
];
