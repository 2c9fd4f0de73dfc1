import { createHash } from 'node:crypto';
import type { Context, Middleware } from 'koa';
import { keeps } from '@kerabat/contract';
import { plainTextProblem } from '@kerabat/core/tell/words';
import { admitted } from './door.js';
import { badRequest, HttpProblem } from './problem.js';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/**
 * Only this machine may ask (a foreign Host is somebody's page rebinding its name), and only our own page may use the
 * API.
 */
export const guard: Middleware = async (ctx, next) => {
  if (!LOOPBACK.test(ctx.get('host'))) {
    throw new HttpProblem(421, 'Wrong host', 'Kerabat answers on this machine only (127.0.0.1 or localhost).');
  }
  const isApi = ctx.path.startsWith('/api/');
  if (isApi || !['GET', 'HEAD'].includes(ctx.method)) {
    const site = ctx.get('sec-fetch-site');
    const origin = ctx.get('origin');
    const foreign =
      (site !== '' && site !== 'same-origin' && site !== 'none') ||
      (origin !== '' && origin !== `http://${ctx.get('host')}`);
    if (foreign) throw new HttpProblem(403, 'Refused', 'Another site asked for this. Nothing was done.');
  }
  await next();
};

/** Whether a request keeps something: those go through only while what they keep reaches the disk. */
export const isWrite = (ctx: Context): boolean => {
  const route = admitted(ctx)?.route;
  return route !== undefined && keeps(route);
};

/** Refuses to write while that is not possible, and to acknowledge what did not reach its file. */
export const onlyOntoDisk =
  (problem: () => string | undefined): Middleware =>
  async (ctx, next) => {
    if (!isWrite(ctx)) return next();
    const before = problem();
    if (before !== undefined) throw new HttpProblem(503, 'Cannot be written', before);
    await next();
    const after = problem();
    if (after !== undefined) throw new HttpProblem(503, 'Cannot be written', after);
  };

/**
 * The name of the person who acts, as they gave it (names are chosen, not proven). Throws a 401 where there is none.
 */
export function personOf(ctx: Context): string {
  const name = sender(ctx);
  if (name === '') {
    ctx.set('www-authenticate', 'Kerabat-Person');
    throw new HttpProblem(401, 'No name', 'Say who you are first: every entry carries a name.');
  }
  return name;
}

/** The same where nothing is entered: nobody needs a name to look. */
export function sender(ctx: Context): string {
  const raw = ctx.get('kerabat-person');
  let name: string;
  try {
    name = decodeURIComponent(raw).trim();
  } catch {
    throw badRequest('The name of the person is not readable.');
  }
  if (name.length > 60) throw badRequest('The name is too long: at most 60 characters.');
  const problem = plainTextProblem(name) ?? (/[\n\t]/.test(name) ? 'holds a line break.' : undefined);
  if (problem !== undefined) throw badRequest(`The name ${problem}`);
  return name;
}

/** A write as it is kept: who, and under which name, so that a repeat of it is recognised. `body` is what was asked. */
export function writeOf(ctx: Context, body: unknown): Write {
  const person = personOf(ctx);
  const [command, deviceAt] = [ctx.get('idempotency-key'), ctx.get('kerabat-device-at')];
  if (command !== '' && !/^[\x21-\x7e]{8,120}$/.test(command))
    throw badRequest('An Idempotency-Key has 8 to 120 visible characters and no blanks.');
  if (deviceAt !== '' && !/^\d{4}-\d\d-\d\dT[\d:.]{5,12}(Z|[+-]\d\d:\d\d)$/.test(deviceAt))
    throw badRequest('Kerabat-Device-At is a time like 2024-06-01T12:30:00Z.');
  const asked = createHash('sha256').update(JSON.stringify([ctx.method, ctx.path, ctx.querystring, body ?? null]));
  return {
    person,
    ...(command === '' ? {} : { command }),
    ...(deviceAt === '' ? {} : { deviceAt }),
    asked: asked.digest('base64url'),
  };
}

/** Who writes, and what the write is called. */
export interface Write {
  readonly person: string;
  /** What the writer calls this write: a repeat of it changes nothing and gets the first answer. */
  readonly command?: string;
  /** When it was entered, by the clock of the device that it was entered on. */
  readonly deviceAt?: string;
  /** A digest of what was asked. */
  readonly asked?: string;
}

/** The version that the writer saw, from If-Match. Throws 428 when it is missing: no write is blind. */
export function seenVersion(ctx: Context): number {
  const match = /^"(\d{1,9})"$/.exec(ctx.get('if-match'));
  if (!match) throw new HttpProblem(428, 'Version missing', 'Send If-Match with the version you saw, as "3".');
  return Number(match[1]);
}

export const tagOf = (version: number): string => `"${version}"`;
