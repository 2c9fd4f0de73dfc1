import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inert, restored } from '../../base/csv/inert.js';
import { type Db, openDatabase } from '../../base/db/open.js';
import { bringIn } from '../../testing/bring-in.js';
import { claimsOver } from '../history/claims.js';
import { type Cells, ledger } from '../history/ledger.js';
import { testServer, type TestServer } from '../../testing/harness.js';
import { exportTables } from './tables.js';
import { writeExport } from './write.js';
import { plainTextProblem } from '@kerabat/core/tell/words';

let folder: string;
let server: TestServer;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-exports-'));
  server = await testServer();
  const { catalogue } = server.databases;
  // What a careless export would get wrong: a formula, quotes and line ends, markup, a fact of another source than its
  // unit's.
  catalogue
    .prepare(
      `UPDATE unit SET name = '=HYPERLINK("http://x")', note = 'two' || char(10) || 'lines; "quoted", <b>&</b>'
        WHERE key = 'ard-sm19'`,
    )
    .run();
  catalogue.prepare(`UPDATE number SET note = '''=1+1' WHERE written = 'A 23-802'`).run();
  catalogue
    .prepare(`UPDATE unit_fact SET source_id = (SELECT id FROM source WHERE key = 'que-pl') WHERE attribute = 'pilot'`)
    .run();
  catalogue.prepare(`UPDATE unit_fact SET num = 26.9875, tolerance = 0.3 WHERE attribute = 'stud-spacing'`).run();
  // What a weaker source said of the same lies beside it.
  const talk = Number(catalogue.prepare(`SELECT id FROM source WHERE key = 'talk'`).pluck().get());
  const put = claimsOver(
    catalogue,
    ledger(catalogue, () => undefined),
  );
  const facts = `SELECT * FROM unit_fact WHERE attribute IN ('bore', 'port-thread')`;
  for (const row of catalogue.prepare<[], Cells>(facts).all()) put('unit_fact', { ...row, source_id: talk });
  for (const row of catalogue.prepare<[], Cells>(`SELECT * FROM chain_entry`).all())
    put('chain_entry', { ...row, built_to: '1999-12', source_id: talk });
});
afterAll(async () => {
  await server.close();
  rmSync(folder, { recursive: true, force: true });
});

/** Everything that an export holds, without the order of rows that have none. */
const contents = (db: Db) =>
  Object.fromEntries(exportTables(db).map(({ name, rows }) => [name, [...rows()].map((row) => row.join('|')).sort()]));

