// Interchange among a million numbers and three million links (npm run bench -- interchange; another size with --
// interchange 100000).
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { STANDARD_SETTINGS } from '@kerabat/core/named/settings';
import { numberStore, NUMBERS_BY_LOOSE } from '../server/dist/catalogue/records/numbers.js';
import { openDatabase } from '../server/dist/base/db/open.js';
import { interchangeStore } from '../server/dist/ask/interchange/store.js';
import { auditBench } from './auditing.mjs';
import { atRate, atSizes, duel, end, few, megabytes, quantile, report, start, withDemo } from './lib.mjs';
import { addMadeLinks, FIRST_HUB, writtenOf } from './made-links.mjs';
import { ringsBench } from './rings.mjs';
import { stream } from './made-units.mjs';

const SAMPLES = few(2000, 50);

const timed = (times, act) => {
  const samples = [];
  for (let i = 0; i < times; i++) {
    const began = performance.now();
    act(i);
    samples.push(performance.now() - began);
  }
  return samples;
};
const p99 = (samples) => quantile(samples, 0.99);

/** A number with one character wrong, as a hand would write it. */
function mistyped(written, random) {
  const at = 1 + Math.floor(random() * (written.length - 1));
  return `${written.slice(0, at)}${Math.floor(random() * 10)}${written.slice(at + 1)}`;
}

async function interchangeAt(numbers) {
  const data = mkdtempSync(join(tmpdir(), 'kerabat-bench-interchange-'));
  try {
    await withDemo(data);
    const file = join(data, 'catalogue.sqlite');
    const writing = new Database(file);
    const units = addMadeLinks(writing, numbers);
    writing.exec('ANALYZE');
    writing.close();

    // As the server opens it.
    const db = openDatabase(file, 'catalogue');
    const random = stream(3);
    const store = numberStore(db);
    const interchange = interchangeStore(db);
    const asked = Array.from({ length: SAMPLES }, () => writtenOf(Math.floor(random() * numbers)));
    const wrong = asked.map((written) => mistyped(written, random));
    const some = Array.from({ length: SAMPLES }, () => units[Math.floor(random() * units.length)]);
    const bare = db.prepare(NUMBERS_BY_LOOSE);
    timed(few(200, 50), (i) => store.find(asked[i], 20));
    const statement = p99(timed(SAMPLES, (i) => bare.all(JSON.stringify([asked[i].replace('-', '')]), 20)));
    const find = p99(timed(SAMPLES, (i) => store.find(asked[i], 20)));
    report(
      'number resolved, p99',
      `${find.toFixed(2)} ms`,
      `bare statement ${statement.toFixed(2)} ms`,
      (find / statement).toFixed(1),
      'under 3 ms',
    );
    const near = p99(timed(SAMPLES, (i) => store.find(wrong[i], 20)));
    report(
      'mistyped number, p99',
      `${near.toFixed(2)} ms`,
      `bare statement ${statement.toFixed(2)} ms`,
      (near / statement).toFixed(1),
      'under 10 ms',
    );
    timed(few(200, 50), (i) => interchange.interchange(some[i], STANDARD_SETTINGS, { depth: 6 }));
    const walks = timed(SAMPLES, (i) => interchange.interchange(some[i], STANDARD_SETTINGS, { depth: 6 }));
    report(
      'interchange to depth 6, median',
      `${quantile(walks, 0.5).toFixed(2)} ms`,
      `of ${SAMPLES} units`,
      '-',
      'the lower the better',
    );
    report(
      'interchange to depth 6, p99',
      `${p99(walks).toFixed(2)} ms`,
      `longest ${Math.max(...walks).toFixed(1)} ms`,
      '-',
      'under 15 ms',
    );
    db.close();

    const ours = await start([
      '--import',
      './bench/loop-delay.mjs',
      'server/dist/main/serve.js',
      '--data',
      data,
      '--port',
      '0',
    ]);
    const plain = await start(['bench/bare.mjs', file]);
    const paths = {
      numbers: `/numbers?q=${asked[0]}`,
      interchange: `/units/${some[0]}/interchange`,
      bareInterchange: `/interchange?unit=${some[0]}`,
    };
    await duel(
      'number look-up, 50 connections',
      `${ours.address}/api/v1${paths.numbers}`,
      plain.address + paths.numbers,
      'at least 0.6',
      50,
    );
    await duel(
      'interchange of a unit, 50 connections',
      `${ours.address}/api/v1${paths.interchange}`,
      plain.address + paths.bareInterchange,
      'at least 0.6',
      50,
    );
    await atRate('number look-up', 400, `${ours.address}/api/v1${paths.numbers}`, plain.address + paths.numbers);
    await atRate(
      'interchange of a unit',
      100,
      `${ours.address}/api/v1${paths.interchange}`,
      plain.address + paths.bareInterchange,
    );
    await auditBench(ours, file, asked);
    await ringsBench(ours.address, units[FIRST_HUB]);
    report(
      'server memory',
      `${megabytes(ours).toFixed(0)} MB`,
      `bare Koa ${megabytes(plain).toFixed(0)} MB`,
      (megabytes(ours) / megabytes(plain)).toFixed(2),
      'under 400 MB',
    );
    await Promise.all([end(ours), end(plain)]);
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
}

export const interchangeBench = (numbers) => atSizes(interchangeAt, numbers);
