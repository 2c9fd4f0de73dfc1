import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { loadCatalogue } from '../../catalogue/imports/load.js';
import { DEMO } from '../../testing/harness.js';
import { canMount, smallDisk } from '../../testing/small-disk.js';
import { type DataDirectory, openDirectory } from './directory.js';
import { openDatabase, StartProblem } from './open.js';

let folder: string;
let data: string;
const open: DataDirectory[] = [];
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'kerabat-directory-'));
  data = join(folder, 'data');
});
afterEach(() => {
  for (const directory of open.splice(0)) directory.close();
  rmSync(folder, { recursive: true, force: true });
});

const NOW = '2024-01-01T00:00:00.000Z';
const opened = (path = data, over: { createMissing?: boolean } = {}): DataDirectory => {
  const directory = openDirectory(path, { program: 'tests', now: NOW, ...over });
  open.push(directory);
  return directory;
};
const closed = (use: (directory: DataDirectory) => void = () => undefined): void => {
  const directory = openDirectory(data, { program: 'tests', now: NOW });
  use(directory);
  directory.close();
};
const job = (directory: DataDirectory): void =>
  void directory.jobs.exec(
    `INSERT INTO job (asker, request, words, options, state, opened_by, created_at, updated_at, version) VALUES
      ('x', 'replace', '', '[]', 'open', 'x', '', '', 1)`,
  );

/** A catalogue as it was before it knew layouts and what the demo is. */
const TO_FORMAT_4 = `DROP VIEW said_unit_fact; DROP VIEW said_vehicle_fact; DROP VIEW said_vehicle_part_fact;
  DROP VIEW said_chain_entry; DROP TABLE beside;
  ALTER TABLE source DROP COLUMN made_up; ALTER TABLE maker DROP COLUMN made_up;
  ALTER TABLE vehicle DROP COLUMN brake_layout; ALTER TABLE vehicle DROP COLUMN clutch_layout;
  DROP TABLE vehicle_part_fact; DROP TABLE vehicle_access; DROP TABLE unit_note; DROP TABLE unit_piece; DROP
  TABLE fitting_piece; DROP TABLE fitting_end; ALTER TABLE fitting DROP COLUMN size_to; ALTER TABLE fitting DROP
  COLUMN length;
  DROP INDEX kit_content_holds; ALTER TABLE kit_content DROP COLUMN holds_kit; ALTER TABLE kit_content DROP
  COLUMN size;
  ALTER TABLE kit_unit DROP COLUMN built_from; ALTER TABLE kit_unit DROP COLUMN built_to;
  CREATE TABLE box_before (number_id INTEGER NOT NULL REFERENCES number (id) ON DELETE CASCADE, item TEXT NOT NULL,
  presence TEXT NOT NULL, source_id INTEGER NOT NULL REFERENCES source (id), PRIMARY KEY (number_id, item)) STRICT,
  WITHOUT ROWID;
  INSERT INTO box_before SELECT number_id, item, presence, source_id FROM box_item;
  DROP TABLE box_item; ALTER TABLE box_before RENAME TO box_item; ALTER TABLE number DROP COLUMN condition;
  DROP TRIGGER unit_added; DROP TRIGGER unit_changed; DROP TRIGGER unit_fact_added; DROP TRIGGER
  unit_fact_changed; DROP TRIGGER unit_fact_removed;
  DROP INDEX number_written;
  DROP INDEX unit_touched; DROP INDEX unit_kind_touched; ALTER TABLE unit DROP COLUMN touched; PRAGMA
  user_version = 4`;

