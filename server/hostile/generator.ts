import { openapi } from '@kerabat/contract';
import { lookup } from '@kerabat/core/base/lookup';
import type { Random } from './random.js';

/** A JSON schema as far as the contract uses it. */
interface Schema {
  /** "#/components/schemas/Quantity" */
  readonly $ref?: string;
  readonly type?: string;
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly anyOf?: readonly Schema[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly patternProperties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
  readonly maxLength?: number;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly maxItems?: number;
  readonly pattern?: string;
}
interface Operation {
  readonly parameters: readonly { readonly name: string; readonly in: string; readonly schema: Schema }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> };
}

/** One request, as it is sent. */
export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body?: string;
}

/** What a text may be that somebody sends who means no good, or who has a cat on the keyboard. */
const NASTY: readonly string[] = [
  '',
  ' ',
  'constructor',
  '__proto__',
  'hasOwnProperty',
  'toString',
  'x'.repeat(250),
  'x'.repeat(3200),
  'a\u0000b',
  'a\u202eb',
  '\ufeff',
  '\u2028',
  '😀',
  'ä'.normalize('NFD'),
  'İıŞ',
  '漢字',
  "'; DROP TABLE job; --",
  '%00',
  '%E0%A4%A',
  '../../etc/passwd',
  '<script>alert(1)</script>',
  '{{7*7}}',
  '=1+1',
  '-1',
  'NaN',
  '1e309',
  '9'.repeat(40),
  '1.5',
  'null',
  'true',
  '"',
  '\\',
  '0x10',
  '1/0',
];
/** Words that mean something here, so that requests get past the first check. */
const KNOWN: readonly string[] = [
  'v12', 'q2', 'q4', 'ard-tm22vs', 'wex-sm19', 'brake-master', 'booster', 'slave', 'clutch-master', 'unit:ard-tm22vs', 'old:brake-master', 'unit:brake-master', 'fluid:brake', 'conversion',
  'override:brake-master/lines', 'fix:brake-master/reflare@front-left', 'n:40', 'u:3', 'A 23-802', '44719', 'bore 26.9 cal', 'port rear left constructor', 'seals __proto__', 'reservoir constructor',
  'bore', 'stud-spacing', 'port-thread', 'M10x1.0', '3/8-24 UNF', '26.9', 'single-to-dual', 'three-to-two', 'gapMin', 'csv', 'xlsx', 'json', 'graphml', 'l001', 'names:ardfrith:A 23-802',
]; // prettier-ignore
const NUMBERS: readonly number[] = [
  0,
  -0,
  -1,
  1,
  2,
  3,
  1.5,
  26.9,
  1e308,
  -1e308,
  2 ** 53,
  0.0000001,
  12,
  100,
  999,
  100000,
];

/**
 * What a field of this name mostly is: nine times of ten one of these is sent, so that the checks behind the first are
 * reached.
 */
const HINTS: Readonly<Record<string, readonly unknown[]>> = {
  vehicleId: ['v12', 'q2', 'q4', 't20', 'b7'],
  slot: ['brake-master', 'booster', 'clutch-master', 'slave'],
  complaints: [[], ['sinking-pedal'], ['noise', 'dragging']],
  built: [null, '1999-05', '2004-09'],
  options: [[], ['H']],
  line: ['bore 26.9 cal', 'port rear left 9/16-18', 'casting 44719', 'seals __proto__', 'reservoir constructor'],
  from: ['unit:ard-tm22vs', 'unit:wex-sm19', 'ardfrith:A 23-814'],
  to: ['unit:pel-tm22vs', 'unit:ard-sm19', 'unit:cas-h40b'],
  source: ['here', 'ard-cat'],
  unitId: ['wex-sm19', 'ard-tm22vs'],
  link: ['l001', 'l002', 'names:ardfrith:A 23-814'],
  attribute: ['bore', 'stud-spacing', 'port-thread', 'label-code', 'rod-length'],
  jobId: [1, 2, 6],
  person: ['x'],
  asker: ['Gate', 'Ölmühle'],
  words: ['as before', ''],
  choice: ['ard-tm22vs', 'wex-sm19', 'dot-4', 'on-vehicle', 'single-to-dual', 'yes'],
  reason: ['because', ''],
  text: ['M10x1.0', '3/8-24', '26.9 mm', '1-1/16 in', '7/16 by 24'],
  numbers: [['A 23-814', '44719', 'zq9']],
};

