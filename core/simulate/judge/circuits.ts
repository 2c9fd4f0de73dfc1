import type { Chain, FaceRef, Part, PartKind } from '../../vehicle/chain/index.js';
import type { Flaw } from './types.js';

/**
 * Whether every wheel and every slave is fed, and by the circuit that it should be fed by: the fluid is followed from
 * each chamber of a master through whatever it can flow through.
 */

/** What fluid flows through from any opening to any other. */
const OPEN: readonly PartKind[] = ['line', 'hose', 'block', 'tee', 'connector', 'adapter', 'valve'];
const WHEELS: readonly PartKind[] = ['caliper', 'wheel-cylinder'];

/** An opening of a part, and the key under which it is found again. */
const keyOf = ({ part, face }: FaceRef): string => `${part}@${face ?? ''}`;
/** Openings by their key, each with those that it is joined to. */
type Openings = ReadonlyMap<string, { readonly at: FaceRef; readonly to: FaceRef[] }>;
const textOf = (part: Part, attribute: string, position: string): string | undefined => {
  const value = part.facts.find((f) => f.attribute === attribute && f.position === position)?.value;
  return typeof value === 'string' ? value : undefined;
};

/** Every opening that something is screwed into or pushed onto. */
function joined(vehicle: Chain): Openings {
  const found = new Map<string, { readonly at: FaceRef; readonly to: FaceRef[] }>();
  const add = (at: FaceRef, to: FaceRef): void => {
    const known = found.get(keyOf(at)) ?? { at, to: [] };
    known.to.push(to);
    found.set(keyOf(at), known);
  };
  for (const { kind, between } of vehicle.joints) {
    if (kind !== 'port') continue;
    add(between[0], between[1]);
    add(between[1], between[0]);
  }
  return found;
}

/** Whether fluid that is at one opening of a part gets to another of it. */
function flows(part: Part | undefined, from: FaceRef, to: FaceRef): boolean {
  if (!part) return false;
  if (OPEN.includes(part.kind) || WHEELS.includes(part.kind) || part.kind === 'slave') return true;
  if (part.kind !== 'modulator') return false;
  // A modulator keeps its circuits apart.
  return textOf(part, 'port-circuit', from.face ?? '') === textOf(part, 'port-circuit', to.face ?? '');
}

/** Parts that fluid reaches from one opening; the chamber of a master ends it. */
function reached(from: FaceRef, vehicle: Chain, openings: Openings): ReadonlySet<string> {
  const parts = new Map(vehicle.parts.map((part) => [part.id, part]));
  const all = [...openings.values()];
  const seen = new Map<string, FaceRef>([[keyOf(from), from]]);
  const queue: FaceRef[] = [from];
  for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
    const here = at;
    const through = all
      .map((one) => one.at)
      .filter((other) => other.part === here.part && flows(parts.get(here.part), here, other));
    for (const next of [...(openings.get(keyOf(here))?.to ?? []), ...through])
      if (!seen.has(keyOf(next))) {
        seen.set(keyOf(next), next);
        queue.push(next);
      }
  }
  return new Set([...seen.values()].map(({ part }) => part));
}

/** Ports of a master, by what is known of them. */
const portsOf = (master: Part): ReadonlySet<string> =>
  new Set(
    master.facts.flatMap(({ attribute, position }) =>
      attribute.startsWith('port-') && position !== undefined ? [position] : [],
    ),
  );

const CORNER = /^(front|rear)(?:-(left|right))?/;
/** Whether a port that feeds "front", "rear-left", "1" … is meant to feed a wheel; undefined where it does not say. */
function meant(feeds: string | undefined, wheel: string, crosswise: ReadonlyMap<string, string>): boolean | undefined {
  if (feeds === undefined) return undefined;
  if (feeds === 'all') return true;
  const [, axle = '', side] = CORNER.exec(wheel) ?? [];
  if (['1', '2'].includes(feeds))
    return crosswise.get(wheel) === undefined ? undefined : crosswise.get(wheel) === feeds;
  if (['left', 'right'].includes(feeds)) return side === feeds;
  const [, wantedAxle, wantedSide] = CORNER.exec(feeds) ?? [];
  if (wantedAxle === undefined) return undefined;
  return wantedAxle === axle && (wantedSide === undefined || side === undefined || wantedSide === side);
}

/**
 * Wheels that nothing feeds or that the wrong chamber feeds, slaves that nothing feeds, and openings that are left
 * open. `crosswise` says of a diagonal split which circuit each wheel is of; `closed` are the openings with a plug.
 */
export function circuitFlaws(
  vehicle: Chain,
  closed: ReadonlySet<string> = new Set(),
  crosswise: ReadonlyMap<string, string> = new Map(),
): Flaw[] {
  const openings = joined(vehicle);
  const flaws: Flaw[] = [];
  const fed = new Set<string>();
  const kinds = new Map(vehicle.parts.map(({ id, kind }) => [id, kind]));
  for (const master of vehicle.parts.filter(({ kind }) => kind === 'brake-master' || kind === 'clutch-master'))
    for (const port of portsOf(master)) {
      const at = { part: master.id, face: port };
      if (!openings.has(keyOf(at))) {
        if (!closed.has(keyOf(at)))
          flaws.push({
            what: 'circuit',
            at: keyOf(at),
            sentence: `fluid runs out of an open port: ${port} of ${master.id}`,
          });
        continue;
      }
      const feeds = textOf(master, 'port-feeds', port);
      for (const id of reached(at, vehicle, openings)) {
        const kind = kinds.get(id);
        if (kind === 'slave') fed.add(id);
        if (kind === undefined || !WHEELS.includes(kind)) continue;
        fed.add(id);
        if (meant(feeds, id, crosswise) === false)
          flaws.push({ what: 'circuit', at: id, sentence: `${id} is fed by the port for ${feeds}` });
      }
    }
  for (const part of vehicle.parts)
    if ((WHEELS.includes(part.kind) || part.kind === 'slave') && !fed.has(part.id))
      flaws.push({ what: 'circuit', at: part.id, sentence: `nothing feeds ${part.id}` });
  return [...new Map(flaws.map((flaw) => [`${flaw.at} ${flaw.sentence}`, flaw])).values()];
}
