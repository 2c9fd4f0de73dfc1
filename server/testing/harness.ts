import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import { API_ROOT } from '@kerabat/contract';
import { pino } from 'pino';
import { type DataDirectory, openDirectory } from '../base/db/directory.js';
import { DATABASE_FILES } from '../base/db/storage.js';
import { refuse } from '../base/http/refuse.js';
import { workOutNow } from '../jobs/workspace.js';
import { makeApp } from '../main/app.js';
import { firstStart } from '../main/first-start.js';
import { type Stores, storesOf } from '../main/stores.js';
import { chassisService } from '../outside/chassis/service.js';
import { instrumentFeed } from '../outside/devices/feed.js';
import { routeAt, strayAnswer } from './conforms.js';

export const DEMO = fileURLToPath(new URL('../../demo', import.meta.url));

export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  // The tests look into answers freely; the schemas are checked by their own tests.
  readonly body: any; // eslint-disable-line @typescript-eslint/no-explicit-any
}

export interface Ask {
  readonly body?: unknown;
  readonly raw?: string | Uint8Array;
  readonly seen?: number;
  readonly headers?: Record<string, string>;
  readonly person?: string;
}

export interface TestServer {
  readonly stores: Stores;
  readonly databases: DataDirectory;
  readonly folder: string;
  readonly address: string;
  ask(method: string, path: string, options?: Ask): Promise<Answer>;
  close(): Promise<void>;
}

/**
 * A data directory with the demo, made once for each thread of tests and copied: loading it takes longer than most
 * tests.
 */
let template: string | undefined;
async function withDemo(): Promise<string> {
  if (template !== undefined) return template;
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-template-'));
  const directory = openDirectory(folder, { program: 'tests', now: clockFrom(0)() });
  const stores = storesOf(directory, SILENT, clockFrom(0));
  firstStart(directory, stores, true, clockFrom(0)());
  for (const id of stores.jobs.notWorkedOut()) await workOutNow(id, stores);
  await stores.close();
  directory.close();
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  return (template = folder);
}

const SILENT = pino({ level: 'silent' });
/** Seconds of 2024, one for each time somebody looks. */
const clockFrom = (first: number) => {
  let tick = first;
  return () => new Date(Date.UTC(2024, 0, 1) + tick++ * 1000).toISOString();
};

/** A directory of the format before references were values, with a decision of every kind: its files, packed. */
const OLD = fileURLToPath(new URL('an-old-directory/', import.meta.url));

/** A data directory of its own for a test: with the demo in it, an old one, or empty. */
export async function testDirectory({ demo = true, old = false, parent = tmpdir() } = {}): Promise<string> {
  const folder = mkdtempSync(join(parent, 'kerabat-test-'));
  if (old) {
    for (const name of DATABASE_FILES) writeFileSync(join(folder, name), gunzipSync(readFileSync(`${OLD}${name}.gz`)));
  } else if (demo) {
    const from = await withDemo();
    for (const name of DATABASE_FILES) cpSync(join(from, name), join(folder, name));
  }
  return folder;
}

/** A server on a free port over a data directory of its own, with the demo unless told otherwise. */
/** `parent` is where its data directory lies. */
export async function testServer({
  demo = true,
  old = false,
  parent = tmpdir(),
  instrumentPort = 1,
  chassisUrl = 'http://127.0.0.1:1',
  log = SILENT,
} = {}): Promise<TestServer> {
  const folder = await testDirectory({ demo, old, parent });
  const clock = clockFrom(1000);
  const directory = openDirectory(folder, { program: 'tests', now: clock() });
  const stores = storesOf(directory, log, clock);
  firstStart(directory, stores, false, clock());
  const instruments = instrumentFeed({ port: instrumentPort, retry: 50, silence: 400 });
  const app = makeApp({ stores, log, clock, instruments, chassis: chassisService(chassisUrl, 500) });
  const server = createServer(app.callback());
  server.on('clientError', refuse);
  // A loop that a test blocked for six seconds would find its connection closed by its own server: keep it.
  server.keepAliveTimeout = 0;
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    stores,
    databases: directory,
    folder,
    address,
    async ask(method, path, { body, raw, seen, headers = {}, person = 'Ilse' } = {}) {
      const answer = await fetch(`${address}${API_ROOT}${path}`, {
        method,
        headers: {
          ...(person === '' ? {} : { 'kerabat-person': person }),
          ...(body === undefined && raw === undefined ? {} : { 'content-type': 'application/json' }),
          ...(seen === undefined ? {} : { 'if-match': `"${seen}"` }),
          ...headers,
        },
        ...(raw !== undefined ? { body: raw as BodyInit } : body !== undefined ? { body: JSON.stringify(body) } : {}),
      });
      const bytes = new Uint8Array(await answer.arrayBuffer());
      const text = new TextDecoder().decode(bytes);
      const type = answer.headers.get('content-type') ?? '';
      const said = /^application\/(problem\+)?json/.test(type) && text !== '' ? JSON.parse(text) : text;
      const route = routeAt(method, `${API_ROOT}${path.replace(/[?].*/s, '')}`);
      const stray = route && strayAnswer(route, { status: answer.status, headers: answer.headers, body: said });
      if (stray !== undefined) throw new Error(stray);
      return { status: answer.status, headers: answer.headers, body: said };
    },
    async close() {
      instruments.close();
      server.closeAllConnections();
      await stores.close();
      await new Promise((done) => server.close(done));
      directory.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
