import type Router from '@koa/router';
import { BenchLineRequest, NewEvidence } from '@kerabat/contract';
import { readBenchLine } from '@kerabat/core/find/identify';
import { findSlot } from '@kerabat/core/vehicle/place';
import { type Evidence, evidenceProblem } from '@kerabat/core/vehicle/reading';
import { readBody } from '../../base/http/body.js';
import { writeOf } from '../../base/http/guard.js';
import { jobId, wholeNumber } from '../../base/http/path-number.js';
import { badRequest } from '../../base/http/problem.js';
import type { Stores } from '../needs.js';
import { workspaceOf } from '../workspace.js';
import type { Answering } from './answering.js';

/** The place that something was seen at: the one that was said, else the job's own. It has to be one that counts. */
async function slotFor(id: number, said: string | undefined, stores: Stores): Promise<string> {
  const slot = said ?? stores.jobs.get(id).slot;
  if (slot === null || slot === '')
    throw badRequest('Say first which unit this is about: the job has none yet.', '/slot');
  const own = slot.startsWith('unit:own:') ? findSlot(slot.slice('unit:own:'.length)) : undefined;
  const known = own ?? (slot.startsWith('unit:') ? stores.units.design(slot.slice('unit:'.length)) : findSlot(slot));
  if (!known)
    throw badRequest(`"${slot}" is not a place in the chain, nor "unit:" with a unit of the catalogue.`, '/slot');
  if (slot.startsWith('unit:')) return slot;
  const places = await placesOf(id, stores);
  if (!places.includes(slot)) {
    const words = places.map((one) => findSlot(one)?.words ?? one).join(', ');
    throw badRequest(
      `Nothing of this job looks at the ${findSlot(slot)?.words ?? slot}: its vehicle has ${words || 'no places yet'}.`,
      '/slot',
    );
  }
  return slot;
}

/** Places of a job that something seen at them counts for: those that are worked on, and those that its vehicle has. */
async function placesOf(id: number, stores: Stores): Promise<string[]> {
  const { work, job } = await workspaceOf(id, stores);
  const there = job.vehicleId === null ? [] : stores.vehicles.chain(job.vehicleId).map((entry) => entry.slot);
  return [...new Set([...(job.slot === null ? [] : [job.slot]), ...work.map(({ slot }) => slot), ...there])];
}

const named = (uid: string | undefined, instead: string | undefined) => ({
  ...(uid === undefined ? {} : { uid }),
  ...(instead === undefined ? {} : { instead }),
});

/** What is seen and measured: added, corrected and withdrawn. */
export function evidenceRoutes(router: Router, stores: Stores, { answered, workedOut }: Answering): void {
  router.post('/jobs/:id/evidence', async (ctx) => {
    const id = jobId(ctx);
    const body = await readBody(ctx, NewEvidence);
    const { slot, uid, instead, ...item } = body;
    const problem = evidenceProblem(item);
    if (problem !== undefined) throw badRequest(problem, '/value');
    const entry = { slot: await slotFor(id, slot, stores), item: item as Evidence, ...named(uid, instead) };
    const [evidenceId] = stores.jobs.addEvidence(id, [entry], writeOf(ctx, body));
    await workedOut(id);
    ctx.status = 201;
    ctx.body = { id: evidenceId };
  });
  router.post('/jobs/:id/bench-line', async (ctx) => {
    const id = jobId(ctx);
    const body = await readBody(ctx, BenchLineRequest);
    const { line, uid, instead, onVehicle = true } = body;
    const read = readBenchLine(line);
    if (!read.recognised) throw badRequest(read.problem, '/line');
    const slot = await slotFor(id, body.slot, stores);
    // A line may say two things ("ports 2 left"): both are kept, or neither.
    const items: Evidence[] = [read.evidence, ...(read.also ? [read.also] : [])];
    const entries = items.map((item, i) => ({
      slot,
      item: { ...item, onVehicle },
      ...named(uid === undefined || i === 0 ? uid : `${uid}_${i + 1}`, i === 0 ? instead : undefined),
    }));
    const [evidenceId] = stores.jobs.addEvidence(id, entries, writeOf(ctx, body));
    ctx.status = 201;
    ctx.body = await answered(ctx, id, {
      id: evidenceId,
      echo: read.echo,
      ...(read.doubt === undefined ? {} : { doubt: read.doubt }),
    });
  });
  router.post('/jobs/:id/evidence/:evidenceId/withdraw', async (ctx) => {
    const id = jobId(ctx);
    stores.jobs.withdraw(id, wholeNumber(ctx.params['evidenceId'] ?? '', 'evidence'), writeOf(ctx, null));
    await workedOut(id);
    ctx.status = 204;
  });
}
