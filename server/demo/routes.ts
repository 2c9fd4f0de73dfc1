import type Router from '@koa/router';
import type { DemoSeen, UndoAnswer } from '@kerabat/contract';
import { personOf } from '../http/guard.js';
import type { Stores } from './needs.js';

/** The demo beside what is somebody's: what there is of it, and taking it out. */
export function demoRoutes(router: Router, { demo, history }: Stores): void {
  router.get('/demo', (ctx) => {
    ctx.body = demo.seen() satisfies DemoSeen;
  });
  router.delete('/demo', async (ctx) => {
    const { id, stays } = await history.takeOutDemo(personOf(ctx));
    demo.removeJobs();
    ctx.body = { id: id ?? null, stays: [...stays] } satisfies UndoAnswer;
  });
}
