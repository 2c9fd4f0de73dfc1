import type { Practice } from '../practice/index.js';
import { factOf, type Fact } from '../unit/index.js';
import { checkLink } from './check.js';
import { NEIGHBOURS } from './joints.data.js';
import { isOpen } from './state.js';
import type { FitChain, FitLink, Joint, KnownValue, Remedy } from './types.js';

/** A joint of a chain: its id names the place too, "brake-master/lines". */
export interface ChainJoint extends Joint {
  readonly slot: string;
}

export interface ChainFit {
  readonly joints: readonly ChainJoint[];
  /** Remedies that were taken, with the place in their key: "brake-master/old-rod". */
  readonly taken: readonly Remedy[];
}

export const hasBooster = (chain: FitChain): boolean => chain.links.some((link) => link.slot === 'booster');

/** Keys of one place, out of keys that name their place. */
const keysOf = (slot: string, accepted: Iterable<string>): ReadonlySet<string> =>
  new Set([...accepted].filter((key) => key.startsWith(`${slot}/`)).map((key) => key.slice(slot.length + 1)));

/**
 * Checks every place of a chain that is worked on, each with what the units beside it bring. `accepted` are keys of remedies
 * with their place. The joint of booster and master is told once, from the master's side, when both are worked on.
 */
export function checkChain(chain: FitChain, accepted: Iterable<string>, practice: Practice): ChainFit {
  const keys = [...accepted];
  const booster = hasBooster(chain);
  const worked = chain.links.filter((link) => link.worked && link.unit);
  const results = worked.map((link) => ({
    link,
    ...checkLink(beside(link, chain), booster, keysOf(link.slot, keys), practice),
  }));
  const twice = worked.some((link) => link.slot === 'booster') && worked.some((link) => link.slot === 'brake-master');
  return {
    joints: results.flatMap(({ link, joints }) =>
      joints
        .filter((joint) => !(twice && joint.id === 'master'))
        .map((joint) => ({ ...joint, id: `${link.slot}/${joint.id}`, slot: link.slot })),
    ),
    taken: results.flatMap(({ link, taken }) =>
      taken.map((remedy) => ({ ...remedy, key: `${link.slot}/${remedy.key}` })),
    ),
  };
}

/** A place with what its neighbours bring laid over what was known of them. What was measured in this job stays. */
export function beside(link: FitLink, chain: FitChain): FitLink {
  const vehicle = new Map(link.vehicle);
  const put = (key: string, value: KnownValue): void => {
    if (vehicle.get(key)?.origin !== 'measured') vehicle.set(key, value);
  };
  for (const row of NEIGHBOURS) {
    if (row.slot !== link.slot) continue;
    const neighbour = chain.links.find((other) => other.slot === row.from);
    const fact = neighbour?.unit && factOf(neighbour.unit, row.attribute);
    if (fact) put(row.as, fromNeighbour(fact));
  }
  if (link.kind === 'brake-master') {
    const ends = chain.links.filter((other) => other.kind === 'wheel-cylinder' || other.kind === 'caliper');
    if (ends.length > 0) put('drums-at', { value: drums(ends), origin: 'neighbour' });
  }
  return { ...link, vehicle };
}

const fromNeighbour = ({ value, tolerance, source }: Fact): KnownValue => ({
  value,
  origin: 'neighbour',
  ...(source === '' ? {} : { source }),
  ...(tolerance === undefined ? {} : { tolerance }),
});

/** Which axles have drums: "front-brake", "rear-brake", "both" or "none". */
function drums(ends: readonly FitLink[]): string {
  const at = ends.filter((end) => end.kind === 'wheel-cylinder').map((end) => end.slot);
  return at.length === 0 ? 'none' : at.length === 1 ? (at[0] ?? 'none') : 'both';
}

/**
 * The joints of a chain with what each open remedy would lead to: its joint's state afterwards, and checks of the same place that
 * it would open. A side effect shows before the remedy is taken.
 */
export function withOutlook(chain: FitChain, fit: ChainFit, accepted: Iterable<string>, practice: Practice): ChainFit {
  const keys = [...accepted];
  const booster = hasBooster(chain);
  const outlook = (joint: ChainJoint, key: string): Remedy['after'] | undefined => {
    const link = chain.links.find((l) => l.slot === joint.slot);
    if (!link) return undefined;
    const now = fit.joints.filter((j) => j.slot === joint.slot);
    const then = checkLink(beside(link, chain), booster, new Set([...keysOf(joint.slot, keys), key]), practice).joints;
    const grave = new Set(now.flatMap((j) => j.checks.filter(isOpen).map((c) => c.id)));
    const opened = then.flatMap((j) => j.checks.filter((c) => isOpen(c) && !grave.has(c.id)));
    const same = then.find((j) => `${joint.slot}/${j.id}` === joint.id);
    const sentence = opened.length > 0 ? `Then: ${opened.map((c) => `${c.words}: ${c.sentence}`).join(' ')}` : '';
    return { state: same?.state ?? 'not-known', sentence, opens: opened.map((c) => c.words) };
  };
  const joints = fit.joints.map((joint) => ({
    ...joint,
    checks: joint.checks.map((check) => ({
      ...check,
      remedies: check.remedies.map((remedy) => {
        const after = remedy.accepted ? undefined : outlook(joint, remedy.key);
        return after === undefined ? remedy : { ...remedy, after };
      }),
    })),
  }));
  return { ...fit, joints };
}
