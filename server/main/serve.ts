import { createServer, type Server } from 'node:http';
import { fileURLToPath } from 'node:url';
import type { AddressInfo } from 'node:net';
import type { Logger } from 'pino';
import { SLOTS } from '@kerabat/core/vehicle/place';
import { openDirectory } from '../base/db/directory.js';
import { storageFault } from '../base/db/faults.js';
import { StartProblem } from '../base/db/open.js';
import { refuse } from '../base/http/refuse.js';
import { eventLog } from '../base/watch/log.js';
import { workOutNow, workspaceOf } from '../jobs/workspace.js';
import { chassisService } from '../outside/chassis/service.js';
import { instrumentFeed } from '../outside/devices/feed.js';
import { makeApp } from './app.js';
import { readArguments } from './arguments.js';
import { firstStart } from './first-start.js';
import { type Stores, storesOf, wallClock } from './stores.js';

const root = (path: string): string => fileURLToPath(new URL(`../../../${path}`, import.meta.url));

async function serve(): Promise<void> {
  // What is kept here is for its owner alone.
  process.umask(0o077);
  const {
    data,
    port,
    empty,
    createMissing,
    instruments: instrumentPort,
    chassis,
  } = readArguments(process.argv.slice(2), root('data'), process.env);
  const directory = openDirectory(data, { program: 'the Kerabat server', now: wallClock(), createMissing });
  const readOnly = directory.storage.problem();
  if (readOnly !== undefined) console.log(readOnly);
  const events = eventLog(readOnly === undefined ? data : undefined);
  const stores = storesOf(directory, events.log, wallClock);
  if (directory.isNew)
    console.log(empty ? 'New data directory: it begins empty.' : 'New data directory: loading the demo …');
  firstStart(directory, stores, !empty, wallClock());
  for (const id of stores.jobs.notWorkedOut()) await workOutNow(id, stores);
  for (const { kinds } of SLOTS) stores.identify.warm(kinds);
  const instruments = instrumentFeed({ port: instrumentPort });
  const app = makeApp({
    stores,
    log: events.log,
    clock: wallClock,
    instruments,
    chassis: chassisService(chassis),
    web: root('web/dist/browser'),
  });
  const server = createServer(app.callback());
  server.on('clientError', refuse);
  server.on('error', (error: NodeJS.ErrnoException) => {
    const inUse = `Port ${port} is in use by another program (perhaps another Kerabat). Choose another with --port N.`;
    end(error.code === 'EADDRINUSE' ? inUse : `The server cannot listen on port ${port}: ${error.message}`);
  });
  server.listen(port, '127.0.0.1', () => {
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
    directory.lock.tell({ address });
    console.log(`Kerabat is ready: ${address}  (data in ${data}; stop with Ctrl+C)`);
    setImmediate(() => void rehearse(stores, events.log).then(stores.rework.wake));
  });
  const stop = (): void => {
    instruments.close();
    shut(server);
    void stores.close().then(() => {
      directory.close();
      events.close();
      process.exit(0);
    });
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

/** The first job that is opened is not the first that is worked out: until then the code for it is not compiled. */
async function rehearse(stores: Stores, log: Logger): Promise<void> {
  try {
    const last = stores.jobs.list((key) => key, { limit: 1 }).jobs[0];
    if (last) await workspaceOf(last.id, stores);
  } catch (error) {
    log.error({ error }, 'the last job cannot be worked out');
  }
}

function shut(server: Server): void {
  server.close();
  server.closeAllConnections();
}

function end(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}

try {
  await serve();
} catch (error) {
  if (error instanceof StartProblem) end(error.message);
  const fault = storageFault(error);
  if (fault) end(`Kerabat could not start. ${fault.sentence}`);
  throw error;
}
