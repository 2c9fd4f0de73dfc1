import { type View, WASHER_MM } from '../../judge/check/index.js';
import { isNew, judgedJoints } from '../../judge/joint/index.js';
import type { ItemName } from '../../named/item/index.js';
import { findThread } from '../../named/thread/index.js';
import { sameFace, type Face, facesOf, type Joint, knownAt, type Part, sureAt, partRow } from '../../vehicle/chain/index.js';
import type { Need, Sized } from './types.js';

/** What a joint of its kind consumes when it is opened or made, as a table. */

/** A need without its name. */
export type Unnamed = Omit<Need, 'id' | 'at'>;

interface Opened {
  readonly joint: Joint;
  readonly a: Face;
  readonly b: Face;
  readonly view: View;
}

/** One row: what is consumed, how much of it and of what size; none where the joint does not have it. */
interface ConsumesRow {
  readonly item: ItemName;
  readonly kind: Joint['kind'];
  readonly quantity: (o: Opened) => number;
  readonly size?: (o: Opened) => Sized;
  /** What happens without it, as people say it. */
  readonly source: string;
}

type Name = Parameters<typeof sureAt>[1];
const number = (face: Face, name: Name): number | undefined => {
  const value = sureAt(face, name)?.value;
  return typeof value === 'number' ? value : undefined;
};
const text = (face: Face, name: Name): string | undefined => {
  const value = sureAt(face, name)?.value;
  return typeof value === 'string' ? value : undefined;
};
const mm = (value: number | undefined): Sized => (value === undefined ? {} : { sizeMm: value });
/** A thread by its designation, as far as it is one. */
export const threaded = (value: unknown): Sized => {
  const thread = typeof value === 'string' ? findThread(value)?.designation : undefined;
  return thread === undefined ? {} : { thread };
};

/** Whether the output rod of a booster goes through this mount: there is vacuum to seal. */
const hasPush = ({ joint, view }: Opened): boolean =>
  view.then.joints.some((j) => j.kind === 'push' && j.through === joint.id);

/** Studs of a mount: as many as either face says; none is counted where neither does. */
const studs = ({ a, b }: Opened): number => Math.max(0, number(a, 'stud-count') ?? 0, number(b, 'stud-count') ?? 0);

const retained = ({ a, b }: Opened): string | undefined => text(a, 'line-retention') ?? text(b, 'line-retention');
const isSpigot = (o: Opened): boolean => ['pin', 'clip'].includes(retained(o) ?? '');
const isBanjo = ({ a, b }: Opened): boolean => [a, b].some((face) => text(face, 'port-seat') === 'banjo');

/** One more than there are eyes on the bolt, counted at the first of them. */
function washers(o: Opened): number {
  const eyes = o.view.then.joints
    .filter((j) => j.kind === 'port' && j.between.some((ref) => sameFace(ref, o.joint.between[0])))
    .map((j) => j.id)
    .sort();
  return isBanjo(o) && eyes[0] === o.joint.id ? eyes.length + 1 : 0;
}

/** Washers go over the bolt: by the outside of its thread. */
const inside = ({ a, b }: Opened): Sized => {
  const mm = findThread(text(b, 'port-thread') ?? text(a, 'port-thread') ?? '')?.majorMm;
  return mm === undefined ? {} : { sizeMm: Math.round(mm * 10) / 10 };
};

/** How many eyes more than before sit on the bolt, counted at the first of them; none where there was no bolt. */
function moreEyes({ joint, view }: Opened): number {
  const on = (joints: Iterable<Joint>): string[] =>
    [...joints].filter((j) => j.kind === 'port' && j.between.some((ref) => sameFace(ref, joint.between[0]))).map((j) => j.id);
  const [before, after] = [on(view.nowJoints.values()), on(view.then.joints).sort()];
  return before.length > 0 && after[0] === joint.id ? Math.max(0, after.length - before.length) : 0;
}

/** The bolt for all of its eyes: the old one, longer by each eye that is added and its washer. */
function boltLength(o: Opened): Sized {
  const faces = o.view.then.joints
    .filter((j) => j.kind === 'port' && j.between.some((ref) => sameFace(ref, o.joint.between[0])))
    .flatMap((j) => {
      const found = facesOf(j, o.view.parts);
      return 'because' in found ? [] : [...found];
    });
  const [old, eye] = (['bolt-length', 'eye'] as const).map((name) =>
    faces.map((face) => number(face, name)).find((value) => value !== undefined),
  );
  return mm(old === undefined || eye === undefined ? undefined : old + moreEyes(o) * (eye + WASHER_MM));
}

/** The upper end of a hose that goes in is held in its bracket by a clip. */
const isHeld = ({ a, b, view }: Opened): boolean =>
  [a, b].some((face) => face.part.kind === 'hose' && isNew(view, face.part.id)) &&
  [a, b].some((face) => face.part.kind === 'line');

/** How the reservoir is held on the unit, as either says. */
const heldBy = ({ a, b }: Opened): string | undefined => text(a, 'reservoir') ?? text(b, 'reservoir');
/** Necks of a reservoir: one where there is no spacing between two. */
const necks = ({ a, b }: Opened): number => ([a, b].some((face) => knownAt(face, 'grommet-spacing')?.value === null) ? 1 : 2);

/** Clamps go by the outside of the hose. */
const outside = ({ a, b }: Opened): Sized => mm(number(a, 'hose-outside') ?? number(b, 'hose-outside'));

/** A clamp at the end that is opened, and one at the far end where the chain does not know what it goes to. */
function clamps({ joint, a, b, view }: Opened): number {
  const hose = [a, b].find((face) => face.part.kind === 'hose');
  if (!hose || [a, b].some((face) => face.part.kind === 'booster' || sureAt(face, 'feed-hose')?.value === null)) return 0;
  const ends = (view.jointsOf.get(hose.part.id) ?? []).filter((j) => j.kind === 'tail' && j.id !== joint.id);
  return ends.length === 0 ? 2 : 1;
}

