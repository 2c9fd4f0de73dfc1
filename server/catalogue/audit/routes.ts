import type Router from '@koa/router';
import { NewLink, Settlement, type UndoAnswer } from '@kerabat/contract';
import { readBody } from '../../base/http/body.js';
import { numberQuery } from '../../base/http/door.js';
import { personOf } from '../../base/http/guard.js';
import { wholeNumber } from '../../base/http/path-number.js';
import type { Stores } from './needs.js';

/** Contradictions in the catalogue, settling them, and the history of who changed what. */
export function auditRoutes(router: Router, { audit, settle, acceptances, history }: Stores): void {
  router.get('/audit', async (ctx) => {
    ctx.body = await audit.answer();
  });
  router.post('/audit/settle', async (ctx) => {
    const person = personOf(ctx);
    settle.settle(await readBody(ctx, Settlement), person);
    ctx.status = 204;
  });
  router.post('/audit/acceptances/:id/withdraw', (ctx) => {
    acceptances.withdraw(wholeNumber(ctx.params['id'] ?? '', 'acceptance'), personOf(ctx));
    ctx.status = 204;
  });
  router.post('/links', async (ctx) => {
    const person = personOf(ctx);
    ctx.body = { link: settle.addLink(await readBody(ctx, NewLink), person) };
    ctx.status = 201;
  });
  router.get('/history', (ctx) => {
    ctx.body = { acts: history.list(numberQuery(ctx, 'limit', 50)) };
  });
  router.post('/history/:id/undo', async (ctx) => {
    const { id, stays } = await history.undo(wholeNumber(ctx.params['id'] ?? '', 'act'), personOf(ctx));
    ctx.body = { id: id ?? null, stays: [...stays] } satisfies UndoAnswer;
  });
}
