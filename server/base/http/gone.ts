import type { Context } from 'koa';

/** Ends with the person's patience: aborted when the connection closes before the answer was sent. */
export function hangsUp(ctx: Context): AbortSignal {
  const gone = new AbortController();
  ctx.res.once('close', () => {
    if (!ctx.res.writableFinished) gone.abort();
  });
  return gone.signal;
}
