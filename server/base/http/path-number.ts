import type { Context } from 'koa';
import { notFound } from './problem.js';

/** A number from the address; 404 when it is none. */
export function wholeNumber(text: string, what: string): number {
  if (!/^\d{1,9}$/.test(text)) throw notFound(`"${text.slice(0, 20)}" is not a ${what} number.`);
  return Number(text);
}

export const jobId = (ctx: Context & { params: Record<string, string> }): number =>
  wholeNumber(ctx.params['id'] ?? '', 'job');
