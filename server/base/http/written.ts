import { constants } from 'node:zlib';
import type { Middleware } from 'koa';
import compress from 'koa-compress';

/** Less is sent as it is: to squeeze it would take longer than to send it. */
const WORTH_IT = 2048;
/** The lightest squeezing: two hundred writers who are each answered a job wait for it one after the other. */
const squeeze = compress({ threshold: WORTH_IT, br: false, gzip: { level: constants.Z_BEST_SPEED } });
/** One encoding of a list of them, with or without its weight. */
const ENCODING = String.raw`[\w*-]+(\s*;\s*q=(0|1|0\.\d{1,3}|1\.0{1,3}))?`;
const ENCODINGS = new RegExp(`^(${ENCODING}(\\s*,\\s*${ENCODING})*)?$`);
const nothingMore = (): Promise<void> => Promise.resolve();

/** Writes an answer as JSON, once, and squeezes what is long. */
export const written: Middleware = async (ctx, next) => {
  await next();
  const body: unknown = ctx.body;
  if (typeof body === 'object' && body !== null && !Buffer.isBuffer(body) && !('pipe' in body)) {
    const text = JSON.stringify(body);
    if (!ctx.response.get('content-type')) ctx.type = 'json';
    ctx.body = text;
    if (text.length < WORTH_IT) return;
  }
  // Encodings that are written wrongly are as if none had been named.
  if (!ENCODINGS.test(ctx.get('accept-encoding'))) delete ctx.req.headers['accept-encoding'];
  await squeeze(ctx, nothingMore);
};
