import type { TSchema } from '@sinclair/typebox';
import * as schemas from './schemas.js';

/** Schemas of the contract by their names, for the OpenAPI document. */

const isSchema = (value: unknown): value is TSchema =>
  typeof value === 'object' &&
  value !== null &&
  (('type' in value && value.type === 'object') || 'enum' in value || 'anyOf' in value || 'pattern' in value);

/** Names by what they are names of. Of two names of one shape the first counts. */
const NAMES: ReadonlyMap<string, string> = new Map(
  Object.entries(schemas)
    .flatMap(([name, schema]) => (isSchema(schema) ? [[JSON.stringify(schema), name] as const] : []))
    .reverse(),
);

/** A schema by its name where the contract has one for it, otherwise as it is. */
export const referred = (schema: unknown): unknown => {
  const name = NAMES.get(JSON.stringify(schema));
  return name === undefined ? within(schema) : { $ref: `#/components/schemas/${name}` };
};

/** What lies in a schema, each by its name where it has one; names and choices are taken as they are. */
function within(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(referred);
  if (typeof schema !== 'object' || schema === null) return schema;
  const taken = ([key, value]: [string, unknown]) => [
    key,
    key === 'enum' || key === 'required' ? value : referred(value),
  ];
  return Object.fromEntries(Object.entries(schema).map(taken));
}

/** Every schema that has a name, by it. */
export const namedSchemas = (): Record<string, unknown> =>
  Object.fromEntries([...NAMES].map(([schema, name]) => [name, within(JSON.parse(schema))]));
