// A job read and written, in the demo and among a million more numbers, beside what it costs to work it out alone
// (npm run bench -- job; another size with -- job 10000).
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { callAt } from '@kerabat/contract/calling';
import { workOut } from '@kerabat/core/job';
import { end, few, quantile, report, start, withDemo } from './lib.mjs';
import { addMadeLinks } from './made-links.mjs';

const WRITES = few(60, 3);

async function timed(times, act) {
  const samples = [];
  for (let i = 0; i < times; i++) {
    const began = performance.now();
    await act(i);
    samples.push(performance.now() - began);
  }
  return samples;
}
const copyOf = (input) => JSON.parse(JSON.stringify(input));
const words = (samples) => `p50 ${quantile(samples, 0.5).toFixed(1)}, p95 ${quantile(samples, 0.95).toFixed(1)} ms`;

async function jobsIn(data, name) {
  const server = await start(['server/dist/main/serve.js', '--data', data, '--port', '0']);
  const call = callAt(server.address, 'bench');
  const read = (id) => call('get', '/jobs/{id}', { at: { id } });
  const ids = (await call('get', '/jobs', { query: { limit: 100 } })).jobs.map(({ id }) => id);
  const inputs = [];
  for (const id of ids) inputs.push(await call('get', '/jobs/{id}/input', { at: { id } }));
  // What is asked for the first time since the start was worked out for nobody.
  const first = await timed(ids.length, (i) => read(ids[i]));
  const again = await timed(ids.length * 3, (i) => read(ids[i % ids.length]));
  const write = (i) =>
    call('post', '/jobs/{id}/bench-line', {
      at: { id: ids[i % ids.length] },
      body: { line: `bore ${22 + (i % 5)}.2 cal` },
    });
  await timed(5, write);
  const written = await timed(WRITES, write);
  for (const input of inputs) workOut(copyOf(input));
  const copies = Array.from({ length: 3 }, () => inputs.map((input) => copyOf(input))).flat();
  const alone = await timed(copies.length, (i) => workOut(copies[i]));
  const ratio = (samples) => (quantile(samples, 0.95) / quantile(alone, 0.95)).toFixed(1);
  const reference = `workOut alone ${words(alone)}`;
  report(`${name}: a job read the first time`, words(first), reference, ratio(first), 'p95 under 60 ms');
  report(`${name}: a job read again`, words(again), reference, ratio(again), 'p95 under 60 ms');
  report(`${name}: a line of measures written`, words(written), reference, ratio(written), 'p95 under 60 ms');
  await end(server);
}

export async function jobBench(numbers = few(1_000_000, 1500)) {
  const data = mkdtempSync(join(tmpdir(), 'kerabat-bench-job-'));
  try {
    await withDemo(data);
    await jobsIn(data, 'demo');
    const db = new Database(join(data, 'catalogue.sqlite'));
    addMadeLinks(db, numbers);
    db.close();
    await jobsIn(data, `${numbers} numbers`);
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
}
