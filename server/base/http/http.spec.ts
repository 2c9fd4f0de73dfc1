import { once } from 'node:events';
import { type ClientRequest, request } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import Koa from 'koa';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { testServer, type TestServer } from '../../testing/harness.js';
import { readBytes } from './body.js';
import { errors } from './errors.js';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());
const tool = (path: string, body: unknown) => server.ask('POST', `/tools${path}`, { body });

describe('the door', () => {
  const raw = (headers: Record<string, string>, method = 'GET', path = '/api/v1/jobs') =>
    new Promise<{ status: number; body: string }>((done, fail) => {
      const { hostname, port } = new URL(server.address);
      const asked = request({ hostname, port, path, method, headers }, (answer) => {
        let body = '';
        answer.on('data', (chunk: Buffer) => (body += chunk.toString()));
        answer.on('end', () => done({ status: answer.statusCode ?? 0, body }));
      });
      asked.on('error', fail);
      asked.end(method === 'GET' ? undefined : '{}');
    });
  it('refuses a foreign host', async () => {
    const answer = await raw({ host: 'kerabat.example:80' });
    expect(answer.status).toBe(421);
    expect(answer.body).toContain('this machine only');
  });
  it('refuses a write from another site, by origin and by fetch metadata', async () => {
    expect(
      (await raw({ host: 'localhost', origin: 'http://elsewhere.example', 'content-type': 'application/json' }, 'POST'))
        .status,
    ).toBe(403);
    expect((await server.ask('POST', '/jobs', { body: {}, headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(
      403,
    );
    expect((await raw({ host: 'localhost' })).status).toBe(200);
  });
  it('sends a content security policy without inline scripts', async () => {
    const policy = (await server.ask('GET', '/jobs')).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(/script-src[^;]*unsafe/.test(policy)).toBe(false);
  });
  it.each([
    ['a body that is cut off', { raw: '{"diameter":' }, 400, 'not valid JSON'],
    ['a body that is not UTF-8', { raw: new Uint8Array([0x7b, 0xff, 0xfe]) }, 400, 'not valid UTF-8'],
    ['another content type', { raw: 'a=1', headers: { 'content-type': 'text/plain' } }, 415, 'application/json'],
    ['more than a megabyte', { raw: `{"text":"${'x'.repeat(1_100_000)}"}` }, 413, 'at most 1 MB'],
    ['nothing at all', { raw: '' }, 400, 'not valid JSON'],
    ['an array', { raw: '[]' }, 400, 'the body'],
    ['5 000 arrays in each other', { raw: '['.repeat(5000) + ']'.repeat(5000) }, 400, 'nested more than'],
    ['100 000 objects in each other', { raw: '{"a":'.repeat(100_000) + '1' + '}'.repeat(100_000) }, 400, 'nested'],
  ])('%s gets a sentence', async (_, ask, status, words) => {
    const answer = await server.ask('POST', '/tools/thread/read', ask);
    expect(answer.status).toBe(status);
    expect(answer.body.detail).toContain(words);
  });
  it('a body of which half comes is told to be late, and its connection ends', async () => {
    const koa = new Koa();
    koa.use(errors(pino({ enabled: false }), () => undefined));
    koa.use(async (ctx) => {
      ctx.body = (await readBytes(ctx, 1000, 'too large', 50)).toString();
    });
    const slow = koa.listen(0, '127.0.0.1');
    await once(slow, 'listening');
    const socket = connect((slow.address() as AddressInfo).port, '127.0.0.1');
    socket.write('POST / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 100\r\n\r\n{"half":');
    let said = '';
    socket.on('data', (chunk: Buffer) => (said += chunk.toString()));
    await once(socket, 'end');
    expect(said).toContain('408');
    expect(said).toContain('did not end in time');
    socket.destroy();
    slow.close();
  });
  it('one person has so many streams of events and no more, and an ended one makes room', async () => {
    const streams: ClientRequest[] = [];
    const listen = (): Promise<number> =>
      new Promise((done, fail) => {
        const asked = request(`${server.address}/api/v1/devices/readings`, { agent: false }, (answer) => {
          answer.resume();
          done(answer.statusCode ?? 0);
        });
        asked.setHeader('kerabat-person', 'Listener').on('error', () => undefined);
        asked.on('error', fail);
        asked.end();
        streams.push(asked);
      });
    const answers: number[] = [];
    for (let i = 0; i < 25; i++) answers.push(await listen());
    expect(answers).toEqual([...Array<number>(24).fill(200), 429]);
    streams[0]?.destroy();
    await vi.waitFor(async () => expect(await listen()).toBe(200), { timeout: 10_000 });
    for (const stream of streams) stream.destroy();
  });
  it('an address or a method that is not there says so', async () => {
    expect((await server.ask('GET', '/nothing')).body.detail).toContain('nothing at /api/v1/nothing');
    expect((await server.ask('DELETE', '/jobs')).status).toBe(405);
  });
  it('another site can start nothing, not even by reading', async () => {
    for (const path of ['/exports/csv', '/jobs', '/audit']) {
      expect((await server.ask('GET', path, { headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(403);
      expect(
        (await raw({ host: 'localhost', origin: 'http://elsewhere.example' }, 'GET', `/api/v1${path}`)).status,
      ).toBe(403);
    }
  });
  it.each([
    ['/units?limit=1.5', '/limit', 'limit must be a whole number'],
    ['/units?limit=0', '/limit', 'limit must be at least 1'],
    ['/units?limit=1e9', '/limit', 'limit must be at most 1000'],
    ['/units?limit=5&limit=6', '/limit', 'limit is given twice'],
    ['/units?colour=red', '/colour', 'colour is not a field that is known here'],
    ['/units/ard-tm22vs/interchange?minTrust=2', '/minTrust', 'minTrust must be at most 1'],
    ['/vehicles?built=2004-13', '/built', 'built must look like 2004-09'],
    [`/numbers?q=${'x'.repeat(201)}`, '/q', 'q is too long'],
    ['/numbers?q=a%00b', '/q', 'control character (U+0000)'],
    ['/numbers?__proto__=1', '', 'has a field whose name cannot be taken'],
  ])('%s is a 400 that names the field', async (path, pointer, words) => {
    const answer = await server.ask('GET', path);
    expect(answer.status).toBe(400);
    expect(answer.body.errors?.[0]?.pointer ?? pointer).toBe(pointer);
    expect(answer.body.detail).toContain(words);
  });
  it('what is refused has the headers of every answer, and an encoding that is none is passed over', async () => {
    for (const answer of [
      await server.ask('GET', '/nothing'),
      await server.ask('POST', '/jobs', { raw: '{' }),
      await server.ask('GET', '/jobs', { headers: { 'accept-encoding': 'x;q=-1' } }),
    ]) {
      expect([answer.headers.get('x-content-type-options'), answer.headers.get('cache-control')]).toEqual([
        'nosniff',
        'no-store',
      ]);
      expect(answer.headers.get('content-security-policy')).toContain("script-src 'self'");
      expect(answer.status).not.toBe(500);
    }
  });
  it(
    'a subject of 3 200 letters, a part that cannot be read, a method for another place: each with ' + 'its cause',
    async () => {
      const seen = { body: { value: { choice: 'x' }, reason: '' }, seen: 0 };
      expect((await server.ask('PUT', `/jobs/1/decisions/${'s'.repeat(3200)}`, seen)).body.detail).toContain(
        'too long: at most 200',
      );
      expect((await server.ask('PUT', '/jobs/1/decisions/%E0%A4%A', seen)).body.detail).toContain('cannot be read');
      expect(await server.ask('PUT', '/jobs')).toMatchObject({
        status: 405,
        body: { detail: 'PUT is not possible at /api/v1/jobs: it takes GET, POST.' },
      });
      expect((await server.ask('PROPFIND', '/jobs')).status).toBe(405);
    },
  );
  it('tells at most twenty faults, and of a body that is wrong everywhere the first', async () => {
    const few = await server.ask('POST', '/numbers/resolve', {
      body: { numbers: Array.from({ length: 60 }, () => 1) },
    });
    expect([few.status, few.body.errors.length]).toEqual([400, 20]);
    const many = await server.ask('POST', '/numbers/resolve', {
      body: { numbers: Array.from({ length: 30_000 }, () => 1) },
    });
    expect([many.status, many.body.errors.length]).toEqual([400, 1]);
    const most = await server.ask('POST', '/numbers/resolve', {
      body: { numbers: Array.from({ length: 200_000 }, () => 1) },
    });
    expect([most.status, JSON.stringify(most.body).length < 300]).toEqual([413, true]);
  });
  it('characters that do not print are refused where they stand; blanks around a text are not part of it', async () => {
    const job = {
      asker: ' Gate ',
      request: 'replace',
      complaints: [],
      words: 'a\nb',
      vehicleId: null,
      built: null,
      options: [],
      slot: null,
    };
    expect((await server.ask('POST', '/jobs', { body: job })).body).toMatchObject({ asker: 'Gate', words: 'a\nb' });
    const answer = await server.ask('POST', '/jobs', { body: { ...job, asker: 'Ga\u202ete', words: 'x\u0007' } });
    expect(answer.body.errors.map((e: { pointer: string }) => e.pointer)).toEqual(['/asker', '/words']);
    expect(
      (
        await server.ask('POST', '/jobs', {
          body: job,
          person: '',
          headers: { 'kerabat-person': encodeURIComponent('I\u0000') },
        })
      ).body.detail,
    ).toContain('control character');
  });
  it('names every field that is wrong, with a pointer', async () => {
    const answer = await tool('/bore/identify', { diameter: { value: 'big', unit: 'mm' } });
    expect(answer.body.errors.map((e: { pointer: string }) => e.pointer).sort()).toEqual([
      '/diameter/value',
      '/instrument',
    ]);
  });
});

describe('the calculators over the wire', () => {
  it('bore/identify', async () => {
    const { body } = await tool('/bore/identify', { diameter: { value: 26.94, unit: 'mm' }, instrument: 'caliper' });
    expect(body).toMatchObject({
      verdict: 'one',
      candidates: [{ labels: ['1-1/16 in', '27 mm'], diameter: { value: 26.9875, unit: 'mm' } }],
    });
    expect(
      (await tool('/bore/identify', { diameter: { value: 1.0606, unit: 'in' }, instrument: 'caliper' })).body.verdict,
    ).toBe('one');
  });
  it('bore/change', async () => {
    const { body } = await tool('/bore/change', {
      kind: 'clutch-master',
      from: { value: 19.05, unit: 'mm' },
      to: { value: 20.6375, unit: 'mm' },
    });
    expect(body.pressureRatio).toBeCloseTo(0.8521, 4);
    expect(body.travelRatio).toBeCloseTo(1.1736, 4);
    expect(body.areaFrom).toEqual({ value: expect.closeTo(285.02, 2), unit: 'mm2' });
  });
  it.each([
    [{ value: 0, unit: 'mm' }],
    [{ value: -19, unit: 'mm' }],
    [{ value: 19, unit: 'bar' }],
    [{ value: 99999, unit: 'mm' }],
  ])('a bore of %j is refused', async (from) => {
    const answer = await tool('/bore/change', { kind: 'slave', from, to: { value: 19, unit: 'mm' } });
    expect(answer.status).toBe(400);
    expect(answer.body.errors[0].pointer).toBe('/from');
  });
  it('thread/identify: one, several with what parts them, or none with what it is', async () => {
    const mm = (value: number) => ({ value, unit: 'mm' });
    const ask = async (body: object) => (await tool('/thread/identify', body)).body;
    expect(await ask({ gender: 'male', diameter: mm(9.45), over: { crests: 9, length: mm(8.47) } })).toMatchObject({
      verdict: 'one',
      candidates: [{ designation: '3/8-24 UNF', family: 'UN' }],
    });
    const several = await ask({ gender: 'female', diameter: mm(8.66), pitch: mm(0.91) });
    expect([several.verdict, several.nextCheck]).toEqual(['several', expect.stringContaining('further up')]);
    const none = await ask({ gender: 'male', diameter: mm(8.92), pitch: { value: 1.25, unit: 'mm' } });
    expect(none).toMatchObject({ verdict: 'none', other: { designation: 'M9x1.25' } });
    expect((await tool('/thread/identify', { gender: 'male', diameter: { value: 3, unit: 'MPa' } })).status).toBe(400);
    expect(
      (await tool('/thread/identify', { gender: 'male', diameter: mm(9), over: { crests: 1, length: mm(9) } })).status,
    ).toBe(400);
  });
  it('thread/mate: what happens, in a sentence to say; a name that is none is refused where it stands', async () => {
    const { body } = await tool('/thread/mate', { male: '3/8-24UNF', female: 'M10x1-6H' });
    expect(body).toMatchObject({ verdict: 'starts, then binds', male: '3/8-24 UNF', female: 'M10x1.0' });
    expect(body.bindsAfterTurns).toBeCloseTo(6.45, 1);
    const refused = await tool('/thread/mate', { male: '3/8-20', female: 'M10x1' });
    expect([refused.status, refused.body.errors[0].pointer]).toEqual([400, '/male']);
  });
  it('thread/read', async () => {
    expect((await tool('/thread/read', { text: '7/16 by 24' })).body).toEqual({
      recognised: true,
      designation: '7/16-24 UNS',
      nearest: [],
    });
    expect((await tool('/thread/read', { text: '1/4-19 NPT' })).body.problem).toBe('family-mismatch');
  });
  it('quantity/read, with an attribute’s usual range', async () => {
    expect((await tool('/quantity/read', { text: '1-1/16', expects: 'length' })).body.quantity).toEqual({
      value: 1.0625,
      unit: 'in',
    });
    expect(
      (await tool('/quantity/read', { text: '1.0625', expects: 'length', attribute: 'bore' })).body.doubt,
    ).toContain('1.0625 in');
    expect((await tool('/quantity/read', { text: '1', expects: 'length', attribute: 'colour' })).status).toBe(400);
  });
});

describe('the log', () => {
  it('has a line for each request, with the name that the answer has, and nothing that was typed', async () => {
    const lines: string[] = [];
    const log = pino({ level: 'info' }, { write: (line: string) => void lines.push(line) });
    const watched = await testServer({ log });
    const found = await watched.ask('GET', '/find?q=Kranbahn');
    const refused = await watched.ask('GET', '/units/Kranbahn', { person: 'Kranbahn' });
    await watched.close();
    const told = lines
      .map((line) => JSON.parse(line) as Record<string, unknown>)
      .filter(({ msg }) => msg === 'request');
    expect(told).toMatchObject([
      { method: 'GET', route: '/find', status: 200, ms: expect.any(Number), id: found.headers.get('x-request-id') },
      { method: 'GET', route: '/units/{id}', status: 404, id: refused.body.id },
    ]);
    expect(lines.join('')).not.toContain('Kranbahn');
  });
});

describe('settings', () => {
  const put = (key: string, value: number, seen: number) =>
    server.ask('PUT', `/settings/${key}`, { body: { value }, seen });
  it('a changed setting changes what is computed, and says who changed it', async () => {
    const before = (await tool('/bore/identify', { diameter: { value: 25.22, unit: 'mm' }, instrument: 'caliper' }))
      .body;
    expect(before.verdict).toBe('several');
    const { settings } = (await put('enoughToOrder', 0.85, 0)).body;
    expect(settings.find((s: { key: string }) => s.key === 'enoughToOrder')).toMatchObject({
      value: 0.85,
      standard: 0.95,
      by: 'Ilse',
      version: 1,
    });
    expect(
      (await tool('/bore/identify', { diameter: { value: 25.22, unit: 'mm' }, instrument: 'caliper' })).body.verdict,
    ).toBe('one');
  });
  it('guards against a second writer, and against nonsense', async () => {
    expect((await put('enoughToOrder', 0.9, 0)).status).toBe(412);
    expect((await put('gapMin', -5, 0)).body.detail).toContain('between');
    expect((await put('colour', 1, 0)).body.detail).toContain('no setting');
  });
});