const text = (r: Random): string => (r.chance(60) ? r.of(KNOWN) : r.of(NASTY));
const anything = (r: Random): unknown =>
  r.of<() => unknown>([
    () => null,
    () => text(r),
    () => r.of(NUMBERS),
    () => true,
    () => [],
    () => ({}),
    () => [[[[]]]],
    () => ({ constructor: 1, toString: 2 }),
  ])();

const DOCUMENT = openapi() as {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, Schema>> };
};
const named = ($ref: string): Schema => lookup(DOCUMENT.components.schemas, $ref.split('/').at(-1) ?? '') ?? {};

/** A value for a schema: mostly as it wants it, now and then something else. */
function valueOf(schema: Schema, r: Random, depth = 0): unknown {
  if (schema.$ref) return valueOf(named(schema.$ref), r, depth);
  if (r.chance(4) || depth > 8) return anything(r);
  if (schema.const !== undefined) return schema.const;
  if (schema.enum) return r.chance(92) ? r.of(schema.enum) : text(r);
  if (schema.anyOf) return valueOf(r.of(schema.anyOf), r, depth + 1);
  switch (schema.type) {
    case 'object':
      return objectOf(schema, r, depth);
    case 'array':
      return Array.from({ length: r.chance(3) ? (schema.maxItems ?? 50) + 1 : r.below(4) }, () =>
        valueOf(schema.items ?? {}, r, depth + 1),
      );
    case 'integer':
    case 'number':
      if (r.chance(25)) return r.of(NUMBERS);
      return Math.floor(
        (schema.minimum ?? 0) +
          r.below(Math.max(1, Math.min(1000, (schema.maximum ?? 100) - (schema.minimum ?? 0) + 1))),
      );
    case 'boolean':
      return r.chance(50);
    case 'null':
      return null;
    case 'string':
      return schema.pattern && r.chance(70) ? r.of(['2004-09', '2004-09-30', '1999-12']) : text(r);
    default:
      return anything(r);
  }
}

function objectOf(schema: Schema, r: Random, depth: number): unknown {
  const [any] = Object.values(schema.patternProperties ?? {});
  const known = Object.entries(schema.properties ?? {}).flatMap(([name, of]): [string, unknown][] => {
    const wanted = schema.required?.includes(name) ? r.chance(97) : r.chance(50);
    const hints = lookup(HINTS, name);
    return wanted ? [[name, hints && r.chance(88) ? r.of(hints) : valueOf(of, r, depth + 1)]] : [];
  });
  const more = any
    ? Array.from({ length: r.below(4) }, (): [string, unknown] => [text(r), valueOf(any, r, depth + 1)])
    : [];
  const strange: [string, unknown][] = r.chance(4) ? [[r.of(NASTY), anything(r)]] : [];
  return Object.fromEntries([...known, ...more, ...strange]);
}

const HEADERS: readonly Readonly<Record<string, string>>[] = [
  { 'accept-encoding': 'x;q=-1' },
  { 'accept-encoding': 'gzip;q=2, ;;;' },
  { accept: '*/*;q=x' },
  { prefer: 'return=representation' },
  { 'if-match': '"99999999999999999999"' },
  { 'if-match': 'W/"1"' },
  { 'content-type': 'application/json; charset=utf-7' },
  { 'content-type': 'text/plain' },
  { 'kerabat-person': '%E0%A4%A' },
  { 'kerabat-person': encodeURIComponent('a\u202eb') },
  { 'kerabat-person': '' },
  { 'sec-fetch-site': 'cross-site' },
  { origin: 'http://elsewhere.example' },
  { range: 'bytes=5-2' },
];
const OTHER_METHODS: readonly string[] = ['PATCH', 'DELETE', 'PUT', 'OPTIONS', 'HEAD', 'PROPFIND', 'PURGE', 'REPORT'];

