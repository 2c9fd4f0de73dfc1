import { worst } from '../../base/state/index.js';
import { type Face, facesOf, type Joint, type Part, partRow } from '../../vehicle/chain/index.js';
import type { Check, JudgedJoint, View } from '../check/index.js';
import { circuitOf } from './circuits.js';
import { isChanged } from './judge.js';

/** What the outlets of a master are recorded to feed, against what their lines reach. */

/** The end of a vehicle, and its side, that an outlet feeds. */
const AXLES = ['front', 'rear'] as const;
const SIDES = ['left', 'right'] as const;
type Reach = (typeof AXLES)[number] | (typeof SIDES)[number];
const isReach = (word: unknown): word is Reach => [...AXLES, ...SIDES].some((one) => one === word);

/** A line of a vehicle whose other end is not described, with what the port that it sits in now is recorded to feed. */
export interface LineFeed {
  readonly line: string;
  readonly feeds: string;
}

interface Net {
  readonly joints: readonly Joint[];
  readonly parts: ReadonlyMap<string, Part>;
}

/** An outlet of a master with what its line leads to: wheels, and lines whose other end nobody described. */
interface Outlet {
  readonly master: Part;
  readonly at: string;
  readonly reached: readonly Part[];
}

/** A space that fluid fills: a part, or a circuit of one that has several. */
const spaceOf = ({ part, at }: Face): string =>
  partRow(part.kind).fluid === 'circuits' ? `${part.id}/${circuitOf(part, at)}` : part.id;

/**
 * Every outlet of a brake master that a line comes to, with the parts that its line leads to, never back through the
 * master.
 */
function outletsOf({ joints, parts }: Net): Outlet[] {
  const next = new Map<string, Face[]>();
  const outlets: { readonly port: Face; readonly end: Face }[] = [];
  for (const joint of joints) {
    if (joint.kind !== 'port') continue;
    const faces = facesOf(joint, parts);
    if ('because' in faces) continue;
    const [port, end] = faces;
    if (port.part.kind === 'brake-master' || port.part.kind === 'booster') outlets.push({ port, end });
    else
      for (const [from, to] of [
        [port, end],
        [end, port],
      ] as const)
        next.set(spaceOf(from), [...(next.get(spaceOf(from)) ?? []), to]);
  }
  return outlets.map(({ port, end }) => {
    const reached = new Map<string, Part>();
    const queue = [end];
    for (let face = queue.pop(); face !== undefined; face = queue.pop()) {
      if (reached.has(spaceOf(face))) continue;
      reached.set(spaceOf(face), face.part);
      queue.push(...(next.get(spaceOf(face)) ?? []));
    }
    return { master: port.part, at: port.at, reached: [...reached.values()] };
  });
}

const recordedFeed = (part: Part, at: string): string | undefined => {
  const value = part.facts.find((f) => f.attribute === 'port-feeds' && f.position === at)?.value;
  return typeof value === 'string' ? value : undefined;
};

/** Where a wheel is, by its name in the layout. */
const placesOf = (wheel: Part): Reach[] => wheel.id.split('-').filter(isReach);

/** What an outlet reaches: places of wheels, and what lines without another end fed as they were. */
function reachOf(outlet: Outlet, feeds: ReadonlyMap<string, string>): Reach[][] {
  const wheels = outlet.reached.filter((part) => partRow(part.kind).fed === true).map(placesOf);
  if (wheels.length > 0) return wheels;
  return outlet.reached.flatMap((part) => {
    const fed = feeds.get(part.id);
    return fed === 'all' ? AXLES.map((axle) => [axle]) : isReach(fed) ? [[fed]] : [];
  });
}

const contradicts = (recorded: string, place: readonly Reach[]): boolean => {
  const rivals: readonly Reach[] = AXLES.some((one) => one === recorded) ? AXLES : SIDES;
  return place.some((one) => rivals.includes(one) && one !== recorded);
};

const NONE = { answers: [], fixes: [], rests: 'recorded', rank: 'must', state: 'does-not-fit' } as const;

/** Outlets whose record says another axle or side than their line reaches. */
function misled(outlets: readonly Outlet[], feeds: ReadonlyMap<string, string>): Check[] {
  return outlets.flatMap((outlet): Check[] => {
    const recorded = recordedFeed(outlet.master, outlet.at);
    if (!isReach(recorded)) return [];
    const other = reachOf(outlet, feeds).find((place) => contradicts(recorded, place));
    if (other === undefined) return [];
    const values = { part: outlet.master.id, port: outlet.at, feeds: recorded, reaches: other.join(' ') };
    return [{ ...NONE, code: 'circuit.feeds', values }];
  });
}

/** The ends of a vehicle that its outlets reach. */
const axlesOf = (outlets: readonly Outlet[], feeds: ReadonlyMap<string, string>): Set<string> =>
  new Set(
    outlets.flatMap((outlet) => reachOf(outlet, feeds).flat()).filter((one) => AXLES.some((axle) => axle === one)),
  );

/**
 * An outlet feeds what its line reaches, whatever either is called, also through adapters and connectors; and an axle
 * that has a feed now has one then. Judged wherever an edit changed something.
 */
export function judgeFeeds(view: View, lineFeeds: readonly LineFeed[]): JudgedJoint[] {
  if (!isChanged(view)) return [];
  const feeds = new Map(lineFeeds.map(({ line, feeds: fed }) => [line, fed]));
  const then = outletsOf({ joints: view.then.joints, parts: view.parts });
  const now = outletsOf({ joints: [...view.nowJoints.values()], parts: view.now });
  const fed = axlesOf(then, feeds);
  const starved = [...axlesOf(now, feeds)].filter((axle) => !fed.has(axle));
  const checks = [
    ...misled(then, feeds),
    ...starved.map((axle): Check => ({ ...NONE, code: 'circuit.axle', values: { axle } })),
  ];
  return [
    {
      id: 'feeds',
      between: [{ part: 'feeds' }, { part: 'feeds' }],
      is: 'new',
      state: worst(['fits', ...checks.map((c) => c.state)]),
      checks,
    },
  ];
}
