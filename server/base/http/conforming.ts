import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import type { Static, TSchema } from '@sinclair/typebox';
import { plainTextProblem } from '@kerabat/core/tell/words';
import { HttpProblem } from './problem.js';

/** So many faults are told of one request. */
const TOLD = 20;
/** In a value of more parts only the first fault is looked for: to find them all would take longer than to read it. */
const ALL_FAULTS_UP_TO = 2000;

/** No request that is meant has more values than this; to go through them all would hold everybody up. */
const MOST_PARTS = 50_000;
const tooMany = (): HttpProblem =>
  new HttpProblem(413, 'Too large', 'The body holds more than 50 000 values. Send it in parts.');

/** Nothing that is meant lies deeper. */
const DEEPEST = 40;
const tooDeep = (): HttpProblem =>
  new HttpProblem(400, 'Not understood', `The body is nested more than ${DEEPEST} deep; nothing here is.`);

type Place = 'body' | 'query';
/**
 * The schemas are ours, made by TypeBox: to check them against the schema of schemas at each start would hold the first
 * who writes.
 */
const OPTIONS = { strict: false, discriminator: true, validateSchema: false } as const;
const AJV = {
  body: { first: new Ajv(OPTIONS), all: new Ajv({ ...OPTIONS, allErrors: true }) },
  query: {
    first: new Ajv({ ...OPTIONS, coerceTypes: true }),
    all: new Ajv({ ...OPTIONS, coerceTypes: true, allErrors: true }),
  },
} as const;
const compiled = new WeakMap<TSchema, Map<Ajv, ValidateFunction>>();

function validator(ajv: Ajv, schema: TSchema): ValidateFunction {
  const known = compiled.get(schema) ?? new Map<Ajv, ValidateFunction>();
  compiled.set(schema, known);
  const made = known.get(ajv) ?? ajv.compile(schema);
  known.set(ajv, made);
  return made;
}

/**
 * A value from outside as its schema has it: every text without blanks around it and without characters that do not
 * print, then checked. Throws a 400 that names each fault by its pointer, up to twenty.
 */
export function conforming<S extends TSchema>(value: unknown, schema: S, place: Place = 'body'): Static<S> {
  const seen = { parts: 0, faults: [] as Fault[] };
  const tidy = tidied(value, '', seen);
  if (seen.faults.length > 0) throw refused(seen.faults);
  const first = validator(AJV[place].first, schema);
  if (first(tidy)) return tidy as Static<S>;
  const all = seen.parts > ALL_FAULTS_UP_TO ? first : validator(AJV[place].all, schema);
  if (all !== first) all(tidy);
  throw refused(faults(all.errors ?? []));
}

interface Fault {
  readonly pointer: string;
  readonly detail: string;
}

const refused = (found: readonly Fault[]): HttpProblem => {
  const errors = found.slice(0, TOLD);
  const detail = errors.slice(0, 3).map((e) => e.detail);
  return new HttpProblem(400, 'Not understood', detail.join(' '), { errors });
};

const fieldOf = (pointer: string): string => pointer.replace(/^\//, '').replace(/\//g, ' ') || 'the body';

function tidied(value: unknown, pointer: string, seen: { parts: number; faults: Fault[] }, depth = 0): unknown {
  if (++seen.parts > MOST_PARTS) throw tooMany();
  if (depth > DEEPEST) throw tooDeep();
  if (typeof value === 'string') {
    const text = value.replace(/\r\n?/g, '\n').trim();
    const problem = plainTextProblem(text);
    if (problem !== undefined && seen.faults.length < TOLD)
      seen.faults.push({ pointer, detail: `${fieldOf(pointer)} ${problem}` });
    return text;
  }
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value) && value.length > MOST_PARTS) throw tooMany();
  if (Array.isArray(value)) return value.map((item, i) => tidied(item, `${pointer}/${i}`, seen, depth + 1));
  const tidy = new Map<string, unknown>();
  for (const [key, item] of Object.entries(value)) {
    const at = `${pointer}/${key.slice(0, 60)}`;
    if (plainTextProblem(key) !== undefined || key === '__proto__') {
      if (seen.faults.length < TOLD)
        seen.faults.push({ pointer, detail: `${fieldOf(pointer)} has a field whose name cannot be taken.` });
    } else tidy.set(key, tidied(item, at, seen, depth + 1));
  }
  return Object.fromEntries(tidy);
}

/**
 * One readable sentence for each field that is wrong. A union reports its branches; only the place is worth telling
 * then.
 */
function faults(errors: readonly ErrorObject[]): Fault[] {
  const byPointer = new Map<string, string>();
  for (const error of errors) {
    const pointer = pointerOf(error);
    if (!byPointer.has(pointer)) byPointer.set(pointer, sentence(error, pointer));
    if (byPointer.size >= TOLD) break;
  }
  return [...byPointer].map(([pointer, detail]) => ({ pointer, detail }));
}

function pointerOf(error: ErrorObject): string {
  const params = error.params as Record<string, unknown>;
  const name =
    error.keyword === 'required'
      ? params['missingProperty']
      : error.keyword === 'additionalProperties'
        ? params['additionalProperty']
        : undefined;
  return typeof name === 'string' ? `${error.instancePath}/${name.slice(0, 60)}` : error.instancePath;
}

function sentence(error: ErrorObject, pointer: string): string {
  const field = fieldOf(pointer);
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
    case 'maxItems':
      return `${field} has too many entries: at most ${String(params['limit'])}.`;
    case 'type':
      return (
        `${field} must be ` +
        `${params['type'] === 'integer' ? 'a whole number' : `of the type ${String(params['type'])}`}.`
      );
    case 'minimum':
      return `${field} must be at least ${String(params['limit'])}.`;
    case 'maximum':
      return `${field} must be at most ${String(params['limit'])}.`;
    case 'pattern':
      return `${field} must look like ${String(params['pattern']).includes('\\d{2}$') ? '2004-09-30' : '2004-09'}.`;
    default:
      return `${field} ${error.message ?? 'is wrong'}.`;
  }
}
