// Bringing in a catalogue (npm run bench -- import [numbers]): end to end over HTTP, beside a loop that only inserts
// the same rows.
import { createWriteStream, mkdtempSync, openAsBlob, rmSync, statSync } from 'node:fs';
import { once } from 'node:events';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../server/dist/base/db/open.js';
import { loadCatalogue } from '../server/dist/catalogue/imports/load.js';
import { ROOT, atSizes, end, few, megabytes, quantile, report, start } from './lib.mjs';
import { familyRows, MAKERS } from './made-links.mjs';

const TABLES = [
  ['makers', 'maker,name,role'],
  ['units', 'unit,kind,name,maker,source'],
  ['numbers', 'issuer,number,kind,status,leads_to,source'],
  ['links', 'link,kind,from,to,both_ways'],
  ['assertions', 'link,source,date'],
  ['conditions', 'link,kind,text'],
];

/** The made-up catalogue as CSV files, one for each table. */
export async function writeFiles(folder, numbers) {
  const files = Object.fromEntries(
    TABLES.map(([name]) => [name, createWriteStream(join(folder, `${name}.csv`)).setMaxListeners(0)]),
  );
  const put = async (name, line) => {
    if (!files[name].write(`${line}\n`)) await once(files[name], 'drain');
  };
  for (const [name, heading] of TABLES) await put(name, heading);
  for (let i = 0; i < MAKERS; i++) await put('makers', `made-${i},Made ${i},aftermarket`);
  for (const row of familyRows(numbers)) {
    if (row.unit) await put('units', `${row.unit},slave,made ${row.unit},made-${row.maker},que-pl`);
    if (row.written)
      await put(
        'numbers',
        `made-${row.maker},${row.written},order,current,${row.leadsTo ? `unit:${row.leadsTo}` : ''},que-pl`,
      );
    if (row.link) {
      await put('links', `${row.link},${row.kind},${row.from},${row.to},no`);
      await put('assertions', `${row.link},que-pl,2015-01-01`);
      if (row.condition) await put('conditions', `${row.link},check,look at the port first`);
    }
  }
  for (const file of Object.values(files)) {
    file.end();
    await once(file, 'finish');
  }
}

/** The least that could be done: the same rows by prepared statements, in one transaction. */
function bareLoop(db, numbers) {
  const id = (sql) => db.prepare(sql).pluck();
  const source = id(`SELECT id FROM source WHERE key = 'que-pl'`).get();
  const statements = {
    maker: db.prepare(`INSERT INTO maker (key, name, role) VALUES (?, ?, 'aftermarket')`),
    unit: db.prepare(`INSERT INTO unit (key, kind, name, maker_id, source_id) VALUES (?, 'slave', ?, ?, ?)`),
    number: db.prepare(
      `INSERT INTO number (maker_id, written, key, loose, kind, status, unit_id, source_id) VALUES (?, ?, ?, ?,
        'order', 'current', ?, ?)`,
    ),
    link: db.prepare(`INSERT INTO link (key, kind, from_number, to_number, both_ways) VALUES (?, ?, ?, ?, 0)`),
    assertion: db.prepare(`INSERT INTO assertion (link_id, source_id, asserted_on) VALUES (?, ?, '2015-01-01')`),
    condition: db.prepare(
      `INSERT INTO condition (link_id, seq, kind, txt) VALUES (?, 1, 'check', 'look at the port first')`,
    ),
  };
  // Rows are made ahead of the clock, in the order of the files; ids are known as they count up.
  const rows = { maker: [], unit: [], number: [], link: [], assertion: [], condition: [] };
  const next = (table) => (id(`SELECT MAX(id) FROM ${table}`).get() ?? 0) + 1;
  const [firstMaker, firstUnit, firstNumber, firstLink] = ['maker', 'unit', 'number', 'link'].map(next);
  for (let i = 0; i < MAKERS; i++) rows.maker.push([`made-${i}`, `Made ${i}`]);
  const [units, byWritten] = [new Map(), new Map()];
  for (const row of familyRows(numbers)) {
    if (row.unit) {
      units.set(row.unit, firstUnit + rows.unit.length);
      rows.unit.push([row.unit, `made ${row.unit}`, firstMaker + row.maker, source]);
    }
    if (row.written) {
      const key = row.written.replace('-', '');
      byWritten.set(`made-${row.maker}:${row.written}`, firstNumber + rows.number.length);
      rows.number.push([
        firstMaker + row.maker,
        row.written,
        key,
        key,
        row.leadsTo ? units.get(row.leadsTo) : null,
        source,
      ]);
    }
    if (row.link) {
      const linkId = firstLink + rows.link.length;
      rows.link.push([row.link, row.kind, byWritten.get(row.from), byWritten.get(row.to)]);
      rows.assertion.push([linkId, source]);
      if (row.condition) rows.condition.push([linkId]);
    }
  }
  const began = performance.now();
  db.transaction(() => {
    for (const [name, list] of Object.entries(rows)) for (const values of list) statements[name].run(...values);
  })();
  return { ms: performance.now() - began, rows: Object.values(rows).reduce((n, list) => n + list.length, 0) };
}

