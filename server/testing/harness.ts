import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { chassisService } from '../chassis/service.js';
import { openDatabase, openDatabases, type Db } from '../db/open.js';
import { instrumentFeed } from '../devices/feed.js';
import { loadJobs } from '../imports/jobs.js';
import { loadCatalogue } from '../imports/load.js';
import { settle } from '../jobs/workspace.js';
import { makeApp } from '../main/app.js';
import { storesOf, type Stores } from '../main/stores.js';

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
  readonly databases: { readonly catalogue: Db; readonly jobs: Db };
  readonly address: string;
  ask(method: string, path: string, options?: Ask): Promise<Answer>;
  close(): Promise<void>;
}

/** A server on a free port over in-memory databases (or files, for what is done in threads), with the demo loaded unless told otherwise. */
export async function testServer({ demo = true, files = false, instrumentPort = 1, chassisUrl = 'http://127.0.0.1:1' } = {}): Promise<TestServer> {
  const folder = files ? mkdtempSync(join(tmpdir(), 'kerabat-test-')) : undefined;
  const databases = folder === undefined ? { catalogue: openDatabase(':memory:', 'catalogue'), jobs: openDatabase(':memory:', 'jobs') } : openDatabases(folder);
  let tick = 0;
  const clock = () => new Date(Date.UTC(2024, 0, 1) + tick++ * 1000).toISOString();
  const stores = storesOf(databases, clock);
  if (demo) {
    loadCatalogue(databases.catalogue, DEMO, clock());
    loadJobs(databases.jobs, stores, `${DEMO}/jobs.json`);
    for (const id of stores.jobs.unsettled()) await settle(id, stores);
  }
  const instruments = instrumentFeed({ port: instrumentPort, retry: 50, silence: 400 });
  const app = makeApp({ stores, log: pino({ level: 'silent' }), clock, instruments, chassis: chassisService(chassisUrl, 500) });
  const server = createServer(app.callback());
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    stores,
    databases,
    address,
    async ask(method, path, { body, raw, seen, headers = {}, person = 'Ilse' } = {}) {
      const answer = await fetch(`${address}/api/v1${path}`, {
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
      const json = (answer.headers.get('content-type') ?? '').includes('json');
      return { status: answer.status, headers: answer.headers, body: json && text !== '' ? JSON.parse(text) : text };
    },
    async close() {
      instruments.close();
      server.closeAllConnections();
      await stores.imports.close();
      await new Promise((done) => server.close(done));
      databases.catalogue.close();
      databases.jobs.close();
      if (folder !== undefined) rmSync(folder, { recursive: true, force: true });
    },
  };
}
