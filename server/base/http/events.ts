import { PassThrough } from 'node:stream';
import type { Context } from 'koa';

/** A comment now and then keeps the line open. */
const HEARTBEAT = 15_000;

/**
 * Answers with server-sent events. `begin` is given what tells an event and what ends them, and answers what stops the
 * telling when nobody listens any more.
 */
export function sendEvents<T>(ctx: Context, begin: (tell: (event: T) => void, end: () => void) => () => void): void {
  const stream = new PassThrough();
  const beat = setInterval(() => stream.write(': still here\n\n'), HEARTBEAT);
  let stop = (): void => undefined;
  const end = (): void => {
    clearInterval(beat);
    stop();
    stream.end();
  };
  stop = begin((event) => stream.write(`data: ${JSON.stringify(event)}\n\n`), end);
  ctx.req.on('close', end);
  ctx.compress = false;
  ctx.set('cache-control', 'no-store');
  ctx.type = 'text/event-stream';
  ctx.body = stream;
}