describe('an export', () => {
  it.each(['csv', 'xlsx', 'json'] as const)(
    'as %s brought into an empty catalogue makes the same catalogue; brought in again, it changes nothing',
    async (format) => {
      const path = await writeExport(server.databases.catalogue, format, folder, '2024-06-01T00:00:00Z');
      const empty = openDatabase(':memory:', 'catalogue');
      const first = await bringIn(empty, path);
      expect(first.sheets.filter((sheet) => sheet.rejected + sheet.changed > 0)).toEqual([]);
      expect(contents(empty)).toEqual(contents(server.databases.catalogue));
      const again = await bringIn(server.databases.catalogue, path);
      expect(again.sheets.reduce((n, s) => n + s.added + s.changed + s.rejected, 0)).toBe(0);
      expect(again.sheets.reduce((n, s) => n + s.same, 0)).toBeGreaterThan(1000);
    },
    30_000,
  );

  it('never carries a live formula as CSV', async () => {
    const answer = await fetch(`${server.address}/api/v1/exports/csv`);
    expect(answer.headers.get('content-type')).toBe('application/zip');
    const path = join(folder, 'sent.zip');
    writeFileSync(path, Buffer.from(await answer.arrayBuffer()));
    const { openZip } = await import('../imports/files/zip.js');
    const zip = await openZip(path);
    let text = '';
    for (const entry of zip.entries)
      for await (const chunk of await zip.read(entry)) text += (chunk as Buffer).toString();
    zip.close();
    expect(text).toContain(`"'=HYPERLINK(""http://x"")"`);
    expect(text.split(/[,\r\n]/).filter((cell) => /^"?[=+@]/.test(cell))).toEqual([]);
  });

  it('a cell that is made inert is restored, whatever it holds', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...`'=+-@\t\rab1`) }), (text) => {
        expect(restored(inert(text))).toBe(text);
        expect(inert(text)).not.toMatch(/^[=+\-@\t\r]/);
      }),
    );
  });

  it('as GraphML is well-formed, with every link and every number that names a unit', async () => {
    const text = await (await fetch(`${server.address}/api/v1/exports/graphml`)).text();
    const count = (sql: string): unknown => server.databases.catalogue.prepare(sql).pluck().get();
    expect(text.match(/<edge /g)?.length).toBe(
      Number(count('SELECT COUNT(*) FROM link')) +
        Number(count(`SELECT COUNT(*) FROM number WHERE unit_id IS NOT NULL AND kind = 'order'`)),
    );
    expect(text.match(/<node /g)?.length).toBe(
      Number(count('SELECT COUNT(*) FROM number')) + Number(count('SELECT COUNT(*) FROM unit')),
    );
    const nodes = new Set([...text.matchAll(/<node id="([^"]+)"/g)].map((m) => m[1]));
    for (const [, from, to] of text.matchAll(/<edge [^>]*source="([^"]+)" target="([^"]+)"/g))
      expect(nodes.has(from) && nodes.has(to)).toBe(true);
    expect(text.replace(/<[^<>]*>/g, '')).not.toMatch(/[<>]/);
  });

  it('in a format that is none is refused in words', async () => {
    expect((await server.ask('GET', '/exports/pdf')).body.detail).toContain('csv, xlsx, json, graphml');
  });
});

describe('what comes in can always go out and come back', () => {
  const NOTES = [
    'two\nlines',
    'a\ttab',
    '=1+1',
    "'=1+1",
    '"quoted", and; more',
    '_x0041_',
    '_x000D_',
    '😀 漢字 ạ́',
    '  ',
    'null',
    '1e5',
    '0012',
    '2004-09-30',
    '<b>&amp;</b>',
    '\u00a0x',
    "''",
    '-',
  ];
  const drawn = fc.sample(fc.string({ unit: 'binary', minLength: 1, maxLength: 40 }), { numRuns: 60, seed: 5 });
  const texts = [
    ...new Set(
      [...NOTES, ...drawn]
        .map((text) => text.replace(/\r\n?/g, '\n').trim())
        .filter((text) => text !== '' && plainTextProblem(text) === undefined),
    ),
  ];

  it.each(['csv', 'xlsx', 'json'] as const)('every note that is taken, as %s', async (format) => {
    const db = server.databases.catalogue;
    const folder = mkdtempSync(join(tmpdir(), 'kerabat-notes-'));
    const source = db.prepare(`SELECT id FROM source LIMIT 1`).pluck().get();
    const add = db.prepare(
      `INSERT INTO unit (key, kind, name, maker_id, note, source_id) VALUES (?, 'slave', ?, 1, ?, ?) ON CONFLICT
        DO NOTHING`,
    );
    for (const [i, text] of texts.entries()) add.run(`note-${i}`, text.replace(/[\n\t]/g, ' '), text, source);
    const path = await writeExport(db, format, folder, '2024-06-01T00:00:00Z');
    const empty = openDatabase(':memory:', 'catalogue');
    const report = await bringIn(empty, path);
    expect(report.sheets.flatMap((sheet) => sheet.rejects)).toEqual([]);
    const notes = (of: typeof db): unknown[] =>
      of.prepare(`SELECT key, name, note FROM unit WHERE key LIKE 'note-%' ORDER BY key`).all();
    expect(notes(empty)).toEqual(notes(db));
    expect(notes(db)).toHaveLength(texts.length);
    rmSync(folder, { recursive: true, force: true });
  });
});
