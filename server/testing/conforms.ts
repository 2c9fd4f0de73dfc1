import { Ajv, type ValidateFunction } from 'ajv';
import { API_ROOT, Problem, refusals, OPERATIONS, type RouteShape } from '@kerabat/contract';
import type { TSchema } from '@sinclair/typebox';

/** Answers held against the contract: whatever a test asks for, the answer is one that its operation may give. */

const ajv = new Ajv({ strict: false, discriminator: true, validateSchema: false });
const compiled = new Map<TSchema, ValidateFunction>();
const check = (schema: TSchema): ValidateFunction => {
  const known = compiled.get(schema) ?? ajv.compile(schema);
  compiled.set(schema, known);
  return known;
};

const KNOWN = OPERATIONS.map((route) => ({
  route,
  path: new RegExp(`^${API_ROOT}${route.path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '[^/]+')}$`),
  open: route.path.split('{').length,
})).sort((a, b) => a.open - b.open);

/** The operation that an address belongs to; undefined for what the contract does not know. */
export const routeAt = (method: string, path: string): RouteShape | undefined =>
  KNOWN.find(({ route, path: form }) => route.method === method.toLowerCase() && form.test(path))?.route;

/** What an answer has that its operation does not say; undefined where it conforms. */
export function strayAnswer(
  route: RouteShape,
  { status, headers, body }: { readonly status: number; readonly headers: Headers; readonly body: unknown },
): string | undefined {
  const name = `${route.method} ${route.path} -> ${status}`;
  if (status >= 400) {
    if (!(refusals(route) as number[]).includes(status)) return `${name}: no such refusal is in the contract`;
    return faults(name, Problem, body);
  }
  if (status !== (route.status ?? 200)) return `${name}: the contract says ${route.status ?? 200}`;
  for (const [tag, wanted] of [
    ['etag', route.tagged],
    ['location', route.located],
  ] as const)
    if (headers.has(tag) !== (wanted === true))
      return `${name}: ${tag} ${wanted ? 'is missing' : 'is not in the contract'}`;
  if (route.answer) return faults(name, route.answer, body);
  const [type, types] = [headers.get('content-type') ?? '', route.sends ?? []];
  if (types.length > 0 && !types.some((one) => type.startsWith(one)))
    return `${name}: ${type} is none of ${types.join(', ')}`;
  if (types.length === 0 && body !== undefined && body !== '' && body !== null) return `${name}: nothing is to be said`;
  return undefined;
}

function faults(name: string, schema: TSchema, body: unknown): string | undefined {
  const validate = check(schema);
  return validate(body) ? undefined : `${name}: ${ajv.errorsText(validate.errors)}`;
}
