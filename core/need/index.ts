import { facesOf, knownAt, readRef, type BoxItem, type Edit, type Joint, type PartKind } from '../chain/index.js';
import { judgedJoints, type JudgedJoint, type View } from '../joint/index.js';
import type { ItemName } from './items.data.js';

export { ITEMS, type ItemName } from './items.data.js';

/** Something that the edits or a joint need, and why. */
export interface Need {
  readonly id: string;
  readonly item: ItemName;
  readonly unit?: string;
  /** Of a plug or a nut: what it goes into; a box that says another thread does not cover it. */
  readonly thread?: string;
  readonly quantity: number;
  /** The edit, the joint or the opening that needs it. */
  readonly because: string;
}

/** A need that is covered without ordering. */
export interface Have {
  readonly need: string;
  readonly from: 'box' | 'stays' | 'moved' | 'workshop';
  readonly quantity: number;
}

export const LIST_SECTIONS = ['order', 'box', 'stays', 'move', 'make', 'ask', 'perhaps'] as const;
export interface ListLine {
  readonly section: (typeof LIST_SECTIONS)[number];
  readonly item: ItemName;
  readonly unit?: string;
  readonly thread?: string;
  readonly quantity: number;
  readonly needs: readonly string[];
}

/** Needs, what covers them, and the lines that are left: needs less haves. */
export interface List {
  readonly needs: readonly Need[];
  readonly haves: readonly Have[];
  readonly list: readonly ListLine[];
}

type Unnamed = Omit<Need, 'id'>;

/** What a joint of its kind consumes when it is made or opened. */
const CONSUMES: readonly { readonly item: ItemName; readonly quantity: (joint: Joint, view: View) => number }[] = [
  { item: 'booster-seal', quantity: (joint, view) => (joint.kind === 'mount' && hasPush(joint, view) ? 1 : 0) },
  { item: 'nut', quantity: studs },
];

/** A place that an edit adds, as the item that is ordered for it. */
const ADDED: Readonly<Partial<Record<PartKind, ItemName>>> = {
  line: 'line',
  tee: 'tee',
  connector: 'connector',
  adapter: 'adapter',
  reservoir: 'reservoir',
  bracket: 'bracket',
};

const hasPush = (mount: Joint, view: View): boolean =>
  view.then.joints.some((j) => j.kind === 'push' && j.through === mount.id);

/** Studs of a mount: as many as either face says; two where neither does would be a guess, so none is counted. */
function studs(joint: Joint, view: View): number {
  if (joint.kind !== 'mount') return 0;
  const faces = facesOf(joint, view.parts);
  if ('because' in faces) return 0;
  const counts = faces
    .map((face) => knownAt(face, 'stud-count')?.value)
    .filter((v): v is number => typeof v === 'number');
  return Math.max(0, ...counts);
}

/** What an edit needs by itself: the part that it adds, the plug that it sets. */
function neededBy(edit: Edit, view: View): Unnamed[] {
  if (edit.do === 'plug') return [{ item: 'plug', ...threadAt(edit.face, view), quantity: 1, because: edit.id }];
  if (edit.do !== 'part') return [];
  const { kind, unit } = edit.part;
  const item = ADDED[kind];
  if (item !== undefined) return [{ item, quantity: 1, because: edit.id }];
  return unit === undefined ? [] : [{ item: 'unit', unit, quantity: 1, because: edit.id }];
}

/** The thread of an opening, as far as it is known. */
function threadAt(ref: string, view: View): Pick<Need, 'thread'> {
  const { part, at } = readRef(ref);
  const known = view.parts.get(part)?.facts.find((f) => f.attribute === 'port-thread' && f.position === at)?.value;
  return typeof known === 'string' ? { thread: known } : {};
}

/** Plugs for openings that nothing fills, by the place that they are in. */
const openPorts = (joints: readonly JudgedJoint[], view: View): Unnamed[] =>
  joints.flatMap((joint) =>
    joint.checks
      .filter((check) => check.code === 'circuit.open-port')
      .map((check): Unnamed => {
        const port = String(check.values['port']);
        return { item: 'plug', ...threadAt(port, view), quantity: 1, because: port };
      }),
  );

/** The parts list of a chain and its edits, counted once: every need with what covers it. */
export function listOf(view: View, edits: readonly Edit[], joints: readonly JudgedJoint[]): List {
  const unnamed: Unnamed[] = [
    ...[...view.then.putBy.values()].flatMap((put): Unnamed[] =>
      put.unit === undefined ? [] : [{ item: 'unit', unit: put.unit, quantity: 1, because: put.id }],
    ),
    ...edits.flatMap((edit) => neededBy(edit, view)),
    ...openPorts(joints, view),
    ...CONSUMES.flatMap(({ item, quantity }) =>
      judgedJoints(view)
        .map(({ joint }): Unnamed => ({ item, quantity: quantity(joint, view), because: joint.id }))
        .filter((need) => need.quantity > 0),
    ),
  ];
  const needs = unnamed.map((need, i): Need => ({ id: `n${i + 1}`, ...need }));
  const haves: Have[] = [];
  const lines = new Map<string, { section: ListLine['section']; need: Need; quantity: number; needs: string[] }>();
  const left = new Map<BoxItem, number>();
  const add = (section: ListLine['section'], need: Need, quantity: number): void => {
    const key = `${section} ${need.item} ${need.unit ?? ''} ${need.thread ?? ''}`;
    const line = lines.get(key);
    if (line) {
      line.quantity += quantity;
      line.needs.push(need.id);
    } else lines.set(key, { section, need, quantity, needs: [need.id] });
  };
  for (const need of needs) {
    if (need.item === 'unit') {
      add('order', need, need.quantity);
      continue;
    }
    let open = need.quantity;
    const boxes = boxesAt(need, view);
    for (const item of boxes.filter((b) => covers(b, need))) {
      const there = left.get(item) ?? item.quantity ?? need.quantity;
      const taken = Math.min(open, there);
      left.set(item, there - taken);
      open -= taken;
      if (taken > 0) haves.push({ need: need.id, from: 'box', quantity: taken });
      if (taken > 0) add('box', need, taken);
    }
    if (open > 0)
      add(
        boxes.length > 0 && !boxes.some((b) => b.item === need.item && b.presence !== 'not-known') ? 'ask' : 'order',
        need,
        open,
      );
  }
  return {
    needs,
    haves,
    list: [...lines.values()].map(({ section, need, quantity, needs: ids }) => ({
      section,
      item: need.item,
      ...(need.unit === undefined ? {} : { unit: need.unit }),
      ...(need.thread === undefined ? {} : { thread: need.thread }),
      quantity,
      needs: ids,
    })),
  };
}

/** A box item that is there and is the size that is needed, as far as both say it. */
const covers = ({ item, presence, thread }: BoxItem, need: Need): boolean =>
  item === need.item &&
  presence === 'with' &&
  (thread === undefined || need.thread === undefined || thread === need.thread);

/** What lies in the boxes of the units that a joint's need could come with. */
function boxesAt(need: Need, view: View): BoxItem[] {
  const joint = view.joints.get(need.because);
  const places = joint ? joint.between.map((ref) => readRef(ref).part) : [readRef(need.because).part];
  return places.flatMap((place) => view.then.putBy.get(place)?.box ?? []);
}
