import { mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { utils, write, type CellObject, type WorkSheet } from '@e965/xlsx';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { ImportReport, SheetMapping } from '@kerabat/contract';
import { type Db, openDatabase } from '../../base/db/open.js';
import { bringIn, type BringIn } from '../../testing/bring-in.js';
import { DEMO } from '../../testing/harness.js';
import { loadCatalogue } from './load.js';

let folder: string;
let db: Db;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-foreign-'));
  db = openDatabase(':memory:', 'catalogue');
  loadCatalogue(db, DEMO, '2024-01-01T00:00:00Z');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** What every list here says of itself. */
const fixed = { source: 'wex-list', kind: 'drop-in' };
const said = (mapping: SheetMapping): SheetMapping => ({ ...mapping, fixed: { ...fixed, ...mapping.fixed } });
const csv = (content: string | Buffer, options: BringIn = {}): Promise<ImportReport> => {
  const path = join(folder, 'list.csv');
  writeFileSync(path, content);
  return bringIn(db, path, { mapping: said, ...options });
};
type Cells = readonly (string | number | CellObject)[];
/** A workbook of one sheet: its rows, and what else is to be said of the sheet. */
const workbook = (path: string, rows: readonly Cells[], change: (sheet: WorkSheet) => void = () => undefined): void => {
  const sheet = utils.aoa_to_sheet(rows.map((row) => [...row]));
  change(sheet);
  const book = utils.book_new();
  utils.book_append_sheet(book, sheet, 'list');
  writeFileSync(path, write(book, { type: 'buffer', bookType: 'xlsx' }) as Buffer);
};
const xlsx = (
  rows: readonly Cells[],
  change?: (sheet: WorkSheet) => void,
  options: BringIn = {},
): Promise<ImportReport> => {
  const path = join(folder, 'list.xlsx');
  workbook(path, rows, change);
  return bringIn(db, path, { mapping: said, ...options });
};
const reasons = (report: ImportReport): string[] =>
  report.sheets.flatMap((sheet) => sheet.rejects.map(({ line, reason }) => `${line}: ${reason}`));
const count = (table: string): number => db.prepare(`SELECT COUNT(*) FROM ${table}`).pluck().get() as number;
const factOf = (unit: string, attribute: string): unknown =>
  db
    .prepare(`SELECT num FROM unit_fact WHERE unit_id = (SELECT id FROM unit WHERE key = ?) AND attribute = ?`)
    .pluck()
    .get(unit, attribute);

const HEAD = 'Part No,Brand,Replaces,OE maker\n';

describe('a list of cross-references', () => {
  it('makes a claim of each row, with its source and its date, and numbers that were not known', async () => {
    const report = await csv(`${HEAD}ZZ 100,Ardfrith,4400-01-8,Quellmar\n`);
    expect(report.sheets[0]).toMatchObject({ added: 1, rejected: 0 });
    const claim = db
      .prepare(
        `SELECT l.kind, f.written AS "from", t.written AS "to", s.key AS source, a.asserted_on AS date FROM
          number t JOIN link l ON l.to_number = t.id JOIN number f ON f.id = l.from_number
         JOIN assertion a ON a.link_id = l.id JOIN source s ON s.id = a.source_id WHERE t.written = 'ZZ 100'`,
      )
      .get();
    expect(claim).toEqual({ kind: 'drop-in', from: '4400-01-8', to: 'ZZ 100', source: 'wex-list', date: '2015-01-10' });
  });
  it('brought in twice changes nothing, whatever the writing of the numbers that are there', async () => {
    await csv(`${HEAD}ZZ 100,ardfrith,4400-01-8,quellmar\n`);
    const before = ['number', 'link', 'assertion', 'import', 'act'].map(count);
    const again = await csv(`${HEAD}zz100,ARDFRITH,4400 01 8,quellmar\n`);
    expect(again.sheets[0]).toMatchObject({ added: 0, changed: 0, same: 1 });
    expect(['number', 'link', 'assertion', 'import', 'act'].map(count)).toEqual(before);
  });
  it('another source that says the same is another assertion of the one claim', async () => {
    await csv(`${HEAD}ZZ 100,ardfrith,4400-01-8,quellmar\n`);
    const links = count('link');
    await csv(`${HEAD}ZZ 100,ardfrith,4400-01-8,quellmar\n`, {
      mapping: (p) => ({ ...said(p), fixed: { ...fixed, source: 'que-pl' } }),
    });
    expect(count('link')).toBe(links);
    expect(db.prepare(`SELECT COUNT(*) FROM assertion WHERE link_id = (SELECT MAX(id) FROM link)`).pluck().get()).toBe(
      2,
    );
  });
  it.each([
    ['a number that stands for itself', 'ZZ 1,quellmar,zz1,quellmar', 'cannot stand for itself'],
    [
      'a number that a spreadsheet made a date of',
      '12-Apr,ardfrith,4400-01-8,quellmar',
      'turned into a date. It may have been 12-4, or 4-12',
    ],
    [
      'a number that a spreadsheet made a power of',
      '4.41E+09,ardfrith,4400-01-8,quellmar',
      'turned into a power of ten',
    ],
    ['a nut that is to stand for a unit', 'WX7003,wexlode,A 23-816,ardfrith', 'is known as a fitting'],
    ['a maker that is not there', 'ZZ 1,nobody,4400-01-8,quellmar', 'There is no maker "nobody"'],
    ['an empty cell', 'ZZ 1,,4400-01-8,quellmar', 'The maker is empty'],
    ['a cell too many', 'ZZ 1,ardfrith,4400-01-8,quellmar,x', 'has 5 cells where the heading has 4'],
    ['a cut-off row', 'ZZ 1,ardf', 'There is no letter or digit'],
  ])('%s is rejected with its line, and the others go in', async (_, row, words) => {
    const report = await csv(`${HEAD}${row}\nZZ 2,ardfrith,4400-01-8,quellmar\n`);
    expect(reasons(report).join()).toMatch(/^2: /);
    expect(reasons(report).join()).toContain(words);
    expect(report.sheets[0]).toMatchObject({ added: 1, rejected: 1 });
  });
  it('all or nothing, when that is asked for; and a dry run tells the same and does nothing', async () => {
    const content = `${HEAD}ZZ 1,nobody,4400-01-8,quellmar\nZZ 2,ardfrith,4400-01-8,quellmar\n`;
    const before = count('number');
    expect((await csv(content, { rejects: 'refuse' })).refused).toContain('Nothing goes in: 1 row is rejected');
    expect((await csv(content, { dryRun: true })).sheets[0]).toMatchObject({ added: 1, rejected: 1 });
    expect(count('number')).toBe(before);
    expect(count('import')).toBe(1);
  });
  it('cancelled, it leaves nothing', async () => {
    const before = count('number');
    await expect(csv(`${HEAD}ZZ 2,ardfrith,4400-01-8,quellmar\n`, { cancelled: () => true })).rejects.toThrow();
    expect([count('number'), db.inTransaction]).toEqual([before, false]);
  });
  it('a cycle of supersessions goes in: it is for the audit to find', async () => {
    const report = await csv(`${HEAD}ZZ 1,ardfrith,ZZ 2,ardfrith\nZZ 2,ardfrith,ZZ 1,ardfrith\n`, {
      mapping: (p) => ({ ...p, fixed: { ...fixed, kind: 'superseded-by' } }),
    });
    expect(report.sheets[0]).toMatchObject({ added: 2 });
  });
});

describe('measures', () => {
  const bore = (heading: string, cell: string) =>
    csv(`unit;kind;name;maker;${heading}\nzz-1;Brake Master;test;ardfrith;${cell}\n`);
  it.each([
    ['Bore (in)', '0.8125', 20.6375],
    ['Bore "', '1-1/16', 26.9875],
    ['Bore mm', '20,64', 20.64],
    ['Bore', '13/16 in', 20.6375],
    ['bore_mm', '20.64', 20.64],
    ['Bore (in)', '20.64 mm', 20.64],
  ])('under "%s", %s is %f mm', async (heading, cell, mm) => {
    expect(reasons(await bore(heading, cell))).toEqual([]);
    expect(factOf('zz-1', 'bore')).toBeCloseTo(mm, 4);
  });
  it.each([
    ['Bore mm', '0.8125', 'looks like inches'],
    ['Bore (in)', '20.64', 'outside what a bore can be'],
    ['Bore', 'about 20', 'not a number with a unit'],
    ['Bore', '20 bar', 'a pressure; a length is wanted'],
    ['Bore', '1,234', 'decimal comma'],
  ])('under "%s", %s is rejected', async (heading, cell, words) => {
    expect(reasons(await bore(heading, cell)).join()).toContain(words);
    expect(count('unit')).toBe(75);
  });
  it('a column that the list does not have leaves what was known', async () => {
    const before = db
      .prepare(`SELECT id, key, kind, name, maker_id, note, source_id FROM unit WHERE key = 'ard-sm19'`)
      .get();
    await csv(`unit,kind,name,maker,pilot_mm\nard-sm19,brake-master,single master 19,ardfrith,31.6\n`, {
      mapping: (p) => ({ ...p, fixed: { source: 'ard-cat' } }),
    });
    expect(
      db.prepare(`SELECT id, key, kind, name, maker_id, note, source_id FROM unit WHERE key = 'ard-sm19'`).get(),
    ).toEqual(before);
    expect([factOf('ard-sm19', 'pilot'), factOf('ard-sm19', 'bore')]).toEqual([31.6, 19.05]);
    expect(db.prepare(`SELECT before, after FROM change`).get()).toMatchObject({
      before: expect.stringContaining('31.5') as string,
      after: expect.stringContaining('31.6') as string,
    });
  });
});

describe('the writing of a file', () => {
  const row = 'ZZ 100,ardfrith,4400-01-8,quellmar,über alles\n';
  const head = 'Part No,Brand,Replaces,OE maker,note\n';
  const note = (): unknown =>
    db.prepare(`SELECT note FROM assertion WHERE link_id = (SELECT MAX(id) FROM link)`).pluck().get();
  it.each([
    ['UTF-8', Buffer.from(head + row)],
    ['UTF-8 with a mark and Windows line ends', Buffer.from(`\ufeff${(head + row).replace(/\n/g, '\r\n')}`)],
    ['Windows-1252', Buffer.from(head + row, 'latin1')],
    ['UTF-16 with a mark', Buffer.from(`\ufeff${head}${row}`, 'utf16le')],
    ['UTF-16 without one', Buffer.from(head + row, 'utf16le')],
    ['old Macintosh line ends', Buffer.from((head + row).replace(/\n/g, '\r'))],
    ['mixed line ends', Buffer.from(head + row.replace('\n', '\r\n') + '\n\r\n')],
    ['tabs', Buffer.from((head + row).replace(/,/g, '\t'))],
  ])('%s is read', async (_, content) => {
    expect(reasons(await csv(content))).toEqual([]);
    expect(note()).toBe('über alles');
  });
  it('a line in another encoding than the rest is rejected, and the others are read', async () => {
    const mixed = Buffer.concat([Buffer.from(head + row), Buffer.from(row.replace('100', '101'), 'latin1')]);
    const report = await csv(mixed);
    expect(reasons(report).join()).toMatch(/^3: .*another encoding/);
    expect(report.sheets[0]).toMatchObject({ added: 1, rejected: 1 });
  });
  it.each([
    ['a file that ends inside a quote', `${HEAD}ZZ 1,ardfrith,4400-01-8,quellmar\n"ZZ 2,ardf`, 'cut off'],
    ['an empty file', '', 'The file is empty'],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1, 2, 3]), 'not a text file'],
    ['an old workbook', Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0xa1, 0xb1]), 'Save it as .xlsx'],
    ['a PDF', '%PDF-1.4', 'This is a PDF'],
    ['half a workbook', Buffer.from('PK\u0003\u0004 and then nothing'), 'damaged or cut off'],
    ['half a JSON', '{"tables": {"units": [', 'cut off'],
    ['a row without an end', `${HEAD}"${'x'.repeat(1_100_000)}`, 'longer than a million'],
  ])('%s is told in words, and nothing is kept', async (_, content, words) => {
    const before = count('number');
    await expect(csv(content)).rejects.toThrow(words);
    expect(count('number')).toBe(before);
  });
  it('of two columns of one name the first is taken, and the mapping says so', async () => {
    let seen: SheetMapping | undefined;
    await csv('number,issuer,number,other_issuer,other_number\nZZ 1,ardfrith,XX,quellmar,4400-01-8\n', {
      mapping: (p) => (seen = said(p)),
    });
    expect(seen?.columns.map((c) => c.to)).toEqual(['number', 'issuer', null, 'other_issuer', 'other_number']);
    expect(db.prepare(`SELECT COUNT(*) FROM number WHERE written = 'XX'`).pluck().get()).toBe(0);
  });
});

