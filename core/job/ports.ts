import { unassigned } from '../judge/check/index.js';
import type { ChainFact } from '../vehicle/chain/index.js';

/** Which line goes to which port: by what they feed, whatever either is called. */

/** Ports that facts name, with what each feeds; one of which nothing is said but that it is not there is none. */
export function portsIn(facts: readonly ChainFact[]): Map<string, string | undefined> {
  const ports = new Map<string, string | undefined>();
  for (const { attribute, position, value } of facts) {
    if (!attribute.startsWith('port-') || position === undefined || value === null) continue;
    ports.set(position, attribute === 'port-feeds' && typeof value === 'string' ? value : ports.get(position));
  }
  return ports;
}

/**
 * Which port each line goes to: the one in its own place that feeds the same; else one elsewhere that does; else its
 * own place where one of the two does not say what it feeds. A line that finds none keeps the place it had.
 */
export function assign(
  lines: ReadonlyMap<string, string | undefined>,
  ports: ReadonlyMap<string, string | undefined>,
): Map<string, string> {
  const free = new Map(ports);
  const found = new Map<string, string>();
  const take = (line: string, port: string | undefined): void => {
    if (port === undefined || found.has(line) || !free.has(port)) return;
    found.set(line, port);
    free.delete(port);
  };
  for (const [line, feeds] of lines) if (feeds !== undefined && free.get(line) === feeds) take(line, line);
  for (const [line, feeds] of lines)
    take(line, feeds === undefined ? undefined : [...free].find(([, f]) => f === feeds)?.[0]);
  for (const [line, feeds] of lines)
    if (free.has(line) && (feeds === undefined || free.get(line) === undefined)) take(line, line);
  for (const [line, feeds] of lines) {
    const silent = [...free].filter(([, f]) => f === undefined || feeds === undefined);
    if (silent.length === 1 && lines.size === 1) take(line, silent[0]?.[0]);
  }
  // A line that finds none keeps the place it had, as long as no other line goes there.
  const taken = new Set(found.values());
  for (const line of lines.keys()) if (!found.has(line)) found.set(line, taken.has(line) ? unassigned(line) : line);
  return found;
}

/** An outlet of a layout: what it is said to feed, and the wheels or the fork that its line leads to. */
export interface Outlet {
  readonly at: string;
  readonly feeds?: string;
  readonly reached: readonly string[];
}

/** Whether a line that is recorded to feed something is the one of an outlet; undefined where nothing says. */
function isOf({ feeds, reached }: Outlet, recorded: string | undefined): boolean | undefined {
  if (recorded === undefined) return undefined;
  if (recorded === feeds) return true;
  // What comes to a wheel or a fork feeds nothing further.
  if (reached.length === 0) return undefined;
  if (recorded === 'all') return ['front', 'rear'].every((axle) => reached.some((id) => id.startsWith(axle)));
  return reached.every((id) => id === recorded || id.split('-').includes(recorded));
}

/**
 * The line that is recorded for each outlet of a layout, by what both feed. Of lines that feed the same any will do, as
 * long as their outlets are `alike`; what each feeds has to be recorded where they are not, whatever they are called.
 */
export function linesOfOutlets(
  outlets: readonly Outlet[],
  lines: ReadonlyMap<string, string | undefined>,
  alike: (a: Outlet, b: Outlet) => boolean,
): Map<string, string> {
  const found = new Map<string, string>();
  const free = new Set([...lines.keys()].sort());
  const take = (here: readonly Outlet[], positions: readonly string[]): void => {
    const clear = here.length === 1 || here.every((one) => here.every((other) => alike(one, other)));
    if (here.length === 0 || positions.length !== here.length || !clear) return;
    // One that is called as the outlet is goes first: of those that do, it is the same whichever is taken.
    const left = new Set(positions);
    const named = here.filter(({ at }) => left.delete(at));
    for (const { at } of named) found.set(at, at);
    const rest = here.filter((one) => !named.includes(one));
    [...left].forEach((position, i) => rest[i] && found.set(rest[i].at, position));
    for (const position of positions) free.delete(position);
  };
  // Outlets that the same lines could be of are settled together.
  const groups = new Map<string, Outlet[]>();
  for (const outlet of outlets) {
    const could = [...free].filter((position) => isOf(outlet, lines.get(position)) === true).join(' ');
    groups.set(could, [...(groups.get(could) ?? []), outlet]);
  }
  for (const [could, here] of groups) if (could !== '') take(here, could.split(' '));
  const rest = outlets.filter(({ at }) => !found.has(at));
  const silent = [...free].filter((position) => rest.every((one) => isOf(one, lines.get(position)) === undefined));
  take(rest, silent);
  return found;
}
