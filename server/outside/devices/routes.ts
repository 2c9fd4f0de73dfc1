import type Router from '@koa/router';
import type { DeviceEvent } from '@kerabat/contract';
import { sendEvents } from '../../base/http/events.js';
import type { InstrumentFeed } from './feed.js';

/** What the bench instruments show, as server-sent events. */
export function deviceRoutes(router: Router, feed: InstrumentFeed): void {
  router.get('/devices/readings', (ctx) => sendEvents<DeviceEvent>(ctx, (tell) => feed.listen(tell)));
}
