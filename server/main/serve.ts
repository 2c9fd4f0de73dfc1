import { existsSync } from 'node:fs';
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { SLOTS } from '@kerabat/core/chain';
import { markUsed, openDatabases, StartProblem } from '../db/open.js';
import { loadCatalogue } from '../imports/load.js';
import { loadJobs } from '../imports/jobs.js';
import { settle } from '../jobs/workspace.js';
import { makeApp } from './app.js';
import { chassisService } from '../chassis/service.js';
import { instrumentFeed } from '../devices/feed.js';
import { readArguments } from './arguments.js';
import { storesOf, wallClock } from './stores.js';

const root = (path: string): string => fileURLToPath(new URL(`../../../${path}`, import.meta.url));

async function serve(): Promise<void> {
  const { data, port, empty, instruments: instrumentPort, chassis } = readArguments(process.argv.slice(2), root('data'));
  const log = pino({ level: process.env['KERABAT_LOG'] ?? 'warn' });
  const databases = openDatabases(data);
  const stores = storesOf(databases, wallClock);
  if (databases.fresh) {
    if (!empty) {
      console.log('New data directory: loading the demo …');
      loadCatalogue(databases.catalogue, root('demo'), wallClock());
    }
    databases.jobs.transaction(() => {
      if (!empty) loadJobs(databases.jobs, stores, root('demo/jobs.json'));
      markUsed(databases.jobs);
    })();
  }
  for (const id of stores.jobs.unsettled()) await settle(id, stores);
  for (const { kinds } of SLOTS) stores.identify.warm(kinds);
  const web = root('web/dist/browser');
  const instruments = instrumentFeed({ port: instrumentPort });
  const app = makeApp({ stores, log, clock: wallClock, instruments, chassis: chassisService(chassis), ...(existsSync(web) ? { web } : {}) });
  const server = createServer(app.callback());
  server.on('error', (error: NodeJS.ErrnoException) => {
    const inUse = `Port ${port} is in use by another program (perhaps another Kerabat). Choose another with --port N.`;
    end(error.code === 'EADDRINUSE' ? inUse : `The server cannot listen on port ${port}: ${error.message}`);
  });
  server.listen(port, '127.0.0.1', () => {
    console.log(`Kerabat is ready: http://127.0.0.1:${(server.address() as AddressInfo).port}/  (data in ${data}; stop with Ctrl+C)`);
  });
  const stop = (): void => {
    instruments.close();
    server.close();
    server.closeAllConnections();
    void stores.imports.close().then(() => {
      databases.catalogue.close();
      databases.jobs.close();
      process.exit(0);
    });
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

function end(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

try {
  await serve();
} catch (error) {
  if (error instanceof StartProblem) end(error.message);
  throw error;
}
