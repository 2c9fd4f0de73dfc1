import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase } from '../../base/db/open.js';
import { DEMO } from '../../testing/harness.js';
import { loadCatalogue } from './load.js';

const ROWS = 4000;
/** So many kills are part of the tests; `npm run hostile` makes more. */
const ROUNDS = Number(process.env['HOSTILE_IMPORT_KILLS'] ?? 12);
const BUILT = join(dirname(createRequire(import.meta.url).resolve('@kerabat/server/package.json')), 'dist');

/** What is run and killed: the import as its thread makes it. It says when it has begun. */
const PROGRAM = `
import { openDatabase } from ${JSON.stringify(join(BUILT, 'base/db/open.js'))};
import { openFile } from ${JSON.stringify(join(BUILT, 'catalogue/imports/files/open.js'))};
import { guessSheet } from ${JSON.stringify(join(BUILT, 'catalogue/imports/mapping.js'))};
import { runImport } from ${JSON.stringify(join(BUILT, 'catalogue/imports/run.js'))};
const [catalogue, list, folder] = process.argv.slice(2);
const db = openDatabase(catalogue, 'catalogue');
const file = await openFile(list, 'list.csv', folder);
let lines = [];
for await (const batch of file.sheets[0].rows()) { lines = batch.slice(0, 12); break; }
const sheet = guessSheet('list', lines);
const mapping = { sheets: [{ ...sheet, fixed: { source: 'wex-list', kind: 'drop-in' } }], rejects: 'hand-back' };
process.stdout.write('begun');
await runImport(db, file, {
    mapping, dryRun: false, fileName: 'list.csv', person: 'Ilse', now: '2024-06-01T00:00:00Z', folder,
  }, { progress() {}, cancelled: () => false });
process.stdout.write('done');
`;

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-killed-'));
  const db = openDatabase(join(folder, 'clean.sqlite'), 'catalogue');
  loadCatalogue(db, DEMO, '2024-01-01T00:00:00Z');
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
  const rows = Array.from({ length: ROWS }, (_, i) => `KK ${i},ardfrith,4400-01-8,quellmar`);
  writeFileSync(join(folder, 'list.csv'), `Part No,Brand,Replaces,OE maker\n${rows.join('\n')}\n`);
  writeFileSync(join(folder, 'import.mjs'), PROGRAM);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Imports into a fresh copy and kills the program so long after it has begun. Answers how long it ran. */
function imported(catalogue: string, killAfter: number): Promise<{ ms: number; done: boolean }> {
  return new Promise((finished, fail) => {
    const child = spawn(process.execPath, [join(folder, 'import.mjs'), catalogue, join(folder, 'list.csv'), folder], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let [said, began] = ['', 0];
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      if (began > 0) return;
      began = performance.now();
      setTimeout(() => child.kill('SIGKILL'), killAfter);
    });
    child.on('error', fail);
    child.on('exit', () => finished({ ms: performance.now() - began, done: said.includes('done') }));
  });
}

describe('a program that is killed while it imports', () => {
  it(`leaves all of the file or nothing of it, at ${ROUNDS} random moments`, async () => {
    const fresh = (name: string): string => {
      const path = join(folder, name);
      cpSync(join(folder, 'clean.sqlite'), path);
      return path;
    };
    const whole = await imported(fresh('whole.sqlite'), 60_000);
    expect(whole.done).toBe(true);
    const found: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const catalogue = fresh(`round-${round}.sqlite`);
      // The moments are random, and lie over the whole time and beyond it; the last comes when all is long done.
      const moment = round === ROUNDS - 1 ? 10 : ((round + Math.random()) / ROUNDS) * 1.5;
      await imported(catalogue, moment * whole.ms);
      const db = openDatabase(catalogue, 'catalogue');
      expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
      expect(db.pragma('foreign_key_check')).toEqual([]);
      const count = (sql: string): number => db.prepare(sql).pluck().get() as number;
      const [numbers, links, imports] = [
        count(`SELECT COUNT(*) FROM number WHERE written LIKE 'KK %'`),
        count(`SELECT COUNT(*) FROM link l JOIN number n ON n.id = l.to_number WHERE n.written LIKE 'KK %'`),
        count(`SELECT COUNT(*) FROM import WHERE name = 'list.csv'`),
      ];
      expect([0, ROWS]).toContain(numbers);
      expect([links, imports]).toEqual([numbers, numbers / ROWS]);
      found.push(numbers);
      db.close();
    }
    // Had it never been killed before its end, or never after, nothing would be shown.
    expect(found).toContain(0);
    expect(found).toContain(ROWS);
  });
});
