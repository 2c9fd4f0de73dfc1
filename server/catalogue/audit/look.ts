import type { AuditRule } from '@kerabat/core/find/audit';
import type { Settings } from '@kerabat/core/named/settings';
import type { Db } from '../../base/db/open.js';
import { type Add, type Found, type Looked, MOST_ROWS } from './finding.js';
import { readGraph } from './graph.js';
import { bothWays, noSource, ownedTwice, supersessions } from './look-numbers.js';
import { sourcesDiffer } from './look-sources.js';
import { inches, kitBores, silentDifferences, twoBores } from './look-units.js';

/** So many of each rule are told; all are counted. */
const TOLD = 30;

/** Looks through the whole catalogue for contradictions. `tell` hears what is being looked for and how far it is. */
export function lookThrough(db: Db, settings: Settings, tell: (words: string, share: number) => void): Looked {
  const found: Found[] = [];
  const counts: Record<string, number> = {};
  const take = (finding: Found): void => {
    const n = (counts[finding.rule] ?? 0) + 1;
    counts[finding.rule] = n;
    if (n <= TOLD) found.push({ ...finding, rows: finding.rows.slice(0, MOST_ROWS) });
  };
  const add: Add = Object.assign(take, { wants: (rule: AuditRule): boolean => (counts[rule] ?? 0) < TOLD });
  const graph = readGraph(db);
  const parts: readonly [string, () => void][] = [
    ['one unit, two bores', () => twoBores(db, graph, add, settings)],
    ['kits and bores', () => kitBores(db, add, settings)],
    ['drop-ins that differ', () => silentDifferences(db, add, settings)],
    ['inches', () => inches(db, add)],
    ['numbers owned twice', () => ownedTwice(db, add)],
    ['one-way links', () => bothWays(db, add)],
    ['supersessions', () => supersessions(db, graph, add)],
    ['what sources say differently', () => sourcesDiffer(db, add, settings)],
    ['sources', () => noSource(db, add)],
  ];
  for (const [i, [words, part]] of parts.entries()) {
    tell(words, i / parts.length);
    part();
  }
  return { found, counts };
}
