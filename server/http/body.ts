import type { Context } from 'koa';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { Static, TSchema } from '@sinclair/typebox';
import { badRequest, HttpProblem } from './problem.js';

export const BODY_LIMIT = 1024 * 1024;

const ajv = new Ajv({ allErrors: true, strict: false, discriminator: true });
const compiled = new WeakMap<TSchema, ValidateFunction>();

function validator(schema: TSchema): ValidateFunction {
  const known = compiled.get(schema);
  if (known) return known;
  const made = ajv.compile(schema);
  compiled.set(schema, made);
  return made;
}

/** Reads a JSON body of at most 1 MB and checks it against its schema. Throws an HttpProblem that names each fault. */
export async function readBody<S extends TSchema>(ctx: Context, schema: S): Promise<Static<S>> {
  if (!ctx.is('application/json')) {
    throw new HttpProblem(415, 'Wrong content type', `Send application/json, not ${ctx.get('content-type') || 'a body without a type'}.`);
  }
  return conforming(parse(await readBytes(ctx, BODY_LIMIT, 'A request may hold at most 1 MB of JSON.')), schema);
}

/** JSON in a text (a field of a form), checked against its schema. Throws an HttpProblem that names each fault. */
export const checked = <S extends TSchema>(text: string, schema: S): Static<S> => conforming(parse(Buffer.from(text)), schema);

function conforming<S extends TSchema>(value: unknown, schema: S): Static<S> {
  const check = validator(schema);
  if (check(value)) return value as Static<S>;
  const errors = faults(check.errors ?? []);
  throw new HttpProblem(
    400,
    'Not understood',
    errors
      .map((e) => e.detail)
      .slice(0, 3)
      .join(' '),
    { errors },
  );
}

/** The raw body, as long as it is not larger than `limit` bytes; throws a 413 with the sentence. */
export async function readBytes(ctx: Context, limit: number, sentence: string): Promise<Buffer> {
  const tooLarge = (): HttpProblem => new HttpProblem(413, 'Too large', sentence);
  if (Number(ctx.get('content-length')) > limit) throw tooLarge();
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of ctx.req) {
    size += (chunk as Buffer).length;
    if (size > limit) throw tooLarge();
    chunks.push(chunk as Buffer);
  }
  return Buffer.concat(chunks);
}

function parse(bytes: Buffer): unknown {
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw badRequest('The body is not valid UTF-8 text.');
  }
  try {
    return JSON.parse(text);
  } catch {
    throw badRequest('The body is not valid JSON: it is cut off or has a stray character.');
  }
}

/** One readable sentence for each field that is wrong. A union reports its branches; only the place is worth telling then. */
function faults(errors: readonly ErrorObject[]): { pointer: string; detail: string }[] {
  const byPointer = new Map<string, string>();
  for (const error of errors) {
    const pointer = pointerOf(error);
    if (!byPointer.has(pointer)) byPointer.set(pointer, sentence(error, pointer));
  }
  return [...byPointer].map(([pointer, detail]) => ({ pointer, detail }));
}

function pointerOf(error: ErrorObject): string {
  const params = error.params as Record<string, unknown>;
  const name = error.keyword === 'required' ? params['missingProperty'] : error.keyword === 'additionalProperties' ? params['additionalProperty'] : undefined;
  return typeof name === 'string' ? `${error.instancePath}/${name}` : error.instancePath;
}

function sentence(error: ErrorObject, pointer: string): string {
  const field = pointer.replace(/^\//, '').replace(/\//g, ' ') || 'the body';
  const params = error.params as Record<string, unknown>;
  switch (error.keyword) {
    case 'required':
      return `${field} is missing.`;
    case 'additionalProperties':
      return `${field} is not a field that is known here.`;
    case 'enum':
      return `${field} must be one of: ${(params['allowedValues'] as string[]).join(', ')}.`;
    case 'minLength':
      return `${field} must not be empty.`;
    case 'maxLength':
      return `${field} is too long: at most ${String(params['limit'])} characters.`;
    case 'pattern':
      return `${field} must look like 2004-09.`;
    default:
      return `${field} ${error.message ?? 'is wrong'}.`;
  }
}
