import { mkdtempSync, rmSync, writeFileSync, mkdirSync } from 'node:fs';
import { createServer, request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type DataDirectory, openDirectory } from '../base/db/directory.js';
import { StartProblem } from '../base/db/open.js';
import { chassisService } from '../outside/chassis/service.js';
import { instrumentFeed } from '../outside/devices/feed.js';
import { makeApp } from './app.js';
import { readArguments, readWhat } from './arguments.js';
import { type Stores, storesOf, wallClock } from './stores.js';

let work: string;
let server: Server;
let directory: DataDirectory;
let stores: Stores;
let port: number;
beforeAll(async () => {
  work = mkdtempSync(join(tmpdir(), 'kerabat-app-'));
  const web = join(work, 'web');
  mkdirSync(web);
  writeFileSync(join(work, 'secret.txt'), 'secret');
  writeFileSync(join(web, 'index.html'), '<title>page</title>');
  writeFileSync(join(web, 'main-ABCDEFGH.js'), 'code()');
  writeFileSync(join(web, 'mark.svg'), '<svg/>');
  const log = pino({ level: 'silent' });
  directory = openDirectory(join(work, 'data'), { program: 'tests', now: wallClock() });
  stores = storesOf(directory, log, wallClock);
  server = createServer(
    makeApp({
      stores,
      log,
      clock: wallClock,
      web,
      instruments: instrumentFeed({ port: 1 }),
      chassis: chassisService('http://127.0.0.1:1'),
    }).callback(),
  );
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  port = (server.address() as AddressInfo).port;
});
afterAll(async () => {
  server.close();
  await stores.close();
  directory.close();
  rmSync(work, { recursive: true, force: true });
});

/** Asks with the path exactly as it is written: no client tidies the dots away. */
const get = (path: string, method = 'GET') =>
  new Promise<{ status: number; type: string; cache: string; body: string }>((done, fail) => {
    const asked = request({ host: '127.0.0.1', port, path, method, headers: { host: 'localhost' } }, (answer) => {
      let body = '';
      answer.on('data', (chunk: Buffer) => (body += chunk.toString()));
      answer.on('end', () =>
        done({
          status: answer.statusCode ?? 0,
          type: answer.headers['content-type'] ?? '',
          cache: answer.headers['cache-control'] ?? '',
          body,
        }),
      );
    });
    asked.on('error', fail);
    asked.end();
  });

describe('the interface’s files', () => {
  it('any address that is no file is the page itself, never cached', async () => {
    for (const path of ['/', '/jobs/7/fit', '/units/ard-sm19']) {
      expect(await get(path)).toMatchObject({
        status: 200,
        type: 'text/html; charset=utf-8',
        cache: 'no-cache',
        body: '<title>page</title>',
      });
    }
  });
  it.each(['/nothing.js', '/old-ABCDEFGH.js', '/styles.css', '/chunk.js.map', '/fonts/gone.woff2'])(
    '%s is not there, and is not the page',
    async (path) => {
      expect(await get(path)).toMatchObject({ status: 404, type: 'application/problem+json; charset=utf-8' });
    },
  );
  it('files with a hash in their name are kept, others are not', async () => {
    expect(await get('/main-ABCDEFGH.js')).toMatchObject({ type: 'text/javascript; charset=utf-8', body: 'code()' });
    expect((await get('/main-ABCDEFGH.js')).cache).toContain('immutable');
    expect((await get('/mark.svg')).cache).toBe('no-cache');
  });
  it.each(['/../secret.txt', '/..%2Fsecret.txt', '/%2e%2e/secret.txt', '/jobs/../../secret.txt', '/%00secret.txt'])(
    '%s leads nowhere outside',
    async (path) => {
      expect((await get(path)).body).not.toContain('secret');
    },
  );
  it('an address that cannot be decoded gets an answer, not a crash', async () => {
    expect(await get('/%E0%A4%A')).toMatchObject({ status: 400, type: 'application/problem+json; charset=utf-8' });
    expect((await get('/')).status).toBe(200);
  });
  it('the API’s own addresses are never the page', async () => {
    expect(await get('/api/v1/nothing')).toMatchObject({
      status: 404,
      type: 'application/problem+json; charset=utf-8',
    });
    expect((await get('/jobs', 'POST')).status).toBe(405);
  });
});

describe('an interface that is not built', () => {
  it.each(['a folder that is not there', 'an empty folder'])(
    '%s: the page says what to do, and the API answers',
    async (what) => {
      const missing = join(work, what.includes('not there') ? 'no-web' : 'empty-web');
      if (what.includes('empty')) mkdirSync(missing);
      const log = pino({ level: 'silent' });
      const app = makeApp({
        stores,
        log,
        clock: wallClock,
        web: missing,
        instruments: instrumentFeed({ port: 1 }),
        chassis: chassisService('http://127.0.0.1:1'),
      });
      const bare = createServer(app.callback());
      await new Promise<void>((done) => bare.listen(0, '127.0.0.1', done));
      const at = `http://127.0.0.1:${(bare.address() as AddressInfo).port}`;
      const page = await fetch(`${at}/jobs`);
      expect(page.status).toBe(503);
      expect(((await page.json()) as { detail: string }).detail).toContain('npm start');
      expect((await fetch(`${at}/api/v1/jobs`)).status).toBe(200);
      bare.close();
    },
  );
});

describe('arguments of the server', () => {
  it('have sensible values of their own', () =>
    expect(readArguments([], '/data')).toEqual({
      data: '/data',
      port: 4870,
      empty: false,
      createMissing: false,
      instruments: 4880,
      chassis: 'http://127.0.0.1:4882',
    }));
  it('are taken as given', () =>
    expect(readArguments(['--data', '/x', '--port', '0', '--empty'], '/data')).toMatchObject({
      data: '/x',
      port: 0,
      empty: true,
    }));
  it('are taken from the environment too, where the command line says nothing', () => {
    const env = { KERABAT_DATA: '/y', KERABAT_PORT: '5000', KERABAT_EMPTY: 'yes', KERABAT_CHASSIS: '' };
    expect(readArguments(['--port', '0'], '/data', env)).toMatchObject({
      data: '/y',
      port: 0,
      empty: true,
      chassis: 'http://127.0.0.1:4882',
    });
    expect(() => readArguments([], '/data', { KERABAT_EMPTY: 'perhaps' })).toThrow('KERABAT_EMPTY is "yes"');
    expect(() => readArguments([], '/data', { KERABAT_PORT: 'x' })).toThrow(StartProblem);
  });
  it.each([
    ['--port', '99999'],
    ['--port', '1.5'],
    ['--port', 'x'],
    ['--colour', 'red'],
    ['stray'],
    ['--instruments', '-1'],
    ['--chassis', 'nowhere'],
  ])('%s %s is refused in words', (...args) => {
    expect(() => readArguments(args, '/data')).toThrow(StartProblem);
  });
  it('reads what a command is about, and says how it is called when that is missing or unknown', () => {
    expect(readWhat(['there', '--data', '/x'], 'usage')).toEqual({ what: 'there', data: '/x' });
    expect(() => readWhat([], 'Say which.')).toThrow(new StartProblem('Say which.'));
    expect(() => readWhat(['--help'], 'Say which.')).toThrow(/'--help'.* Say which\./s);
  });
});
