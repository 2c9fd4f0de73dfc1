import { setTimeout as wait } from 'node:timers/promises';
import { afterAll, beforeAll, expect, it } from 'vitest';
import {
  addressOf,
  EXAMPLES,
  keeps,
  type Example,
  type FromAnswer,
  type RouteId,
  type RouteShape,
  OPERATIONS,
} from '@kerabat/contract';
import { testServer, type TestServer } from './harness.js';
import { routeAt, strayAnswer } from './conforms.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer({ demo: false });
});
afterAll(() => server.close());

const answers = new Map<string, unknown>();

const isFrom = (value: unknown): value is FromAnswer => typeof value === 'object' && value !== null && 'of' in value;

/** An example with what other examples were answered. */
function filled(value: unknown): unknown {
  if (isFrom(value)) {
    const at = value.at
      .split('/')
      .reduce<unknown>((one, key) => (one as Record<string, unknown> | undefined)?.[key], answers.get(value.of));
    expect(at, `${value.of} answered nothing at ${value.at}`).toBeDefined();
    return at;
  }
  if (Array.isArray(value)) return value.map(filled);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, filled(one)]));
}

function bodyOf({ body, file }: Example): { body?: string | FormData | Uint8Array; type?: string } {
  if (file === undefined) return body === undefined ? {} : { body: JSON.stringify(body), type: 'application/json' };
  const bytes = file.base64 === undefined ? Buffer.from(file.text ?? '') : Buffer.from(file.base64, 'base64');
  if (file.type.startsWith('image/')) return { body: bytes, type: file.type };
  const form = new FormData();
  form.set('file', new Blob([bytes], { type: file.type }), file.name);
  return { body: form };
}

/** Makes the request of an example; what never ends is left after its head. */
async function play(
  id: RouteId,
  headers: Record<string, string>,
): Promise<{ status: number; stray: string | undefined; body: unknown }> {
  const route = OPERATIONS.find((one) => one.id === id);
  if (!route) throw new Error(id);
  const { at, query, seen, ...rest } = filled(EXAMPLES[id]) as Example;
  const url = addressOf(route.path, { at: at as never, query: query as never });
  const { body, type } = bodyOf(rest);
  const answer = await fetch(`${server.address}${url}`, {
    method: route.method.toUpperCase(),
    headers: {
      ...(type === undefined ? {} : { 'content-type': type }),
      ...(seen === undefined ? {} : { 'if-match': `"${String(seen)}"` }),
      ...headers,
    },
    ...(body === undefined ? {} : { body: body as BodyInit }),
  });
  const kind = answer.headers.get('content-type') ?? '';
  expect(routeAt(route.method, url.replace(/[?].*/, ''))).toBe(route);
  if (kind.startsWith('text/event-stream')) {
    await answer.body?.cancel();
    return {
      status: answer.status,
      stray: strayAnswer(route, { status: answer.status, headers: answer.headers, body: '' }),
      body: '',
    };
  }
  const text = await answer.text();
  const said: unknown = /^application\/(problem\+)?json/.test(kind) ? JSON.parse(text) : text;
  return {
    status: answer.status,
    stray: strayAnswer(route, { status: answer.status, headers: answer.headers, body: said }),
    body: said,
  };
}

/** A file is looked at and taken in beside the answer: what came of it is told a moment later. */
async function settled(): Promise<void> {
  if (!answers.has('sendImport')) return;
  for (let i = 0; i < 200; i++) {
    const { body } = await play('import', {});
    answers.set('import', body);
    if (!['looking', 'running'].includes((body as { state: string }).state)) return;
    await wait(50);
  }
}

it('each operation has one', () => expect(Object.keys(EXAMPLES).sort()).toEqual(OPERATIONS.map(({ id }) => id).sort()));

it('each is answered as the document says, one after the other; what is kept is refused without a name', async () => {
  for (const id of Object.keys(EXAMPLES) as RouteId[]) {
    const route = OPERATIONS.find((one) => one.id === id) as RouteShape;
    if (keeps(route)) {
      const { status, stray } = await play(id, {});
      expect({ id, status, stray }).toEqual({ id, status: 401, stray: undefined });
    }
    const played = await play(id, { 'kerabat-person': 'Ilse' });
    expect({ id, stray: played.stray, status: played.status < 400 ? 'well' : played.body }).toEqual({
      id,
      stray: undefined,
      status: 'well',
    });
    answers.set(id, played.body);
    await settled();
  }
});
