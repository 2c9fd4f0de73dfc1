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

/** Whether an address asks for a file by its kind, and not for a view of the page. */
const namesAFile = (path: string): boolean => {
  const kind = /\.([a-z0-9]+)$/i.exec(path)?.[1]?.toLowerCase();
  return kind === 'map' || (kind !== undefined && kind !== 'html' && lookup(TYPES, kind) !== undefined);
};

/**
 * Serves the built interface; every address that names no file is the page itself, and a file that is not there is a
 * 404. Hashed names are kept for a year.
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
    if (!isFile && namesAFile(path))
      throw new HttpProblem(404, 'Not found', `There is no file at ${ctx.path.slice(0, 200)}.`);
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
