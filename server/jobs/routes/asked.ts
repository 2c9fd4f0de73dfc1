import type Router from '@koa/router';
import { JobChange, type JobRow, NewJob, type Workspace } from '@kerabat/contract';
import { COMPLAINTS } from '@kerabat/core/find/ask';
import { jobNumber } from '@kerabat/core/tell/words';
import { findSlot } from '@kerabat/core/vehicle/place';
import { readBody } from '../../base/http/body.js';
import { numberQuery, textQuery } from '../../base/http/door.js';
import { seenVersion, tagOf, writeOf } from '../../base/http/guard.js';
import { jobId } from '../../base/http/path-number.js';
import { badRequest } from '../../base/http/problem.js';
import { namesOf } from '../../catalogue/records/find.js';
import { gatherJob } from '../gather.js';
import type { Stores } from '../needs.js';
import { workspaceOf } from '../workspace.js';
import type { Answering } from './answering.js';

/** A job is found by all that its row shows. */
const hasWords = (job: JobRow, words: readonly string[]): boolean => {
  const { id, asker, vehicle, identity, request, slot, safety, state } = job;
  const shown = [jobNumber(id), asker, vehicle, identity, request, findSlot(slot)?.words ?? '', safety, state];
  return words.every((word) => shown.join(' ').toLowerCase().includes(word));
};

function checkAsked(fields: Partial<NewJob>, stores: Pick<Stores, 'vehicles'>): void {
  if (fields.vehicleId && !stores.vehicles.get(fields.vehicleId))
    throw badRequest(`There is no vehicle "${fields.vehicleId}" in the catalogue.`, '/vehicleId');
  const unknown = fields.complaints?.find((id) => !COMPLAINTS.some((c) => c.id === id));
  if (unknown !== undefined) throw badRequest(`"${unknown}" is not a complaint that is known here.`, '/complaints');
  if (fields.slot && !findSlot(fields.slot)) throw badRequest(`"${fields.slot}" is not a place in the chain.`, '/slot');
}

/** An order needs something to order, and a verdict that lets it be placed. */
function checkOrder({ job, safety, partsList }: Workspace, onListing: boolean): void {
  if (job.state === 'ordered') return;
  const refuse = (why: string): never => {
    throw badRequest(why, '/state');
  };
  if (safety.nothing !== undefined) refuse('There is nothing to order: close the job.');
  if (!safety.mayOrder) refuse(`The order cannot be placed. ${safety.sentence}`);
  if (!partsList.some((line) => line.section === 'order' && !line.dropped))
    refuse('No line of the parts list is to be ordered: close the job.');
  if (safety.grade === 'on-listing' && !onListing)
    refuse('The order rests on listings and not on what was measured: confirm that with it.');
}

/** Jobs as they are asked for, opened, changed and followed. */
export function askedRoutes(router: Router, stores: Stores, { workedOut }: Answering): void {
  router.get('/jobs', (ctx) => {
    const words = textQuery(ctx, 'q').toLowerCase().split(/\s+/).filter(Boolean);
    const limit = numberQuery(ctx, 'limit', 500);
    const matches = words.length > 0 ? (job: JobRow) => hasWords(job, words) : undefined;
    const list = stores.jobs.list(namesOf(stores), { stamp: stores.latest.common(), limit, matches });
    if (list.jobs.some(({ stale }) => stale)) stores.rework.wake();
    ctx.body = list;
  });
  router.post('/jobs', async (ctx) => {
    const fields = await readBody(ctx, NewJob);
    checkAsked(fields, stores);
    const job = stores.jobs.create(fields, writeOf(ctx, fields));
    await workedOut(job.id);
    ctx.status = 201;
    ctx.set('location', `/api/v1/jobs/${job.id}`);
    ctx.set('etag', tagOf(job.version));
    ctx.body = job;
  });
  router.get('/jobs/:id', async (ctx) => {
    const workspace = await workspaceOf(jobId(ctx), stores);
    ctx.set('etag', tagOf(workspace.job.version));
    ctx.body = workspace;
  });
  router.get('/jobs/:id/input', async (ctx) => {
    ctx.body = (await gatherJob(jobId(ctx), stores)).input;
  });
  router.get('/jobs/:id/touched', (ctx) => {
    const id = jobId(ctx);
    ctx.body = { at: stores.jobs.get(id).updatedAt, revision: stores.jobs.events.revision(id) };
  });
  router.get('/jobs/:id/events', (ctx) => {
    const id = stores.jobs.get(jobId(ctx)).id;
    ctx.body = { events: stores.jobs.events.after(id, numberQuery(ctx, 'after', 0)) };
  });
  router.patch('/jobs/:id', async (ctx) => {
    const [id, seen] = [jobId(ctx), seenVersion(ctx)];
    const { onListing = false, ...change } = await readBody(ctx, JobChange);
    checkAsked(change, stores);
    if (change.state === 'ordered') checkOrder(await workspaceOf(id, stores), onListing);
    const job = stores.jobs.change(id, change, seen, writeOf(ctx, change));
    await workedOut(id);
    ctx.set('etag', tagOf(job.version));
    ctx.body = job;
  });
}
