// An audit of the whole catalogue in its thread, and look-ups at a fixed rate with and without it.
import Database from 'better-sqlite3';
import { few, loopDelay, paced, quantile, report } from './lib.mjs';

const RATE = 200;
const p99 = (samples) => quantile(samples, 0.99);

async function audited(address) {
  for (;;) {
    const { state, counts, problem } = await (await fetch(`${address}/api/v1/audit`)).json();
    if (state === 'failed') throw new Error(problem);
    if (state === 'done') return counts;
    await new Promise((done) => setTimeout(done, 100));
  }
}

export async function auditBench(server, file, written) {
  const { address } = server;
  const urlOf = (i) => `${address}/api/v1/numbers?q=${encodeURIComponent(written[i % written.length])}`;
  await paced(urlOf, RATE, few(3, 0.2));
  const before = await paced(urlOf, RATE, few(15, 0.5));
  await loopDelay(server);
  const began = performance.now();
  let ms;
  const audit = audited(address).finally(() => (ms = performance.now() - began));
  const during = await paced(urlOf, RATE, 120, 50, () => ms !== undefined);
  const counts = await audit;
  const held = await loopDelay(server);
  // The least that an audit must do: read every link once.
  const db = new Database(file, { readonly: true });
  const scan = performance.now();
  let links = 0;
  for (const _ of db.prepare('SELECT kind, from_number, to_number FROM link').raw().iterate()) links++;
  const bare = performance.now() - scan;
  db.close();
  const found = Object.values(counts).reduce((n, m) => n + m, 0);
  report(
    `audit of ${links} links (${found} findings)`,
    `${(ms / 1000).toFixed(1)} s`,
    `one plain scan ${(bare / 1000).toFixed(1)} s`,
    (ms / bare).toFixed(1),
    'under 60 s',
  );
  report(
    `look-ups at ${RATE}/s meanwhile, p99`,
    `${p99(during).toFixed(1)} ms`,
    `without ${p99(before).toFixed(1)} ms`,
    (p99(during) / p99(before)).toFixed(1),
    'within twice',
  );
  report(
    'event loop held meanwhile, longest',
    `${held.max.toFixed(0)} ms`,
    `p99 ${held.p99.toFixed(1)} ms`,
    '-',
    'at most 50 ms',
  );
}
