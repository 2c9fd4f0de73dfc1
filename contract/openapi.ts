import type { TSchema } from '@sinclair/typebox';
import { ROUTES, type RouteShape } from './routes.js';
import { Problem } from './shapes.js';

/** The OpenAPI 3.1 document, derived from the routes and their schemas. */
export function openapi(): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of ROUTES) (paths[`/api/v1${route.path}`] ??= {})[route.method] = operation(route);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Kerabat',
      version: '1',
      description: 'Quantities are {"value": 26.9, "unit": "mm"}. Errors are problem details (RFC 9457).',
    },
    paths,
  };
}

function operation(route: RouteShape): Record<string, unknown> {
  const inPath = [...route.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const inQuery = Object.entries(route.query ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    schema: plain(schema),
  }));
  const inHeader = route.guarded
    ? [{ name: 'If-Match', in: 'header', required: true, schema: { type: 'string' } }]
    : [];
  const ok = route.answer ? { description: 'OK', content: json(route.answer) } : { description: 'OK' };
  const problem = {
    description: 'Problem details',
    content: { 'application/problem+json': { schema: plain(Problem) } },
  };
  return {
    summary: route.summary,
    parameters: [...inPath, ...inQuery, ...inHeader],
    ...(route.body ? { requestBody: { required: true, content: json(route.body) } } : {}),
    responses: { '200': ok, default: problem },
  };
}

const json = (schema: TSchema) => ({ 'application/json': { schema: plain(schema) } });

/** Without TypeBox's own symbols. */
const plain = (schema: TSchema): unknown => JSON.parse(JSON.stringify(schema));
