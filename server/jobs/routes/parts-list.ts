import type Router from '@koa/router';
import { PartsListAddRequest, PartsListEditRequest } from '@kerabat/contract';
import { unclear } from '@kerabat/core/list/parts-list';
import { looseKey } from '@kerabat/core/named/number';
import { readBody } from '../../base/http/body.js';
import { seenVersion, tagOf, writeOf } from '../../base/http/guard.js';
import { jobId } from '../../base/http/path-number.js';
import { badRequest, notFound } from '../../base/http/problem.js';
import { partsListCsv, partsListJson } from '../export.js';
import type { Stores } from '../needs.js';
import { workspaceOf } from '../workspace.js';
import type { Answering } from './answering.js';

/** The parts list: edited, added to by hand, and as a file. */
export function partsListRoutes(router: Router, stores: Stores, { answered, workedOut }: Answering): void {
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
  router.put('/jobs/:id/parts-list/:key', async (ctx) => {
    const [id, seen, key] = [jobId(ctx), seenVersion(ctx), ctx.params['key'] ?? ''];
    const edit = await readBody(ctx, PartsListEditRequest);
    const write = writeOf(ctx, edit);
    if (stores.jobs.events.repeated('line-edited', write) === undefined) {
      stores.jobs.checkSeen(id, key, seen, edit);
      if (!(await workspaceOf(id, stores)).partsList.some((line) => line.key === key))
        throw notFound('This line is no longer on the parts list.');
    }
    const version = stores.jobs.editPartsList(id, key, edit, seen, write);
    await workedOut(id);
    ctx.set('etag', tagOf(version));
    ctx.body = { key, version };
  });
  router.post('/jobs/:id/parts-list', async (ctx) => {
    const id = jobId(ctx);
    const line = await readBody(ctx, PartsListAddRequest);
    const question = unclear(line.words);
    if (question !== undefined) throw badRequest(question, '/words');
    const write = writeOf(ctx, line);
    const isNew = stores.jobs.events.repeated('line-added', write) === undefined && !stores.jobs.hasLine(id, line.uid);
    if (isNew) await refuseTwice(id, line);
    const key = stores.jobs.addToPartsList(id, line, write);
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
}
