import { type FourState, worst } from '../../base/state/index.js';
import { type Part, partRow, portsOf } from '../../vehicle/chain/index.js';
import type { Check, CheckCode, JudgedJoint, View } from '../check/index.js';
import { circuitsFed, isChanged, isNew, judgedJoints } from '../joint/index.js';
import type { JudgedItem, Reason } from './types.js';

/**
 * What had to be judged for a request, worked out from the chain alone and never from what was said of it: every joint
 * that was made or opened, every place with another occupant, every wheel and fork that has to be fed, every opening of
 * what is new, every seal that the fluid reaches, and what was asked for. What of it was not judged is a reason.
 */

/** Something that had to be judged: who judges it, and which of all checks are about it. */
export interface Required extends Pick<JudgedItem, 'what' | 'of'> {
  readonly by: readonly string[];
  /** Absent: those of the joint itself. */
  readonly about?: (check: Check) => boolean;
}

/** What of a request cannot be told by its chain. */
export interface Wanted {
  /** The parts and joints are the whole of a system. */
  readonly whole: boolean;
  /** Fluid and seals are judged. */
  readonly fluids: boolean;
  /** Each axle has a circuit of its own afterwards. */
  readonly circuits?: number;
}

/** Everything that had to be judged. */
export function requiredOf(view: View, { whole, fluids }: Pick<Wanted, 'whole' | 'fluids'>): Required[] {
  const parts = [...view.parts.values()];
  return [
    ...judgedJoints(view).map(({ joint }): Required => ({ what: 'joint', of: joint.id, by: [joint.id] })),
    ...[...view.then.putBy.keys()].filter((at) => isExchange(at, view)).map(placeOf),
    ...parts.filter((part) => whole && partRow(part.kind).fed === true).map(feedOf),
    ...parts.filter((part) => isNew(view, part.id)).flatMap(outletsOf),
    ...parts.filter((part) => fluids && isNew(view, part.id) && isSealed(part)).map(sealsOf),
  ];
}

/** Another occupant of a place for one of the same kind: what it changes beside its joints. */
const isExchange = (at: string, view: View): boolean =>
  isNew(view, at) && view.now.get(at)?.kind === view.parts.get(at)?.kind;
const placeOf = (at: string): Required => ({ what: 'place', of: at, by: [`place:${at}`] });

/** A wheel or fork is fed by a circuit, by the one that its outlet is recorded for, and no two meet on the way. */
const feedOf = ({ id }: Part): Required => ({
  what: 'feed',
  of: id,
  by: ['circuits', 'feeds'],
  about: ({ code, values }) =>
    code === 'circuit.crossed' ||
    (code === 'circuit.fed' && values['part'] === id) ||
    (code === 'circuit.axle' && id.split('-').includes(String(values['axle']))) ||
    (code === 'circuit.feeds' &&
      String(values['reaches'])
        .split(' ')
        .every((place) => id.split('-').includes(place))),
});

/** An opening of a new part: a line comes to it, or it is closed. */
const outletsOf = (part: Part): Required[] =>
  partRow(part.kind).fluid === undefined
    ? []
    : portsOf(part).map((port): Required => ({
        what: 'outlet',
        of: `${part.id}@${port}`,
        by: ['circuits'],
        about: ({ code, values }) =>
          code === 'circuit.open-port' && values['part'] === part.id && values['port'] === port,
      }));

const isSealed = ({ kind }: Part): boolean =>
  partRow(kind).unit !== undefined && partRow(kind).fluid !== undefined && kind !== 'booster';
const sealsOf = ({ id }: Part): Required => ({
  what: 'seals',
  of: id,
  by: ['fluids'],
  about: ({ code, values }) => code === 'fluid.cap' || (code === 'fluid.seals' && values['part'] === id),
});

/** What had to be judged, each with what came of it: what nobody judged is not known. */
export function judgedOf(joints: readonly JudgedJoint[], view: View, wanted: Wanted): JudgedItem[] {
  const by = new Map(joints.map((joint) => [joint.id, joint]));
  const every = joints.flatMap((joint) => joint.checks);
  const { circuits } = wanted;
  return [
    { what: 'request', of: 'request', state: isChanged(view) ? 'fits' : 'not-known' },
    ...(circuits === undefined
      ? []
      : [{ what: 'circuits', of: String(circuits), state: goalOf(view, circuits) } as const]),
    ...requiredOf(view, wanted).map(({ what, of, by: names, about }): JudgedItem => {
      if (!names.every((name) => by.has(name))) return { what, of, state: 'not-known' };
      const checks = about ? every.filter(about) : names.flatMap((name) => by.get(name)?.checks ?? []);
      const deciding = checks.filter(({ rank }) => rank !== 'tells');
      return { what, of, state: deciding.length === 0 ? 'fits' : worst(deciding.map(({ state }) => state)) };
    }),
  ];
}

/** Fewer circuits than were asked for reach the wheels. */
const goalOf = (view: View, circuits: number): FourState => (circuitsFed(view) >= circuits ? 'fits' : 'does-not-fit');

const CODES = {
  request: 'request.nothing',
  circuits: 'request.circuits',
} as const satisfies Partial<Record<JudgedItem['what'], CheckCode>>;

/** What had to be judged and says no, where no check of a joint says so: nothing is asked for, or nobody looked. */
export function unjudgedIn(
  judged: readonly JudgedItem[],
  joints: readonly JudgedJoint[],
  view: View,
  wanted: Wanted,
): Reason[] {
  const [request] = judged;
  if (request?.state === 'not-known') return [{ joint: 'request', code: CODES.request, state: 'not-known' }];
  const goals = judged.flatMap(({ what, state }): Reason[] =>
    what === 'circuits' && state !== 'fits' ? [{ joint: 'request', code: CODES.circuits, state }] : [],
  );
  const said = new Set(joints.map(({ id }) => id));
  const missing = requiredOf(view, wanted).flatMap(({ by }) => by.filter((name) => !said.has(name)));
  return [
    ...goals,
    ...[...new Set(missing)].map((joint): Reason => ({ joint, code: 'joint.unjudged', state: 'not-known' })),
  ];
}
