import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase, openDatabases, StartProblem, markUsed, type Db } from '../db/open.js';
import { storesOf } from '../main/stores.js';
import { DEMO } from '../testing/harness.js';
import { loadCatalogue } from './load.js';
import { ImportProblem } from './read.js';

let folder: string;
let db: Db;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-import-'));
  cpSync(DEMO, folder, { recursive: true });
  db = openDatabase(':memory:', 'catalogue');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const NOW = '2024-01-01T00:00:00.000Z';
const load = () => loadCatalogue(db, folder, NOW);
const rows = (table: string): number => (db.prepare(`SELECT COUNT(*) AS n FROM ${table}`).get() as { n: number }).n;
const everything = () => ['unit', 'unit_fact', 'number', 'link', 'assertion', 'condition', 'kit_content', 'chain_entry', 'import'].map((t) => [t, rows(t)]);
const edit = (file: string, change: (text: string) => string): void => writeFileSync(join(folder, file), change(readFileSync(join(folder, file), 'utf8')));
const faults = (): string => {
  try {
    load();
  } catch (error) {
    if (error instanceof ImportProblem) return error.message;
    throw error;
  }
  return '';
};

describe('a catalogue folder', () => {
  it('loads, and loading it again changes nothing', () => {
    load();
    const first = everything();
    load();
    expect(everything()).toEqual(first);
    expect(rows('import')).toBe(1);
  });
  it('keeps "absent" and "has none" apart', () => {
    load();
    const stores = storesOf({ catalogue: db, jobs: openDatabase(':memory:', 'jobs') }, () => NOW);
    const unit = stores.units.design('ard-tm23v');
    expect(unit?.facts.find((f) => f.attribute === 'rod-length')?.value).toBeNull();
    expect(unit?.facts.find((f) => f.attribute === 'travel')).toBeUndefined();
  });
  it.each([
    [
      'a misspelt heading',
      'units.csv',
      (t: string) => t.replace('bore_mm', 'bohre_mm'),
      'units.csv: The heading has columns that are not known here: bohre_mm.',
    ],
    ['a missing column', 'links.csv', (t: string) => t.replace('both_ways', 'note'), 'links.csv: The heading lacks: both_ways.'],
    ['inches in a millimetre column', 'units.csv', (t: string) => t.replace(',19.05,straight', ',0.75,straight'), 'It looks like inches: 0.75 in is 19.05 mm.'],
    ['a thread that does not exist', 'ports.csv', (t: string) => t.replace('3/8-24 UNF', '3/8-22 UNF'), '"3/8-22 UNF" is no thread'],
    ['a unit that is not there', 'chains.csv', (t: string) => t.replace('ard-sm19', 'ard-sm99'), 'There is no unit "ard-sm99".'],
    [
      'a link to itself',
      'links.csv',
      (t: string) => t.replace(/unit:ard-tm22vs,unit:pel-tm22vs/, 'unit:ard-tm22vs,unit:ard-tm22vs'),
      'must not lead to itself',
    ],
    ['a cut-off row', 'numbers.csv', (t: string) => `${t}ardfrith,A 99`, 'It has 2 cells where the heading has'],
    ['an unclosed quote', 'numbers.csv', (t: string) => `${t}"ardfrith`, 'cannot be read as CSV'],
    ['a month that is none', 'vehicles.csv', (t: string) => t.replace('1978-03', '1978-13'), '"1978-13" is not a month'],
  ])('%s is told with its place, and nothing is loaded', (_, file, change, words) => {
    edit(file, change);
    expect(faults()).toContain(words);
    expect(faults()).toMatch(new RegExp(`^${file.replace('.', '\\.')}`));
    expect(rows('unit') + rows('number') + rows('maker')).toBe(0);
  });
  it('a file in another encoding is told, not guessed at', () => {
    writeFileSync(join(folder, 'makers.csv'), Buffer.from([...Buffer.from('maker,name,role\nx,'), 0xe4, 0x0a]));
    expect(faults()).toContain('not UTF-8');
  });
  it('a byte order mark and Windows line ends are no fault', () => {
    edit('makers.csv', (t) => `\ufeff${t.replace(/\n/g, '\r\n')}`);
    expect(faults()).toBe('');
    expect(rows('maker')).toBe(11);
  });
  it('a misspelt file name is not lost without a word', () => {
    writeFileSync(join(folder, 'unitz.csv'), 'a,b\n');
    expect(faults()).toContain('unitz.csv: No table reads a file of this name');
  });
  it.each([
    ['', 'no manifest.json'],
    ['{"name": "x"', 'may be cut off'],
    ['{"name": "x", "source": "y", "date": "May"}', 'like 2024-05-31'],
  ])('a manifest of %j', (text, words) => {
    if (text === '') rmSync(join(folder, 'manifest.json'));
    else writeFileSync(join(folder, 'manifest.json'), text);
    expect(faults()).toContain(words);
  });
  it('lists many faults at once, up to a limit', () => {
    edit('units.csv', (t) => t.replaceAll('brake-master', 'brake-mistress'));
    expect(faults().split('\n').length).toBeGreaterThan(10);
    expect(faults().split('\n').length).toBeLessThanOrEqual(50);
  });
});

describe('the databases', () => {
  it('a folder that cannot be made is told', () => {
    writeFileSync(join(folder, 'file'), '');
    expect(() => openDatabases(join(folder, 'file'))).toThrow(/cannot be written/);
  });
  it('a file that is no database is told, and left as it was', () => {
    writeFileSync(join(folder, 'catalogue.sqlite'), 'this is a letter to my aunt, not a database, and it is long enough');
    expect(() => openDatabases(folder)).toThrow(StartProblem);
    expect(readFileSync(join(folder, 'catalogue.sqlite'), 'utf8')).toContain('aunt');
  });
  it('a database of a newer version is told, and nothing is changed', () => {
    const data = join(folder, 'data');
    const open = openDatabases(data);
    open.jobs.pragma('user_version = 99');
    open.jobs.close();
    open.catalogue.close();
    expect(() => openDatabases(data)).toThrow(/newer version of Kerabat/);
    expect(new Database(join(data, 'jobs.sqlite')).pragma('user_version', { simple: true })).toBe(99);
  });
  it('is fresh until a first start was complete', () => {
    const data = join(folder, 'data');
    const first = openDatabases(data);
    expect(first.fresh).toBe(true);
    expect(openDatabases(data).fresh).toBe(true);
    markUsed(first.jobs);
    expect(openDatabases(data).fresh).toBe(false);
    expect(existsSync(join(data, 'catalogue.sqlite'))).toBe(true);
  });
  it('holds foreign keys and WAL', () => {
    const { jobs } = openDatabases(join(folder, 'data'));
    expect(jobs.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(() => jobs.prepare(`INSERT INTO slip_line VALUES (999, 'k', 1, 0, null, null, null, null, 1, 0, null, 'x', 'y')`).run()).toThrow(/FOREIGN KEY/);
  });
});