/** Brings one CSV file of a folder in and waits for its end. */
export async function imported(address, folder, name) {
  const form = new FormData();
  form.set('dryRun', 'false');
  form.set('file', await openAsBlob(join(folder, `${name}.csv`)), `${name}.csv`);
  const { id } = await (
    await fetch(`${address}/api/v1/imports`, { method: 'POST', body: form, headers: { 'kerabat-person': 'bench' } })
  ).json();
  for (;;) {
    const view = await (await fetch(`${address}/api/v1/imports/${id}`)).json();
    if (view.state === 'done') return view.report.sheets[0];
    if (view.state !== 'looking' && view.state !== 'running')
      throw new Error(`${name}: ${JSON.stringify(view.problem ?? view.report)}`);
    await new Promise((done) => setTimeout(done, 20));
  }
}

/** Saves into a job until told to stop; answers how long each save took. */
export function saver(address) {
  const samples = [];
  let on = true;
  const ended = (async () => {
    let { version } = (await (await fetch(`${address}/api/v1/jobs/1`)).json()).job;
    // Told to stop before the first was answered, it still has one to tell of.
    for (let i = 0; on || samples.length === 0; i++) {
      const began = performance.now();
      const answer = await fetch(`${address}/api/v1/jobs/1`, {
        method: 'PATCH',
        headers: { 'content-type': 'application/json', 'kerabat-person': 'bench', 'if-match': `"${version}"` },
        body: JSON.stringify({ words: `said again ${i}` }),
      });
      if (!answer.ok) throw new Error(`a save was answered with ${answer.status}`);
      ({ version } = await answer.json());
      samples.push(performance.now() - began);
      await new Promise((done) => setTimeout(done, 100));
    }
  })();
  return async () => {
    on = false;
    await ended;
    return samples;
  };
}

async function importAt(numbers) {
  const data = mkdtempSync(join(tmpdir(), 'kerabat-bench-import-'));
  try {
    await writeFiles(data, numbers);
    const size = TABLES.reduce((n, [name]) => n + statSync(join(data, `${name}.csv`)).size, 0) / 1e6;
    console.log(`${numbers} numbers in ${size.toFixed(0)} MB of CSV`);
    const bareFile = join(data, 'bare.sqlite');
    const bareDb = openDatabase(bareFile, 'catalogue');
    loadCatalogue(bareDb, join(ROOT, 'demo'), new Date().toISOString());
    bareDb.pragma('cache_size = -64000');
    const bare = bareLoop(bareDb, numbers);
    bareDb.close();

    const server = await start(['server/dist/main/serve.js', '--data', join(data, 'data'), '--port', '0']);
    // The first saves of a program are compiled as they run; they are not counted.
    const warm = saver(server.address);
    await new Promise((done) => setTimeout(done, few(2000, 100)));
    await warm();
    const quiet = saver(server.address);
    await new Promise((done) => setTimeout(done, few(10_000, 300)));
    const before = await quiet();
    const stop = saver(server.address);
    const began = performance.now();
    let rows = 0;
    for (const [name] of TABLES) rows += (await imported(server.address, data, name)).added;
    const ms = performance.now() - began;
    const during = await stop();
    if (rows !== bare.rows) throw new Error(`${rows} rows came in, ${bare.rows} were inserted`);
    const rate = (n, time) => `${((n / time) * 1000).toFixed(0)} rows/s`;
    report(
      `import of ${rows} rows`,
      rate(rows, ms),
      `bare inserts ${rate(bare.rows, bare.ms)}`,
      (bare.ms / ms).toFixed(2),
      'at least 0.4',
    );
    const p99 = (samples) => quantile(samples, 0.99);
    report(
      'job save meanwhile, p99',
      `${p99(during).toFixed(1)} ms`,
      `without ${p99(before).toFixed(1)} ms`,
      (p99(during) / p99(before)).toFixed(1),
      'under 50 ms',
    );
    report('server memory after it', `${megabytes(server).toFixed(0)} MB`, '-', '-', 'under 400 MB');
    await end(server);
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
}

export const importBench = (numbers) => atSizes(importAt, numbers);
