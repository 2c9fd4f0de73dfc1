import { Ajv } from 'ajv';
import { describe, expect, it } from 'vitest';
import {
  BoreIdentifyRequest,
  DecisionRequest,
  IdentifyRequest,
  keeps,
  JobChange,
  NewEvidence,
  NewJob,
  openapi,
  QuantityReadRequest,
  refusals,
  OPERATIONS,
  PartsListAddRequest,
  PartsListEditRequest,
} from './index.js';

const ajv = new Ajv({ strict: false, discriminator: true });
const JOB = {
  asker: 'Gate',
  request: 'replace',
  complaints: [],
  words: '',
  vehicleId: null,
  built: null,
  options: [],
  slot: null,
};

describe('what may cross the wire', () => {
  it.each([
    ['a job with nothing known', NewJob, JOB],
    [
      'a job with all of it',
      NewJob,
      { ...JOB, complaints: ['noise'], vehicleId: 'v12', built: '1999-12', options: ['H'], slot: 'booster' },
    ],
    ['a change of one field', JobChange, { asker: 'Gate 2' }],
    ['closing a job', JobChange, { state: 'closed' }],
    [
      'a measured bore',
      NewEvidence,
      { attribute: 'bore', kind: 'quantity', value: { value: 26.9, unit: 'mm' }, instrument: 'caliper' },
    ],
    ['a mark', NewEvidence, { attribute: 'label-code', kind: 'mark', value: 'KE', onVehicle: true }],
    ['a count', NewEvidence, { attribute: 'port-count', kind: 'count', value: 2 }],
    ['a decision', DecisionRequest, { value: { choice: 'ard-sm19', detail: 'A 23-802' }, reason: '' }],
    ['a bore to identify', BoreIdentifyRequest, { diameter: { value: 26.94, unit: 'mm' }, instrument: 'bore-gauge' }],
    ['a unit without a vehicle', IdentifyRequest, { kind: 'slave', evidence: [] }],
    [
      'a unit that is lost',
      IdentifyRequest,
      {
        kind: 'slave',
        vehicleId: 'q4',
        slot: 'slave',
        limit: 5,
        unitIs: 'lost',
        evidence: [{ attribute: 'port-count', kind: 'count', value: 2 }],
      },
    ],
    ['a quantity to read', QuantityReadRequest, { text: '', expects: 'torque' }],
    ['a line struck out', PartsListEditRequest, { dropped: true }],
  ])('%s', (_, schema, value) => {
    const check = ajv.compile(schema);
    expect(check(value), JSON.stringify(check.errors)).toBe(true);
  });
  it.each([
    ['a job without who asks', NewJob, { ...JOB, asker: '' }],
    ['a job of the thirteenth month', NewJob, { ...JOB, built: '1999-13' }],
    ['a job with a field too many', NewJob, { ...JOB, price: 3 }],
    ['a state that is none', JobChange, { state: 'lost' }],
    ['a change of the version', JobChange, { version: 3 }],
    [
      'a measurement in furlongs',
      NewEvidence,
      { attribute: 'bore', kind: 'quantity', value: { value: 1, unit: 'furlong' } },
    ],
    ['a measurement as bare text', NewEvidence, { attribute: 'bore', kind: 'quantity', value: '26.9' }],
    ['a mark that is a number', NewEvidence, { attribute: 'label-code', kind: 'mark', value: 7 }],
    ['half a port', NewEvidence, { attribute: 'port-count', kind: 'count', value: 1.5 }],
    ['evidence of no kind', IdentifyRequest, { kind: 'slave', evidence: [{ attribute: 'bore', value: 'x' }] }],
    [
      'evidence of a kind that is none',
      IdentifyRequest,
      { kind: 'slave', evidence: [{ attribute: 'bore', kind: 'feeling', value: 'x' }] },
    ],
    ['a thousand candidates', IdentifyRequest, { kind: 'slave', limit: 1000, evidence: [] }],
    ['a decision without reason', DecisionRequest, { value: { choice: 'x' } }],
    ['no pieces', PartsListAddRequest, { section: 'order', words: 'x', quantity: 0, reason: 'y' }],
    ['a section that is none', PartsListAddRequest, { section: 'basket', words: 'x', quantity: 1, reason: 'y' }],
    ['a thousand pieces', PartsListEditRequest, { quantity: 1000 }],
    [
      'an instrument that is none',
      BoreIdentifyRequest,
      { diameter: { value: 26.94, unit: 'mm' }, instrument: 'thumb' },
    ],
  ])('%s may not', (_, schema, value) => expect(ajv.compile(schema)(value)).toBe(false));
});

