import { lookup } from '@kerabat/core/base/lookup';
import type { Example } from './examples.js';
import { referred } from './naming.js';
import { keeps, refusals, type RouteShape } from './route.js';

/** One operation as the OpenAPI document says it. */
export const operation = (route: RouteShape, example: Example): Record<string, unknown> => ({
  operationId: route.id,
  summary: route.summary,
  tags: [route.path.split('/')[1]],
  ...(keeps(route) ? { security: [{ person: [] }] } : {}),
  parameters: [...inPath(route, example), ...inQuery(route, example), ...headersOf(route)],
  ...bodyOf(route, example),
  responses: {
    [String(route.status ?? 200)]: success(route),
    ...Object.fromEntries(
      refusals(route).map((status) => [status, { $ref: `#/components/responses/${refused(status)}` }]),
    ),
  },
});

/** What a refusal is called among the responses of the document. */
export const refused = (status: string | number): string => `Refused${status}`;

/** A value of an example; one that another operation answered stands for any such. */
function shown(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(shown);
  if (typeof value !== 'object' || value === null) return value;
  if ('of' in value) return '1';
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, shown(one)]));
}

const inPath = ({ path, parts = {} }: RouteShape, { at = {} }: Example) =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name = '']) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
    ...(lookup(parts, name) === undefined ? {} : { description: lookup(parts, name) }),
    example: String(shown(lookup(at, name))),
  }));

const inQuery = ({ query }: RouteShape, example: Example) =>
  Object.entries(query ?? {}).map(([name, schema]) => {
    const value = lookup(example.query ?? {}, name);
    return { name, in: 'query', schema: referred(schema), ...(value === undefined ? {} : { example: shown(value) }) };
  });

const header = (name: string, description: string, required = false) => ({
  name,
  in: 'header',
  required,
  description,
  schema: { type: 'string' },
});
const IF_MATCH = header('If-Match', 'The version that was seen, as "3".', true);
const PREFER = header('Prefer', 'return=representation brings the whole job in the answer.');
const OF_A_JOB = [
  header(
    'Idempotency-Key',
    'What the writer calls this write, 8 to 120 visible characters: a repeat changes nothing and is answered the same.',
  ),
  header('Kerabat-Device-At', 'When it was entered, by the clock of the device, as 2024-06-01T12:30:00Z.'),
];

/** Headers that an operation understands. */
const headersOf = (route: RouteShape) => [
  ...(route.guarded ? [IF_MATCH] : []),
  ...(keeps(route) && 'workspace' in propertiesOf(route) ? [PREFER] : []),
  ...(keeps(route) && route.path.startsWith('/jobs') ? OF_A_JOB : []),
];

const propertiesOf = ({ answer }: RouteShape): object => (answer?.['properties'] as object | undefined) ?? {};

/** A file that is brought in, and what is done with it at once. */
const FORM = {
  type: 'object',
  required: ['file'],
  properties: {
    file: { type: 'string', contentMediaType: 'application/octet-stream' },
    mapping: { type: 'string', contentMediaType: 'application/json' },
    dryRun: { type: 'string', enum: ['true', 'false'] },
  },
};
const ofType = (type: string) =>
  type.startsWith('text/') ? { type: 'string' } : { type: 'string', contentMediaType: type };

function bodyOf({ body, file }: RouteShape, example: Example): object {
  const content = body
    ? { 'application/json': { schema: referred(body), example: shown(example.body) } }
    : Object.fromEntries(
        (file ?? []).map((type) => [type, { schema: type.startsWith('multipart/') ? FORM : ofType(type) }]),
      );
  return body || file ? { requestBody: { required: true, content } } : {};
}

const WELL = { 200: 'The answer.', 201: 'It was added.', 202: 'It is under way.', 204: 'It was done.' } as const;

const answerHeader = (description: string) => ({ description, schema: { type: 'string' } });
/** The version of a job or of a decision, and where what was added is found. */
const ETAG = { ETag: answerHeader('The version, to be sent as If-Match.') };
const LOCATION = { Location: answerHeader('Where it is found.') };

function success(route: RouteShape): object {
  const headers = { ...(route.tagged ? ETAG : {}), ...(route.located ? LOCATION : {}) };
  const content = route.answer
    ? { 'application/json': { schema: referred(route.answer) } }
    : route.line
      ? { 'application/x-ndjson': { schema: referred(route.line) } }
      : Object.fromEntries((route.sends ?? []).map((type) => [type, { schema: ofType(type) }]));
  return {
    description: WELL[route.status ?? 200],
    ...(Object.keys(headers).length > 0 ? { headers } : {}),
    ...(Object.keys(content).length > 0 ? { content } : {}),
  };
}
