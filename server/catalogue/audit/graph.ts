import { classesOf, type Edges } from '@kerabat/core/find/audit';
import type { Db } from '../../base/db/open.js';

/** Numbers are nodes by their id, units come behind them. */
export interface Graph {
  readonly firstUnit: number;
  readonly nodes: number;
  /** Classes by "same" links and by numbers that name units. */
  readonly classes: Int32Array;
  readonly same: Edges & { readonly links: readonly number[] };
}

/** Everything that is one unit by somebody's word. */
export function readGraph(db: Db): Graph {
  const max = (table: string): number =>
    (db.prepare(`SELECT COALESCE(MAX(id), 0) FROM ${table}`).pluck().get() as number) + 1;
  const firstUnit = max('number');
  const nodes = firstUnit + max('unit');
  const [from, to, links]: [number[], number[], number[]] = [[], [], []];
  const ends = db.prepare<[], [number, number | null, number | null, number | null, number | null]>(
    `SELECT id, from_number, from_unit, to_number, to_unit FROM link WHERE kind = 'same'`,
  );
  for (const [id, fromNumber, fromUnit, toNumber, toUnit] of ends.raw().iterate()) {
    links.push(id);
    from.push(fromNumber ?? firstUnit + (fromUnit ?? 0));
    to.push(toNumber ?? firstUnit + (toUnit ?? 0));
  }
  const names = db.prepare<[], [number, number]>(
    `SELECT id, unit_id FROM number WHERE unit_id IS NOT NULL AND kind = 'order'`,
  );
  for (const [id, unit] of names.raw().iterate()) {
    links.push(-id);
    from.push(id);
    to.push(firstUnit + unit);
  }
  const same = { nodes, from, to, links };
  return { firstUnit, nodes, classes: classesOf(same), same };
}