describe('whether the demo may be loaded', () => {
  it('into a directory that is not there, until its first start was complete', () => {
    closed((directory) => expect(directory.isNew).toBe(true));
    closed((directory) => expect(directory.isNew).toBe(true));
    closed((directory) => directory.markUsed());
    expect(opened().isNew).toBe(false);
  });
  it('again into one whose first start was killed with half of the demo in it', () => {
    closed((directory) => void loadCatalogue(directory.catalogue, DEMO, NOW));
    expect(opened().isNew).toBe(true);
  });
  it('never into one that somebody filled before it was ever started', () => {
    closed((directory) => {
      loadCatalogue(directory.catalogue, DEMO, NOW);
      directory.markUsed();
    });
    expect(opened().isNew).toBe(false);
  });
  it.each(['catalogue', 'jobs'] as const)(
    'never into one of an earlier version, told by the rows of its %s',
    (which) => {
      closed((directory) => {
        if (which === 'jobs') job(directory);
        else loadCatalogue(directory.catalogue, DEMO, NOW);
        for (const db of [directory.catalogue, directory.jobs]) db.pragma('application_id = 0');
      });
      expect(opened().isNew).toBe(false);
    },
  );
  it.each(['catalogue.sqlite', 'jobs.sqlite'])(
    'never where %s is missing or empty beside the other: that is said, with what to do',
    (lost) => {
      closed((directory) => directory.markUsed());
      for (const make of [() => undefined, () => writeFileSync(join(data, lost), '')]) {
        for (const file of readdirSync(data)) if (file.startsWith(lost)) rmSync(join(data, file));
        make();
        const start = (): unknown => opened();
        expect(start).toThrow(StartProblem);
        expect(start).toThrow(new RegExp(`${lost} is missing .*Restore ${lost} from a backup.*--create-missing`));
        expect(statSync(join(data, lost), { throwIfNoEntry: false })?.size ?? 0).toBe(0);
      }
      expect(opened(data, { createMissing: true }).isNew).toBe(false);
    },
  );
});

describe('one program for one directory', () => {
  it('the second is told who holds it, and nothing of the first is touched', () => {
    const first = opened();
    writeFileSync(join(first.work, 'upload'), 'x');
    first.lock.tell({ address: 'http://127.0.0.1:4870/' });
    expect(() => opened()).toThrow(
      new RegExp(`held by tests \\(process ${process.pid}, http://127.0.0.1:4870/, since 2024-01-01 00:00 UTC\\)`),
    );
    expect(existsSync(join(first.work, 'upload'))).toBe(true);
  });
  it('is let go when it is closed', () => {
    closed();
    expect(() => opened()).not.toThrow();
  });
});

describe('what is in it', () => {
  it('is for its owner alone, also when it was open to all before', () => {
    mkdirSync(data);
    chmodSync(data, 0o755);
    const { work } = opened();
    expect(statSync(data).mode & 0o777).toBe(0o700);
    expect(statSync(work).mode & 0o777).toBe(0o700);
  });
  it('that a killed program left behind is swept at the start', () => {
    closed((directory) => writeFileSync(join(directory.work, 'export-1'), 'x'));
    mkdirSync(join(data, 'imports'));
    expect(readdirSync(opened().work)).toEqual([]);
    expect(existsSync(join(data, 'imports'))).toBe(false);
  });
  it('is on the disk before it is answered: WAL, foreign keys, every commit flushed', () => {
    const { jobs } = opened();
    expect([jobs.pragma('journal_mode', { simple: true }), jobs.pragma('synchronous', { simple: true })]).toEqual([
      'wal',
      2,
    ]);
    expect(() =>
      jobs
        .prepare(
          `INSERT INTO parts_list_line VALUES (999, 'k', 1, 0, null, null, null, null, 1, 0, null, 'x', 'y', null)`,
        )
        .run(),
    ).toThrow(/FOREIGN KEY/);
  });
});

