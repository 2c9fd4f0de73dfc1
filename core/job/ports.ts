import { unassigned } from '../judge/check/index.js';
import type { ChainFact } from '../vehicle/chain/index.js';

/** Which line goes to which port: by what they feed, whatever either is called. */

/** Ports that facts name, with what each feeds. */
export function portsIn(facts: readonly ChainFact[]): Map<string, string | undefined> {
  const ports = new Map<string, string | undefined>();
  for (const { attribute, position, value } of facts) {
    if (!attribute.startsWith('port-') || position === undefined) continue;
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
