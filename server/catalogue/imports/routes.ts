import type Router from '@koa/router';
import { IMPORT_ENCODINGS, ImportMapping, ImportRun, MatchRequest, type ImportView } from '@kerabat/contract';
import { checked, readBody } from '../../base/http/body.js';
import { textQuery } from '../../base/http/door.js';
import { sendEvents } from '../../base/http/events.js';
import { personOf } from '../../base/http/guard.js';
import { badRequest } from '../../base/http/problem.js';
import { tableViews } from './columns.js';
import type { Stores } from './needs.js';
import { receiveUpload, roomFor } from './upload.js';

const IN_WORK: readonly ImportView['state'][] = ['looking', 'running'];

/** Bringing a catalogue in: send a file, match its columns, see what would happen, let it happen. */
export function importRoutes(router: Router, { imports, storage }: Stores): void {
  router.get('/imports/tables', (ctx) => {
    ctx.body = { tables: tableViews() };
  });
  router.post('/imports', async (ctx) => {
    const person = personOf(ctx);
    const place = imports.place();
    let upload;
    try {
      roomFor(ctx, storage.free());
      upload = await receiveUpload(ctx, place.path);
    } catch (error) {
      imports.discard(place.folder);
      throw error;
    }
    const { mapping, dryRun } = upload.fields;
    const atOnce =
      mapping === undefined && dryRun === undefined
        ? undefined
        : {
            dryRun: dryRun !== 'false',
            ...(mapping === undefined ? {} : { mapping: checked(mapping, ImportMapping) }),
          };
    ctx.status = 202;
    ctx.body = imports.received(place, upload.name, person, atOnce);
    ctx.set('location', `/api/v1/imports/${place.id}`);
  });
  router.get('/imports/:id', (ctx) => {
    ctx.body = imports.view(ctx.params['id'] ?? '');
  });
  router.post('/imports/:id/run', async (ctx) => {
    const person = personOf(ctx);
    const { mapping, dryRun } = await readBody(ctx, ImportRun);
    ctx.status = 202;
    ctx.body = imports.run(ctx.params['id'] ?? '', mapping, dryRun, person);
  });
  router.post('/imports/:id/match', async (ctx) => {
    ctx.body = imports.match(ctx.params['id'] ?? '', await readBody(ctx, MatchRequest));
  });
  router.post('/imports/:id/look', (ctx) => {
    personOf(ctx);
    const encoding = IMPORT_ENCODINGS.find((name) => name === textQuery(ctx, 'encoding'));
    if (!encoding) throw badRequest(`The encoding must be one of ${IMPORT_ENCODINGS.join(', ')}.`);
    ctx.status = 202;
    ctx.body = imports.lookAgain(ctx.params['id'] ?? '', encoding);
  });
  router.post('/imports/:id/cancel', (ctx) => {
    personOf(ctx);
    imports.cancel(ctx.params['id'] ?? '');
    ctx.status = 204;
  });
  router.get('/imports/:id/rejects/:sheet', (ctx) => {
    const { name, stream } = imports.rejects(ctx.params['id'] ?? '', Number(ctx.params['sheet']));
    ctx.attachment(name);
    ctx.type = 'text/csv; charset=utf-8';
    ctx.body = stream;
  });
  router.get('/imports/:id/events', (ctx) => {
    const id = ctx.params['id'] ?? '';
    const first = imports.view(id);
    sendEvents<ImportView>(ctx, (tell, end) => {
      tell(first);
      if (!IN_WORK.includes(first.state)) {
        end();
        return () => undefined;
      }
      return imports.listen(id, (view) => {
        tell(view);
        if (!IN_WORK.includes(view.state)) end();
      });
    });
  });
}
