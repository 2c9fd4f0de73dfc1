// How many calls of our own functions one entered value costs, counted by V8 (npm run bench -- calls). Counting slows
// the program: the time is taken without it.
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { Session } from 'node:inspector/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { openDirectory } from '../server/dist/base/db/directory.js';
import { makeApp } from '../server/dist/main/app.js';
import { firstStart } from '../server/dist/main/first-start.js';
import { storesOf } from '../server/dist/main/stores.js';
import { chassisService } from '../server/dist/outside/chassis/service.js';
import { instrumentFeed } from '../server/dist/outside/devices/feed.js';
import { few, median, report } from './lib.mjs';

const OURS = /\/(core|contract|server)\/dist\//;

/** Calls by file since counting began. */
async function counted(session) {
  const { result } = await session.post('Profiler.takePreciseCoverage');
  return result
    .filter(({ url }) => OURS.test(url))
    .map(({ url, functions }) => ({ url, calls: functions.reduce((sum, f) => sum + f.ranges[0].count, 0) }))
    .filter(({ calls }) => calls > 0);
}

export async function callsBench() {
  const folder = mkdtempSync(join(tmpdir(), 'kerabat-bench-calls-'));
  const log = pino({ level: 'silent' });
  const clock = () => new Date().toISOString();
  const directory = openDirectory(folder, { program: 'bench', now: clock() });
  const stores = storesOf(directory, log, clock);
  firstStart(directory, stores, true, clock());
  const instruments = instrumentFeed({ port: 1 });
  const app = makeApp({ stores, log, clock, instruments, chassis: chassisService('http://127.0.0.1:1', 500) });
  const server = createServer(app.callback());
  await new Promise((done) => server.listen(0, '127.0.0.1', done));
  const address = `http://127.0.0.1:${server.address().port}/api/v1/jobs/6/bench-line`;
  let n = 0;
  const enter = async () => {
    const began = performance.now();
    const answer = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'kerabat-person': 'bench', prefer: 'return=representation' },
      body: JSON.stringify({ line: `rod ${110 + (n++ % 9)} cal`, slot: 'brake-master' }),
    });
    await answer.text();
    if (answer.status !== 201) throw new Error(`a value was answered with ${answer.status}`);
    return performance.now() - began;
  };
  try {
    const times = [];
    for (let i = 0; i < few(40, 3); i++) times.push(await enter());
    const session = new Session();
    session.connect();
    await session.post('Profiler.enable');
    await session.post('Profiler.startPreciseCoverage', { callCount: true, detailed: false });
    await enter();
    await counted(session);
    await enter();
    const files = await counted(session);
    session.disconnect();
    const calls = files.reduce((sum, file) => sum + file.calls, 0);
    report(
      'one entered value',
      `${median(times.slice(-20)).toFixed(0)} ms`,
      `${calls} calls in ${files.length} files`,
      '-',
      'fewer',
    );
    for (const { url, calls: own } of files.sort((a, b) => b.calls - a.calls).slice(0, few(12, 3)))
      console.log(`  ${String(own).padStart(7)} ${url.replace(/.*\/(core|contract|server)\/dist\//, '$1/')}`);
  } finally {
    instruments.close();
    server.closeAllConnections();
    server.close();
    await stores.close();
    directory.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