/** Sources: a crushed washer, a driven pin, a stretched ring, a self-locking nut are not used twice (makers' workshop data; work.md). */
// prettier-ignore
export const CONSUMES: readonly ConsumesRow[] = [
  { item: 'booster-seal', kind: 'mount', quantity: (o) => (hasPush(o) ? 1 : 0), size: ({ b }) => mm(number(b, 'pilot')), source: 'makers’ workshop data' },
  { item: 'nut', kind: 'mount', quantity: studs, size: ({ a, b }) => threaded(text(a, 'stud-thread') ?? text(b, 'stud-thread')), source: 'makers’ workshop data' },
  { item: 'gasket', kind: 'mount', quantity: (o) => (o.joint.stack ?? []).filter(({ item }) => item === 'gasket').length, source: 'makers’ workshop data: a squeezed gasket seals once' },
  { item: 'crush-washer', kind: 'port', quantity: washers, size: inside, source: 'makers’ workshop data: eyes + 1 for each bolt' },
  { item: 'bolt', kind: 'port', quantity: (o) => (isBanjo(o) && moreEyes(o) > 0 ? 1 : 0), size: boltLength, source: 'geometry of the bolt: each eye and its washer take their thickness from the thread' },
  { item: 'hose-clip', kind: 'port', quantity: (o) => (isHeld(o) ? 1 : 0), source: 'trade settings: the spring clip of a bracket loses its grip' },
  { item: 'roll-pin', kind: 'port', quantity: (o) => (retained(o) === 'pin' ? 1 : 0), source: 'makers’ workshop data' },
  { item: 'clip', kind: 'port', quantity: (o) => (retained(o) === 'clip' ? 1 : 0), source: 'makers’ workshop data' },
  { item: 'o-ring', kind: 'port', quantity: (o) => (isSpigot(o) ? 1 : 0), source: 'makers’ workshop data' },
  { item: 'grommet', kind: 'neck', quantity: (o) => (heldBy(o) === 'screwed' ? 0 : necks(o)), size: ({ a, b }) => mm(number(a, 'grommet-size') ?? number(b, 'grommet-size')), source: 'makers’ workshop data' },
  { item: 'reservoir-pin', kind: 'neck', quantity: (o) => (heldBy(o) === 'clipped' || heldBy(o) === 'screwed' ? 0 : 1), source: 'makers’ workshop data' },
  { item: 'o-ring', kind: 'neck', quantity: (o) => (heldBy(o) === 'screwed' ? 1 : 0), source: 'makers’ workshop data: a screwed reservoir seals on a ring' },
  { item: 'hose-clamp', kind: 'tail', quantity: clamps, size: outside, source: 'trade settings: the job stops for one missing clamp' },
];

/** Items that the joints consume, and the fluid of what they open: a box that holds more of them than they need is not a need. */
export const CONSUMED: ReadonlySet<ItemName> = new Set<ItemName>([...CONSUMES.map((row) => row.item), 'plug', 'bench-bleed', 'fluid']);

/** Mounts that are opened and whose studs nobody counted: how many nuts they take is asked. */
export const uncounted = (view: View): Joint[] =>
  judgedJoints(view).flatMap(({ joint }): Joint[] => {
    const faces = joint.kind === 'mount' ? facesOf(joint, view.parts) : undefined;
    if (faces === undefined || 'because' in faces) return [];
    return faces.some((face) => number(face, 'stud-count') !== undefined) ? [] : [joint];
  });

/** Masters that come off and of which nobody knows whether they draw by a hose: clamps and hose go by it. */
export const unfed = (view: View): Part[] =>
  [...view.then.putBy.keys()].flatMap((id): Part[] => {
    const part = view.parts.get(id);
    if (part?.kind !== 'brake-master' && part?.kind !== 'clutch-master') return [];
    // One that is known to draw by a hose meets it, or is asked: its hose is on no record.
    const said = [part, view.now.get(id)].some((one) =>
      one?.facts.some(({ attribute, value }) =>
        attribute === 'reservoir' ? value !== 'remote' : attribute === 'feed-hose' && value === null,
      ),
    );
    const met = (view.jointsOf.get(id) ?? []).some(({ kind }) => kind === 'tail' || kind === 'neck');
    return said || met ? [] : [part];
  });

/** Ports of wheel units and slaves that are opened and of which nobody knows whether a banjo sits in them: washers go by it. */
export const unseated = (view: View): Joint[] =>
  judgedJoints(view).flatMap(({ joint }): Joint[] => {
    const faces = joint.kind === 'port' ? facesOf(joint, view.parts) : undefined;
    if (faces === undefined || 'because' in faces || !faces.some(({ part }) => partRow(part.kind).fed)) return [];
    return faces.some((face) => knownAt(face, 'port-seat') !== undefined) ? [] : [joint];
  });

/** What the joints that an edit made or opened consume. */
export function consumed(view: View): Unnamed[] {
  const opened = judgedJoints(view).flatMap(({ joint }): Opened[] => {
    const faces = facesOf(joint, view.parts);
    return 'because' in faces ? [] : [{ joint, a: faces[0], b: faces[1], view }];
  });
  return CONSUMES.flatMap((row) =>
    opened.flatMap((o): Unnamed[] => {
      const quantity = row.kind === o.joint.kind ? row.quantity(o) : 0;
      return quantity === 0 ? [] : [{ item: row.item, ...row.size?.(o), quantity, because: o.joint.id }];
    }),
  );
}
