import type Router from '@koa/router';
import { PracticeChange } from '@kerabat/contract';
import { readBody } from '../http/body.js';
import { personOf, seenVersion } from '../http/guard.js';
import type { Stores } from '../main/stores.js';

/** Workshop settings. */
export function practiceRoutes(router: Router, stores: Stores): void {
  router.get('/practice', (ctx) => {
    ctx.body = { settings: stores.practice.settings() };
  });
  router.put('/practice/:key', async (ctx) => {
    const person = personOf(ctx);
    const seen = seenVersion(ctx);
    const { value } = await readBody(ctx, PracticeChange);
    ctx.body = { settings: stores.practice.change(ctx.params['key'] ?? '', value, seen, person) };
  });
}
