import type { Workspace } from '@kerabat/contract';
import { workedOut } from './gather.js';
import type { Stores } from './needs.js';
import { standingOf } from './rework.js';

/** A job with everything that follows from it. What was worked out last is kept while nothing changes. */
export async function workspaceOf(id: number, stores: Stores): Promise<Workspace> {
  const before = stores.latest.stamp(id);
  const known = stores.latest.get(id);
  if (known) return known;
  return stores.latest.shared(id, before, async () => {
    const workspace = await workedOut(id, stores);
    // What could not be worked out is tried again by the next who asks.
    if (!workspace.trouble) stores.latest.keep(id, workspace, before);
    return workspace;
  });
}

/**
 * Works a job out after a write and keeps its safety sentence for the list of jobs. The answer has what was written in
 * it.
 */
export const workOutNow = (id: number, stores: Stores): Promise<Workspace> =>
  stores.latest.inTurn(id, async () => {
    const [before, common] = [stores.latest.stamp(id), stores.latest.common()];
    const workspace = await workedOut(id, stores);
    // What could not be worked out is tried again by the next who asks.
    if (!workspace.trouble) stores.latest.keep(id, workspace, before);
    stores.jobs.saveStanding(id, standingOf(workspace), common);
    return workspace;
  });
