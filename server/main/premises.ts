import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { Workspace } from '@kerabat/contract';
import { openDirectory } from '../base/db/directory.js';
import { chassisService } from '../outside/chassis/service.js';
import { instrumentFeed } from '../outside/devices/feed.js';
import type { Reading } from '../trial/job.js';
import { type Premises, TRIAL_DAY } from '../trial/workshop.js';
import { makeApp } from './app.js';
import { storesOf } from './stores.js';

/** A directory with nothing in it and the program over it, for one workshop of a trial; it listens once it is asked. */
export function premises(): Premises {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-trial-'));
  const directory = openDirectory(folder, { program: 'trial', now: TRIAL_DAY });
  const log = pino({ level: 'silent' });
  const clock = (): string => TRIAL_DAY;
  const stores = storesOf(directory, log, clock);
  let server: Server | undefined;
  const instruments = instrumentFeed({ port: 1, retry: 60_000, silence: 60_000 });
  const listening = async (): Promise<string> => {
    if (!server) {
      const chassis = chassisService('http://127.0.0.1:1', 100);
      server = createServer(makeApp({ stores, log, clock, instruments, chassis }).callback());
      // The loop is busy with jobs for seconds: a connection is not closed for that.
      server.keepAliveTimeout = 0;
      server.listen(0, '127.0.0.1');
      await once(server, 'listening');
    }
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/v1`;
  };
  return {
    catalogue: directory.catalogue,
    stores,
    async overHttp(asked, acts) {
      const base = await listening();
      const { id } = (await send(`${base}/jobs`, 'POST', asked)) as { id: number };
      const versions = new Map<string, number>();
      for (const act of acts)
        if ('tell' in act) {
          const { tell: line, slot, onVehicle } = act;
          await send(`${base}/jobs/${id}/bench-line`, 'POST', { line, slot, onVehicle });
        } else if ('takeBack' in act) {
          const { work } = (await send(`${base}/jobs/${id}`, 'GET')) as Workspace;
          const reading = work
            .flatMap(({ evidence }) => evidence)
            .filter((one) => !one.withdrawn && isSame(one, act.takeBack))
            .sort((a, b) => a.id - b.id)[act.takeBack.nth];
          if (!reading) throw new Error(`no reading ${JSON.stringify(act.takeBack)}`);
          await send(`${base}/jobs/${id}/evidence/${reading.id}/withdraw`, 'POST');
        } else {
          const seen = versions.get(act.decide) ?? 0;
          versions.set(act.decide, seen + 1);
          const address = `${base}/jobs/${id}/decisions/${encodeURIComponent(act.decide)}`;
          await send(address, 'PUT', { value: act.value, reason: 'trial' }, seen);
        }
      return (await send(`${base}/jobs/${id}`, 'GET')) as Workspace;
    },
    async close() {
      instruments.close();
      server?.closeAllConnections();
      server?.close();
      await stores.close();
      directory.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

const isSame = (one: Partial<Reading>, { slot, attribute, position }: Reading): boolean =>
  one.slot === slot && one.attribute === attribute && one.position === position;

/** Asks the server; throws what it says where it refuses. */
async function send(address: string, method: string, body?: unknown, seen?: number): Promise<unknown> {
  const answer = await fetch(address, {
    method,
    headers: {
      'kerabat-person': 'trial',
      'content-type': 'application/json',
      ...(seen === undefined ? {} : { 'if-match': `"${seen}"` }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  if (!answer.ok) throw new Error(`${method} ${address}: ${answer.status} ${await answer.text()}`);
  return answer.status === 204 ? undefined : answer.json();
}
