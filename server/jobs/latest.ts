import type { Workspace } from '@kerabat/contract';
import type { Db } from '../db/open.js';

/** So many jobs are kept as they were last worked out. */
const KEPT = 40;

/**
 * The last workspace of a job, for as long as nothing is written to either database, by this program or another: what was just
 * worked out for a write is read again by whoever wrote. `stamp` is taken before the working out and given back with what came of it.
 */
export function latestStore(catalogue: Db, jobs: Db) {
  const known = new Map<number, { readonly stamp: string; readonly workspace: Workspace }>();
  const changes = [catalogue, jobs].map((db) => db.prepare<[], number>('SELECT total_changes()').pluck());
  const stamp = (): string =>
    [catalogue, jobs]
      .map((db, i) => `${String(db.pragma('data_version', { simple: true }))}.${String(changes[i]?.get())}`)
      .join('/');

  return {
    stamp,
    get(id: number): Workspace | undefined {
      const last = known.get(id);
      return last?.stamp === stamp() ? last.workspace : undefined;
    },
    /** Keeps what was worked out, unless something was written in the meantime. `then` writes what follows from it and changes nothing in it. */
    keep(id: number, workspace: Workspace, before: string, then: () => void = () => undefined): void {
      const still = stamp() === before;
      then();
      known.delete(id);
      if (!still) return;
      known.set(id, { stamp: stamp(), workspace });
      const oldest = known.keys().next().value;
      if (known.size > KEPT && oldest !== undefined) known.delete(oldest);
    },
  };
}
