import type { View } from '../../judge/check/index.js';
import { asOneFace, isNew, judgedJoints } from '../../judge/joint/index.js';
import { isBenchBled, type ListLine, openedBy } from '../../list/need/index.js';
import { findFluid } from '../../named/fluid/index.js';
import { type Face, facesOf, type Joint, sureAt, type Part, type Value } from '../../vehicle/chain/index.js';
import { CARD, type CardRow, type When, type WorkGroup } from './card.data.js';

/** The work of a job, read from the joints that are opened and made. */

/** One step: what is done, where, and what it follows from. Its words are made in words/. */
export interface CardStep {
  readonly step: string;
  readonly group: WorkGroup;
  /** The joint or the part that it is done at; empty for the whole job. */
  readonly at: string;
  /** The joint, the part or the need that it follows from. */
  readonly because: string;
  readonly tools: readonly string[];
  readonly minutes?: number;
  readonly caution?: string;
  /** Figures that its words are made from. */
  readonly values: Readonly<Record<string, number | string | null>>;
}

export interface WorkStep {
  readonly key: string;
  readonly group: WorkGroup;
  readonly words: string;
  /** What it follows from. */
  readonly why: string;
  readonly minutes?: number;
  readonly skill?: string;
  readonly tools?: readonly string[];
  /** One quiet line at the step where the hurt happens. */
  readonly caution?: string;
}

interface Place {
  readonly at: string;
  readonly holds: ReadonlySet<When>;
  readonly values: CardStep['values'];
  /** It is there now, or it will be: what is new only then is not opened, what goes is not closed. */
  readonly now: boolean;
  readonly then: boolean;
}

const text = (face: Face, name: Parameters<typeof sureAt>[1]): string | undefined => {
  const value = sureAt(face, name)?.value;
  return typeof value === 'string' ? value : undefined;
};

/** Ways in which a line sits in its port. */
function heldBy(faces: readonly Face[]): When {
  if (faces.some((face) => text(face, 'port-seat') === 'banjo')) return 'banjo';
  return faces.some((face) => ['pin', 'clip'].includes(text(face, 'line-retention') ?? '')) ? 'held' : 'nut';
}

function jointPlace(joint: Joint, view: View): Place {
  const faces = facesOf(joint, view.parts);
  const holds = new Set<When>();
  const values: Record<string, number | string | null> = {};
  if (!('because' in faces)) {
    if (joint.kind === 'port') holds.add(heldBy(faces));
    if (joint.kind === 'push') holds.add('rod-push');
    if (joint.kind === 'rod' && faces.some(({ part }) => BRAKE_PARTS.includes(part.kind))) holds.add('brake-rod');
    for (const face of faces) {
      for (const name of ['torque', 'stud-thread', 'port-thread', 'reservoir'] as const) {
        const found = sureAt(face, name);
        if (typeof found?.value === 'number' || typeof found?.value === 'string') values[name] = found.value;
        if (name === 'torque' && typeof found?.value === 'number') values['source'] = found.source ?? null;
      }
    }
  }
  return { at: joint.id, holds, values, now: view.nowJoints.has(joint.id), then: true };
}

const WHEEL_PARTS: readonly string[] = ['caliper', 'wheel-cylinder'];
const BRAKE_PARTS: readonly string[] = ['booster', 'brake-master', ...WHEEL_PARTS];
const CLUTCH_PARTS: readonly string[] = ['clutch-master', 'slave'];

/** What the hand or the foot is on at the systems that are worked on: a lever where no rod comes from a pedal. */
function pressed(view: View, job: ReadonlySet<When>): 'pedal' | 'lever' {
  const units = [
    ...(job.has('brake') ? ['booster', 'brake-master'] : []),
    ...(job.has('clutch') ? ['clutch-master'] : []),
  ];
  const rods = [...view.then.joints, ...view.nowJoints.values()].filter(({ kind }) => kind === 'rod');
  const foot = rods.some(({ between }) =>
    between.some(({ part }) => units.includes((view.parts.get(part) ?? view.now.get(part))?.kind ?? '')),
  );
  return foot ? 'pedal' : 'lever';
}