describe('a workbook', () => {
  const HEADINGS = ['Part No', 'Brand', 'Replaces', 'OE maker'];
  const ROW = ['ZZ 100', 'ardfrith', '4400-01-8', 'quellmar'];
  it('is read below its title, figures and rich text as they are', async () => {
    const padded: CellObject = { t: 'n', v: 4711, z: '000000' };
    const rich: CellObject = { t: 's', v: '4400-01-8', r: '<r><t>4400</t></r><r><t>-01-8</t></r>' };
    const rows = [['Our great list'], HEADINGS, [440711, 'ardfrith', rich, 'quellmar'], [padded, ...ROW.slice(1)]];
    const report = await xlsx(rows, (sheet) => (sheet['!merges'] = [utils.decode_range('A1:D1')]));
    expect(reasons(report)).toEqual([]);
    expect(db.prepare(`SELECT written FROM number ORDER BY id DESC LIMIT 2`).pluck().all()).toEqual([
      '004711',
      '440711',
    ]);
  });
  it.each([
    [
      'a date where a part number was',
      { t: 'n', v: 45394, z: 'yyyy-mm-dd' },
      'turned into a date. It may have been 12-4, or 4-12',
    ],
    ['a formula that was never computed', { t: 'z', f: 'A1&B1' }, 'has no computed value'],
    ['an error', { t: 'e', v: 42, w: '#N/A' }, 'holds the error #N/A'],
    ['more digits than a spreadsheet keeps', { t: 'n', v: 1234567890123456000 }, 'has rounded it'],
  ] as const)('%s is rejected', async (_, cell, words) => {
    const report = await xlsx([HEADINGS, [cell, ...ROW.slice(1)], ROW]);
    expect(reasons(report).join()).toContain(words);
    expect(report.sheets[0]).toMatchObject({ added: 1, rejected: 1 });
  });
  it('takes the computed value of a formula', async () => {
    await xlsx([HEADINGS, [{ t: 's', f: '"ZZ "&7', v: 'ZZ 7' }, ...ROW.slice(1)]]);
    expect(db.prepare(`SELECT COUNT(*) FROM number WHERE written = 'ZZ 7'`).pluck().get()).toBe(1);
  });
  it('rejects every row that a merged cell spans', async () => {
    const rows = [HEADINGS, ROW, ['ZZ 101', '', '4400-01-8', 'quellmar'], ['ZZ 102', ...ROW.slice(1)]];
    const report = await xlsx(rows, (sheet) => (sheet['!merges'] = [utils.decode_range('B2:B3')]));
    expect(reasons(report)).toEqual([
      expect.stringMatching(/^2: The cells B2:B3 are merged/),
      expect.stringMatching(/^3: /),
    ]);
    expect(report.sheets[0]).toMatchObject({ added: 1, rejected: 2 });
  });
  it('cut off, is told', async () => {
    const path = join(folder, 'cut.xlsx');
    workbook(path, [HEADINGS]);
    truncateSync(path, 3000);
    await expect(bringIn(db, path)).rejects.toThrow('damaged or cut off');
  });
});
