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
  PartsListAddRequest,
  PartsListEditRequest,
  SolveLimits,
  type JobRow,
  type Workspace,
} from '@kerabat/contract';
import { COMPLAINTS } from '@kerabat/core/find/ask';
import { readBenchLine } from '@kerabat/core/find/identify';
import { unclear } from '@kerabat/core/list/parts-list';
import { looseKey } from '@kerabat/core/named/number';
import { jobNumber } from '@kerabat/core/tell/words';
import { findSlot } from '@kerabat/core/vehicle/place';
import { type Evidence, evidenceProblem } from '@kerabat/core/vehicle/reading';
import { namesOf } from '../catalogue/find.js';
import { readBody } from '../http/body.js';
import { numberQuery, textQuery } from '../http/door.js';
import { hangsUp } from '../http/gone.js';
import { personOf, seenVersion, sender, tagOf } from '../http/guard.js';
import { badRequest, notFound } from '../http/problem.js';
import type { Stores } from './needs.js';
import { partsListCsv, partsListJson } from './export.js';
import { PAPERS } from '../print/papers.js';
import { gatherJob } from './gather.js';
import { solveJob } from './solve.js';
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

/** A job is found by all that its row shows. */
const hasWords = (job: JobRow, words: readonly string[]): boolean => {
  const { id, asker, vehicle, request, slot, safety, state } = job;
  const shown = [jobNumber(id), asker, vehicle, request, findSlot(slot)?.words ?? '', safety, state].join(' ');
  return words.every((word) => shown.toLowerCase().includes(word));
};

/** Jobs: what was asked, evidence, decisions, the partsList. */
export function jobRoutes(router: Router, stores: Stores, clock: () => string, log: Logger): void {
  /**
   * After a write the safety sentence is kept for the list of jobs. What was written stays written when it cannot be
   * worked out.
   */
  const settled = async (id: number): Promise<Workspace | undefined> => {
    try {
      return await settle(id, stores);
    } catch (error) {
      log.error({ error, job: id }, 'a job was saved and could not be worked out');
      stores.jobs.saveSafety(id, false, '');
      return undefined;
    }
  };
  /**
   * What is answered to a write; with "Prefer: return=representation" (RFC 7240) the whole workspace too, which saves
   * asking for it.
   */
  const answered = async (ctx: Context, id: number, body: object): Promise<object | string> => {
    const workspace = await settled(id);
    if (!workspace || ctx.get('prefer') !== WHOLE) return body;
    // Many writers are answered the same job: it is put into words once.
    const whole = inJson.get(workspace) ?? JSON.stringify(workspace);
    inJson.set(workspace, whole);
    ctx.type = 'json';
    return `${JSON.stringify(body).slice(0, -1)},"workspace":${whole}}`;
  };
  const inJson = new WeakMap<Workspace, string>();
  const checkAsked = (fields: Partial<NewJob>): void => {
    if (fields.vehicleId && !stores.vehicles.get(fields.vehicleId))
      throw badRequest(`There is no vehicle "${fields.vehicleId}" in the catalogue.`, '/vehicleId');
    const unknown = fields.complaints?.find((id) => !COMPLAINTS.some((c) => c.id === id));
    if (unknown !== undefined) throw badRequest(`"${unknown}" is not a complaint that is known here.`, '/complaints');
    if (fields.slot && !findSlot(fields.slot))
      throw badRequest(`"${fields.slot}" is not a place in the chain.`, '/slot');
  };

  router.get('/jobs', (ctx) => {
    const words = textQuery(ctx, 'q').toLowerCase().split(/\s+/).filter(Boolean);
    const limit = numberQuery(ctx, 'limit', 500);
    ctx.body = stores.jobs.list(namesOf(stores), limit, words.length > 0 ? (job) => hasWords(job, words) : undefined);
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
  router.get('/jobs/:id/input', async (ctx) => {
    ctx.body = (await gatherJob(jobId(ctx), stores)).input;
  });
  router.get('/jobs/:id/touched', (ctx) => {
    ctx.body = { at: stores.jobs.get(jobId(ctx)).updatedAt };
  });
  router.post('/jobs/:id/solve', async (ctx) => {
    await solveJob(ctx, jobId(ctx), await readBody(ctx, SolveLimits), stores);
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

  router.put('/jobs/:id/parts-list/:key', async (ctx) => {
    const [person, id, seen] = [personOf(ctx), jobId(ctx), seenVersion(ctx)];
    const edit = await readBody(ctx, PartsListEditRequest);
    const key = ctx.params['key'] ?? '';
    stores.jobs.checkSeen(id, key, seen, edit);
    if (!(await workspaceOf(id, stores)).partsList.some((line) => line.key === key))
      throw notFound('This line is no longer on the parts list.');
    const version = stores.jobs.editPartsList(id, key, edit, seen, person);
    await settled(id);
    ctx.set('etag', tagOf(version));
    ctx.body = { key, version };
  });
  /** What is on the list to order is not ordered again under the same number by hand. */
  const refuseTwice = async (id: number, { section, number }: PartsListAddRequest): Promise<void> => {
    if (section !== 'order' || number === undefined) return;
    const { partsList } = await workspaceOf(id, stores);
    const there = partsList.find(
      (l) => l.section === 'order' && !l.dropped && l.number !== undefined && looseKey(l.number) === looseKey(number),
    );
    if (there)
      throw badRequest(
        `${there.number ?? ''} is on the list already, ${there.quantity} × ${there.words}: change its ` +
          'quantity there if more is wanted.',
        '/number',
      );
  };
  router.post('/jobs/:id/parts-list', async (ctx) => {
    const [person, id] = [personOf(ctx), jobId(ctx)];
    const line = await readBody(ctx, PartsListAddRequest);
    const question = unclear(line.words);
    if (question !== undefined) throw badRequest(question, '/words');
    await refuseTwice(id, line);
    const key = stores.jobs.addToPartsList(id, line, person);
    ctx.status = 201;
    ctx.body = await answered(ctx, id, { key });
  });

  router.get('/jobs/:id/parts-list.csv', async (ctx) => {
    const id = jobId(ctx);
    ctx.set('content-disposition', `attachment; filename="kerabat-parts-list-${id}.csv"`);
    ctx.type = 'text/csv; charset=utf-8';
    ctx.body = partsListCsv(await workspaceOf(id, stores));
  });
  router.get('/jobs/:id/parts-list.json', async (ctx) => {
    const id = jobId(ctx);
    ctx.set('content-disposition', `attachment; filename="kerabat-parts-list-${id}.json"`);
    ctx.body = partsListJson(await workspaceOf(id, stores));
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
