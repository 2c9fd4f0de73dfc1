import type Router from '@koa/router';
import type { Context } from 'koa';
import { UNIT_KINDS } from '@kerabat/core/unit';
import { badRequest } from '../http/problem.js';
import type { Stores } from '../main/stores.js';
import { find } from './find.js';

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

/** Vehicles, units, numbers, kin and the quick box. */
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
  router.get('/units/:id/kin', (ctx) => {
    const practice = stores.practice.current();
    const depth = numberQuery(ctx, 'depth', practice.kinDepth, 1, 8);
    const grade = textQuery(ctx, 'grade');
    if (!['', 'same', 'drop-in', 'with-changes', 'does-not-fit'].includes(grade))
      throw badRequest('grade must be one of: same, drop-in, with-changes, does-not-fit.', '/grade');
    ctx.body = stores.kin.kin(ctx.params['id'] ?? '', practice, depth, grade, numberQuery(ctx, 'minTrust', 0, 0, 1));
  });
  router.get('/numbers', (ctx) => {
    ctx.body = stores.numbers.find(textQuery(ctx, 'q'), numberQuery(ctx, 'limit', 20, 1, 200));
  });
  router.get('/find', (ctx) => {
    ctx.body = find(textQuery(ctx, 'q'), stores);
  });
  router.get('/catalogue', (ctx) => {
    ctx.body = stores.summary.get();
  });
}
