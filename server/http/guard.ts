import type { Context, Middleware } from 'koa';
import { badRequest, HttpProblem } from './problem.js';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Only this machine may ask (a foreign Host is somebody's page rebinding its name), and only our own page may write. */
export const guard: Middleware = async (ctx, next) => {
  if (!LOOPBACK.test(ctx.get('host'))) {
    throw new HttpProblem(421, 'Wrong host', 'Kerabat answers on this machine only (127.0.0.1 or localhost).');
  }
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(ctx.method);
  if (writes) {
    const site = ctx.get('sec-fetch-site');
    const origin = ctx.get('origin');
    const foreign = (site !== '' && site !== 'same-origin' && site !== 'none') || (origin !== '' && origin !== `http://${ctx.get('host')}`);
    if (foreign) throw new HttpProblem(403, 'Refused', 'Another site tried to write here. Nothing was changed.');
  }
  await next();
};

/** The name of the person who acts, as they gave it (names are chosen, not proven). */
export function personOf(ctx: Context): string {
  const raw = ctx.get('kerabat-person');
  let name: string;
  try {
    name = decodeURIComponent(raw).trim();
  } catch {
    throw badRequest('The name of the person is not readable.');
  }
  if (name === '') throw badRequest('Say who you are first: every entry carries a name.');
  if (name.length > 60) throw badRequest('The name is too long: at most 60 characters.');
  return name;
}

/** The version that the writer saw, from If-Match. Throws 428 when it is missing: no write is blind. */
export function seenVersion(ctx: Context): number {
  const match = /^"(\d{1,9})"$/.exec(ctx.get('if-match'));
  if (!match) throw new HttpProblem(428, 'Version missing', 'Send If-Match with the version you saw, as "3".');
  return Number(match[1]);
}

export const tagOf = (version: number): string => `"${version}"`;
