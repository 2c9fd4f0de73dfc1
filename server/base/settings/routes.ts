import type Router from '@koa/router';
import { SettingsChange } from '@kerabat/contract';
import { readBody } from '../http/body.js';
import { personOf, seenVersion } from '../http/guard.js';
import type { Stores } from './needs.js';

/** Workshop settings. */
export function settingsRoutes(router: Router, stores: Stores): void {
  router.get('/settings', (ctx) => {
    ctx.body = { settings: stores.settings.rows() };
  });
  router.put('/settings/:key', async (ctx) => {
    const person = personOf(ctx);
    const seen = seenVersion(ctx);
    const { value } = await readBody(ctx, SettingsChange);
    ctx.body = { settings: stores.settings.change(ctx.params['key'] ?? '', value, seen, person) };
  });
}