describe('a directory that cannot be used is told in words', () => {
  it('a file in its place', () => {
    mkdirSync(folder, { recursive: true });
    writeFileSync(data, '');
    expect(() => opened()).toThrow(/cannot be written/);
  });
  it('a file that is no database: it is left as it was, and nobody is told to move it away', () => {
    mkdirSync(data);
    writeFileSync(join(data, 'catalogue.sqlite'), 'this is a letter to my aunt, not a database, and it is long enough');
    const start = (): unknown => opened();
    expect(start).toThrow(/is damaged, or is no database of Kerabat. Keep a copy/);
    expect(start).not.toThrow(/away/);
    expect(readFileSync(join(data, 'catalogue.sqlite'), 'utf8')).toContain('aunt');
  });
  it('a database of a newer version, and nothing is changed', () => {
    closed((directory) => directory.jobs.pragma('user_version = 99'));
    expect(() => opened()).toThrow(/newer version of Kerabat/);
    expect(new Database(join(data, 'jobs.sqlite')).pragma('user_version', { simple: true })).toBe(99);
  });
  it(
    'before its format changes it is copied; what a killed start left half is made anew, what it ' + 'left whole stays',
    () => {
      const age = (): void => {
        const db = new Database(join(data, 'catalogue.sqlite'));
        db.exec(TO_FORMAT_4);
        db.close();
      };
      closed((directory) => {
        loadCatalogue(directory.catalogue, DEMO, NOW);
        directory.markUsed();
      });
      age();
      const copy = join(data, 'catalogue-format-4.sqlite.bak');
      writeFileSync(`${copy}.part`, 'half a copy');
      closed();
      const before = new Database(copy, { readonly: true });
      expect(before.pragma('user_version', { simple: true })).toBe(4);
      expect(before.prepare('SELECT COUNT(*) > 50 FROM unit').pluck().get()).toBe(1);
      before.close();
      expect(existsSync(`${copy}.part`)).toBe(false);
      expect(statSync(copy).mode & 0o077).toBe(0);
      const made = statSync(copy).mtimeMs;
      age();
      closed();
      expect(statSync(copy).mtimeMs).toBe(made);
    },
  );
  it('a catalogue of the version before is brought up in place, and the demo in it is known as such', () => {
    closed((directory) => {
      loadCatalogue(directory.catalogue, DEMO, NOW);
      directory.markUsed();
    });
    const before = new Database(join(data, 'catalogue.sqlite'));
    before.exec(TO_FORMAT_4);
    before.close();
    const { catalogue } = opened();
    const unmarked = `SELECT (SELECT COUNT(*) FROM source WHERE made_up = 0) + (SELECT COUNT(*) FROM maker WHERE
      made_up = 0)`;
    expect(catalogue.prepare(unmarked).pluck().get()).toBe(0);
  });
  it.skipIf(!canMount())('a full disk is named, at a first start and at a later one', () => {
    const disk = smallDisk(8);
    try {
      data = join(disk?.path ?? '', 'data');
      closed((directory) => directory.markUsed());
      disk?.fill();
      expect(() => opened()).toThrow(/disk .*is full/i);
      disk?.free();
      closed((directory) => expect(directory.isNew).toBe(false));
      rmSync(data, { recursive: true });
      disk?.fill();
      expect(() => opened()).toThrow(/disk .*is full/i);
    } finally {
      disk?.end();
    }
  });
  it.skipIf(!canMount())('one that can only be read is served for reading, from a copy that goes with it', () => {
    const disk = smallDisk(8);
    try {
      data = join(disk?.path ?? '', 'data');
      closed((directory) => {
        job(directory);
        directory.markUsed();
      });
      disk?.readOnly(true);
      const reading = opened();
      expect(reading.jobs.prepare('SELECT COUNT(*) FROM job').pluck().get()).toBe(1);
      expect(reading.storage.problem()).toMatch(/can be read and not written/);
      const copy = reading.work;
      open.pop()?.close();
      expect(existsSync(copy)).toBe(false);
      const bare = join(disk?.path ?? '', 'nothing-there');
      expect(() => opened(bare)).toThrow(/cannot be written/);
    } finally {
      disk?.end();
    }
  });
});

it('a program that is killed lets its directory go at once', async () => {
  const { spawn } = await import('node:child_process');
  mkdirSync(data);
  openDatabase(join(data, 'jobs.sqlite'), 'jobs').close();
  const hold =
    `const D = require('better-sqlite3'); const d = new D(process.argv[1]); d.pragma('locking_mode = ` +
    `EXCLUSIVE'); d.exec('BEGIN EXCLUSIVE'); console.log('held'); setInterval(() => {}, 1000);`;
  const child = spawn(process.execPath, ['-e', hold, join(data, 'lock.sqlite')], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((done) => child.stdout.once('data', done));
  expect(() => opened()).toThrow(/is held by another program/);
  child.kill('SIGKILL');
  await new Promise((done) => child.once('exit', done));
  expect(() => opened()).not.toThrow();
});