/** Streams without an end, and what would leave nothing to ask about. */
const LEFT_OUT = ['get /api/v1/devices/readings', 'delete /api/v1/demo'];

/** Requests over every operation of the OpenAPI document, without an end; the same for the same seed. */
export function* requests(r: Random): Generator<Sent, never> {
  const operations = Object.entries(DOCUMENT.paths)
    .flatMap(([path, methods]) => Object.entries(methods).map(([method, operation]) => ({ path, method, operation })))
    .filter(({ path, method }) => !LEFT_OUT.includes(`${method} ${path}`));
  for (;;) {
    for (const { path, method, operation } of operations) yield requestOf(path, method, operation, r);
  }
}

const written = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));

function requestOf(path: string, method: string, operation: Operation, r: Random): Sent {
  const filled = path.replace(/\{(\w+)\}/g, (_, name: string) => partOf(path, name, r));
  const query = operation.parameters
    .filter((p) => p.in === 'query' && r.chance(50))
    .map((p) => `${p.name}=${r.chance(95) ? encodeURIComponent(written(valueOf(p.schema, r))) : '%zz'}`);
  if (r.chance(3)) query.push('limit=1.5', `${encodeURIComponent(r.of(NASTY))}=1`);
  const schema = operation.requestBody?.content['application/json']?.schema;
  const body = schema
    ? r.chance(96)
      ? JSON.stringify(valueOf(schema, r))
      : r.of(['', '{', '[]', 'null', '"', '{"a":', `[${'['.repeat(5000)}`])
    : undefined;
  const guarded = operation.parameters.some((p) => p.name === 'If-Match');
  return {
    method: r.chance(3) ? r.of(OTHER_METHODS) : method.toUpperCase(),
    path: `${filled}${query.length > 0 ? `?${query.join('&')}` : ''}`,
    headers: {
      'kerabat-person': 'hostile',
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      ...(guarded ? { 'if-match': `"${r.below(4)}"` } : {}),
      ...(r.chance(10) ? r.of(HEADERS) : {}),
    },
    ...(body === undefined || body === 'undefined' ? {} : { body }),
  };
}

/** Parts of an address that lead somewhere, by the first part of it. */
const PARTS: Readonly<Record<string, readonly string[]>> = {
  jobs: ['1', '2', '3', '4', '5', '6'],
  units: ['ard-tm22vs', 'wex-sm19', 'n:40'],
  vehicles: ['v12', 'q2'],
  conversions: ['single-to-dual', 'three-to-two', 'assist'],
  history: ['1', '2', '3'],
  exports: ['csv', 'graphml', 'json'],
  settings: ['gapMin', 'enoughToOrder', 'trustFloor'],
  chassis: ['VA12-9905-H-00417-S'],
};
const NAMED: Readonly<Record<string, readonly string[]>> = {
  subject: [
    'old:brake-master',
    'unit:brake-master',
    'fluid:brake',
    'conversion',
    'override:brake-master/lines',
    'at:booster',
    'fix:brake-master/reflare@front-left',
  ],
  evidenceId: ['1', '2', '3', '4'],
  photographId: ['1'],
  node: ['u:3', 'n:40'],
  sheet: ['0'],
};

/** A part of an address: a real one mostly, so that something is found behind it. */
function partOf(path: string, name: string, r: Random): string {
  if (r.chance(1)) return '%E0%A4%A';
  const known = lookup(NAMED, name) ?? lookup(PARTS, path.split('/')[3] ?? '') ?? KNOWN;
  return encodeURIComponent(r.chance(85) ? r.of(known) : r.of([...NASTY, ...KNOWN])) || '-';
}
