import type { Context, Middleware } from 'koa';
import { Type as T, type TObject } from '@sinclair/typebox';
import { OPERATIONS, type RouteShape } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import { plainTextProblem } from '@kerabat/core/tell/words';
import { groupBy } from '../db/rows.js';
import { conforming } from './conforming.js';
import { badRequest, HttpProblem, notFound } from './problem.js';

const ROOT = '/api/v1';
const LONGEST_PART = 200;
/** Where in an address its first part stands, below the root; and more parts than any address has. */
const [FIRST, MOST_PARTS] = [3, 20];

interface Known {
  readonly route: RouteShape;
  readonly path: RegExp;
  readonly parts: number;
  readonly query: TObject;
}

/**
 * The routes of the contract, those with fewer open parts first: "/jobs/{id}/parts-list.pdf" before "/jobs/{id}/{any}".
 * They lie by how many parts an address has and by the first of them, so that a request looks at a few of them only.
 */
const KNOWN = groupBy(
  OPERATIONS.map((route): Known => ({
    route,
    path: new RegExp(`^${ROOT}${route.path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '([^/]+)')}$`),
    parts: route.path.split('{').length,
    query: T.Partial(T.Object({ ...route.query }), { additionalProperties: false }),
  })).sort((a, b) => a.parts - b.parts),
  ({ route }) => drawerOf(`${ROOT}${route.path}`),
);

function drawerOf(path: string): string {
  const parts = path.split('/', MOST_PARTS);
  return `${parts.length} ${parts[FIRST] ?? ''}`;
}

/** What the query string says, checked and typed by the route's schema. */
export type Query = Readonly<Record<string, string | number | undefined>>;

/** A request as the door let it in: its route, the open parts of its address in their order, and its query. */
export interface Admitted {
  readonly route: RouteShape;
  readonly parts: readonly string[];
  readonly query: Query;
}

/**
 * Lets in what the contract knows: a route, its method, the parts of its address and its query string, each checked
 * here so that no route need do it. Throws an HttpProblem for everything else under /api.
 */
export const door: Middleware = async (ctx, next) => {
  const path = ctx.path;
  if (!path.startsWith('/api/')) return next();
  const here: { known: Known; values: string[] }[] = [];
  for (const known of KNOWN.get(drawerOf(path)) ?? []) {
    const values = known.path.exec(path);
    if (values) here.push({ known, values: values.slice(1) });
  }
  if (here.length === 0 && path !== `${ROOT}/openapi.json`)
    throw notFound(`There is nothing at ${path.slice(0, LONGEST_PART)}.`);
  const method = ctx.method === 'HEAD' ? 'get' : ctx.method.toLowerCase();
  const found = here.find(({ known }) => known.route.method === method);
  if (found) {
    const parts = found.values.map(readPart);
    ctx.state['admitted'] = { route: found.known.route, parts, query: queryOf(ctx, found.known.query) };
  } else if (here.length > 0 || method !== 'get')
    throw wrongMethod(
      ctx,
      here.map(({ known }) => known.route.method),
    );
  await next();
};

export const admitted = (ctx: Context): Admitted | undefined => ctx.state['admitted'] as Admitted | undefined;

function wrongMethod(ctx: Context, possible: readonly string[]): HttpProblem {
  const methods = possible.map((method) => method.toUpperCase()).join(', ') || 'GET';
  ctx.set('allow', methods);
  return new HttpProblem(405, 'Not possible', `${ctx.method} is not possible at ${ctx.path}: it takes ${methods}.`);
}

function readPart(raw: string): string {
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
  return value;
}

/** Each name once; what is empty is as if it were not there. */
function queryOf(ctx: Context, schema: TObject): Query {
  if (ctx.querystring === '') return {};
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
export const textQuery = (ctx: Context, name: string): string => String(lookup(admitted(ctx)?.query ?? {}, name) ?? '');

/** One number of the query string, or the standard when it is not given. */
export const numberQuery = (ctx: Context, name: string, standard: number): number =>
  Number(lookup(admitted(ctx)?.query ?? {}, name) ?? standard);
