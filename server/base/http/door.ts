import type { Context, Middleware } from 'koa';
import { Type as T, type TObject } from '@sinclair/typebox';
import { ROUTES, type RouteShape } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { plainTextProblem } from '@kerabat/core/tell/words';
import { conforming } from './conforming.js';
import { badRequest, HttpProblem, notFound } from './problem.js';

const ROOT = '/api/v1';
const LONGEST_PART = 200;

interface Known {
  readonly route: RouteShape;
  readonly path: RegExp;
  readonly parts: number;
  readonly query: TObject;
}

/**
 * The routes of the contract, those with fewer open parts first: "/jobs/{id}/parts-list.pdf" before "/jobs/{id}/{any}".
 */
const KNOWN: readonly Known[] = ROUTES.map((route) => ({
  route,
  path: new RegExp(`^${ROOT}${route.path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '([^/]+)')}$`),
  parts: route.path.split('{').length,
  query: T.Partial(T.Object({ ...route.query }), { additionalProperties: false }),
})).sort((a, b) => a.parts - b.parts);

/** What the query string says, checked and typed by the route's schema. */
export type Query = Readonly<Record<string, string | number | undefined>>;

/**
 * Lets in what the contract knows: a route, its method, the parts of its address and its query string, each checked
 * here so that no route need do it. `ctx.state` gets the route and the query. Throws an HttpProblem for everything else
 * under /api.
 */
export const door: Middleware = async (ctx, next) => {
  if (!ctx.path.startsWith('/api/')) return next();
  const here = KNOWN.flatMap((known) => {
    const parts = known.path.exec(ctx.path);
    return parts ? [{ ...known, values: parts.slice(1) }] : [];
  });
  if (here.length === 0 && ctx.path !== `${ROOT}/openapi.json`)
    throw notFound(`There is nothing at ${ctx.path.slice(0, LONGEST_PART)}.`);
  const method = ctx.method === 'HEAD' ? 'get' : ctx.method.toLowerCase();
  const found = here.find((known) => known.route.method === method);
  if (!found && !(here.length === 0 && method === 'get')) throw wrongMethod(ctx, here);
  if (found) {
    for (const value of found.values) checkPart(value);
    ctx.state['route'] = found.route;
    ctx.state['query'] = queryOf(ctx, found.query);
  }
  await next();
};

export const routeOf = (ctx: Context): RouteShape | undefined => ctx.state['route'] as RouteShape | undefined;

function wrongMethod(ctx: Context, here: readonly Known[]): HttpProblem {
  const methods = here.map(({ route }) => route.method.toUpperCase());
  ctx.set('allow', methods.length > 0 ? methods.join(', ') : 'GET');
  return new HttpProblem(
    405,
    'Not possible',
    `${ctx.method} is not possible at ${ctx.path}: it takes ${methods.join(', ') || 'GET'}.`,
  );
}

function checkPart(raw: string): void {
  let value: string;
  try {
    value = decodeURIComponent(raw);
  } catch {
    throw badRequest('The address has a part that cannot be read.');
  }
  if (value.length > LONGEST_PART)
    throw badRequest(`A part of the address is too long: at most ${LONGEST_PART} characters.`);
  const problem = plainTextProblem(value);
  if (problem !== undefined) throw badRequest(`A part of the address ${problem}`);
}

/** Each name once; what is empty is as if it were not there. */
function queryOf(ctx: Context, schema: TObject): Query {
  const given: Record<string, string> = {};
  for (const [name, value] of new URLSearchParams(ctx.querystring)) {
    if (Object.hasOwn(given, name)) throw badRequest(`${name} is given twice.`, `/${name}`);
    Object.defineProperty(given, name, { value: value.trim(), enumerable: true });
  }
  return conforming(
    Object.fromEntries(Object.entries(given).filter(([, value]) => value !== '')),
    schema,
    'query',
  ) as Query;
}

/** One text of the query string; empty when it is not given. */
export const textQuery = (ctx: Context, name: string): string =>
  String(lookup(ctx.state['query'] as Query, name) ?? '');

/** One number of the query string, or the standard when it is not given. */
export const numberQuery = (ctx: Context, name: string, standard: number): number =>
  Number(lookup(ctx.state['query'] as Query, name) ?? standard);
