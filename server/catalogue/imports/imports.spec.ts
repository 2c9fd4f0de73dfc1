import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Db, openDatabase } from '../../base/db/open.js';
import { DEMO } from '../../testing/harness.js';
import { unitStore } from '../records/units.js';
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
const everything = () =>
  ['unit', 'unit_fact', 'number', 'link', 'assertion', 'condition', 'kit_content', 'chain_entry', 'import'].map((t) => [
    t,
    rows(t),
  ]);
const edit = (file: string, change: (text: string) => string): void =>
  writeFileSync(join(folder, file), change(readFileSync(join(folder, file), 'utf8')));
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
    const unit = unitStore(db).design('ard-tm23v');
    expect(unit?.facts.find((f) => f.attribute === 'rod-length')?.value).toBeNull();
    expect(unit?.facts.find((f) => f.attribute === 'travel')).toBeUndefined();
  });
  it.each([
    [
      'a row of stock that says neither how many nor what one costs',
      'stock.csv',
      (t: string) => `${t.trimEnd()}\nNobody,ardfrith,A 23-802,,2024-04-17,\n`,
      'Say how many there are, or what one costs.',
    ],
    [
      'a misspelt heading',
      'units.csv',
      (t: string) => t.replace('bore_mm', 'bohre_mm'),
      'units.csv: The heading has columns that are not known here: bohre_mm.',
    ],
    [
      'a missing column',
      'links.csv',
      (t: string) => t.replace('both_ways', 'note'),
      'links.csv: The heading lacks: both_ways.',
    ],
    [
      'inches in a millimetre column',
      'units.csv',
      (t: string) => t.replace(',19.05,straight', ',0.75,straight'),
      'It looks like inches: 0.75 in is 19.05 mm.',
    ],
    [
      'a thread that does not exist',
      'ports.csv',
      (t: string) => t.replace('3/8-24 UNF', '3/8-22 UNF'),
      '"3/8-22 UNF" is no thread',
    ],
    [
      'a unit that is not there',
      'chains.csv',
      (t: string) => t.replace('ard-sm19', 'ard-sm99'),
      'There is no unit "ard-sm99".',
    ],
    [
      'a link to itself',
      'links.csv',
      (t: string) => t.replace(/unit:ard-tm22vs,unit:pel-tm22vs/, 'unit:ard-tm22vs,unit:ard-tm22vs'),
      'must not lead to itself',
    ],
    [
      'a kit that contains itself',
      'kit-contents.csv',
      (t: string) => `${t}ka-22,overhaul set Q,1,,,ka-q\n`,
      'The kit ka-22 would contain itself, through ka-q.',
    ],
    [
      'a piece of no quantity',
      'unit-pieces.csv',
      (t: string) => `${t}ard-tm22q,boot,-1,ard-cat,,\n`,
      '"-1" is not a whole number',
    ],
    ['half a piece', 'kit-contents.csv', (t: string) => `${t}ka-22,boot,0.5,,,\n`, '"0.5" is not a whole number'],
    ['a cut-off row', 'numbers.csv', (t: string) => `${t}ardfrith,A 99`, 'It has 2 cells where the heading has'],
    ['an unclosed quote', 'numbers.csv', (t: string) => `${t}"ardfrith`, 'cannot be read as CSV'],
    [
      'a month that is none',
      'vehicles.csv',
      (t: string) => t.replace('1978-03', '1978-13'),
      '"1978-13" is not a month',
    ],
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
    ['null', 'It needs "name"'],
    ['[1, 2]', 'It needs "name"'],
    ['{"name": "x", "source": "y", "date": "May"}', 'like 2024-05-31'],
  ])('a manifest of %j', (text, words) => {
    if (text === '') rmSync(join(folder, 'manifest.json'));
    else writeFileSync(join(folder, 'manifest.json'), text);
    expect(faults()).toContain(words);
  });
  it('tells what is wrong with every file, and with every row, not the first alone', () => {
    edit('makers.csv', (t) => t.replace('maker,name', 'maker,nome'));
    edit('numbers.csv', (t) => `${t}ardfrith,A 99\nardfrith,A 98\n`);
    edit('kits.csv', (t) => `${t}a\u202eb,slave,x,ardfrith,19,ard-cat,,\n`);
    const told = faults();
    expect(told).toContain('makers.csv: The heading lacks: name.');
    expect(told.match(/numbers\.csv, line \d+: It has 2 cells/g)).toHaveLength(2);
    expect(told).toContain('turns the direction of writing (U+202E)');
  });
  it('lists many faults at once, up to a limit', () => {
    edit('units.csv', (t) => t.replaceAll('brake-master', 'brake-mistress'));
    expect(faults().split('\n').length).toBeGreaterThan(10);
    expect(faults().split('\n').length).toBeLessThanOrEqual(50);
  });
});
