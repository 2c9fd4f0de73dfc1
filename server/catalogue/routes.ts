import type Router from '@koa/router';
import type { Context } from 'koa';
import { UNIT_KINDS } from '@kerabat/core/unit';
import { ResolveRequest } from '@kerabat/contract';
import { readBody } from '../http/body.js';
import { badRequest } from '../http/problem.js';
import type { Stores } from '../main/stores.js';
import { find } from './find.js';
import { resolved } from './resolve.js';

/** One text of the query string; empty when it is not given. */
export function textQuery(ctx: Context, name: string): string {
  const value = ctx.query[name];
  const text = (Array.isArray(value) ? value[0] : value) ?? '';
  if (text.length > 200) throw badRequest(`${name} is too long: at most 200 characters.`, `/${name}`);
  return text.trim();
}

/** One number of the query string between two limits. */
export function numberQuery(ctx: Context, name: string, standard: number, min: number, max: number): number {
  const text = textQuery(ctx, name);
  if (text === '') return standard;
  const value = Number(text);
  if (!Number.isFinite(value) || value < min || value > max) throw badRequest(`${name} must be between ${min} and ${max}.`, `/${name}`);
  return value;
}

/** Vehicles, units, numbers and the quick box. */
export function catalogueRoutes(router: Router, stores: Stores): void {
  router.get('/vehicles', (ctx) => {
    const built = textQuery(ctx, 'built');
    if (built !== '' && !/^\d{4}-(0[1-9]|1[0-2])$/.test(built)) throw badRequest('The build month must look like 2004-09.', '/built');
    const [q, maker, series, option, assistance] = ['q', 'maker', 'series', 'option', 'assistance'].map((name) => textQuery(ctx, name)) as [
      string,
      string,
      string,
      string,
      string,
    ];
    ctx.body = stores.vehicles.search({ q, maker, series, option, assistance, built, limit: numberQuery(ctx, 'limit', 50, 1, 500) });
  });
  router.get('/vehicles/:id', (ctx) => {
    ctx.body = stores.vehicles.detail(ctx.params['id'] ?? '');
  });
  router.get('/units', (ctx) => {
    const kind = textQuery(ctx, 'kind');
    if (kind !== '' && !(UNIT_KINDS as readonly string[]).includes(kind)) throw badRequest(`kind must be one of: ${UNIT_KINDS.join(', ')}.`, '/kind');
    ctx.body = { units: stores.units.search(kind, textQuery(ctx, 'q'), numberQuery(ctx, 'limit', 200, 1, 1000)) };
  });
  router.get('/units/:id', (ctx) => {
    ctx.body = stores.units.detail(ctx.params['id'] ?? '');
  });
  router.get('/numbers', (ctx) => {
    ctx.body = stores.numbers.find(textQuery(ctx, 'q'), numberQuery(ctx, 'limit', 20, 1, 200));
  });
  router.post('/numbers/resolve', async (ctx) => {
    const { numbers } = await readBody(ctx, ResolveRequest);
    ctx.body = { rows: numbers.map((query) => resolved(query, stores.numbers.find(query, 5))) };
  });
  router.get('/find', (ctx) => {
    ctx.body = find(textQuery(ctx, 'q'), stores);
  });
  router.get('/catalogue', (ctx) => {
    ctx.body = stores.summary.get();
  });
}
