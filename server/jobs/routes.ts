import type Router from '@koa/router';
import type { Context } from 'koa';
import type { Logger } from 'pino';
import {
  BenchLineRequest,
  DecisionRequest,
  DecisionsRequest,
  JobChange,
  NewEvidence,
  NewJob,
  SlipAddRequest,
  SlipEditRequest,
  type Workspace,
} from '@kerabat/contract';
import { COMPLAINTS } from '@kerabat/core/ask';
import { findSlot } from '@kerabat/core/strip';
import { evidenceProblem, readBenchLine, type Evidence } from '@kerabat/core/identify';
import { vehicleWords } from '../catalogue/find.js';
import { readBody } from '../http/body.js';
import { hangsUp } from '../http/gone.js';
import { personOf, seenVersion, sender, tagOf } from '../http/guard.js';
import { badRequest, notFound } from '../http/problem.js';
import type { Stores } from '../main/stores.js';
import { slipCsv, slipJson } from './export.js';
import { PAPERS } from '../print/papers.js';
import { checkSubject } from './subjects.js';
import { settle, workspaceOf } from './workspace.js';

const WHOLE = 'return=representation';

/** A number from the address; 404 when it is none. */
export function wholeNumber(text: string, what: string): number {
  if (!/^\d{1,9}$/.test(text)) throw notFound(`"${text.slice(0, 20)}" is not a ${what} number.`);
  return Number(text);
}

export const jobId = (ctx: Context & { params: Record<string, string> }): number =>
  wholeNumber(ctx.params['id'] ?? '', 'job');

