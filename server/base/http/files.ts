import { createReadStream, existsSync, readFileSync, statSync } from 'node:fs';
import { join, normalize, sep } from 'node:path';
import type { Middleware } from 'koa';
import { lookup } from '@kerabat/core/base/lookup';
import { badRequest, HttpProblem } from './problem.js';

const TYPES: Readonly<Record<string, string>> = {
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  css: 'text/css; charset=utf-8',
  woff2: 'font/woff2',
  svg: 'image/svg+xml',
  ico: 'image/x-icon',
  json: 'application/json',
};

function decoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    throw badRequest('The address has a part that cannot be read.');
  }
}

const NOT_BUILT =
  'The interface is not built, so there is no page to show; the API answers at /api/v1. End this ' +
  'program and start it with "npm start", which builds what is missing.';

/**
 * Serves the built interface; every address that is not a file is the page itself. Hashed names are kept for a year.
 */
export function files(root: string): Middleware {
  const index = join(root, 'index.html');
  const page = existsSync(index) ? readFileSync(index) : undefined;
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api/')) return next();
    if (!['GET', 'HEAD'].includes(ctx.method))
      throw new HttpProblem(405, 'Not possible', `${ctx.method} is not possible at ${ctx.path}.`);
    const path = join(root, normalize(decoded(ctx.path)));
    const isFile =
      path.startsWith(root.endsWith(sep) ? root : root + sep) &&
      !path.includes('\0') &&
      existsSync(path) &&
      statSync(path).isFile();
    const extension = isFile ? (path.split('.').at(-1) ?? '') : 'html';
    if (extension === 'html' && page === undefined) throw new HttpProblem(503, 'Not built', NOT_BUILT);
    ctx.type = lookup(TYPES, extension) ?? 'application/octet-stream';
    ctx.set(
      'cache-control',
      isFile && /-[A-Z0-9]{8}\./.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
    );
    ctx.body = isFile && extension !== 'html' ? createReadStream(path) : page;
  };
}