interface Operation {
  readonly operationId: string;
  readonly security?: unknown;
  readonly parameters: readonly { readonly name: string; readonly in: string; readonly example?: unknown }[];
  readonly requestBody?: {
    readonly content: Readonly<Record<string, { readonly schema: object; readonly example?: unknown }>>;
  };
  readonly responses: Readonly<
    Record<string, { readonly content?: Readonly<Record<string, { readonly schema: object }>> }>
  >;
}

describe('the OpenAPI document', () => {
  const document = openapi() as {
    paths: Record<string, Record<string, Operation>>;
    components: { schemas: Record<string, object>; responses: Record<string, unknown> };
  };
  const each = OPERATIONS.map((route) => {
    const operation = document.paths[`/api/v1${route.path}`]?.[route.method];
    if (!operation) throw new Error(`${route.method} ${route.path} is not in the document`);
    return { route, operation };
  });
  it('has every route once, with its parameters', () => {
    expect(new Set(OPERATIONS.map((r) => `${r.method} ${r.path}`)).size).toBe(OPERATIONS.length);
    for (const { route, operation } of each) {
      const names = (where: string) => operation.parameters.filter((p) => p.in === where).map((p) => p.name);
      expect(names('path')).toEqual([...route.path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]));
      expect(names('query')).toEqual(Object.keys(route.query ?? {}));
      expect(names('header').includes('If-Match')).toBe(route.guarded === true);
      expect(operation.requestBody !== undefined).toBe(route.body !== undefined || route.file !== undefined);
    }
  });
  it('calls each operation by a name of its own, and says who may write', () => {
    expect(new Set(each.map(({ operation }) => operation.operationId)).size).toBe(OPERATIONS.length);
    for (const { route, operation } of each) expect(operation.security !== undefined, route.id).toBe(keeps(route));
  });
  it('says each answer: the one that is wished for by the name of its schema, and every refusal', () => {
    for (const { route, operation } of each) {
      const { [String(route.status ?? 200)]: well, ...refused } = operation.responses;
      const json = well?.content?.['application/json'];
      if (route.answer) expect(Object.keys(json?.schema ?? {}), route.id).toEqual(['$ref']);
      else if (route.status === 204) expect(well?.content, route.id).toBeUndefined();
      else expect(Object.keys(well?.content ?? {}).length, route.id).toBeGreaterThan(0);
      expect(Object.keys(refused).map(Number), route.id).toEqual(refusals(route));
      for (const ref of Object.values(refused)) expect(ref, route.id).toHaveProperty('$ref');
    }
  });
  it('takes each body by the name of its schema, with an example', () => {
    for (const { route, operation } of each.filter((one) => one.route.body)) {
      const body = operation.requestBody?.content['application/json'];
      expect(Object.keys(body?.schema ?? {}), route.id).toEqual(['$ref']);
      expect(body?.example, route.id).toBeDefined();
    }
  });
  it('names nothing that is not in it', () => {
    const refs = [...JSON.stringify(document).matchAll(/"\$ref":"#\/components\/(\w+)\/(\w+)"/g)];
    expect(refs.length).toBeGreaterThan(400);
    const { components } = document as unknown as { components: Record<string, Record<string, unknown>> };
    for (const [ref, kind = '', name = ''] of refs) expect(components[kind]?.[name], ref).toBeDefined();
  });
  it('is plain JSON', () => expect(JSON.parse(JSON.stringify(document))).toEqual(document));
  it('every write that two people can make at once is guarded', () => {
    const guarded = OPERATIONS.filter((r) => r.guarded).map((r) => `${r.method} ${r.path}`);
    for (const write of [
      'patch /jobs/{id}',
      'put /jobs/{id}/decisions/{subject}',
      'delete /jobs/{id}/decisions/{subject}',
      'put /jobs/{id}/parts-list/{key}',
      'put /settings/{key}',
    ])
      expect(guarded).toContain(write);
  });
});
