import { API_ROOT } from './calling.js';
import { EXAMPLES, type Example } from './examples.js';
import { namedSchemas } from './naming.js';
import { operation, refused } from './operation.js';
import { REFUSALS } from './route.js';
import { ROUTES } from './routes.js';

const DESCRIPTION =
  'Quantities are {"value": 26.9, "unit": "mm"}. Refusals are problem details (RFC 9457). Whatever is kept carries ' +
  'the name of who wrote it. A write to a job may be repeated under its Idempotency-Key; the version that was seen ' +
  'goes in If-Match.';

const PERSON = {
  type: 'apiKey',
  in: 'header',
  name: 'Kerabat-Person',
  description:
    'The name of who writes, percent-encoded UTF-8, at most 60 characters. It is believed and not proven as long as ' +
    'nobody signs in.',
};

const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});

/** The OpenAPI 3.1 document, derived from the routes, their schemas and their examples. */
export function openapi(): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of ROUTES)
    (paths[`${API_ROOT}${route.path}`] ??= {})[route.method] = operation(route, EXAMPLES[route.id] as Example);
  return {
    openapi: '3.1.0',
    info: { title: 'Kerabat', version: '1', description: DESCRIPTION, license: { name: 'MIT', identifier: 'MIT' } },
    servers: [{ url: '/', description: 'the machine that it runs on' }],
    paths,
    components: {
      schemas: namedSchemas(),
      responses: Object.fromEntries(
        Object.entries(REFUSALS).map(([status, description]) => [refused(status), problem(description)]),
      ),
      securitySchemes: { person: PERSON },
    },
  };
}
