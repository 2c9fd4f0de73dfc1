import { PassThrough } from 'node:stream';
import type { Context } from 'koa';
import { HttpProblem } from './problem.js';

/** A comment now and then keeps the line open. */
const HEARTBEAT = 15_000;

/** So many streams one person may have open: a few pages, each with instruments and imports. */
const STREAMS = 24;
const open = new Map<string, number>();

/** Whose stream it is: the person's where the request names one, otherwise the browser's. */
const whose = (ctx: Context): string => ctx.get('kerabat-person') || ctx.get('user-agent').slice(0, 200);

/**
 * Answers with server-sent events. `begin` is given what tells an event and what ends them, and answers what stops the
 * telling when nobody listens any more. Throws a 429 when the person has too many open.
 */
export function sendEvents<T>(ctx: Context, begin: (tell: (event: T) => void, end: () => void) => () => void): void {
  const who = whose(ctx);
  const others = open.get(who) ?? 0;
  if (others >= STREAMS)
    throw new HttpProblem(
      429,
      'Too many',
      `${STREAMS} pages are listening already. Close some of them and load this one again.`,
    );
  open.set(who, others + 1);
  const stream = new PassThrough();
  const beat = setInterval(() => stream.write(': still here\n\n'), HEARTBEAT);
  let stop = (): void => undefined;
  let ended = false;
  const end = (): void => {
    if (ended) return;
    ended = true;
    const left = (open.get(who) ?? 1) - 1;
    if (left > 0) open.set(who, left);
    else open.delete(who);
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