/** What holds for the job as a whole. */
function jobHolds(joints: readonly Place[], kinds: ReadonlyMap<string, Joint['kind']>, view: View): Set<When> {
  const holds = new Set<When>();
  const parts = [...view.parts.values()];
  const has = (name: string, ...values: readonly string[]): boolean =>
    parts.some((part) => part.facts.some((f) => f.attribute === name && values.includes(String(f.value))));
  const fresh = parts.filter((part) => isNew(view, part.id));
  const ofClutch = fresh.filter(({ kind }) => CLUTCH_PARTS.includes(kind));
  if (ofClutch.length > 0) holds.add('clutch');
  if (ofClutch.length === 0 || fresh.some(({ kind }) => BRAKE_PARTS.includes(kind))) holds.add('brake');
  if (joints.some((place) => kinds.get(place.at) === 'port')) holds.add('hydraulic');
  if (joints.some((place) => place.holds.has('nut'))) holds.add('nut');
  if (has('booster-supply', 'pump', 'electric')) holds.add('stored');
  if (parts.some((part) => WHEEL_PARTS.includes(part.kind) && isNew(view, part.id))) holds.add('wheel');
  if (parts.some((part) => part.kind === 'modulator')) holds.add('modulator');
  if (view.then.plugs.size > 0) holds.add('plugged');
  const bases = openedBy(view).flatMap(({ parts: ids }) => {
    const grade = ids.flatMap((id) => capOf(view.parts.get(id)) ?? [])[0];
    return typeof grade === 'string' ? (findFluid(grade)?.base ?? []) : [];
  });
  if (new Set(bases).size > 1) holds.add('two-fluids');
  const clutch = parts.find((part) => part.kind === 'clutch-master');
  if (
    clutch &&
    has('clutch-feed', 'brake-reservoir') &&
    parts.some((part) => part.kind === 'brake-master' && isNew(view, part.id))
  )
    holds.add('shared');
  return holds;
}

/**
 * The card of a change: steps in the order of the table, so that nothing is opened before what closes it lies ready,
 * and nothing is bled before every joint is closed. A job that puts nothing in has no card. Units at places of
 * `resealed` stay and get new seals.
 */
export function cardOf(
  view: View,
  list: readonly Pick<ListLine, 'section' | 'item'>[],
  resealed: ReadonlySet<string> = new Set(),
): CardStep[] {
  const judged = judgedJoints(view).map(({ joint }) => joint);
  if (judged.length === 0) return [];
  const kinds = new Map(judged.map((joint) => [joint.id, joint.kind]));
  const made = judged.map((joint) => jointPlace(joint, view));
  const gone = [...view.nowJoints.values()]
    .filter(
      (joint) =>
        !view.joints.has(joint.id) && joint.between.some((ref) => !view.parts.has(ref.part) || isNew(view, ref.part)),
    )
    .map((joint): Place => ({ at: joint.id, holds: new Set(), values: {}, now: true, then: false }));
  for (const place of gone) kinds.set(place.at, view.nowJoints.get(place.at)?.kind ?? 'room');
  const job = jobHolds([...made, ...gone], kinds, view);
  const whole: Place = {
    at: '',
    holds: job,
    values: {
      items: list.filter((l) => l.section === 'order' && l.item !== 'unit').length,
      order: view.settings.bleedOrder,
      pressed: pressed(view, job),
    },
    now: true,
    then: true,
  };
  const parts = [...view.parts.values()].filter((part) => isNew(view, part.id));

  const placesOf = (row: CardRow): readonly Place[] => {
    if (row.joints)
      return [...made, ...gone].filter((place) => row.joints?.some((kind) => kind === kinds.get(place.at)) === true);
    if (!row.parts) return [whole];
    return parts
      .filter((part) => row.parts?.includes(part.kind))
      .map((part): Place => {
        const holds = new Set<When>([...job, resealed.has(part.id) ? 'resealed' : 'fresh']);
        if (isBenchBled(part)) holds.add('bench-bled');
        const where = sureAt(asOneFace(part), 'bled-where')?.value;
        const values = typeof where === 'string' ? { where } : {};
        return { at: part.id, holds, values, now: true, then: true };
      });
  };
  const because = [...view.then.putBy.keys()].join(' ');
  return CARD.flatMap((row) => {
    const places = placesOf(row)
      .filter((place) => (row.when ?? []).every((when) => place.holds.has(when)))
      .filter((place) => (row.does === 'opens' ? place.now : row.does === 'closes' ? place.then : true));
    // What is fitted last from the pedal on comes off first.
    if (row.does === 'opens') places.reverse();
    return places.map(({ at, values }): CardStep => ({
      step: row.step,
      group: row.group,
      at,
      because: at === '' ? because : at,
      tools: row.tools ?? [],
      values,
      ...(row.minutes === undefined ? {} : { minutes: row.minutes }),
      ...(row.caution === undefined ? {} : { caution: row.caution }),
    }));
  });
}

/** The fluid that the cap over a part names. */
const capOf = (part: Part | undefined): Value | undefined => part && sureAt(asOneFace(part), 'fluid')?.value;
