import { PassThrough } from 'node:stream';
import type Router from '@koa/router';
import type { InstrumentFeed } from './feed.js';

/** A comment now and then keeps the line open. */
const HEARTBEAT = 15_000;

/** What the bench instruments show, as server-sent events. */
export function deviceRoutes(router: Router, feed: InstrumentFeed): void {
  router.get('/devices/readings', (ctx) => {
    const stream = new PassThrough();
    const stop = feed.listen((event) => stream.write(`data: ${JSON.stringify(event)}\n\n`));
    const beat = setInterval(() => stream.write(': still here\n\n'), HEARTBEAT);
    ctx.req.on('close', () => {
      clearInterval(beat);
      stop();
      stream.end();
    });
    ctx.compress = false;
    ctx.set('cache-control', 'no-store');
    ctx.type = 'text/event-stream';
    ctx.body = stream;
  });
}
