import type Router from '@koa/router';
import type { DemoSeen, UndoAnswer } from '@kerabat/contract';
import { personOf } from '../base/http/guard.js';
import { workOutNow } from '../jobs/workspace.js';
import type { Stores } from './needs.js';

/** The demo beside what is somebody's: what there is of it, bringing it in and taking it out. */
export function demoRoutes(router: Router, stores: Stores): void {
  const { demo, history } = stores;
  router.get('/demo', (ctx) => {
    ctx.body = demo.seen() satisfies DemoSeen;
  });
  router.post('/demo', async (ctx) => {
    personOf(ctx);
    demo.bringIn();
    for (const id of stores.jobs.notWorkedOut()) await workOutNow(id, stores);
    ctx.status = 201;
    ctx.body = demo.seen() satisfies DemoSeen;
  });
  router.delete('/demo', async (ctx) => {
    const { id, stays } = await history.takeOutDemo(personOf(ctx));
    demo.removeJobs();
    ctx.body = { id: id ?? null, stays: [...stays] } satisfies UndoAnswer;
  });
}
