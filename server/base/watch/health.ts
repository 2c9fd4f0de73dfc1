import type { Middleware } from 'koa';
import type { Health } from '@kerabat/contract';
import type { Storage } from '../db/storage.js';

/** Less than this is said before it is too late; less than that is nothing: a write needs some pages and its log. */
const [LITTLE, NOTHING] = [200 * 1024 * 1024, 256 * 1024];

/** Whether all is well, and what is not: `GET /health`, for whoever watches and for the page. */
export function healthOf(storage: Storage, canRead: () => boolean): Health {
  const problem = storage.problem();
  const damage = problem === undefined ? storage.damage() : undefined;
  if (damage !== undefined) return { status: 'failing', detail: damage, freeMb: freeMb(storage) };
  if (!canRead())
    return { status: 'failing', detail: `The databases in ${storage.directory} cannot be read.`, freeMb: 0 };
  if (problem !== undefined) return { status: 'reading-only', detail: problem, freeMb: freeMb(storage) };
  const free = freeMb(storage);
  if (freeBytes(storage) < NOTHING)
    return {
      status: 'reading-only',
      detail: `The disk of ${storage.directory} is full: nothing is saved until some space is free.`,
      freeMb: free,
    };
  if (freeBytes(storage) < LITTLE)
    return { status: 'ok', detail: `Only ${free} MB are free on the disk of ${storage.directory}.`, freeMb: free };
  return { status: 'ok', detail: '', freeMb: free };
}

const freeBytes = (storage: Storage): number => {
  try {
    return storage.free();
  } catch {
    return 0; // The directory is not there; `problem` says so.
  }
};
const freeMb = (storage: Storage): number => Math.floor(freeBytes(storage) / 1024 / 1024);

/** Answers 200 while everything can be kept, 503 otherwise. */
export const health =
  (storage: Storage, canRead: () => boolean): Middleware =>
  async (ctx, next) => {
    if (ctx.path !== '/health') return next();
    const found = healthOf(storage, canRead);
    ctx.status = found.status === 'ok' ? 200 : 503;
    ctx.body = found;
  };