/** Jobs: what was asked, evidence, decisions, the slip. */
export function jobRoutes(router: Router, stores: Stores, clock: () => string, log: Logger): void {
  /** After a write the safety sentence is kept for the list of jobs. What was written stays written when it cannot be worked out. */
  const settled = async (id: number): Promise<boolean> => {
    try {
      await settle(id, stores);
      return true;
    } catch (error) {
      log.error({ error, job: id }, 'a job was saved and could not be worked out');
      stores.jobs.saveSafety(id, false, '');
      return false;
    }
  };
  /** What is answered to a write; with "Prefer: return=representation" (RFC 7240) the whole workspace too, which saves asking for it. */
  const answered = async <T extends object>(
    ctx: Context,
    id: number,
    body: T,
  ): Promise<T | (T & { workspace: Workspace })> => {
    const workedOut = await settled(id);
    return workedOut && ctx.get('prefer') === WHOLE ? { ...body, workspace: await workspaceOf(id, stores) } : body;
  };
  const checkAsked = (fields: Partial<NewJob>): void => {
    if (fields.vehicleId && !stores.vehicles.get(fields.vehicleId))
      throw badRequest(`There is no vehicle "${fields.vehicleId}" in the catalogue.`, '/vehicleId');
    if (fields.complaint && !COMPLAINTS.some((c) => c.id === fields.complaint))
      throw badRequest(`"${fields.complaint}" is not a complaint that is known here.`, '/complaint');
    if (fields.slot && !findSlot(fields.slot))
      throw badRequest(`"${fields.slot}" is not a place in the chain.`, '/slot');
  };

  router.get('/jobs', (ctx) => {
    ctx.body = { jobs: stores.jobs.list((key) => vehicleWords(key, stores)) };
  });
  router.post('/jobs', async (ctx) => {
    const person = personOf(ctx);
    const fields = await readBody(ctx, NewJob);
    checkAsked(fields);
    const job = stores.jobs.create(fields, person);
    await settled(job.id);
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
  router.patch('/jobs/:id', async (ctx) => {
    personOf(ctx);
    const [id, seen] = [jobId(ctx), seenVersion(ctx)];
    const change = await readBody(ctx, JobChange);
    checkAsked(change);
    const job = stores.jobs.change(id, change, seen);
    await settled(id);
    ctx.set('etag', tagOf(job.version));
    ctx.body = job;
  });

  const slotFor = (id: number, wanted: string | undefined): string => {
    const slot = wanted ?? stores.jobs.get(id).slot;
    if (slot === null || slot === '')
      throw badRequest('Say first which unit this is about: the job has none yet.', '/slot');
    const known = slot.startsWith('unit:own:')
      ? findSlot(slot.slice('unit:own:'.length))
      : slot.startsWith('unit:')
        ? stores.units.design(slot.slice(5))
        : findSlot(slot);
    if (!known)
      throw badRequest(`"${slot}" is not a place in the chain, nor "unit:" with a unit of the catalogue.`, '/slot');
    return slot;
  };
  router.post('/jobs/:id/evidence', async (ctx) => {
    const [person, id] = [personOf(ctx), jobId(ctx)];
    const { slot, ...item } = await readBody(ctx, NewEvidence);
    const problem = evidenceProblem(item);
    if (problem !== undefined) throw badRequest(problem, '/value');
    const evidenceId = stores.jobs.addEvidence(id, slotFor(id, slot), item as Evidence, person);
    await settled(id);
    ctx.status = 201;
    ctx.body = { id: evidenceId };
  });
  router.post('/jobs/:id/bench-line', async (ctx) => {
    const [person, id] = [personOf(ctx), jobId(ctx)];
    const { line, slot, onVehicle } = await readBody(ctx, BenchLineRequest);
    const read = readBenchLine(line);
    if (!read.recognised) throw badRequest(read.problem, '/line');
    const evidenceId = stores.jobs.addEvidence(
      id,
      slotFor(id, slot),
      { ...read.evidence, onVehicle: onVehicle ?? true },
      person,
    );
    if (read.also)
      stores.jobs.addEvidence(id, slotFor(id, slot), { ...read.also, onVehicle: onVehicle ?? true }, person);
    ctx.status = 201;
    ctx.body = await answered(ctx, id, {
      id: evidenceId,
      echo: read.echo,
      ...(read.doubt === undefined ? {} : { doubt: read.doubt }),
    });
  });
  router.post('/jobs/:id/evidence/:evidenceId/withdraw', async (ctx) => {
    const [person, id] = [personOf(ctx), jobId(ctx)];
    stores.jobs.withdraw(id, wholeNumber(ctx.params['evidenceId'] ?? '', 'evidence'), person);
    await settled(id);
    ctx.status = 204;
  });

  router.put('/jobs/:id/decisions/:subject', async (ctx) => {
    const [person, id, seen] = [personOf(ctx), jobId(ctx), seenVersion(ctx)];
    const subject = ctx.params['subject'] ?? '';
    const request = await readBody(ctx, DecisionRequest);
    checkSubject(subject, request, stores);
    const decision = stores.jobs.decide(id, subject, request, seen, person);
    ctx.set('etag', tagOf(decision.version));
    ctx.body = await answered(ctx, id, decision);
  });
  router.post('/jobs/:id/decisions', async (ctx) => {
    const [person, id] = [personOf(ctx), jobId(ctx)];
    const { decisions } = await readBody(ctx, DecisionsRequest);
    for (const { subject, value, reason } of decisions) checkSubject(subject, { value, reason }, stores);
    ctx.body = await answered(ctx, id, { decisions: stores.jobs.decideAll(id, decisions, person) });
  });
  router.delete('/jobs/:id/decisions/:subject', async (ctx) => {
    const [person, id, seen] = [personOf(ctx), jobId(ctx), seenVersion(ctx)];
    ctx.body = await answered(ctx, id, stores.jobs.decide(id, ctx.params['subject'] ?? '', null, seen, person));
  });

  router.put('/jobs/:id/slip/:key', async (ctx) => {
    const [person, id, seen] = [personOf(ctx), jobId(ctx), seenVersion(ctx)];
    const edit = await readBody(ctx, SlipEditRequest);
    const key = ctx.params['key'] ?? '';
    if (!(await workspaceOf(id, stores)).slip.some((line) => line.key === key))
      throw notFound('This line is no longer on the slip.');
    const version = stores.jobs.editSlip(id, key, edit, seen, person);
    await settled(id);
    ctx.set('etag', tagOf(version));
    ctx.body = { key, version };
  });
  router.post('/jobs/:id/slip', async (ctx) => {
    const [person, id] = [personOf(ctx), jobId(ctx)];
    const key = stores.jobs.addSlip(id, await readBody(ctx, SlipAddRequest), person);
    await settled(id);
    ctx.status = 201;
    ctx.body = { key };
  });

  router.get('/jobs/:id/slip.csv', async (ctx) => {
    const id = jobId(ctx);
    ctx.set('content-disposition', `attachment; filename="kerabat-slip-${id}.csv"`);
    ctx.type = 'text/csv; charset=utf-8';
    ctx.body = slipCsv(await workspaceOf(id, stores));
  });
  router.get('/jobs/:id/slip.json', async (ctx) => {
    const id = jobId(ctx);
    ctx.set('content-disposition', `attachment; filename="kerabat-slip-${id}.json"`);
    ctx.body = slipJson(await workspaceOf(id, stores));
  });
  for (const paper of PAPERS) {
    router.get(`/jobs/:id/${paper}.pdf`, async (ctx) => {
      const workspace = await workspaceOf(jobId(ctx), stores);
      const printed = await stores.pool.run(
        'paper',
        { paper, workspace, printedAt: clock() },
        { person: sender(ctx), signal: hangsUp(ctx), timeMs: 30_000 },
      );
      ctx.type = 'application/pdf';
      ctx.body = Buffer.from(printed);
    });
  }
}
